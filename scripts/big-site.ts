import { type Design, type DesignDocument, designOf, orderId } from "../src/core/design/design";
import type { Band, Part } from "../src/core/design/part";
import type { EntryFacts, SiteFacts, Term } from "../src/core/model/content";
import { entryIdentity } from "../src/core/model/identity";
import type { Clause, Condition, Placement } from "../src/core/model/placement";
import { SLOTS, type Slot } from "../src/core/model/slot";
import { slotName } from "../src/messages/words";
import { type Seeded, seeded } from "../test/seeded";

/**
 * A generated site of any size: the plate archive of an invented observatory, with parts placed the way people do:
 * a few for whole sections, many for topics and single shelves, some with exceptions, audiences and dates.
 */
export interface BigSite {
  readonly facts: SiteFacts;
  readonly design: Design;
}
interface Size {
  /** About how many pages, archives included. */
  readonly pages: number;
  readonly parts: number;
  readonly seed: number;
  readonly now: string;
  /** What parts of a slot look like; none would mean "nothing, by rule". */
  readonly bands: (slot: Slot, number: number) => readonly Band[];
}

const SKY = ["Lyra", "Cygnus", "Draco", "Perseus", "Auriga", "Orion", "Hydra", "Corvus", "Aquila", "Vela"];
const WORKS = ["plate", "drawing", "log", "spectrum", "light curve", "finder chart"];
const LEVELS = ["friends", "fellows"];

const kindOf = (id: string, name: string, plural: string, dated: boolean) => ({
  id,
  key: id,
  name,
  plural,
  path: `/${id}/`,
  hasArchive: true,
  hasDateArchives: dated,
  fields: [],
});
const groupingOf = (id: string, name: string, plural: string) => ({
  id,
  key: id,
  name,
  plural,
  path: `/${id}/`,
  hierarchical: true,
});

export const bigSite = (size: Size): BigSite => {
  const random = seeded(size.seed);
  const facts = bigFacts(random, size);
  return { facts, design: bigDesign(random, facts, size) };
};

const bigTerms = (random: Seeded, count: number): Term[] => {
  const terms: Term[] = [];
  for (let number = 0; number < count; number += 1) {
    const grouping = number % 4 === 3 ? "instruments" : "regions";
    const above = terms.filter((term) => term.grouping === grouping && term.parent === null);
    const parent =
      grouping === "regions" && above.length > 4 && random.chance(0.8) ? random.pick(above) : null;
    terms.push({
      id: `t${number}`,
      grouping,
      parent: parent?.id ?? null,
      name: grouping === "regions" ? `${random.pick(SKY)} ${number}` : `Instrument ${number}`,
      slug: `t${number}`,
      description: "",
    });
  }
  return terms;
};

const bigFacts = (random: Seeded, { pages, now }: Size): SiteFacts => {
  const terms = bigTerms(random, Math.max(8, Math.round(pages / 200)));
  const authors = Array.from(
    { length: Math.max(2, Math.min(200, Math.round(pages / 400))) },
    (_, number) => ({
      id: `a${number}`,
      name: `Observer ${number}`,
      slug: `a${number}`,
      picture: null,
      about: "",
      links: [],
    }),
  );
  const months = Math.min(240, Math.max(4, Math.round(pages / 400)));
  const count = Math.max(4, pages - terms.length - authors.length - Math.ceil(months * 1.1) - 5);
  const entries: EntryFacts[] = [];
  const roots: EntryFacts[] = [];
  const shelves: EntryFacts[] = [];
  for (let number = 0; number < count; number += 1) {
    const share = number / count;
    const kind = share < 0.62 ? "plates" : share < 0.9 ? "logs" : "pages";
    const parent =
      kind === "plates" && roots.length > 0 && random.chance(0.97)
        ? shelves.length > 3 && random.chance(0.85)
          ? random.pick(shelves)
          : random.pick(roots)
        : null;
    const month = random.below(months);
    const entry: EntryFacts = {
      id: `e${number}`,
      kind,
      parent: parent?.id ?? null,
      path: `${parent?.path ?? `/${kind}/`}e${number}/`,
      title: `${random.pick(SKY)} ${random.pick(WORKS)} ${number}`,
      summary: "",
      medium: random.pick(["text", "text", "text", "pictures", "video", "sound"] as const),
      author: random.pick(authors).id,
      terms: [...new Set([random.pick(terms).id, random.pick(terms).id])],
      access: random.chance(0.05) ? random.pick(["signedIn", "level:friends", "level:fellows"]) : "public",
      position: number,
      inMenus: true,
      publishedOn:
        kind === "logs"
          ? `${2006 + Math.floor(month / 12)}-${String(1 + (month % 12)).padStart(2, "0")}-0${1 + random.below(9)}T10:00:00.000Z`
          : null,
      changedOn: null,
      startsAt: null,
      endsAt: null,
      fields: {},
      picture: null,
      pictures: [],
      film: null,
    };
    entries.push(entry);
    if (kind !== "plates") continue;
    if (parent === null) roots.push(entry);
    else if (roots.includes(parent) && shelves.length < count / 60) shelves.push(entry);
  }
  return {
    settings: {
      schema: 1,
      name: "Plate archive",
      language: "en",
      timeZone: "UTC",
      front: `entry:${entries.find((entry) => entry.kind === "pages")?.id ?? "e0"}`,
      authorsPath: "/people/",
      searchPath: "/search/",
      levels: LEVELS.map((key) => ({ key, name: key === "friends" ? "Friends" : "Fellows" })),
    },
    kinds: [
      kindOf("plates", "plate", "Plates", false),
      kindOf("logs", "log", "Night logs", true),
      kindOf("pages", "page", "Pages", false),
    ],
    groupings: [
      groupingOf("regions", "region", "Regions"),
      groupingOf("instruments", "instrument", "Instruments"),
    ],
    terms,
    authors,
    entries: entries.map((entry) =>
      entry.publishedOn !== null && entry.publishedOn > now ? { ...entry, publishedOn: now } : entry,
    ),
  };
};

const clauseOf = (random: Seeded, facts: SiteFacts): Clause => {
  const entry = random.pick(facts.entries);
  const parents = facts.entries[random.below(Math.ceil(facts.entries.length / 3))] ?? entry;
  const one = (facet: Clause["facet"], value: string): Clause => ({ facet, values: [value] });
  switch (random.below(12)) {
    case 0:
    case 1:
    case 2:
      return {
        facet: "term",
        values: random.chance(0.2)
          ? random.some(facts.terms.slice(0, 60), 2, 4).map((term) => term.id)
          : [random.pick(facts.terms).id],
      };
    case 3:
    case 4:
      return one("under", entry.parent ?? parents.id);
    case 5:
      return one("entry", entry.id);
    case 6:
      return one("author", random.pick(facts.authors).id);
    case 7:
      return one("pathUnder", parents.path);
    case 8:
      return one(
        "archiveOf",
        random.pick(["grouping:regions", "any", `term:${random.pick(facts.terms).id}`, "kind:logs"]),
      );
    case 9:
      return one("kind", random.pick(facts.kinds).id);
    case 10:
      return one("childOf", entry.parent ?? parents.id);
    default:
      return one("medium", random.pick(["pictures", "video", "sound"]));
  }
};

/** A clause that no other line of the slot names, if one is found: people rarely ask twice for the same. */
const freshClause = (random: Seeded, facts: SiteFacts, used: Set<string>): Clause => {
  for (let tries = 0; tries < 8; tries += 1) {
    const clause = clauseOf(random, facts);
    const key = JSON.stringify(clause);
    if (used.has(key)) continue;
    used.add(key);
    return clause;
  }
  return { facet: "entry", values: [random.pick(facts.entries).id] };
};

export const bigPlacement = (
  random: Seeded,
  facts: SiteFacts,
  number: number,
  now: string,
  used: Set<string> = new Set(),
): Placement => {
  const line = (): Condition => ({
    clauses: Array.from({ length: random.chance(0.25) ? 2 : 1 }, () => freshClause(random, facts, used)),
  });
  const always = number === 1;
  return {
    conditions: always ? [{ clauses: [] }] : Array.from({ length: 1 + random.below(2) }, line),
    exceptions: !always && random.chance(0.15) ? [{ clauses: [clauseOf(random, facts)] }] : [],
    audience: !always && random.chance(0.03) ? random.pick(["signedIn", "level:friends"]) : null,
    window: !always && random.chance(0.02) ? { from: null, until: now.replace(/^\d{4}/, "2099") } : null,
    over: !always && random.chance(0.003),
  };
};

const bigDesign = (random: Seeded, facts: SiteFacts, { parts, now, bands }: Size): Design => {
  const documents: DesignDocument[] = [];
  const perSlot = Math.max(1, Math.round(parts / SLOTS.length));
  for (const slot of SLOTS) {
    const ids: string[] = [];
    const used = new Set<string>();
    for (let number = 1; number <= perSlot; number += 1) {
      const id = `${slot}-${number}`;
      const body: Part = {
        schema: 1,
        slot,
        number,
        name: `${random.pick(SKY)} ${slotName(slot)}`,
        on: true,
        binnedAt: null,
        origin: `00000000-0000-4000-8000-${String(SLOTS.indexOf(slot) * 10_000 + number).padStart(12, "0")}`,
        placement: bigPlacement(random, facts, number, now, used),
        bands: bands(slot, number) as Part["bands"],
      };
      documents.push({ id, kind: "part", body });
      ids.push(id);
    }
    documents.push({ id: orderId(slot), kind: "order", body: { schema: 1, slot, parts: ids } });
  }
  const chooses = random.some(facts.entries.slice(-400), 5, Math.min(40, Math.ceil(parts / 20)));
  for (const { id } of chooses) {
    const identity = entryIdentity(id);
    const slots = { footer: random.chance(0.5) ? ("nothing" as const) : { part: "footer-1" } };
    documents.push({ id: `choice:${identity}`, kind: "choice", body: { schema: 1, identity, slots } });
  }
  return designOf(documents);
};
