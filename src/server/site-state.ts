import type { SiteIndex } from "../core/addresses/facts";
import { buildIndex } from "../core/addresses/stems";
import type { Design } from "../core/model/design";
import { type CompiledDesign, compileDesign } from "../core/placement/resolve";
import { loadFacts, type SiteHead } from "../data/content-repository";
import type { Transaction } from "../data/database";
import { currentEdition, loadDraft, loadEdition } from "../data/design-repository";

/**
 * A site's content and designs, compiled. Caches only: keyed by revision and edition, filled on demand, valid until
 * the next instant at which content changes by itself.
 */
interface CachedIndex {
  readonly contentRev: number;
  readonly until: string;
  readonly index: SiteIndex;
}
const indexes = new Map<string, CachedIndex>();
const designs = new Map<string, CompiledDesign>();
const MOST_DESIGNS = 40;

/** The first publication still to come: until then the index holds. */
const nextEdge = (index: SiteIndex, now: string): string =>
  index.facts.entries.reduce(
    (edge, entry) =>
      entry.publishedOn !== null && entry.publishedOn > now && entry.publishedOn < edge
        ? entry.publishedOn
        : edge,
    "9999",
  );

export const siteIndex = async (
  head: SiteHead,
  now: string,
  transaction?: Transaction,
): Promise<SiteIndex> => {
  const cached = indexes.get(head.id);
  if (cached && cached.contentRev === head.contentRev && now < cached.until) return cached.index;
  const index = buildIndex(await loadFacts(head, transaction), now);
  indexes.set(head.id, { contentRev: head.contentRev, until: nextEdge(index, now), index });
  return index;
};

const remembered = async (
  key: string,
  index: SiteIndex,
  load: () => Promise<Design>,
): Promise<CompiledDesign> => {
  const cached = designs.get(key);
  if (cached && cached.index === index) return cached;
  const compiled = compileDesign(await load(), index);
  designs.delete(key);
  designs.set(key, compiled);
  if (designs.size > MOST_DESIGNS) designs.delete(designs.keys().next().value as string);
  return compiled;
};

/** The draft as it is now. */
export const draftOf = async (
  head: SiteHead,
  now: string,
  transaction?: Transaction,
): Promise<CompiledDesign> => {
  const index = await siteIndex(head, now, transaction);
  return remembered(`${head.id} draft ${head.designRev}`, index, () => loadDraft(head.id, transaction));
};

/** The edition visitors see, with its number; null before the first. */
export const liveOf = async (
  head: SiteHead,
  now: string,
  transaction?: Transaction,
): Promise<{ readonly seq: number; readonly compiled: CompiledDesign } | null> => {
  const seq = await currentEdition(head.id, new Date(now), transaction);
  if (seq === null) return null;
  return { seq, compiled: await editionOf(head, seq, now, transaction) };
};

export const editionOf = async (
  head: SiteHead,
  seq: number,
  now: string,
  transaction?: Transaction,
): Promise<CompiledDesign> => {
  const index = await siteIndex(head, now, transaction);
  return remembered(`${head.id} edition ${seq}`, index, () => loadEdition(head.id, seq, transaction));
};

/** Forgets a site: after its demo data is laid anew. */
export const forgetSite = (site: string): void => {
  indexes.delete(site);
  for (const key of designs.keys()) if (key.startsWith(`${site} `)) designs.delete(key);
};
