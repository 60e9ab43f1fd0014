"use client";
import { Box } from "@mui/material";
import type { ReactNode } from "react";
import { useStore } from "zustand";
import { type Hidden, hiddenMendOperations } from "../../core/checks/hidden-on";
import type { FaintBand } from "../../core/checks/part-contrast";
import { groundSettings } from "../../core/design/hero";
import { setNodeOperation } from "../../core/design/operations";
import type { Band } from "../../core/design/part";
import { outerId } from "../../core/design/pieces";
import { findPlace } from "../../core/design/tree";
import type { ColourRole } from "../../core/model/house-style";
import type { ColourValue } from "../../core/model/values";
import { nodeName } from "../../messages/changes";
import { ratioWords, screenWords } from "../../messages/fit";
import {
  hiddenMendKind,
  hiddenWords,
  LOGO_NAMES,
  LOOK_NAMES,
  lookMendWords,
} from "../../messages/look-findings";
import { ROLE_NAMES, sentenceCase } from "../../messages/words";
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
  const { faint, logos, hidden } = useStore(said, ({ noticed }) => noticed);
  const count = faint.length + logos.length + hidden.length;
  return count === 0 ? null : <Found faint={faint} logos={logos} hidden={hidden} />;
};

const Found = ({ faint, logos, hidden }: Pick<Noticed, "faint" | "logos" | "hidden">) => {
  const { id, body: part, apply, select } = useEditor();
  if (!part) return null;
  const set = (node: string, path: readonly string[], value: unknown) =>
    apply([setNodeOperation(part, id, node, path, value)]);
  return (
    <Box component="section" aria-label="Hard to read here" sx={{ mb: 1 }}>
      {hidden.map((each) => (
        <HiddenLine key={`${each.code} ${each.band}`} found={each} />
      ))}
      {faint.map((each) => {
        const { band, under, overlay, texts } = each;
        const ground = groundSettings(part, band);
        // what stands in a shared piece is mended there
        if (!ground)
          return (
            <Line key={band} found={each} name="Shared piece" onOpen={() => select(outerId(band))}>
              <Quiet>to be seen to in the piece</Quiet>
            </Line>
          );
        const text = under === null ? ground.colour : { node: band, path: ["overPicture", "colour"] };
        return (
          <Line
            key={band}
            found={each}
            name={sentenceCase(nodeName(ground.node))}
            onOpen={() => select(ground.node.id)}
          >
            {under === null && overlay !== null ? (
              <Act onClick={() => set(ground.overlay.node, ground.overlay.path, overlay)}>
                Overlay {overlay} %
              </Act>
            ) : null}
            {texts.map((colour) => (
              <Act key={colour} onClick={() => set(text.node, text.path, colour)}>
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

/** What a band of the part hides, or what is hidden of it; then what would help. */
const HiddenLine = ({ found }: { readonly found: Hidden }) => {
  const { id, body: part, apply, select } = useEditor();
  if (!part) return null;
  const nameOf = (band: string, otherwise: string) =>
    (findPlace(part, band)?.node as Band | undefined)?.name || otherwise;
  const isOwn = part.bands.some(({ id: band }) => band === found.band);
  const operations = hiddenMendOperations(part, id, found);
  const beside = found.code === "covers" ? nameOf(found.neighbour, "what stands beside it") : "";
  return (
    <Box sx={{ display: "flex", flexWrap: "wrap", columnGap: 2, alignItems: "baseline", py: 0.25 }}>
      {isOwn ? (
        <Act onClick={() => select(found.band)}>{nameOf(found.band, "Band")}</Act>
      ) : (
        <span>What stands beside it</span>
      )}
      <Wrong>{LOOK_NAMES[found.code]}</Wrong>
      <Quiet>{hiddenWords(found, beside)}</Quiet>
      {operations.length > 0 ? (
        <Act onClick={() => apply(operations)}>{lookMendWords(hiddenMendKind(found))}</Act>
      ) : null}
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
