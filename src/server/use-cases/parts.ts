import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { documentsOf, findBody, nextNumber, orderedParts } from "../../core/model/design";
import { fail, issue, succeed } from "../../core/model/issue";
import type { Part } from "../../core/model/part";
import { NOWHERE, Placement } from "../../core/model/placement";
import { SLOTS, Slot } from "../../core/model/slot";
import { compilePlacement } from "../../core/placement/compile";
import { findingsOf } from "../../core/placement/findings";
import { type Reach, reachOf } from "../../core/placement/impact";
import { bestMatch } from "../../core/placement/match";
import { copyOf, createPartOperations } from "../../core/placement/proposals";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import { resolveAll } from "../../core/placement/resolve-all";
import { startingPoints } from "../../core/starting/points";
import { lastChanges } from "../../data/design-repository";
import { describePlacement } from "../../messages/placement-sentences";
import { vocabularyOf } from "../../messages/vocabulary";
import { slotName } from "../../messages/words";
import { defineUseCase } from "../use-case";
import { allOrNothing, commitChange } from "./design-changes";
import { partState } from "./draft-changes";
import { startingMaterial } from "./starting-material";
import { designAt, viewOf } from "./view-input";

const signedOut = { audience: "signedOut" } as const;

const reachIn = (compiled: CompiledDesign, id: string, part: Part, at: string): Reach => {
  const view = { ...signedOut, at };
  const placement = compilePlacement(id, part.placement, compiled.index);
  return reachOf(
    id,
    part.slot,
    compiled.index.stems,
    resolveAll(compiled, view),
    (page) => bestMatch(placement, page, view) !== undefined,
  );
};

/** The table of parts, slot by slot in their order, and what a new one could start from. */
export const parts = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft");
    const live = await designAt(context, "live");
    const view = viewOf(context, signedOut);
    const answers = resolveAll(draft, view);
    const findings = findingsOf(draft, view);
    const changed = await lastChanges(context.site.id);
    const vocabulary = vocabularyOf(draft.index.facts);
    const rows = SLOTS.flatMap((slot) =>
      orderedParts(draft.design, slot).map((id) => {
        const part = findBody(draft.design, "part", id) as Part;
        const placement = compilePlacement(id, part.placement, draft.index);
        const reach = reachOf(
          id,
          slot,
          draft.index.stems,
          answers,
          (page) => bestMatch(placement, page, view) !== undefined,
        );
        return {
          id,
          slot,
          number: part.number,
          name: part.name,
          state: partState(id, draft.design, live.design),
          isOn: part.on,
          binnedAt: part.binnedAt,
          isNothing: part.bands.length === 0,
          where: describePlacement(part.placement, vocabulary),
          shows: reach.shows.length,
          asks: reach.asks.length,
          changed: changed.get(id) ?? null,
          findings: findings.filter((finding) =>
            "part" in finding ? finding.part === id : "parts" in finding && finding.parts.includes(id),
          ),
        };
      }),
    );
    const material = startingMaterial(draft);
    const starts = Object.fromEntries(
      SLOTS.map((slot) => [
        slot,
        startingPoints(slot, material, context.ids.id).map(({ key, name, about }) => ({ key, name, about })),
      ]),
    ) as unknown as Readonly<Record<Slot, readonly { key: string; name: string; about: string }[]>>;
    return succeed({ rows, starts });
  },
});

/** One part of the draft, with its state and history of numbers people ask for first. */
export const part = defineUseCase({
  input: z.object({ part: z.string() }),
  run: async (context, input) => {
    const draft = await designAt(context, "draft");
    const live = await designAt(context, "live");
    const body = findBody(draft.design, "part", input.part);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const reach = reachIn(draft, input.part, body, context.now);
    return succeed({
      id: input.part,
      body,
      state: partState(input.part, draft.design, live.design),
      shows: reach.shows.length,
      asks: reach.asks.length,
      pages: draft.index.stems.length,
      isLive: findBody(live.design, "part", input.part) !== undefined,
    });
  },
});

const named = (page: Address) => ({ identity: page.identity, title: page.title, path: page.path });

/** Where a part would show with a placement that is not saved yet; without one, where it shows. */
export const reach = defineUseCase({
  input: z.object({ part: z.string(), placement: Placement.optional() }),
  run: async (context, input) => {
    const draft = await designAt(context, "draft");
    const body = findBody(draft.design, "part", input.part);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const wished: Part = input.placement ? { ...body, placement: input.placement } : body;
    const design = new Map(draft.design).set(input.part, { id: input.part, kind: "part", body: wished });
    const compiled = input.placement ? compileDesign(design, draft.index) : draft;
    const found = reachIn(compiled, input.part, wished, context.now);
    const before = reachIn(draft, input.part, body, context.now);
    const keepers = new Map<string | null, Address[]>();
    for (const { page, by } of found.kept) keepers.set(by, [...(keepers.get(by) ?? []), page]);
    const view = viewOf(context, signedOut);
    const answers = resolveAll(compiled, view);
    const tied = new Map<string, number>();
    for (const slots of answers.values()) {
      const { resolved } = slots[wished.slot];
      if (resolved.by !== "rule" || resolved.tied.length === 0) continue;
      const all = [resolved.part, ...resolved.tied];
      if (!all.includes(input.part)) continue;
      for (const other of all) if (other !== input.part) tied.set(other, (tied.get(other) ?? 0) + 1);
    }
    return succeed({
      asks: found.asks.length,
      shows: found.shows.length,
      before: before.shows.length,
      pages: compiled.index.stems.length,
      shown: found.shows.slice(0, 500).map(named),
      kept: [...keepers].map(([by, pages]) => ({
        by,
        pages: pages.length,
        titles: pages.slice(0, 100).map(named),
      })),
      tied: [...tied].map(([id, pages]) => ({ part: id, pages })),
      order: orderedParts(compiled.design, wished.slot),
    });
  },
});

export const createPart = defineUseCase({
  input: z.object({
    slot: Slot,
    name: z.string().trim().max(120).default(""),
    start: z.string().nullable(),
    /** Where it shows: a placement in words people chose; never left out. */
    placement: Placement,
  }),
  run: async (context, { slot, name, start, placement }) => {
    const draft = await designAt(context, "draft");
    const point =
      start === null
        ? undefined
        : startingPoints(slot, startingMaterial(draft), context.ids.id).find((each) => each.key === start);
    const id = context.ids.id();
    const body: Part = {
      schema: 1,
      slot,
      number: nextNumber(draft.design, slot),
      name: name || point?.name || `New ${slotName(slot)}`,
      on: true,
      binnedAt: null,
      origin: context.ids.uuid(),
      placement,
      bands: point?.bands ?? [],
    };
    const saved = await allOrNothing((transaction) =>
      commitChange(context, createPartOperations(draft.design, id, body), transaction),
    );
    return saved.ok ? succeed({ ...saved.value, part: id }) : saved;
  },
});

/** A copy in the same site; with its lines it starts paused, for two of the same would be tied everywhere. */
export const duplicatePart = defineUseCase({
  input: z.object({ part: z.string(), withPlacement: z.boolean() }),
  run: async (context, input) => {
    const draft = await designAt(context, "draft");
    const source = findBody(draft.design, "part", input.part);
    if (!source) return fail(issue("part.unknown", ["part"]));
    const id = context.ids.id();
    const copy = copyOf(draft.design, source, `${source.name}, copy`, context.ids);
    const body: Part = input.withPlacement
      ? { ...copy, placement: source.placement, on: false }
      : { ...copy, placement: NOWHERE };
    const saved = await allOrNothing((transaction) =>
      commitChange(context, createPartOperations(draft.design, id, body), transaction),
    );
    return saved.ok ? succeed({ ...saved.value, part: id }) : saved;
  },
});

/** Pages to look at a part on, chosen to differ: the first it shows on, a dark and a bright picture, the longest title, not found. */
export const previewPages = defineUseCase({
  input: z.object({ part: z.string() }),
  run: async (context, input) => {
    const draft = await designAt(context, "draft");
    const body = findBody(draft.design, "part", input.part);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const shown = reachIn(draft, input.part, body, context.now).shows;
    const pool = shown.length > 0 ? shown : draft.index.stems;
    const lightness = new Map(
      documentsOf(draft.design, "picture").map(({ id, body: picture }) => [id, picture.lightness]),
    );
    const light = (page: Address) => lightness.get(page.entry?.picture ?? "");
    const pictured = pool
      .filter((page) => light(page) !== undefined)
      .sort((a, b) => (light(a) as number) - (light(b) as number));
    const candidates: readonly (readonly [string, Address | undefined])[] = [
      ["first", pool[0]],
      ["darkPicture", pictured[0]],
      ["brightPicture", pictured.at(-1)],
      ["longestTitle", [...pool].sort((a, b) => b.title.length - a.title.length)[0]],
      ["noPicture", pool.find((page) => light(page) === undefined)],
      ["archive", pool.find((page) => page.role === "archive")],
      ["notFound", pool.find((page) => page.role === "notFound")],
    ];
    const chosen = new Map<string, { why: string; page: Address }>();
    for (const [why, page] of candidates)
      if (page && !chosen.has(page.identity)) chosen.set(page.identity, { why, page });
    return succeed({
      showsNowhere: shown.length === 0,
      pages: [...chosen.values()].slice(0, 5).map(({ why, page }) => ({ why, ...named(page) })),
    });
  },
});
