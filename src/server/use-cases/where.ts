import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { findBody, nextNumber, orderedParts } from "../../core/design/design";
import { applyOperations } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { fail, issue, succeed } from "../../core/model/issue";
import { Placement } from "../../core/model/placement";
import { Slot } from "../../core/model/slot";
import { createPartOperations } from "../../core/placement/proposals";
import { type Resolution, resolveAll } from "../../core/placement/resolution";
import { compileDesign } from "../../core/placement/resolve";
import { follow } from "../../core/placement/slot-columns";
import { POOL } from "../../data/database";
import { slotName } from "../../messages/words";
import { impactInWords, named } from "./impact-words";
import { reachIn } from "./parts";
import { findPlaces } from "./places";
import { defineUseCase } from "./use-case";
import { designAt, Seen, viewOf } from "./view-input";

const MOST_TITLES = 60;
const MOST_KEEPERS = 24;

const titles = (resolution: Resolution, numbers: readonly number[]) =>
  numbers
    .filter((number) => resolution.weights[number] !== 0)
    .slice(0, MOST_TITLES)
    .map((number) => named(resolution.compiled.index.pages[number] as Address));

/** Parts that ask as narrowly as one does somewhere, with the number of pages. */
const tiesOf = (resolution: Resolution, slot: Slot, part: string) => {
  const { columns, weights, numbers } = resolution;
  const { ruled, marks } = columns[slot];
  const own = numbers.numberOf(part);
  const tied = new Map<number, number>();
  for (let number = 0; number < ruled.tie.length; number += 1) {
    const tie = ruled.tie[number] as number;
    if (tie === 0 || weights[number] === 0) continue;
    const winner = ruled.part[number] as number;
    if (winner !== own && !numbers.tieHas(tie, own)) continue;
    const mark = marks.get(number);
    if (mark && mark.is !== "unused") continue;
    for (const other of [winner, ...numbers.tied(tie)])
      if (other !== own) tied.set(other, (tied.get(other) ?? 0) + (weights[number] as number));
  }
  return [...tied].map(([other, pages]) => ({ part: numbers.idOf(other) as string, pages }));
};

/**
 * Where a part would show with a placement that is not saved yet, and what that would change; without one, where it
 * shows. Seen by the audience the placement is for; of one that waits for its day, on that day.
 */
export const reach = defineUseCase({
  input: Seen.pick({ at: true }).extend({ part: z.string(), placement: Placement.optional() }),
  run: async (context, { part: id, placement, at }) => {
    const body = findBody((await designAt(context, "draft", POOL)).design, "part", id);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const wished: Part = placement ? { ...body, placement } : body;
    const audience = wished.placement.audience ?? "signedOut";
    const from = wished.placement.window?.from ?? null;
    const opens = from !== null && from > viewOf(context, { audience, at }).at ? from : null;
    const view = viewOf(context, { audience, at: opens ?? at });
    const draft = await designAt(context, "draft", POOL, view.at);
    const design = new Map(draft.design).set(id, { id, kind: "part", body: wished });
    const compiled = placement ? follow(compileDesign(design, draft.index, draft), draft) : draft;
    const resolution = resolveAll(compiled, view);
    const found = reachIn(resolution, id);
    const before = placement ? reachIn(resolveAll(draft, view), id).shows : found.shows;
    return succeed({
      asks: found.asks,
      shows: found.shows,
      before,
      pages: resolution.pageTotal,
      audience,
      /** When it begins to ask, if that is still to come: all this is of that moment. */
      opens,
      shown: titles(resolution, found.shown),
      keepers: found.keepers.slice(0, MOST_KEEPERS).map(({ by, pages, numbers }) => ({
        by,
        pages,
        titles: titles(resolution, numbers),
      })),
      /** Pages it asks for that others keep, in all. */
      keptPages: found.keepers.reduce((sum, { pages }) => sum + pages, 0),
      moreKeepers: Math.max(0, found.keepers.length - MOST_KEEPERS),
      tied: tiesOf(resolution, wished.slot, id),
      order: orderedParts(compiled.design, wished.slot),
      impact: placement ? impactInWords(draft, compiled, view) : null,
    });
  },
});

/** Where a new part would show that asks for these pages, and who keeps the others: it comes last among equals. */
export const newPartReach = defineUseCase({
  input: z.object({ slot: Slot, placement: Placement }),
  run: async (context, { slot, placement }) => {
    const audience = placement.audience ?? "signedOut";
    const view = viewOf(context, { audience });
    const draft = await designAt(context, "draft", POOL, view.at);
    const id = context.ids.id();
    const body: Part = {
      schema: 1,
      slot,
      number: nextNumber(draft.design, slot),
      name: slotName(slot),
      on: true,
      binnedAt: null,
      origin: context.ids.uuid(),
      placement,
      bands: [],
    };
    const design = applyOperations(draft.design, createPartOperations(draft.design, id, body));
    if (!design.ok) return design;
    const { asks, shows, keepers } = reachIn(
      resolveAll(follow(compileDesign(design.value, draft.index, draft), draft), view),
      id,
    );
    return succeed({ asks, shows, keeper: keepers[0]?.by ?? null });
  },
});

/** Everything a line can name that fits what is typed, with the number of pages it holds on. */
export const places = defineUseCase({
  input: z.object({
    query: z.string().max(300),
    /** A line may ask for every page, be for an audience; an exception or a part of a line may not. */
    whole: z.boolean().default(false),
    pairs: z.boolean().default(false),
  }),
  run: async (context, wish) => {
    const draft = await designAt(context, "draft", POOL);
    const resolution = resolveAll(draft, viewOf(context, { audience: "signedOut" }));
    return succeed(findPlaces(resolution, wish));
  },
});
