"use client";
import type { Operation } from "../../core/design/operations";
import { setNodeOperation, valueAt } from "../../core/design/operations";
import type { Band, Cell, Part } from "../../core/design/part";
import { findPlace, type NodePlace, withFreshIds } from "../../core/design/tree";
import { betweenSites, type Copied, type SiteThings, transplanted } from "../../core/packs/transplant";
import { newNodeId } from "../client/new-id";
import { useEditor } from "./editor";
import { COPIED_TYPE } from "./pasted";

/** Copies of bands, cells, blocks and looks: kept in this browser, so that they reach other parts and other sites. */

const KEY = "gray-latch:copied";
const LOOK_KEY = "gray-latch:look";

interface Kept {
  readonly site: string;
  readonly things: SiteThings;
  readonly copied: Copied;
}

/** What of a site a copy is told by elsewhere, and nothing more. */
const told = ({ menus, pieces, pictures, palette, textStyles }: SiteThings): SiteThings => ({
  menus: menus.map(({ id, name }) => ({ id, name })),
  pieces: pieces.map(({ id, name }) => ({ id, name })),
  pictures: pictures.map(({ id, file }) => ({ id, file })),
  palette: palette.map(({ id, value }) => ({ id, value })),
  textStyles: textStyles.map(({ id, name }) => ({ id, name })),
});

const read = <T>(key: string): T | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null") as T | null;
  } catch {
    return null;
  }
};

export const copyNode = (place: NodePlace, things: SiteThings): void => {
  const { site } = useEditor.getState();
  const kept: Kept = { site, things: told(things), copied: { type: place.type, node: place.node } as Copied };
  localStorage.setItem(KEY, JSON.stringify(kept));
  markClipboard();
};

/** Has the system's clipboard say that a node was copied last: what is pasted is what was copied last, here or elsewhere. */
const markClipboard = (): void => {
  const mark = (event: ClipboardEvent) => {
    event.clipboardData?.setData(COPIED_TYPE, KEY);
    event.preventDefault();
    event.stopPropagation();
  };
  document.addEventListener("copy", mark, { capture: true, once: true });
  document.execCommand("copy");
  document.removeEventListener("copy", mark, { capture: true });
};

/** What was copied, ready for this site; null if there is nothing. */
const copiedHere = (here: SiteThings): Copied | null => {
  const kept = read<Kept>(KEY);
  // one kept by an older version knows nothing of its site's things
  if (!kept?.things?.textStyles) return null;
  const { site } = useEditor.getState();
  const copied =
    kept.site === site ? kept.copied : transplanted(kept.copied, betweenSites(kept.things, here));
  return { ...copied, node: withFreshIds(copied.node, newNodeId) } as Copied;
};

/** Where a copy goes: behind the node one is at, or into it where it is one level less. */
const placeFor = (copied: Copied, place: NodePlace, part: Part): { parent: string; index: number } | null => {
  const { node, type, parent, index } = place;
  if (copied.type === type) return { parent, index: index + 1 };
  if (copied.type === "band") return { parent: "", index: part.bands.length };
  if (copied.type === "block" && type === "cell") {
    return { parent: node.id, index: (node as Cell).blocks.length };
  }
  if (copied.type === "cell" && type === "band") {
    return { parent: node.id, index: (node as Band).cells.length };
  }
  if (copied.type === "block" && type === "band") {
    const last = (node as Band).cells.at(-1) as Cell;
    return { parent: last.id, index: last.blocks.length };
  }
  return null;
};

/** Puts in what was copied, at the end if one is nowhere; false where it does not go, or nothing was copied. */
export const pasteNode = (here: SiteThings, at?: NodePlace): boolean => {
  const { body: part, id, apply, select } = useEditor.getState();
  const copied = copiedHere(here);
  if (!part || !copied) return false;
  const last = part.bands.at(-1);
  const place = at ?? (last && findPlace(part, last.id));
  const start = copied.type === "band" ? { parent: "", index: 0 } : null;
  const target = place ? placeFor(copied, place, part) : start;
  if (!target || !apply([{ op: "insertNode", id, ...target, node: copied.node }])) return false;
  select(copied.node.id);
  return true;
};

/** What makes up how a node looks, beside what it says. */
const LOOKS: Readonly<Record<NodePlace["type"], readonly (readonly string[])[]>> = {
  band: [["colour"], ["background"], ["paddingBlock"], ["height"], ["gap"], ["alignBlock"], ["width"]],
  cell: [["align"], ["direction"], ["gap"]],
  block: (
    [
      "colour",
      "background",
      "align",
      "type",
      "padding",
      "borderWidth",
      "borderColour",
      "radius",
      "shadow",
    ] as const
  ).map((key) => ["look", key]),
};
interface KeptLook {
  readonly type: NodePlace["type"];
  readonly values: readonly unknown[];
}

export const copyLook = (place: NodePlace): void => {
  const values = LOOKS[place.type].map((path) => valueAt(place.node, path));
  localStorage.setItem(LOOK_KEY, JSON.stringify({ type: place.type, values } satisfies KeptLook));
};

/** Gives a node the look of the one copied, where both are of the same sort. */
export const pasteLook = (place: NodePlace): boolean => {
  const { body: part, id, apply } = useEditor.getState();
  const kept = read<KeptLook>(LOOK_KEY);
  if (!part || kept?.type !== place.type) return false;
  const operations = LOOKS[place.type].flatMap((path, at): Operation[] => {
    const value = kept.values[at];
    const isSame = JSON.stringify(value) === JSON.stringify(valueAt(place.node, path));
    return isSame ? [] : [setNodeOperation(part, id, place.node.id, path, value)];
  });
  return operations.length === 0 || apply(operations);
};
