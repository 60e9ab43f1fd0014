import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { withPageValues } from "../../core/cascade/page-values";
import { leadsNowhere } from "../../core/checks/dead-links";
import { type Hidden, hiddenOn, lacksRoom } from "../../core/checks/hidden-on";
import { hardestOn } from "../../core/checks/part-contrast";
import { choiceId, documentsOf, findBody, nextNumber, orderedParts } from "../../core/design/design";
import type { Part } from "../../core/design/part";
import { pieceIn, wholePart } from "../../core/design/pieces";
import { fail, issue, succeed } from "../../core/model/issue";
import { NOWHERE, Placement } from "../../core/model/placement";
import { SLOTS, Slot } from "../../core/model/slot";
import type { Finding } from "../../core/placement/findings";
import { type Reach, reachOf } from "../../core/placement/impact";
import { copyOf, createPartOperations } from "../../core/placement/proposals";
import { askedBy, countAsked, type Resolution, resolveAll } from "../../core/placement/resolution";
import type { CompiledDesign } from "../../core/placement/resolve";
import { layOut } from "../../core/starting/layouts";
import { startingPoint, startingPoints } from "../../core/starting/points";
import { settled } from "../../core/starting/settled";
import { Traits } from "../../core/starting/traits";
import { POOL } from "../../data/database";
import { lastChanges } from "../../data/design-repository";
import { describePlacement } from "../../messages/placement-sentences";
import { vocabularyFor } from "../../messages/vocabulary";
import { slotName } from "../../messages/words";
import { assemblePage, lookingAt } from "../site/page-assembly";
import { allOrNothing, commitChange } from "./design-changes";
import { partState } from "./draft-changes";
import { placementFindings } from "./findings";
import { fitMaterialOf } from "./fit-material";
import { named } from "./impact-words";
import { startingMaterial } from "./starting-material";
import { defineUseCase } from "./use-case";
import { audienceIssue, designAt, Seen, viewOf } from "./view-input";

const signedOut = { audience: "signedOut" } as const;

/** What a part asks for and where it shows in a design, signed out. */
export const reachIn = (resolution: Resolution, id: string): Reach => {
  const { compiled, view } = resolution;
  const slot = findBody(compiled.design, "part", id)?.slot ?? "header";
  const placement = compiled.byPart.get(id);
  return reachOf(resolution, slot, id, placement ? askedBy(compiled, placement, view) : []);
};

/** On how many pages each part shows, by slot and part. */
const shownPages = ({ columns, weights, numbers }: Resolution): ReadonlyMap<string, number> => {
  const counts = new Map<string, number>();
  for (const slot of SLOTS) {
    const { shown } = columns[slot];
    const pages: number[] = [];
    for (let number = 0; number < shown.length; number += 1) {
      const part = shown[number] as number;
      pages[part] = (pages[part] ?? 0) + (weights[number] as number);
    }
    pages.forEach((count, part) => {
      const id = numbers.idOf(part);
      if (id !== null) counts.set(`${slot} ${id}`, count);
    });
  }
  return counts;
};

/** The codes of findings about each part. */
const findingsByPart = (findings: readonly Finding[]): ReadonlyMap<string, readonly Finding["code"][]> => {
  const codes = new Map<string, Set<Finding["code"]>>();
  for (const finding of findings)
    for (const part of "parts" in finding ? finding.parts : "part" in finding ? [finding.part] : [])
      codes.set(part, (codes.get(part) ?? new Set()).add(finding.code));
  return new Map([...codes].map(([part, found]) => [part, [...found]]));
};

/** The table of parts, slot by slot in their order, and what a new one could start from. */
export const parts = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const draft = await designAt(context, "draft", POOL);
    const live = await designAt(context, "live", POOL);
    const resolution = resolveAll(draft, viewOf(context, signedOut));
    const findings = findingsByPart(placementFindings(draft, context.now));
    const shown = shownPages(resolution);
    const changed = await lastChanges(context.site.id, POOL);
    const lines = documentsOf(draft.design, "part").flatMap(({ body: { placement } }) => [
      ...placement.conditions,
      ...placement.exceptions,
    ]);
    const vocabulary = vocabularyFor(draft.index, lines);
    const rows = SLOTS.flatMap((slot) =>
      orderedParts(draft.design, slot).map((id) => {
        const part = findBody(draft.design, "part", id) as Part;
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
          shows: shown.get(`${slot} ${id}`) ?? 0,
          asks: countAsked(resolution, id),
          changed: changed.get(id) ?? null,
          findings: findings.get(id) ?? [],
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

/** One part of the draft, with the numbers people ask for first. */
export const part = defineUseCase({
  input: z.object({ part: z.string() }),
  run: async (context, input) => {
    const draft = await designAt(context, "draft", POOL);
    const body = findBody(draft.design, "part", input.part);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const resolution = resolveAll(draft, viewOf(context, signedOut));
    const reach = reachIn(resolution, input.part);
    return succeed({
      id: input.part,
      body,
      shows: reach.shows,
      asks: reach.asks,
      pages: resolution.pageTotal,
    });
  },
});

export const createPart = defineUseCase({
  input: z.object({
    slot: Slot,
    name: z.string().trim().max(120).default(""),
    /** A starting point by its key, or made of traits. */
    start: z.union([z.string(), Traits]).nullable(),
    /** Where it shows: a placement in words people chose; never left out. */
    placement: Placement,
  }),
  run: async (context, { slot, name, start, placement }) => {
    const draft = await designAt(context, "draft", POOL);
    const material = startingMaterial(draft);
    const isMade = start !== null && typeof start === "object";
    if (isMade && start.slot !== slot) return fail(issue("start.otherSlot", ["start"]));
    const point = start === null || isMade ? undefined : startingPoint(slot, start, material, context.ids.id);
    const made = isMade ? layOut(start, material, context.ids.id) : null;
    if (isMade && !made) return fail(issue("start.nothingForIt", ["start"]));
    const id = context.ids.id();
    const laidOut: Part = {
      schema: 1,
      slot,
      number: nextNumber(draft.design, slot),
      name: name || point?.name || `New ${slotName(slot)}`,
      on: true,
      binnedAt: null,
      origin: context.ids.uuid(),
      placement,
      bands: made ?? point?.bands ?? [],
    };
    const { fit, measure } = await fitMaterialOf(context, draft);
    const body = settled(laidOut, fit, measure);
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
    const draft = await designAt(context, "draft", POOL);
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

const MOST_LOOKED_AT = 5;

/** Pages to look at a part on, chosen to differ: the first it shows on, a dark and a bright picture, the longest title, not found. */
export const previewPages = defineUseCase({
  input: Seen.pick({ audience: true, at: true }).extend({ part: z.string() }),
  run: async (context, input) => {
    const unknown = audienceIssue(context, input.audience);
    if (unknown) return unknown;
    const view = viewOf(context, input);
    const draft = await designAt(context, "draft", POOL, view.at);
    const body = findBody(draft.design, "part", input.part);
    if (!body) return fail(issue("part.unknown", ["part"]));
    const { stems } = draft.index;
    const shown = reachIn(resolveAll(draft, view), input.part).shown.flatMap((number) => stems[number] ?? []);
    const pool = shown.length > 0 ? shown : stems;
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
      ["account", pool.find((page) => page.role === "account")],
    ];
    const chosen = new Map<string, { why: string; page: Address }>();
    for (const [why, page] of candidates)
      if (page && !chosen.has(page.identity)) chosen.set(page.identity, { why, page });
    const lookAt = async (page: Address) => {
      // what the preview of the page draws is what is looked at
      const shown = { id: input.part, part: body };
      const data = await assemblePage(lookingAt(context.site, draft, page, view, shown), POOL);
      const { part } = data.slots[body.slot] ?? {};
      if (!part) return { faint: null, hides: null };
      const [hidden] = hiddenOn(part, data, fit.words, measure);
      const hides: Hides = hidden?.code ?? (lacksRoom(part, data, fit.words, measure) ? "doesNotFit" : null);
      return { faint: hardestOn(part, data), hides };
    };
    const { fit, measure } = await fitMaterialOf(context, draft);
    const looked = [...chosen.values()].slice(0, MOST_LOOKED_AT);
    const found = await Promise.all(looked.map(({ page }) => lookAt(page)));
    return succeed({
      showsNowhere: shown.length === 0,
      pages: looked.map(({ why, page }, at) => ({
        why,
        ...named(page),
        /** The worst its texts and logos come to on this page; null where all can be read and seen. */
        faint: found[at]?.faint ?? null,
        /** What hides words on it, or has too little room; null where nothing does. */
        hides: found[at]?.hides ?? null,
        /** Something in it leads to a page that is gone. */
        isDead: isDeadOn(draft, body, page),
      })),
    });
  },
});

/** What hides words of a part on a page, or has too little room there. */
type Hides = Hidden["code"] | "doesNotFit" | null;

/** Whether anything of a part, as one page has it, leads to a page that is gone. */
const isDeadOn = ({ design, index }: CompiledDesign, part: Part, page: Address): boolean => {
  const values = findBody(design, "choice", choiceId(page.identity))?.values?.[part.slot];
  return leadsNowhere(
    withPageValues(wholePart(part, pieceIn(design)), values),
    (id) => findBody(design, "menu", id),
    (identity) => index.byIdentity.has(identity),
  );
};
