import type { Band } from "../design/part";
import { type NodePlace, type PartNode, walk } from "../design/tree";
import { sameValue } from "../model/canonical";

/** One thing in which two versions of a part are drawn otherwise: a node more or less, another place, or one setting of a node. */
export type NodeDifference =
  | { readonly is: "more" | "less" | "moved"; readonly node: PartNode }
  | { readonly is: "set"; readonly node: PartNode; readonly path: readonly string[] };

const placesIn = (bands: readonly Band[]): ReadonlyMap<string, NodePlace> =>
  new Map([...walk({ bands })].map((place) => [place.node.id, place]));

/** Fields that hold other nodes, or say who a node is. */
const NOT_SETTINGS: ReadonlySet<string> = new Set(["id", "kind", "cells", "blocks", "bands"]);
/** Fields whose own fields are the settings. */
const GROUPS: ReadonlySet<string> = new Set(["settings", "look", "background", "overPicture", "shareOn"]);

type Fields = Readonly<Record<string, unknown>>;

const settingsThatDiffer = (before: PartNode, after: PartNode): readonly (readonly string[])[] => {
  const [was, now] = [before, after].map((node) => node as unknown as Fields) as [Fields, Fields];
  const keys = [...new Set([...Object.keys(was), ...Object.keys(now)])].filter(
    (key) => !NOT_SETTINGS.has(key),
  );
  return keys.flatMap((key): readonly (readonly string[])[] => {
    if (sameValue(was[key], now[key])) return [];
    if (!GROUPS.has(key)) return [[key]];
    const [inner, other] = [was[key] ?? {}, now[key] ?? {}] as [Fields, Fields];
    return [...new Set([...Object.keys(inner), ...Object.keys(other)])].flatMap((name) =>
      sameValue(inner[name], other[name]) ? [] : [[key, name]],
    );
  });
};

/** The longest run of numbers that only grow: what it leaves out is what was moved. */
const growing = (numbers: readonly number[]): ReadonlySet<number> => {
  const best: (readonly number[])[] = [];
  for (const [at, number] of numbers.entries()) {
    const before = best
      .slice(0, at)
      .filter((run) => (run.at(-1) as number) < number)
      .reduce<readonly number[]>((longest, run) => (run.length > longest.length ? run : longest), []);
    best.push([...before, number]);
  }
  return new Set(
    best.reduce<readonly number[]>((longest, run) => (run.length > longest.length ? run : longest), []),
  );
};

/** Ids of nodes that are on both sides and stand elsewhere: in another node, or otherwise among those that stayed. */
const movedBetween = (
  old: ReadonlyMap<string, NodePlace>,
  now: ReadonlyMap<string, NodePlace>,
): ReadonlySet<string> => {
  const stayed = new Map<string, NodePlace[]>();
  const moved = new Set<string>();
  for (const [id, { parent }] of now) {
    const was = old.get(id);
    if (!was) continue;
    if (was.parent !== parent) moved.add(id);
    else stayed.set(parent, [...(stayed.get(parent) ?? []), was]);
  }
  for (const places of stayed.values()) {
    const inOrder = growing(places.map(({ index }) => index));
    for (const { node, index } of places) if (!inOrder.has(index)) moved.add(node.id);
  }
  return moved;
};

/** In what two lists of bands differ, top down; what came or went is named once, without what is in it. */
export const nodeDifferences = (
  before: readonly Band[],
  after: readonly Band[],
): readonly NodeDifference[] => {
  const [old, now] = [placesIn(before), placesIn(after)];
  const moved = movedBetween(old, now);
  const isNew = (id: string) => now.has(id) && !old.has(id);
  const isGone = (id: string) => old.has(id) && !now.has(id);
  return [
    ...[...now.values()].flatMap(({ node, parent }): readonly NodeDifference[] => {
      const was = old.get(node.id);
      if (!was) return isNew(parent) ? [] : [{ is: "more", node }];
      return [
        ...(moved.has(node.id) ? [{ is: "moved", node } as const] : []),
        ...settingsThatDiffer(was.node, node).map((path) => ({ is: "set", node, path }) as const),
      ];
    }),
    ...[...old.values()].flatMap(({ node, parent }): readonly NodeDifference[] =>
      now.has(node.id) || isGone(parent) ? [] : [{ is: "less", node }],
    ),
  ];
};
