import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { block, pageData, partWith, picture } from "../../../test/page-data";
import { randomWorld } from "../../../test/random-world";
import { type Design, designOf } from "../design/design";
import { enlargement, visibleRegion } from "./crops";
import { pictureFindings } from "./picture-findings";
import { type PicturePlace, picturePlaces } from "./picture-places";

const side = fc.integer({ min: 1, max: 6000 });
const size = fc.record({ width: side, height: side });
const percent = fc.double({ min: 0, max: 100, noNaN: true });
const focal = fc.record({ x: percent, y: percent });

describe("the region of a picture that is seen", () => {
  it("has the shape of the box, lies inside the picture, and holds the focal point", () => {
    fc.assert(
      fc.property(size, size, focal, (original, box, point) => {
        const seen = visibleRegion(original, box, point);
        expect(seen.width / seen.height).toBeCloseTo(box.width / box.height, 6);
        const room = 1e-6 * Math.max(original.width, original.height);
        expect(seen.x).toBeGreaterThanOrEqual(-room);
        expect(seen.y).toBeGreaterThanOrEqual(-room);
        expect(seen.x + seen.width).toBeLessThanOrEqual(original.width + room);
        expect(seen.y + seen.height).toBeLessThanOrEqual(original.height + room);
        const [x, y] = [(original.width * point.x) / 100, (original.height * point.y) / 100];
        expect(x).toBeGreaterThanOrEqual(seen.x - room);
        expect(x).toBeLessThanOrEqual(seen.x + seen.width + room);
        expect(y).toBeGreaterThanOrEqual(seen.y - room);
        expect(y).toBeLessThanOrEqual(seen.y + seen.height + room);
        // it touches two opposite edges: nothing more could be shown
        expect(
          Math.abs(seen.width - original.width) < room || Math.abs(seen.height - original.height) < room,
        ).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
  it.each([
    // CSS Backgrounds 3 §3.6: 0% is the one edge, 100% the other, 50% the middle
    [
      { x: 0, y: 50 },
      { x: 0, y: 0, width: 100, height: 100 },
    ],
    [
      { x: 50, y: 50 },
      { x: 50, y: 0, width: 100, height: 100 },
    ],
    [
      { x: 100, y: 50 },
      { x: 100, y: 0, width: 100, height: 100 },
    ],
  ])("of 200 × 100 in a square at %o is %o", (point, region) => {
    expect(visibleRegion({ width: 200, height: 100 }, { width: 50, height: 50 }, point)).toEqual(region);
  });
  it("says how many times a picture is enlarged", () => {
    expect(enlargement({ width: 600, height: 400 }, { width: 1200, height: 300 }, 1)).toBe(2);
    expect(enlargement({ width: 600, height: 400 }, { width: 300, height: 100 }, 2)).toBe(1);
  });
});

const { facts } = randomWorld(7);
const [first, second] = facts.entries;
const withPicture = facts.entries.filter(({ id }) => id === first?.id);

describe("where a picture is seen", () => {
  const strip = partWith("titleBar", [block("title")], {
    height: { wide: 300, small: 160 },
    background: { picture: "pic", colour: "", pageOwnPicture: false, overlay: 0 },
  });
  const own = partWith("layout", [block("mainPicture")], {
    background: { pageOwnPicture: true, colour: "", picture: "", overlay: 0 },
  });
  const shown = partWith("footer", [block("picture", { picture: "pic" })]);
  const cards = block("entryList", { arrangement: "cards" });
  const binned = { ...shown, binnedAt: "2026-01-01T00:00:00.000Z" };
  const design: Design = designOf([
    { id: "style", kind: "style", body: pageData().style },
    { id: "profile", kind: "profile", body: { ...pageData().profile, logo: "pic" } },
    { id: "pic", kind: "picture", body: picture },
    { id: "strip", kind: "part", body: strip },
    { id: "own", kind: "part", body: own },
    { id: "shown", kind: "part", body: shown },
    { id: "binned", kind: "part", body: binned },
    { id: "cards", kind: "part", body: partWith("layout", [cards]) },
  ]);
  const places = picturePlaces(design, "pic", withPicture, (page) =>
    page === `entry:${first?.id}`
      ? ["own", "strip"]
      : page === `archive:kind:${first?.kind}`
        ? ["cards"]
        : [],
  );
  const at = (is: PicturePlace["where"]["is"]) => places.filter(({ where }) => where.is === is);
  it("is named for bands, blocks, the profile and pages, with the box at each width", () => {
    expect(at("band")).toEqual([
      {
        where: { is: "band", part: "strip", node: strip.bands[0]?.id },
        boxes: {
          wide: { width: 1280, height: 300 },
          middle: { width: 820, height: 300 },
          small: { width: 390, height: 160 },
        },
      },
    ]);
    expect(at("block")).toMatchObject([{ where: { part: "shown" }, boxes: null }]);
    expect(at("logo")).toHaveLength(1);
    expect(at("mainPicture").map(({ where }) => "node" in where && where.node)).toHaveLength(2);
    expect(at("mainPicture")[1]?.boxes?.wide).toEqual({ width: 1100, height: 420 });
  });
  it("in lists: as a card on the archive of its kind, three to two, as wide as its column", () => {
    expect(at("listed")).toEqual([
      {
        where: { is: "listed", part: "cards", node: cards.id, entry: first?.id },
        boxes: {
          wide: { width: 348, height: 232 },
          middle: { width: 372, height: 248 },
          small: { width: 342, height: 228 },
        },
      },
    ]);
  });
  it("in heroes: as wide as the screen and as high as the hero; a kind that is not shown crops nothing", () => {
    const slide = block("slide", { picture: "pic" });
    const of = (kind: "picture" | "slides", from: "own" | "newest" = "own") => {
      const height = { wide: 500, small: 300 };
      const settings = { kind, height, picture: { picture: "pic" }, slides: { from } };
      const hero = block("hero", settings as never, [slide]);
      const part = partWith("titleBar", [hero], { width: "full" });
      const found = picturePlaces(
        designOf([
          { id: "style", kind: "style", body: pageData().style },
          { id: "pic", kind: "picture", body: picture },
          { id: "p", kind: "part", body: part },
        ]),
        "pic",
        from === "newest" ? withPicture : [],
        () => [],
      );
      return found.map(({ where, boxes }) => [
        "node" in where && where.node,
        where.is,
        boxes?.small ?? null,
        hero.id,
      ]);
    };
    const box = { width: 390, height: 300 };
    const [own, kept] = of("picture");
    expect([own?.slice(0, 3), kept?.slice(0, 3)]).toEqual([
      [own?.[3], "band", box],
      [slide.id, "block", null],
    ]);
    expect(of("slides").map((each) => each.slice(0, 3))).toContainEqual([slide.id, "band", box]);
    expect(of("slides", "newest").map((each) => each.slice(1, 3))).toContainEqual(["listed", box]);
  });
  it("is nowhere for a picture nobody shows, and on the entry where no part shows it", () => {
    expect(picturePlaces(design, "other", [], () => [])).toEqual([]);
    expect(picturePlaces(design, "pic", withPicture, () => []).at(-1)).toEqual({
      where: { is: "entry", entry: first?.id },
      boxes: null,
    });
    expect(second).toBeDefined();
  });
  it("findings: too small for the widest place, too heavy, unused, no words", () => {
    const codes = (over: object, where = places, bytes = 1000) =>
      pictureFindings({ ...picture, ...over }, where, bytes).map(({ code }) => code);
    expect(codes({ width: 2000, height: 1500, alt: "Hills" })).toEqual([]);
    expect(codes({ width: 640, height: 480, alt: "Hills" })).toEqual(["tooSmall"]);
    expect(codes({ width: 640, height: 480, alt: "Hills", type: "image/svg+xml" })).toEqual([]);
    expect(codes({ width: 2000, height: 1500, alt: "" })).toEqual(["noWords"]);
    expect(codes({ width: 2000, height: 1500, alt: "" }, at("logo"))).toEqual([]);
    expect(codes({ width: 2000, height: 1500, alt: "x" }, [], 30_000_000)).toEqual(["tooHeavy", "unused"]);
    const [small] = pictureFindings({ ...picture, width: 640, height: 480, alt: "x" }, places, 0);
    expect(small).toMatchObject({ times: 2, needed: 1280 });
  });
});
