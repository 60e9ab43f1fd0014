import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { pictureAcross } from "../src/core/blocks/list-css";
import {
  ARRANGEMENTS,
  type Arrangement,
  isFirstLarge,
  type ListSettings,
  RATIOS,
} from "../src/core/blocks/list-settings";
import type { EntryView } from "../src/core/draw/page-material";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith, picture } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { nuErrors } from "./nu";
import { isWhole } from "./sample";

/** Lists of entries beside Chromium's layout: nothing lies over anything, nothing is cut, pictures are as wide as is computed. */

const SCREENS = [320, 390, 640, 820, 1280, 1600] as const;
const LONG = "Meteoritenbeobachtungsabend";
const ENTRIES: readonly EntryView[] = [
  entryView({
    id: "long",
    title: `${LONG} over the ridge, with the long exposure of the northern sky and what came of it`,
    summary: Array.from({ length: 60 }, (_, at) => `word${at}`).join(" "),
    terms: [1, 2, 3, 4].map((at) => ({ name: `Topic number ${at}`, path: `/topics/${at}/` })),
    restricted: true,
  }),
  entryView({ id: "plain", title: "Sun", path: "/sun/" }),
  entryView({
    id: "empty",
    title: "I",
    path: "/i/",
    summary: "",
    picture: null,
    published: null,
    starts: null,
    ends: null,
    author: null,
    terms: [],
    fields: [],
  }),
  entryView({ id: "wide", title: "Wide", path: "/wide/", picture: "wide", starts: null }),
  entryView({ id: "tall", title: "Tall as a tower", path: "/tall/", picture: "tall", starts: null }),
];
const PICTURES = Object.fromEntries(
  [
    ["pic", 1600, 900],
    ["wide", 1600, 400],
    ["tall", 900, 1600],
  ].map(([id, width, height], at) => [
    id,
    { ...picture, width: Number(width), height: Number(height), file: String(at).repeat(64) },
  ]),
);

type Random = ReturnType<typeof seeded>;
const FACTS = ["date", "when", "author", "terms", "fields", "summary"] as const;
/** An arrangement with looks of its own. */
const settingsFor = (random: Random, arrangement: Arrangement): Partial<ListSettings> => {
  const own = {
    picture: random.chance(0.8),
    summary: random.chance(0.8),
    facts: random.some([...FACTS], 0, 6),
    gap: random.below(60),
  };
  const columns = { wide: 1 + random.below(6), middle: 1 + random.below(3), small: 1 + random.below(2) };
  return {
    arrangement,
    [arrangement]: {
      ...own,
      ...(arrangement === "rows"
        ? { picture: random.pick(["left", "right", "alternating", "none"] as const) }
        : {}),
      ...(arrangement === "cards" || arrangement === "columns" ? { columns } : {}),
      ...(arrangement === "timeline" ? { by: random.pick(["year", "month", "day"] as const) } : {}),
    },
    firstLarge: random.chance(0.5),
    ratio: random.pick(RATIOS),
    summaryWords: random.pick([0, 0, 8]),
    dates: random.pick(["long", "weekday", "short", "numbers"] as const),
    nameStyle: random.pick(["", "h2", "small"] as const),
    more: random.pick(["", "Read on"]),
    wholeLink: random.chance(0.4),
    line: random.chance(0.4),
    itemGround: random.pick(["", "#dde8f4"]),
    itemPadding: random.below(40),
  };
};

const drawnOf = (settings: Partial<ListSettings>) => {
  const list = block("entryList", settings);
  const lists = { [list.id]: { entries: ENTRIES, total: 5, page: 1, pages: 1, stem: "/notes/" } };
  const data = pageData({ lists, pictures: PICTURES });
  const part = partWith("layout", [block("title"), list], { paddingBlock: { wide: 24 } });
  const cells = part.bands[0]?.cells.map((cell) => ({ ...cell, direction: "column" as const })) ?? [];
  const bands = part.bands.map((band) => ({ ...band, cells }));
  const slots = { ...data.slots, layout: { id: "l", part: { ...part, bands } } };
  const whole = { ...data, slots };
  return {
    list: list.settings as ListSettings,
    style: data.style,
    whole,
    rendered: renderPage(whole, ENGLISH, { shaper }),
  };
};

/** What is wrong in Chromium's layout of a list, and how wide its pictures are. */
const lookAt = (page: Page) =>
  page.evaluate(() => {
    const wrong: string[] = [];
    const root = document.documentElement;
    if (root.scrollWidth > root.clientWidth) wrong.push(`scrolls sideways: ${root.scrollWidth}`);
    const boxOf = (element: Element) => element.getBoundingClientRect();
    const overlap = (a: DOMRect, b: DOMRect) =>
      Math.min(a.right, b.right) - Math.max(a.left, b.left) > 0.6 &&
      Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 0.6;
    const items = [...document.querySelectorAll(".b-entryList li")];
    for (const [at, item] of items.entries()) {
      const box = boxOf(item);
      for (const other of items.slice(at + 1))
        if (overlap(box, boxOf(other))) wrong.push(`entry ${at} lies over another`);
      const parts = [...item.querySelectorAll(".shot,.words>*")]
        .map(boxOf)
        .filter(({ height }) => height > 0);
      for (const [first, one] of parts.entries()) {
        if (one.left < box.left - 0.6 || one.right > box.right + 0.6 || one.bottom > box.bottom + 0.6)
          wrong.push(`entry ${at} reaches out of its place`);
        if (parts.slice(first + 1).some((two) => overlap(one, two)))
          wrong.push(`entry ${at} lies over itself`);
      }
      for (const words of item.querySelectorAll<HTMLElement>(".words *"))
        if (!words.closest(".hidden") && words.scrollWidth > words.clientWidth + 1 && words.clientWidth > 0)
          wrong.push(`entry ${at} is cut: ${words.className || words.tagName}`);
    }
    // what stands under no period has the room of those that do
    const rem = Number.parseFloat(getComputedStyle(root).fontSize);
    for (const list of document.querySelectorAll(".period>ul"))
      if (boxOf(list).width < Math.min(boxOf(list.parentElement as Element).width, 16 * rem) - 1)
        wrong.push(`a period is squeezed to ${boxOf(list).width} px`);
    const isUneven = document.querySelector(".b-entryList.columns") !== null;
    const read = items.filter((item) => !item.matches(".first")).map(boxOf);
    for (const [at, now] of read.entries()) {
      const before = read[at - 1];
      if (!before) continue;
      const isBelow = now.top >= before.bottom - 0.6;
      // down a column, then on with the next one; elsewhere along a row, then down
      const follows = isUneven
        ? (Math.abs(now.left - before.left) < 1 && isBelow) || now.left > before.left + 1
        : isBelow || now.left > before.left + 1;
      if (!follows) wrong.push(`entry ${at} is not where one reads on`);
    }
    const across = (selector: string) => {
      const found = document.querySelector(selector);
      return found ? boxOf(found).width : null;
    };
    return {
      wrong,
      room: boxOf(document.querySelector(".b-entryList") as Element).width,
      first: across(".b-entryList li.first .shot"),
      other: across(".b-entryList li:not(.first) .shot"),
    };
  });

const show = async (page: Page, { css, body }: { css: string; body: string }): Promise<void> => {
  await page.evaluate(
    ({ rules, inside }) => {
      document.body.innerHTML = `<style>${rules}</style>${inside}`;
    },
    { rules: css, inside: body },
  );
  await page.evaluate(() =>
    Promise.all(
      [...document.images].map((image) => {
        image.loading = "eager";
        return image.decode();
      }),
    ),
  );
};

test.beforeEach(async ({ page }) => {
  await blankPage(page);
  await loadFonts(page);
  await page.route("**/_media/**", (route) => {
    const at = Number(/_media\/(\d)/.exec(route.request().url())?.[1]);
    const { width, height } = Object.values(PICTURES)[at] as { width: number; height: number };
    return route.fulfill({
      contentType: "image/svg+xml",
      body: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"/>`,
    });
  });
});

test("in every arrangement nothing lies over anything or is cut, and pictures are as wide as is computed", async ({
  page,
}) => {
  test.setTimeout(180_000);
  const seed = runSeed(19);
  const random = seeded(seed);
  const [wrong, pages]: [string[], (readonly [string, string])[]] = [[], []];
  let measured = 0;
  for (const arrangement of ARRANGEMENTS)
    for (let at = 0; at < (isWhole ? 40 : 6); at += 1) {
      const { list, style, whole, rendered } = drawnOf(settingsFor(random, arrangement));
      pages.push([`${arrangement} ${at}`, documentHtml(whole, rendered, "/site.js")]);
      await page.setViewportSize({ width: 1280, height: 800 });
      await show(page, rendered);
      for (const [screen, size] of [...SCREENS.map((width) => [width, 16]), [320, 32], [1280, 32]] as const) {
        await page.setViewportSize({ width: screen, height: 800 });
        await page.evaluate((root) => {
          document.documentElement.style.fontSize = `${root}px`;
        }, size);
        const found = await lookAt(page);
        const where = `${arrangement} ${at} at ${screen} px, text ${size}: `;
        wrong.push(...found.wrong.map((each) => where + each));
        if (size !== 16) continue;
        const { edgeWide, edgeMiddle } = style.measures;
        const width = screen >= edgeWide ? "wide" : screen >= edgeMiddle ? "middle" : "small";
        for (const [is, isFirst] of [
          [found.first, true],
          [found.other, false],
        ] as const) {
          if (is === null || (isFirst && !isFirstLarge(list))) continue;
          // what stands under a period has the room beside it
          if (arrangement === "timeline") continue;
          measured += 1;
          const wanted = pictureAcross(list, width, found.room, isFirst);
          if (Math.abs(is - wanted) > 1) wrong.push(`${where}a picture ${is} px wide, computed ${wanted}`);
        }
      }
    }
  expect(wrong, `seed ${seed}`).toEqual([]);
  expect(measured).toBeGreaterThan(60);
  expect(nuErrors(pages)).toEqual([]);
});

test("no arrangement has an axe violation; Tab goes through entries in the order they are read", async ({
  page,
}) => {
  for (const arrangement of ARRANGEMENTS) {
    const more = { more: "Read on", wholeLink: true, itemGround: "#dde8f4", firstLarge: true };
    await page.setViewportSize({ width: 1280, height: 800 });
    await show(page, drawnOf({ arrangement, ...more }).rendered);
    await page.evaluate(() => {
      document.title = "Lists";
    });
    const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).analyze();
    expect(violations.map(({ id, nodes }) => `${arrangement}: ${id} ${nodes[0]?.html}`)).toEqual([]);
    const names = await page
      .locator(".b-entryList a.name")
      .evaluateAll((all) => all.map(({ textContent }) => textContent));
    const reached: (string | null)[] = [];
    await page.locator("body").press("Home");
    for (let at = 0; at < 60 && reached.length < names.length; at += 1) {
      await page.keyboard.press("Tab");
      const name = await page.evaluate(() =>
        document.activeElement?.matches(".b-entryList a.name") ? document.activeElement.textContent : null,
      );
      if (name !== null) reached.push(name);
    }
    expect(reached).toEqual(names);
  }
});
