import { createFontStack } from "@capsizecss/core";
import archivo from "@capsizecss/metrics/archivo";
import arial from "@capsizecss/metrics/arial";
import bitter from "@capsizecss/metrics/bitter";
import karla from "@capsizecss/metrics/karla";
import lora from "@capsizecss/metrics/lora";
import notoSerif from "@capsizecss/metrics/notoSerif";
import roboto from "@capsizecss/metrics/roboto";
import timesNewRoman from "@capsizecss/metrics/timesNewRoman";
import fc from "fast-check";
import { parse as parseHtml } from "parse5";
import { describe, expect, it } from "vitest";
import { checkDeclarations } from "../../../test/css-declarations";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { randomStyle } from "../../../test/random-style";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { type Band, BandBackground, type Block } from "../design/part";
import { firstFontFiles, fontFaces, stackOf } from "../draw/fonts";
import { FAMILIES } from "../measure/families";
import { FAMILY_METRICS, type FamilyMetrics } from "../measure/family-metrics";
import { HouseStyle, TEXTURES } from "../model/house-style";
import { Look } from "../model/look";
import type { SiteProfile } from "../model/profile";
import { specimenPart } from "../starting/specimen";
import { documentHtml, renderPage } from "./page";
import type { PageData } from "./page-data";

/** How the values of a house style and of a profile come out as CSS and HTML. css-tree and parse5 read them. */
const withLayout = (blocks: readonly Block[], band: object = {}, over: Partial<PageData> = {}): PageData => {
  const data = pageData(over);
  return { ...data, slots: { ...data.slots, layout: { id: "p", part: partWith("layout", blocks, band) } } };
};
const drawn = (data: PageData) => renderPage(data, ENGLISH, { shaper });
const documentOf = (data: PageData) => documentHtml(data, drawn(data), "/_assets/site.js");
const styleWith = (over: object): HouseStyle => HouseStyle.parse({ ...pageData().style, ...over });
/** The declarations of the first rule with exactly this selector. */
const rule = (css: string, selector: string): string => {
  const start = css.indexOf(`${selector}{`);
  return start === -1 ? "" : css.slice(start + selector.length + 1, css.indexOf("}", start));
};

describe("any house style", () => {
  it("gives a stylesheet css-tree accepts, declaration by declaration, on the whole specimen", () => {
    const specimen = specimenPart(["note"]);
    let seen = 0;
    fc.assert(
      fc.property(randomStyle, (style) => {
        const data = pageData({ style });
        const { css } = drawn({ ...data, slots: { ...data.slots, layout: { id: "s", part: specimen } } });
        const { seen: more, trouble } = checkDeclarations(css);
        seen += more;
        expect(trouble).toEqual([]);
      }),
      { numRuns: 60 },
    );
    expect(seen).toBeGreaterThan(5000);
  });
  it("names no colour of its own in rules: palettes change the values alone", () => {
    const part = withLayout([block("button"), block("search"), block("heading")]);
    const paint = (accent: string) => {
      const others = pageData().style.palette.filter(({ id }) => id !== "ink");
      const palette = [...others, { id: "ink", name: "Ink", value: accent }];
      return drawn({ ...part, style: styleWith({ palette }) }).css;
    };
    const withoutValues = (css: string) => css.replace(/:root\{[^}]*\}/, "");
    expect(withoutValues(paint("#112233"))).toBe(withoutValues(paint("#aabbcc")));
    expect(paint("#112233")).not.toBe(paint("#aabbcc"));
  });
});

describe("type", () => {
  it("every style says family, size, weight and line height; spacing and upper case where they are set", () => {
    const style = styleWith({
      type: { h2: { size: 3, weight: 700, spacing: 0.05, upper: true }, caption: { size: 0.7 } },
    });
    const { css } = drawn(withLayout([block("heading")], {}, { style }));
    expect(rule(css, ".t-h2")).toBe(
      `font-family:${stackOf("Fraunces")};font-size:3rem;font-weight:700;line-height:1.2;letter-spacing:0.05em;text-transform:uppercase;text-wrap:balance`,
    );
    expect(rule(css, ".t-body")).not.toContain("letter-spacing");
  });
  it("all shipped families have their files and weights; only those in use are named on a page", () => {
    expect(Object.keys(FAMILIES).length).toBeGreaterThanOrEqual(10);
    expect(new Set(Object.values(FAMILIES).map(({ drawnFor }) => drawnFor))).toEqual(
      new Set(["text", "display"]),
    );
    const { css } = drawn(
      withLayout(
        [block("heading")],
        {},
        { style: styleWith({ fonts: { text: "Karla", headings: "Archivo" } }) },
      ),
    );
    expect(
      [...css.matchAll(/font-family:"([^"]+)";font-weight[^}]*src:url/g)].map((found) => found[1]),
    ).toEqual(["Karla", "Karla", "Archivo", "Archivo", "Archivo"]);
  });
  it("what stands in for a family has the size and line that published metrics and their tool give it", () => {
    const published = {
      Arial: arial,
      Roboto: roboto,
      "Times New Roman": timesNewRoman,
      "Noto Serif": notoSerif,
    };
    for (const [name, own] of Object.entries({
      Karla: karla,
      Archivo: archivo,
      Lora: lora,
      Bitter: bitter,
    })) {
      const css = fontFaces({
        ...styleWith({}),
        fonts: { text: name, headings: name, third: "" },
        ownFonts: [],
      });
      for (const [standIn, metrics] of Object.entries(published)) {
        const found = new RegExp(
          `"${name} as ${standIn}";font-weight:1 549;src:[^;]*;size-adjust:([\\d.]+)%;ascent-override:([\\d.]+)%;descent-override:([\\d.]+)%`,
        ).exec(css);
        if (!found) continue;
        const expected = createFontStack([own, metrics], { fontFaceFormat: "styleObject" }).fontFaces[0]?.[
          "@font-face"
        ];
        const [size, ascent, descent] = found.slice(1).map(Number) as [number, number, number];
        // theirs weighs letters by how often they come in an encyclopedia, ours by a text of a site
        const asTheirs = size / Number.parseFloat(String(expected?.sizeAdjust));
        expect(Math.abs(1 - asTheirs), `${name} ${standIn}`).toBeLessThan(0.03);
        const line = (ascent + descent) * size;
        const theirs = (own.ascent - own.descent) / own.unitsPerEm;
        expect(line / 10_000).toBeCloseTo(theirs, 3);
      }
      expect(css).toContain(`"${name} as ${FAMILIES[name]?.sort === "serif" ? "Times New Roman" : "Arial"}"`);
    }
  });
  it("the metrics of families that ship are those of their files", () => {
    for (const name of Object.keys(FAMILIES))
      expect(shaper.metrics(name), name).toEqual(FAMILY_METRICS[name]);
  });
  it("a family of one's own has stand-ins if its letters were measured", () => {
    const own = {
      family: "Ridge",
      file: "b".repeat(64),
      licence: "ours",
      weights: [400, 400] as [number, number],
    };
    const faces = (metrics?: FamilyMetrics) =>
      fontFaces({
        ...styleWith({}),
        fonts: { text: "Ridge", headings: "Ridge", third: "" },
        ownFonts: [
          {
            ...own,
            ...(metrics ? { metrics: { ...metrics, widths: [...metrics.widths] as [number, number] } } : {}),
          },
        ],
      });
    expect(faces()).not.toContain(" as ");
    const metrics: FamilyMetrics = { ascent: 0.9053, descent: 0.2119, lineGap: 0, widths: [0.4566, 0.4887] };
    expect(faces(metrics)).toContain(
      '"Ridge as Arial";font-weight:1 549;src:local("Arial"),local("Liberation Sans"),local("Arimo");size-adjust:100%;ascent-override:90.53%;descent-override:21.19%;line-gap-override:0%}',
    );
  });
  it("a font of one's own is asked for by its hash; a name cannot leave its quotes", () => {
    const file = "a".repeat(64);
    const fonts = { text: "Ridge", headings: "Ridge", third: "" };
    const ownFonts = [{ family: "Ridge", file, licence: "ours", weights: [400, 400] as [number, number] }];
    expect(firstFontFiles({ ...styleWith({}), fonts, ownFonts })).toEqual([`/_fonts/own/${file}.woff2`]);
    expect(fontFaces({ ...styleWith({}), fonts, ownFonts })).toContain(`src:url(/_fonts/own/${file}.woff2)`);
    expect(stackOf('x";}body{display:none}</style>')).not.toMatch(/[^\\]";}|<\//);
  });
});

describe("links, buttons and fields", () => {
  it("links take the colour of the style in running text, and that of their band where it has one", () => {
    const style = styleWith({
      links: { colour: "role:accent", underline: "pointedAt", focus: "colour:grey" },
    });
    const { css } = drawn(withLayout([block("heading")], {}, { style }));
    expect(css).toContain(":where(.b-richText,.b-body) a{color:var(--accent)}.own :where(a){color:inherit}");
    expect(css).toContain("a:hover{text-decoration-line:underline}");
    expect(css).toContain(":focus-visible{outline:2px solid var(--c-grey)");
    const own = drawn(withLayout([block("heading")], { colour: "role:surface" })).regions.layout;
    expect(own).toMatch(/class="band own /);
  });
  it("each look of buttons has its colours at rest and pointed at; one that keeps them is underlined", () => {
    const style = styleWith({
      buttons: {
        radius: 12,
        outlined: { line: "colour:grey", pointedGround: "colour:grey", pointedText: "role:surface" },
      },
    });
    const { css } = drawn(withLayout([block("button")], {}, { style }));
    expect(rule(css, ".b-button:where(.filled)")).toBe(
      "background:var(--accent);color:var(--textOnAccent);border-color:var(--accent)",
    );
    expect(rule(css, ".b-button:where(.filled):hover")).toBe("text-decoration:underline");
    expect(rule(css, ".b-button:where(.outlined):hover")).toBe(
      "background:var(--c-grey);color:var(--surface)",
    );
    expect(rule(css, ".b-button")).toContain("border-radius:12px");
  });
  it("a button's own colours stand in for those of its look, at rest and pointed at", () => {
    const own = { ...block("button"), look: Look.parse({ colour: "#cc3300", background: "role:surface" }) };
    const { css } = drawn(withLayout([own as Block]));
    expect(rule(css, `.n-${own.id}`)).toContain("color:#cc3300");
    expect(rule(css, `.n-${own.id}:hover`)).toBe(
      "color:#cc3300;background:var(--surface);text-decoration:underline",
    );
    // what comes later weighs as much
    expect(css.indexOf(`.n-${own.id}{`)).toBeGreaterThan(css.indexOf(".b-button:where(.filled){"));
  });
  it("fields take theirs, and a colour that is gone falls back to text", () => {
    const style = styleWith({ fields: { ground: "colour:gone", radius: 3 } });
    const { css } = drawn(withLayout([block("search")], {}, { style }));
    expect(rule(css, ".b-search input")).toContain("background:var(--text)");
    expect(rule(css, ".b-search input")).toContain("border-radius:3px 0 0 3px");
  });
});

describe("layers over pictures", () => {
  const background = (over: Partial<Band["background"]>) => ({
    background: BandBackground.parse({ picture: "pic", colour: "role:text", ...over }),
  });
  const css = (over: Partial<Band["background"]>) =>
    drawn(withLayout([block("title")], background(over))).css;
  it("an overlay is the band's colour, another, or a gradient between two", () => {
    expect(css({ overlay: 40 })).toContain("background:var(--text);opacity:0.4");
    expect(css({ overlay: 40, overlayColour: "#102030" })).toContain("background:#102030;opacity:0.4");
    expect(
      css({ overlay: 70, overlayColour: "role:accent", overlayTo: "colour:grey", overlayAngle: 90 }),
    ).toContain("background:linear-gradient(90deg,var(--accent),var(--c-grey));opacity:0.7");
  });
  it.each(TEXTURES.filter((each) => each !== "none"))(
    "the texture %s is drawn without a file, with and without a picture",
    (texture) => {
      const drawing = css({ texture, textureStrength: 30 });
      expect(drawing).toMatch(/::before\{background-image:[^}]*gradient\([^}]*30%/);
      expect(drawing.replace(/@font-face\{[^}]*\}/g, "")).not.toContain("url(");
      const plain = drawn(withLayout([block("title")], background({ texture, picture: "" })));
      expect(plain.regions.layout).toContain('<div class="bg"></div>');
    },
  );
  it("lie in the order they are put in: over the picture or under it", () => {
    const depths = (order?: Band["background"]["order"]) => {
      const sheet = css({ overlay: 40, texture: "grid", ...(order ? { order } : {}) });
      const of = (pseudo: string) =>
        [...sheet.matchAll(new RegExp(`\\.bg::${pseudo}\\{[^}]*?z-index:(-?\\d+)`, "g"))].at(-1)?.[1];
      return { picture: 0, texture: Number(of("before")), overlay: Number(of("after")) };
    };
    const usual = ["picture", "texture", "overlay"] as const;
    const orders = usual.flatMap((first) =>
      usual.flatMap((second) =>
        usual
          .filter((third) => new Set([first, second, third]).size === 3)
          .map((third) => [first, second, third]),
      ),
    );
    expect(orders).toHaveLength(6);
    for (const order of orders) {
      const at = depths(order);
      expect([...usual].sort((a, b) => at[a] - at[b])).toEqual(order);
    }
    // the usual one is told by the shared rules alone
    const told = (sheet: string) => sheet.match(/z-index/g)?.length;
    expect(told(css({ overlay: 40, texture: "grid", order: [...usual] }))).toBe(told(css({})));
  });
  it("bands of an older edition, which know none of this, are drawn as before", () => {
    const old = { background: { colour: "role:text", picture: "pic", pageOwnPicture: false, overlay: 40 } };
    expect(drawn(withLayout([block("title")], old)).css).toContain("background:var(--text);opacity:0.4");
  });
});

describe("pictures", () => {
  const withPicture = (over: object) =>
    drawn(
      withLayout(
        [block("picture", { picture: "pic", credit: true } as never)],
        {},
        { pictures: { pic: { ...picture, ...over } } },
      ),
    ).regions.layout;
  it("offer the best kind first and the common one last, and one kind alone where there is one", () => {
    expect(withPicture({ formats: ["avif", "webp", "jpeg"] })).toMatch(
      /<picture><source type="image\/avif" srcset="[^"]+\.avif [^"]*"[^>]*><source type="image\/webp" [^>]*><img [^>]*src="[^"]+\.jpeg"/,
    );
    expect(withPicture({ formats: ["avif", "webp"] })).toMatch(
      /<picture><source type="image\/avif" srcset="[^"]+\.avif [^"]*"[^>]*><img [^>]*\.webp/,
    );
    expect(withPicture({ formats: ["webp"] })).not.toContain("<source");
    expect(withPicture({ formats: undefined })).not.toContain("<source");
  });
  it("a drawing is one file; who made a picture stands below it", () => {
    expect(withPicture({ type: "image/svg+xml", renditions: [], formats: [] })).toContain(
      `src="/_media/${picture.file}.svg"`,
    );
    expect(withPicture({ credit: "A <b>friend</b>" })).toContain(
      "<figcaption>A &lt;b&gt;friend&lt;/b&gt;</figcaption>",
    );
    expect(withPicture({ credit: "" })).not.toContain("figcaption");
  });
});

describe("the profile", () => {
  const with_ = (over: Partial<SiteProfile>, blocks: readonly Block[]) =>
    withLayout(blocks, {}, { profile: { ...pageData().profile, ...over } });
  it("its address stands line by line, or on one line, and nowhere when it is empty", () => {
    const address = "1 Ridge Road\n\n  Pellow  ";
    expect(drawn(with_({ address }, [block("address")])).regions.layout).toContain(
      "1 Ridge Road<br>Pellow</address>",
    );
    expect(drawn(with_({ address }, [block("address", { direction: "row" })])).regions.layout).toContain(
      "1 Ridge Road, Pellow</address>",
    );
    expect(drawn(with_({ address: " " }, [block("address")])).regions.layout).not.toContain("<address");
  });
  it("a link's icon is a sign of ours in lines, one of the package filled, or a plain link for neither", () => {
    const social = [
      { icon: "feed", outline: "", label: "Feed", url: "https://a.example/" },
      { icon: "whatever", outline: "M0 0h24v24z", label: "Other", url: "https://b.example/" },
      { icon: "nobodyknows", outline: "", label: "Third", url: "https://c.example/" },
    ];
    const html = drawn(with_({ social }, [block("social")])).regions.layout;
    expect(html.match(/fill="none"/g)).toHaveLength(2);
    expect(html).toContain('<path d="M0 0h24v24z"/>');
    expect(html.match(/<span class="hidden">/g)).toHaveLength(3);
  });
  it("feeds what other places show of a page: its own picture, else the share picture; nothing that is not to be found", () => {
    const profile = { ...pageData().profile, sharePicture: "share", icon: "pic" };
    const pictures = { pic: picture, share: { ...picture, file: "b".repeat(64), alt: 'Hills "at" dusk' } };
    const own = documentOf(
      pageData({ profile, pictures, entry: { ...pageData().entry, picture: "pic" } as never }),
    );
    expect(own).toMatch(new RegExp(`og:image" content="https?://[^"]*${picture.file}`));
    const other = documentOf(
      pageData({ profile, pictures, entry: { ...pageData().entry, picture: null } as never }),
    );
    expect(other).toMatch(/og:image" content="https?:\/\/[^"]*b{64}/);
    expect(other).toContain("Hills &quot;at&quot; dusk");
    expect(other).toMatch(/rel="icon" href="\/_media\/[^"]+\.webp"/);
    const sign = { ...picture, type: "image/svg+xml" as const, renditions: [], formats: [] };
    expect(documentOf(pageData({ profile, pictures: { pic: sign } }))).toMatch(
      /rel="icon" href="\/_media\/[0-9a-f]{64}\.svg" type="image\/svg\+xml"/,
    );
    const hidden = documentOf(pageData({ profile, pictures, mayRead: false }));
    expect(hidden).not.toContain("og:image");
    expect(parseHtml(other)).toBeDefined();
  });
});
