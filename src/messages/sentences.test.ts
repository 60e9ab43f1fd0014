import { describe, expect, it } from "vitest";
import { block, partWith } from "../../test/page-data";
import { designOf } from "../core/design/design";
import type { Operation } from "../core/design/operations";
import { EVERYWHERE, NOWHERE, type Placement } from "../core/model/placement";
import { describeChange, describeDocumentChange } from "./changes";
import { describeAudiences, describeFinding } from "./findings";
import { describeCondition, describePlacement, describeReason } from "./placement-sentences";
import { momentWords } from "./wall-time";
import { count, listed } from "./words";

const words = {
  kinds: { n: "Sky notes" },
  groupings: { g: "Topics" },
  terms: { t: "Eclipses" },
  authors: { a: "Ida" },
  entries: { v: "Visit" },
  levels: { m: "Members" },
};
const line = (...clauses: [string, ...string[]][]) => ({
  clauses: clauses.map(([facet, ...values]) => ({ facet: facet as "kind", values })),
});

describe("lines as sentences", () => {
  it.each([
    [line(), "every page"],
    [line(["role", "front"]), "the front page"],
    [line(["kind", "n"], ["term", "t"]), "Sky notes that are also pages about Eclipses"],
    [
      line(["under", "v"], ["medium", "video", "sound"]),
      "pages under Visit that are also entries in video or entries in sound",
    ],
    [line(["access", "level:m"]), "pages only Members can open"],
    [line(["archiveOf", "grouping:g"]), "archives of Topics"],
    [line(["term", "gone"]), "pages about something that is gone"],
    [line(["kind", "n"], ["role", "entry"]), "Sky notes, the front page aside"],
    [line(["role", "entry"], ["pathUnder", "/a/"]), "all entries that are also paths below /a/"],
  ])("%j", (condition, expected) => {
    expect(describeCondition(condition, words)).toBe(expected);
  });
  it("say why a page is meant", () => {
    expect(describeReason(line(["under", "v"], ["term", "t"]), words)).toBe(
      "it is under Visit and it is about Eclipses",
    );
    expect(describeReason(line(), words)).toBe("it asks for every page");
  });
  it("fit on a line of a table", () => {
    const placement: Placement = {
      ...NOWHERE,
      conditions: [line(["kind", "n"]), line(["role", "front"])],
      exceptions: [line(["entry", "v"])],
    };
    expect(describePlacement(placement, words)).toBe("Sky notes and the front page, not on Visit");
    expect(describePlacement(NOWHERE, words)).toBe("nowhere yet");
  });
});

describe("changes as words", () => {
  const heading = block("heading", { text: "Old" });
  const part = partWith("header", [heading]);
  const design = designOf([{ id: "p", kind: "part", body: part }]);
  const cases: [Operation[], string][] = [
    [[{ op: "set", id: "p", path: ["name"], value: "Night", was: "Part" }], "rename header 1 to “Night”"],
    [[{ op: "set", id: "p", path: ["on"], value: false, was: true }], "pause header 1"],
    [
      [{ op: "set", id: "p", path: ["binnedAt"], value: "2026-01-01T00:00:00Z", was: null }],
      "put header 1 in the bin",
    ],
    [[{ op: "set", id: "p", path: ["placement"], value: NOWHERE, was: EVERYWHERE }], "where header 1 shows"],
    [
      [{ op: "setNode", id: "p", node: heading.id, path: ["settings", "level"], value: 3, was: 2 }],
      "heading: heading level 2 → 3",
    ],
    [[{ op: "removeNode", id: "p", parent: "c", index: 0, node: heading }], "removal of heading"],
    [
      [
        { op: "create", id: "choice:x", kind: "choice", body: {} },
        { op: "create", id: "choice:y", kind: "choice", body: {} },
      ],
      "a page's own choice and 1 more change",
    ],
  ];
  it.each(cases)("%j", (operations, expected) => {
    expect(describeChange(operations, design).toLowerCase()).toBe(expected.toLowerCase());
  });
  it("name what differs between two versions", () => {
    const document = { id: "p", kind: "part" as const, body: part };
    const changed = { ...document, body: { ...part, name: "Night", placement: NOWHERE } };
    expect(describeDocumentChange(document, changed)).toBe("renamed to “Night”, where it shows changed");
    expect(describeDocumentChange(undefined, document)).toBe("new");
    expect(describeDocumentChange(document, undefined)).toBe("removed");
  });
});

describe("words", () => {
  it("count and list", () => {
    expect([0, 1, 2].map((number) => count(number, "page"))).toEqual(["0 pages", "1 page", "2 pages"]);
    expect([[], ["a"], ["a", "b"], ["a", "b", "c"]].map((items) => listed(items))).toEqual([
      "",
      "a",
      "a and b",
      "a, b and c",
    ]);
  });
  it("name parts in findings by their badges", () => {
    const badge = (part: string) => `header ${part}`;
    const moment = (instant: string) => momentWords(instant, "Etc/GMT-1");
    expect(
      describeFinding({ code: "tied", slot: "header", parts: ["1", "3"], pages: 2 }, badge, moment),
    ).toBe("header 1 and header 3 ask equally much on 2 pages; header 1 is first.");
    expect(describeFinding({ code: "missing", slot: "footer", pages: 1 }, badge, moment)).toBe(
      "1 page has no footer.",
    );
    expect(
      describeFinding({ code: "waiting", part: "2", from: "2026-12-01T08:00:00.000Z" }, badge, moment),
    ).toBe("header 2 is on and waits: it shows from 1 Dec 2026, 09:00.");
    expect(describeAudiences(["signedOut", "level:members"], [{ key: "members", name: "Members" }])).toBe(
      "signed out and Members",
    );
  });
});
