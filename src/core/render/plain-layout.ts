import { type BlockKind, defaultSettings } from "../blocks";
import { Band, type Block, type Part } from "../design/part";
import { Look } from "../model/look";
import { NOWHERE, type Role } from "../model/placement";

/** What stands on pages that no layout is made for, and what stands on a page whatever its layout is. */

const block = (kind: BlockKind): Block =>
  ({
    id: `plain-${kind.toLowerCase()}`,
    kind,
    settings: defaultSettings(kind),
    look: Look.parse({}),
  }) as Block;

const partOf = (id: string, kinds: readonly BlockKind[]): Part => ({
  schema: 1,
  slot: "layout",
  number: 1,
  name: "Plain",
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement: NOWHERE,
  bands: [
    Band.parse({
      id,
      cells: [{ id: `${id}-cell`, share: 12, direction: "column", blocks: kinds.map(block) }],
    }) as Band,
  ],
});

/** With the title, and where that stands above already. */
const both = (kinds: readonly BlockKind[]) => ({
  titled: partOf("plain", ["title", ...kinds]),
  plain: partOf("plain", kinds),
});
const OF_ENTRIES = both(["facts", "body"]);
const OF_LISTS = both(["entryList", "pager"]);
const OF_ACCOUNT = both(["body"]);

/** What a page gets when no layout asks for it: title, body, list. The finding "missing" says so in the studio. */
export const plainLayout = (role: Role, isEntry: boolean, hasTitle = false): Part => {
  const found = role === "account" ? OF_ACCOUNT : isEntry || role === "notFound" ? OF_ENTRIES : OF_LISTS;
  return hasTitle ? found.plain : found.titled;
};

const CORES: Partial<Record<Role, Part>> = {
  search: partOf("core", ["entryList", "pager"]),
  account: partOf("core", ["body"]),
};

/**
 * What one came to a page for that the product itself answers: a layout has it where it likes, and it follows one that
 * does not have it. Null where an entry or an archive is what the page is for.
 */
export const corePart = (role: Role): Part | null => CORES[role] ?? null;

/** Blocks that are not shown on screens of some width: they are hidden there, or what they stand in is. */
export const hiddenSomewhere = (parts: readonly Part[]): ReadonlySet<string> => {
  const found = new Set<string>();
  const look = (blocks: readonly Block[], isHidden: boolean): void => {
    for (const { id, look: own, blocks: inside = [] } of blocks) {
      const isOwn = isHidden || own.hideOn.length > 0;
      if (isOwn) found.add(id);
      look(inside, isOwn);
    }
  };
  for (const { bands } of parts)
    for (const { hideOn, cells } of bands) for (const { blocks } of cells) look(blocks, hideOn.length > 0);
  return found;
};
