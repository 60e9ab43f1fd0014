import { z } from "zod";
import { matchesIn, replaced, replaceOperations, textPlaces } from "../../core/checks/find-text";
import { findBody } from "../../core/design/design";
import { findPlace } from "../../core/design/tree";
import { fail, issue, succeed } from "../../core/model/issue";
import { lockSite } from "../../data/content-repository";
import { POOL } from "../../data/database";
import { nodeName } from "../../messages/changes";
import { draftDesign } from "../site/designs";
import { allOrNothing, commitChange } from "./design-changes";
import { defineUseCase } from "./use-case";
import { designAt } from "./view-input";

const Search = z.object({ find: z.string().min(1).max(500), isExact: z.boolean().default(false) });
const MOST_FOUND = 500;

/** Every place of the draft's parts and menus that has a text, with what it would be. */
export const findText = defineUseCase({
  input: Search.extend({ by: z.string().max(5000).default("") }),
  run: async (context, { by, ...search }) => {
    const { design } = await designAt(context, "draft", POOL);
    const found = textPlaces(design).filter(({ text }) => matchesIn(text, search).length > 0);
    return succeed({
      total: found.length,
      places: found.slice(0, MOST_FOUND).map((place) => {
        const part = findBody(design, "part", place.document);
        const node = part && place.node !== null ? findPlace(part, place.node)?.node : undefined;
        return {
          ...place,
          matches: matchesIn(place.text, search),
          after: replaced(place.text, search, by),
          menu: findBody(design, "menu", place.document)?.name ?? null,
          block: node ? nodeName(node) : "",
        };
      }),
    });
  },
});

const Place = z.object({
  document: z.string().max(300),
  node: z.string().max(60).nullable(),
  path: z
    .array(z.union([z.string().max(200), z.number().int()]))
    .min(1)
    .max(20),
});

/** Replaces a text in the places chosen, as one change. */
export const replaceText = defineUseCase({
  input: Search.extend({ by: z.string().max(5000), places: z.array(Place).min(1).max(MOST_FOUND) }),
  run: async (context, { by, places, ...search }) =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const operations = replaceOperations(await draftDesign(head, transaction), places, search, by);
      if (operations.length === 0) return fail(issue("text.notThere"));
      const saved = await commitChange(context, operations, transaction, {
        label: `“${search.find.slice(0, 40)}” replaced in ${operations.length === 1 ? "one place" : `${operations.length} places`}`,
      });
      return saved.ok ? succeed({ ...saved.value, places: operations.length }) : saved;
    }),
});
