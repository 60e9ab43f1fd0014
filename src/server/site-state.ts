import type { SiteIndex } from "../core/addresses/facts";
import { buildIndex } from "../core/addresses/stems";
import type { EntryFacts } from "../core/model/content";
import type { Design } from "../core/model/design";
import { type CompiledDesign, compileDesign } from "../core/placement/resolve";
import { follow, withEntry } from "../core/placement/settled";
import { loadFacts, type SiteHead } from "../data/content-repository";
import type { Connection, Transaction } from "../data/database";
import { currentEdition, loadDraft, loadEdition } from "../data/design-repository";

/**
 * A site's content and designs, compiled. Caches only: keyed by revision and edition, filled on demand. A draft that
 * follows one known here is compiled and resolved by what differs.
 */
interface CachedIndex {
  readonly contentRev: number;
  /** The pages are these from one publication to the next. */
  readonly from: string;
  readonly until: string;
  readonly index: SiteIndex;
}
const indexes = new Map<string, readonly CachedIndex[]>();
const designs = new Map<string, CompiledDesign>();
/** The newest draft known of a site, by site. */
const newest = new Map<string, { readonly rev: number; readonly compiled: CompiledDesign }>();
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

export const siteIndex = async (head: SiteHead, now: string, connection: Connection): Promise<SiteIndex> => {
  const known = (indexes.get(head.id) ?? []).filter(({ contentRev }) => contentRev === head.contentRev);
  const cached = known.find(({ from, until }) => from <= now && now < until);
  if (cached) return cached.index;
  const facts = known[0]?.index.facts ?? (await loadFacts(head, connection));
  const index = buildIndex(facts, now);
  const made = { contentRev: head.contentRev, ...publicationsAround(index, now), index };
  indexes.set(head.id, [made, ...known].slice(0, MOST_INDEXES));
  return index;
};

const remember = (key: string, compiled: CompiledDesign): CompiledDesign => {
  designs.delete(key);
  designs.set(key, compiled);
  if (designs.size > MOST_DESIGNS) designs.delete(designs.keys().next().value as string);
  return compiled;
};

const remembered = async (
  key: string,
  index: SiteIndex,
  load: () => Promise<Design>,
): Promise<CompiledDesign> => {
  const cached = designs.get(key);
  if (cached?.index === index) return cached;
  return remember(key, compileDesign(cached?.design ?? (await load()), index));
};

const draftKey = (site: string, rev: number): string => `${site} draft ${rev}`;

/** The draft as it is now. */
export const draftOf = async (
  head: SiteHead,
  now: string,
  connection: Connection,
): Promise<CompiledDesign> => {
  const index = await siteIndex(head, now, connection);
  const last = newest.get(head.id);
  if (last?.rev === head.designRev && last.compiled.index === index) return last.compiled;
  const key = draftKey(head.id, head.designRev);
  const compiled = await remembered(key, index, async () =>
    last?.rev === head.designRev ? last.compiled.design : loadDraft(head.id, connection),
  );
  if (!last || last.rev <= head.designRev) newest.set(head.id, { rev: head.designRev, compiled });
  return compiled;
};

/** The draft's documents at the revision of a site's row. */
export const draftDesign = async (head: SiteHead, transaction: Transaction): Promise<Design> => {
  const last = newest.get(head.id);
  return last?.rev === head.designRev ? last.compiled.design : loadDraft(head.id, transaction);
};

/** Takes over a draft that was just saved, so that the next question costs no more than what changed. */
export const followDraft = (site: string, rev: number, design: Design): void => {
  const last = newest.get(site);
  if (!last || last.rev >= rev) return;
  const { compiled } = last;
  newest.set(site, { rev, compiled: follow(compileDesign(design, compiled.index, compiled), compiled) });
};

/** Takes over one entry's changed facts, if they move no page: only what they touch is worked out again. */
export const followEntry = (site: string, contentRev: number, entry: EntryFacts): void => {
  const last = newest.get(site);
  const known = indexes.get(site)?.find(({ index }) => index === last?.compiled.index);
  if (!last || !known || known.contentRev !== contentRev - 1) return;
  const compiled = withEntry(last.compiled, entry);
  if (!compiled) return;
  indexes.set(site, [{ ...known, contentRev, index: compiled.index }]);
  newest.set(site, { rev: last.rev, compiled });
};

/** The edition visitors see, with its number; null before the first. */
export const liveOf = async (
  head: SiteHead,
  now: string,
  connection: Connection,
): Promise<{ readonly seq: number; readonly compiled: CompiledDesign } | null> => {
  const seq = await currentEdition(head.id, new Date(now), connection);
  if (seq === null) return null;
  return { seq, compiled: await editionOf(head, seq, now, connection) };
};

export const editionOf = async (
  head: SiteHead,
  seq: number,
  now: string,
  connection: Connection,
): Promise<CompiledDesign> => {
  const index = await siteIndex(head, now, connection);
  return remembered(`${head.id} edition ${seq}`, index, () => loadEdition(head.id, seq, connection));
};

/** Forgets a site: after its demo data is laid anew. */
export const forgetSite = (site: string): void => {
  indexes.delete(site);
  newest.delete(site);
  for (const key of designs.keys()) if (key.startsWith(`${site} `)) designs.delete(key);
};
