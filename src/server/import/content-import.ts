import { canonicalPath, pathIssue } from "../../core/addresses/paths";
import { buildIndex } from "../../core/addresses/stems";
import { answeringAt, laterPageAt } from "../../core/addresses/taken";
import type { EntryFile } from "../../core/content/entry-file";
import type { Entry, SiteFacts } from "../../core/model/content";
import { fail, type Issue, issue, type Outcome, succeed } from "../../core/model/issue";
import { fitsField } from "../../core/model/own-field";
import { pathTaken, saveEntry, touchContent } from "../../data/content-repository";
import type { Transaction } from "../../data/database";
import { instantOf } from "../../messages/wall-time";

/** Entry files taken into a site. Keys become ids; all problems come back together and nothing is saved then. */

/** The entries the files stand for. Ids of entries the site has at the same path are kept, so importing twice updates. */
export const entriesFromFiles = (
  files: readonly EntryFile[],
  facts: SiteFacts,
  newId: () => string,
): Outcome<readonly Entry[]> => {
  const issues: Issue[] = [];
  const located = files.map((file) => ({ file, path: pathOf(file, facts, issues) }));
  const first = new Map<string, string>();
  for (const { file, path } of located) {
    const other = first.get(path);
    if (other !== undefined) issues.push(issue("path.taken", [file.file], { path, other }));
    else first.set(path, file.front.title);
  }
  const known = new Map(facts.entries.map((entry) => [entry.path, entry.id]));
  const ids = new Map(located.map(({ path }) => [path, known.get(path) ?? newId()]));
  const entries = located.map(({ file, path }) =>
    entryOf(file, path, facts, (other) => ids.get(other) ?? known.get(other), issues),
  );
  issues.push(...overArchives(entries, facts));
  return issues.length > 0 ? fail(...issues) : succeed(entries);
};

/** Entries at the path of an archive, or of one of its later pages. */
const overArchives = (entries: readonly Entry[], facts: SiteFacts): readonly Issue[] => {
  const ids = new Set(entries.map(({ id }) => id));
  const others = facts.entries.filter(({ id }) => !ids.has(id));
  const index = buildIndex({ ...facts, entries: [...others, ...entries] }, END_OF_TIME);
  return entries.flatMap(({ id, path }) => {
    const found = laterPageAt(index, path) ?? answeringAt(index, path);
    if (!found || (found.pageNumber === 1 && found.page.entry?.id === id)) return [];
    // the front page is one of the entries, or an archive, and has a path of its own besides
    if (index.stems[0]?.entry?.id === id) return [];
    const other = found.pageNumber === 1 ? found.page.title : `${found.page.title}, page ${found.pageNumber}`;
    return [issue("path.taken", [path], { path, other })];
  });
};
/** By then everything is published. */
const END_OF_TIME = "9999-12-31T00:00:00.000Z";

const pathOf = (file: EntryFile, facts: SiteFacts, issues: Issue[]): string => {
  const kind = facts.kinds.find((each) => each.key === file.kind);
  const path = canonicalPath(file.front.path ?? `${kind?.path ?? "/"}${file.slug}/`);
  const problem = path.ok ? pathIssue(path.value) : path.issues[0];
  if (problem) issues.push({ ...problem, path: [file.file, "path"] });
  return path.ok ? path.value : "";
};

const entryOf = (
  file: EntryFile,
  path: string,
  facts: SiteFacts,
  idOf: (path: string) => string | undefined,
  issues: Issue[],
): Entry => {
  const { front } = file;
  const unknown = (type: string, value: string) => {
    issues.push(issue("content.unknown", [file.file], { type, value }));
    return null;
  };
  const kind = facts.kinds.find((each) => each.key === file.kind);
  if (!kind) unknown("kind", file.kind);
  const author = front.author
    ? (facts.authors.find((each) => each.slug === front.author)?.id ?? unknown("author", front.author))
    : null;
  const parent = front.parent ? (idOf(front.parent) ?? unknown("page", front.parent)) : null;
  const instant = (wall: string | null | undefined) =>
    wall ? instantOf(wall, facts.settings.timeZone) : null;
  const level = /^level:(.*)$/.exec(front.access)?.[1];
  if (level !== undefined && !facts.settings.levels.some((each) => each.key === level))
    unknown("level", level);
  for (const field of kind?.fields ?? []) {
    const value = front.fields[field.key];
    if (value === undefined || value === "" || fitsField(value, field)) continue;
    const { type, label } = field;
    issues.push(issue("content.fieldType", [file.file], { field: label, type, value: String(value) }));
  }
  return {
    id: idOf(path) as string,
    kind: kind?.id ?? "",
    parent,
    path,
    title: front.title,
    summary: front.summary,
    medium: front.medium,
    author,
    terms: [...termsOf("topics", front.topics), ...termsOf("tags", front.tags)].flatMap(
      ([key, id]) => id ?? unknown("term", key) ?? [],
    ),
    access: front.access,
    position: front.position,
    inMenus: front.menus,
    publishedOn: instant(front.published),
    changedOn: instant(front.changed),
    startsAt: instant(front.starts),
    endsAt: instant(front.ends),
    fields: front.fields,
    picture: null,
    pictures: [],
    film: front.film ? { address: front.film } : null,
    body: [...file.body],
  };

  function termsOf(
    grouping: string,
    keys: readonly string[],
  ): readonly (readonly [string, string | undefined])[] {
    return keys.map((key) => [`${grouping}/${key}`, findTerm(facts, grouping, key.split("/"))]);
  }
};

const findTerm = (facts: SiteFacts, groupingKey: string, slugs: readonly string[]): string | undefined => {
  const grouping = facts.groupings.find((each) => each.key === groupingKey)?.id;
  let parent: string | null = null;
  for (const slug of slugs) {
    const found: string | undefined = facts.terms.find(
      (term) => term.grouping === grouping && term.parent === parent && term.slug === slug,
    )?.id;
    if (found === undefined) return undefined;
    parent = found;
  }
  return parent ?? undefined;
};

/** Saves entries, parents before children, unless a path belongs to another entry of the site. */
export const saveEntries = async (
  site: string,
  entries: readonly Entry[],
  transaction: Transaction,
): Promise<Outcome<number>> => {
  const issues: Issue[] = [];
  for (const entry of entries)
    if (await pathTaken(site, entry.path, entry.id, transaction))
      issues.push(issue("path.taken", [entry.path], { path: entry.path, other: "another entry" }));
  if (issues.length > 0) return fail(...issues);
  for (const entry of entries) await saveEntry(site, entry, transaction);
  await touchContent(site, transaction);
  return succeed(entries.length);
};
