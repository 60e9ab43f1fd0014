import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { contrastOf } from "../colour/contrast";
import { greyOf, weightedPercentile } from "../colour/tones";
import { designOf } from "../design/design";
import type { Band, Block, Part } from "../design/part";
import { TextMeasure } from "../measure/text-measure";
import { type Picture, TONES_ACROSS } from "../model/picture";
import { deadItems, leadsNowhere } from "./dead-links";
import { faintLogo } from "./logos-over-pictures";
import { lookFindings } from "./look-findings";
import { tonesIn, worstOver } from "./over-pictures";
import { faintBands } from "./part-contrast";

const { style } = pageData();

/** A picture dark on the left and bright on the right, 48 by 32 samples. */
const LINES = 32;
const split = (dark: number, bright: number): Picture => ({
  ...picture,
  width: 1200,
  height: 800,
  focal: { x: 50, y: 50 },
  tones: btoa(
    String.fromCharCode(
      ...Array.from({ length: TONES_ACROSS * LINES }, (_, at) => (at % TONES_ACROSS < 24 ? dark : bright)),
    ),
  ),
});

const bandOver = (background: object, colour = "#ffffff") =>
  partWith("header", [block("siteName")], {
    colour,
    height: { wide: 120 },
    background: { picture: "pic", ...background },
  }).bands[0] as Band;

describe("samples of a picture", () => {
  it("are greys of the same luminance: #777777 is 119, white 255, pure green as light as it looks", () => {
    expect(greyOf(0x77, 0x77, 0x77)).toBe(0x77);
    expect(greyOf(255, 255, 255)).toBe(255);
    expect(Math.abs(contrastOf("#00ff00", "#000000") - contrastOf("#dcdcdc", "#000000"))).toBeLessThan(0.2);
    expect(greyOf(0, 255, 0)).toBe(0xdc);
  });
  it("are those of the region and no others", () => {
    const left = tonesIn(split(0, 255), { x: 0, y: 0, width: 600, height: 800 });
    expect(left).toEqual([[0, 24 * LINES]]);
    expect(tonesIn(split(0, 255), { x: 599, y: 10, width: 2, height: 2 })).toEqual([
      [0, 1],
      [1, 1],
    ]);
  });
  it("of a picture that has none are its mean lightness", () => {
    expect(tonesIn({ ...picture, tones: "", lightness: 20 }, { x: 0, y: 0, width: 1, height: 1 })).toEqual([
      [0.2, 1],
    ]);
  });
  it("the nearest rank at 5 % of 20 values is the first", () => {
    const alike = (count: number) => [...Array(count).keys()].reverse().map((each) => [each, 1] as const);
    expect(weightedPercentile(alike(20), 0.05)).toBe(0);
    expect(weightedPercentile(alike(100), 0.05)).toBe(4);
  });
});

const { profile, at } = pageData();
const about = { style, menus: {}, links: {}, profile, at };

describe("text over a picture", () => {
  it("passes on a dark picture and fails on a bright one, as much as white on that grey", () => {
    expect(worstOver(bandOver({}), "pic", split(20, 20), about)).toBeNull();
    const bright = worstOver(bandOver({}), "pic", split(200, 200), about);
    expect(bright?.ratio).toBeCloseTo(contrastOf("#ffffff", "#c8c8c8"), 6);
  });
  it("a bright half counts, a few bright dots do not", () => {
    expect(worstOver(bandOver({}), "pic", split(20, 230), about)).not.toBeNull();
    const dots = split(20, 20);
    const bytes = [...atob(dots.tones)].map((char, at) => (at % 40 === 0 ? "\xff" : char)).join("");
    expect(worstOver(bandOver({}), "pic", { ...dots, tones: btoa(bytes) }, about)).toBeNull();
  });
  it("names the least overlay that does, and with it all is well", () => {
    const band = bandOver({ overlay: 10, overlayColour: "#000000" });
    const found = worstOver(band, "pic", split(200, 200), about);
    const enough = found?.overlay as number;
    const withVeil = (overlay: number) =>
      worstOver({ ...band, background: { ...band.background, overlay } }, "pic", split(200, 200), about);
    expect(withVeil(enough)).toBeNull();
    expect(withVeil(enough - 1)).not.toBeNull();
  });
  it("has no overlay to offer where the colour over it is as bright", () => {
    const band = bandOver({ overlay: 10, overlayColour: "#ffffff" });
    expect(worstOver(band, "pic", split(200, 200), about)?.overlay).toBeNull();
  });
  it("depends on the part of the picture that is seen: the point of interest decides on narrow screens", () => {
    const tall = (x: number): Band => {
      const band = bandOver({}) as Band;
      return { ...band, height: { wide: 900 }, hideOn: ["wide", "middle"], name: String(x) };
    };
    const at = (x: number) => worstOver(tall(x), "pic", { ...split(10, 240), focal: { x, y: 50 } }, about);
    expect(at(0)).toBeNull();
    expect(at(100)).not.toBeNull();
  });
  it("is looked at either side of an edge too, where a band is lower or higher", () => {
    // the upper half of the picture is bright: seen where the band is high, cut off where it is low
    const tones = Array.from({ length: TONES_ACROSS * LINES }, (_, at) =>
      at < (TONES_ACROSS * LINES) / 2 ? 230 : 20,
    );
    const seen = { ...split(20, 20), focal: { x: 50, y: 100 }, tones: btoa(String.fromCharCode(...tones)) };
    const at = (height: object) => worstOver({ ...bandOver({}), height } as Band, "pic", seen, about);
    const { edgeWide, edgeMiddle } = style.measures;
    expect(at({ wide: 60, middle: (edgeWide * 2) / 3, small: 60 })).toMatchObject({
      screen: edgeMiddle,
      zoom: 1,
    });
    // text at twice its size: the band is twice as high on the same screen
    expect(at({ wide: 60 })).toMatchObject({ screen: 320, zoom: 2 });
  });
  it("is none where nothing is written, and on a ground of its own", () => {
    const silent = partWith("header", [block("space")], { background: { picture: "pic" } }).bands[0] as Band;
    expect(worstOver(silent, "pic", split(250, 250), about)).toBeNull();
  });
});

describe("what pages say themselves", () => {
  const dark = split(20, 20);
  const light = split(230, 230);
  const bar = (): Part => {
    const part = partWith("titleBar", [block("title")], {
      colour: "#ffffff",
      background: { picture: "dark", colour: "#101010" },
    });
    const node = part.bands[0]?.id ?? "";
    const open = (name: string, type: "picture" | "colour" | "option", path: string[]) =>
      ({ name, label: name, type, node, path }) as const;
    return {
      ...part,
      choices: [
        open("barPicture", "picture", ["background", "picture"]),
        open("barText", "colour", ["colour"]),
        open("bar", "option", ["shows"]),
      ],
    };
  };
  const data = pageData();
  const found = (values: Record<string, string>) =>
    lookFindings(
      designOf([
        { id: "style", kind: "style", body: style },
        { id: "p", kind: "part", body: bar() },
        { id: "dark", kind: "picture", body: dark },
        { id: "light", kind: "picture", body: light },
      ]),
      {
        fit: { ...data, words: ENGLISH },
        measure: new TextMeasure(shaper, style, "en"),
        pictures: [],
        pagePictures: () => [],
        following: () => [],
        lists: () => ({}),
        sayers: () => [{ page: "entry:one", values, picture: null }],
        beside: [],
      },
    ).filter(({ onPage }) => onPage !== undefined);
  it("is held against its own picture and its own colours, and named with the page", () => {
    expect(found({ barPicture: "light" })).toMatchObject([
      { code: "overPicture", part: "p", picture: "light", onPage: "entry:one" },
    ]);
    expect(found({ barText: "#202020" })).toMatchObject([{ code: "overPicture", picture: "dark" }]);
    expect(found({ barPicture: "dark" })).toEqual([]);
    expect(found({ barPicture: "light", bar: "nothing" })).toEqual([]);
    expect(found({ barPicture: "light", bar: "words" })).toEqual([]);
  });
});

describe("what is noticed of looks", () => {
  const data = pageData();
  const fit = { ...data, words: ENGLISH };
  const measure = new TextMeasure(shaper, style, "en");
  const findingsOf = (documents: Parameters<typeof designOf>[0], pagePictures: readonly string[] = []) =>
    lookFindings(designOf([{ id: "style", kind: "style", body: style }, ...documents]), {
      fit,
      measure,
      pictures: [
        { id: "one", findings: [{ code: "noWords" }, { code: "unused" }] },
        { id: "two", findings: [{ code: "unused" }] },
      ],
      pagePictures: () => pagePictures,
      beside: [],
      following: () => [],
      lists: () => ({}),
      sayers: () => [],
    });
  const part = (body: ReturnType<typeof partWith>) => ({ id: "p", kind: "part" as const, body });
  const codes = (found: ReturnType<typeof findingsOf>) => found.map(({ code }) => code);

  it("a header that breaks is crowded, one wider than the screen is an error; a footer may break", () => {
    const blocks = [block("siteName"), block("search", { width: 400 })];
    const header = findingsOf([part(partWith("header", blocks))]);
    expect(header.filter(({ code }) => code === "doesNotFit")).toEqual([
      expect.objectContaining({ state: "overflowing", severity: "error", from: 320 }),
      expect.objectContaining({ state: "crowded", severity: "warning" }),
    ]);
    const footer = findingsOf([part(partWith("footer", blocks))]);
    expect(
      footer.filter(({ code }) => code === "doesNotFit").map((each) => "state" in each && each.state),
    ).toEqual(["overflowing"]);
  });
  it("what only those signed in see is noticed too, and said to be theirs", () => {
    const search = block("search", { width: 700 });
    const wide = { ...search, look: { ...search.look, seenBy: "signedIn" as const } };
    const body = partWith("header", [block("siteName"), wide]);
    const found = findingsOf([part(body)]).filter(({ code }) => code === "doesNotFit");
    expect(found.map(({ audience }) => audience)).toEqual(found.map(() => "signedIn"));
    expect(found.length).toBeGreaterThan(0);
    const everyone = findingsOf([part(partWith("header", [block("siteName"), search]))]);
    expect(everyone.every(({ audience }) => audience === undefined)).toBe(true);
    const account = block("account", {
      signIn: "In",
      signedIn: "The pages that are yours and nobody else’s",
    });
    const labels = findingsOf([part(partWith("header", [block("siteName"), account]))]);
    expect(labels.filter(({ code }) => code === "doesNotFit").map(({ audience }) => audience)).toContain(
      "signedIn",
    );
  });
  it("a part that is paused is left in peace", () => {
    const body = { ...partWith("header", [block("search", { width: 700 })]), on: false };
    expect(codes(findingsOf([part(body)]))).not.toContain("doesNotFit");
  });
  it("text over pictures of pages is looked at with the pictures of those pages", () => {
    const body = partWith("titleBar", [block("title")], {
      colour: "#ffffff",
      background: { pageOwnPicture: true },
    });
    const bright = { id: "bright", kind: "picture" as const, body: split(240, 240) };
    expect(codes(findingsOf([part(body), bright], ["bright"]))).toContain("overPicture");
    expect(codes(findingsOf([part(body), bright]))).not.toContain("overPicture");
  });
  it("problems of pictures are one line a sort; used nowhere is not one", () => {
    expect(findingsOf([]).filter(({ code }) => code === "pictures")).toEqual([
      { code: "pictures", severity: "warning", problem: "noWords", pictures: ["one"] },
    ]);
  });
  it("items of menus whose page is gone are found at every level", () => {
    const gone = { id: "b", label: "B", target: { identity: "entry:gone" }, items: [] };
    const items = [{ id: "a", label: "A", target: { url: "/" }, items: [gone] }];
    expect(deadItems(items, () => false)).toEqual([gone]);
    expect(deadItems(items, () => true)).toEqual([]);
    const body = { schema: 1 as const, name: "Main", origin: picture.origin, items };
    expect(codes(findingsOf([{ id: "m", kind: "menu", body }]))).toContain("deadLink");
  });
  it("a part leads nowhere by a block in a box or by a menu it shows, and by nothing else", () => {
    const menu = (identity: string) => ({
      schema: 1 as const,
      name: "Main",
      origin: picture.origin,
      items: [{ id: "a", label: "A", target: { identity }, items: [] }],
    });
    const menus: Readonly<Record<string, ReturnType<typeof menu>>> = {
      dead: menu("entry:gone"),
      live: menu("entry:here"),
    };
    const nowhere = (blocks: Parameters<typeof partWith>[1]) =>
      leadsNowhere(
        partWith("header", blocks),
        (id) => menus[id],
        (identity) => identity === "entry:here",
      );
    const to = (identity: string) => block("button", { target: { identity } });
    expect(nowhere([to("entry:gone")])).toBe(true);
    expect(nowhere([{ ...block("group", {}), blocks: [to("entry:gone")] } as never])).toBe(true);
    expect(nowhere([block("menu", { menu: "dead" })])).toBe(true);
    expect(
      nowhere([
        to("entry:here"),
        block("menu", { menu: "live" }),
        block("button", { target: { url: "/x/" } }),
      ]),
    ).toBe(false);
    expect(nowhere([block("menu", { menu: "none" })])).toBe(false);
  });
  it("what a menu promotes, blocks of any kind and what pages say themselves are held against the pages there are", () => {
    const gone = { identity: "entry:gone" };
    const promotion = { picture: "", text: "See", target: gone, kind: "", term: "", count: 0 };
    const items = [{ id: "a", label: "A", target: { url: "/" }, promotion, items: [] }];
    const menu = { schema: 1 as const, name: "Main", origin: picture.origin, items };
    const blocks = [
      block("button", { label: "Visit", target: gone }),
      block("notice", { text: "Closed", target: gone }),
      block("button", { label: "Home", target: { url: "/" } }),
      block("notice", { text: "Open", target: null }),
    ];
    const choice = {
      name: "to",
      label: "Leads to",
      type: "target" as const,
      node: "x",
      path: ["settings", "target"],
    };
    const body = { ...partWith("header", blocks), choices: [choice] };
    const said = (name: string) =>
      ({
        id: `choice:${name}`,
        kind: "choice",
        body: { schema: 1, identity: `entry:${name}`, slots: {}, values: { header: { [name]: gone } } },
      }) as const;
    const dead = (documents: Parameters<typeof findingsOf>[0]) =>
      findingsOf(documents).flatMap((found) =>
        found.code === "deadLink" ? [`${found.of} ${found.label}`] : [],
      );
    const all = [{ id: "m", kind: "menu" as const, body: menu }, part(body), said("to"), said("unread")];
    expect(dead(all)).toEqual(["promotion A", "block Visit", "block Closed", "page Leads to"]);
    expect(dead([part({ ...body, on: false }), said("to")])).toEqual([]);
  });
});

describe("bands that are hard to read on a page", () => {
  const bright = split(240, 240);
  const dark = split(12, 12);
  const page = (picture: Picture, part: ReturnType<typeof partWith>, slot: "header" | "titleBar") => {
    const data = pageData({ pictures: { pic: picture } });
    return { ...data, slots: { ...data.slots, [slot]: { id: "p", part } } };
  };
  const titleBar = (colour: string, background: object = {}) =>
    partWith("titleBar", [block("title")], {
      colour,
      height: { wide: 200 },
      background: { picture: "pic", ...background },
    });
  it("say over which picture, and which overlay or text colour helps", () => {
    const part = titleBar("#ffffff");
    const [found] = faintBands(part, page(bright, part, "titleBar"));
    expect(found).toMatchObject({ picture: "pic", under: null, needed: 3, texts: ["role:text"] });
    expect(found?.overlay).toBeGreaterThan(15);
    const mended = titleBar("#ffffff", { overlay: found?.overlay });
    expect(faintBands(mended, page(bright, mended, "titleBar"))).toEqual([]);
    const almost = titleBar("#ffffff", { overlay: (found?.overlay ?? 1) - 1 });
    expect(faintBands(almost, page(bright, almost, "titleBar"))).toHaveLength(1);
  });
  it("leave out what can be read, and pages without a picture", () => {
    const part = titleBar("#ffffff");
    expect(faintBands(part, page(dark, part, "titleBar"))).toEqual([]);
    expect(faintBands(part, { ...page(bright, part, "titleBar"), pictures: {} })).toEqual([]);
  });
  it("count the ground a laid header has of its own at rest", () => {
    const under = titleBar("#000000");
    const withVeil = (veil: number) => {
      const header = partWith("header", [block("siteName")], {
        background: { colour: "#101010" },
        overPicture: { on: true, colour: "#ffffff", veil },
      });
      const data = page(bright, header, "header");
      return faintBands(header, { ...data, slots: { ...data.slots, titleBar: { id: "t", part: under } } });
    };
    expect(withVeil(0)).toHaveLength(1);
    expect(withVeil(20)[0]?.ratio).toBeGreaterThan(withVeil(0)[0]?.ratio ?? 21);
    expect(withVeil(80)).toEqual([]);
  });
  it("know a header laid over the picture that follows it", () => {
    const header = partWith("header", [block("siteName")], { overPicture: { on: true, colour: "#ffffff" } });
    const under = titleBar("#000000");
    const data = page(bright, header, "header");
    const both = { ...data, slots: { ...data.slots, titleBar: { id: "t", part: under } } };
    const [found] = faintBands(header, both);
    expect(found).toMatchObject({ under: under.bands[0]?.id, texts: ["role:text"] });
  });
});

describe("logos over pictures", () => {
  const inked = (ink: number | null): Picture => ({ ...picture, ink });
  const logos = {
    ...about,
    profile: { ...profile, logo: "dark", logoOverPictures: "light", logoSmall: "" },
  };
  const own = { dark: inked(20), light: inked(250) };
  const withLogo = (background: object = {}, settings: object = {}) =>
    partWith("header", [block("logo", settings)], {
      height: { wide: 120 },
      background: { picture: "pic", ...background },
    }).bands[0] as Band;
  const worst = (band: Band, behind: Picture, pictures: Record<string, Picture> = own) =>
    faintLogo(band, "pic", behind, style, { ...logos, pictures });

  it("are seen or not as what they are drawn in on what lies behind; another one that is seen is named", () => {
    expect(worst(withLogo(), split(240, 240))).toBeNull();
    const found = worst(withLogo(), split(40, 40));
    expect(found?.ratio).toBeCloseTo(contrastOf("#141414", "#282828"), 6);
    expect(found).toMatchObject({ needed: 3, other: "overPictures", screen: 320 });
    expect(worst(withLogo({}, { variant: "overPictures" }), split(40, 40))).toBeNull();
  });
  it("have no other where none is seen, as on a picture half dark and half bright", () => {
    expect(worst(withLogo(), split(10, 245))?.other).toBeNull();
  });
  it("are left in peace where what they are drawn in is not known, and on a ground of their own", () => {
    expect(worst(withLogo(), split(20, 20), { dark: inked(null), light: picture })).toBeNull();
    const plain = block("logo");
    const grounded = { ...plain, look: { ...plain.look, background: "#ffffff" } } as Block;
    const [band] = partWith("header", [grounded], { background: { picture: "pic" } }).bands;
    expect(worst(band as Band, split(20, 20))).toBeNull();
  });
  it("laid over what follows, the one made for pictures stands in by itself", () => {
    const under = withLogo();
    const over = partWith("header", [block("logo")], { overPicture: { on: true } }).bands[0] as Band;
    const laid = (pictures: Record<string, Picture>) =>
      faintLogo(over, "pic", split(30, 30), style, { ...logos, pictures }, under);
    expect(laid(own)).toBeNull();
    expect(laid({ dark: own.dark })).toMatchObject({ under: under.id, other: null });
  });
});

describe("a picture of which all is seen", () => {
  const tall: Picture = { ...split(10, 240), focal: { x: 0, y: 50 } };
  const band = (background: object) => {
    const plain = bandOver(background);
    return { ...plain, height: { wide: 900 }, hideOn: ["wide", "middle"] } as Band;
  };
  it("counts with all of it, and with the ground it leaves free", () => {
    expect(worstOver(band({}), "pic", tall, about)).toBeNull();
    expect(worstOver(band({ pictureFit: "whole" }), "pic", tall, about)).not.toBeNull();
    const dark = split(10, 10);
    const onDark = band({ pictureFit: "whole", colour: "#000000" });
    const onLight = band({ pictureFit: "whole", colour: "#ffffff" });
    expect(worstOver(onDark, "pic", dark, about)).toBeNull();
    expect(worstOver(onLight, "pic", dark, about)?.ratio).toBeCloseTo(1, 3);
  });
});
