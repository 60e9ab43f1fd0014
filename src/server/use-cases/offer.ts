import { z } from "zod";
import { succeed } from "../../core/model/issue";
import { Slot } from "../../core/model/slot";
import { chooseOperations, type Proposal, proposals, type Wanted } from "../../core/placement/proposals";
import type { CompiledDesign } from "../../core/placement/resolve";
import { startingPoints } from "../../core/starting/points";
import { POOL } from "../../data/database";
import { describeCondition } from "../../messages/placement-sentences";
import { vocabularyFor } from "../../messages/vocabulary";
import { slotName } from "../../messages/words";
import { impactOfOperations } from "./impact-words";
import { startingMaterial } from "./starting-material";
import { defineUseCase, type SiteContext } from "./use-case";
import { badgeOf, Picks, pickedNumbers, resolutionFor, Seen, Shown } from "./view-input";

const WantedInput = z.discriminatedUnion("use", [
  z.object({ use: z.literal("part"), part: z.string() }),
  z.object({ use: z.literal("copy"), part: z.string() }),
  z.object({ use: z.literal("new") }),
  z.object({ use: z.literal("nothing") }),
  /** Gives the pages back to the rules. */
  z.object({ use: z.literal("everywhere") }),
]);

/** "Use another here": every way that works, each with its impact, nothing done yet. */
export const offer = defineUseCase({
  input: Seen.omit({ state: true }).extend(Shown.shape).extend({
    slot: Slot,
    pages: Picks,
    wanted: WantedInput,
  }),
  run: async (context, { slot, pages, wanted, by, filter, ...seen }) => {
    const resolution = await resolutionFor(context, { ...seen, state: "draft" }, POOL);
    if (!resolution.ok) return resolution;
    const { compiled: draft, view } = resolution.value;
    const numbers = pickedNumbers(resolution.value, pages, { by, filter });
    if (!numbers.ok) return numbers;
    const wished = wanted.use === "everywhere" ? null : wishedOf(draft, slot, wanted, context);
    const ways =
      wished === null
        ? releases(draft, slot, numbers.value)
        : proposals(draft, { slot, pages: numbers.value, wanted: wished, view }, context.ids);
    return succeed({
      /** How many pages the selection stands for. */
      pages: numbers.value.reduce((sum, number) => sum + (resolution.value.weights[number] as number), 0),
      ways: ways.flatMap(({ lines, ...way }) => {
        const impact = impactOfOperations(draft, way.operations, view);
        if (!impact.ok) return [];
        const vocabulary = vocabularyFor(draft.index, lines);
        const words = lines.map((line) => describeCondition(line, vocabulary));
        return [{ ...way, lines: words, impact: impact.value }];
      }),
    });
  },
});

const wishedOf = (
  draft: CompiledDesign,
  slot: Slot,
  wanted: Exclude<z.infer<typeof WantedInput>, { use: "everywhere" }>,
  context: SiteContext,
): Wanted => {
  switch (wanted.use) {
    case "copy": {
      const name = badgeOf(draft.design, wanted.part)?.name ?? slotName(slot);
      return { use: "copy", part: wanted.part, name: `${name}, copy` };
    }
    case "new": {
      const [point] = startingPoints(slot, startingMaterial(draft), context.ids.id);
      return { use: "new", name: point?.name ?? `New ${slotName(slot)}`, bands: point?.bands ?? [] };
    }
    case "nothing":
      return { use: "nothing", name: `No ${slotName(slot)}` };
    default:
      return wanted;
  }
};

/** Choices that can be given back; more than one can look over are left to rules. */
const MOST_RELEASED = 2000;

const releases = (draft: CompiledDesign, slot: Slot, numbers: readonly number[]): readonly Proposal[] => {
  const choosing = new Set(
    numbers
      .map((number) => draft.index.pages[number]?.identity as string)
      .filter((identity) => draft.choices[slot].has(identity)),
  );
  const operations = [...choosing]
    .slice(0, MOST_RELEASED)
    .flatMap((identity) => chooseOperations(draft.design, identity, slot, undefined));
  return operations.length === 0
    ? []
    : [{ way: "thisPageOnly", lines: [], operations, part: null, creates: false }];
};
