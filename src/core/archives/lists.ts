import type { SiteIndex } from "../addresses/facts";
import { periodsAt } from "../addresses/periods";
import type { EntryFacts } from "../model/content";
import { authorIdentity, dateIdentity, entryIdentity, kindIdentity, termIdentity } from "../model/identity";
import { withNumber, withoutNumber } from "../model/sorted-numbers";
import { fieldValue } from "./field-value";

/**
 * Which entries stand in which list, and in which order: worked out once for the content of a site, so that a list of
 * any size is read, not searched. Entries are named by their place among those published.
 */

/** `field:` and the key of an own field. What has no start, or no such field, comes last either way. */
export type Sort = "date" | "title" | "own" | "start" | "changed" | `field:${string}`;
export type Direction = "up" | "down";

/** Places in an order, and where each place comes in it. */
interface Order {
  readonly places: Uint32Array;
  readonly rank: Uint32Array;
}

/** Null is nothing to sort by. */
type Key = string | number | null;

/** Numbers before words, nothing last. */
const compare = (a: Key, b: Key): number => {
  if (a === b) return 0;
  if (a === null || b === null) return a === null ? 1 : -1;
  if (typeof a !== typeof b) return typeof a === "number" ? -1 : 1;
  return a < b ? -1 : 1;
};

const FIELD = "field:";
const keyOf = (sort: Sort, entry: EntryFacts): Key => {
  switch (sort) {
    case "date":
      return entry.startsAt ?? entry.publishedOn ?? "";
    case "title":
      return entry.title;
    case "own":
      return entry.position;
    case "start":
      return entry.startsAt;
    case "changed":
      return entry.changedOn ?? entry.publishedOn;
    default: {
      const value = entry.fields[sort.slice(FIELD.length)];
      return value === undefined || value === "" ? null : fieldValue(value);
    }
  }
};

const byTitle = (a: EntryFacts, b: EntryFacts): number => compare(a.title, b.title) || compare(a.id, b.id);

/** The order of a list: the field asked for, ties by title, then by id. Stable on every machine. */
export const comparator = (sort: Sort, direction: Direction) => {
  const sign = direction === "up" ? 1 : -1;
  return (a: EntryFacts, b: EntryFacts): number => {
    const [first, second] = [keyOf(sort, a), keyOf(sort, b)];
    // what has nothing to sort by is last in both directions
    const turned = first === null || second === null ? 1 : sign;
    return turned * compare(first, second) || byTitle(a, b);
  };
};

const ranked = (places: Uint32Array): Order => {
  const rank = new Uint32Array(places.length);
  for (let at = 0; at < places.length; at += 1) rank[places[at] as number] = at;
  return { places, rank };
};

/** The archives of the year and of the month of an entry. */
const periodsOf = ({ kind, publishedOn }: EntryFacts, timeZone: string): readonly string[] =>
  publishedOn === null ? [] : periodsAt(publishedOn, timeZone).map((period) => dateIdentity(kind, period));

/** The lists an entry stands in, by the identity of the archive that is about it. */
const listsFor = (entry: EntryFacts, terms: readonly string[], timeZone: string): readonly string[] => [
  kindIdentity(entry.kind),
  ...terms.map((term) => termIdentity(term)),
  ...(entry.author === null ? [] : [authorIdentity(entry.author)]),
  ...periodsOf(entry, timeZone),
];

/** Places by a key, while they are gathered. */
class Growing {
  readonly #places = new Map<string, number[]>();
  add(key: string, place: number): void {
    const found = this.#places.get(key);
    if (found) found.push(place);
    else this.#places.set(key, [place]);
  }
  toMembers(identityOf: (key: string) => string): readonly (readonly [string, Uint32Array])[] {
    return [...this.#places].map(([key, places]) => [identityOf(key), Uint32Array.from(places)] as const);
  }
}

const identitiesFor = (index: SiteIndex, entry: EntryFacts): readonly string[] =>
  listsFor(entry, index.byIdentity.get(entryIdentity(entry.id))?.terms ?? [], index.facts.settings.timeZone);

const NONE = new Uint32Array(0);

/** Entries of lists kept in order, over all of them: so many times those of the site. */
const MOST_KEPT = 4;

export class EntryLists {
  readonly #entries: readonly EntryFacts[];
  readonly #members: ReadonlyMap<string, Uint32Array>;
  readonly #orders: Map<string, Order>;
  /** Lists in order, by what is listed and how. */
  readonly #kept = new Map<string, readonly EntryFacts[]>();
  #keptEntries = 0;

  private constructor(
    entries: readonly EntryFacts[],
    members: ReadonlyMap<string, Uint32Array>,
    orders: Map<string, Order>,
  ) {
    this.#entries = entries;
    this.#members = members;
    this.#orders = orders;
  }

  static of(index: SiteIndex): EntryLists {
    const [kinds, terms, authors, dates] = [new Growing(), new Growing(), new Growing(), new Growing()];
    for (const [place, entry] of index.published.entries()) {
      kinds.add(entry.kind, place);
      for (const term of index.byIdentity.get(entryIdentity(entry.id))?.terms ?? []) terms.add(term, place);
      if (entry.author !== null) authors.add(entry.author, place);
      for (const period of periodsOf(entry, index.facts.settings.timeZone)) dates.add(period, place);
    }
    return new EntryLists(
      index.published,
      new Map([
        ...kinds.toMembers(kindIdentity),
        ...terms.toMembers(termIdentity),
        ...authors.toMembers(authorIdentity),
        ...dates.toMembers((period) => period),
      ]),
      new Map(),
    );
  }

  /** How many entries an archive is about. */
  size(identity: string): number {
    return this.#members.get(identity)?.length ?? 0;
  }

  /**
   * The entries of any of these kinds and about any of these terms, in order; no kinds, or no terms, leave none out.
   * `archive` is the identity of an archive instead of kinds.
   */
  list(
    what: { readonly archive: string } | { readonly kinds: readonly string[] },
    terms: readonly string[],
    sort: Sort,
    direction: Direction,
  ): readonly EntryFacts[] {
    const identities = "archive" in what ? [what.archive] : what.kinds.map((kind) => kindIdentity(kind));
    const key = JSON.stringify([identities, terms, sort, direction]);
    const known = this.#kept.get(key);
    if (known) return known;
    const made = this.#inOrder(this.#membersOf(identities, terms, "archive" in what), sort, direction);
    if (this.#keptEntries > MOST_KEPT * this.#entries.length) {
      this.#kept.clear();
      this.#keptEntries = 0;
    }
    this.#kept.set(key, made);
    this.#keptEntries += made.length;
    return made;
  }

  /** Null means all. */
  #union(identities: readonly string[]): Uint32Array {
    const [only, ...more] = identities;
    const first = only === undefined ? NONE : (this.#members.get(only) ?? NONE);
    if (more.length === 0) return first;
    const all = new Set(first);
    for (const identity of more) for (const place of this.#members.get(identity) ?? NONE) all.add(place);
    return Uint32Array.from(all);
  }

  #membersOf(
    identities: readonly string[],
    terms: readonly string[],
    isArchive: boolean,
  ): Uint32Array | null {
    const about = terms.length === 0 ? null : this.#union(terms.map((term) => termIdentity(term)));
    if (identities.length === 0 && !isArchive) return about;
    const among = this.#union(identities);
    if (about === null) return among;
    const marked = new Set(about);
    return among.filter((place) => marked.has(place));
  }

  #inOrder(members: Uint32Array | null, sort: Sort, direction: Direction): readonly EntryFacts[] {
    const { places, rank } = this.#order(sort, direction);
    if (members === null) return Array.from(places, (place) => this.#entries[place] as EntryFacts);
    const ranks = members.map((place) => rank[place] as number).sort();
    return Array.from(ranks, (at) => this.#entries[places[at] as number] as EntryFacts);
  }

  #order(sort: Sort, direction: Direction): Order {
    const key = `${sort} ${direction}`;
    const known = this.#orders.get(key);
    if (known) return known;
    const made = direction === "up" ? this.#upwards(sort) : this.#reversed(sort, this.#order(sort, "up"));
    this.#orders.set(key, made);
    return made;
  }

  #upwards(sort: Sort): Order {
    const entries = this.#entries;
    if (sort === "title") {
      const [titles, ids] = [entries.map(({ title }) => title), entries.map(({ id }) => id)];
      const at = (list: readonly string[], place: number) => list[place] as string;
      // a typed array sorts by a function far slower than a plain one
      const places = [...entries.keys()].sort(
        (a, b) => compare(at(titles, a), at(titles, b)) || compare(at(ids, a), at(ids, b)),
      );
      return ranked(Uint32Array.from(places));
    }
    // ties stay as they are by title: the sort is stable (ECMA-262 §23.1.3.30)
    const keys = entries.map((each) => keyOf(sort, each));
    const { places } = this.#order("title", "up");
    return ranked(Uint32Array.from(places).sort((a, b) => compare(keys[a] as Key, keys[b] as Key)));
  }

  /** The other way round, but among equals, which stay by title. */
  #reversed(sort: Sort, { places }: Order): Order {
    const key = (at: number) => keyOf(sort, this.#entries[places[at] as number] as EntryFacts);
    const turned = new Uint32Array(places.length);
    let filled = 0;
    // what has nothing to sort by stays last
    let sorted = places.length;
    while (sorted > 0 && key(sorted - 1) === null) sorted -= 1;
    turned.set(places.subarray(sorted), sorted);
    for (let end = sorted; end > 0; ) {
      let start = end - 1;
      while (start > 0 && key(start - 1) === key(end - 1)) start -= 1;
      turned.set(places.subarray(start, end), filled);
      filled += end - start;
      end = start;
    }
    return ranked(turned);
  }

  /** Works out every order that can be asked for, one a step, so that nobody waits for it who looks at a page. */
  *preparing(): Generator<undefined, void> {
    for (const sort of ["title", "date", "own"] as const)
      for (const direction of ["up", "down"] as const) {
        this.#order(sort, direction);
        yield;
      }
  }

  /** The lists of an index in which one entry's facts changed: only what it stands in is another. */
  withChanged(from: SiteIndex, to: SiteIndex, before: EntryFacts, after: EntryFacts): EntryLists {
    const place = from.published.indexOf(before);
    const [was, is] = [new Set(identitiesFor(from, before)), new Set(identitiesFor(to, after))];
    const members = new Map(this.#members);
    for (const identity of was)
      if (!is.has(identity)) members.set(identity, withoutNumber(members.get(identity) ?? NONE, place));
    for (const identity of is)
      if (!was.has(identity)) members.set(identity, withNumber(members.get(identity) ?? NONE, place));
    const orders = new Map<string, Order>();
    for (const [key, order] of this.#orders) {
      const [sort, direction] = key.split(" ") as [Sort, Direction];
      const isMoved = before.title !== after.title || keyOf(sort, before) !== keyOf(sort, after);
      orders.set(key, isMoved ? moved(order, place, to.published, comparator(sort, direction)) : order);
    }
    return new EntryLists(to.published, members, orders);
  }
}

/** An order in which one place is where it belongs now: what lies between where it was and is moves up by one. */
const moved = (
  order: Order,
  place: number,
  entries: readonly EntryFacts[],
  compared: (a: EntryFacts, b: EntryFacts) => number,
): Order => {
  const { places, rank } = order;
  const was = rank[place] as number;
  const entryAt = (at: number) => entries[places[at < was ? at : at + 1] as number] as EntryFacts;
  let [low, high] = [0, places.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (compared(entryAt(middle), entries[place] as EntryFacts) < 0) low = middle + 1;
    else high = middle;
  }
  if (low === was) return order;
  const next: Order = { places: places.slice(), rank: rank.slice() };
  if (low < was) next.places.copyWithin(low + 1, low, was);
  else next.places.copyWithin(was, was + 1, low + 1);
  next.places[low] = place;
  for (let at = Math.min(low, was); at <= Math.max(low, was); at += 1)
    next.rank[next.places[at] as number] = at;
  return next;
};

const known = new WeakMap<SiteIndex, EntryLists>();

/** The lists of a site, worked out once for an index. */
export const listsOf = (index: SiteIndex): EntryLists => {
  const found = known.get(index);
  if (found) return found;
  const made = EntryLists.of(index);
  known.set(index, made);
  return made;
};

/** Works out the lists of a site in steps, before anyone asks for them. */
export function* preparingLists(index: SiteIndex): Generator<undefined, void> {
  const lists = listsOf(index);
  yield;
  yield* lists.preparing();
}

/** Takes over the lists for an index in which only this entry's facts changed. */
export const carryLists = (from: SiteIndex, to: SiteIndex, before: EntryFacts, after: EntryFacts): void => {
  known.set(to, listsOf(from).withChanged(from, to, before, after));
};
