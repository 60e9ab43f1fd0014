import { z } from "zod";
import type { SiteIndex } from "../../core/addresses/facts";
import { findEntry } from "../../core/addresses/facts";
import { canonicalPath, pathIssue } from "../../core/addresses/paths";
import { type Answering, answeringAt, entryAbove, isWithin } from "../../core/addresses/taken";
import { documentsOf } from "../../core/design/design";
import { Access, type Entry, type EntryFacts, type SiteFacts } from "../../core/model/content";
import { Film } from "../../core/model/film";
import { entryIdentity, kindIdentity } from "../../core/model/identity";
import { fail, issue, type Outcome, succeed } from "../../core/model/issue";
import { missingValues } from "../../core/placement/compile";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import { changedIndex, onChangedIndex } from "../../core/placement/slot-columns";
import {
  keepRemoved,
  listRemoved,
  loadEntries,
  movedPathsOf,
  movePaths,
  placesOf,
  type Removed,
  removeContent,
  restoreContent,
  survivingParent,
  takeRemoved,
} from "../../data/content-changes";
import { lockSite, saveEntryFacts, touchContent } from "../../data/content-repository";
import { POOL, type Transaction } from "../../data/database";
import { loadFacts } from "../../data/facts-repository";
import { followEntry, followPages } from "../site/designs";
import { makeIndex, siteIndex } from "../site/indexes";
import { allOrNothing } from "./design-changes";
import { missingFile, showsFilm } from "./entry-films";
import { impactInWords } from "./impact-words";
import { defineUseCase, type SiteContext } from "./use-case";
import { designAt, viewOf } from "./view-input";

/** What is changed of the content itself: live at once, so its impact on what visitors see is shown first. */
const EntryChange = z.object({
  entry: z.string(),
  path: z.string().min(1).max(1000).optional(),
  terms: z.array(z.string()).max(100).optional(),
  access: Access.optional(),
  /** A path that leads into another folder: whether the entry also stands below what lies there, or only its path is another. */
  tree: z.enum(["along", "stays"]).optional(),
  title: z.string().trim().min(1).max(300).optional(),
  /** Whether menus take it up. */
  inMenus: z.boolean().optional(),
  /** What it plays; null takes it out. */
  film: Film.nullable().optional(),
});
type EntryChange = z.infer<typeof EntryChange>;

const changedEntry = (index: SiteIndex, change: EntryChange): Outcome<EntryFacts> => {
  const entry = findEntry(index, change.entry);
  if (!entry) return fail(issue("page.unknown", ["entry"], { page: change.entry }));
  const {
    path: given = entry.path,
    terms = entry.terms,
    access = entry.access,
    title = entry.title,
    inMenus = entry.inMenus,
    film = entry.film,
  } = change;
  const canonical = canonicalPath(given);
  if (!canonical.ok) return canonical;
  const path = canonical.value;
  const reserved = pathIssue(path);
  if (reserved) return fail({ ...reserved, path: ["path"] });
  const moves = movesOf(index, entry, { ...entry, path });
  const taken = path === "/" ? "the front page" : takenBy(index, moves);
  if (taken !== undefined) return fail(issue("path.taken", ["path"], { path, other: taken }));
  const parent = change.tree === "stays" ? entry.parent : parentAt(index, entry, path);
  if (parent !== null && parent !== entry.parent && isWithin(index, parent, entry.id))
    return fail(issue("path.belowItself", ["path"], { path }));
  const unknown = terms.find((term) => !index.terms.has(term));
  if (unknown !== undefined) return fail(issue("content.gone", ["terms"]));
  const level = /^level:(.*)$/.exec(access)?.[1];
  if (level !== undefined && !index.facts.settings.levels.some(({ key }) => key === level))
    return fail(issue("audience.unknown", ["access"], { audience: access }));
  return succeed({ ...entry, path, parent, terms: [...new Set(terms)], access, title, inMenus, film });
};

/** What an entry stands below at a path: where it leads into another folder, the entry that lies there, or none. */
const parentAt = (index: SiteIndex, entry: EntryFacts, path: string): string | null => {
  const folderOf = (each: string) => each.replace(/[^/]+\/$/, "");
  return folderOf(path) === folderOf(entry.path) ? entry.parent : (entryAbove(index, path)?.id ?? null);
};

/** The title of what answers already where entries would move to; undefined if nothing does. */
const takenBy = (index: SiteIndex, moves: ReturnType<typeof movesOf>): string | undefined => {
  const moving = new Set(moves.map(({ entry }) => entry));
  const found = moves
    .flatMap(({ to }) => answeringAt(index, to) ?? [])
    .find(({ page, pageNumber }) => pageNumber > 1 || page.entry === null || !moving.has(page.entry.id));
  if (found) return titleOf(found);
  // what is not published yet answers nowhere, and keeps its path all the same
  const paths = new Set(moves.map(({ to }) => to));
  return index.facts.entries.find(({ id, path }) => paths.has(path) && !moving.has(id))?.title;
};

const titleOf = ({ page, pageNumber }: Answering): string =>
  pageNumber === 1 ? page.title : `${page.title}, page ${pageNumber}`;

/** The entries whose paths lie below a path that moves, with it first. */
const movesOf = (index: SiteIndex, before: EntryFacts, after: EntryFacts) =>
  before.path === after.path
    ? []
    : index.facts.entries
        .filter((entry) => entry.path.startsWith(before.path))
        .map((entry) => ({
          entry: entry.id,
          from: entry.path,
          to: after.path + entry.path.slice(before.path.length),
        }));

/** The site's facts after the change. */
const factsAfter = (facts: SiteFacts, after: EntryFacts, moves: ReturnType<typeof movesOf>): SiteFacts => {
  const paths = new Map(moves.map(({ entry, to }) => [entry, to]));
  return {
    ...facts,
    entries: facts.entries.map((entry) => {
      const path = paths.get(entry.id) ?? entry.path;
      return entry.id === after.id ? { ...after, path } : path === entry.path ? entry : { ...entry, path };
    }),
  };
};

/** The pages after a change: what it touches is worked out again, or all of it where pages move. */
const pagesAfter = async (
  index: SiteIndex,
  after: EntryFacts,
  moves: ReturnType<typeof movesOf>,
  now: string,
): Promise<SiteIndex> =>
  (moves.length === 0 ? changedIndex(index, after) : undefined) ??
  makeIndex(factsAfter(index.facts, after, moves), now);

const titleBelow = (index: SiteIndex, parent: string | null): string | null =>
  parent === null ? null : (index.facts.entries.find(({ id }) => id === parent)?.title ?? null);

/** What a change of an entry's facts would do, in the draft and for visitors, before it is done. */
export const entryImpact = defineUseCase({
  input: EntryChange,
  run: async (context, change) => {
    const [draft, live] = [await designAt(context, "draft", POOL), await designAt(context, "live", POOL)];
    const after = changedEntry(draft.index, change);
    if (!after.ok) return after;
    const before = findEntry(draft.index, change.entry) as EntryFacts;
    const moves = movesOf(draft.index, before, after.value);
    const view = viewOf(context, { audience: "signedOut" });
    const index = await pagesAfter(draft.index, after.value, moves, context.now);
    const impactOn = (compiled: CompiledDesign) =>
      impactInWords(
        compiled,
        compiled.index.numbers === index.numbers
          ? onChangedIndex(compiled, index)
          : compileDesign(compiled.design, index),
        view,
      );
    return succeed({
      path: after.value.path,
      /** Paths that move; the old ones lead to the new ones. */
      moves: moves.length,
      /** What it stands below, and what it would where its path leads into another folder; null is nothing. */
      below: titleBelow(draft.index, before.parent),
      belowThen: titleBelow(draft.index, parentAt(draft.index, before, after.value.path)),
      draft: impactOn(draft),
      live: impactOn(live),
      /** Of what it is to play: whether the layout that visitors get there shows it. */
      isPlayed: change.film !== undefined && showsFilm(live, before.id, view.at),
    });
  },
});

/** Changes an entry's facts. A path that moves takes everything below it along and leaves the way there. */
export const changeEntry = defineUseCase({
  input: EntryChange,
  run: (context, change) =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const index = await siteIndex(head, head.now, transaction);
      const after = changedEntry(index, change);
      if (!after.ok) return after;
      const missing = await missingFile(head.id, change.film, transaction);
      if (missing) return fail(missing);
      const before = findEntry(index, change.entry) as EntryFacts;
      const changed = { ...after.value, changedOn: head.now };
      const moves = movesOf(index, before, changed);
      await saveEntryFacts(head.id, { ...changed, path: before.path }, transaction);
      await movePaths(head.id, moves, transaction);
      // pages that move are worked out before anyone sees that they did
      const moved =
        moves.length === 0 ? null : await makeIndex(factsAfter(index.facts, changed, moves), head.now);
      const key = await touchContent(head.id, transaction);
      transaction.afterCommit(() => {
        if (moved) followPages(head, key, moved);
        else followEntry(head, key, changed);
      });
      return succeed({ path: after.value.path, moves: moves.length });
    }),
});

const Removal = z.object({ what: z.enum(["entry", "term", "kind"]), id: z.string() });
type Removal = z.infer<typeof Removal>;
/** A removal as facts tell it; bodies, old paths and places come from the database. */
type Taken = Omit<Removed, "moved" | "places">;

/** What would go: the thing itself, and with a kind its entries. What hangs below stays and moves up. */
const removedBy = (facts: SiteFacts, { what, id }: Removal): Outcome<Taken> => {
  const kinds = what === "kind" ? facts.kinds.filter((kind) => kind.id === id) : [];
  const terms = what === "term" ? facts.terms.filter((term) => term.id === id) : [];
  const entries = facts.entries.filter((entry) =>
    what === "entry" ? entry.id === id : what === "kind" && entry.kind === id,
  );
  if (kinds.length + terms.length + (what === "entry" ? entries.length : 0) === 0)
    return fail(issue("content.gone", ["id"]));
  if (what === "kind" && facts.kinds.length === 1) return fail(issue("kind.last", ["id"]));
  const gone = new Set(entries.map((entry) => entry.id));
  const front = facts.settings.front;
  if (
    kinds.some((kind) => front === kindIdentity(kind.id)) ||
    entries.some((entry) => front === entryIdentity(entry.id))
  )
    return fail(issue("front.stays", ["id"]));
  const moving = facts.terms.filter((term) => term.parent === id && what === "term");
  const up = terms[0]?.parent ?? null;
  const clash = moving.find((term) =>
    facts.terms.some(
      (other) =>
        other.id !== id &&
        other.grouping === term.grouping &&
        other.parent === up &&
        other.slug === term.slug,
    ),
  );
  if (clash) return fail(issue("term.slugTaken", ["id"], { term: clash.name }));
  return succeed({
    entries: entries.map((entry): Entry => ({ ...entry, body: [] })),
    terms,
    kinds,
    carried:
      what === "term"
        ? facts.entries.flatMap((entry) => (entry.terms.includes(id) ? [{ entry: entry.id, term: id }] : []))
        : [],
    entriesBelow: facts.entries.flatMap((entry) =>
      entry.parent !== null && gone.has(entry.parent) && !gone.has(entry.id)
        ? [{ id: entry.id, parent: entry.parent }]
        : [],
    ),
    termsBelow: moving.map((term) => ({ id: term.id, parent: id })),
  });
};

const factsWithout = (facts: SiteFacts, removed: Taken): SiteFacts => {
  const gone = new Set([...removed.entries, ...removed.terms, ...removed.kinds].map(({ id }) => id));
  const survivor = survivingParent(removed);
  return {
    ...facts,
    kinds: facts.kinds.filter(({ id }) => !gone.has(id)),
    terms: facts.terms
      .filter(({ id }) => !gone.has(id))
      .map((term) => ({ ...term, parent: survivor(term.parent) })),
    entries: facts.entries
      .filter(({ id }) => !gone.has(id))
      .map((entry) => ({
        ...entry,
        parent: survivor(entry.parent),
        terms: entry.terms.filter((term) => !gone.has(term)),
      })),
  };
};

/** Lines of parts that would point at something that is gone. */
const linesBroken = (compiled: CompiledDesign, index: SiteIndex) =>
  documentsOf(compiled.design, "part").flatMap(({ id, body }) => {
    if (body.binnedAt !== null) return [];
    const { conditions, exceptions } = body.placement;
    const breaks = (lines: readonly { readonly clauses: readonly never[] }[]) =>
      lines.filter((line) =>
        line.clauses.some(
          (clause) => missingValues(clause, index).length > missingValues(clause, compiled.index).length,
        ),
      ).length;
    const [on, off] = [breaks(conditions as never), breaks(exceptions as never)];
    return on + off > 0 ? [{ part: id, lines: on, exceptions: off }] : [];
  });

/** What a removal would do, in the draft and for visitors: pages that vanish, what others show, lines that break. */
export const removalImpact = defineUseCase({
  input: Removal,
  run: async (context, removal) => {
    const [draft, live] = [await designAt(context, "draft", POOL), await designAt(context, "live", POOL)];
    const removed = removedBy(draft.index.facts, removal);
    if (!removed.ok) return removed;
    const index = await makeIndex(factsWithout(draft.index.facts, removed.value), context.now);
    const view = viewOf(context, { audience: "signedOut" });
    const impactOn = (compiled: CompiledDesign) =>
      impactInWords(compiled, compileDesign(compiled.design, index), view);
    return succeed({
      label: labelOf(removed.value),
      entries: removed.value.entries.length,
      draft: impactOn(draft),
      live: impactOn(live),
      broken: linesBroken(draft, index),
    });
  },
});

const labelOf = ({ kinds, terms, entries }: Taken): string =>
  kinds[0]?.plural ?? terms[0]?.name ?? entries[0]?.title ?? "";

/** Takes an entry, a term or a kind out. It is kept whole, and can be brought back. */
export const removeFromContent = defineUseCase({
  input: Removal,
  run: (context, removal) =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const { facts } = await siteIndex(head, head.now, transaction);
      const found = removedBy(facts, removal);
      if (!found.ok) return found;
      const removed = await withBodies(head.id, found.value, transaction);
      const id = context.ids.id();
      const label = labelOf(removed);
      await keepRemoved(
        head.id,
        { id, label, body: removed, author: context.account.id, at: new Date(context.now) },
        transaction,
      );
      await removeContent(head.id, removed, transaction);
      const index = await makeIndex(factsWithout(facts, removed), head.now);
      const key = await touchContent(head.id, transaction);
      transaction.afterCommit(() => followPages(head, key, index));
      return succeed({ removal: id, label });
    }),
});

const withBodies = async (site: string, removed: Taken, transaction: Transaction): Promise<Removed> => {
  const ids = removed.entries.map((entry) => entry.id);
  const bodies = await loadEntries(site, ids, transaction);
  return {
    ...removed,
    entries: removed.entries.map((entry, place) => ({ ...entry, body: bodies[place] ?? [] })),
    moved: await movedPathsOf(site, ids, transaction),
    places: await placesOf(site, removed, transaction),
  };
};

/** Brings back what was removed, if its path or name is still free. */
export const bringBack = defineUseCase({
  input: z.object({ removal: z.string() }),
  run: (context: SiteContext, { removal }) =>
    allOrNothing(async (transaction) => {
      const head = await lockSite(context.site.id, transaction);
      const removed = await takeRemoved(head.id, removal, transaction);
      if (!removed) return fail(issue("removal.gone", ["removal"]));
      const before = await siteIndex(head, head.now, transaction);
      // what is not published yet answers nowhere, and keeps its path all the same
      const paths = new Map(before.facts.entries.map(({ path, title }) => [path, title]));
      for (const { path } of removed.entries) {
        const answering = answeringAt(before, path);
        const other = paths.get(path) ?? (answering && titleOf(answering));
        if (other !== undefined) return fail(issue("path.taken", [], { path, other }));
      }
      await restoreContent(head.id, removed, transaction);
      const index = await makeIndex(await loadFacts(head, transaction), head.now);
      const key = await touchContent(head.id, transaction);
      transaction.afterCommit(() => followPages(head, key, index));
      return succeed({ label: labelOf(removed) });
    }),
});

/** What was removed and can be brought back, the newest first. */
export const removals = defineUseCase({
  input: z.object({}),
  run: async (context) => {
    const rows = await listRemoved(context.site.id, POOL);
    return succeed({ removals: rows.map(({ id, label, at }) => ({ id, label, at: at.toISOString() })) });
  },
});
