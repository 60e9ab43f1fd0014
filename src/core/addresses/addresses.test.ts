import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NOW, randomFacts } from "../../../test/random-site";
import { seeded } from "../../../test/seeded";
import { mayRead } from "./facts";
import { canonicalPath, pagePath, pathIssue, splitPage } from "./paths";
import { buildIndex } from "./stems";

describe("canonical paths", () => {
  const cases: [string, string][] = [
    ["/", "/"],
    ["", "/"],
    ["/visit", "/visit/"],
    ["visit/by-bus", "/visit/by-bus/"],
    ["//visit//by-bus//", "/visit/by-bus/"],
    ["/caf%C3%A9/", "/café/"],
    ["/cafe\u0301/", "/café/"],
  ];
  it.each(cases)("spells %s as %s", (input, expected) => {
    expect(canonicalPath(input)).toEqual({ ok: true, value: expected });
  });
  const bad: [string, string][] = [
    ["/a/../b/", "path.dots"],
    ["/./", "path.dots"],
    ["/%2e%2e/x", "path.dots"],
    ["/a%", "path.encoding"],
    ["/a\\b/", "path.characters"],
    ["/a%00b/", "path.characters"],
    ["/a%3Fb/", "path.characters"],
  ];
  it.each(bad)("refuses %s", (input, code) => {
    expect(canonicalPath(input)).toMatchObject({ ok: false, issues: [{ code }] });
  });
  it("is its own canonical path", () => {
    fc.assert(
      fc.property(fc.webPath(), (path) => {
        const once = canonicalPath(path);
        if (once.ok) expect(canonicalPath(encodeURI(once.value))).toEqual(once);
      }),
      { seed: 5, numRuns: 500 },
    );
  });
  it("keeps the product's own first segments", () => {
    for (const path of ["/page/", "/feed/x/", "/search/", "/robots.txt/", "/sitemap-1.xml/", "/_media/"])
      expect(pathIssue(path)?.code).toBe("path.reserved");
    expect(pathIssue("/pages/")).toBeUndefined();
  });
  it("splits later pages off and puts them back", () => {
    expect(splitPage("/notes/page/3/")).toEqual({ stem: "/notes/", page: 3 });
    expect(splitPage("/notes/page/0/")).toEqual({ stem: "/notes/page/0/", page: 1 });
    expect(pagePath("/notes/", 1)).toBe("/notes/");
    expect(splitPage(pagePath("/notes/", 12))).toEqual({ stem: "/notes/", page: 12 });
  });
});

describe("the pages of a site", () => {
  it("are exactly what its content makes, each once", () => {
    for (let number = 0; number < 60; number += 1) {
      const facts = randomFacts(seeded(number));
      const { stems, byIdentity } = buildIndex(facts, NOW);
      const published = facts.entries.filter(
        (entry) => entry.publishedOn === null || entry.publishedOn <= NOW,
      );
      const dated = published.filter((entry) => entry.kind === "k0" && entry.publishedOn !== null);
      const periods = new Set(
        dated.flatMap((entry) => [entry.publishedOn!.slice(0, 4), entry.publishedOn!.slice(0, 7)]),
      );
      const expected = [
        ...published.map((entry) => `entry:${entry.id}`),
        "archive:kind:k0",
        "archive:kind:k1",
        ...facts.terms.map((term) => `archive:term:${term.id}`),
        ...[...new Set(published.flatMap((entry) => entry.author ?? []))].map(
          (author) => `archive:author:${author}`,
        ),
        ...[...periods].map((period) => `archive:date:k0:${period}`),
        "search",
        "notFound",
        "account",
      ];
      expect(stems.map((stem) => stem.identity).sort()).toEqual(expected.sort());
      expect(stems.every((stem) => byIdentity.get(stem.identity) === stem)).toBe(true);
      const front = stems.find((stem) => stem.role === "front");
      if (byIdentity.has(facts.settings.front))
        expect(front).toMatchObject({ identity: facts.settings.front, path: "/" });
      // children stand after their parents, so that what is under a page is an interval
      const place = new Map(stems.map((stem, index) => [stem.identity, index]));
      for (const stem of stems.filter((each) => each.role === "entry"))
        for (const above of stem.ancestors) {
          const parent = place.get(`entry:${above}`);
          if (parent !== undefined && stems[parent]?.role === "entry")
            expect(parent).toBeLessThan(place.get(stem.identity) as number);
        }
    }
  });
  it("appear when their time comes", () => {
    const facts = randomFacts(seeded(1));
    const later = {
      ...facts,
      entries: facts.entries.map((entry, index) =>
        index === 0 ? { ...entry, publishedOn: "2030-01-01T00:00:00.000Z" } : entry,
      ),
    };
    expect(buildIndex(later, NOW).byIdentity.has("entry:e0")).toBe(false);
    expect(buildIndex(later, "2030-01-01T00:00:00.000Z").byIdentity.has("entry:e0")).toBe(true);
  });
  it("survive a loop in the data", () => {
    const facts = randomFacts(seeded(2));
    const looped = { ...facts, entries: facts.entries.map((entry) => ({ ...entry, parent: entry.id })) };
    expect(buildIndex(looped, NOW).stems.length).toBeGreaterThan(0);
  });
});

describe("access", () => {
  const cases: [Parameters<typeof mayRead>[0], string, boolean][] = [
    ["public", "signedOut", true],
    ["signedIn", "signedOut", false],
    ["signedIn", "level:gold", true],
    ["level:gold", "signedIn", false],
    ["level:gold", "level:gold", true],
    ["level:gold", "level:silver", false],
  ];
  it.each(cases)("%s for %s: %s", (access, audience, expected) => {
    expect(mayRead(access, audience)).toBe(expected);
  });
});
