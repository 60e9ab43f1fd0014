"use client";
import type { KeyboardEvent } from "react";
import { flushSync } from "react-dom";
import type { Band, Part } from "../../core/design/part";
import { findPlace, getPlace, type NodePlace } from "../../core/design/tree";
import type { SiteThings } from "../../core/packs/transplant";
import { keyOf } from "../shell/useKeys";
import { copyNode } from "./clipboard";
import { useEditor } from "./editor";
import { walkOrder } from "./list-lines";
import { duplicateNode, focusNode, removeSelected, siblingsOf } from "./node-actions";

/** What keys do in the list of a part. */

/**
 * Arrow keys along the list; Alt and an arrow moves, Ctrl D duplicates, Ctrl C and X copy and cut, F2 goes to the words,
 * Delete removes, Esc goes outwards.
 */
export const handleListKeys = (event: KeyboardEvent<HTMLElement>, things: SiteThings): void => {
  const node = (event.target as HTMLElement).closest<HTMLElement>("[data-list-node]")?.dataset["listNode"];
  const { body: part, select } = useEditor.getState();
  if (!node || !part) return;
  const place = findPlace(part, node);
  if (!place) return;
  const key = keyOf(event);
  const act = LIST_KEYS[key];
  if (!act) return;
  event.preventDefault();
  event.stopPropagation();
  let focus: string | null | undefined;
  // all stands where it is now before the next key is heard
  flushSync(() => {
    focus = act(place, part, things);
    if (typeof focus !== "undefined")
      select(key === "escape" || key.startsWith("alt+") ? focus : useEditor.getState().selected);
  });
  if (focus) focusNode(focus);
};

type ListKey = (place: NodePlace, part: Part, things: SiteThings) => string | null | undefined;

const step =
  (by: number): ListKey =>
  (place, part) => {
    const order = place.type === "cell" ? [] : walkOrder(part);
    return order[order.indexOf(place.node.id) + by] ?? undefined;
  };

const move =
  (by: number): ListKey =>
  (place, part) => {
    const { id, apply } = useEditor.getState();
    const target = neighbour(place, part, by);
    if (!target) return undefined;
    apply([
      {
        op: "moveNode",
        id,
        node: place.node.id,
        from: { parent: place.parent, index: place.index },
        to: target,
      },
    ]);
    return place.node.id;
  };

/** Where a node goes one step on: within its parent, or over into the next cell of the band. */
const neighbour = (
  place: NodePlace,
  part: Part,
  by: number,
): { parent: string; index: number } | undefined => {
  const siblings = siblingsOf(place, part);
  const index = place.index + by;
  if (index >= 0 && index < siblings.length) return { parent: place.parent, index };
  const cell = findPlace(part, place.parent);
  if (place.type !== "block" || cell?.type !== "cell") return undefined;
  const next = (getPlace(part, cell.parent).node as Band).cells[cell.index + by];
  return next ? { parent: next.id, index: by > 0 ? 0 : next.blocks.length } : undefined;
};

const LIST_KEYS: Readonly<Record<string, ListKey>> = {
  arrowright: step(1),
  arrowdown: step(1),
  arrowleft: step(-1),
  arrowup: step(-1),
  "alt+arrowright": move(1),
  "alt+arrowdown": move(1),
  "alt+arrowleft": move(-1),
  "alt+arrowup": move(-1),
  "ctrl+d": (place) => {
    duplicateNode(place);
    return useEditor.getState().selected;
  },
  "ctrl+c": (place, _, things) => {
    copyNode(place, things);
    return undefined;
  },
  "ctrl+x": (place, _, things) => {
    copyNode(place, things);
    removeSelected(place);
    return undefined;
  },
  delete: (place) => {
    removeSelected(place);
    return undefined;
  },
  f2: ({ node }) => {
    // its settings are there at once: what is typed next goes into them
    flushSync(() => useEditor.getState().select(node.id));
    focusWords();
    return undefined;
  },
  escape: (place) => (place.parent === "" ? null : place.parent),
};

/** To the name or the words of what is selected, if it has any. */
const focusWords = () =>
  document
    .querySelector<HTMLInputElement>(
      'section[aria-label^="Settings of"] input[type="text"]:not([inputmode], [role])',
    )
    ?.select();
