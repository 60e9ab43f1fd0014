import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { documentsOf } from "../../core/model/design";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { applyOperations, type Operation } from "../../core/model/operations";
import { Slot } from "../../core/model/slot";
import { coverageOf } from "../../core/placement/coverage";
import { explainSlot } from "../../core/placement/explain";
import { findingsOf } from "../../core/placement/findings";
import { groupImpact, impactOf } from "../../core/placement/impact";
import { chooseOperations, type Proposal, proposals, type Wanted } from "../../core/placement/proposals";
import { type CompiledDesign, compileDesign, partOf, resolveSlot } from "../../core/placement/resolve";
import { startingPoints } from "../../core/starting/points";
import { slotName } from "../../messages/words";
import { defineUseCase, type SiteContext } from "../use-case";
import { startingMaterial } from "./starting-material";
import { badgeOf, designAt, Seen, viewOf } from "./view-input";

export const coverage = defineUseCase({
  input: Seen,
  run: async (context, seen) => {
    const compiled = await designAt(context, seen.state);
    const view = viewOf(context, seen);
    return succeed({
      groups: coverageOf(compiled, view),
      findings: findingsOf(compiled, view),
      pages: compiled.index.stems.length,
      parts: documentsOf(compiled.design, "part").filter(({ body }) => body.binnedAt === null).length,
    });
  },
});

/** The addresses of identities, or an issue naming the first that is not there. */
const addressesOf = (
  compiled: CompiledDesign,
  identities: readonly string[],
): Outcome<readonly Address[]> => {
  const unknown = identities.find((identity) => !compiled.index.byIdentity.has(identity));
  if (unknown !== undefined) return fail(issue("page.unknown", ["pages"], { page: unknown }));
  return succeed(identities.map((identity) => compiled.index.byIdentity.get(identity) as Address));
};

export const explain = defineUseCase({
  input: Seen.extend({ slot: Slot, page: z.string() }),
  run: async (context, { slot, page, ...seen }) => {
    const compiled = await designAt(context, seen.state);
    const found = addressesOf(compiled, [page]);
    if (!found.ok) return found;
    const [address] = found.value as [Address];
    const view = viewOf(context, seen);
    const explanation = explainSlot(compiled, slot, address, view);
    const live = await designAt(context, "live");
    const liveAddress = live.index.byIdentity.get(page);
    const liveAnswer = liveAddress ? resolveSlot(live, slot, liveAddress, view) : null;
    const liveId = liveAnswer ? partOf(liveAnswer) : null;
    return succeed({
      page: { identity: address.identity, path: address.path, title: address.title },
      slot,
      answer: explanation.answer,
      rows: explanation.rows,
      visitors: {
        part: liveId,
        badge: liveId === null ? null : badgeOf(live.design, liveId),
        sameAsDraft: liveId === partOf(explanation.answer),
      },
    });
  },
});

/** What would change, in groups, with the titles of some of the pages. */
export const impactInWords = (
  before: CompiledDesign,
  after: CompiledDesign,
  context: SiteContext,
  changed: ReadonlySet<string> = new Set(),
) => {
  const impact = impactOf(before, after, { audience: "signedOut", at: context.now }, changed);
  const badge = (id: string | null) =>
    id === null ? null : (badgeOf(after.design, id) ?? badgeOf(before.design, id));
  return {
    pages: impact.pages,
    groups: groupImpact(impact).map((group) => ({
      slot: group.slot,
      before: badge(group.before),
      after: badge(group.after),
      pages: group.pages.length,
      titles: group.pages.slice(0, 50).map((page) => ({ title: page.title, path: page.path })),
    })),
    redrawn: impact.redrawn.map(({ part, pages }) => ({ part: badge(part), pages })),
  };
};
export type ImpactInWords = ReturnType<typeof impactInWords>;

/** The impact of operations on the draft, before anything happens. */
export const impactOfOperations = (
  draft: CompiledDesign,
  operations: readonly Operation[],
  context: SiteContext,
): Outcome<ImpactInWords> => {
  const after = applyOperations(draft.design, operations);
  if (!after.ok) return after;
  return succeed(impactInWords(draft, compileDesign(after.value, draft.index), context));
};

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
  input: Seen.pick({ audience: true }).extend({
    slot: Slot,
    pages: z.array(z.string()).min(1).max(100_000),
    wanted: WantedInput,
  }),
  run: async (context, { slot, pages, wanted, audience }) => {
    const draft = await designAt(context, "draft");
    const found = addressesOf(draft, pages);
    if (!found.ok) return found;
    const view = viewOf(context, { audience });
    const wish = wanted.use === "everywhere" ? null : wishOf(draft, slot, wanted, context);
    const ways =
      wish === null
        ? releases(draft, slot, found.value)
        : proposals(draft, { slot, pages: found.value, wanted: wish, view }, context.ids);
    return succeed({
      ways: ways.flatMap((way) => {
        const impact = impactOfOperations(draft, way.operations, context);
        return impact.ok ? [{ ...way, impact: impact.value }] : [];
      }),
    });
  },
});

const wishOf = (
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

const releases = (draft: CompiledDesign, slot: Slot, pages: readonly Address[]): readonly Proposal[] => {
  const operations = pages.flatMap((page) => chooseOperations(draft.design, page.identity, slot, undefined));
  return operations.length === 0
    ? []
    : [{ way: "thisPageOnly", condition: null, operations, part: null, creates: false }];
};
