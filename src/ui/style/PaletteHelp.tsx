"use client";
import { Box, Button } from "@mui/material";
import { useEffect, useMemo, useState } from "react";
import { type Ground, proposePalette } from "../../core/colour/palette";
import type { Operation } from "../../core/design/operations";
import { COLOUR_ROLES, type ColourRole, type HouseStyle } from "../../core/model/house-style";
import { withPalette } from "../../core/style/with-palette";
import { ROLE_NAMES } from "../../messages/words";
import { useAboutSite } from "../client/about-site";
import { useCall } from "../client/hooks";
import { OneOf } from "../fields/ChoiceInput";
import { ColourField, Swatch } from "../fields/ColourField";
import { useRoom } from "../preview/useRoom";
import { Mono, Quiet } from "../theme/pieces";
import { GroundChoice } from "./GroundChoice";
import { StyledPage } from "./StyledPage";

/** The colour a palette is made from: the accent at first, then what is typed, or a picture's strongest. */
const useSeed = (style: HouseStyle) => {
  const accent = style.palette.find(({ id }) => id === style.roles.accent)?.value ?? "#808080";
  const [seed, setSeed] = useState(accent.slice(0, 7));
  const [picture, setPicture] = useState("");
  const { data } = useCall("pictureColours", { picture }, { enabled: picture !== "" });
  // a picture that was chosen is started from at its strongest colour
  const strongest = picture === "" ? undefined : data?.colours[0];
  useEffect(() => {
    if (strongest) setSeed(strongest);
  }, [strongest]);
  return { seed, setSeed, picture, setPicture, data };
};

/** A palette whose pairs all pass, from one colour or from what a picture speaks with. */
export const PaletteHelp = ({
  style,
  apply,
}: {
  readonly style: HouseStyle;
  readonly apply: (operations: readonly Operation[]) => boolean;
}) => {
  const { about } = useAboutSite();
  const { desk, room } = useRoom();
  const { seed, setSeed, picture, setPicture, data } = useSeed(style);
  const [ground, setGround] = useState<Ground>("light");
  const next = useMemo(
    () => withPalette(style, proposePalette(seed.slice(0, 7), ground), ROLE_NAMES),
    [style, seed, ground],
  );
  const take = () =>
    apply([
      { op: "set", id: "style", path: ["palette"], value: next.palette, was: style.palette },
      { op: "set", id: "style", path: ["roles"], value: next.roles, was: style.roles },
    ]);
  return (
    <Box ref={desk} sx={{ display: "grid", gap: 1.5 }}>
      <Box sx={{ display: "grid", gridTemplateColumns: "112px minmax(0,1fr)", gap: 1, maxWidth: 560 }}>
        <Quiet style={{ lineHeight: "30px" }}>From a picture</Quiet>
        <OneOf
          id="palette-picture"
          label="From a picture"
          value={picture}
          options={[["", "no picture"], ...about.pictures.map(({ id, name }) => [id, name] as const)]}
          onChange={setPicture}
        />
        {picture !== "" && data ? (
          <>
            <span />
            <ColoursOf colours={data.colours} seed={seed} onSeed={setSeed} />
          </>
        ) : null}
        <Quiet style={{ lineHeight: "30px" }}>From one colour</Quiet>
        <ColourField label="The colour to start from" value={seed} onChange={setSeed} />
        <Quiet style={{ lineHeight: "30px" }}>Ground</Quiet>
        <GroundChoice value={ground} onChange={setGround} />
      </Box>
      <Given style={next} />
      <Box sx={{ display: "flex", gap: 1.5, alignItems: "center" }}>
        <Button variant="contained" onClick={take}>
          Use this palette
        </Button>
        <Quiet>Every text passes on both grounds. Your other named colours stay.</Quiet>
      </Box>
      <StyledPage style={next} name="how it would look" room={room} />
    </Box>
  );
};

const colourFor = (style: HouseStyle, role: ColourRole): string =>
  style.palette.find(({ id }) => id === style.roles[role])?.value ?? "#000000";

const ColoursOf = ({
  colours,
  seed,
  onSeed,
}: {
  readonly colours: readonly string[];
  readonly seed: string;
  readonly onSeed: (colour: string) => void;
}) => (
  <Box role="group" aria-label="Colours of the picture" sx={{ display: "flex", gap: 1 }}>
    {colours.map((colour) => (
      <Box
        key={colour}
        component="button"
        type="button"
        aria-label={`Start from ${colour}`}
        aria-pressed={colour === seed}
        onClick={() => onSeed(colour)}
        sx={{
          p: "3px",
          border: 1,
          borderColor: colour === seed ? "text.primary" : "transparent",
          borderRadius: 1,
          background: "none",
          lineHeight: 0,
          cursor: "pointer",
        }}
      >
        <Swatch value={colour} size={30} />
      </Box>
    ))}
  </Box>
);

const Given = ({ style }: { readonly style: HouseStyle }) => (
  <Box
    component="ul"
    aria-label="The palette it gives"
    sx={{ listStyle: "none", m: 0, p: 0, display: "flex", flexWrap: "wrap", columnGap: 3 }}
  >
    {COLOUR_ROLES.map((role) => (
      <Box component="li" key={role} sx={{ display: "flex", gap: 1, alignItems: "center", py: 0.5 }}>
        <Swatch value={colourFor(style, role)} />
        <span>{ROLE_NAMES[role]}</span>
        <Mono>{colourFor(style, role)}</Mono>
      </Box>
    ))}
  </Box>
);
