import type { SiteIndex } from "../core/addresses/facts";
import { buildIndex } from "../core/addresses/stems";
import type { Design } from "../core/design/design";
import type { EntryFacts, SiteFacts } from "../core/model/content";
import { type CompiledDesign, compileDesign } from "../core/placement/resolve";
import { follow, withEntry } from "../core/placement/settled";
import { findSite, loadFacts, type SiteHead } from "../data/content-repository";
import type { Connection, Transaction } from "../data/database";
import { liveEdition, loadDraft, loadEdition } from "../data/design-repository";
import { KeptPromises } from "./site/kept-promises";

/**
 * A site's content and designs, compiled. Caches only: keyed by the names their states have in the database, filled on
 * demand. A draft that follows one known here is compiled and resolved by what differs.
 */
interface CachedIndex {
  readonly contentKey: string;
  /** The pages are these from one publication to the next. */
  readonly from: string;
  readonly until: string;
  readonly index: SiteIndex;
}
interface NewestDraft {
  readonly key: string;
  /** The database's time when it was the newest. */
  readonly seen: string;
  readonly compiled: CompiledDesign;
}
const indexes = new Map<string, readonly CachedIndex[]>();
const designs = new Map<string, CompiledDesign>();
/** The newest draft known of a site, by site. */
const newest = new Map<string, NewestDraft>();
const MOST_INDEXES = 3;
const MOST_DESIGNS = 40;

/** The publications before and after an instant: between them the pages stay the same. */
const publicationsAround = (index: SiteIndex, now: string) => {
  let [from, until] = ["", "9999"];
  for (const { publishedOn } of index.facts.entries) {
    if (publishedOn === null) continue;
    if (publishedOn <= now && publishedOn > from) from = publishedOn;
    if (publishedOn > now && publishedOn < until) until = publishedOn;
  }
  return { from, until };
};

interface LoadedFacts {
  readonly facts: SiteFacts;
  /** Whose facts they are: they may be newer than what was asked for. */
  readonly contentKey: string;
}
interface LoadedDesign {
  readonly design: Design;
}

/** Roughly what an entry and a document take in memory, bytes. */
const [ENTRY_BYTES, DOCUMENT_BYTES] = [2000, 6000];
const MOST_BYTES = 256 * 1024 * 1024;
const loadedFacts = new KeptPromises<LoadedFacts>(
  MOST_BYTES,
  ({ facts }) => facts.entries.length * ENTRY_BYTES,
);
const loadedDesigns = new KeptPromises<LoadedDesign>(
  MOST_BYTES,
  ({ design }) => design.size * DOCUMENT_BYTES,
);

const knownIndex = (site: string, contentKey: string, now: string): SiteIndex | undefined =>
  indexes.get(site)?.find((each) => each.contentKey === contentKey && each.from <= now && now < each.until)
    ?.index;

/** The pages of a site at an instant. However many ask at once, content is loaded once and indexed once. */
export const siteIndex = async (head: SiteHead, now: string, connection: Connection): Promise<SiteIndex> => {
  const cached = knownIndex(head.id, head.contentKey, now);
  if (cached) return cached;
  const same = indexes.get(head.id)?.find(({ contentKey }) => contentKey === head.contentKey);
  const { facts, contentKey } = same
    ? { facts: same.index.facts, contentKey: head.contentKey }
    : await loadedFacts.get(`${head.id} ${head.contentKey}`, connection, async (transaction) => ({
        contentKey: (await findSite(head.id, transaction))?.contentKey ?? head.contentKey,
        facts: await loadFacts(head, transaction),
      }));
  // others who waited for the same may have indexed it
  const made = knownIndex(head.id, contentKey, now);
  if (made) return made;
  const index = buildIndex(facts, now);
  const known = (indexes.get(head.id) ?? []).filter((each) => each.contentKey === contentKey);
  indexes.set(
    head.id,
    [{ contentKey, ...publicationsAround(index, now), index }, ...known].slice(0, MOST_INDEXES),
  );
  return index;
};

const remember = (key: string, compiled: CompiledDesign): CompiledDesign => {
  designs.delete(key);
  designs.set(key, compiled);
  if (designs.size > MOST_DESIGNS) designs.delete(designs.keys().next().value as string);
  return compiled;
};

/** A design compiled for an index. However many ask at once, it is loaded once and compiled once. */
const remembered = async (
  key: string,
  index: SiteIndex,
  connection: Connection,
  load: (transaction: Transaction) => Promise<Design>,
): Promise<CompiledDesign> => {
  const cached = designs.get(key);
  if (cached?.index === index) return cached;
  const design =
    cached?.design ??
    (await loadedDesigns.get(key, connection, async (transaction) => ({ design: await load(transaction) })))
      .design;
  const made = designs.get(key);
  return made?.index === index ? made : remember(key, compileDesign(design, index));
};

/** The draft as it is now. */
export const draftOf = async (
  head: SiteHead,
  now: string,
  connection: Connection,
): Promise<CompiledDesign> => {
  const index = await siteIndex(head, now, connection);
  const last = newest.get(head.id);
  const isLast = last?.key === head.designKey;
  if (isLast && last.compiled.index === index) return last.compiled;
  const compiled = await remembered(
    `${head.id} draft ${head.designKey}`,
    index,
    connection,
    async (transaction) => (isLast ? last.compiled.design : loadDraft(head.id, transaction)),
  );
  if (!last || last.seen <= head.now) newest.set(head.id, { key: head.designKey, seen: head.now, compiled });
  return compiled;
};

/** The draft's documents as of a site's row. */
export const draftDesign = async (head: SiteHead, transaction: Transaction): Promise<Design> => {
  const last = newest.get(head.id);
  return last?.key === head.designKey ? last.compiled.design : loadDraft(head.id, transaction);
};

/** Takes over a draft that was just saved on top of another, so that the next question costs no more than what changed. */
export const followDraft = (before: SiteHead, key: string, design: Design): void => {
  const last = newest.get(before.id);
  if (last?.key !== before.designKey) return;
  const { compiled } = last;
  newest.set(before.id, {
    key,
    seen: before.now,
    compiled: follow(compileDesign(design, compiled.index, compiled), compiled),
  });
};

/** Takes over one entry's changed facts, if they move no page: only what they touch is worked out again. */
export const followEntry = (before: SiteHead, contentKey: string, entry: EntryFacts): void => {
  const last = newest.get(before.id);
  const known = indexes.get(before.id)?.find(({ index }) => index === last?.compiled.index);
  if (!last || known?.contentKey !== before.contentKey) return;
  const compiled = withEntry(last.compiled, entry);
  if (!compiled) return;
  indexes.set(before.id, [{ ...known, contentKey, index: compiled.index }]);
  newest.set(before.id, { ...last, compiled });
};

/** The edition visitors see, with its number; null before the first. */
export const liveOf = async (
  head: SiteHead,
  now: string,
  connection: Connection,
): Promise<{ readonly seq: number; readonly compiled: CompiledDesign } | null> => {
  const live = await liveEdition(head.id, new Date(now), connection);
  if (!live) return null;
  const index = await siteIndex(head, now, connection);
  const compiled = await remembered(`${head.id} edition ${live.key}`, index, connection, (transaction) =>
    loadEdition(head.id, live.seq, transaction),
  );
  return { seq: live.seq, compiled };
};

/** Forgets a site: after its demo data is laid anew. */
export const forgetSite = (site: string): void => {
  indexes.delete(site);
  newest.delete(site);
  loadedFacts.forget(`${site} `);
  loadedDesigns.forget(`${site} `);
  for (const key of designs.keys()) if (key.startsWith(`${site} `)) designs.delete(key);
};
