import type { Band, Block, Cell, Part } from "../../core/design/part";
import { walk } from "../../core/design/tree";
import { BLOCK_NAMES } from "../../messages/block-fields";
import { describeAudiences } from "../../messages/findings";
import { valueOptions } from "../../messages/values";
import { WIDTH_NAMES } from "../../messages/words";

/** How the list of a part reads. */

const FRACTIONS: Readonly<Record<number, string>> = { 2: "⅙", 3: "¼", 4: "⅓", 6: "½", 8: "⅔", 9: "¾" };

/** A cell's share as people say it: a fraction of the band where it is one. */
export const shareText = (cell: Cell, cells: readonly Cell[]): string => {
  if (cell.share === 0 || cells.length === 1) return "";
  const all = cells.reduce((sum, each) => sum + each.share, 0);
  return (
    FRACTIONS[(cell.share / all) * 12] ??
    (cells.filter((each) => each.share > 0).length === 1 ? "the rest" : `${cell.share} of ${all}`)
  );
};

type Levels = readonly { readonly key: string; readonly name: string }[];

/** Who sees something that is not for everyone: "signed out only", "Members only". */
const seenByText = (rule: Band["seenBy"], levels: Levels): string =>
  rule ? `${describeAudiences([rule], levels)} only` : "";

/** What a band is, in a few words: "32 px, hidden on small". */
export const bandText = (band: Band, levels: Levels): string =>
  [
    band.height.wide > 0 ? `${band.height.wide} px` : "",
    band.background.picture !== "" || band.background.pageOwnPicture ? "over a picture" : "",
    band.sticky ? "stays at the top" : "",
    band.hideOn.length > 0 ? `hidden on ${band.hideOn.map((width) => WIDTH_NAMES[width]).join(", ")}` : "",
    seenByText(band.seenBy, levels),
  ]
    .filter((text) => text !== "")
    .join(", ");

/** A block's name with what tells it from its likes, and who sees it where not everyone does. */
export const blockText = (block: Block, names: BlockNames): string => {
  const seenBy = seenByText(block.look.seenBy, names.levels);
  return `${blockName(block, names)}${seenBy && `, ${seenBy}`}`;
};

const HERO_WORDS = Object.fromEntries(valueOptions("kind"));

interface BlockNames {
  readonly menuName: (id: string) => string;
  readonly pieceName: (id: string) => string;
  readonly levels: Levels;
}

const blockName = (block: Block, { menuName, pieceName }: BlockNames): string => {
  const name = BLOCK_NAMES[block.kind];
  switch (block.kind) {
    case "menu":
      return block.settings.menu === ""
        ? `${name}, none chosen`
        : `${name} “${menuName(block.settings.menu)}”`;
    case "piece":
      return block.settings.piece === ""
        ? `${name}, none chosen`
        : `${name} “${pieceName(block.settings.piece)}”`;
    case "button":
    case "heading": {
      const words = block.kind === "button" ? block.settings.label : block.settings.text;
      return `${name} “${words.length > 18 ? `${words.slice(0, 16)}…` : words}”`;
    }
    case "hero":
      return `${name}, ${HERO_WORDS[block.settings.kind]}`;
    case "entryList":
      return `${name}, ${block.settings.arrangement}`;
    default:
      return name;
  }
};

/** Ids of bands and blocks in the order arrow keys walk them. */
export const walkOrder = (part: Part): readonly string[] =>
  [...walk(part)].filter((place) => place.type !== "cell").map((place) => place.node.id);
