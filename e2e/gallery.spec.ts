import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, entryView, pageData, partWith, picture } from "../test/page-data";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { nuErrors } from "./nu";

/** Pictures of an entry: in columns, and one as large as the screen, by keyboard and without a script. */

const FILES = ["a", "b", "c", "d", "e"].map((letter) => letter.repeat(64));
const pictures = Object.fromEntries(
  FILES.map((file, at) => [
    file,
    { ...picture, file, alt: `Picture ${at}`, credit: at === 0 ? "Ida Brennick" : "" },
  ]),
);

test("pictures stand in columns at every width; each opens large and closes again by keyboard", async ({
  page,
}) => {
  await blankPage(page);
  await loadFonts(page);
  await page.route("**/_media/**", (route) =>
    route.fulfill({
      contentType: "image/svg+xml",
      body: '<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="900"/>',
    }),
  );
  const gallery = block("gallery", { columns: { wide: 3, middle: 2, small: 1 }, credits: true });
  const data = pageData({ pictures, entry: entryView({ pictures: FILES }) });
  const part = partWith("layout", [block("title"), gallery]);
  const bands = part.bands.map((band) => ({
    ...band,
    cells: band.cells.map((cell) => ({ ...cell, direction: "column" as const })),
  }));
  const whole = { ...data, slots: { ...data.slots, layout: { id: "l", part: { ...part, bands } } } };
  const rendered = renderPage(whole, ENGLISH, { shaper });
  expect(nuErrors([["gallery", documentHtml(whole, rendered, "/site.js")]])).toEqual([]);
  await page.evaluate(
    ({ css, body }) => {
      document.title = "Pictures";
      document.body.innerHTML = `<style>${css}</style>${body}`;
    },
    { css: rendered.css, body: rendered.body },
  );
  for (const [width, columns] of [
    [1280, 3],
    [820, 2],
    [390, 1],
    [320, 1],
  ] as const) {
    await page.setViewportSize({ width, height: 800 });
    const lefts = await page
      .locator(".b-gallery li")
      .evaluateAll((all) => all.map((each) => Math.round(each.getBoundingClientRect().left)));
    expect(new Set(lefts).size, `at ${width} px`).toBe(columns);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    const third = page.getByRole("button", { name: "Show it large: Picture 2" });
    await third.focus();
    await page.keyboard.press("Enter");
    const large = page.getByRole("dialog", { name: "Picture 2" });
    await expect(large).toBeVisible();
    const box = await large.locator("img").boundingBox();
    expect(box?.width).toBeLessThanOrEqual(width);
    expect(box?.width).toBeGreaterThan(width * 0.7);
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    await page.keyboard.press("Escape");
    await expect(large).toBeHidden();
    await expect(third).toBeFocused();
    await page.keyboard.press("Enter");
    await large.getByRole("button", { name: "Close" }).click();
    await expect(large).toBeHidden();
  }
});
