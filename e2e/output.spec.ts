import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { type Browser, expect, type Page, test } from "@playwright/test";
import { serializeOuter } from "parse5";
import { PAGES } from "./public-pages";
import { isWhole, sample } from "./sample";
import { get, PORT, PublicPage } from "./studio";

/** The targets of what visitors get, on one page for each distinct set of parts. */

const KB = 1024;
/** What Web Vitals call good: at most this much, for all of a visit (web.dev, Cumulative Layout Shift). */
const GOOD_SHIFT = 0.1;
/** A stand-in where a stack of fonts names it. */
const STAND_IN = /"[^",;{}]+ as [^",;{}]+",/g;
const zipped = (text: string): number => gzipSync(text, { level: 9 }).length;

test("header, footer and all styles of a page are at most 12 KB together, the script 2 KB", async () => {
  const sizes: number[] = [];
  for (const [site, path] of PAGES) {
    const page = await PublicPage.at(site, path);
    const frame = [...page.elements("header"), ...page.elements("footer")].map((each) =>
      serializeOuter(each),
    );
    const size = zipped([...frame, ...page.elements("style").map((each) => serializeOuter(each))].join(""));
    expect(size, `${site} ${path}`).toBeLessThanOrEqual(12 * KB);
    sizes.push(size);
  }
  const { html: sent } = await PublicPage.at("observatory", "/_assets/site.js");
  const script = zipped(sent);
  expect(script).toBeLessThanOrEqual(2 * KB);
  console.log(`frames and styles: at most ${Math.max(...sizes)} bytes zipped; script ${script}`);
});

const EVERY_WIDTH = Array.from({ length: 41 }, (_, place) => 1600 - place * 32);
/** Either side of where something changes, and the narrowest and the widest. */
const EDGES = [1600, 1280, 1000, 999, 820, 600, 599, 390, 320];

test("no page scrolls sideways from 320 to 1600 px", async ({ page }) => {
  test.setTimeout(300_000);
  const wrong: string[] = [];
  for (const [site, path] of PAGES) {
    await page.setViewportSize({ width: 1600, height: 700 });
    await page.goto(`http://${site}.localhost:${PORT}${path}`);
    for (const width of isWhole ? EVERY_WIDTH : EDGES) {
      await page.setViewportSize({ width, height: 700 });
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) wrong.push(`${site} ${path} at ${width}: ${over} px`);
    }
  }
  expect(wrong).toEqual([]);
});

/** How much moves while a page loads (Layout Instability, W3C draft), in a browser that has nothing of it yet. */
const shiftOf = async (
  browser: Browser,
  [site, path]: readonly [string, string],
  width: number,
  prepare: (page: Page) => Promise<unknown> = async () => undefined,
) => {
  const context = await browser.newContext({ viewport: { width, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(() => {
    const found = { sum: 0, of: "" };
    Object.assign(window, { shifted: found });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & {
        value: number;
        sources: { node: Node | null }[];
      })[]) {
        found.sum += entry.value;
        found.of += ` ${entry.sources.map(({ node }) => (node as Element | null)?.className ?? node?.nodeName).join(",")}`;
      }
    }).observe({ type: "layout-shift", buffered: true });
  });
  await prepare(page);
  await page.goto(`http://${site}.localhost:${PORT}${path}`);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(250);
  const { sum, of } = await page.evaluate(
    () => (window as unknown as { shifted: { sum: number; of: string } }).shifted,
  );
  await context.close();
  return { sum, said: `${site} ${path} at ${width}: ${sum.toFixed(6)} of${of}` };
};

test("nothing shifts while a page loads cold", async ({ browser }) => {
  test.setTimeout(300_000);
  const probe = await browser.newPage();
  expect(await probe.evaluate(() => PerformanceObserver.supportedEntryTypes)).toContain("layout-shift");
  await probe.close();
  const shifts: string[] = [];
  const cold = sample(PAGES, 3);
  let again = 0;
  for (const width of [1280, 390])
    for (const address of cold) {
      let found = await shiftOf(browser, address, width);
      // what lacks its place lacks it each time; fonts may be late on a busy machine, which is the next test
      for (let tries = 1; found.sum > 0 && tries < 4; tries += 1) {
        again += 1;
        found = await shiftOf(browser, address, width);
      }
      if (found.sum > 0) shifts.push(found.said);
    }
  console.log(`cold: ${cold.length * 2} pages, ${again} looked at again`);
  expect(shifts).toEqual([]);
});

test("where fonts come late, what stands in for them keeps nearly everything in its place", async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const late = (page: Page) =>
    page.route("**/_fonts/**", async (route) => {
      await new Promise((on) => setTimeout(on, 800));
      await route.continue();
    });
  // the same without the stand-ins: the stacks go on to the fonts of the system
  const bare = async (page: Page) => {
    await late(page);
    await page.route(
      (url) => !url.pathname.startsWith("/_"),
      async (route) => {
        const { status, headers, body } = await get(
          new URL(route.request().url()).host,
          new URL(route.request().url()).pathname,
        );
        const type = String(headers["content-type"]);
        await route.fulfill({ status, contentType: type, body: body.replaceAll(STAND_IN, "") });
      },
    );
  };
  const sums = { with: 0, without: 0 };
  const most: string[] = [];
  for (const width of [1280, 390])
    for (const address of PAGES.slice(0, isWhole ? 5 : 3)) {
      const [found, without] = await Promise.all([
        shiftOf(browser, address, width, late),
        shiftOf(browser, address, width, bare),
      ]);
      sums.with += found.sum;
      sums.without += without.sum;
      if (found.sum > GOOD_SHIFT) most.push(found.said);
    }
  console.log(`late fonts: ${sums.with.toFixed(3)} of shift, ${sums.without.toFixed(3)} without stand-ins`);
  expect(most).toEqual([]);
  expect(sums.with).toBeLessThan(sums.without / 2);
});

test("all ways through the site work without a script and by keyboard alone", async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    javaScriptEnabled: false,
  });
  const page = await context.newPage();
  await page.goto(`http://observatory.localhost:${PORT}/about/`);
  // every link of the header is reached by Tab, once what hides it is opened by Enter
  const wanted = new Set(
    (await page
      .locator("header .row a[href]")
      .evaluateAll((links) => links.map((link) => link.getAttribute("href")))) as string[],
  );
  expect(wanted.size).toBeGreaterThan(5);
  const seen = new Set<string>();
  const at = () =>
    page.evaluate(() => ({
      href: document.activeElement?.getAttribute("href") ?? null,
      isOpener: document.activeElement?.tagName === "SUMMARY",
      isIn: document.activeElement?.closest("header") !== null,
    }));
  await page.locator("header a").first().focus();
  for (let steps = 0; steps < 60; steps += 1) {
    const now = await at();
    if (!now.isIn) break;
    if (now.href !== null) seen.add(now.href);
    if (now.isOpener) await page.keyboard.press("Enter");
    await page.keyboard.press("Tab");
  }
  expect([...wanted].filter((href) => !seen.has(href))).toEqual([]);
  await context.close();
});
