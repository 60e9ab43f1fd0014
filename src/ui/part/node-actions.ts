"use client";
import { flushSync } from "react-dom";
import { type BlockKind, defaultSettings, holdsBlocks, type SettingsOf } from "../../core/blocks";
import type { Operation } from "../../core/design/operations";
import { Band, type Block, type Cell, type Part } from "../../core/design/part";
import {
  findPlace,
  getPlace,
  type NodePlace,
  type PartNode,
  walk,
  withFreshIds,
} from "../../core/design/tree";
import { Look } from "../../core/model/look";
import { newNodeId } from "../client/new-id";
import { useEditor } from "./editor";

/** What can be done with the nodes of the part being edited, by click and by key. */

export const addBand = () => {
  const { body: part, id, apply, select } = useEditor.getState();
  if (!part) return;
  const node = Band.parse({
    id: newNodeId(),
    name: `Band ${part.bands.length + 1}`,
    cells: [{ id: newNodeId(), share: 1 }],
  });
  if (apply([{ op: "insertNode", id, parent: "", index: part.bands.length, node }])) select(node.id);
};

export const addCell = (band: Band) => {
  const { id, apply, select } = useEditor.getState();
  const node = {
    id: newNodeId(),
    share: 1,
    align: "start" as const,
    direction: "row" as const,
    gap: 16,
    blocks: [],
  };
  if (apply([{ op: "insertNode", id, parent: band.id, index: band.cells.length, node }])) select(node.id);
};

const bandAround = (part: Part, node: string | null): Band | undefined => {
  let place = node === null ? undefined : findPlace(part, node);
  while (place && place.parent !== "") place = findPlace(part, place.parent);
  return place?.node as Band | undefined;
};

/** The keyboard goes to a node in the list. */
export const focusNode = (node: string): void =>
  document.querySelector<HTMLElement>(`[data-list-node="${node}"]`)?.focus();

/** A cell in the band that is selected, or that something is selected in; the last one otherwise. */
export const addCellHere = () => {
  const { body: part, selected } = useEditor.getState();
  const band = part && (bandAround(part, selected) ?? part.bands.at(-1));
  if (band) addCell(band);
};

/** Does something that selects what it made or what is next, and goes on there with the keyboard. */
export const goingOn = (act: () => void) => () => {
  flushSync(act);
  const { selected } = useEditor.getState();
  if (selected) focusNode(selected);
};

export const duplicateNode = (place: NodePlace) => {
  const { id, apply, select } = useEditor.getState();
  const copy = withFreshIds(place.node, newNodeId);
  if (apply([{ op: "insertNode", id, parent: place.parent, index: place.index + 1, node: copy }]))
    select(copy.id);
};

export const canUnbox = (place: NodePlace): boolean =>
  place.type === "block" &&
  (place.node as Block).kind === "group" &&
  ((place.node as Block).blocks?.length ?? 0) > 0;

/** The box goes, what was in it stays, in its place and order. */
export const unbox = (place: NodePlace) => {
  const { id, apply, select } = useEditor.getState();
  const inside = (place.node as Block).blocks ?? [];
  const moves = inside.map(
    (block, index): Operation => ({
      op: "moveNode",
      id,
      node: block.id,
      from: { parent: place.node.id, index: 0 },
      to: { parent: place.parent, index: place.index + index },
    }),
  );
  const empty = { ...(place.node as Block), blocks: [] };
  if (
    apply([
      ...moves,
      { op: "removeNode", id, parent: place.parent, index: place.index + inside.length, node: empty },
    ])
  )
    select(inside[0]?.id ?? null);
};

/** A box round a block, in its place: what is in it is set apart as one. */
export const putInBox = (place: NodePlace) => {
  const { id, apply, select } = useEditor.getState();
  const box = emptyBox();
  const { parent, index, node } = place;
  const done = apply([
    { op: "insertNode", id, parent, index, node: box },
    {
      op: "moveNode",
      id,
      node: node.id,
      from: { parent, index: index + 1 },
      to: { parent: box.id, index: 0 },
    },
  ]);
  if (done) select(box.id);
};

export const removeSelected = (place: NodePlace) => {
  const { id, apply, select, body: part } = useEditor.getState();
  if (place.type === "cell" && part && (getPlace(part, place.parent).node as Band).cells.length === 1) return;
  if (apply([{ op: "removeNode", id, parent: place.parent, index: place.index, node: place.node }]))
    select(null);
};

/** What stands beside a node, itself among it. */
export const siblingsOf = (place: NodePlace, part: Part): readonly PartNode[] => {
  if (place.parent === "") return part.bands;
  const around = findPlace(part, place.parent)?.node as Band | Cell | Block;
  return "cells" in around ? around.cells : (around.blocks ?? []);
};

/** Removes a node; the keyboard goes on at what follows it, or stands before it, or around it. */
export const removeAndGoOn = (place: NodePlace) => {
  const { body: part } = useEditor.getState();
  const around = part ? siblingsOf(place, part) : [];
  const next = (around[place.index + 1] ?? around[place.index - 1])?.id ?? place.parent;
  flushSync(() => removeSelected(place));
  focusNode(next);
};

/** From the last to the first, so that places before stay what they are. */
const backwards = (places: readonly NodePlace[]): readonly NodePlace[] => {
  const order = [...walk(useEditor.getState().body as Part)].map(({ node }) => node.id);
  return [...places].sort((a, b) => order.indexOf(b.node.id) - order.indexOf(a.node.id));
};

export const removeAll = (places: readonly NodePlace[]) => {
  const { id, apply, select, body: part } = useEditor.getState();
  const isLastCell = ({ type, parent }: NodePlace) =>
    type === "cell" &&
    part !== null &&
    (getPlace(part, parent).node as Band).cells.every((cell) =>
      places.some(({ node }) => node.id === cell.id),
    );
  if (places.some(isLastCell)) return;
  const operations = backwards(places).map(
    ({ parent, index, node }): Operation => ({ op: "removeNode", id, parent, index, node }),
  );
  if (apply(operations)) select(null);
};

export const duplicateAll = (places: readonly NodePlace[]) => {
  const { id, apply } = useEditor.getState();
  apply(
    backwards(places).map(
      ({ parent, index, node }): Operation => ({
        op: "insertNode",
        id,
        parent,
        index: index + 1,
        node: withFreshIds(node, newNodeId),
      }),
    ),
  );
};

/** Whether blocks follow one another in one cell or box. */
export const standTogether = (places: readonly NodePlace[]): boolean => {
  const indices = places.map(({ index }) => index).sort((a, b) => a - b);
  const [first] = places;
  return (
    places.every(({ type, parent }) => type === "block" && parent === first?.parent) &&
    indices.every((index, place) => index === (indices[0] as number) + place)
  );
};

/** One box round blocks that follow one another, in their order. */
export const putAllInBox = (places: readonly NodePlace[]) => {
  const { id, apply, select } = useEditor.getState();
  const inOrder = [...places].sort((a, b) => a.index - b.index);
  const [first] = inOrder;
  if (!first) return;
  const box = emptyBox();
  const { parent, index } = first;
  const moves = inOrder.map(
    ({ node }, place): Operation => ({
      op: "moveNode",
      id,
      node: node.id,
      from: { parent, index: index + 1 },
      to: { parent: box.id, index: place },
    }),
  );
  if (apply([{ op: "insertNode", id, parent, index, node: box }, ...moves])) select(box.id);
};

const emptyBox = () => ({
  id: newNodeId(),
  kind: "group" as const,
  settings: defaultSettings("group"),
  look: Look.parse({}),
  blocks: [],
});

/** A node dropped on another: it takes the place of one of its own type, or goes to the end of a cell or a band; never into itself. */
export const dropNode = (dragged: string, over: string): void => {
  const { id, apply, select, body: part } = useEditor.getState();
  const [from, at] = part ? [findPlace(part, dragged), findPlace(part, over)] : [];
  if (!part || !from || !at || dragged === over) return;
  if (JSON.stringify(from.node).includes(`"${over}"`)) return;
  const to = dropTarget(from, at);
  if (!to) return;
  const move: Operation = {
    op: "moveNode",
    id,
    node: dragged,
    from: { parent: from.parent, index: from.index },
    to,
  };
  if (apply([move])) select(dragged);
};

const dropTarget = (from: NodePlace, at: NodePlace): { parent: string; index: number } | null => {
  if (from.type === at.type) return { parent: at.parent, index: at.index };
  if (from.type === "block" && at.type === "cell")
    return { parent: at.node.id, index: (at.node as Cell).blocks.length };
  if (from.type === "cell" && at.type === "band")
    return { parent: at.node.id, index: (at.node as Band).cells.length };
  return null;
};

/** Where a new block goes: into a box that is selected, behind a block, to the end of a cell or a band, else of the part. */
const placeForBlock = (part: Part, at: string | null): { parent: string; index: number } => {
  const place = at === null ? undefined : findPlace(part, at);
  const endOf = ({ id, blocks }: Cell) => ({ parent: id, index: blocks.length });
  if (place?.type === "cell") return endOf(place.node as Cell);
  if (place?.type !== "block") {
    const band = (place?.node as Band | undefined) ?? part.bands.at(-1);
    return endOf(band?.cells.at(-1) as Cell);
  }
  const inside = (place.node as Block).blocks;
  return inside
    ? { parent: place.node.id, index: inside.length }
    : { parent: place.parent, index: place.index + 1 };
};

/** Slides go into the hero that is selected or around what is: behind the slide there, or to the end; null without one. */
const placeForSlide = (part: Part, at: string | null): { parent: string; index: number } | null => {
  const place = at === null ? undefined : findPlace(part, at);
  if (place?.type !== "block") return null;
  const block = place.node as Block;
  if (block.kind === "hero") return { parent: block.id, index: block.blocks?.length ?? 0 };
  const around = findPlace(part, place.parent)?.node;
  if (around && "kind" in around && around.kind === "hero")
    return {
      parent: around.id,
      index: block.kind === "slide" ? place.index + 1 : (around.blocks?.length ?? 0),
    };
  return placeForSlide(part, place.parent);
};
/** Whether a slide can be added where something is selected. */
export const canAddSlide = (part: Part, at: string | null): boolean => placeForSlide(part, at) !== null;

/** A new block after the node that is at hand, or the selected one; with other settings than usual, if given. */
export const addBlock = <K extends BlockKind>(
  kind: K,
  settings: Partial<SettingsOf<K>> = {},
  at: string | null = useEditor.getState().selected,
): boolean => {
  const { body: part, id, apply, select } = useEditor.getState();
  if (!part || part.bands.length === 0) return false;
  const node = {
    id: newNodeId(),
    kind,
    settings: { ...defaultSettings(kind), ...settings },
    // the house style has a text style for the menus of footers
    look: Look.parse(kind === "menu" && part.slot === "footer" ? { type: "footerMenu" } : {}),
    ...(holdsBlocks(kind) ? { blocks: [] } : {}),
  };
  const place = kind === "slide" ? placeForSlide(part, at) : placeForBlock(part, at);
  const isAdded = place !== null && apply([{ op: "insertNode", id, ...place, node }]);
  if (isAdded) select(node.id);
  return isAdded;
};
