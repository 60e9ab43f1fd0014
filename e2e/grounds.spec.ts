import { expect, test } from "@playwright/test";
import sharp from "sharp";
import { layersOf, ratioBehind } from "../src/core/checks/layers-behind";
import { seenBehind } from "../src/core/checks/over-pictures";
import { contrast } from "../src/core/colour/contrast";
import { colourOf } from "../src/core/colour/hex";
import { weightedPercentile } from "../src/core/colour/tones";
import { BACKGROUND_LAYERS, type Band } from "../src/core/design/part";
import { TEXTURES } from "../src/core/model/house-style";
import { TONES_ACROSS } from "../src/core/model/picture";
import { renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith, picture } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage } from "./blank-page";

/** What lies behind a text is Chromium's own drawing: its pixels have the contrast that is computed. */

const [WIDTH, HEIGHT] = [1280, 320];
const [ACROSS, DOWN] = [TONES_ACROSS, 32];
const SAMPLE = 25;

/** A picture of soft greys, with the samples that are kept of it. */
const greys = async (random: ReturnType<typeof seeded>, file: string) => {
  const [base, reach, turn] = [40 + random.below(170), random.below(40), random.real() * 6];
  const tones = Array.from({ length: ACROSS * DOWN }, (_, at) =>
    Math.round(base + reach * Math.sin((at % ACROSS) / 9 + turn) * Math.cos(at / ACROSS / 7)),
  );
  const png = await sharp(Uint8Array.from(tones), { raw: { width: ACROSS, height: DOWN, channels: 1 } })
    .resize(ACROSS * SAMPLE, DOWN * SAMPLE, { kernel: "nearest" })
    .png()
    .toBuffer();
  return {
    png,
    picture: {
      ...picture,
      file,
      width: ACROSS * SAMPLE,
      height: DOWN * SAMPLE,
      focal: { x: random.below(101), y: random.below(101) },
      tones: btoa(String.fromCharCode(...tones)),
    },
  };
};

test("the contrast of texts over pictures is that of Chromium's pixels, whatever lies over them and in which order", async ({
  page,
}) => {
  const seed = runSeed(11);
  const random = seeded(seed);
  await blankPage(page);
  await page.setViewportSize({ width: WIDTH, height: 600 });
  let png = Buffer.alloc(0);
  await page.route("**/_media/**", (route) => route.fulfill({ contentType: "image/png", body: png }));
  const colour = () => `#${Array.from({ length: 6 }, () => random.pick([..."0369cf"])).join("")}`;
  const wrong: object[] = [];
  let worst = 1;
  const cases = 60;
  for (let at = 0; at < cases; at += 1) {
    const made = await greys(random, String(at).padStart(64, "0"));
    png = made.png;
    const text = random.pick(["#ffffff", "#000000", colour()]);
    const overlay = random.pick([0, 20 + random.below(80)]);
    const background = {
      picture: "pic",
      pictureFit: random.pick(["fills", "whole"]),
      colour: colour(),
      overlay,
      overlayColour: colour(),
      texture: random.pick(TEXTURES),
      textureStrength: 10 + random.below(90),
      order: random.some([...BACKGROUND_LAYERS], 3, 3),
    };
    const part = partWith("header", [block("siteName")], {
      colour: text,
      height: { wide: HEIGHT },
      background,
    });
    const band = part.bands[0] as Band;
    const data = pageData({ pictures: { pic: made.picture } });
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
    const { data: pixels, info } = await sharp(shot)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(info).toMatchObject({ width: WIDTH, height: HEIGHT });
    const letters = colourOf(text);
    const seen = new Map<number, number>();
    for (let pixel = 0; pixel < pixels.length; pixel += 3) {
      const key = pixels.readUIntBE(pixel, 3);
      seen.set(key, (seen.get(key) ?? 0) + 1);
    }
    const there = weightedPercentile(
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
    const behind = seenBehind(band, made.picture, data.style, null).find(({ screen }) => screen === WIDTH);
    const here = behind ? ratioBehind(letters, behind, layersOf(band, data.style)) : 0;
    worst = Math.max(worst, here / there, there / here);
    if (Math.abs(here / there - 1) > 0.04) wrong.push({ here, there, text, ...background });
  }
  console.log(
    `contrast behind texts: ${cases} grounds compared, at most ${((worst - 1) * 100).toFixed(1)} % apart (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
});
