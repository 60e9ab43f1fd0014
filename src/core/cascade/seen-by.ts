import { bandsAsShown } from "../design/bar";
import type { Band, Block, Cell, Part } from "../design/part";
import { blocksOf } from "../design/tree";
import type { Menu, MenuItem } from "../model/menu";
import { type Audience, isFor } from "../model/placement";

/** Blocks as an audience sees them; the same object where there is nothing to leave out. */
const blocksSeenBy = (blocks: readonly Block[], audience: Audience): readonly Block[] => {
  const seen = blocks
    .filter(({ look }) => isFor(look.seenBy, audience))
    .map((block) => {
      const inside = block.blocks && blocksSeenBy(block.blocks, audience);
      return inside === block.blocks ? block : ({ ...block, blocks: inside } as Block);
    });
  return seen.length === blocks.length && seen.every((each, place) => each === blocks[place]) ? blocks : seen;
};

/** A cell that is left with nothing leaves no hole; one that is empty on purpose stays. */
const cellSeenBy = (cell: Cell, audience: Audience): Cell | null => {
  const blocks = blocksSeenBy(cell.blocks, audience);
  if (blocks === cell.blocks) return cell;
  return blocks.length === 0 ? null : { ...cell, blocks };
};

const bandSeenBy = (band: Band, audience: Audience): Band | null => {
  if (!isFor(band.seenBy, audience)) return null;
  const cells = band.cells.flatMap((cell) => cellSeenBy(cell, audience) ?? []);
  if (cells.length === band.cells.length && cells.every((cell, place) => cell === band.cells[place]))
    return band;
  return cells.length === 0 ? null : { ...band, cells };
};

const seenParts = new WeakMap<Part, Map<Audience, Part>>();

/**
 * A whole part as one audience sees it: bands and blocks that are for others are left out, and cells that are left with
 * nothing; of a title bar what it is told to show. The same object where there is nothing to leave out, and for the same part and audience.
 */
export const partSeenBy = (part: Part, audience: Audience): Part => {
  const known = seenParts.get(part) ?? new Map<Audience, Part>();
  const found = known.get(audience);
  if (found) return found;
  const bands = bandsAsShown(part).flatMap((band) => bandSeenBy(band, audience) ?? []);
  const isWhole = bands.length === part.bands.length && bands.every((band, at) => band === part.bands[at]);
  const seen = isWhole ? part : { ...part, bands };
  seenParts.set(part, known.set(audience, seen));
  return seen;
};

const rulesOfItems = (items: readonly MenuItem[]): readonly MenuItem["seenBy"][] =>
  items.flatMap((item) => [item.seenBy, ...rulesOfItems(item.items)]);

/** Audiences to whom a whole part may look different, who is signed out first: by its bands and blocks, and by items of the menus it shows. */
export const audiencesOfPart = (
  part: Part,
  menus: Readonly<Record<string, Pick<Menu, "items">>> = {},
): readonly Audience[] => {
  const shown = blocksOf(part).flatMap((block) => (block.kind === "menu" ? [block.settings.menu] : []));
  const rules = [
    ...part.bands.map(({ seenBy }) => seenBy),
    ...blocksOf(part).map(({ look }) => look.seenBy),
    ...[...new Set(shown)].flatMap((menu) => rulesOfItems(menus[menu]?.items ?? [])),
  ];
  const hasAccount = blocksOf(part).some(({ kind }) => kind === "account");
  const named = rules.filter((rule): rule is Audience => rule !== undefined && rule !== "");
  return [
    ...new Set<Audience>(["signedOut", ...(hasAccount || named.length > 0 ? ["signedIn"] : []), ...named]),
  ];
};
