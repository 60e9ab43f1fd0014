"use client";
import { Box } from "@mui/material";
import type { ReactNode } from "react";
import { useStore } from "zustand";
import type { FaintBand } from "../../core/checks/part-contrast";
import { setNodeOperation } from "../../core/design/operations";
import type { Band } from "../../core/design/part";
import { findPlace } from "../../core/design/tree";
import type { ColourRole } from "../../core/model/house-style";
import type { ColourValue } from "../../core/model/values";
import { ratioWords, screenWords } from "../../messages/fit";
import { LOGO_NAMES } from "../../messages/look-findings";
import { ROLE_NAMES } from "../../messages/words";
import type { Noticed } from "../../workers/preview.worker";
import { useAboutSite } from "../client/about-site";
import type { usePreview } from "../preview/usePreview";
import { Act, Quiet, Wrong } from "../theme/pieces";
import { useEditor } from "./editor";

/** "Text in text on accent", "White text". */
const textWords = (colour: ColourValue): string => {
  if (colour === "#ffffff") return "White text";
  if (colour === "#000000") return "Black text";
  return `Text in the colour of ${ROLE_NAMES[colour.slice("role:".length) as ColourRole]}`;
};

/** What of the part is hard to read on the page looked at: which band, over which picture, and what would help. */
export const FaintBands = ({ said }: { readonly said: ReturnType<typeof usePreview>["said"] }) => {
  const { faint, logos } = useStore(said, ({ noticed }) => noticed);
  return faint.length + logos.length === 0 ? null : <Found faint={faint} logos={logos} />;
};

const Found = ({ faint, logos }: Pick<Noticed, "faint" | "logos">) => {
  const { id, body: part, apply, select } = useEditor();
  if (!part) return null;
  const set = (node: string, path: readonly string[], value: unknown) =>
    apply([setNodeOperation(part, id, node, path, value)]);
  return (
    <Box component="section" aria-label="Hard to read here" sx={{ mb: 1 }}>
      {faint.map((each) => {
        const { band, under, overlay, texts } = each;
        const name = (findPlace(part, band)?.node as Band | undefined)?.name || "Band";
        const textPath = under === null ? ["colour"] : ["overPicture", "colour"];
        return (
          <Line key={band} found={each} name={name} onOpen={() => select(band)}>
            {under === null && overlay !== null ? (
              <Act onClick={() => set(band, ["background", "overlay"], overlay)}>Overlay {overlay} %</Act>
            ) : null}
            {texts.map((colour) => (
              <Act key={colour} onClick={() => set(band, textPath, colour)}>
                {textWords(colour)}
              </Act>
            ))}
          </Line>
        );
      })}
      {logos.map((each) => {
        const { block, other } = each;
        return (
          <Line key={block} found={each} name="Logo" onOpen={() => select(block)}>
            {other === null ? (
              <Quiet>no logo of the site profile is seen there</Quiet>
            ) : (
              <Act onClick={() => set(block, ["settings", "variant"], other)}>{LOGO_NAMES[other]}</Act>
            )}
          </Line>
        );
      })}
    </Box>
  );
};

interface LineProps {
  readonly found: Pick<FaintBand, "ratio" | "needed" | "picture" | "screen" | "zoom">;
  readonly name: string;
  readonly onOpen: () => void;
  readonly children: ReactNode;
}

/** What is hard to see, over what, by how much; then what would help. */
const Line = ({ found, name, onOpen, children }: LineProps) => {
  const { about } = useAboutSite();
  const picture = about.pictures.find(({ id }) => id === found.picture)?.name ?? "a picture";
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline", py: 0.25 }}>
      <Act onClick={onOpen}>{name}</Act>
      <Wrong>{ratioWords(found.ratio)}</Wrong>
      <Quiet>
        over “{picture}” at {screenWords(found)}; {found.needed} : 1 is needed
      </Quiet>
      {children}
    </Box>
  );
};
