import fc from "fast-check";
import { type DefaultTreeAdapterTypes, parse as parseHtml } from "parse5";
import { describe, expect, it } from "vitest";
import { checkDeclarations } from "../../../test/css-declarations";
import { block, entryView, NASTY, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { BLOCK_KINDS } from "../blocks";
import { yearRange } from "../blocks/copyright";
import type { Part } from "../design/part";
import { escapeHtml, html } from "../draw/html";
import { documentHtml, renderPage } from "./page";
import type { PageData } from "./page-data";

type Element = DefaultTreeAdapterTypes.Element;
/** The public document, read by an HTML parser (WHATWG rules). */
const documentOf = (data: PageData) =>
  documentHtml(data, renderPage(data, ENGLISH, { shaper }), "/_assets/site.js");
const elements = (text: string): Element[] => {
  const found: Element[] = [];
  const visit = (node: DefaultTreeAdapterTypes.Node) => {
    if ("tagName" in node) found.push(node);
    if ("childNodes" in node) node.childNodes.forEach(visit);
  };
  visit(parseHtml(text));
  return found;
};
const attr = (element: Element | undefined, name: string) =>
  element?.attrs.find((each) => each.name === name)?.value;
const textOf = (node: DefaultTreeAdapterTypes.Node): string =>
  "value" in node ? String(node.value) : "childNodes" in node ? node.childNodes.map(textOf).join("") : "";
const withPart = (part: Part, over: Partial<PageData> = {}) =>
  pageData({ slots: { ...pageData().slots, [part.slot]: { id: "p", part } }, ...over });
const all = (data: PageData, name: string) =>
  elements(documentOf(data)).filter((element) => element.tagName === name);

describe("HTML", () => {
  it("escapes what people write, everywhere", () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const read = elements(html`<p title="${text}">${text}</p>`.text).find(
          (element) => element.tagName === "p",
        );
        // the parser drops NUL and folds CR, as the standard says
        const clean = text.replaceAll("\0", "").replace(/\r\n?/g, "\n");
        if (!text.includes("\0")) expect(attr(read, "title")).toBe(clean);
        if (read) expect(textOf(read)).toBe(clean);
      }),
      { seed: 1, numRuns: 500 },
    );
    expect(escapeHtml(NASTY)).not.toMatch(/[<>"']/);
  });
  it("lets no text of a page become markup", () => {
    const nasty = withPart(
      partWith("layout", [
        block("title"),
        block("heading", { text: NASTY }),
        block("button", { label: NASTY, target: { url: "/x/" } }),
        block("facts", { show: ["date", "author", "terms", "fields", "summary"] }),
        block("body"),
        block("copyright", { after: NASTY }),
      ]),
      {
        page: { ...pageData().page, title: NASTY, description: NASTY },
        entry: entryView({
          title: NASTY,
          summary: NASTY,
          fields: [{ key: "x", label: NASTY, value: NASTY }],
        }),
        body: [{ type: "paragraph", children: [{ text: NASTY }] }],
        trail: [
          { title: NASTY, path: "/" },
          { title: NASTY, path: "/x/" },
        ],
      },
    );
    const scripts = all(nasty, "script").filter((script) => attr(script, "type") !== "application/ld+json");
    expect(scripts).toEqual([]);
    // the one data block survives a title that tries to close it
    const [data] = all(nasty, "script");
    expect(JSON.parse(textOf(data as Element)).itemListElement[1].name).toBe(NASTY);
  });
});

describe("a page", () => {
  it("has one h1, whatever its parts", () => {
    const title = () => block("title");
    const pages = [
      pageData(),
      withPart(partWith("layout", [block("body")])),
      withPart(partWith("titleBar", [title()])),
      pageData({
        slots: {
          ...pageData().slots,
          titleBar: { id: "t", part: partWith("titleBar", [title()]) },
          layout: { id: "l", part: partWith("layout", [title(), title()]) },
        },
      }),
    ];
    for (const page of pages) expect(all(page, "h1")).toHaveLength(1);
  });
  it("stands in landmarks, and leaves out those without a part", () => {
    const names = elements(documentOf(withPart(partWith("header", [block("siteName")])))).map(
      (element) => element.tagName,
    );
    expect(names).toContain("header");
    expect(names).toContain("main");
    expect(names).not.toContain("footer");
  });
  it("draws nothing for nothing, by rule", () => {
    const empty = { ...partWith("header", []), bands: [] };
    expect(renderPage(withPart(empty), ENGLISH, { shaper }).regions.header).toBe("");
  });
  it("gets a plain layout when none asks for it", () => {
    expect(documentOf(pageData())).toContain("Hello");
    expect(renderPage(pageData(), ENGLISH, { shaper }).status).toBe(200);
  });
  it("keeps the frame and hides the body from a reader without access", () => {
    const closed = pageData({ mayRead: false, body: [] });
    expect(renderPage(closed, ENGLISH, { shaper }).status).toBe(403);
    expect(documentOf(closed)).toContain("This page is for members.");
    expect(documentOf(closed)).toContain('name="robots" content="noindex"');
  });
  it("is the same bytes each time, and marked only for previews", () => {
    const part = partWith("header", [block("logo"), block("menu", { menu: "main" })]);
    const data = withPart(part);
    expect(documentOf(data)).toBe(documentOf(structuredClone(data)));
    expect(documentOf(data)).not.toContain("data-node");
    expect(renderPage(data, ENGLISH, { mark: true, shaper }).body).toContain("data-node");
  });
  it("has no style attributes", () => {
    const blocks = BLOCK_KINDS.map((kind) => block(kind, kind === "menu" ? ({ menu: "main" } as never) : {}));
    expect(documentOf(withPart(partWith("layout", blocks)))).not.toMatch(/<[^>]+\sstyle=/);
  });
});

describe("the stylesheet", () => {
  it("has no declaration css-tree does not know", () => {
    const blocks = BLOCK_KINDS.map((kind) =>
      block(
        kind,
        kind === "menu"
          ? ({ menu: "main" } as never)
          : kind === "picture"
            ? ({ picture: "pic", height: { wide: 300, small: 200 } } as never)
            : {},
      ),
    );
    const part = partWith("layout", blocks, {
      height: { wide: 300, small: 100 },
      screenHeight: { wide: 50 },
      background: { colour: "role:text", picture: "pic", overlay: 40 },
      sticky: true,
      hideOn: ["small"],
    });
    const { css } = renderPage(withPart(part), ENGLISH, { shaper });
    const { seen, trouble } = checkDeclarations(css);
    expect(trouble).toEqual([]);
    expect(seen).toBeGreaterThan(100);
  });
  it("takes colours from the house style, and says text where a named one is gone", () => {
    const styled = (colour: string) =>
      renderPage(
        withPart(
          partWith("header", [
            { ...block("siteName"), look: { colour, background: "", align: "", hideOn: [] } } as never,
          ]),
        ),
        ENGLISH,
        { shaper },
      ).css;
    expect(styled("role:accent")).toContain("color:var(--accent)");
    expect(styled("colour:grey")).toContain("color:var(--c-grey)");
    expect(styled("colour:gone")).toContain("color:var(--text)");
    expect(styled("#ff0000")).toContain("color:#ff0000");
  });
});

describe("blocks", () => {
  it("draw a menu as a row with drop-downs and the same links in a drawer", () => {
    const page = elements(
      documentOf(withPart(partWith("header", [block("menu", { menu: "main", label: "Main menu" })]))),
    );
    const nav = page.find((element) => element.tagName === "nav");
    expect(attr(nav, "aria-label")).toBe("Main menu");
    const links = page.filter(
      (element) => element.tagName === "a" && attr(element, "href")?.startsWith("/visit/"),
    );
    expect(links.map((link) => attr(link, "href"))).toEqual([
      "/visit/",
      "/visit/by-bus/",
      "/visit/",
      "/visit/by-bus/",
    ]);
    const button = page.find(
      (element) => attr(element, "popovertarget") && attr(element, "class") === "open",
    );
    expect(page.find((element) => attr(element, "id") === attr(button, "popovertarget"))).toBeDefined();
    // an item whose page is gone is not drawn, what hangs below it is
    const words = page.filter((element) => element.tagName === "a").map(textOf);
    expect(words).not.toContain("Gone");
    expect(words).toContain("Under it");
    expect(words).not.toContain("Nothing at all");
  });
  it("mark the current page in a menu", () => {
    const data = withPart(partWith("header", [block("menu", { menu: "main" })]), {
      page: { ...pageData().page, path: "/visit/by-bus/" },
    });
    expect(all(data, "a").filter((link) => attr(link, "aria-current") === "page").length).toBe(2);
  });
  it("keep the focal point of a picture", () => {
    const { css } = renderPage(
      withPart(partWith("layout", [block("picture", { picture: "pic", height: { wide: 300 } })])),
      ENGLISH,
      { shaper },
    );
    expect(css).toContain("object-position:30% 70%");
    const [image] = all(withPart(partWith("layout", [block("picture", { picture: "pic" })])), "img");
    expect(attr(image, "alt")).toBe("A dome");
    expect(attr(image, "srcset")?.split(", ")).toHaveLength(picture.renditions.length);
  });
  it.each([
    [0, 2026, "2026"],
    [2026, 2026, "2026"],
    [2019, 2026, "2019–2026"],
    [2030, 2026, "2026"],
  ])("write the years from %i in %i as %s", (first, year, expected) => {
    expect(yearRange(first, year)).toBe(expected);
  });
  it("write breadcrumbs as a list that ends here", () => {
    const nav = all(withPart(partWith("titleBar", [block("breadcrumbs")])), "a").filter(
      (link) => attr(link, "class") !== "skip",
    );
    expect(nav.slice(0, 3).map(textOf)).toEqual(["Front page", "Sky notes", "One"]);
    expect(attr(nav[2], "aria-current")).toBe("page");
  });
  it("link the pages of a list, the first without its number", () => {
    const list = block("entryList");
    const data = withPart(partWith("layout", [list, block("pager")]), {
      lists: { [list.id]: { entries: [entryView()], total: 30, page: 2, pages: 3, stem: "/notes/" } },
    });
    const hrefs = all(data, "a").map((link) => attr(link, "href"));
    expect(hrefs).toEqual(expect.arrayContaining(["/notes/", "/notes/page/2/", "/notes/page/3/"]));
    expect(hrefs).not.toContain("/notes/page/1/");
  });
  it("say what a list has to say when it is empty", () => {
    expect(
      documentOf(withPart(partWith("layout", [block("entryList", { whenEmpty: "Come back at dusk." })]))),
    ).toContain("Come back at dusk.");
  });
  it("leave out what the site does not have", () => {
    const bare = withPart(
      partWith("header", [
        block("tagline"),
        block("social"),
        block("menu", { menu: "gone" }),
        block("picture", { picture: "gone" }),
        block("button", { target: { identity: "entry:gone" } }),
      ]),
      {
        profile: { ...pageData().profile, tagline: "", social: [] },
      },
    );
    // nothing is left, so the band is left out too
    expect(renderPage(bare, ENGLISH, { shaper }).regions.header).toBe("");
  });
});

describe("a notice", () => {
  const at = (now: string, over: object) =>
    renderPage(
      {
        ...withPart(partWith("header", [block("notice", { text: "Closed <today>", ...over })])),
        at: now,
        links: { "entry:visit": { path: "/visit/", title: "Visit" } },
      },
      ENGLISH,
      { shaper },
    ).regions.header;
  const window = { from: "2026-03-01T08:00:00.000Z", until: "2026-03-02T08:00:00.000Z" };
  it.each([
    ["2026-03-01T07:59:59.999Z", window, false],
    ["2026-03-01T08:00:00.000Z", window, true],
    ["2026-03-02T07:59:59.999Z", window, true],
    ["2026-03-02T08:00:00.000Z", window, false],
    ["2030-01-01T00:00:00.000Z", {}, true],
    ["2026-03-01T08:00:00.000Z", { ...window, text: "" }, false],
  ])("at %s with %o is there: %s", (now, over, isThere) => {
    expect(at(now, over).includes("b-notice")).toBe(isThere);
    // where it is gone its band is, too
    expect(at(now, over).includes('class="band')).toBe(isThere);
  });
  it("takes nothing else with it, in a box neither; a band or a box that is empty on purpose stays", () => {
    const over = block("notice", { text: "Over", until: "2026-01-01T00:00:00.000Z" });
    const header = (blocks: Parameters<typeof partWith>[1]) =>
      renderPage({ ...withPart(partWith("header", blocks)), at: "2026-03-01T08:00:00.000Z" }, ENGLISH, {
        shaper,
      }).regions.header;
    expect(header([over, block("tagline")])).toContain("b-tagline");
    expect(header([block("group", {}, [over])])).not.toContain("band");
    expect(header([block("group", {}, [over, block("tagline")])])).toContain("b-group");
    expect(header([])).toContain("band");
    expect(header([block("group", {}, [])])).toContain("b-group");
  });
  it("leads somewhere, or nowhere once that is gone", () => {
    const now = "2026-03-01T09:00:00.000Z";
    expect(at(now, { target: { identity: "entry:visit" } })).toContain(
      '<a href="/visit/">Closed &lt;today&gt;</a>',
    );
    expect(at(now, { target: { identity: "entry:gone" } })).toContain(">Closed &lt;today&gt;</p>");
  });
});

describe("panels of menus", () => {
  const promotion = {
    picture: "pic",
    text: "Moon night <tonight>",
    target: { identity: "entry:moon" },
    kind: "nights",
    term: "",
    count: 2,
  };
  const item = { id: "visit", label: "Visit", target: { url: "/visit/" }, promotion };
  const headerWith = (subItems: "panel" | "dropDown") =>
    partWith("header", [block("menu", { menu: "m", subItems, buttonBelow: "never" })]);
  const parts = { panel: headerWith("panel"), dropDown: headerWith("dropDown") };
  const withMenu = (label: string, subItems: "panel" | "dropDown") =>
    renderPage(
      {
        ...withPart(parts[subItems]),
        menus: {
          m: {
            schema: 1,
            name: "M",
            origin: picture.origin,
            items: [
              { ...item, label, items: [{ id: "a", label: "By bus", target: { url: "/bus/" }, items: [] }] },
            ],
          },
        },
        links: { "entry:moon": { path: "/nights/moon/", title: "Moon" } },
        promoted: { visit: [entryView({ title: "Comet watch", path: "/nights/comet/" })] },
      },
      ENGLISH,
      { shaper },
    ).regions.header;
  it("show what is below an item, and its promotion: a picture, words, and entries", () => {
    const html = withMenu("Visit", "panel");
    expect(html).toContain('<a href="/bus/">By bus</a>');
    expect(html).toMatch(
      /<div class="promotion"><div><a href="\/nights\/moon\/"><img [^>]*alt=""[^>]*>Moon night &lt;tonight&gt;<\/a>/,
    );
    expect(html).toContain('<a href="/nights/comet/">Comet watch</a>');
  });
  it("keep their promotion when the label changes, and drop-downs show none", () => {
    const before = withMenu("Visit", "panel");
    expect(withMenu("Come and see", "panel")).toBe(
      before.replace("<summary>Visit<", "<summary>Come and see<").replace(">Visit</a>", ">Come and see</a>"),
    );
    expect(withMenu("Visit", "dropDown")).not.toContain("promotion");
  });
});

describe("a header laid over a picture", () => {
  const header = partWith("header", [block("logo"), block("siteName")], {
    overPicture: { on: true, colour: "#ffffff" },
    background: { colour: "role:surface" },
    paddingBlock: { wide: 20 },
    sticky: true,
  });
  const strip = partWith("titleBar", [block("title")], {
    background: { picture: "pic" },
    paddingBlock: { wide: 30 },
  });
  const on = (titleBar: Part | null, over: Partial<PageData> = {}) => {
    const base = pageData(over);
    const slots = {
      ...base.slots,
      header: { id: "h", part: header },
      titleBar: titleBar && { id: "t", part: titleBar },
    };
    return renderPage({ ...base, slots }, ENGLISH, { shaper });
  };
  const isOver = (page: ReturnType<typeof on>) => /class="band [^"]*\bover\b/.test(page.regions.header);

  it("takes no room, and the band under it keeps as much more as it is high", () => {
    const page = on(strip);
    expect(isOver(page)).toBe(true);
    const [head, under] = [header.bands[0]?.id, strip.bands[0]?.id];
    // the logo is 40 px high, with 20 above and below: 80 more than the 30 of the strip
    expect(page.css).toContain(`.n-${under}>.in{`);
    expect(page.css).toMatch(new RegExp(`\\.n-${under}>\\.in\\{[^}]*padding-top:6\\.875rem`));
    expect(page.css).toContain(`.n-${head}>.front{color:#ffffff}`);
    expect(page.css).toContain(
      `.n-${head}:is(:hover,:focus-within,.scrolled *)>.front{color:var(--text);background:var(--surface)}`,
    );
    expect(page.needsScript).toBe(true);
  });
  it.each([
    ["where what follows has no picture", partWith("titleBar", [block("title")])],
    [
      "where its picture is gone",
      partWith("titleBar", [block("title")], { background: { picture: "gone" } }),
    ],
    ["where nothing follows but the plain layout", null],
  ])("is solid %s", (_, titleBar) => {
    const page = on(titleBar);
    expect(isOver(page)).toBe(false);
    expect(page.css).not.toContain(".over{");
  });
  it("is laid over the layout where the title bar is empty on purpose, and over the page's own picture", () => {
    const layout = partWith("layout", [block("title")], { background: { pageOwnPicture: true } });
    const base = pageData({ entry: entryView() });
    const page = renderPage(
      {
        ...base,
        slots: {
          ...base.slots,
          header: { id: "h", part: header },
          titleBar: { id: "t", part: { ...strip, bands: [] } },
          layout: { id: "l", part: layout },
        },
      },
      ENGLISH,
      { shaper },
    );
    expect(isOver(page)).toBe(true);
  });
  it("shows the logo made for it until it is solid", () => {
    const profile = { ...pageData().profile, logo: "pic", logoOverPictures: "light" };
    const pictures = { pic: picture, light: { ...picture, file: "b".repeat(64) } };
    const html = on(strip, { profile, pictures }).regions.header;
    expect(html).toMatch(/class="over-logo"[^>]*b{64}/);
    expect(html).toMatch(/class="solid-logo"[^>]*a{64}/);
    expect(on(null, { profile, pictures }).regions.header).not.toContain("over-logo");
  });
});
