import { type DefaultTreeAdapterTypes, parseFragment } from "parse5";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { runSeed, type Seeded, seeded } from "../../../test/seeded";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import type { Block } from "../design/part";
import type { Menu, MenuItem } from "../model/menu";
import { renderPage } from "../render/page";

/**
 * Menus as parse5 reads them, for random trees: the WAI-ARIA Authoring Practices' disclosure navigation with native
 * elements, and every page of the menu within reach with no script.
 */

type Element = DefaultTreeAdapterTypes.Element;
const SEED = runSeed(17);
const HERE = "/p3/";

const attr = (element: Element, name: string) => element.attrs.find((each) => each.name === name)?.value;
const elementsIn = (node: DefaultTreeAdapterTypes.Node): readonly Element[] => {
  const own = "tagName" in node ? [node] : [];
  return "childNodes" in node ? [...own, ...node.childNodes.flatMap(elementsIn)] : own;
};
const textOf = (node: DefaultTreeAdapterTypes.Node): string =>
  "value" in node ? node.value : "childNodes" in node ? node.childNodes.map(textOf).join("") : "";
const withClass = (elements: readonly Element[], name: string) =>
  elements.filter((each) => attr(each, "class")?.split(" ").includes(name));

/** A tree of up to three levels: links to pages that are there, pages that are gone, addresses outside, mere labels. */
const randomItems = (random: Seeded, depth: number, ids: { next: number }): MenuItem[] =>
  Array.from({ length: 1 + random.below(depth === 1 ? 5 : 3) }, () => {
    ids.next += 1;
    const target = random.pick([
      { identity: `entry:p${random.below(6)}` },
      { identity: "entry:gone" },
      { url: `https://example.org/${ids.next}` },
      null,
    ]);
    const items = depth < 3 && random.chance(0.4) ? randomItems(random, depth + 1, ids) : [];
    return { id: `i${ids.next}`, label: `Item ${ids.next}`, target, items, highlight: random.chance(0.2) };
  });
const links = Object.fromEntries(
  Array.from({ length: 6 }, (_, at) => [`entry:p${at}`, { path: `/p${at}/`, title: `Page ${at}` }]),
);

/** Where an item leads; undefined where its page is gone, null where it leads nowhere by itself. */
const hrefOf = ({ target }: MenuItem): string | null | undefined => {
  if (target === null) return null;
  return "url" in target ? target.url : links[target.identity]?.path;
};
/** The links of a menu in reading order, told plainly: labels with where they lead. */
const linksOf = (items: readonly MenuItem[]): readonly string[] =>
  items.flatMap((item) => {
    const href = hrefOf(item);
    const below = linksOf(item.items);
    return typeof href === "string" ? [`${item.label} ${href}`, ...below] : below;
  });

interface Drawn {
  readonly menu: Menu;
  readonly page: readonly Element[];
  readonly navs: readonly Element[];
}
const drawn = (random: Seeded, settings: object): Drawn => {
  const menu: Menu = {
    schema: 1,
    name: "Random",
    origin: "00000000-0000-4000-8000-000000000000",
    items: randomItems(random, 1, { next: 0 }),
  };
  const blocks = ["Main menu", "Small menu"].map((label) =>
    block("menu", { menu: "random", label, ...settings }),
  );
  const data = pageData({
    menus: { random: menu },
    links,
    page: { ...pageData().page, path: HERE },
    slots: { ...pageData().slots, header: { id: "h", part: partWith("header", blocks) } },
  });
  const { regions } = renderPage(data, ENGLISH, { mark: false, shaper });
  const page = elementsIn(parseFragment(regions.header));
  return { menu, page, navs: page.filter(({ tagName }) => tagName === "nav") };
};
const linksIn = (element: Element | undefined): readonly string[] =>
  (element ? elementsIn(element) : [])
    .filter(({ tagName }) => tagName === "a")
    .map((each) => `${textOf(each)} ${attr(each, "href")}`);

const SETTINGS = (["dropDown", "panel"] as const).flatMap((subItems) =>
  (["click", "pointing"] as const).map((opensOn) => ({ subItems, opensOn })),
);

describe.each(SETTINGS)(`menus of any shape (seed ${SEED}): %o`, (settings) => {
  const random = seeded(SEED + SETTINGS.indexOf(settings));
  const cases = Array.from({ length: 60 }, () => drawn(random, settings)).filter(
    ({ navs }) => navs.length > 0,
  );

  it("have every link once in the row and once in the drawer, in the order of the tree", () => {
    expect(cases.length).toBeGreaterThan(40);
    for (const { menu, navs } of cases) {
      const wanted = linksOf(menu.items);
      for (const nav of navs) {
        const inside = elementsIn(nav);
        expect(linksIn(withClass(inside, "row")[0])).toEqual(wanted);
        expect(linksIn(withClass(inside, "drawer")[0])).toEqual(wanted);
      }
    }
  });

  it("are labelled landmarks of lists that hold nothing but items, none of them empty", () => {
    for (const { navs } of cases) {
      expect(navs.map((nav) => attr(nav, "aria-label"))).toEqual(["Main menu", "Small menu"]);
      for (const list of navs.flatMap(elementsIn).filter(({ tagName }) => tagName === "ul")) {
        const items = list.childNodes;
        expect(items.length).toBeGreaterThan(0);
        for (const item of items) {
          expect("tagName" in item && item.tagName).toBe("li");
          expect(textOf(item).trim()).not.toBe("");
        }
      }
    }
  });

  it("open by native disclosures: a summary first, one open at a time in each menu, none across menus", () => {
    let disclosures = 0;
    for (const { navs } of cases) {
      const names = navs.map((nav) => {
        const found = elementsIn(nav).filter(({ tagName }) => tagName === "details");
        for (const each of found) {
          disclosures += 1;
          const [first, second, ...more] = each.childNodes.filter((child) => "tagName" in child) as Element[];
          expect([first?.tagName, more.length]).toEqual(["summary", 0]);
          expect(linksIn(second).length).toBeGreaterThan(0);
          // a press opens it, nothing else: no link in what is pressed
          expect(linksIn(first)).toEqual([]);
          expect(attr(each, "open")).toBeUndefined();
        }
        return new Set(found.map((each) => attr(each, "name")));
      });
      const [one, two] = names as [Set<string>, Set<string>];
      expect([one.size <= 1, two.size <= 1]).toEqual([true, true]);
      for (const name of one) expect(two.has(name)).toBe(false);
    }
    expect(disclosures).toBeGreaterThan(30);
  });

  it("have a button for a drawer of their own in the top layer, and one that closes it", () => {
    for (const { page, navs } of cases) {
      const ids = page.map((each) => attr(each, "id")).filter((id) => id !== undefined);
      expect(new Set(ids).size).toBe(ids.length);
      for (const nav of navs) {
        const inside = elementsIn(nav);
        const [drawer] = withClass(inside, "drawer");
        const buttons = inside.filter(({ tagName }) => tagName === "button");
        expect(attr(drawer as Element, "popover")).toBe("");
        expect(
          buttons.map((each) => [
            attr(each, "popovertarget"),
            attr(each, "popovertargetaction"),
            attr(each, "type"),
          ]),
        ).toEqual([
          [attr(drawer as Element, "id"), undefined, "button"],
          [attr(drawer as Element, "id"), "hide", "button"],
        ]);
        expect(buttons.every((each) => textOf(each).trim() !== "")).toBe(true);
      }
    }
  });

  it("mark the page one is on wherever it is linked, and no other", () => {
    let marked = 0;
    for (const { navs } of cases)
      for (const link of navs.flatMap(elementsIn).filter(({ tagName }) => tagName === "a")) {
        const isHere = attr(link, "href") === HERE;
        expect(attr(link, "aria-current")).toBe(isHere ? "page" : undefined);
        marked += isHere ? 1 : 0;
      }
    expect(marked).toBeGreaterThan(10);
  });

  it("say how they open to the script, and to nobody else", () => {
    for (const { navs } of cases)
      for (const row of withClass(navs.flatMap(elementsIn), "row"))
        expect(attr(row, "data-opens")).toBe(settings.opensOn === "pointing" ? "pointing" : undefined);
  });
});

const itemOf = (id: string): MenuItem => ({ id, label: id, target: { url: `/${id}/` }, items: [] });

describe("items of a menu", () => {
  const drawnFor = (items: readonly MenuItem[], audience: "signedOut" | "signedIn" | "level:friends") => {
    const base = pageData();
    const menu = { ...(base.menus["main"] as Menu), items: [...items] };
    const part = partWith("header", [block("menu", { menu: "main", buttonBelow: "never" })]);
    const slots = { ...base.slots, header: { id: "h", part } };
    const { regions, css } = renderPage({ ...base, audience, menus: { main: menu }, slots }, ENGLISH, {
      shaper,
    });
    return { css, all: elementsIn(parseFragment(regions.header)) };
  };
  const labelled = (all: readonly Element[], tag: string) =>
    all.filter(({ tagName }) => tagName === tag).map(textOf);

  it("are there for whom they are for, with what is below them", () => {
    const items = [
      itemOf("all"),
      { ...itemOf("out"), seenBy: "signedOut" as const },
      { ...itemOf("in"), seenBy: "signedIn" as const, items: [itemOf("below")] },
      { ...itemOf("friends"), seenBy: "level:friends" as const },
    ];
    expect(labelled(drawnFor(items, "signedOut").all, "a")).toEqual(["all", "out"]);
    expect(labelled(drawnFor(items, "signedIn").all, "a")).toEqual(["all", "in", "below"]);
    expect(labelled(drawnFor(items, "level:friends").all, "a")).toEqual(["all", "in", "below", "friends"]);
  });
  it("without a link are words where that is meant, and not there where it is not", () => {
    const bare = { ...itemOf("bare"), target: null };
    const { all } = drawnFor(
      [itemOf("a"), bare, { ...bare, id: "meant", label: "meant", plain: true }],
      "signedOut",
    );
    expect(labelled(all, "li")).toEqual(["a", "meant"]);
    expect(labelled(all, "a")).toEqual(["a"]);
  });
  it("that open a tab of their own say so to who hears them, and hand nothing over", () => {
    const { all } = drawnFor([{ ...itemOf("a"), newTab: true }, itemOf("b")], "signedOut");
    const [tab, usual] = all.filter(({ tagName }) => tagName === "a") as [Element, Element];
    expect([attr(tab, "target"), attr(tab, "rel"), textOf(tab)]).toEqual([
      "_blank",
      "noopener",
      "a (opens in a new tab)",
    ]);
    expect([attr(usual, "target"), attr(usual, "rel")]).toEqual([undefined, undefined]);
  });
  it("hidden on screens of a width are so by a rule for these alone", () => {
    const { all, css } = drawnFor([itemOf("a"), { ...itemOf("b"), hideOn: ["small"] }], "signedOut");
    expect(withClass(all, "i-b").map(textOf)).toEqual(["b"]);
    expect(css).toMatch(/@media \(width < [\d.]+em\)\{\.b-menu \.i-b\{display:none!important\}\}/);
  });
});

describe("half of a menu", () => {
  const { menus, links } = pageData();
  const named = { ...(menus["main"] as Menu), items: ["a", "b", "c", "d"].map((id) => itemOf(id)) };
  const buttons = (blocks: readonly Block[]) => {
    const part = partWith("header", blocks);
    const data = pageData({ menus: { main: named, other: named }, links });
    const { regions } = renderPage(
      { ...data, slots: { ...data.slots, header: { id: "p", part } } },
      ENGLISH,
      { shaper },
    );
    const navs = elementsIn(parseFragment(regions.header)).filter(({ tagName }) => tagName === "nav");
    return navs.map((nav) =>
      withClass(elementsIn(nav), "drawer").map((drawer) =>
        elementsIn(drawer)
          .flatMap((each) => (each.tagName === "a" ? [textOf(each)] : []))
          .join(""),
      ),
    );
  };
  const half = (share: "first" | "second", menu = "main") => block("menu", { menu, share });
  it("is in the button of the other half where that stands in the band, wherever this one is shown", () => {
    expect(buttons([half("first"), half("second")])).toEqual([[], ["abcd"]]);
    const second = half("second");
    const away = { ...second, look: { ...second.look, hideOn: ["small" as const] } } as Block;
    expect(buttons([half("first"), away])).toEqual([["ab"], ["abcd"]]);
  });
  it("has a button of its own beside another menu: no item is out of reach", () => {
    expect(buttons([half("first"), half("second", "other")])).toEqual([["ab"], ["abcd"]]);
    expect(buttons([half("first"), block("menu", { menu: "other" })])).toEqual([["ab"], ["abcd"]]);
    expect(buttons([half("first")])).toEqual([["ab"]]);
  });
});
