import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { expect, test } from "@playwright/test";
import { serializeOuter } from "parse5";
import { PAGES } from "./public-pages";
import { PORT, PublicPage } from "./studio";

/** The targets of what visitors get, on one page for each distinct set of parts. */

const KB = 1024;
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
  const script = zipped(readFileSync("src/server/assets/site.js", "utf8"));
  expect(script).toBeLessThanOrEqual(2 * KB);
  console.log(`frames and styles: at most ${Math.max(...sizes)} bytes zipped; script ${script}`);
});

test("no page scrolls sideways from 320 to 1600 px", async ({ page }) => {
  test.setTimeout(300_000);
  const wrong: string[] = [];
  for (const [site, path] of PAGES) {
    await page.setViewportSize({ width: 1600, height: 700 });
    await page.goto(`http://${site}.localhost:${PORT}${path}`);
    for (let width = 1600; width >= 320; width -= 32) {
      await page.setViewportSize({ width, height: 700 });
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) wrong.push(`${site} ${path} at ${width}: ${over} px`);
    }
  }
  expect(wrong).toEqual([]);
});

test("nothing shifts while a page loads cold", async ({ browser }) => {
  test.setTimeout(300_000);
  const shifts: string[] = [];
  const probe = await browser.newPage();
  expect(await probe.evaluate(() => PerformanceObserver.supportedEntryTypes)).toContain("layout-shift");
  await probe.close();
  for (const width of [1280, 390])
    for (const [site, path] of PAGES) {
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
      await page.goto(`http://${site}.localhost:${PORT}${path}`);
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(250);
      const { sum, of } = await page.evaluate(
        () => (window as unknown as { shifted: { sum: number; of: string } }).shifted,
      );
      if (sum > 0) shifts.push(`${site} ${path} at ${width}: ${sum.toFixed(4)} of${of}`);
      await context.close();
    }
  expect(shifts).toEqual([]);
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
