import { type Design, type DesignDocument, designOf } from "../src/core/design/design";
import type { Part } from "../src/core/design/part";
import type { EntryFacts, SiteFacts } from "../src/core/model/content";
import type { Identity } from "../src/core/model/identity";
import type { Clause, Facet, Placement } from "../src/core/model/placement";
import { SLOTS, type Slot } from "../src/core/model/slot";
import type { Seeded } from "./seeded";

/** Random sites and designs, small but crooked: nested terms and entries, levels, archives, ties, windows. */

export const NOW = "2026-06-15T12:00:00.000Z";
const KINDS = ["k0", "k1", "k2"];
const AUTHORS = ["a0", "a1"];
const LEVELS = ["gold", "silver"];

export const randomFacts = (random: Seeded): SiteFacts => {
  const terms = Array.from({ length: 3 + random.below(5) }, (_, index) => ({
    id: `t${index}`,
    grouping: index % 3 === 2 ? "g1" : "g0",
    parent: null as string | null,
    name: `Term ${index}`,
    slug: `term-${index}`,
    description: "",
  }));
  terms.forEach((term, index) => {
    const above = terms.slice(0, index).filter((other) => other.grouping === term.grouping);
    if (above.length > 0 && random.chance(0.5)) term.parent = random.pick(above).id;
  });
  const entries: EntryFacts[] = [];
  const count = 4 + random.below(14);
  for (let index = 0; index < count; index += 1) {
    const kind = random.pick(KINDS);
    const parents = entries.filter((entry) => entry.kind === kind);
    const parent = parents.length > 0 && random.chance(0.55) ? random.pick(parents) : null;
    entries.push({
      id: `e${index}`,
      kind,
      parent: parent?.id ?? null,
      path: `${parent?.path ?? `/${kind}x/`}e${index}/`,
      title: `Entry ${index}`,
      summary: "",
      medium: random.pick(["text", "video", "pictures", "sound"] as const),
      author: random.chance(0.7) ? random.pick(AUTHORS) : null,
      terms: random.some(terms, 0, 3).map((term) => term.id),
      access: random.chance(0.25)
        ? random.pick(["signedIn", "level:gold", "level:silver"] as const)
        : "public",
      position: random.below(3),
      inMenus: true,
      publishedOn: random.chance(0.9)
        ? `202${random.below(7)}-0${1 + random.below(9)}-1${random.below(9)}T10:00:00.000Z`
        : null,
      changedOn: null,
      startsAt: null,
      endsAt: null,
      fields: {},
      picture: null,
      pictures: [],
      film: null,
    });
  }
  return {
    settings: {
      schema: 1,
      name: "Random",
      language: "en",
      timeZone: "UTC",
      front: random.chance(0.5) ? `entry:${random.pick(entries).id}` : "archive:kind:k0",
      authorsPath: "/people/",
      searchPath: "/search/",
      levels: LEVELS.map((key) => ({ key, name: key })),
    },
    kinds: KINDS.map((id) => ({
      id,
      key: id,
      name: id,
      plural: id,
      path: `/${id}/`,
      hasArchive: id !== "k2",
      hasDateArchives: id === "k0",
      fields: [],
    })),
    groupings: ["g0", "g1"].map((id) => ({
      id,
      key: id,
      name: id,
      plural: id,
      path: `/${id}/`,
      hierarchical: true,
    })),
    terms,
    authors: AUTHORS.map((id) => ({ id, name: id, slug: id, picture: null, about: "", links: [] })),
    entries,
  };
};

const valuesOf = (facts: SiteFacts): Readonly<Record<Facet, readonly string[]>> => {
  const entries = facts.entries.map((entry) => entry.id);
  const terms = facts.terms.map((term) => term.id);
  return {
    entry: entries,
    address: [...facts.entries.map((entry) => entry.path), "/", "/search/", "/k0/"],
    role: ["front", "entry", "archive", "search", "notFound", "account"],
    term: [...terms, "gone"],
    medium: ["text", "video", "pictures", "sound"],
    author: AUTHORS,
    access: ["public", "signedIn", "level:gold"],
    childOf: entries,
    under: entries,
    pathUnder: ["/", "/k0x/", "/k1x/", ...facts.entries.map((entry) => entry.path)],
    archiveOf: [
      "any",
      "authors",
      "dates",
      "years",
      "months",
      "kind:k0",
      "kind:k1",
      "grouping:g0",
      ...terms.map((term) => `term:${term}`),
      "author:a0",
      "year:2025",
      "month:2025-03",
    ],
    page: ["first", "later"],
    kind: KINDS,
    ofKind: KINDS,
  };
};

const FACETS: readonly Facet[] = [
  "entry",
  "address",
  "role",
  "role",
  "term",
  "term",
  "term",
  "medium",
  "author",
  "access",
  "childOf",
  "under",
  "under",
  "pathUnder",
  "archiveOf",
  "page",
  "kind",
  "kind",
  "ofKind",
];

const randomClause = (random: Seeded, values: Readonly<Record<Facet, readonly string[]>>): Clause => {
  const facet = random.pick(FACETS);
  return { facet, values: random.some(values[facet], 1, random.chance(0.3) ? 3 : 1) };
};

export const randomPlacement = (random: Seeded, facts: SiteFacts): Placement => {
  const values = valuesOf(facts);
  const clauses = (least: number) =>
    Array.from({ length: Math.max(least, random.below(4)) }, () => randomClause(random, values));
  // the same clause twice, to see that it counts once
  const doubled = (list: Clause[]) =>
    list.length > 0 && random.chance(0.15) ? [...list, list[0] as Clause] : list;
  return {
    conditions: Array.from({ length: random.below(4) }, () => ({
      clauses: doubled(random.chance(0.15) ? [] : clauses(0)),
    })),
    exceptions: Array.from({ length: random.chance(0.3) ? 1 + random.below(2) : 0 }, () => ({
      clauses: clauses(1),
    })),
    audience: random.chance(0.15) ? random.pick(["signedOut", "signedIn", "level:gold"]) : null,
    window: random.chance(0.15)
      ? random.pick([
          { from: "2026-06-01T00:00:00.000Z", until: null },
          { from: null, until: "2026-06-15T12:00:00.000Z" },
          { from: "2026-06-20T00:00:00.000Z", until: null },
        ])
      : null,
    over: random.chance(0.1),
  };
};

export const randomPart = (random: Seeded, facts: SiteFacts, slot: Slot, number: number): Part => ({
  schema: 1,
  slot,
  number,
  name: `${slot} ${number}`,
  on: random.chance(0.9),
  binnedAt: random.chance(0.05) ? NOW : null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement: randomPlacement(random, facts),
  bands: [],
});

export const randomDesign = (random: Seeded, facts: SiteFacts, identities: readonly Identity[]): Design => {
  const documents: DesignDocument[] = [];
  for (const slot of SLOTS) {
    const ids = Array.from({ length: 1 + random.below(6) }, (_, index) => `${slot}-${index}`);
    ids.forEach((id, index) => {
      documents.push({ id, kind: "part", body: randomPart(random, facts, slot, index + 1) });
    });
    if (random.chance(0.7))
      documents.push({
        id: `order:${slot}`,
        kind: "order",
        body: { schema: 1, slot, parts: random.some(ids, 0, ids.length) },
      });
  }
  for (const identity of random.some(identities, 0, 3)) {
    const slot = random.pick(SLOTS);
    const slots = {
      [slot]: random.chance(0.4) ? ("nothing" as const) : { part: `${slot}-${random.below(7)}` },
    };
    documents.push({ id: `choice:${identity}`, kind: "choice", body: { schema: 1, identity, slots } });
  }
  return designOf(documents);
};
