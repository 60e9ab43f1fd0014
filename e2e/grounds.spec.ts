import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import sharp from "sharp";
import { layersOf, ratioBehind } from "../src/core/checks/layers-behind";
import { seenBehind } from "../src/core/checks/over-pictures";
import { contrast } from "../src/core/colour/contrast";
import { colourOf } from "../src/core/colour/hex";
import { weightedPercentile } from "../src/core/colour/tones";
import { BACKGROUND_LAYERS, type Band, type Part } from "../src/core/design/part";
import { TEXTURES } from "../src/core/model/house-style";
import type { Picture } from "../src/core/model/picture";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { ENGLISH } from "../src/messages/visitor-words";
import { renderPicture } from "../src/server/files/picture-file";
import { block, pageData, partWith, picture } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage } from "./blank-page";
import { greys } from "./greys";

/** What lies behind a text is Chromium's own drawing: its pixels have the contrast that is computed. */

const [WIDTH, HEIGHT] = [1280, 320];

/** What a picture behind a band comes to by Chromium's own pixels: contrast of a text with its faintest twentieth. */
const inChromium = async (page: Page, { part, data, png, text }: Case): Promise<number> => {
  await page.unroute("**/_media/**").catch(() => undefined);
  await page.route("**/_media/**", (route) => route.fulfill({ contentType: "image/png", body: png }));
  const { css, regions } = renderPage(
    { ...data, slots: { ...data.slots, header: { id: "h", part } } },
    ENGLISH,
    { shaper },
  );
  await page.setContent(`<style>${css} .in{visibility:hidden}</style>${regions.header}`);
  await page.evaluate(async () => {
    for (const image of document.images) await image.decode();
  });
  const shot = await page.locator(".band").screenshot();
  const { data: pixels, info } = await sharp(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  expect(info).toMatchObject({ width: WIDTH, height: part.bands[0]?.height.wide });
  const letters = colourOf(text);
  const seen = new Map<number, number>();
  for (let pixel = 0; pixel < pixels.length; pixel += 3) {
    const key = pixels.readUIntBE(pixel, 3);
    seen.set(key, (seen.get(key) ?? 0) + 1);
  }
  return weightedPercentile(
    [...seen].map(([key, count]) => {
      const [r, g, b] = [key >> 16, (key >> 8) & 255, key & 255].map((byte) => byte / 255) as [
        number,
        number,
        number,
      ];
      return [contrast(letters, { r, g, b }), count];
    }),
    0.05,
  );
};

interface Case {
  readonly part: Part;
  readonly data: PageData;
  readonly png: Buffer;
  readonly text: string;
}

/** What is computed of it. */
const computed = ({ part, data, text }: Case): number => {
  const band = part.bands[0] as Band;
  const behind = seenBehind(band, data.pictures["pic"] as Picture, data, null).find(
    ({ screen, zoom }) => screen === WIDTH && zoom === 1,
  );
  return behind ? ratioBehind(colourOf(text), behind, layersOf(band, data.style)) : 0;
};

const caseOf = (
  made: { png: Buffer; picture: Picture },
  text: string,
  background: object,
  height = HEIGHT,
): Case => ({
  part: partWith("header", [block("siteName")], {
    colour: text,
    height: { wide: height },
    background: { picture: "pic", ...background },
  }),
  data: pageData({ pictures: { pic: made.picture } }),
  png: made.png,
  text,
});

test("the contrast of texts over pictures is that of Chromium's pixels, whatever lies over them and in which order", async ({
  page,
}) => {
  const seed = runSeed(11);
  const random = seeded(seed);
  await blankPage(page);
  await page.setViewportSize({ width: WIDTH, height: 600 });
  const colour = () => `#${Array.from({ length: 6 }, () => random.pick([..."0369cf"])).join("")}`;
  const wrong: object[] = [];
  let worst = 1;
  const cases = 60;
  for (let at = 0; at < cases; at += 1) {
    const made = await greys(random, String(at).padStart(64, "0"));
    const text = random.pick(["#ffffff", "#000000", colour()]);
    const background = {
      pictureFit: random.pick(["fills", "whole", "across"]),
      colour: colour(),
      overlay: random.pick([0, 20 + random.below(80)]),
      overlayColour: colour(),
      texture: random.pick(TEXTURES),
      textureStrength: 10 + random.below(90),
      order: random.some([...BACKGROUND_LAYERS], 3, 3),
    };
    // lower and higher than the picture is where it is as wide as the band
    const each = caseOf(made, text, background, random.pick([HEIGHT, 900]));
    const [here, there] = [computed(each), await inChromium(page, each)];
    worst = Math.max(worst, here / there, there / here);
    if (Math.abs(here / there - 1) > 0.04) wrong.push({ here, there, text, ...background });
  }
  console.log(
    `contrast behind texts: ${cases} grounds compared, at most ${((worst - 1) * 100).toFixed(1)} % apart (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
});

/** Patterns finer than the samples that are kept of a picture, by how many of their pixels are of the second grey. */
const PATTERNS: Readonly<Record<string, (x: number, y: number, size: number) => boolean>> = {
  stripes: (x, _, size) => Math.floor(x / size) % 2 === 0,
  checks: (x, y, size) => (Math.floor(x / size) + Math.floor(y / size)) % 2 === 0,
  lines: (_, y, size) => y % (size * 5) < size,
  dots: (x, y, size) => x % (size * 8) < size && y % (size * 8) < size,
};

test("of fine patterns what is really seen counts, not the grey they come to", async ({ page }) => {
  const seed = runSeed(5);
  const random = seeded(seed);
  await blankPage(page);
  await page.setViewportSize({ width: WIDTH, height: 600 });
  const folder = await mkdtemp(join(tmpdir(), "gray-latch-grounds-"));
  const wrong: object[] = [];
  for (let at = 0; at < 16; at += 1) {
    const [pattern, isSecond] = random.pick(Object.entries(PATTERNS)) as [string, (typeof PATTERNS)[string]];
    const [first, second] = [random.below(256), random.below(256)];
    const size = 4 + random.below(12);
    const height = 800;
    const png = await sharp(
      Uint8Array.from({ length: WIDTH * height }, (_, each) =>
        isSecond?.(each % WIDTH, Math.floor(each / WIDTH), size) ? second : first,
      ),
      { raw: { width: WIDTH, height, channels: 1 } },
    )
      .png()
      .toBuffer();
    const path = join(folder, `${at}.png`);
    await writeFile(path, png);
    const rendered = await renderPicture({ path, folder, better: [] });
    if (!rendered.ok) throw new Error(JSON.stringify(rendered));
    const text = random.pick(["#ffffff", "#000000", "#808080"]);
    const each = caseOf({ png, picture: { ...picture, ...rendered.value.facts } }, text, {});
    const [here, there] = [computed(each), await inChromium(page, each)];
    if (Math.abs(here / there - 1) > 0.05) wrong.push({ here, there, text, pattern, size, first, second });
  }
  await rm(folder, { recursive: true });
  expect(wrong).toEqual([]);
});
