import { describe, expect, it } from "vitest";
import { block, pageData, partWith } from "../../../test/page-data";
import { contrastOf } from "../colour/contrast";
import type { Band, Part } from "../design/part";
import { shinesThrough } from "./shines-through";

const about = pageData();
const stuck = (own: object = {}, blocks = [block("button", { look: "plain", label: "Visit" })]): Band =>
  partWith("header", blocks, { sticky: true, ...own }).bands[0] as Band;
const foundIn = (band: Band, slot: Part["slot"] = "header") =>
  shinesThrough({ slot, bands: [band] }, about)[0] ?? null;
const found = (own: object = {}) => foundIn(stuck(own));

describe("what scrolls by below a band that stays at the top", () => {
  it("is seen through one without a ground, until it has one", () => {
    // dark text on what is as dark
    expect(found()).toMatchObject({ text: "role:text", needed: 4.5, isMended: true });
    expect(found()?.ratio).toBeLessThan(1.2);
    expect(found({ background: { colour: "role:background" } })).toBeNull();
    expect(found({ sticky: false })).toBeNull();
    expect(found({ background: { texture: "dots" } })).not.toBeNull();
  });
  it("matters as far as the ground is see-through: over black as over white (WCAG 2.2 §1.4.3)", () => {
    const own = (colour: string) => found({ background: { colour }, colour: "#000000" });
    // #ffffff at 0.93 over black is #ededed
    expect(own("#ffffffed")).toBeNull();
    expect(contrastOf("#000000", "#ededed")).toBeGreaterThan(4.5);
    // at 0.4 it is #666666
    expect(own("#ffffff66")?.ratio).toBeCloseTo(contrastOf("#000000", "#666666"), 1);
    expect(found({ background: { colour: "#ffffff", colourTo: "#ffffff22" } })).not.toBeNull();
  });
  it("is behind signs without a ground, too, and never behind a picture, an empty band or one that is solid by then", () => {
    expect(foundIn(stuck({}, [block("logo")]))).toMatchObject({ text: null, isMended: true });
    expect(found({ background: { picture: "pic" } })).toBeNull();
    expect(found({ background: { picture: "pic", pictureFit: "whole" } })).not.toBeNull();
    expect(foundIn(stuck({}, []))).toBeNull();
    expect(found({ overPicture: { on: true } })).toBeNull();
  });
  it("is nothing where a band cannot stay: what it stands in goes with it", () => {
    expect(foundIn(stuck(), "titleBar")).toBeNull();
    expect(foundIn(stuck(), "layout")).toBeNull();
    expect(shinesThrough({ slot: "layout", bands: [stuck(), stuck()] }, about)).toHaveLength(1);
  });
  it("is not mended by the page's ground where its texts are not read on that", () => {
    expect(found({ colour: "role:background" })?.isMended).toBe(false);
  });
});
