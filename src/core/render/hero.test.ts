import { gzipSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { block, entryView, film, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { faintBands } from "../checks/part-contrast";
import { designOf } from "../design/design";
import { bandsOnGrounds, groundSettings } from "../design/hero";
import { applyOperations } from "../design/operations";
import { type Block, Part } from "../design/part";
import { usesOfPart } from "../style/pairs";
import { laidOver } from "./over-picture";
import { documentHtml, renderPage } from "./page";
import type { PageData } from "./page-data";

const base = pageData();
const words = (text: string) => block("heading", { text });
const slide = (text: string, settings: object = { picture: "pic" }) =>
  block("slide", settings as never, [words(text)]);
const heroWith = (settings: object, blocks: readonly Block[] = [words("Under a dark sky")]) =>
  block("hero", settings as never, blocks);
const hosted = (hero: Block, band: object = {}) => partWith("titleBar", [hero], { width: "full", ...band });
const dataWith = (part: Part, over: Partial<PageData> = {}): PageData => ({
  ...base,
  pictures: { pic: picture, light: { ...picture, lightness: 96, tones: "" } },
  slots: { ...base.slots, titleBar: { id: "t", part } },
  ...over,
});
const drawn = (part: Part, over: Partial<PageData> = {}) => {
  const page = renderPage(dataWith(part, over), ENGLISH, { mark: false, shaper });
  return { html: page.regions.titleBar, css: page.css, needsScript: page.needsScript };
};
const listOf = (hero: Block, entries: readonly Parameters<typeof entryView>[0][]): PageData["lists"] => ({
  [hero.id]: { entries: entries.map((each) => entryView(each)), total: 9, page: 1, pages: 1, stem: "" },
});

describe("a hero", () => {
  it("shows words over a picture, to the edges of the screen in a band of full width", () => {
    const { html, needsScript } = drawn(hosted(heroWith({ picture: { picture: "pic" } })));
    expect(html).toMatch(/class="band full bleed/);
    expect(html).toContain("Under a dark sky");
    expect(html.match(/<img/g)).toHaveLength(1);
    expect(html).not.toMatch(/carousel|type="radio"|class="stop"/);
    expect(needsScript).toBe(false);
    expect(drawn(hosted(heroWith({}), { width: "content" })).html).not.toContain("bleed");
  });

  it("keeps the settings of each kind: what was set comes back with its kind", () => {
    const settings = { picture: { picture: "pic" }, video: { poster: "light" } };
    const all = heroWith(settings, [words("Words"), slide("One"), slide("Two")]);
    const as = (kind: string) => drawn(hosted({ ...all, settings: { ...all.settings, kind } } as Block)).html;
    expect(as("picture")).toContain("Words");
    expect(as("picture")).not.toContain("One");
    expect(as("slides")).toMatch(/One[\s\S]*Two/);
    expect(as("slides")).not.toContain("Words");
    expect(as("none")).not.toContain("b-hero");
    expect(as("picture")).toContain(`/${picture.file}-`);
  });

  it("shows slides one at a time that change by themselves, can be picked, stopped and read aloud", () => {
    const three = heroWith({ kind: "slides" }, [slide("One"), slide("Two"), slide("Three")]);
    const { html, css, needsScript } = drawn(hosted(three));
    expect(html).toContain('aria-roledescription="carousel"');
    expect(html.match(/aria-roledescription="slide" aria-label="\d of 3"/g)).toHaveLength(3);
    expect(html.match(/type="radio"/g)).toHaveLength(3);
    expect(html).toContain('class="stop"');
    expect(needsScript).toBe(true);
    // the first picture at once, the others when there is time
    expect(html.match(/<img[^>]*>/g)?.map((each) => each.includes('loading="lazy"'))).toEqual([
      false,
      true,
      true,
    ]);
    expect(css.match(/@keyframes h-3-\d-6/g)).toHaveLength(3);
    const still = drawn(
      hosted(heroWith({ kind: "slides", slides: { plays: false } }, [slide("One"), slide("Two")])),
    );
    expect(still.html).not.toContain('class="stop"');
    expect(still.css).not.toContain("@keyframes h-");
  });

  it("stands beside each other in a strip that is pushed along", () => {
    const beside = heroWith({ kind: "slides", slides: { arrangement: "beside" } }, [
      slide("One"),
      slide("Two"),
    ]);
    const { html, needsScript } = drawn(hosted(beside));
    expect(html).toMatch(/class="slides" tabindex="0"/);
    expect(html).not.toMatch(/type="radio"|class="stop"/);
    expect(needsScript).toBe(false);
  });

  it("makes slides of entries: when, title, summary, the way there; none of those who looks may not read", () => {
    const hero = heroWith({ kind: "slides", slides: { from: "upcoming", picture: "pic" } }, []);
    const { html } = drawn(hosted(hero), {
      lists: listOf(hero, [
        { title: "Open night", picture: null },
        { title: "For members", restricted: true },
        { title: "Late night", summary: "" },
      ]),
    });
    expect(html).toMatch(
      /2 March 2026[\s\S]*Open night[\s\S]*In short[\s\S]*href="\/notes\/one\/"[\s\S]*Late night/,
    );
    expect(html).not.toContain("For members");
    expect(html.match(/<img/g)).toHaveLength(2);
    expect(drawn(hosted(hero)).html).not.toContain("b-hero");
  });

  it("makes a slide of a chosen entry, where it has no words or picture of its own; none of one that is gone", () => {
    const chosen = (own: Partial<Parameters<typeof slide>[1]> = {}, blocks: readonly Block[] = []) =>
      block("slide", { entry: { identity: "entry:e1" }, ...own } as never, blocks);
    const hero = (each: Block) => hosted(heroWith({ kind: "slides" }, [each]));
    const lists = (each: Block, entry: object = {}) => listOf(each, [{ title: "Open night", ...entry }]);
    const made = chosen();
    expect(drawn(hero(made), { lists: lists(made) }).html).toMatch(/<img[\s\S]*Open night[\s\S]*In short/);
    const worded = chosen({ picture: "light" }, [words("Come along")]);
    const { html } = drawn(hero(worded), { lists: lists(worded) });
    expect(html).toContain("Come along");
    expect(html).not.toContain("Open night");
    expect(drawn(hero(made)).html).not.toContain("b-hero");
    expect(drawn(hero(made), { lists: lists(made, { restricted: true }) }).html).not.toContain("b-hero");
  });

  it("plays a video over its poster, silently and with a way to stop it", () => {
    const file = { file: "c".repeat(64), type: "video/mp4", name: "Sky" };
    const { html } = drawn(hosted(heroWith({ kind: "video", video: { file, poster: "pic" } })));
    expect(html).toMatch(/<video[^>]*muted[^>]*loop[^>]*playsinline/);
    expect(html).toContain('class="stop" hidden');
    expect(html).not.toContain("<track");
  });

  it("offers a video in each of its formats, and what is said in it above what lies over it", () => {
    const { html } = drawn(hosted(heroWith({ kind: "video", video: { file: film, poster: "pic" } })));
    const [webm, mp4] = [`/_media/${"c".repeat(64)}.webm`, `/_media/${"d".repeat(64)}.mp4`];
    expect(html).toContain(
      `<source src="${webm}" type="video/webm"><source src="${mp4}" type="video/mp4"><track kind="captions" src="/_media/${"e".repeat(64)}.vtt" srclang="en" label="In words"></video>`,
    );
    // the script finds it behind the box that stops the video
    expect(html).toMatch(/class="stop"[^>]*>.*?<\/label><p class="said-now/);
  });

  describe("that is a map", () => {
    const MAP = { place: { lat: 50.1, lon: -5.2 }, marker: "The mill", directions: { url: "/way/" } };
    const onMap = (map: object = MAP, blocks = [words("Where we are")]) =>
      hosted(heroWith({ kind: "map", map }, blocks));
    it("shows its place, its words below, and what opens it, from files of its own and without a script", () => {
      const { html, css, needsScript } = drawn(onMap());
      expect(html).toContain('src="/_media/map_50.1000_-5.2000_8_light.svg" alt="Map: The mill"');
      expect(html).toMatch(
        /Larger map[\s\S]*50\.1000° N, 5\.2000° W[\s\S]*href="\/way\/"[\s\S]*Where we are/,
      );
      expect(needsScript).toBe(false);
      expect(css).toContain(":has(>.map-line>[open])>.map{height:42.5rem}");
      expect(html).not.toMatch(/https?:/);
    });
    it("is not there without a place, and does not open where it would be no higher", () => {
      const { html } = drawn(onMap({ ...MAP, place: null }));
      expect(html).not.toContain("map");
      expect(html).toContain("Where we are");
      expect(drawn(onMap({ ...MAP, place: null }, [])).html).not.toContain("b-hero");
      const still = drawn(onMap({ ...MAP, opened: { wide: 0 } })).html;
      expect(still).not.toContain("<details");
      expect(still).toContain('href="/way/"');
    });
    it("has a header above it that is solid, like one over no hero", () => {
      const header = partWith("header", [block("siteName")], { overPicture: { on: true } });
      const over = (part: Part) =>
        laidOver({
          ...dataWith(part),
          slots: { ...base.slots, header: { id: "h", part: header }, titleBar: { id: "t", part } },
        });
      expect(over(hosted(heroWith({ picture: { picture: "pic" } })))).not.toBeNull();
      expect(over(onMap())).toBeNull();
      expect(over(hosted(heroWith({ kind: "none" })))).toBeNull();
    });
    it("is refused out of range, by what is wrong", () => {
      const settings = onMap().bands[0]?.cells[0]?.blocks[0]?.settings as { map: object };
      const wrong = (map: object) => {
        const part = onMap();
        const body = JSON.parse(
          JSON.stringify(part).replace(
            JSON.stringify(settings.map),
            JSON.stringify({ ...settings.map, ...map }),
          ),
        );
        const read = Part.safeParse(body);
        return read.success
          ? "taken"
          : read.error.issues.map(({ path, message }) => `${String(path.at(-1))} ${message}`).join();
      };
      expect(wrong({})).toBe("taken");
      expect(wrong({ place: { lat: 90, lon: 0 } })).toBe("lat place.lat");
      expect(wrong({ place: { lat: 0, lon: -181 } })).toBe("lon place.lon");
      expect(wrong({ zoom: 11 })).toMatch(/^zoom/);
    });
    it("costs at most 3 KB, zipped", () => {
      const { html, css } = drawn(onMap());
      const bare = drawn(hosted(heroWith({ kind: "none" })));
      const zipped = (text: string) => gzipSync(text, { level: 9 }).length;
      expect(zipped(`${css}${html}`) - zipped(`${bare.css}${bare.html}`)).toBeLessThanOrEqual(3 * 1024);
    });
  });
});

describe("the first picture of a page", () => {
  const head = (part: Part, over: Partial<PageData> = {}) => {
    const data = dataWith(part, over);
    const page = renderPage(data, ENGLISH, { mark: false, shaper });
    return documentHtml(data, page, "/site.js").split("<style>", 1)[0] ?? "";
  };
  it("is asked for before the styles, as it stands on the page, and no other is", () => {
    const two = heroWith({ kind: "slides" }, [slide("One", { picture: "light" }), slide("Two")]);
    expect(head(hosted(two)).match(/<link rel="preload" as="image"[^>]*>/g)).toEqual([
      `<link rel="preload" as="image" type="image/webp" imagesrcset="${[480, 960, 1600].map((width) => `/_media/${picture.file}-${width}.webp ${width}w`).join(", ")}" imagesizes="100vw" fetchpriority="high">`,
    ]);
    expect(head(partWith("titleBar", [words("Plain")]))).not.toContain('as="image"');
    expect(head(hosted(heroWith({ kind: "none", picture: { picture: "pic" } })))).not.toContain('as="image"');
  });
});

it("a hero of twelve slides costs at most 3 KB of HTML and CSS, zipped, beside its pictures and words", () => {
  const zipped = (hero: Block) => {
    const data = dataWith(hosted(hero));
    const { css, body } = renderPage(data, ENGLISH, { mark: false, shaper });
    // what names the files of pictures is theirs
    return gzipSync(`${css}${body.replace(/<picture>.*?<\/picture>|<img[^>]*>/g, "")}`, { level: 9 }).length;
  };
  const all = Array.from({ length: 12 }, () => slide("A"));
  const cost = (settings: object) =>
    zipped(heroWith({ kind: "slides", ...settings }, all)) - zipped(heroWith({ kind: "none" }, all));
  expect(cost({})).toBeLessThanOrEqual(3 * 1024);
  expect(cost({ slides: { arrangement: "beside" } })).toBeLessThanOrEqual(3 * 1024);
});

describe("what stands in a hero", () => {
  const slides = heroWith({ kind: "slides", overlay: 0 }, [
    slide("Dark", { picture: "pic", overlay: 80 }),
    slide("Light", { picture: "light" }),
  ]);
  const part = hosted(slides);
  it("is read over its own slide: each of them counts, and the one that fails is named", () => {
    const found = faintBands(part, dataWith(part));
    expect(found.map(({ band }) => band)).toEqual([slides.blocks?.[1]?.id]);
    const overlay = found[0]?.overlay as number;
    const mended = (percent: number) =>
      hosted({
        ...slides,
        blocks: slides.blocks?.map((each, at) =>
          at === 1 ? { ...each, settings: { ...each.settings, overlay: percent } } : each,
        ),
      } as Block);
    expect(faintBands(mended(overlay), dataWith(mended(overlay)))).toEqual([]);
    // the least that is enough: one percent less is not
    expect(faintBands(mended(overlay - 1), dataWith(mended(overlay - 1)))).toHaveLength(1);
  });
  it("is no longer held against the band that holds the hero", () => {
    const white = hosted(heroWith({ colour: "#ffffff" }), { background: { colour: "#ffffff" } });
    const about = { style: base.style, menus: {}, links: {} };
    expect(usesOfPart("p", white, about).map(({ text, ground }) => [text, ground])).not.toContainEqual([
      "#ffffff",
      "#ffffff",
    ]);
    expect(bandsOnGrounds(part.bands, {}).length).toBe(3);
    const plain = partWith("titleBar", [words("One")]);
    expect(bandsOnGrounds(plain.bands, {})).toBe(plain.bands);
  });
  it("has its overlay and its colour where they are set: on the slide, on the hero", () => {
    const [own] = slides.blocks ?? [];
    expect(groundSettings(part, own?.id ?? "")).toMatchObject({
      overlay: { node: own?.id, path: ["settings", "overlay"] },
      colour: { node: slides.id, path: ["settings", "colour"] },
    });
    expect(groundSettings(part, `${slides.id}-1`)?.overlay.node).toBe(slides.id);
    expect(groundSettings(part, part.bands[0]?.id ?? "")?.overlay.path).toEqual(["background", "overlay"]);
    expect(groundSettings(part, "gone")).toBeUndefined();
  });
});

describe("a header over a hero", () => {
  const header = partWith("header", [block("siteName")], { overPicture: { on: true } });
  const over = (hero: Block, band: object = {}, more: Partial<PageData> = {}) => {
    const data = dataWith(hosted(hero, band), more);
    return laidOver({ ...data, slots: { ...data.slots, header: { id: "h", part: header } } });
  };
  it("is laid over pictures that reach the edges, all of them, and solid over all else", () => {
    expect(over(heroWith({ picture: { picture: "pic" } }))?.under).toHaveLength(1);
    expect(over(heroWith({ kind: "slides" }, [slide("One"), slide("Two")]))?.under).toHaveLength(2);
    expect(over(heroWith({ kind: "slides" }, [slide("One"), slide("Two", {})]))).toBeNull();
    expect(over(heroWith({ picture: { picture: "pic", fit: "whole" } }))).toBeNull();
    expect(over(heroWith({ kind: "none" }))).toBeNull();
    expect(over(heroWith({ picture: { picture: "pic" } }), { width: "content" })).toBeNull();
  });
  it("is held against each slide: the worst of them counts", () => {
    const hero = heroWith({ kind: "slides", overlay: 0 }, [
      slide("Dark", { picture: "pic", overlay: 90 }),
      slide("Light", { picture: "light" }),
    ]);
    const data = dataWith(hosted(hero));
    const [found] = faintBands(header, {
      ...data,
      slots: { ...data.slots, header: { id: "h", part: header } },
    });
    expect(found).toMatchObject({ picture: "light", under: hero.blocks?.[1]?.id });
  });
  it("has room there: the words of every slide begin below it", () => {
    const hero = heroWith({ kind: "slides" }, [slide("One"), slide("Two")]);
    const data = dataWith(hosted(hero));
    const { css } = renderPage(
      { ...data, slots: { ...data.slots, header: { id: "h", part: header } } },
      ENGLISH,
      { mark: false, shaper },
    );
    for (const { id } of hero.blocks ?? [])
      expect(css).toMatch(new RegExp(`\\.n-${id}>\\.in\\{[^}]*padding-top:`));
  });
});

describe("what a hero refuses", () => {
  const many = Array.from({ length: 12 }, (_, at) => slide(`Slide ${at}`));
  const full = heroWith({ kind: "slides" }, many);
  const design = (part: Part) => designOf([{ id: "p", kind: "part", body: part }]);
  const put = (part: Part, parent: string, node: Block) =>
    applyOperations(design(part), [{ op: "insertNode", id: "p", parent, index: 0, node }]);
  it("a thirteenth slide, slides elsewhere, a hero in a hero", () => {
    const part = hosted(full);
    const cell = part.bands[0]?.cells[0]?.id ?? "";
    const codes = (...of: Parameters<typeof put>) => {
      const done = put(...of);
      return done.ok ? [] : done.issues.map(({ code }) => code);
    };
    expect(codes(part, full.id, slide("One more"))).toEqual(["hero.tooManySlides"]);
    expect(codes(part, cell, slide("Lost"))).toEqual(["hero.slideElsewhere"]);
    expect(codes(part, cell, heroWith({}))).toEqual([]);
    const inner = many[0] as Block;
    expect(codes(part, inner.id, heroWith({}))).toEqual(["hero.inItself"]);
    const [band] = part.bands;
    const [holding] = band?.cells ?? [];
    const over = heroWith({}, [...many, slide("Thirteen")]);
    const read = Part.safeParse({ ...part, bands: [{ ...band, cells: [{ ...holding, blocks: [over] }] }] });
    expect(read.error?.issues.map(({ message }) => message)).toContain("hero.tooManySlides");
  });
});
