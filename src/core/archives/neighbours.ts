import type { Address, SiteIndex } from "../addresses/facts";
import type { EntryFacts } from "../model/content";
import { kindIdentity, termIdentity } from "../model/identity";
import type { Around, Neighbours } from "../model/neighbours";
import { listsOf } from "./lists";

const ALONE: Neighbours<never> = { before: null, after: null };

/** The archive a page's entry has its neighbours in; null where there is none. */
const archiveOf = ({ entry }: Address, among: Around["among"]): string | null => {
  if (!entry) return null;
  if (among === "kind") return kindIdentity(entry.kind);
  const [first] = entry.terms;
  return first === undefined ? null : termIdentity(first);
};

/** The entries before and after that of a page. By start, what has none has no neighbours, and is nobody's. */
export const neighboursOf = (
  index: SiteIndex,
  page: Address,
  { among, sort }: Around,
): Neighbours<EntryFacts> => {
  const archive = archiveOf(page, among);
  const { entry } = page;
  if (archive === null || !entry || (sort === "start" && entry.startsAt === null)) return ALONE;
  const all = listsOf(index).list({ archive }, [], sort, "up");
  const at = all.indexOf(entry);
  if (at < 0) return ALONE;
  const isOne = (other: EntryFacts | undefined): other is EntryFacts =>
    other !== undefined && (sort !== "start" || other.startsAt !== null);
  const [before, after] = [all[at - 1], all[at + 1]];
  return { before: isOne(before) ? before : null, after: isOne(after) ? after : null };
};
