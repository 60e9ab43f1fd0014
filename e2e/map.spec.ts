import { expect, type Page, test } from "@playwright/test";
import { geoDistance } from "d3-geo";
import proj4 from "proj4";
import sharp from "sharp";
import { feature } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";
import countries from "world-atlas/countries-10m.json" with { type: "json" };
import { defaultSettings } from "../src/core/blocks";
import type { Band, Block, Part } from "../src/core/design/part";
import { MAP_COLOURS, MAP_SIZE } from "../src/core/draw/map-address";
import { leastHeight, rowHeights } from "../src/core/layout/heights";
import type { Place } from "../src/core/model/place";
import type { Width } from "../src/core/model/values";
import { renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { drawMap } from "../src/server/files/map-drawing";
import { block, pageData, partWith } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { mapAt } from "./maps";
import { isWhole } from "./sample";

/** Maps beside Chromium, proj4 and the data they are drawn from; what opens them, by keyboard. */

const EDGES = { wide: 1280, middle: 820, small: 390 } as const;
const MILL: Place = { lat: 50.1556, lon: -5.0667 };
const SETTINGS = {
  ...defaultSettings("map"),
  place: MILL,
  marker: "The tide mill",
  height: { wide: 300, middle: 240, small: 200 },
  opened: { wide: 600, middle: 500, small: 420 },
  directions: { url: "/visit/" },
};
const data = pageData();

const onPage = async (page: Page): Promise<void> => {
  await blankPage(page);
  await loadFonts(page);
  await page.route("**/_media/**", async (route) => {
    const map = await mapAt(route.request().url());
    return route.fulfill(map ?? { status: 404, body: "" });
  });
};
const show = async (page: Page, part: Part): Promise<void> => {
  const drawn = renderPage({ ...data, slots: { ...data.slots, titleBar: { id: "t", part } } }, ENGLISH, {
    shaper,
  });
  expect(drawn.needsScript).toBe(false);
  const css = drawn.css.replace(/@font-face\{[^}]*\}/g, "");
  await page.setContent(
    `<!doctype html><html lang="en"><head><title>Map</title><style>${css}</style></head><body>${drawn.body.replaceAll(' loading="lazy"', "")}</body></html>`,
  );
  await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
};

const WORDS: readonly Block[] = [block("heading", { text: "The creek", level: 2 })];
const PARTS: readonly (readonly [string, Part])[] = [
  ["a block", partWith("titleBar", [block("map", SETTINGS)])],
  ["a block from edge to edge", partWith("titleBar", [block("map", SETTINGS)], { width: "full" })],
  ["a hero", partWith("titleBar", [block("hero", { kind: "map", map: SETTINGS }, WORDS)], { width: "full" })],
];

for (const [name, part] of PARTS)
  test(`G39: the map of ${name} opens and closes, by keyboard, without script, as high as it is told`, async ({
    page,
  }) => {
    await onPage(page);
    for (const width of ["wide", "middle", "small"] as Width[]) {
      await page.setViewportSize({ width: EDGES[width], height: 800 });
      await show(page, part);
      const map = page.locator(".map");
      const summary = page.locator("summary");
      const high = async () => Math.round((await map.boundingBox())?.height ?? 0);
      expect(await high()).toBe(SETTINGS.height[width]);
      // what is told of the band is what Chromium makes of it
      const [band] = part.bands as [Band];
      const real = (await page.locator(".slot-titleBar > .band").boundingBox())?.height ?? 0;
      const told = rowHeights(band, { ...data, page: data.page }, data.style, width);
      expect(leastHeight(band, width)).toBe(0);
      expect([width, Math.abs(real - told.high) <= 1.5]).toEqual([width, true]);
      await expect(page.getByText("50.1556° N, 5.0667° W")).toBeHidden();
      // past the way to the content
      await page.keyboard.press("Tab");
      await page.keyboard.press("Tab");
      await expect(summary).toBeFocused();
      await page.keyboard.press("Enter");
      // WAI-ARIA Authoring Practices, Disclosure: Enter and Space open and close it, the focus stays
      expect(await high()).toBe(SETTINGS.opened[width]);
      await expect(page.getByText("50.1556° N, 5.0667° W")).toBeVisible();
      await expect(summary).toBeFocused();
      await page.keyboard.press("Space");
      expect(await high()).toBe(SETTINGS.height[width]);
      await page.keyboard.press("Tab");
      await expect(page.getByRole("link", { name: "How to get here" })).toBeFocused();
      // the sign stands in the middle of what is seen
      const [box, pin] = [await map.boundingBox(), await page.locator(".pin").boundingBox()];
      expect(Math.abs((pin?.x ?? 0) - (box?.x ?? 0) - (box?.width ?? 0) / 2)).toBeLessThan(1);
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    }
  });

test("the scale on a map is as long as the ground it stands for", async ({ page }) => {
  await onPage(page);
  for (const [at, zoom] of [
    [MILL, 8],
    [{ lat: 0, lon: 0 }, 10],
    [{ lat: -71, lon: 120 }, 5],
  ] as const) {
    await show(page, partWith("titleBar", [block("map", { ...SETTINGS, place: at, zoom })]));
    const scale = page.locator(".map > .scale");
    const long = (await scale.boundingBox())?.width ?? 0;
    const metres = Number.parseFloat((await scale.textContent()) ?? "") * 1000;
    // the ends of a line so long in the middle of the map, by EPSG:3857 of proj4, and how far apart they are on the sphere
    const perPx = (2 * Math.PI * 6_378_137) / (256 * 2 ** zoom);
    const [x, y] = proj4("EPSG:4326", "EPSG:3857", [at.lon, at.lat]) as [number, number];
    const ends = [-1, 1].map((side) => proj4("EPSG:3857", "EPSG:4326", [x + (side * long * perPx) / 2, y]));
    const apart = geoDistance(ends[0] as [number, number], ends[1] as [number, number]) * 6_378_137;
    expect(Math.abs(apart / metres - 1)).toBeLessThan(0.01);
  }
});

test("what a map draws as land is land in the data it is drawn from, to three px", async ({ page }) => {
  test.setTimeout(240_000);
  const random = seeded(runSeed(5));
  const world = countries as unknown as Topology<{ land: GeometryCollection }>;
  const rings = feature(world, world.objects.land).features.flatMap(({ geometry }) =>
    geometry.type === "MultiPolygon" ? geometry.coordinates.flat() : [],
  );
  /** Whether a place is within an odd number of outlines: those of lakes count, too. */
  const isWithin = ([lon, lat]: readonly [number, number]): boolean =>
    rings.filter((ring) => {
      let inside = false;
      for (const [at, [x = 0, y = 0]] of ring.entries()) {
        const [beforeX = 0, beforeY = 0] = ring.at(at - 1) ?? [];
        const crosses = y > lat !== beforeY > lat;
        if (crosses && lon < ((beforeX - x) * (lat - y)) / (beforeY - y) + x) inside = !inside;
      }
      return inside;
    }).length %
      2 ===
    1;
  const { width, height } = MAP_SIZE;
  const MAPS: readonly (readonly [Place, number])[] = [
    [MILL, 8],
    [{ lat: -17.5, lon: 179.9 }, 7],
    [{ lat: 64, lon: -20 }, 6],
  ];
  await page.setViewportSize({ width, height });
  const wrong: object[] = [];
  let [compared, onLand] = [0, 0];
  for (const [place, zoom] of isWhole ? MAPS : MAPS.slice(0, 2)) {
    // names lie over what is looked at
    const svg = (await drawMap({ place, zoom, tone: "light" })).value.svg.replace(/<g [\s\S]*<\/g>/, "");
    await page.setContent(`<style>body{margin:0}svg{display:block}</style>${svg}`);
    const { data: pixels } = await sharp(await page.screenshot())
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const hexAt = (x: number, y: number): string =>
      `#${pixels.subarray((y * width + x) * 3, (y * width + x) * 3 + 3).toString("hex")}`;
    const perPx = (2 * Math.PI * 6_378_137) / (256 * 2 ** zoom);
    const [midX, midY] = proj4("EPSG:4326", "EPSG:3857", [place.lon, place.lat]) as [number, number];
    const isLand = (x: number, y: number): boolean => {
      const at = [midX + (x + 0.5 - width / 2) * perPx, midY - (y + 0.5 - height / 2) * perPx];
      const [lon, lat] = proj4("EPSG:3857", "EPSG:4326", at) as [number, number];
      return isWithin([lon > 180 ? lon - 360 : lon, lat]);
    };
    for (let tries = 0; tries < (isWhole ? 60 : 14); tries += 1) {
      const [x, y] = [3 + random.below(width - 6), 3 + random.below(height - 6)];
      const truth = isLand(x, y);
      const shown = { [MAP_COLOURS.light.land]: true, [MAP_COLOURS.light.water]: false }[hexAt(x, y)];
      // a line of a coast or a border
      if (shown === undefined) continue;
      compared += 1;
      onLand += Number(truth);
      const isNearCoast = () =>
        [
          [-3, 0],
          [3, 0],
          [0, -3],
          [0, 3],
        ].some(([right = 0, down = 0]) => isLand(x + right, y + down) === shown);
      if (shown !== truth && !isNearCoast()) wrong.push({ place, zoom, x, y, truth });
    }
  }
  console.log(`maps: ${compared} points compared, ${onLand} on land`);
  expect(wrong).toEqual([]);
  expect(compared).toBeGreaterThan(15);
  expect(onLand).toBeGreaterThan(0);
});
