import { z } from "zod";
import type { Address } from "../../core/addresses/facts";
import { canonicalPath } from "../../core/addresses/paths";
import { unreadValues } from "../../core/cascade/page-values";
import { settingsOnPage } from "../../core/cascade/settings-on-page";
import { choiceId, type Design, documentsOf, findBody, STYLE_ID } from "../../core/design/design";
import { Part, type Part as PartBody } from "../../core/design/part";
import type { PageValues } from "../../core/model/choices";
import { fail, issue, succeed } from "../../core/model/issue";
import { SLOTS, type Slot } from "../../core/model/slot";
import { numberOfKey } from "../../core/placement/coverage";
import { answersAt } from "../../core/placement/resolution";
import { partOf } from "../../core/placement/resolve";
import { POOL } from "../../data/database";
import { choiceLabel } from "../../messages/block-fields";
import { slotName } from "../../messages/words";
import { assemblePage, lookingAt } from "../site/page-assembly";
import { named } from "./impact-words";
import { defineUseCase } from "./use-case";
import { designAt, resolutionFor, Seen, viewOf } from "./view-input";

/** Everything the preview worker needs to draw a page, with a part as it is being edited in place of the saved one. */
export const previewPage = defineUseCase({
  input: Seen.extend({ page: z.string(), shown: z.object({ id: z.string(), part: Part }).optional() }),
  run: async (context, { page, shown, ...seen }) => {
    const view = viewOf(context, seen);
    const compiled = await designAt(context, seen.state, POOL, view.at);
    const address = compiled.index.byIdentity.get(page);
    if (!address) return fail(issue("page.unknown", ["page"], { page }));
    const request = lookingAt(context.site, compiled, address, view, shown as never);
    return succeed(await assemblePage(request, POOL));
  },
});

/** One page with what fills its slots and what it chose for itself. */
export const page = defineUseCase({
  input: Seen.extend({ page: z.string() }),
  run: async (context, { page: key, ...seen }) => {
    const resolution = await resolutionFor(context, seen, POOL);
    if (!resolution.ok) return resolution;
    const { compiled } = resolution.value;
    const number = numberOfKey(compiled.index, key);
    const address = number === undefined ? undefined : compiled.index.pages[number];
    if (number === undefined || !address) return fail(issue("page.unknown", ["page"], { page: key }));
    const answers = answersAt(resolution.value, number);
    const choice = findBody(compiled.design, "choice", choiceId(address.identity));
    const chosen = choice?.slots ?? {};
    const shown = (slot: Slot) => {
      const id = partOf(answers[slot]);
      return id === null ? undefined : findBody(compiled.design, "part", id);
    };
    return succeed({
      page: { key, ...named(address), role: address.role, access: address.access },
      /** What of it is content, and live at once. */
      entry: address.entry && {
        id: address.entry.id,
        path: address.entry.path,
        terms: address.entry.terms,
        inMenus: address.entry.inMenus,
        film: address.entry.film ?? null,
        access: address.access,
      },
      /** What would go if it were removed; null for pages that every site has. */
      removable: removableOf(address),
      slots: SLOTS.map((slot) => ({
        slot,
        part: partOf(answers[slot]),
        resolved: answers[slot].resolved.by,
        chosen: chosen[slot] ?? null,
        unused: answers[slot].unusedChoice,
        /** Everything the page could say itself, as it stands here. */
        settings: settingsOf(shown(slot), choice?.values?.[slot]),
        unread: unreadValues(shown(slot), choice?.values?.[slot]),
        parts: compiled.placements[slot].map(({ part }) => part),
      })),
    });
  },
});

const settingsOf = (part: PartBody | undefined, values: PageValues | undefined) =>
  (part ? settingsOnPage(part, values) : []).map(({ node, path, type, options, value, open }) => ({
    node: node.id,
    path,
    type,
    /** What it may be, where that is one of a few values. */
    options: options ?? [],
    value,
    open,
    label: open?.label ?? choiceLabel(node, path),
  }));

const removableOf = ({
  entry,
  archiveOf,
}: Address): { readonly what: "entry" | "term" | "kind"; readonly id: string } | null => {
  if (entry) return { what: "entry", id: entry.id };
  return archiveOf?.of === "term" || archiveOf?.of === "kind"
    ? { what: archiveOf.of, id: archiveOf.id }
    : null;
};

const MOST_OF_A_SORT = 6;

/** Menus, pictures, shared pieces and colours whose name has all that is sought, of each sort the first few. */
const thingsFound = (design: Design, fits: (name: string) => boolean) => {
  const named = (
    type: "menu" | "picture" | "piece" | "colour",
    all: readonly { id: string; name: string }[],
  ) =>
    all
      .filter(({ name }) => fits(name))
      .slice(0, MOST_OF_A_SORT)
      .map(({ id, name }) => ({ type, id, title: name, detail: "" }));
  const bodies = <K extends "menu" | "picture" | "piece">(kind: K) =>
    documentsOf(design, kind).map(({ id, body }) => ({ id, name: body.name as string }));
  return [
    ...named("menu", bodies("menu")),
    ...named("piece", bodies("piece")),
    ...named("picture", bodies("picture")),
    ...named("colour", findBody(design, "style", STYLE_ID)?.palette ?? []),
  ];
};

/** Finds parts, pages, terms and things of the design by what a person types: words, a path, or a pasted URL; of each sort the first few. */
export const goTo = defineUseCase({
  input: z.object({ query: z.string().max(2000) }),
  run: async (context, { query }) => {
    const draft = await designAt(context, "draft", POOL);
    const text = query.trim();
    const pasted = /^(https?:\/\/[^/]+)?(\/.*)$/.exec(text)?.[2];
    const asPath = pasted === undefined ? null : canonicalPath(pasted.replace(/[?#].*$/, ""));
    const exact = asPath?.ok ? draft.index.byPath.get(asPath.value) : undefined;
    const words = text
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== "");
    const fits = (candidate: string) => words.every((word) => candidate.toLowerCase().includes(word));
    const pages = draft.index.stems.filter(
      (each) =>
        each !== exact && (fits(each.title) || (pasted !== undefined && each.path.startsWith(pasted))),
    );
    const partsFound = documentsOf(draft.design, "part").filter(
      ({ body }) => body.binnedAt === null && fits(`${slotName(body.slot)} ${body.number} ${body.name}`),
    );
    const asPage = (each: { identity: string; title: string; path: string }) => ({
      type: "page" as const,
      id: each.identity,
      title: each.title,
      detail: each.path,
    });
    return succeed({
      found: [
        ...(exact ? [asPage(exact)] : []),
        ...(words.length === 0
          ? []
          : partsFound.slice(0, 10).map(({ id, body }) => ({
              type: "part" as const,
              id,
              title: body.name,
              detail: `${slotName(body.slot)} ${body.number}`,
            }))),
        ...(words.length === 0
          ? []
          : [...thingsFound(draft.design, fits), ...pages.slice(0, 20).map(asPage)]),
      ],
    });
  },
});
