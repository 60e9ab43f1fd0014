import type { SiteIndex } from "../../core/addresses/facts";
import type { Design } from "../../core/design/design";
import type { EntryFacts } from "../../core/model/content";
import { type CompiledDesign, compileDesign } from "../../core/placement/resolve";
import { changedIndex, follow, onChangedIndex } from "../../core/placement/slot-columns";
import type { SiteHead } from "../../data/content-repository";
import type { Connection, Transaction } from "../../data/database";
import { liveEdition, loadDraft, loadEdition } from "../../data/design-repository";
import { forgetIndexes, keepIndexAfter, keepIndexAs, knownIndex, siteIndex, whenForgotten } from "./indexes";
import { KeptPromises } from "./kept-promises";

/**
 * The designs of a site, compiled for its pages. Caches only: keyed by the names their states have in the database, filled
 * on demand. A draft that follows one known here is compiled and resolved by what differs.
 */
interface NewestDraft {
  readonly key: string;
  /** The database's time when it was the newest. */
  readonly seen: string;
  readonly compiled: CompiledDesign;
}
const designs = new Map<string, CompiledDesign>();
/** The newest draft known of a site, by site. */
const newest = new Map<string, NewestDraft>();
/** Under which name the edition is kept that visitors of a site saw last. */
const shownLast = new Map<string, string>();
const MOST_DESIGNS = 40;

interface LoadedDesign {
  readonly design: Design;
}
/** Roughly what a document takes in memory, bytes. */
const DOCUMENT_BYTES = 6000;
const MOST_BYTES = 256 * 1024 * 1024;
const loadedDesigns = new KeptPromises<LoadedDesign>(
  MOST_BYTES,
  ({ design }) => design.size * DOCUMENT_BYTES,
);

const remember = (key: string, compiled: CompiledDesign): CompiledDesign => {
  designs.delete(key);
  designs.set(key, compiled);
  if (designs.size > MOST_DESIGNS) designs.delete(designs.keys().next().value as string);
  return compiled;
};

/**
 * A design compiled for an index. However many ask at once, it is loaded once and compiled once; of one that follows
 * another on the same pages only what differs is.
 */
const remembered = async (
  key: string,
  index: SiteIndex,
  connection: Connection,
  load: (transaction: Transaction) => Promise<Design>,
  before?: CompiledDesign,
): Promise<CompiledDesign> => {
  const cached = designs.get(key);
  if (cached?.index === index) return cached;
  const design =
    cached?.design ??
    (await loadedDesigns.get(key, connection, async (transaction) => ({ design: await load(transaction) })))
      .design;
  const made = designs.get(key);
  if (made?.index === index) return made;
  const compiled =
    before?.index === index
      ? follow(compileDesign(design, index, before), before)
      : compileDesign(design, index);
  return remember(key, compiled);
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

/** The draft and the edition visitors see, as far as they are known, are made into what `change` makes of them. */
const followContent = (
  site: string,
  change: (compiled: CompiledDesign) => CompiledDesign | undefined,
): void => {
  const last = newest.get(site);
  const draft = last && change(last.compiled);
  if (last && draft) newest.set(site, { ...last, compiled: draft });
  const key = shownLast.get(site);
  const shown = key === undefined ? undefined : designs.get(key);
  const live = shown && change(shown);
  if (key !== undefined && live) remember(key, live);
};

/**
 * Takes over one entry's changed facts, if they move no page and the pages are known here: only what they touch is worked
 * out again. Returns whether it could.
 */
export const followEntry = (before: SiteHead, contentKey: string, entry: EntryFacts): boolean => {
  const known = knownIndex(before.id, before.contentKey, before.now);
  const index = known && changedIndex(known, entry);
  if (!known || !index) return false;
  keepIndexAfter(before.id, known, contentKey, index);
  followContent(before.id, (compiled) =>
    compiled.index === known ? onChangedIndex(compiled, index) : undefined,
  );
  return true;
};

/** Takes over content whose pages were worked out before it was saved, so that no visitor waits for it. */
export const followPages = (before: SiteHead, contentKey: string, index: SiteIndex): void => {
  keepIndexAs(before.id, contentKey, index, before.now);
  followContent(before.id, ({ design }) => compileDesign(design, index));
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
  const key = `${head.id} edition ${live.key}`;
  const compiled = await remembered(
    key,
    index,
    connection,
    (transaction) => loadEdition(head.id, live.seq, transaction),
    designs.get(shownLast.get(head.id) ?? ""),
  );
  shownLast.set(head.id, key);
  return { seq: live.seq, compiled };
};

/** Whether an edition is compiled here. */
export const isLiveKnown = (site: string, editionKey: string): boolean =>
  designs.has(`${site} edition ${editionKey}`);

/** Forgets a site: after its demo data is laid anew. */
export const forgetSite = (site: string): void => {
  forgetIndexes(site);
  forgetDesigns(site);
};

const forgetDesigns = (site: string): void => {
  newest.delete(site);
  shownLast.delete(site);
  loadedDesigns.forget(`${site} `);
  for (const key of designs.keys()) if (key.startsWith(`${site} `)) designs.delete(key);
};
whenForgotten(forgetDesigns);
