import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { shaper } from "../../../test/shaper";
import { ENGLISH } from "../../messages/visitor-words";
import { type Band, type Block, shareAt } from "../design/part";
import { leastHeight } from "../layout/heights";
import { Look } from "../model/look";
import { renderPage } from "./page";

const pictures = {
  one: { ...picture, file: "1".repeat(64) },
  two: { ...picture, file: "2".repeat(64), focal: { x: 10, y: 90 } },
  three: { ...picture, file: "3".repeat(64) },
};
const drawn = (band: object) => {
  const data = pageData({ pictures: { ...pageData().pictures, ...pictures } });
  const part = partWith("header", [block("siteName")], band);
  const slots = { ...data.slots, header: { id: "h", part } };
  const { regions, css } = renderPage({ ...data, slots }, ENGLISH, { shaper });
  return { html: regions.header, css };
};

describe("what lies behind a band", () => {
  it("is a gradient from one colour to another, or one colour", () => {
    const { css } = drawn({ background: { colour: "role:surface", colourTo: "#123456", colourAngle: 90 } });
    expect(css).toContain("background:linear-gradient(90deg,var(--surface),#123456)");
    expect(drawn({ background: { colour: "role:surface" } }).css).toContain("background:var(--surface)");
    expect(drawn({ background: { colourTo: "#123456" } }).css).not.toContain("#123456");
  });
  it("is pictures that follow one another, each with its own focal point, and a box that stops them", () => {
    const { html, css } = drawn({
      background: { picture: "one", slides: ["two", "gone", "three"], slideSeconds: 5 },
    });
    expect(html.match(/class="slide /g)).toHaveLength(2);
    expect(html).toContain('<label class="stop"><input type="checkbox"> Stop the pictures</label>');
    expect(css).toContain("object-position:10% 90%");
    expect(css.match(/@keyframes/g)).toHaveLength(2);
    // who asked for less motion sees the first one; the others have no animation but inside the query
    const animated = css.split("\n").filter((line) => line.includes("animation:"));
    expect(animated.length).toBeGreaterThan(0);
    for (const line of animated) expect(line).toContain("prefers-reduced-motion:no-preference");
  });
  it("is a picture that fills it, or one of which all is seen", () => {
    expect(drawn({ background: { picture: "one" } }).css).not.toContain("object-fit:contain");
    expect(drawn({ background: { picture: "one", pictureFit: "whole" } }).css).toMatch(
      />\.bg img\{object-position:30% 70%;object-fit:contain\}/,
    );
  });
  it("is one picture without a box to stop it, and the page's own picture stays", () => {
    expect(drawn({ background: { picture: "one" } }).html).not.toContain("stop");
    const data = pageData();
    expect(data.entry?.picture).toBeTruthy();
    const own = drawn({ background: { picture: "one", pageOwnPicture: true, slides: ["two"] } });
    expect(own.html).not.toContain('class="slide');
  });
});

describe("a video behind a band", () => {
  const video = { file: "a".repeat(64), type: "video/mp4", name: "Waves" };
  it("is silent, plays by the script only, and has a box that the script shows", () => {
    const { html, css } = drawn({ background: { picture: "one", video } });
    expect(html).toContain(
      `<video muted loop playsinline preload="none" aria-hidden="true" tabindex="-1"><source src="/_media/${"a".repeat(64)}.mp4" type="video/mp4"></video></div><label class="stop" hidden>`,
    );
    expect(html).not.toContain("autoplay");
    expect(css).toContain(".bg video:not(.on){opacity:0}");
  });
  it("needs a picture: what is seen before it plays", () => {
    expect(drawn({ background: { video } }).html).not.toContain("<video");
  });
});

describe("a band that lies over another", () => {
  it("is drawn up over what stands above, or keeps what is below nearer", () => {
    expect(drawn({ overlap: 48 }).css).toContain("margin-top:-3rem;z-index:2");
    expect(drawn({ overlap: 32, overlapSide: "below" }).css).toContain("margin-bottom:-2rem;z-index:2");
    expect(drawn({}).css).not.toMatch(/\.n-b\d+\{[^}]*margin/);
  });
});

describe("a band as wide as the content", () => {
  it("has its ground only there, and grows once one has scrolled if it is asked to", () => {
    const boxed = drawn({ width: "boxed", sticky: true, stickyGrows: true });
    expect(boxed.html).toContain('class="band boxed sticky');
    expect(boxed.css).toMatch(/\.scrolled \.n-b\d+\{max-width:none\}/);
    expect(drawn({ width: "content", sticky: true, stickyGrows: true }).css).not.toContain(".scrolled .n-");
  });
});

describe("how high a band is", () => {
  const heightsOf = (band: object) =>
    [...drawn(band).css.matchAll(/>\.in\{[^}]*?min-height:([^;}]+)/g)].map(([, value]) => value);
  it("is px, a share of the screen, or the more of both; narrower screens may have another, or none", () => {
    expect(heightsOf({})).toEqual([]);
    expect(heightsOf({ height: { wide: 160 } })).toEqual(["10rem"]);
    expect(heightsOf({ screenHeight: { wide: 60 } })).toEqual(["60svh"]);
    expect(heightsOf({ height: { wide: 160 }, screenHeight: { wide: 60, small: 0 } })).toEqual([
      "max(10rem,60svh)",
      "10rem",
    ]);
    expect(heightsOf({ height: { wide: 160, small: 0 } })).toEqual(["10rem", "0"]);
  });
  it("is taken of a common screen where there is none: a picture is cropped as it would be there", () => {
    const [band] = partWith("header", [], {
      height: { wide: 100 },
      screenHeight: { wide: 50, small: 10 },
    }).bands;
    const heights = (["wide", "middle", "small"] as const).map((width) => leastHeight(band as Band, width));
    expect(heights).toEqual([400, 590, 100]);
  });
});

describe("cells", () => {
  const cells = [
    { id: "one", share: 0, shareOn: { middle: 4, small: 0 }, alignBlock: "end", blocks: [] },
    { id: "two", share: 8, orderSmall: 1, blocks: [] },
  ];
  const { css } = drawn({ id: "b", cells });
  it("have a share, which may be another on narrower screens", () => {
    const { edgeWide, edgeMiddle } = pageData().style.measures;
    expect(/\.n-one\{[^}]*\}/.exec(css)?.[0]).not.toContain("flex:");
    expect(css).toContain(`@media (width < ${edgeWide / 16}em){.n-one{flex:4 1 0}}`);
    expect(css).toMatch(
      new RegExp(`@media \\(width < ${edgeMiddle / 16}em\\)\\{.*\\.n-one\\{flex:0 1 auto;order:1\\}`),
    );
    expect(css).toContain(".n-two{flex:8 1 0");
  });
  it("stand where they are told up and down, and in another order on small screens", () => {
    expect(css).toMatch(/\.n-one\{[^}]*align-self:flex-end/);
    // the second one asks for the first place
    expect(css).not.toMatch(/\.n-two\{[^}]*order/);
  });
  it("have the share of the next wider width where none is told; cells of older parts have one for all", () => {
    const cell = { share: 3, shareOn: { middle: 5, small: -1 } };
    expect((["wide", "middle", "small"] as const).map((width) => shareAt(cell, width))).toEqual([3, 5, 5]);
    expect(shareAt({ share: 2 } as never, "small")).toBe(2);
  });
});

describe("settings that are seen", () => {
  const header = (band: object, block_ = block("tagline"), over: object = {}) => {
    const data = { ...pageData(), ...over };
    const slots = { ...data.slots, header: { id: "h", part: partWith("header", [block_], band) } };
    return renderPage({ ...data, slots }, ENGLISH, { shaper }).css;
  };
  it("a band that hides while one scrolls down goes away, laid over a picture too", () => {
    const band = { id: "up", sticky: true, stickyWhen: "scrollingUp" };
    expect(header(band)).toContain(
      ".down .n-up:not(:focus-within){translate:0 calc(-100% - var(--top,0px))}",
    );
    const under = partWith("titleBar", [block("title")], { id: "under", background: { picture: "pic" } });
    const data = pageData();
    const css = renderPage(
      {
        ...data,
        slots: {
          ...data.slots,
          header: {
            id: "h",
            part: partWith("header", [block("tagline")], { ...band, overPicture: { on: true } }),
          },
          titleBar: { id: "t", part: under },
        },
      },
      ENGLISH,
      { shaper },
    ).css;
    expect(css).toContain(".down .n-up:not(:focus-within)>.front{translate:0 calc(-100% - var(--top,0px))}");
  });
  it("bands that stay at the top stay below one another, and what one jumps to below them all", () => {
    const bands = ["one", "two", "three"].map(
      (id) =>
        partWith("header", [block("logo", { height: { wide: 68, small: 28 } })], {
          id,
          sticky: id !== "two",
          paddingBlock: { wide: 16 },
        }).bands[0] as Band,
    );
    const data = pageData();
    const part = { ...partWith("header", []), bands };
    const css = renderPage({ ...data, slots: { ...data.slots, header: { id: "h", part } } }, ENGLISH, {
      shaper,
    }).css;
    expect(css).toContain(".n-three{--top:6.25rem}");
    expect(css).toContain(".n-three{--top:3.75rem}");
    expect(css).not.toContain(".n-one{--top");
    expect(css).toContain("html{scroll-padding-top:13.5rem}");
    expect(css).toContain("html{scroll-padding-top:8.5rem}");
    expect(header({ sticky: true }).match(/scroll-padding-top/g)).toHaveLength(1);
  });
  it("a shadow is drawn where the house style has none, and the style's where it has one", () => {
    const shaded = { ...block("tagline"), look: Look.parse({ shadow: true }) } as Block;
    const rule = (css: string) => new RegExp(`\\.n-${shaded.id}\\{([^}]*)\\}`).exec(css)?.[1];
    expect(rule(header({}, shaded))).toMatch(/box-shadow:0 2px 8px/);
    const style = { ...pageData().style, shadow: { down: 4, blur: 10, strength: 30 } };
    expect(rule(header({}, shaded, { style }))).toContain("box-shadow:var(--shadow)");
  });
  it("a logo follows the alignment of its look", () => {
    for (const [align, margins] of [
      ["centre", "auto"],
      ["end", "auto 0"],
    ] as const) {
      const logo = { ...block("logo"), look: Look.parse({ align }) } as Block;
      expect(header({}, logo)).toMatch(new RegExp(`\\.n-${logo.id} img\\{[^}]*margin-inline:${margins}[;}]`));
    }
  });
});

describe("a text style of a block's own", () => {
  const withType = (kind: "menu" | "heading", type: string) => {
    const plain = block(kind, kind === "menu" ? ({ menu: "main" } as never) : {});
    const data = pageData();
    const part = partWith("header", [{ ...plain, look: { ...plain.look, type } } as Block]);
    const slots = { ...data.slots, header: { id: "h", part } };
    const { css } = renderPage({ ...data, slots }, ENGLISH, { shaper });
    return { rule: new RegExp(`\\.n-${plain.id}\\{([^}]*)\\}`).exec(css)?.[1] ?? "", style: data.style };
  };
  it("holds against that of its kind, with all it says", () => {
    const { rule, style } = withType("menu", "h3");
    const { size, weight, lineHeight } = style.type.h3;
    expect(rule).toContain(`font-size:${size}rem;font-weight:${weight};line-height:${lineHeight}`);
    expect(rule).toMatch(/letter-spacing:(normal|-?[\d.]+em);text-transform:(none|uppercase)/);
  });
  it("is not worn by what has one among its settings", () => {
    expect(withType("heading", "h3").rule).not.toContain("font-size");
  });
});
