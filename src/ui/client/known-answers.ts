"use client";
import type { QueryClient, QueryFilters } from "@tanstack/react-query";
import type { Aspect } from "../../core/design/touched";
import type { UseCaseName } from "../../server/doors/registry";
import type { CallResult } from "./call";

/** The answer to a change, and what of all that was asked before still holds after it. */
type Saved = CallResult<"change">;

const PLACEMENT: readonly Aspect[] = ["parts", "lines", "pages", "choices", "expectations"];

/**
 * What answers are made of, of the design; those that are not named may be made of anything. A test holds each of
 * them against the answers before and after a change of all else.
 */
export const MADE_OF: Partial<Record<UseCaseName, readonly Aspect[]>> = {
  coverage: [...PLACEMENT, "values"],
  rows: [...PLACEMENT, "values"],
  expectations: PLACEMENT,
  explain: PLACEMENT,
  // with its own body, which comes with the answer to a change
  part: PLACEMENT,
  reach: PLACEMENT,
  places: PLACEMENT,
  tokens: [],
  draftLinks: [],
  savedFilters: [],
  signUps: [],
  visitors: [],
  uploads: [],
  icons: [],
  itemSigns: [],
};

/** Questions about one document that give its body, by the field that names it. */
const BODIES: Partial<Record<UseCaseName, string>> = {
  part: "part",
  piece: "piece",
  menu: "menu",
  picture: "picture",
};

/** Takes what the answer to a change says of documents into the answers that tell them. */
const fillIn = (queries: QueryClient, site: string, { documents }: Pick<Saved, "documents">): void => {
  for (const [name, field] of Object.entries(BODIES))
    for (const [id, body] of Object.entries(documents))
      if (body)
        queries.setQueriesData(
          { queryKey: [site, name, { [field]: id }] },
          (known: { readonly body: unknown } | undefined) => known && { ...known, body },
        );
};

/** Whether an answer is the same after a change that was about these. */
export const stillHolds = (name: string, touched: Saved["touched"]): boolean => {
  const aspects = MADE_OF[name as UseCaseName];
  return aspects !== undefined && touched.every((each) => each !== "content" && !aspects.includes(each));
};

interface Revisions {
  readonly design: number;
  readonly content: number;
}
/** The revisions the answers of a site were asked at. */
const knownRevisions = new WeakMap<QueryClient, Map<string, Revisions>>();
const revisionsOf = (queries: QueryClient): Map<string, Revisions> => {
  const known = knownRevisions.get(queries) ?? new Map<string, Revisions>();
  knownRevisions.set(queries, known);
  return known;
};

/**
 * Has those asked again. A first answer that is on its way may be of the state before: it is given up, which asking
 * again alone does not do.
 */
const askAgain = async (queries: QueryClient, which: QueryFilters): Promise<void> => {
  const early = queries
    .getQueryCache()
    .findAll({ ...which, fetchStatus: "fetching" })
    .filter(({ state }) => state.data === undefined);
  await Promise.all([
    queries.invalidateQueries(which),
    ...early.map(async (query) => {
      await query.cancel({ revert: true });
      await queries.refetchQueries({ queryKey: query.queryKey, exact: true, type: "active" });
    }),
  ]);
};

/**
 * After changes of one's own: what they tell is taken over, and what they may have changed is asked again. If others
 * changed something in between, or nothing is known of the change, everything is.
 */
export const takeOver = (queries: QueryClient, site: string, saved: readonly Saved[]): Promise<void> => {
  const revisions = revisionsOf(queries);
  const known = revisions.get(site);
  const isNext = known !== undefined && saved.every(({ rev }, at) => rev === known.design + at + 1);
  if (!isNext || saved.length === 0) return askAgain(queries, { queryKey: [site] });
  revisions.set(site, { ...known, design: known.design + saved.length });
  for (const each of saved) fillIn(queries, site, each);
  const touched = saved.flatMap((each) => each.touched);
  return askAgain(queries, {
    queryKey: [site],
    predicate: ({ queryKey: [, name] }) => !stillHolds(String(name), touched),
  });
};

/** Whenever the site tells its revisions: if others changed something meanwhile, everything is asked again. */
export const noteRevisions = (queries: QueryClient, site: string, now: Revisions): void => {
  const revisions = revisionsOf(queries);
  const known = revisions.get(site);
  // an answer that was on its way while one saved
  if (known && now.design < known.design && now.content === known.content) return;
  revisions.set(site, now);
  if (known && (known.design !== now.design || known.content !== now.content))
    void askAgain(queries, {
      queryKey: [site],
      predicate: ({ queryKey: [, name] }) => name !== "aboutSite",
    });
};
