import { valuesFor } from "../blocks/shown";
import { type Design, documentsOf } from "../design/design";
import type { Block } from "../design/part";
import { blocksOf } from "../design/tree";
import type { TextMeasure } from "../measure/text-measure";
import { rowsOf } from "../menus/item-tree";
import type { Slot } from "../model/slot";
import type { Target } from "../model/values";
import { deadBlocks, type HasPage, isDead, wordsOfBlock } from "./dead-links";
import type { LookFinding } from "./look-finding";

/** What is noticed of menus and of links: pages that are gone, labels that are long. */

export const menuFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] =>
  documentsOf(design, "menu").flatMap(({ id, body }) =>
    rowsOf(body.items).flatMap(({ item }) => {
      const found = {
        code: "deadLink",
        severity: "warning",
        menu: id,
        item: item.id,
        label: item.label,
      } as const;
      return [
        ...(isDead(item.target, hasPage) ? [{ ...found, of: "item" } as const] : []),
        ...(isDead(item.promotion?.target, hasPage) ? [{ ...found, of: "promotion" } as const] : []),
      ];
    }),
  );

/** Whether what is gone is an entry that was chosen: the words of the block are not its. */
const isChosenGone = (block: Block, hasPage: HasPage): boolean =>
  (valuesFor(block, "entries") as readonly (readonly string[])[]).flat().some((each) => !hasPage(each));

/** Blocks of parts that are on, each by itself: one in a piece is found in every part that uses it. */
export const targetFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] =>
  documentsOf(design, "part").flatMap(({ id, body }) =>
    !body.on || body.binnedAt !== null
      ? []
      : deadBlocks(body, hasPage).map(
          (block) =>
            ({
              code: "deadLink",
              of: "block",
              severity: "warning",
              part: id,
              block: block.id,
              label: isChosenGone(block, hasPage) ? "" : wordsOfBlock(block),
            }) as const,
        ),
  );

/** What pages say for settings that a part of the slot lets them change now; what nobody reads leads nowhere for nobody. */
export const choiceFindings = (design: Design, hasPage: HasPage): readonly LookFinding[] => {
  const read = documentsOf(design, "part").flatMap(({ body }) =>
    body.on && body.binnedAt === null
      ? (body.choices ?? []).map((choice) => ({ slot: body.slot, ...choice }))
      : [],
  );
  return documentsOf(design, "choice").flatMap(({ body }) =>
    Object.entries(body.values ?? {}).flatMap(([slot, values]) =>
      Object.entries(values ?? {}).flatMap(([name, value]): LookFinding[] => {
        const choice = read.find(
          (each) => each.slot === slot && each.name === name && each.type === "target",
        );
        if (!choice || !isDead(value as Target, hasPage)) return [];
        const { label } = choice;
        return [
          {
            code: "deadLink",
            of: "page",
            severity: "warning",
            page: body.identity,
            slot: slot as Slot,
            label,
          },
        ];
      }),
    ),
  );
};

/** Six such labels and the distances between them fill a row of 1100 px. In rem of a root of 16 px. */
const LONG_LABEL = 160;

/** Labels of menus that stand in a row somewhere, set as the house style sets them. */
export const labelFindings = (design: Design, measure: TextMeasure): readonly LookFinding[] => {
  const inRows = new Set(
    documentsOf(design, "part").flatMap(({ body }) =>
      blocksOf(body).flatMap((block) =>
        block.kind === "menu" && block.settings.direction === "row" ? [block.settings.menu] : [],
      ),
    ),
  );
  const setting = measure.setting("menu");
  return documentsOf(design, "menu").flatMap(({ id, body }) =>
    (inRows.has(id) ? body.items : []).flatMap((item): LookFinding[] => {
      const { width, isExact } = measure.line(item.label, setting);
      if (!isExact || width <= LONG_LABEL) return [];
      const letters = Math.ceil((width - LONG_LABEL) / (width / [...item.label].length));
      return [
        { code: "longLabel", severity: "warning", menu: id, item: item.id, label: item.label, letters },
      ];
    }),
  );
};
