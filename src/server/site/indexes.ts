import { LRUCache } from "lru-cache";
import type { SiteIndex } from "../../core/addresses/facts";
import { preparingGlances } from "../../core/addresses/nearest";
import { indexing } from "../../core/addresses/stems";
import { preparingLists } from "../../core/archives/lists";
import type { SiteFacts } from "../../core/model/content";
import { findSite, type SiteHead } from "../../data/content-repository";
import type { Connection } from "../../data/database";
import { loadFacts } from "../../data/facts-repository";
import { KeptPromises } from "./kept-promises";
import { unhurried } from "./unhurried";

/**
 * The pages of each site, worked out once for what its content is: keyed by the name that state of the content has in the
 * database, and by the publications between which the pages stay the same. Made in steps, so that others are answered
 * meanwhile; however many ask for the same, it is made once.
 */
interface CachedIndex {
  readonly contentKey: string;
  /** The pages are these from one publication to the next. */
  readonly from: string;
  readonly until: string;
  readonly index: SiteIndex;
}

/** Of one site: as it was, as it is, as it is about to be. */
const MOST_OF_SITE = 3;
/** Entries of all sites together; each takes some 1.5 kB. Sites longest not asked for go first. */
const MOST_ENTRIES = 500_000;

const indexes = new LRUCache<string, readonly CachedIndex[]>({
  maxSize: MOST_ENTRIES,
  sizeCalculation: (all) => 1 + Math.max(...all.map(({ index }) => index.facts.entries.length)),
  dispose: (_, site, reason) => {
    if (reason === "evict") for (const then of forgotten) then(site);
  },
});
const forgotten: ((site: string) => void)[] = [];

/** What else is known of a site goes with its pages. */
export const whenForgotten = (then: (site: string) => void): void => {
  forgotten.push(then);
};
const making = new Map<string, Promise<SiteIndex>>();

interface LoadedFacts {
  readonly facts: SiteFacts;
  /** Whose facts they are: they may be newer than what was asked for. */
  readonly contentKey: string;
}
/** Only while they are loaded and indexed: an index has them. */
const ENTRY_BYTES = 2000;
const MOST_BYTES = 256 * 1024 * 1024;
const loadedFacts = new KeptPromises<LoadedFacts>(
  MOST_BYTES,
  ({ facts }) => facts.entries.length * ENTRY_BYTES,
);

/** The publications before and after an instant: between them the pages stay the same. */
const publicationsAround = ({ entries }: SiteFacts, now: string) => {
  let [from, until] = ["", "9999"];
  for (const { publishedOn } of entries) {
    if (publishedOn === null) continue;
    if (publishedOn <= now && publishedOn > from) from = publishedOn;
    if (publishedOn > now && publishedOn < until) until = publishedOn;
  }
  return { from, until };
};

const knownAt = (site: string, contentKey: string, now: string): CachedIndex | undefined =>
  indexes.get(site)?.find((each) => each.contentKey === contentKey && each.from <= now && now < each.until);

/** The pages of a site at an instant. */
export const siteIndex = async (head: SiteHead, now: string, connection: Connection): Promise<SiteIndex> => {
  const cached = knownAt(head.id, head.contentKey, now);
  if (cached) return cached.index;
  const same = indexes.get(head.id)?.find(({ contentKey }) => contentKey === head.contentKey);
  const { facts, contentKey } = same
    ? { facts: same.index.facts, contentKey: head.contentKey }
    : await loadedFacts.get(`${head.id} ${head.contentKey}`, connection, async (transaction) => ({
        contentKey: (await findSite(head.id, transaction))?.contentKey ?? head.contentKey,
        facts: await loadFacts(head, transaction),
      }));
  // nobody who holds a connection waits here for one who waits for a connection: none is needed any more
  return madeOnce(head.id, contentKey, facts, now);
};

const madeOnce = (site: string, contentKey: string, facts: SiteFacts, now: string): Promise<SiteIndex> => {
  const known = knownAt(site, contentKey, now);
  if (known) return Promise.resolve(known.index);
  const { from, until } = publicationsAround(facts, now);
  const key = `${site} ${contentKey} ${from}`;
  const underWay = making.get(key);
  if (underWay) return underWay;
  const made = makeIndex(facts, now).then((index) => {
    keepIndex(site, { contentKey, from, until, index });
    return index;
  });
  making.set(key, made);
  const done = () => making.delete(key);
  made.then(done, done);
  return made;
};

function* steps(facts: SiteFacts, now: string): Generator<undefined, SiteIndex> {
  const index = yield* indexing(facts, now);
  yield* preparingLists(index);
  yield* preparingGlances(index);
  return index;
}

/** The pages that facts come to, with their lists, in steps. Nothing is kept of it. */
export const makeIndex = (facts: SiteFacts, now: string): Promise<SiteIndex> => unhurried(steps(facts, now));

const keepIndex = (site: string, made: CachedIndex): void => {
  const same = (indexes.get(site) ?? []).filter((each) => each.contentKey === made.contentKey);
  indexes.set(site, [made, ...same].slice(0, MOST_OF_SITE));
};

/** Keeps an index of a content that has a name now. */
export const keepIndexAs = (site: string, contentKey: string, index: SiteIndex, now: string): void =>
  keepIndex(site, { contentKey, ...publicationsAround(index.facts, now), index });

/** Keeps an index made of a known one without a change of when anything is published. */
export const keepIndexAfter = (
  site: string,
  known: SiteIndex,
  contentKey: string,
  index: SiteIndex,
): void => {
  const before = indexes.get(site)?.find((each) => each.index === known);
  if (before) keepIndex(site, { ...before, contentKey, index });
};

/** The pages of a content at an instant, if they are known in this process; nothing is loaded. */
export const knownIndex = (site: string, contentKey: string, now: string): SiteIndex | undefined =>
  knownAt(site, contentKey, now)?.index;

/** Whether pages of one more site can be kept without letting go of those of another. */
export const hasRoom = (): boolean => indexes.calculatedSize < MOST_ENTRIES;

/** The sites whose pages are known here. */
export const knownSites = (): readonly string[] => [...indexes.keys()];

/** The next publication of a site as far as its newest pages know; null if none is awaited. */
export const nextPublication = (site: string): string | null => {
  const until = indexes.peek(site)?.[0]?.until;
  return until === undefined || until === "9999" ? null : until;
};

export const forgetIndexes = (site: string): void => {
  indexes.delete(site);
  loadedFacts.forget(`${site} `);
};
