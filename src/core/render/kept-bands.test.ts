import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { randomHeader } from "../../../test/random-header";
import { runSeed, seeded } from "../../../test/seeded";
import { blindShaper, shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { renderPage } from "./page";
import type { PageData } from "./page-data";

const draw = (data: PageData) => renderPage(data, ENGLISH, { shaper });
/** The same page of objects that were never drawn before. */
const anew = (data: PageData) => draw(structuredClone(data));

const at = (data: PageData, path: string): PageData => ({ ...data, page: { ...data.page, path } });

describe("a band that is drawn again", () => {
  it("is the same, byte for byte, as one drawn anew: on any page, after any change of what it shows", () => {
    const seed = runSeed(40);
    const random = seeded(seed);
    for (let round = 0; round < 60; round += 1) {
      const { data } = randomHeader(random, "computed");
      const paths = ["/", "/i0/", "/i1/", "/i0-0/", "/nowhere/"];
      const changes: ((page: PageData) => PageData)[] = [
        (page) => page,
        (page) => ({ ...page, profile: { ...page.profile, name: `${page.profile.name} & Co` } }),
        (page) => ({ ...page, audience: random.pick(["signedOut", "signedIn", "level:friends"]) }),
        (page) => ({ ...page, at: "2031-05-05T00:00:00.000Z" }),
        (page) => ({
          ...page,
          style: { ...page.style, measures: { ...page.style.measures, contentWidth: 900 } },
        }),
        (page) => ({
          ...page,
          pictures: Object.fromEntries(
            Object.entries(page.pictures).map(([id, each]) => [id, { ...each, width: each.width + 40 }]),
          ),
        }),
        (page) => ({
          ...page,
          menus: Object.fromEntries(
            Object.entries(page.menus).map(([id, menu]) => [id, { ...menu, items: menu.items.slice(1) }]),
          ),
        }),
      ];
      let page = data;
      for (let step = 0; step < 6; step += 1) {
        page = at(random.pick(changes)(page), random.pick(paths));
        expect(draw(page)).toEqual(anew(page));
      }
    }
  });
  const menu = {
    schema: 1 as const,
    name: "Main",
    origin: picture.origin,
    items: [{ id: "a", label: "A", target: { identity: "entry:a" }, items: [] }],
  };
  const withFooter = (
    part = partWith("footer", [block("menu", { menu: "m" }), block("copyright")]),
  ): PageData => {
    const data = pageData({ menus: { m: menu }, links: { "entry:a": { path: "/a/", title: "A" } } });
    return { ...data, slots: { ...data.slots, footer: { id: "f", part } } };
  };
  it("follows its links: one that moved, one that is gone, the one that is current", () => {
    const data = withFooter();
    const footer = (page: PageData) => draw(page).regions.footer;
    expect(footer(data)).toContain('<a href="/a/">A</a>');
    expect(footer(at(data, "/a/"))).toContain('<a href="/a/" aria-current="page">A</a>');
    expect(footer({ ...data, links: { "entry:a": { path: "/b/", title: "A" } } })).toContain('href="/b/"');
    expect(footer({ ...data, links: {} })).not.toContain("<nav");
    expect(footer(data)).toContain('<a href="/a/">A</a>');
  });
  it("keeps nothing of what shows the page, the hour or a search", () => {
    const until = partWith("footer", [
      block("notice", { text: "Closed", until: "2026-06-01T00:00:00.000Z" }),
    ]);
    const notice = withFooter(until);
    expect(draw({ ...notice, at: "2026-05-01T00:00:00.000Z" }).regions.footer).toContain("Closed");
    expect(draw({ ...notice, at: "2026-07-01T00:00:00.000Z" }).regions.footer).not.toContain("Closed");
    const search = withFooter(partWith("footer", [block("search")]));
    expect(draw({ ...search, query: "moon" }).regions.footer).toContain('value="moon"');
    expect(draw({ ...search, query: "sun" }).regions.footer).toContain('value="sun"');
  });
  it("is drawn anew once its fonts are there", () => {
    const part = partWith("header", [block("menu", { menu: "m" }), block("siteName")]);
    const data = withFooter();
    const page = { ...data, slots: { ...data.slots, header: { id: "h", part } } };
    const blind = renderPage(page, ENGLISH, { shaper: blindShaper });
    expect(draw(page)).toEqual(anew(page));
    expect(blind.css).not.toBe(draw(page).css);
  });
  it("is not cut by a text that holds the sign links are cut at", () => {
    const odd = withFooter(
      partWith("footer", [block("heading", { text: "a\uFFFFb" }), block("menu", { menu: "m" })]),
    );
    expect(draw(at(odd, "/a/"))).toEqual(anew(at(odd, "/a/")));
    expect(draw(at(odd, "/a/")).regions.footer).toContain("a\uFFFFb");
  });
});
