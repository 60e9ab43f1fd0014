import { describe, expect, it } from "vitest";
import { NOW, randomFacts } from "../../../test/random-site";
import { runSeed, seeded } from "../../../test/seeded";
import type { EntryFacts } from "../model/content";
import { changedIndex } from "../placement/slot-columns";
import { nearestEntries } from "./nearest";
import { buildIndex } from "./stems";

const SEED = runSeed(47);
const BASE = randomFacts(seeded(1));
const siteOf = (entries: readonly { readonly path: string; readonly title: string }[]) =>
  buildIndex(
    {
      ...BASE,
      settings: { ...BASE.settings, front: "archive:kind:k0" },
      entries: entries.map(
        (each, at): EntryFacts => ({
          ...(BASE.entries[0] as EntryFacts),
          id: `n${at}`,
          parent: null,
          publishedOn: null,
          ...each,
        }),
      ),
    },
    NOW,
  );
const titles = (index: ReturnType<typeof siteOf>, asked: string) =>
  nearestEntries(index, asked, 3).map(({ title }) => title);

describe("the pages nearest to an address nobody lives at", () => {
  const index = siteOf([
    { path: "/visit/eclipse-weekend/", title: "Eclipse weekend" },
    { path: "/visit/getting-here/", title: "Getting here" },
    { path: "/notes/where-the-comet-went/", title: "Where the comet went" },
    { path: "/cafe/", title: "Das Café am Grat" },
    { path: "/1/", title: "Opening hours in winter" },
  ]);
  it.each([
    ["a slip", "/visit/eclipse-weeked/", "Eclipse weekend"],
    ["another place", "/blog/2019/03/getting-here", "Getting here"],
    ["the ending of a file", "/pages/getting-here.html", "Getting here"],
    ["capitals and lines", "/Visit/Eclipse_Weekend", "Eclipse weekend"],
    ["accents", "/caf%C3%A9/".replace("%C3%A9", "é"), "Das Café am Grat"],
    ["the title", "/opening-hours/", "Opening hours in winter"],
    ["half of it", "/notes/where-the-comet/", "Where the comet went"],
  ])("are found by %s", (_, asked, title) => {
    expect(titles(index, asked)[0]).toBe(title);
  });
  it("are none where nothing is like it", () => {
    expect(titles(index, "/old-desk/setup.php")).toEqual([]);
    expect(titles(index, "/")).toEqual([]);
    expect(titles(index, "/…/")).toEqual([]);
  });
  it("are found by what an entry is called since it changed", () => {
    const many = siteOf(
      Array.from({ length: 200 }, (_, at) => ({ path: `/notes/plain-${at}/`, title: `Plain ${at}` })),
    );
    expect(titles(many, "/heron-lake/")).toEqual([]);
    const renamed = { ...(many.published[7] as EntryFacts), title: "Heron lake" };
    const next = changedIndex(many, renamed);
    if (!next) throw new Error("test: expected a change that moves no page");
    expect(titles(next, "/heron-lake/")).toEqual(["Heron lake"]);
    expect(titles(many, "/heron-lake/")).toEqual([]);
  });
  it(`are found among thousands by one letter that is wrong, missing or too many (seed ${SEED})`, () => {
    const random = seeded(SEED);
    const syllables = ["ka", "lo", "mir", "sen", "tu", "vel", "dra", "pon", "qui", "she", "or", "bant"];
    const word = () => Array.from({ length: 2 + random.below(3) }, () => random.pick(syllables)).join("");
    const many = siteOf(
      Array.from({ length: 3000 }, (_, at) => {
        const words = Array.from({ length: 2 + random.below(4) }, word);
        return {
          path: `/${random.pick(["notes", "nights"])}/${words.join("-")}-${at}/`,
          title: words.join(" "),
        };
      }),
    );
    let missed = 0;
    for (let tries = 0; tries < 200; tries += 1) {
      const meant = random.pick([...many.published]);
      const at = "/notes/".length + 1 + random.below(6);
      const { path } = meant;
      const slip = random.pick([
        path.slice(0, at) + path.slice(at + 1),
        `${path.slice(0, at)}x${path.slice(at)}`,
        `${path.slice(0, at)}z${path.slice(at + 1)}`,
      ]);
      if (!nearestEntries(many, slip, 6).includes(meant)) missed += 1;
    }
    expect(missed).toBe(0);
  });
});
