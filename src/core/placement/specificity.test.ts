import { describe, expect, it } from "vitest";
import type { Address } from "../addresses/facts";
import { buildIndex } from "../addresses/stems";
import { choiceId, designOf, type PageChoice } from "../design/design";
import type { Part } from "../design/part";
import type { SiteFacts } from "../model/content";
import type { Identity } from "../model/identity";
import { type Clause, type Condition, EVERYWHERE, NOWHERE, Placement } from "../model/placement";
import { compareSpecificity, specificityOf } from "./compile";
import { explainSlot } from "./explain";
import { type Finding, findingsOf } from "./findings";
import { mendsForFinding } from "./mends";
import { compileDesign, resolveSlot } from "./resolve";

/** The rules of the placement table, one by one, on a site small enough to see. */
const entry = (id: string, over: object = {}) => ({
  id,
  kind: "note",
  parent: null,
  path: `/${id}/`,
  title: id,
  summary: "",
  medium: "text" as const,
  author: null,
  terms: [] as string[],
  access: "public" as const,
  position: 0,
  inMenus: true,
  publishedOn: null,
  changedOn: null,
  startsAt: null,
  endsAt: null,
  fields: {},
  picture: null,
  pictures: [],
  film: null,
  ...over,
});
const facts: SiteFacts = {
  settings: {
    schema: 1,
    name: "S",
    language: "en",
    timeZone: "UTC",
    front: "entry:home",
    authorsPath: "/people/",
    searchPath: "/search/",
    levels: [{ key: "members", name: "Members" }],
  },
  kinds: [
    {
      id: "note",
      key: "note",
      name: "note",
      plural: "Notes",
      path: "/notes/",
      hasArchive: true,
      hasDateArchives: false,
      fields: [],
    },
  ],
  groupings: [
    { id: "topic", key: "topic", name: "topic", plural: "Topics", path: "/topics/", hierarchical: true },
  ],
  terms: [
    { id: "eclipses", grouping: "topic", parent: null, name: "Eclipses", slug: "eclipses", description: "" },
    { id: "solar", grouping: "topic", parent: "eclipses", name: "Solar", slug: "solar", description: "" },
  ],
  authors: [],
  entries: [
    entry("home"),
    entry("visit"),
    entry("by-bus", { parent: "visit", path: "/visit/by-bus/" }),
    entry("note1", { terms: ["solar"] }),
    entry("hidden", { access: "level:members" }),
  ],
};
const index = buildIndex(facts, "2026-01-01T00:00:00.000Z");
const clause = (facet: Clause["facet"], ...values: string[]): Clause => ({ facet, values });
const line = (...clauses: Clause[]): Condition => ({ clauses });
const on = (...conditions: Condition[]): Placement => ({ ...NOWHERE, conditions });
const part = (number: number, placement: Placement, over: Partial<Part> = {}): Part => ({
  schema: 1,
  slot: "header",
  number,
  name: `h${number}`,
  on: true,
  binnedAt: null,
  origin: "00000000-0000-4000-8000-000000000000",
  placement,
  bands: [],
  ...over,
});
const view = { audience: "signedOut", at: "2026-01-01T00:00:00.000Z" };
const designWith = (
  parts: readonly Part[],
  order?: readonly string[],
  choices: readonly [Identity, "nothing" | { part: string }][] = [],
) =>
  compileDesign(
    designOf([
      ...parts.map((body) => ({ id: `h${body.number}`, kind: "part" as const, body })),
      ...(order
        ? [
            {
              id: "order:header",
              kind: "order" as const,
              body: { schema: 1 as const, slot: "header" as const, parts: [...order] },
            },
          ]
        : []),
      ...choices.map(([identity, header]) => ({
        id: `choice:${identity}`,
        kind: "choice" as const,
        body: { schema: 1 as const, identity, slots: { header } },
      })),
    ]),
    index,
  );
const winnerAt = (compiled: ReturnType<typeof designWith>, identity: string) => {
  const page = index.byIdentity.get(identity);
  if (!page) throw new Error(`test: expected the page ${identity}, got none`);
  return resolveSlot(compiled, "header", page, view);
};

describe("specificity of a line", () => {
  const cases: [string, Placement, number[]][] = [
    ["every page", EVERYWHERE, [0, 0, 0, 0, 0]],
    ["a kind is a class, depth 1", on(line(clause("kind", "note"))), [0, 0, 0, 1, 1]],
    [
      "a kind and its archive stand between all entries and the kind",
      on(line(clause("ofKind", "note"))),
      [0, 0, 0, 1, 0.5],
    ],
    ["a role of its own page is a name", on(line(clause("role", "front"))), [0, 1, 0, 0, 0]],
    ["entry or front is as wide as entry", on(line(clause("role", "front", "entry"))), [0, 0, 0, 1, 0]],
    ["a term counts its ancestors", on(line(clause("term", "solar"))), [0, 0, 1, 0, 2]],
    ["several values count the shallowest", on(line(clause("term", "solar", "eclipses"))), [0, 0, 1, 0, 1]],
    ["under a page", on(line(clause("under", "visit"))), [0, 0, 1, 0, 2]],
    ["right under it is one deeper", on(line(clause("childOf", "visit"))), [0, 0, 1, 0, 3]],
    ["a path counts its segments", on(line(clause("pathUnder", "/visit/by-bus/"))), [0, 0, 1, 0, 2]],
    ["an archive of a term", on(line(clause("archiveOf", "term:solar"))), [0, 0, 1, 0, 2]],
    [
      "identical clauses count once",
      on(line(clause("kind", "note"), clause("kind", "note"))),
      [0, 0, 0, 1, 1],
    ],
    [
      "a role that another clause implies counts nothing",
      on(line(clause("role", "entry"), clause("kind", "note"))),
      [0, 0, 0, 1, 1],
    ],
    [
      "nor does it when it is named twice",
      on(line(clause("role", "entry", "entry"), clause("kind", "note"))),
      [0, 0, 0, 1, 1],
    ],
    [
      "nor as one of several",
      on(line(clause("role", "archive", "entry"), clause("kind", "note"))),
      [0, 0, 0, 1, 1],
    ],
    [
      "a role that nothing implies counts",
      on(line(clause("role", "entry"), clause("pathUnder", "/visit/"))),
      [0, 0, 1, 1, 1],
    ],
    ["over stands before everything", { ...EVERYWHERE, over: true }, [1, 0, 0, 0, 0]],
    [
      "an audience is a trait, a level one deep",
      { ...EVERYWHERE, audience: "level:members" },
      [0, 0, 1, 0, 1],
    ],
    [
      "exceptions add nothing",
      { ...EVERYWHERE, exceptions: [line(clause("entry", "visit"))] as never },
      [0, 0, 0, 0, 0],
    ],
  ];
  it.each(cases)("%s", (_, placement, expected) => {
    expect(specificityOf(placement.conditions[0] as Condition, placement, index)).toEqual(expected);
  });
  it("compares from the left", () => {
    expect(compareSpecificity([0, 1, 0, 0, 0], [0, 0, 9, 9, 9])).toBeLessThan(0);
    expect(compareSpecificity([0, 0, 1, 0, 1], [0, 0, 1, 0, 2])).toBeGreaterThan(0);
    expect(compareSpecificity([0, 0, 1, 0, 2], [0, 0, 1, 0, 2])).toBe(0);
  });
});

describe("what fills a slot", () => {
  it("shows nowhere without a line", () => {
    expect(winnerAt(designWith([part(1, NOWHERE)]), "entry:visit").resolved).toEqual({ by: "none" });
  });
  it("lets the narrower win by itself", () => {
    const compiled = designWith([part(1, EVERYWHERE), part(2, on(line(clause("under", "visit"))))]);
    expect(winnerAt(compiled, "entry:by-bus").resolved).toMatchObject({ by: "rule", part: "h2" });
    expect(winnerAt(compiled, "entry:visit").resolved).toMatchObject({ by: "rule", part: "h1" });
  });
  it("says tied, and lets the order of the slot decide", () => {
    const parts = [part(1, EVERYWHERE), part(2, EVERYWHERE)];
    expect(winnerAt(designWith(parts), "entry:visit").resolved).toMatchObject({ part: "h1", tied: ["h2"] });
    expect(winnerAt(designWith(parts, ["h2", "h1"]), "entry:visit").resolved).toMatchObject({
      part: "h2",
      tied: ["h1"],
    });
  });
  it("lets a part over narrower ones win", () => {
    const compiled = designWith([
      part(1, on(line(clause("entry", "visit")))),
      part(2, { ...EVERYWHERE, over: true }),
    ]);
    expect(winnerAt(compiled, "entry:visit").resolved).toMatchObject({ part: "h2" });
  });
  it("keeps a part off its exceptions", () => {
    const compiled = designWith([
      part(1, { ...EVERYWHERE, exceptions: [{ clauses: [clause("entry", "visit")] }] }),
    ]);
    expect(winnerAt(compiled, "entry:visit").resolved).toEqual({ by: "none" });
    expect(winnerAt(compiled, "entry:by-bus").resolved).toMatchObject({ part: "h1" });
  });
  it("puts the page's own choice before every rule, and nothing too", () => {
    const parts = [part(1, EVERYWHERE), part(2, NOWHERE)];
    expect(
      winnerAt(designWith(parts, [], [["entry:visit", { part: "h2" }]]), "entry:visit").resolved,
    ).toEqual({ by: "choice", part: "h2" });
    expect(winnerAt(designWith(parts, [], [["entry:visit", "nothing"]]), "entry:visit").resolved).toEqual({
      by: "choiceOfNothing",
    });
  });
  it("falls through a choice of a paused part and reports it", () => {
    const compiled = designWith(
      [part(1, EVERYWHERE), part(2, NOWHERE, { on: false })],
      [],
      [["entry:visit", { part: "h2" }]],
    );
    expect(winnerAt(compiled, "entry:visit")).toMatchObject({
      resolved: { by: "rule", part: "h1" },
      unusedChoice: { part: "h2" },
    });
  });
  it("leaves out what is paused or in the bin", () => {
    const compiled = designWith([
      part(1, EVERYWHERE, { on: false }),
      part(2, EVERYWHERE, { binnedAt: "2026-01-01T00:00:00.000Z" }),
    ]);
    expect(winnerAt(compiled, "entry:visit").resolved).toEqual({ by: "none" });
  });
  it("treats a part without bands as nothing, by rule", () => {
    expect(winnerAt(designWith([part(1, EVERYWHERE)]), "entry:visit").resolved).toMatchObject({
      by: "rule",
      nothing: true,
    });
  });
  it("holds term lines on entries only, the front page included if it is one", () => {
    const compiled = designWith([part(1, on(line(clause("kind", "note"))))]);
    expect(winnerAt(compiled, "entry:home").resolved).toMatchObject({ part: "h1" });
    expect(winnerAt(compiled, "archive:kind:note").resolved).toEqual({ by: "none" });
  });
});

describe("why", () => {
  const verdicts = (parts: readonly Part[], identity: string) => {
    const { rows } = explainSlot(designWith(parts), "header", index.byIdentity.get(identity) as never, view);
    return Object.fromEntries(rows.map((row) => [row.part, row.verdict.is]));
  };
  it("names every rival's verdict", () => {
    const parts = [
      part(1, EVERYWHERE),
      part(2, on(line(clause("under", "visit")))),
      part(3, {
        ...on(line(clause("under", "visit"))),
        exceptions: [{ clauses: [clause("entry", "by-bus")] }],
      }),
      part(4, on(line(clause("role", "front")))),
      part(5, NOWHERE),
      part(6, EVERYWHERE, { on: false }),
      part(7, { ...EVERYWHERE, audience: "signedIn" }),
      part(8, { ...EVERYWHERE, window: { from: "2027-01-01T00:00:00.000Z", until: null } }),
      part(9, on(line(clause("under", "visit")))),
    ];
    expect(verdicts(parts, "entry:by-bus")).toEqual({
      h1: "lessNarrow",
      h2: "wins",
      h3: "keptOff",
      h4: "elsewhere",
      h5: "nowhere",
      h6: "paused",
      h7: "otherAudience",
      h8: "outsideWindow",
      h9: "tiedLater",
    });
  });
});

describe("a choice that cannot be honoured", () => {
  const withChoice = (parts: readonly Part[], slots: PageChoice["slots"]) => {
    const design = new Map(designWith(parts).design);
    const body = { schema: 1, identity: "entry:by-bus", slots } as const;
    design.set(choiceId("entry:by-bus"), { id: choiceId("entry:by-bus"), kind: "choice", body });
    return compileDesign(design, index);
  };
  const page = index.byIdentity.get("entry:by-bus") as Address;
  it("leaves the rules to decide and is a finding: a part of another slot", () => {
    const footer = { ...part(2, NOWHERE), slot: "footer" as const };
    const compiled = withChoice([part(1, EVERYWHERE), footer], { header: { part: "h2" } });
    expect(resolveSlot(compiled, "header", page, view)).toMatchObject({
      resolved: { by: "rule", part: "h1" },
      unusedChoice: { part: "h2" },
    });
    expect(findingsOf(compiled, view.at).filter(({ code }) => code === "unused")).toMatchObject([
      { slot: "header", page: "entry:by-bus", part: "h2" },
    ]);
  });
  it("likewise of no layout, which no page is without", () => {
    const compiled = withChoice([part(1, EVERYWHERE)], { layout: "nothing", header: "nothing" });
    expect(resolveSlot(compiled, "layout", page, view)).toEqual({
      resolved: { by: "none" },
      unusedChoice: "nothing",
    });
    expect(resolveSlot(compiled, "header", page, view).resolved).toEqual({ by: "choiceOfNothing" });
    const unused = findingsOf(compiled, view.at).filter(({ code }) => code === "unused");
    expect(unused).toMatchObject([{ slot: "layout", page: "entry:by-bus", chose: "nothing" }]);
    expect(mendsForFinding(compiled, unused[0] as Finding, view.at)).toMatchObject([{ is: "reset" }]);
  });
});

describe("a part that shows also over narrower parts", () => {
  const over = (placement: Placement): Placement => ({ ...placement, over: true });
  const explained = (parts: Part[], identity: Identity) => {
    const page = index.byIdentity.get(identity);
    if (!page) throw new Error(`test: expected a page ${identity}, got none`);
    return explainSlot(designWith(parts), "header", page, view);
  };
  it("is the reason where a narrower or an equal one stands back, and only there", () => {
    const parts = [
      part(1, over(on(line(clause("under", "visit"))))),
      part(2, on(line(clause("entry", "by-bus")))),
      part(3, on(line(clause("under", "visit")))),
      part(4, EVERYWHERE),
    ];
    const { over: passed, rows } = explained(parts, "entry:by-bus");
    expect(passed).toEqual(["h2", "h3"]);
    expect(Object.fromEntries(rows.map((row) => [row.part, row.verdict.is]))).toEqual({
      h1: "wins",
      h2: "passedOver",
      h3: "passedOver",
      // it would have stood back anyway
      h4: "lessNarrow",
    });
  });
  it("is no reason where it is the narrowest anyway, or one of two that both do", () => {
    expect(
      explained([part(1, over(on(line(clause("entry", "by-bus"))))), part(2, EVERYWHERE)], "entry:by-bus")
        .over,
    ).toEqual([]);
    const both = explained(
      [part(1, over(on(line(clause("entry", "by-bus"))))), part(2, over(EVERYWHERE))],
      "entry:by-bus",
    );
    expect(both.over).toEqual([]);
    expect(both.rows.map(({ verdict }) => verdict.is)).toEqual(["wins", "lessNarrow"]);
  });
});

describe("stored placements", () => {
  const bad: [string, unknown][] = [
    ["an unknown facet", { conditions: [{ clauses: [{ facet: "colour", values: ["x"] }] }] }],
    ["no value", { conditions: [{ clauses: [{ facet: "kind", values: [] }] }] }],
    ["a role that is none", { conditions: [{ clauses: [{ facet: "role", values: ["homepage"] }] }] }],
    ["an exception without a clause", { conditions: [], exceptions: [{ clauses: [] }] }],
    [
      "a window that ends before it starts",
      { conditions: [], window: { from: "2026-02-01T00:00:00.000Z", until: "2026-01-01T00:00:00.000Z" } },
    ],
    ["ten thousand conditions", { conditions: Array.from({ length: 10_000 }, () => ({ clauses: [] })) }],
  ];
  it("take a value that is named twice for one", () => {
    const clauses = [{ facet: "kind", values: ["note", "log", "note"] }];
    expect(Placement.parse({ conditions: [{ clauses }] }).conditions[0]?.clauses[0]?.values).toEqual([
      "note",
      "log",
    ]);
  });
  it.each(bad)("refuses %s", (_, value) => {
    expect(Placement.safeParse(value).success).toBe(false);
  });
});
