import { showsBody } from "../../core/blocks";
import type { Role } from "../../core/blocks/roles";
import { settingsOfKind } from "../../core/blocks/shown";
import { valueAt } from "../../core/design/operations";
import type { Block, Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";

/**
 * What of a part decides which data its page needs. While this stays the same, edits are drawn from the data at hand;
 * when it changes (another menu, a list with other entries), the page's data is fetched anew.
 */
export const needsKey = (part: Pick<Part, "bands">): string =>
  JSON.stringify([
    part.bands.map(({ background, seenBy }) => [background.picture, background.slides, seenBy]),
    // what is for others is left out before anything is gathered for it
    blocksOf(part).map(({ look }) => look.seenBy),
    blocksOf(part).map(needsOf),
  ]);

/** What a block shows that must be fetched, and what decides it; null where it brings all it shows. */
const needsOf = (block: Block): unknown => {
  const needs = settingsOfKind(block.kind).filter(({ role, decides }) => decides || FETCHED.has(role));
  const values = needs.map(({ path }) => valueAt(block.settings, path));
  if (showsBody(block.kind)) return [block.kind, ...values];
  return needs.length === 0 ? null : [block.id, ...values];
};
const FETCHED: ReadonlySet<Role> = new Set([
  "picture",
  "menu",
  "piece",
  "target",
  "kinds",
  "terms",
  "authors",
  "grouping",
  "entries",
]);
