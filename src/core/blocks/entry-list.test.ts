import { type DefaultTreeAdapterTypes, parseFragment } from "parse5";
import { describe, expect, it } from "vitest";
import { block, entryView, pageData, partWith } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { EntryView } from "../draw/page-material";
import { renderPage } from "../render/page";
import { cutTo } from "./entry-list";
import { ARRANGEMENTS, type ListSettings } from "./list-settings";

type Element = DefaultTreeAdapterTypes.Element;
const attr = (element: Element, name: string) => element.attrs.find((each) => each.name === name)?.value;
const elements = (node: DefaultTreeAdapterTypes.ParentNode): readonly Element[] =>
  node.childNodes.flatMap((child) => ("tagName" in child ? [child, ...elements(child)] : []));
const textOf = (node: DefaultTreeAdapterTypes.Node): string =>
  "value" in node ? node.value : "childNodes" in node ? node.childNodes.map(textOf).join("") : "";

const ENTRIES = [
  entryView({ id: "a", title: "First", published: "2026-03-01T10:00", starts: null, picture: "pic" }),
  entryView({ id: "b", title: "Second", published: "2026-03-20T10:00", starts: null, picture: null }),
  entryView({ id: "c", title: "Third", published: "2025-12-31T10:00", starts: null, picture: "pic" }),
];

const drawn = (settings: Partial<ListSettings>, entries: readonly EntryView[] = ENTRIES, page = 1) => {
  const list = block("entryList", settings);
  const data = pageData({
    lists: { [list.id]: { entries, total: entries.length, page, pages: 3, stem: "/notes/" } },
  });
  const slots = { ...data.slots, layout: { id: "l", part: partWith("layout", [list]) } };
  const { css, regions } = renderPage({ ...data, slots }, ENGLISH, { shaper });
  const all = elements(parseFragment(regions.layout));
  const tags = (name: string) => all.filter(({ tagName }) => tagName === name);
  return { css, all, tags, items: tags("li"), pictures: tags("img") };
};
const names = (items: readonly Element[]) =>
  items.map((item) => textOf(elements(item).find((each) => attr(each, "class") === "name") as Element));

describe("a list of entries", () => {
  it.each(ARRANGEMENTS)("has them all in their order as %s, each with its name", (arrangement) => {
    const { items, all } = drawn({ arrangement });
    expect(names(items)).toEqual(["First", "Second", "Third"]);
    expect(all.some((each) => attr(each, "class")?.split(" ").includes(arrangement))).toBe(true);
  });
  it("stands by year, month or day, what begins by when it begins", () => {
    const headings = (settings: Partial<ListSettings["timeline"]>, entries = ENTRIES) =>
      drawn({ arrangement: "timeline", timeline: { ...TIMELINE, ...settings } }, entries)
        .tags("h2")
        .map(textOf);
    expect(headings({ by: "month" })).toEqual(["March 2026", "December 2025"]);
    expect(headings({ by: "year" })).toEqual(["2026", "2025"]);
    expect(headings({ by: "day" })).toEqual(["1 March 2026", "20 March 2026", "31 December 2025"]);
    expect(headings({}, [entryView({ starts: "2027-01-04T19:30" })])).toEqual(["January 2027"]);
    // what has no time stands alone, under nothing
    expect(headings({}, [entryView({ starts: null, published: null })])).toEqual([]);
    expect(drawn({ arrangement: "timeline" }).tags("h3")).toHaveLength(3);
  });
  it("has the first one large on its first page: with its picture and its summary", () => {
    const large = { arrangement: "compact", firstLarge: true } as const;
    const { items, pictures, tags } = drawn(large);
    expect(items.map((item) => attr(item, "class"))).toEqual(["first", undefined, undefined]);
    expect(pictures).toHaveLength(1);
    expect(tags("p").map(textOf)).toEqual(["In short"]);
    expect(drawn(large, ENTRIES, 2).items.map((item) => attr(item, "class"))).not.toContain("first");
    expect(drawn({ ...large, arrangement: "timeline" }).pictures).toHaveLength(0);
  });
  it("has pictures at the left and at the right in turn, and a box where one has none", () => {
    const rows = { picture: "alternating", summary: true, facts: [], gap: 28 } as const;
    const { items, pictures } = drawn({ rows: { ...rows, facts: [] } });
    expect(items.map((item) => attr(item, "class"))).toEqual(["left", "right", "left"]);
    expect(pictures).toHaveLength(2);
  });
  it("says its link with the name of each, for who hears it", () => {
    const { tags } = drawn({ more: "Read on" });
    const links = tags("a").filter(
      (link) => attr(link, "class") !== "name" && attr(link, "href") === "/notes/one/",
    );
    expect(links.map(textOf)).toEqual(["Read on: First", "Read on: Second", "Read on: Third"]);
  });
  it("writes dates as it is told", () => {
    const rows = { picture: "none", summary: false, facts: ["date" as const], gap: 28 } as const;
    const dates = (length: ListSettings["dates"]) =>
      textOf(drawn({ dates: length, rows: { ...rows, facts: ["date"] } }).tags("time")[0] as Element);
    expect(dates("long")).toBe("1 March 2026");
    expect(dates("weekday")).toBe("Sunday, 1 March 2026");
    expect(dates("short")).toBe("1 Mar 2026");
    expect(dates("numbers")).toBe("01/03/2026");
  });
  it("has a distance, a shape of pictures and a ground of its own", () => {
    const { css } = drawn({
      ratio: "16:9",
      itemGround: "#ccddee",
      itemPadding: 20,
      rows: { picture: "left", summary: true, facts: [], gap: 40 },
    });
    expect(css).toMatch(/--gap:2\.5rem/);
    expect(css).toMatch(/aspect-ratio:16\/9/);
    expect(css).toMatch(/background:#ccddee;padding:min\(1\.25rem,10%\)/);
  });
});
const TIMELINE = {
  by: "month",
  picture: false,
  summary: true,
  facts: [],
  gap: 20,
} as ListSettings["timeline"];

describe("a summary of so many words", () => {
  it("ends after them, without a sign that leads on", () => {
    const said = "Over the ridge, the sky clears; then comes the cold.";
    expect(cutTo(said, 0)).toBe(said);
    expect(cutTo(said, 3)).toBe("Over the ridge …");
    expect(cutTo(said, 6)).toBe("Over the ridge, the sky clears …");
    expect(cutTo(said, 10)).toBe(said);
    expect(cutTo("", 3)).toBe("");
  });
});
