import { describe, expect, it } from "vitest";
import { block, entryView, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { withPageValues } from "../cascade/page-values";
import { partSeenBy } from "../cascade/seen-by";
import { bandsAsShown } from "../design/bar";
import type { Part } from "../design/part";
import { heightAs } from "../layout/heights";
import { usesOfPart } from "../style/pairs";
import { laidOver } from "./over-picture";
import { renderPage } from "./page";
import type { PageData } from "./page-data";

const BAND = {
  height: { wide: 300 },
  colour: "#ffffff",
  background: { colour: "#102030", picture: "pic", overlay: 40, texture: "dots" },
} as const;
const base = pageData();
const data = (part: Part, over: Partial<PageData> = {}): PageData => ({
  ...base,
  page: { ...base.page, title: "The domes", role: "entry", path: "/domes/", description: "Two of them" },
  trail: [
    { title: "Front", path: "/" },
    { title: "The domes", path: "/domes/" },
  ],
  pictures: { pic: picture },
  slots: { ...base.slots, titleBar: { id: "t", part: partSeenBy(part, "signedOut") } },
  ...over,
});
const drawn = (part: Part, over: Partial<PageData> = {}) => {
  const page = renderPage(data(part, over), ENGLISH, { mark: false, shaper });
  return { html: page.regions.titleBar, css: page.css };
};
const bar = (band: object = {}, blocks = [block("title"), block("line"), block("secondLine")]) =>
  partWith("titleBar", blocks, { ...BAND, ...band });

describe("what of a title bar is there", () => {
  it("is all of it, its words without ground and lines, or nothing", () => {
    const all = drawn(bar());
    expect(all.html).toContain("<img");
    expect(all.html).toContain("b-line");
    const words = drawn(bar({ shows: "words" }));
    expect(words.html).toContain("<h1");
    expect(words.html).toContain("Two of them");
    expect(words.html).not.toContain("<img");
    expect(words.html).not.toContain("b-line");
    expect(words.css).not.toContain("#102030");
    expect(words.css).not.toContain("18.75rem");
    expect(drawn(bar({ shows: "nothing" })).html).toBe("");
  });

  it("takes the ground and the border of a box away, and what blocks wear", () => {
    const inside = block("title");
    const box = block("group", { background: "#aa0000", border: true }, [
      { ...inside, look: { ...inside.look, colour: "#fafafa", shadow: true } } as never,
    ]);
    const { css } = drawn(bar({ shows: "words" }, [box]));
    const own = css.slice(css.indexOf(".n-"));
    expect(own).not.toMatch(/#aa0000|#fafafa|box-shadow|solid/);
  });

  it("holds the contrast of what is there against the page, not against the ground that is gone", () => {
    const faint = bar({ background: { colour: "#ffffff" } });
    const about = { style: base.style, menus: {}, links: {} };
    const grounds = (part: Part) => usesOfPart("p", part, about).map(({ text, ground }) => [text, ground]);
    expect(grounds(faint)).toContainEqual(["#ffffff", "#ffffff"]);
    expect(grounds({ ...faint, bands: bandsAsShown(bar({ shows: "words" })) })).not.toContainEqual([
      "#ffffff",
      "#ffffff",
    ]);
    expect(usesOfPart("p", bar({ shows: "nothing", colour: "#777777" }), about)).toEqual([]);
  });

  it("concerns title bars alone, and leaves what is all there the same object", () => {
    const part = bar();
    expect(bandsAsShown(part)).toBe(part.bands);
    const header: Part = { ...bar({ shows: "nothing" }), slot: "header" };
    expect(bandsAsShown(header)).toBe(header.bands);
    const words = bar({ shows: "words" });
    expect(bandsAsShown(words)[0]).toBe(bandsAsShown(words)[0]);
  });

  it("is a setting pages may change: one of its values, and nothing else", () => {
    const part = bar();
    const node = part.bands[0]?.id ?? "";
    const open: Part = {
      ...part,
      choices: [{ name: "bar", label: "Bar", type: "option", node, path: ["shows"] }],
    };
    expect(withPageValues(open, { bar: "nothing" }).bands[0]?.shows).toBe("nothing");
    expect(withPageValues(open, { bar: "sideways" })).toBe(open);
  });
});

describe("where the words of a title bar begin", () => {
  const two = (leads: string) => {
    const part = bar({ leads });
    const [band] = part.bands;
    const cell = {
      ...(band as NonNullable<typeof band>).cells[0],
      id: "second",
      blocks: [block("opposite")],
    };
    return { ...part, bands: [{ ...band, cells: [...(band?.cells ?? []), cell] }] } as Part;
  };
  it("puts what stands opposite on the other side, or below", () => {
    expect(drawn(two("asWritten")).html).not.toContain("lead-");
    expect(drawn(two("end")).html).toContain("lead lead-end");
    expect(drawn(two("end")).css).toContain(".lead-end>.in{flex-direction:row-reverse}");
    expect(drawn(two("centre")).css).toContain(".lead-centre>.in{flex-direction:column");
  });
  it("is as high as both where they stand below one another", () => {
    const height = (leads: string) => {
      const part = {
        ...two(leads),
        bands: two(leads).bands.map((band) => ({ ...band, height: { wide: 0 } })),
      };
      const material = { ...base, page: data(part).page };
      const scene = { material, style: base.style, width: "wide", isFolded: false, rowMenus: [] } as const;
      return heightAs(part.bands[0] as never, scene);
    };
    expect(height("centre")).toBeGreaterThan(height("end") + 20);
    expect(height("end")).toBe(height("start"));
  });
});

describe("the second line", () => {
  const line = (settings: object, over: Partial<PageData> = {}) =>
    drawn(bar({}, [block("secondLine", settings as never)]), over).html;
  it("says what was typed, else the summary of the page, or its date, or nothing", () => {
    expect(line({ text: "Said here" })).toContain("Said here");
    expect(line({})).toContain("Two of them");
    expect(line({ otherwise: "date" }, { entry: entryView() })).toContain("2 March 2026");
    expect(line({ otherwise: "date" }, { entry: entryView({ starts: null }) })).toContain("1 March 2026");
    expect(line({ otherwise: "date" }, { entry: null })).not.toContain("<p");
    expect(line({ otherwise: "nothing" })).not.toContain("<p");
  });
});

describe("what stands opposite the title", () => {
  const shown = (shows: "breadcrumbs" | "search" | "nothing") =>
    drawn(bar({}, [block("opposite", { shows })]));
  it("is the way down to the page, a search box with the rules of one, or nothing", () => {
    expect(shown("breadcrumbs").html).toContain("aria-current");
    expect(shown("search").html).toContain('role="search"');
    expect(shown("search").css).toContain(".b-search{");
    expect(shown("nothing").html).not.toMatch(/<nav|<form/);
  });
});

describe("a picture that is as wide as its band", () => {
  it("is whole where the band is higher than it, and cut where it is lower", () => {
    const { css } = drawn(bar({ background: { picture: "pic", pictureFit: "across" } }));
    expect(css).toMatch(/>\.bg\{container-type:size\}/);
    expect(css).toMatch(/>\.bg img\{[^}]*object-fit:contain\}/);
    expect(css).toMatch(/@container \(min-aspect-ratio:1600\/900\)\{[^{]*>\.bg img\{object-fit:cover\}\}/);
  });
  it("lets a header be laid over it, one that is seen whole does not", () => {
    const header = partWith("header", [block("siteName")], { overPicture: { on: true } });
    const over = (pictureFit: string) => {
      const page = data(bar({ background: { picture: "pic", pictureFit } }));
      return laidOver({ ...page, slots: { ...page.slots, header: { id: "h", part: header } } });
    };
    expect(over("across")?.under).toMatchObject([{ picture: "pic" }]);
    expect(over("fills")?.under).toMatchObject([{ picture: "pic" }]);
    expect(over("whole")).toBeNull();
  });
});

describe("what moves while a band leaves the screen", () => {
  it("moves by the timeline of the band, never for who asked for less motion", () => {
    const { html, css } = drawn(bar({ fades: true, background: { picture: "pic", slower: true } }));
    expect(html).toMatch(/class="band[^"]*slower fades/);
    for (const name of ["slower", "fades"])
      expect(css).toMatch(
        new RegExp(
          `@supports \\(animation-timeline:view\\(\\)\\)\\{@media \\(prefers-reduced-motion:no-preference\\)\\{\\.${name}\\{`,
        ),
      );
  });
});

describe("words of a size of their own", () => {
  const sized = (look: object, kind: "title" | "heading" | "tagline" = "title") => {
    const plain = block(kind);
    return { ...plain, look: { ...plain.look, ...look } } as ReturnType<typeof block>;
  };
  const ruleOf = (look: object, kind?: "tagline") => {
    const words = sized(look, kind);
    const { css } = drawn(bar({}, [words]));
    return [...css.matchAll(new RegExp(`\\.n-${words.id}\\{([^}]*)\\}`, "g"))]
      .map(([, rule]) => rule)
      .join(" | ");
  };
  it("are drawn so at each width; 0 is as their text style has it", () => {
    const { size, lineHeight } = base.style.type.h1;
    expect(ruleOf({ size: { wide: 64, small: 0 } })).toBe(`font-size:4rem | font-size:${size}rem`);
    expect(ruleOf({ size: { wide: 0, small: 24 } })).toBe("font-size:1.5rem");
    expect(ruleOf({ lineHeight: { wide: 140, middle: 0 } })).toBe(
      `line-height:1.4 | line-height:${lineHeight}`,
    );
    expect(ruleOf({})).toBe("");
    // of a kind that has no size of its own nothing comes
    expect(ruleOf({ size: { wide: 64 } }, "tagline")).toBe("");
  });
  it("make their band as high as they are", () => {
    const height = (look: object, width: "wide" | "small") => {
      const part = bar({ height: { wide: 0 }, paddingBlock: { wide: 0 } }, [sized(look)]);
      const material = { ...base, page: data(part).page };
      const scene = { material, style: base.style, width, isFolded: false, rowMenus: [] } as const;
      return heightAs(part.bands[0] as never, scene);
    };
    const look = { size: { wide: 64, small: 30 }, lineHeight: { wide: 150, small: 100 } };
    expect([height(look, "wide"), height(look, "small")]).toEqual([96, 30]);
  });
  it("need the contrast of small text where they are small on some screen", () => {
    const about = { style: base.style, menus: {}, links: {} };
    const needed = (look: object) =>
      usesOfPart("p", bar({ background: { colour: "#345678" } }, [sized(look, "heading")]), about).map(
        (each) => each.needed,
      );
    expect(needed({})).toEqual([3]);
    expect(needed({ size: { wide: 0, small: 16 } })).toEqual([4.5]);
    expect(needed({ size: { wide: 60 } })).toEqual([3]);
  });
});
