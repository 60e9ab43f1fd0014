import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Studio, signInAs } from "../../../test/studio";
import { type Operation, setNodeOperation } from "../../core/design/operations";
import type { Part } from "../../core/design/part";
import { blocksOf } from "../../core/design/tree";
import { answerSite } from "../hosts/site-handler";
import { publicOrigin } from "../http/host-names";

/** What one asks of pages in their address: words that are searched for, a kind, a topic. */

const at = async (path: string) => {
  const { status, body } = await answerSite("observatory", new URL(publicOrigin("observatory") + path));
  const html = String(body).replaceAll("&amp;", "&");
  const main = /<main.*<\/main>/s.exec(html)?.[0] ?? "";
  const all = (pattern: RegExp) => [...main.matchAll(pattern)].map((found) => found[1] as string);
  return {
    status,
    html,
    names: all(/class="name" href="([^"]+)"/g),
    marks: all(/<mark>([^<]+)<\/mark>/g),
    pages: all(/<a[^>]* href="([^"]*page\/\d+\/[^"]*)"/g),
    filters: [
      ...(/<nav class="filters".*?<\/nav>/s.exec(main)?.[0] ?? "").matchAll(
        /href="([^"]+)"( aria-current="true")?>([^<]+) \((\d+)\)</g,
      ),
    ].map(([, href = "", current, name, count]) => ({
      href,
      isCurrent: current !== undefined,
      name,
      count: Number(count),
    })),
  };
};

/** All that is listed from an address on, page by page, by the links of its pages. */
const everyPage = async (path: string): Promise<readonly string[]> => {
  const first = await at(path);
  const found = [...first.names];
  for (const next of first.pages.filter((href) => !/page\/1\//.test(href)))
    found.push(...(await at(next)).names);
  return found;
};

let studio: Studio;
let changes = 0;
/** Every paged list has three entries to a page, and links that narrow it. */
const narrowBy = async (filter: "kinds" | "terms") => {
  const layouts = (await studio.get("parts")).rows.filter(({ slot }) => slot === "layout");
  for (const { id } of layouts) {
    const body = (await studio.get("part", { part: id })).body as Part;
    const list = blocksOf(body).find((block) => block.kind === "entryList" && block.settings.paged);
    if (!list) continue;
    const set = (name: string, value: unknown): Operation =>
      setNodeOperation(body, id, list.id, ["settings", name], value);
    await studio.get("change", {
      operations: [set("pageSize", 3), set("filter", filter)],
    });
    changes += 1;
  }
  await studio.get("publish", {});
};
beforeAll(async () => {
  studio = new Studio(await signInAs("owner"));
});
afterAll(async () => {
  for (; changes > 0; changes -= 1) await studio.get("undo", {});
  await studio.get("publish", {});
});

describe("a search", () => {
  beforeAll(() => narrowBy("kinds"));
  it("is all on its pages, each once; the next page is none", async () => {
    const first = await at("/search/?q=night");
    expect(first.names).toHaveLength(3);
    expect(first.pages.length).toBeGreaterThan(1);
    expect(first.pages.every((href) => href.endsWith("?q=night"))).toBe(true);
    const all = await everyPage("/search/?q=night");
    const [whole] = first.filters;
    expect(whole).toMatchObject({ name: "All", isCurrent: true, count: all.length });
    expect(new Set(all).size).toBe(all.length);
    const last = Math.ceil(all.length / 3);
    expect((await at(`/search/page/${last}/?q=night`)).status).toBe(200);
    for (const beyond of [last + 1, 999_999])
      expect((await at(`/search/page/${beyond}/?q=night`)).status).toBe(404);
    expect((await at("/search/page/2/")).status).toBe(404);
  });
  it("is narrowed to a kind, with as many as its link says; one that is not there leaves all", async () => {
    const { filters } = await at("/search/?q=night");
    expect(filters.length).toBeGreaterThan(2);
    for (const { href, count, name } of filters) {
      expect(await everyPage(href)).toHaveLength(count);
      expect((await at(href)).filters.filter(({ isCurrent }) => isCurrent).map((each) => each.name)).toEqual([
        name,
      ]);
    }
    expect(filters.slice(1).reduce((sum, { count }) => sum + count, 0)).toBe(filters[0]?.count);
    expect(await everyPage("/search/?q=night&kind=gone")).toHaveLength(filters[0]?.count ?? 0);
  });
  it("shows a piece of what it found, with what was looked for marked, in any of its forms and spellings", async () => {
    const pages = await Promise.all(
      ["", "page/2/", "page/3/"].map((page) => at(`/search/${page}?q=${encodeURIComponent("NÍGHTS")}`)),
    );
    const marks = pages.flatMap((page) => page.marks);
    expect(marks.length).toBeGreaterThan(0);
    expect(marks.every((mark) => /^nights?$/i.test(mark))).toBe(true);
    const phrase = await at(`/search/?q=${encodeURIComponent('"reading room"')}`);
    expect(phrase.names.length).toBeGreaterThan(0);
    expect(new Set(phrase.marks.map((mark) => mark.toLowerCase()))).toEqual(new Set(["reading", "room"]));
    expect((await at(`/search/?q=${encodeURIComponent('"room reading"')}`)).names).toEqual([]);
    expect((await at("/search/?q=<b>")).html).not.toContain("<b>");
  });
});

describe("an archive", () => {
  beforeAll(() => narrowBy("terms"));
  it("of one kind has no links to that kind", async () => {
    expect((await at("/open-nights/")).filters.every(({ name }) => name !== "Open nights")).toBe(true);
  });
  it("is narrowed to a topic over all its pages", async () => {
    const { filters } = await at("/notes/");
    expect(filters.length).toBeGreaterThan(2);
    const whole = await everyPage("/notes/");
    expect(whole).toHaveLength(filters[0]?.count ?? 0);
    for (const { href, count } of filters.slice(1)) {
      const some = await everyPage(href);
      expect(some).toHaveLength(count);
      expect(whole).toEqual(expect.arrayContaining([...some]));
      const last = Math.ceil(count / 3);
      const [path, query] = href.split("?");
      expect((await at(`${path}page/${last + 1}/?${query}`)).status).toBe(404);
    }
    expect(await everyPage("/notes/?about=gone")).toEqual(whole);
  });
});
