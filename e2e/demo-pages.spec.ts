import { expect, type Page, test } from "@playwright/test";
import type { Band, Part } from "../src/core/design/part";
import { flatBlocks } from "../src/core/design/tree";
import { BandFit } from "../src/core/layout/fit";
import { TextMeasure } from "../src/core/measure/text-measure";
import { renderPage } from "../src/core/render/page";
import type { PageData } from "../src/core/render/page-data";
import { ENGLISH } from "../src/messages/visitor-words";
import type { DrawMessage } from "../src/workers/preview-end";
import { shaper } from "../test/shaper";
import { blankPage, leastInChromium, loadFonts } from "./blank-page";
import { PAGES } from "./public-pages";
import { isWhole, sample } from "./sample";
import { open, PORT, signIn } from "./studio";

const ask = <T>(page: Page, name: string, site: string, input: object): Promise<T> =>
  page.evaluate(
    async ({ at, body }) => {
      const answer = await fetch(at, { method: "POST", body });
      return (await answer.json()).value;
    },
    { at: `/api/studio/${site}/${name}`, body: JSON.stringify(input) },
  ) as Promise<T>;

interface Rows {
  readonly rows: readonly { readonly id: string; readonly slot: string; readonly state: string }[];
}
interface Looked {
  readonly pages: readonly { readonly identity: string }[];
}

/** Menus that never become a button, so that the browser shows where the row stops fitting. */
const spelledOut = (band: Band): Band =>
  JSON.parse(
    JSON.stringify(band, (key, value) =>
      key === "buttonBelow" ? "never" : key === "overPicture" ? { on: false, colour: "" } : value,
    ),
  ) as Band;

test("G11: the edges of every header of both sites are Chromium's, to the pixel, at 16 and 20 px text", async ({
  page,
  context,
}) => {
  await signIn(page);
  const bare = await context.newPage();
  await blankPage(bare);
  await loadFonts(bare);
  const wrong: unknown[] = [];
  let looked = 0;
  for (const site of ["observatory", "tide-mill"]) {
    await open(page, "parts", site);
    const { rows } = await ask<Rows>(page, "parts", site, {});
    for (const { id } of rows.filter(({ slot, state }) => slot === "header" && state !== "inBin")) {
      const { body } = await ask<{ body: Part }>(page, "part", site, { part: id });
      const { pages } = await ask<Looked>(page, "previewPages", site, { part: id });
      const data = await ask<PageData>(page, "previewPage", site, {
        page: pages[0]?.identity,
        shown: { id, part: body },
      });
      const measure = new TextMeasure(shaper, data.style, data.site.language);
      for (const band of body.bands.map(spelledOut)) {
        const fit = new BandFit(band, { ...data, words: ENGLISH }, measure);
        const hasMenu = flatBlocks(band.cells.flatMap(({ blocks }) => blocks)).some(
          ({ kind }) => kind === "menu",
        );
        if (!fit.isExact || !hasMenu) continue;
        const part = { ...body, bands: [band] };
        const drawn = renderPage({ ...data, slots: { ...data.slots, header: { id, part } } }, ENGLISH, {
          shaper,
        });
        const css = drawn.css.replace(/@font-face\{[^}]*\}/g, "");
        for (const root of [16, 20]) {
          const seen = await leastInChromium(bare, css, drawn.regions.header, root);
          const expected = seen === -1 ? Number.POSITIVE_INFINITY : seen;
          const computed = fit.edges(root).wide;
          looked += 1;
          if (computed !== expected) wrong.push({ site, part: body.name, root, computed, seen });
        }
      }
    }
  }
  console.log(`headers of the sample sites: ${looked} edges looked at, ${wrong.length} apart`);
  expect(looked).toBeGreaterThan(6);
  expect(wrong).toEqual([]);
});

/** What is wrong with menus of a page that is looked at as it is: rows that broke, buttons where the row fits, things wider than the screen. */
const wrongMenus = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    if (document.documentElement.scrollWidth > innerWidth) found.push("wider than the screen");
    const isBroken = (row: Element): boolean => {
      const items = [...row.children].map((item) => item.getBoundingClientRect());
      return items.some(({ top }, at) => at > 0 && top >= (items[at - 1]?.bottom ?? 0));
    };
    /** Whether what stands beside one another in a band's cells shares a line, and none reaches out of it. */
    const isTorn = (band: Element): boolean =>
      band.scrollWidth > band.clientWidth ||
      [...band.querySelectorAll(".cell:not(.column)")].some(isBroken) ||
      [...band.querySelectorAll(".b-menu > .row:not(.column)")].some(isBroken);
    for (const band of document.querySelectorAll(".slot-header .in")) {
      const menus = [...band.querySelectorAll(".b-menu")].filter((menu) =>
        menu.querySelector(":scope > .open"),
      );
      if (menus.length === 0) continue;
      const isButton = menus.some(
        (menu) => getComputedStyle(menu.querySelector(":scope > .open") as Element).display !== "none",
      );
      if (!isButton) {
        if (isTorn(band)) found.push("a row that broke");
        continue;
      }
      const style = document.createElement("style");
      style.textContent =
        ".b-menu:has(>.open){display:block!important}.b-menu>.row{display:flex!important}.b-menu>.open{display:none!important}";
      document.head.append(style);
      if (!isTorn(band)) found.push("a button where the row fits");
      style.remove();
    }
    return found;
  });

test("menus of the public pages themselves: no row breaks and no button stands where the row fits, at every width", async ({
  page,
}) => {
  test.setTimeout(isWhole ? 3_600_000 : 300_000);
  const wrong: string[] = [];
  let looked = 0;
  for (const [site, at] of sample(PAGES, 5)) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`http://${site}.localhost:${PORT}${at}`);
    await page.evaluate(() => document.fonts.ready);
    const look = async (width: number) => {
      await page.setViewportSize({ width, height: 800 });
      looked += 1;
      for (const each of await wrongMenus(page)) wrong.push(`${site}${at} at ${width}: ${each}`);
    };
    const isButton = async (width: number) => {
      await page.setViewportSize({ width, height: 800 });
      return page.evaluate(() => {
        const button = document.querySelector(".slot-header .b-menu > .open");
        return button !== null && getComputedStyle(button).display !== "none";
      });
    };
    if (isWhole) for (let width = 320; width <= 1600; width += 1) await look(width);
    else {
      let before = await isButton(320);
      for (let width = 320; width <= 1600; width += 32) {
        await look(width);
        const now = await isButton(width);
        if (now === before) continue;
        // the very width at which it changes, and its neighbours
        let [low, high] = [width - 32, width];
        while (high - low > 1) {
          const middle = (low + high) >> 1;
          if ((await isButton(middle)) === now) high = middle;
          else low = middle;
        }
        for (const each of [high - 1, high, high + 1]) await look(each);
        before = now;
      }
    }
  }
  console.log(`menus of public pages: ${looked} widths looked at, ${wrong.length} wrong`);
  expect(wrong).toEqual([]);
});

const drawnByBoth = PAGES.filter(([, at]) => !/\?|\/page\/|nowhere|_account/.test(at));

test("the worker draws the same bytes as the server, on a page of every kind", async ({ page, context }) => {
  test.setTimeout(300_000);
  // every preview frame keeps what it was told to draw
  await context.addInitScript(() => {
    const told: unknown[] = [];
    Object.assign(window, { told });
    addEventListener("message", (event) => {
      if (event.data?.type !== "tie") return;
      event.ports[0]?.addEventListener("message", ({ data }) => {
        if (data.body !== undefined) told.push(data);
      });
    });
  });
  await signIn(page);
  await open(page, "packs");
  let compared = 0;
  for (const [site, path] of sample(drawnByBoth, 2)) {
    const found = await page.evaluate(
      async ({ at, body }) => (await (await fetch(at, { method: "POST", body })).json()).value.found[0],
      { at: `/api/studio/${site}/goTo`, body: JSON.stringify({ query: path }) },
    );
    await page.goto(`/s/${site}/pages/${encodeURIComponent(found.id)}`);
    const frame = page.frameLocator("iframe").first();
    await frame.locator("main").waitFor();
    const told = await frame
      .locator("body")
      .evaluate(() => (window as unknown as { told: DrawMessage[] }).told.at(-1));
    const data = await ask<PageData>(page, "previewPage", site, { page: found.id });
    const drawn = renderPage(data, ENGLISH, { shaper, mark: true });
    expect(told?.body, path).toBe(drawn.body);
    const { faces = "", values = "", rules = [] } = told?.sheet ?? {};
    expect(faces + values + rules.join(""), path).toBe(drawn.css);
    compared += 1;
  }
  console.log(`worker and server: ${compared} pages, the same bytes`);
  expect(compared).toBeGreaterThan(isWhole ? 12 : 6);
});
