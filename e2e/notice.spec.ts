import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import type { Band } from "../src/core/design/part";
import { BandFit, rowMenus, screenWidth } from "../src/core/layout/fit";
import { linesOn } from "../src/core/layout/heading-lines";
import { heightAs } from "../src/core/layout/heights";
import { TextMeasure } from "../src/core/measure/text-measure";
import { documentHtml, renderPage } from "../src/core/render/page";
import { ENGLISH } from "../src/messages/visitor-words";
import { block, pageData, partWith } from "../test/page-data";
import { runSeed, seeded } from "../test/seeded";
import { shaper } from "../test/shaper";
import { headersOn } from "./drawn-bands";
import { nuErrors } from "./nu";

/** Notices that can be sent away, in Chromium, with the script of the public site. */

const SCRIPT = readFileSync("src/server/assets/site.js", "utf8");
const LOGO = { width: 200, height: 100 };

const headerOf = (text: string, beside = false) => {
  const data = pageData();
  // the same block, whatever it says
  const notice = { ...block("notice", { text, canClose: true }), id: "notice" };
  const part = partWith("header", beside ? [notice, block("siteName")] : [notice]);
  const slots = { ...data.slots, header: { id: "h", part } };
  const whole = { ...data, slots };
  return { whole, band: part.bands[0] as Band, rendered: renderPage(whole, ENGLISH, { shaper }) };
};

test("a notice that is sent away stays away as long as it says the same, and its band goes with it", async ({
  page,
}) => {
  const draw = await headersOn(page);
  const show = async (drawn: ReturnType<typeof headerOf>) => {
    await draw(drawn.rendered.css, drawn.rendered.regions.header, LOGO);
    await page.addScriptTag({ content: SCRIPT });
  };
  const notice = page.locator(".b-notice");
  const closing = page.getByRole("button", { name: "Close" });
  const drawn = headerOf("Closed on Monday");
  await show(drawn);
  await expect(notice).toHaveText("Closed on Monday");
  // large enough to be pressed (WCAG 2.2 §2.5.8)
  const box = await closing.boundingBox();
  expect([box?.width, box?.height]).toEqual([24, 24]);
  await closing.press("Enter");
  await expect(page.locator(".band")).toBeHidden();
  await show(drawn);
  await expect(page.locator(".band")).toBeHidden();
  await show(headerOf("Closed on Tuesday"));
  await expect(notice).toBeVisible();
  // with something beside it the band stays
  const accompanied = headerOf("Open again", true);
  await show(accompanied);
  await expect(notice).toBeVisible();
  await closing.click();
  await expect(notice).toBeHidden();
  await expect(page.locator(".b-siteName")).toBeVisible();
  expect(nuErrors([["notice", documentHtml(drawn.whole, drawn.rendered, "/site.js")]])).toEqual([]);
});

test("without a script it stands there without its button", async ({ browser }) => {
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  const { rendered } = headerOf("Closed on Monday");
  await page.setContent(`<style>${rendered.css}</style>${rendered.regions.header}`);
  await expect(page.getByText("Closed on Monday")).toBeVisible();
  await expect(page.getByRole("button")).toHaveCount(0);
});

test("it is as wide and as high as is said, with its button beside its words", async ({ page }) => {
  const seed = runSeed(6);
  const random = seeded(seed);
  const draw = await headersOn(page);
  const wrong: object[] = [];
  let looked = 0;
  for (let at = 0; at < 12; at += 1) {
    const text = random.pick([
      "Closed",
      "Closed on Monday for the eclipse",
      "The great dome is closed until the wind has fallen, the small one is open to everyone",
    ]);
    const { whole, band, rendered } = headerOf(text);
    const measure = new TextMeasure(shaper, whole.style, "en");
    const fit = new BandFit(band, { ...whole, words: ENGLISH }, measure);
    await draw(rendered.css, rendered.regions.header, LOGO);
    await page.addScriptTag({ content: SCRIPT });
    for (const screen of [320, 390, 430, 512, 640, 900, 1280]) {
      await page.setViewportSize({ width: screen, height: 700 });
      const real = await page.evaluate(
        () => document.querySelector(".band")?.getBoundingClientRect().height ?? 0,
      );
      const width = screenWidth(screen, measure);
      const scene = { material: whole, style: whole.style, width, isFolded: false, rowMenus: rowMenus(band) };
      const kept = heightAs(band, { ...scene, lines: linesOn(fit, screen) });
      looked += 1;
      if (Math.abs(real - kept) > 0.5) wrong.push({ text, screen, real, kept });
    }
  }
  expect(wrong).toEqual([]);
  expect(looked).toBeGreaterThan(50);
});
