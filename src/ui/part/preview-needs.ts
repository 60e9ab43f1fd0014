import type { Part } from "../../core/model/part";
import { blocksOf } from "../../core/model/tree";

/**
 * What of a part decides which data its page needs. While this stays the same, edits are drawn from the data at hand;
 * when it changes (another menu, a list with other entries), the page's data is fetched anew.
 */
export const needsKey = (part: Pick<Part, "bands">): string =>
  JSON.stringify([
    part.bands.map(({ background, seenBy }) => [background.picture, background.slides, seenBy]),
    // what is for others is left out before anything is gathered for it
    blocksOf(part).map(({ look }) => look.seenBy),
    blocksOf(part).map((block) => {
      switch (block.kind) {
        case "piece":
          return [block.id, block.settings.piece];
        case "menu":
          return [block.id, block.settings.menu, block.settings.subItems];
        case "picture":
          return [block.id, block.settings.picture];
        case "button":
        case "notice":
          return [block.id, block.settings.target];
        case "entryList": {
          const { from, kinds, terms, upcoming, sort, direction, count, paged, pageSize } = block.settings;
          return [block.id, from, kinds, terms, upcoming, sort, direction, count, paged, pageSize];
        }
        case "body":
          return [block.kind];
        default:
          return null;
      }
    }),
  ]);
