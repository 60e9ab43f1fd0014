import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import sharp from "sharp";
import { layersOf, ratioBehind } from "../src/core/checks/layers-behind";
import { seenBehind } from "../src/core/checks/over-pictures";
import { faintBands } from "../src/core/checks/part-contrast";
import { contrast } from "../src/core/colour/contrast";
import { colourOf } from "../src/core/colour/hex";
import { weightedPercentile } from "../src/core/colour/tones";
import { bandsOnGrounds } from "../src/core/design/hero";
import type { Band, Block, Part } from "../src/core/design/part";
import { visibleRegion } from "../src/core/layout/crops";
import type { Picture } from "../src/core/model/picture";
import { documentHtml, renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, film, pageData, partWith, picture } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { greys } from "./greys";
import { nuErrors } from "./nu";
import { isWhole } from "./sample";

/** Heroes beside Chromium: what is computed of a slide is what its pixels are, and slides change as they are told. */

const WIDTHS = [320, 390, 820, 1280, 1600] as const;

const heroPart = (settings: object, blocks: readonly Block[]): Part =>
  partWith("titleBar", [block("hero", settings as never, blocks)], { width: "full" });
const slide = (id: string, settings: object, text = "Under a dark sky") =>
  ({ ...block("slide", { picture: id, ...settings } as never, [block("heading", { text })]), id }) as Block;

const show = async (page: Page, part: Part, data: PageData, more = "") => {
  const drawn = renderPage({ ...data, slots: { ...data.slots, titleBar: { id: "t", part } } }, ENGLISH, {
    shaper,
  });
  await page.setContent(
    `<!doctype html><html lang="en"><head><title>Hero</title><style>${drawn.css} ${more}</style></head><body>${drawn.body}</body></html>`,
  );
  await page.evaluate(() =>
    Promise.all([...document.images].map((image) => image.decode().catch(() => undefined))),
  );
};

test("the contrast of texts over each slide is that of Chromium's pixels, at five widths; just enough is the least", async ({
  page,
}) => {
  test.setTimeout(180_000);
  const seed = runSeed(21);
  const random = seeded(seed);
  await blankPage(page);
  const files = new Map<string, Buffer>();
  await page.route("**/_media/**", (route) => {
    const file = /_media\/([0-9a-f]{64})/.exec(route.request().url())?.[1] ?? "";
    return route.fulfill({ contentType: "image/png", body: files.get(file) ?? Buffer.alloc(0) });
  });
  const colour = () => `#${Array.from({ length: 6 }, () => random.pick([..."0369cf"])).join("")}`;
  const wrong: object[] = [];
  let [worst, compared, least] = [1, 0, 0];
  for (let at = 0; at < (isWhole ? 60 : 20); at += 1) {
    const pictures: Record<string, Picture> = {};
    for (const id of ["one", "two"]) {
      const made = await greys(random, `${at}${id === "one" ? "a" : "b"}`.padStart(64, "0"));
      files.set(made.picture.file, made.png);
      pictures[id] = made.picture;
    }
    const text = random.pick(["#ffffff", "#000000", colour()]);
    const settings = {
      kind: "slides",
      colour: text,
      ground: colour(),
      overlay: random.pick([0, 20 + random.below(80)]),
      overlayColour: random.pick(["", colour()]),
      height: { wide: 360 + random.below(300), small: 300 + random.below(100) },
      slides: { plays: false },
    };
    const part = heroPart(settings, [
      slide("one", { overlay: random.pick([-1, random.below(101)]) }),
      slide("two", {}),
    ]);
    const data = pageData({ pictures });
    const width = WIDTHS[at % WIDTHS.length] as number;
    await page.setViewportSize({ width, height: 800 });
    await show(
      page,
      part,
      data,
      ".in,.picks,.to{visibility:hidden!important}.b-hero .slides>*{transition:none}",
    );
    for (const [place, id] of ["one", "two"].entries()) {
      const band = bandsOnGrounds(part.bands, {}).find((each) => each.id === id) as Band;
      const behind = seenBehind(band, pictures[id] as Picture, data, null).find(
        ({ screen, zoom }) => screen === width && zoom === 1,
      );
      const here = behind ? ratioBehind(colourOf(text), behind, layersOf(band, data.style)) : 0;
      await page
        .locator(".picks input")
        .nth(place)
        .evaluate((pick) => {
          (pick as HTMLInputElement).checked = true;
        });
      const shot = await page.locator(".slides>*").nth(place).screenshot();
      const { data: pixels } = await sharp(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true });
      const seen = new Map<number, number>();
      for (let pixel = 0; pixel < pixels.length; pixel += 3) {
        const key = pixels.readUIntBE(pixel, 3);
        seen.set(key, (seen.get(key) ?? 0) + 1);
      }
      const there = weightedPercentile(
        [...seen].map(([key, count]) => {
          const [r, g, b] = [key >> 16, (key >> 8) & 255, key & 255].map((byte) => byte / 255);
          return [contrast(colourOf(text), { r: r ?? 0, g: g ?? 0, b: b ?? 0 }), count];
        }),
        0.05,
      );
      compared += 1;
      worst = Math.max(worst, here / there, there / here);
      if (Math.abs(here / there - 1) > 0.03) wrong.push({ at, id, width, here, there, settings });
    }
    // the least overlay that is enough, by trying all of them
    for (const { band, overlay } of faintBands(part, data)) {
      const hero = part.bands[0]?.cells[0]?.blocks[0];
      const fails = (percent: number) => {
        const blocks = hero?.blocks?.map((each) =>
          each.id === band ? ({ ...each, settings: { ...each.settings, overlay: percent } } as Block) : each,
        );
        return faintBands(heroPart(settings, blocks ?? []), data).some((each) => each.band === band);
      };
      const from = bandsOnGrounds(part.bands, {}).find(({ id }) => id === band)?.background.overlay ?? 0;
      // from some strength on all pass: a colour may make it worse before it makes it better
      const failing = Array.from({ length: 101 }, (_, percent) => percent).filter(
        (percent) => percent > from && fails(percent),
      );
      const enough = failing.at(-1) === 100 ? null : (failing.at(-1) ?? from) + 1;
      least += 1;
      if (overlay !== enough) wrong.push({ at, band, overlay, enough, settings });
    }
  }
  console.log(
    `heroes: ${compared} slides compared, at most ${((worst - 1) * 100).toFixed(1)} % apart; ${least} least overlays the same by trying all (seed ${seed})`,
  );
  expect(wrong).toEqual([]);
});

test("what is seen of a slide's picture is what is computed, within a pixel", async ({ page }) => {
  const random = seeded(runSeed(31));
  await blankPage(page);
  await page.route("**/_media/**", (route) =>
    route.fulfill({
      contentType: "image/svg+xml",
      body: '<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="900"/>',
    }),
  );
  for (let at = 0; at < 20; at += 1) {
    const focal = { x: random.below(101), y: random.below(101) };
    const data = pageData({ pictures: { pic: { ...picture, focal } } });
    const width = random.pick([...WIDTHS]);
    await page.setViewportSize({ width, height: 800 });
    await show(
      page,
      heroPart({ picture: { picture: "pic" }, height: { wide: 200 + random.below(700) } }, []),
      data,
    );
    const { box, position } = await page.locator(".b-hero img").evaluate((image) => {
      const { width: wide, height } = image.getBoundingClientRect();
      return { box: { width: wide, height }, position: getComputedStyle(image).objectPosition };
    });
    expect(position).toBe(`${focal.x}% ${focal.y}%`);
    const region = visibleRegion(picture, box, focal);
    // CSS Images 3 §5.5: the picture covers the box, so one side of it is seen whole
    expect(Math.min(picture.width - region.width, picture.height - region.height)).toBeLessThan(1);
  }
});

test("slides change by themselves, stop where one looks or asks, and are picked by keyboard, without a script", async ({
  page,
}) => {
  await blankPage(page);
  const data = pageData({ pictures: { one: picture, two: picture, three: picture } });
  const part = heroPart({ kind: "slides", slides: { seconds: 3 } }, [
    slide("one", {}, "First"),
    slide("two", {}, "Second"),
    slide("three", {}, "Third"),
  ]);
  const seen = () =>
    page
      .locator(".slides>*")
      .evaluateAll((all) =>
        all.findIndex(
          (each) =>
            Number(getComputedStyle(each).opacity) > 0.9 && getComputedStyle(each).visibility === "visible",
        ),
      );
  const at = (seconds: number) =>
    page.evaluate((to) => {
      for (const each of document.getAnimations()) each.currentTime = to * 1000;
    }, seconds);
  await show(page, part, data);
  for (const [seconds, index] of [
    [0.5, 0],
    [3.5, 1],
    [6.5, 2],
    [9.5, 0],
  ] as const) {
    await at(seconds);
    // the one above is what is seen: the last of those that are there
    const shown = await page
      .locator(".slides>*")
      .evaluateAll((all) =>
        all.findLastIndex(
          (each) =>
            Number(getComputedStyle(each).opacity) > 0.9 && getComputedStyle(each).visibility === "visible",
        ),
      );
    expect([seconds, shown]).toEqual([seconds, index]);
  }
  const running = () =>
    page.evaluate(() => document.getAnimations().filter(({ playState }) => playState === "running").length);
  expect(await running()).toBeGreaterThan(0);
  await page.getByLabel("Stop the pictures").check();
  expect(await running()).toBe(0);
  await page.getByLabel("Stop the pictures").uncheck();
  // the keyboard picks one: then none follows
  await page.getByRole("radio", { name: "1 of 3" }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("radio", { name: "2 of 3" })).toBeChecked();
  expect(await seen()).toBe(1);
  expect(await page.evaluate(() => document.getAnimations().length)).toBe(0);
  await page.locator(".slides>*").nth(1).locator(".to.on").click();
  expect(await seen()).toBe(2);
  // what is not shown is not there to be read aloud or reached
  await expect(page.getByRole("heading", { name: "First" })).toHaveCount(0);
  await expect(page.getByRole("heading", { name: "Third" })).toHaveCount(1);
  await page.emulateMedia({ reducedMotion: "reduce" });
  await show(page, part, data);
  expect(await page.evaluate(() => document.getAnimations().length)).toBe(0);
  expect(await seen()).toBe(0);
  await expect(page.getByText("Stop the pictures")).toBeHidden();
});

const MAP = { place: { lat: 50.1, lon: -5.2 }, directions: { url: "/way/" } };

/** Heroes of each kind, with long words. */
const heroes = (): readonly (readonly [name: string, Part, PageData])[] => {
  const long = "Ceremonies of the observatory between two meteor showers, with a talk in the reading room";
  const data = pageData({
    pictures: { one: { ...picture, lightness: 10 }, two: { ...picture, lightness: 10 } },
  });
  const own: readonly (readonly [string, Part, PageData])[] = [
    [
      "picture",
      heroPart({ picture: { picture: "one" } }, [block("heading", { text: long }), block("button")]),
      data,
    ],
    ["slides", heroPart({ kind: "slides" }, [slide("one", {}, long), slide("two", {}, long)]), data],
    [
      "beside",
      heroPart({ kind: "slides", slides: { arrangement: "beside" } }, [
        slide("one", {}, long),
        slide("two", {}, long),
      ]),
      data,
    ],
    [
      "map",
      heroPart({ kind: "map", map: { ...MAP, marker: long.slice(0, 80) } }, [
        block("heading", { text: long }),
      ]),
      data,
    ],
    ["map alone", heroPart({ kind: "map", map: MAP }, []), data],
    [
      "video",
      heroPart({ kind: "video", video: { poster: "one", file: film } }, [block("heading", { text: long })]),
      data,
    ],
  ];
  const entries = heroPart({ kind: "slides", slides: { from: "newest" } }, []);
  const hero = entries.bands[0]?.cells[0]?.blocks[0]?.id ?? "";
  const list = {
    entries: [entryView({ picture: "one" }), entryView({ id: "e2", title: long, picture: "two" })],
    total: 2,
    page: 1,
    pages: 1,
    stem: "",
  };
  return [...own, ["entries", entries, { ...data, lists: { [hero]: list } }]];
};

test("a hero has no axe violation, cuts nothing at 320 px and with text at 200 %, and is seen in forced colours", async ({
  page,
}) => {
  await blankPage(page);
  await loadFonts(page);
  const kinds = heroes();
  for (const [name, part, of] of kinds) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await show(page, part, of);
    const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).analyze();
    expect([name, violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)]).toEqual([name, []]);
    for (const [width, size] of [
      [320, 16],
      [640, 32],
      [820, 16],
    ] as const) {
      await page.setViewportSize({ width, height: 800 });
      await show(page, part, of, `html{font-size:${size}px}`);
      const cut = await page.evaluate(() => {
        const wide = document.documentElement.scrollWidth - innerWidth;
        const out = [...document.querySelectorAll(".b-hero .in")].flatMap((each) => {
          const outer = (each.closest(".band") as Element).getBoundingClientRect();
          return [...each.querySelectorAll("h2,p,a")].filter((words) => {
            const box = words.getBoundingClientRect();
            return (
              words.checkVisibility() &&
              box.width > 0 &&
              (box.top < outer.top - 1 || box.bottom > outer.bottom + 1)
            );
          });
        });
        return [wide, out.length];
      });
      expect([name, width, size, ...cut]).toEqual([name, width, size, 0, 0]);
    }
    // words never stand under what is pressed
    await page.setViewportSize({ width: 820, height: 800 });
    await show(page, part, of);
    const under = await page.evaluate(() => {
      const boxes = (selector: string) =>
        [...document.querySelectorAll(selector)]
          .map((each) => each.getBoundingClientRect())
          .filter(({ width }) => width > 0);
      return boxes(".b-hero h2").filter((words) =>
        boxes(".to,.picks,.stop").some(
          (each) =>
            each.left < words.right - 1 &&
            each.right > words.left + 1 &&
            each.top < words.bottom - 1 &&
            each.bottom > words.top + 1,
        ),
      ).length;
    });
    expect([name, under]).toEqual([name, 0]);
  }
  await page.emulateMedia({ forcedColors: "active" });
  const [, slides] = kinds as [unknown, (typeof kinds)[number]];
  await show(page, slides[1], slides[2]);
  const marks = await page
    .locator(".picks>input")
    .evaluateAll((all) => all.map((each) => getComputedStyle(each).appearance));
  expect(marks).toEqual(["auto", "auto"]);
});

test("pages with heroes of each kind pass the Nu HTML checker", () => {
  const pages = heroes().map(([name, part, data]) => {
    const page = { ...data, slots: { ...data.slots, titleBar: { id: "t", part } } };
    return [name, documentHtml(page, renderPage(page, ENGLISH, { shaper }), "/site.js")] as const;
  });
  expect(nuErrors(pages)).toEqual([]);
});
