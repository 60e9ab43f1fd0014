import { expect, type Page, test } from "@playwright/test";
import type { Band } from "../src/core/design/part";
import { BandFit } from "../src/core/layout/fit";
import { TextMeasure } from "../src/core/measure/text-measure";
import type { Picture } from "../src/core/model/picture";
import { renderPage } from "../src/core/render/page";
import { designsOf, partOfBands } from "../src/core/starting/designs";
import { ENGLISH } from "../src/messages/visitor-words";
import { materialWith } from "../test/design-material";
import { block, pageData, partWith } from "../test/page-data";
import { randomHeader } from "../test/random-header";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { headersOn, kindsOf, PROSE, SCREENS } from "./drawn-bands";
import { isWhole } from "./sample";

/** Chromium's own layout is the oracle of what has too little room: logos too small, a word a line, one thing over another. */

/** What flows with the room it gets. */
const MORE = [
  () => block("tagline"),
  () => block("copyright", { after: "All rights reserved where there are any" }),
  () => block("address", { direction: "row" }),
  () => block("notice", { text: "Closed for the eclipse in August" }),
  () => block("heading", { text: "Under a dark sky" }),
  () => block("richText", { text: PROSE }),
  () => block("signUp", { label: "Letters by post", button: "Send it to me" }),
];

/** What Chromium draws too small, a word a line, or out of its cell; `isTooWide` where the row itself is wider than the screen. */
const tightInChromium = (page: Page): Promise<{ tight: string[]; isTooWide: boolean; widths: number[] }> =>
  page.evaluate(() => {
    const row = document.querySelector(".in") as HTMLElement;
    const shown = (element: Element) => element.getBoundingClientRect().height > 0;
    const found: string[] = [];
    for (const image of document.querySelectorAll<HTMLElement>(".b-logo img")) {
      if (!shown(image)) continue;
      const ratio = Number(image.getAttribute("width")) / Number(image.getAttribute("height"));
      const { width, height } = image.getBoundingClientRect();
      const seen = Math.min(height, width / ratio);
      if (seen < Math.min(height, Math.max(16, height / 2)) - 0.01)
        found.push(`logo ${seen.toFixed(1)} of ${height}`);
    }
    for (const words of document.querySelectorAll<HTMLElement>(
      ".b-siteName,.b-tagline,.b-button,.b-account,.b-backToTop,.b-copyright,.b-address,.b-notice,.b-heading,.b-signUp label,.b-richText p,.b-richText h3,.b-richText li",
    )) {
      if (!shown(words)) continue;
      const walker = document.createTreeWalker(words, NodeFilter.SHOW_TEXT);
      const tops: number[] = [];
      for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null)
        for (const match of node.data.matchAll(/\S+/g)) {
          const range = document.createRange();
          range.setStart(node, match.index);
          range.setEnd(node, match.index + match[0].length);
          const lines = new Set([...range.getClientRects()].map(({ top }) => Math.round(top)));
          if (lines.size > 1 && !/[-–]/.test(match[0])) found.push(`a broken word: ${match[0]}`);
          tops.push(Math.round(range.getBoundingClientRect().top));
        }
      if (tops.length > 2 && new Set(tops).size === tops.length)
        found.push(`a word a line: ${words.textContent}`);
    }
    for (const cell of document.querySelectorAll(".cell")) {
      const { left, right } = cell.getBoundingClientRect();
      for (const child of cell.children) {
        const box = child.getBoundingClientRect();
        const inside = child.matches(".b-menu,.b-social")
          ? [...child.querySelectorAll(".row>li,.b-social>li,.open")]
          : [];
        const { paddingRight, borderRightWidth } = getComputedStyle(child);
        const inner = box.right - Number.parseFloat(paddingRight) - Number.parseFloat(borderRightWidth);
        const spills =
          (child.matches(
            ".b-siteName,.b-tagline,.b-backToTop,.b-copyright,.b-address,.b-notice,.b-heading,.b-signUp label,.b-richText p,.b-richText h3,.b-richText li",
          ) &&
            child.scrollWidth > Math.ceil(box.width)) ||
          inside.some((each) => {
            const at = each.getBoundingClientRect();
            return at.height > 0 && at.right > inner + 0.1;
          });
        if (box.height > 0 && (spills || box.right > right + 0.1 || box.left < left - 0.1))
          found.push(`out of its cell: ${child.className}`);
        for (const each of child.querySelectorAll(".b-signUp .line>*,.b-signUp .agree>*")) {
          const at = each.getBoundingClientRect();
          if (at.right > box.right + 0.1) found.push(`out of its form: ${each.tagName}`);
          if (each.matches("input[type=email]") && at.width < 96) found.push("a field too small");
        }
        const field = child.matches(".b-search") ? child.querySelector("input") : null;
        if (
          field &&
          field.getBoundingClientRect().width < Math.min(96, Number.parseFloat(field.style.width || "96"))
        )
          found.push("a field too small");
      }
    }
    const cells = [...row.querySelectorAll(":scope>.cell")].filter(shown);
    const padding = Number.parseFloat(getComputedStyle(row).paddingRight);
    const end = row.getBoundingClientRect().right - padding;
    const isTooWide = cells.some((cell) => cell.getBoundingClientRect().right > end + 0.3);
    const widths = cells.map((cell) => cell.getBoundingClientRect().width);
    return { tight: found, isTooWide, widths };
  });

test("what has too little room in a band is what Chromium draws too small, a word a line, or out of its place", async ({
  page,
}) => {
  const seed = runSeed(3);
  const random = seeded(seed);
  const draw = await headersOn(page);
  const wrong: object[] = [];
  const seen = { tight: 0, roomy: 0 };
  for (let at = 0; at < (isWhole ? 400 : 25); at += 1) {
    const { data, part } = randomHeader(random, random.pick(["computed", "never"]));
    const name = random.pick(["Pellow Ridge", "The Public Observatory on Pellow Ridge", data.profile.name]);
    const tagline = random.pick(["Open on clear nights", "Flour since spring", "Night"]);
    // a logo as tall as two to one, or as long as one to eight
    const logo = {
      ...data.pictures["logo"],
      width: random.pick([160, 400, 800, 1600]),
      height: random.pick([200, 320]),
    };
    const column = random.chance(0.3);
    const [first] = part.bands;
    const band = {
      ...(first as Band),
      cells: (first as Band).cells.map((cell) => ({
        ...cell,
        ...(column ? { direction: "column" as const } : {}),
        blocks: random.chance(0.4) ? [...cell.blocks, random.pick(MORE)()] : cell.blocks,
      })),
      stackOnSmall: random.chance(0.2),
    } as Band;
    const made = { ...part, bands: [band] };
    const profile = { ...data.profile, name, tagline, address: "On the ridge\nPellow" };
    const pictures = { ...data.pictures, logo } as typeof data.pictures;
    const whole = { ...data, profile, pictures, slots: { ...data.slots, header: { id: "h", part: made } } };
    const { css, regions } = renderPage(whole, ENGLISH, { shaper });
    const fit = new BandFit(band, { ...whole, words: ENGLISH }, new TextMeasure(shaper, whole.style, "en"));
    await draw(css, regions.header, logo);
    for (const screen of SCREENS) {
      await page.setViewportSize({ width: screen, height: 700 });
      const there = await tightInChromium(page);
      const state = fit.stateAt(screen);
      if (there.isTooWide || state === "overflowing") continue;
      const tight = fit.tightAt(screen);
      seen[tight.length > 0 ? "tight" : "roomy"] += 1;
      if (tight.length > 0 !== there.tight.length > 0)
        wrong.push({
          at,
          screen,
          state,
          tight,
          there: there.tight,
          seen: there.widths,
          widths: band.cells.map(({ id }) => fit.cellWidth(id, screen)),
          kinds: kindsOf(band),
        });
    }
    if (wrong.length > 4) break;
  }
  console.log(`room: ${seen.tight} with too little of it, ${seen.roomy} with enough (seed ${seed})`);
  expect(wrong).toEqual([]);
  expect(Math.min(seen.tight, seen.roomy)).toBeGreaterThan(5);
});

test("ready-made starts leave room for everything, whatever the site's name, menu and logo", async ({
  page,
}) => {
  const seed = runSeed(8);
  const random = seeded(seed);
  const draw = await headersOn(page);
  const wrong: object[] = [];
  const sites = Array.from({ length: isWhole ? 24 : 3 }, () => ({
    items: random.pick([3, 6, 9]),
    letters: random.pick([4, 24, 60]),
    ratio: random.pick([0.5, 2, 8]),
    hasLogo: random.chance(0.6),
  }));
  let looked = 0;
  for (const site of sites) {
    const own = materialWith(site);
    const logo = own.fit.pictures["logo"] as Picture;
    const data = pageData({ menus: own.fit.menus, links: {}, profile: own.fit.profile });
    for (const { bands, traits } of designsOf("header", seed, own).slice(0, 6)) {
      const slots = { ...data.slots, header: { id: "h", part: partOfBands("header", bands) } };
      const pictures = { ...data.pictures, ...own.fit.pictures };
      const { css, regions } = renderPage({ ...data, pictures, slots }, ENGLISH, { shaper });
      await draw(css, regions.header, logo);
      for (const screen of SCREENS) {
        await page.setViewportSize({ width: screen, height: 700 });
        const { tight, isTooWide } = await tightInChromium(page);
        looked += 1;
        if (isTooWide || tight.length > 0) wrong.push({ site, form: traits.form, screen, tight, isTooWide });
      }
    }
  }
  console.log(`room: ${looked} drawings of ready-made headers looked at (seed ${seed})`);
  expect(wrong).toEqual([]);
});

test("what stands beside a long word in a title bar goes below it: nothing scrolls sideways", async ({
  page,
}) => {
  await blankPage(page);
  await loadFonts(page);
  const data = pageData();
  for (const stackOnSmall of [true, false]) {
    const part = partWith("titleBar", [], {
      stackOnSmall,
      cells: [
        { id: "c1", share: 1, blocks: [block("title")] },
        { id: "c2", share: 0, align: "end", blocks: [block("breadcrumbs")] },
      ],
    });
    for (const title of [
      // wider than a phone by itself
      "Gezeitenmühlenbesichtigungsanmeldungsformular",
      "Übernachtungsmöglichkeiten",
      "Gezeitenmühlenführungen und Nachtwanderungen",
      "Domes",
    ]) {
      const trail = ["Startseite", "Besuch und Anfahrt", title].map((each) => ({ title: each, path: "/" }));
      const { css, body } = renderPage(
        {
          ...data,
          trail,
          page: { ...data.page, title },
          slots: { ...data.slots, titleBar: { id: "t", part } },
        },
        ENGLISH,
        { shaper },
      );
      await page.evaluate(
        ({ rules, inside }) => {
          document.body.innerHTML = `<style>${rules}</style>${inside}`;
        },
        { rules: css, inside: body },
      );
      for (const width of [320, 390, 600, 640, 768, 820, 1000, 1280]) {
        await page.setViewportSize({ width, height: 700 });
        const { sideways, isBeside } = await page.evaluate(() => {
          const [one, other] = [...document.querySelectorAll(".slot-titleBar .cell")].map((cell) =>
            cell.getBoundingClientRect(),
          );
          return {
            sideways: document.documentElement.scrollWidth - innerWidth,
            isBeside: (other?.top ?? 0) < (one?.bottom ?? 0),
          };
        });
        expect(sideways, `${title} at ${width}`).toBeLessThanOrEqual(0);
        if (title === "Domes" && stackOnSmall) expect(isBeside, `at ${width}`).toBe(width >= 600);
      }
    }
  }
});
