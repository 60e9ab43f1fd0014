import { type Design, documentsOf } from "../src/core/design/design";
import type { EntryFacts, SiteFacts } from "../src/core/model/content";
import type { Clause, Placement } from "../src/core/model/placement";
import type { Slot } from "../src/core/model/slot";

/**
 * The rules of placement written down again, slowly and plainly, straight from the design's table and without a line
 * of the code under test. It also says which values a page carries, from the content itself.
 */
export interface NaivePage {
  readonly identity: string;
  readonly pageNumber: number;
}

const termsAbove = (facts: SiteFacts, id: string): string[] => {
  const term = facts.terms.find((each) => each.id === id);
  return term ? [id, ...(term.parent === null ? [] : termsAbove(facts, term.parent))] : [];
};
const entriesAbove = (facts: SiteFacts, entry: EntryFacts): EntryFacts[] => {
  const parent = facts.entries.find((each) => each.id === entry.parent);
  return parent ? [parent, ...entriesAbove(facts, parent)] : [];
};

/** facet → values at a page, worked out from identity and content alone. */
export const naiveValues = (facts: SiteFacts, page: NaivePage): Record<string, string[]> => {
  const { identity, pageNumber } = page;
  const isFront = facts.settings.front === identity && pageNumber === 1;
  const entry = identity.startsWith("entry:")
    ? facts.entries.find((each) => each.id === identity.slice(6))
    : undefined;
  const role = isFront ? "front" : entry ? "entry" : identity.startsWith("archive:") ? "archive" : identity;
  const path = facts.settings.front === identity ? "/" : naivePath(facts, identity);
  const values: Record<string, string[]> = { role: [role], address: [path] };
  if (role !== "search" && role !== "notFound" && role !== "account") {
    const segments = path.split("/").filter(Boolean);
    values["pathUnder"] = ["/", ...segments.map((_, index) => `/${segments.slice(0, index + 1).join("/")}/`)];
  }
  if (entry) {
    const above = entriesAbove(facts, entry);
    values["entry"] = [entry.id];
    values["kind"] = [entry.kind];
    values["ofKind"] = [entry.kind];
    values["term"] = entry.terms.flatMap((term) => termsAbove(facts, term));
    values["medium"] = [entry.medium];
    values["access"] = [entry.access];
    if (entry.author !== null) values["author"] = [entry.author];
    values["under"] = above.map((each) => each.id);
    values["childOf"] = above.slice(0, 1).map((each) => each.id);
  }
  if (identity.startsWith("archive:")) {
    const [, type = "", ...rest] = identity.split(":");
    const id = rest.join(":");
    values["page"] = [pageNumber === 1 ? "first" : "later"];
    const own =
      type === "date"
        ? id.slice(-4, -3) === "-" || /-\d\d$/.test(id)
          ? `month:${id.split(":")[1]}`
          : `year:${id.split(":")[1]}`
        : `${type}:${id}`;
    values["archiveOf"] = ["any", own];
    if (type === "kind") values["ofKind"] = [id];
    if (type === "author") values["archiveOf"].push("authors");
    if (type === "date") values["archiveOf"].push("dates", own.startsWith("year:") ? "years" : "months");
    if (type === "term")
      values["archiveOf"].push(`grouping:${facts.terms.find((term) => term.id === id)?.grouping}`);
  }
  return values;
};

const naivePath = (facts: SiteFacts, identity: string): string => {
  if (identity === "search") return "/search/";
  if (identity === "notFound") return "/not-found/";
  if (identity === "account") return "/_account/";
  if (identity.startsWith("entry:"))
    return facts.entries.find((each) => each.id === identity.slice(6))?.path ?? "";
  const [, type, id = "", period = ""] = identity.split(":");
  if (type === "kind") return `/${id}/`;
  if (type === "author") return `/people/${id}/`;
  if (type === "date") return `/${id}/${period.replace("-", "/")}/`;
  const slugs = termsAbove(facts, id)
    .reverse()
    .map((each) => facts.terms.find((term) => term.id === each)?.slug);
  return `/${facts.terms.find((term) => term.id === id)?.grouping}/${slugs.join("/")}/`;
};

/** name 0, trait 1, class 2 */
const placeOf = (clause: Clause): 0 | 1 | 2 => {
  if (clause.facet === "entry" || clause.facet === "address") return 0;
  if (clause.facet === "kind" || clause.facet === "ofKind") return 2;
  if (clause.facet === "role")
    return clause.values.some((value) => value === "entry" || value === "archive") ? 2 : 0;
  return 1;
};

const depthOfValue = (facts: SiteFacts, facet: string, value: string): number => {
  const termDepth = (id: string) => Math.max(0, termsAbove(facts, id).length - 1);
  const entryDepth = (id: string) => {
    const entry = facts.entries.find((each) => each.id === id);
    return entry ? entriesAbove(facts, entry).length : 0;
  };
  switch (facet) {
    case "term":
      return 1 + termDepth(value);
    case "under":
      return 2 * (1 + entryDepth(value));
    case "childOf":
      return 2 * (1 + entryDepth(value)) + 1;
    case "pathUnder":
      return value.split("/").filter(Boolean).length;
    case "kind":
      return 1;
    case "ofKind":
      return 0.5;
    case "archiveOf":
      if (["any", "authors", "dates"].includes(value) || value.startsWith("grouping:")) return 0;
      if (value.startsWith("term:")) return 1 + termDepth(value.slice(5));
      return /^(month|year):/.test(value) ? 2 : 1;
    default:
      return 0;
  }
};

const ON_ENTRIES = ["kind", "term", "medium", "author", "access", "childOf", "under", "entry"];

/** The clauses that count: identical ones once, a role another clause implies not at all. */
export const naiveCounted = (clauses: readonly Clause[]): Clause[] => {
  const text = (clause: Clause) => `${clause.facet} ${[...new Set(clause.values)].sort().join(" ")}`;
  const once = clauses.filter(
    (clause, index) => clauses.findIndex((other) => text(other) === text(clause)) === index,
  );
  return once.filter((clause) => {
    if (clause.facet !== "role") return true;
    const onEntries = once.some((other) => ON_ENTRIES.includes(other.facet));
    const onArchives = once.some((other) => other.facet === "archiveOf" || other.facet === "page");
    const saysNothing =
      (onEntries && clause.values.includes("entry")) || (onArchives && clause.values.includes("archive"));
    return !saysNothing;
  });
};

/** [over, names, traits, classes, depth] */
export const naiveSpecificity = (
  facts: SiteFacts,
  placement: Placement,
  clauses: readonly Clause[],
): number[] => {
  const counts = [0, 0, 0];
  let depth = 0;
  for (const clause of naiveCounted(clauses)) {
    counts[placeOf(clause)] = (counts[placeOf(clause)] as number) + 1;
    depth += Math.min(...clause.values.map((value) => depthOfValue(facts, clause.facet, value)));
  }
  if (placement.audience !== null) {
    counts[1] = (counts[1] as number) + 1;
    if (placement.audience.startsWith("level:")) depth += 1;
  }
  if (placement.window !== null) counts[1] = (counts[1] as number) + 1;
  return [placement.over ? 1 : 0, ...counts, depth];
};

const later = (a: readonly number[], b: readonly number[]): number => {
  for (let place = 0; place < a.length; place += 1)
    if (a[place] !== b[place]) return (a[place] as number) - (b[place] as number);
  return 0;
};

export interface NaiveAnswer {
  readonly part: string | null;
  readonly by: "choice" | "choiceOfNothing" | "rule" | "none";
  readonly tied: readonly string[];
}

/** What fills a slot, by trying everything. */
export const naiveResolve = (
  facts: SiteFacts,
  design: Design,
  slot: Slot,
  page: NaivePage,
  view: { audience: string; at: string },
): NaiveAnswer => {
  const parts = new Map(
    documentsOf(design, "part")
      .filter(({ body }) => body.slot === slot)
      .map(({ id, body }) => [id, body]),
  );
  const active = (id: string) => parts.get(id)?.on === true && parts.get(id)?.binnedAt === null;
  const chosen = documentsOf(design, "choice").find(({ body }) => body.identity === page.identity)?.body
    .slots[slot];
  if (chosen === "nothing" && slot !== "layout") return { part: null, by: "choiceOfNothing", tied: [] };
  if (chosen && chosen !== "nothing" && active(chosen.part))
    return { part: chosen.part, by: "choice", tied: [] };

  const values = naiveValues(facts, page);
  const holds = (clause: Clause) =>
    clause.values.some((value) => (values[clause.facet] ?? []).includes(value));
  const known =
    documentsOf(design, "order")
      .find(({ body }) => body.slot === slot)
      ?.body.parts.filter((id) => parts.has(id)) ?? [];
  const order = [
    ...known,
    ...[...parts.keys()]
      .filter((id) => !known.includes(id))
      .sort((a, b) => (parts.get(a)?.number ?? 0) - (parts.get(b)?.number ?? 0)),
  ];

  const asking: { id: string; specificity: number[] }[] = [];
  for (const id of order) {
    const placement = parts.get(id)?.placement as Placement;
    if (!active(id)) continue;
    const { audience, window } = placement;
    if (
      audience !== null &&
      audience !== view.audience &&
      !(audience === "signedIn" && view.audience !== "signedOut")
    )
      continue;
    if (
      window &&
      ((window.from !== null && view.at < window.from) || (window.until !== null && view.at >= window.until))
    )
      continue;
    if (placement.exceptions.some((exception) => exception.clauses.every(holds))) continue;
    const matches = placement.conditions
      .filter((condition) => condition.clauses.every(holds))
      .map((condition) => naiveSpecificity(facts, placement, condition.clauses));
    if (matches.length > 0) asking.push({ id, specificity: matches.sort(later).at(-1) as number[] });
  }
  const best = asking.reduce<(typeof asking)[number] | null>(
    (top, each) => (top === null || later(each.specificity, top.specificity) > 0 ? each : top),
    null,
  );
  if (!best) return { part: null, by: "none", tied: [] };
  return {
    part: best.id,
    by: "rule",
    tied: asking
      .filter((each) => each !== best && later(each.specificity, best.specificity) === 0)
      .map((each) => each.id),
  };
};
