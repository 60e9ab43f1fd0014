import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { contrastOf } from "../colour/contrast";
import { colourOf, hexOf, steps } from "../colour/hex";
import { BACKGROUND_LAYERS, type Band } from "../design/part";
import { layersOf, ratioBehind } from "./layers-behind";

const { style } = pageData();
const WHITE = colourOf("#ffffff");
const band = (background: object, colour = "#ffffff"): Band =>
  partWith("header", [block("siteName")], { colour, background: { picture: "pic", ...background } })
    .bands[0] as Band;
/** A picture of one grey that fills the band. */
const grey = (byte: number) => ({ tones: [[byte / 255, 1] as const], ground: null });
const over = (background: object, seen: Parameters<typeof ratioBehind>[1], text = WHITE) =>
  ratioBehind(text, seen, layersOf(band(background, hexOf(text)), style));

describe("steps of a gradient", () => {
  // the example of CSS Color 4 §12.3, from memory
  it("are mixed premultiplied", () => {
    const from = { r: 0.24, g: 0.12, b: 0.98, alpha: 0.4 };
    const to = { r: 0.62, g: 0.26, b: 0.64, alpha: 0.6 };
    const middle = steps(from, to, 3)[1];
    for (const [key, value] of Object.entries({ r: 0.468, g: 0.204, b: 0.776, alpha: 0.5 }))
      expect(middle?.[key as "r"]).toBeCloseTo(value, 9);
    expect(steps(from, to, 5).map(({ alpha }) => alpha)).toEqual(
      [0.4, 0.45, 0.5, 0.55, 0.6].map((each) => expect.closeTo(each, 9)),
    );
  });
});

describe("what lies between a picture and a text", () => {
  it("counts where it lies over the picture, and not where the picture lies over it", () => {
    const black = { overlay: 60, overlayColour: "#000000" };
    expect(over(black, grey(200))).toBeCloseTo(contrastOf("#ffffff", "#505050"), 6);
    const under = { ...black, order: ["overlay", "picture", "texture"] };
    expect(over(under, grey(200))).toBeCloseTo(contrastOf("#ffffff", "#c8c8c8"), 6);
  });
  it("lies on the ground beside a picture whatever the order", () => {
    const beside = { tones: [[0, 1] as const], ground: [WHITE, 1] as const };
    for (const order of [BACKGROUND_LAYERS, ["overlay", "picture", "texture"]])
      expect(over({ overlay: 60, overlayColour: "#000000", order }, beside)).toBeCloseTo(
        contrastOf("#ffffff", "#666666"),
        6,
      );
  });
  it("is a gradient at its worst step, which may be neither of its ends", () => {
    const gradient = { overlay: 100, overlayColour: "#000000", overlayTo: "#ffffff" };
    expect(over(gradient, grey(0), colourOf("#808080"))).toBeLessThan(1.1);
    expect(over(gradient, grey(0))).toBe(1);
    const short = { overlay: 100, overlayColour: "#000000", overlayTo: "#333333" };
    expect(over(short, grey(255))).toBeCloseTo(contrastOf("#ffffff", "#333333"), 6);
  });
  it("is a texture in the text's own colour: thin dots do not count, lines do, and a layer over them covers them", () => {
    const strong = { textureStrength: 60 };
    const plain = over({}, grey(60));
    expect(over({ ...strong, texture: "dots" }, grey(60))).toBe(plain);
    const inked = contrastOf(
      "#ffffff",
      hexOf({ r: 0.6 + (0.4 * 60) / 255, g: 0.6 + (0.4 * 60) / 255, b: 0.6 + (0.4 * 60) / 255 }),
    );
    for (const texture of ["grid", "lines"])
      expect(over({ ...strong, texture }, grey(60))).toBeCloseTo(inked, 1);
    // where lines of a weave cross there is twice the ink, over a sixteenth of the ground
    expect(over({ ...strong, texture: "weave" }, grey(60))).toBeLessThan(inked - 0.5);
    const covered = { ...strong, texture: "weave", overlay: 100, overlayColour: "#000000" };
    expect(over(covered, grey(60))).toBeCloseTo(21, 6);
    expect(over({ ...covered, order: ["picture", "overlay", "texture"] }, grey(60))).toBeLessThan(6);
    expect(over({ ...strong, texture: "weave", order: ["texture", "picture", "overlay"] }, grey(60))).toBe(
      plain,
    );
  });
});
