import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { heroesOf } from "../src/core/design/hero";
import { blocksOf } from "../src/core/design/tree";
import { renderPage } from "../src/core/render/page";
import { designsOf, OF_A_SEED, partOfBands } from "../src/core/starting/designs";
import { DESIGNED_SLOTS } from "../src/core/starting/traits";
import { ENGLISH } from "../src/messages/visitor-words";
import { material } from "../test/design-material";
import { entryView, pageData, picture } from "../test/page-data";
import { runSeed } from "../test/seeded";
import { shaper } from "../test/shaper";
import { blankPage, loadFonts } from "./blank-page";
import { sample } from "./sample";
import { get, open, publish, signIn, siteHost, undoAll } from "./studio";

const WIDTHS = [320, 360, 390, 480, 599, 600, 820, 999, 1000, 1280, 1600];

for (const slot of DESIGNED_SLOTS)
  test(`${slot}s of a seed: in Chromium none takes a second row or scrolls sideways, axe finds no faint text`, async ({
    page,
  }) => {
    test.slow();
    const seed = runSeed(24);
    await blankPage(page);
    await loadFonts(page);
    const data = pageData({ menus: material.fit.menus, links: {}, profile: material.fit.profile });
    const pictures = { ...data.pictures, ...material.fit.pictures, dark: picture };
    const all = designsOf(slot, seed, {
      ...material,
      hasEvents: true,
      kinds: ["k0"],
      listedKinds: ["k0"],
      eventKinds: ["k0"],
      priceField: "price",
    });
    expect(all).toHaveLength(OF_A_SEED);
    const designs = sample(all, 3);
    let looked = 0;
    for (const { bands, traits } of designs) {
      const slots = {
        ...data.slots,
        header: null,
        footer: null,
        titleBar: null,
        [slot]: { id: "p", part: partOfBands(slot, bands) },
      };
      const list = { entries: [entryView({ picture: "dark" })], total: 1, page: 1, pages: 1, stem: "" };
      const ofEntries = blocksOf(partOfBands(slot, bands)).filter(({ kind }) => kind === "entryList");
      const lists = Object.fromEntries(
        [...bands.flatMap(heroesOf), ...ofEntries].map(({ id }) => [id, list]),
      );
      const drawn = renderPage({ ...data, pictures, slots, lists }, ENGLISH, { shaper });
      await page.setContent(
        `<!doctype html><html lang="en"><head><title>t</title><style>${drawn.css}</style></head><body>${drawn.body}</body></html>`,
      );
      await page.evaluate(() => document.fonts.ready);
      for (const width of WIDTHS) {
        await page.setViewportSize({ width, height: 700 });
        const found = await page.evaluate((at) => {
          const rows = [...document.querySelectorAll(`.slot-${at} .b-menu ul.row`)].filter(
            (row) => (row as HTMLElement).offsetWidth > 0,
          );
          const tops = rows.map(
            (row) => new Set([...row.children].map((item) => item.getBoundingClientRect().top)).size,
          );
          return { sideways: document.documentElement.scrollWidth - innerWidth, rows: tops };
        }, slot);
        expect(found.sideways, `${JSON.stringify(traits)} at ${width}`).toBeLessThanOrEqual(0);
        if (slot === "header")
          for (const tops of found.rows) expect(tops, `${JSON.stringify(traits)} at ${width}`).toBe(1);
        looked += found.rows.length;
      }
      await page.setViewportSize({ width: 1280, height: 700 });
      const { violations } = await new AxeBuilder({ page })
        .include(`.slot-${slot}`)
        .withRules(["color-contrast"])
        .analyze();
      expect(violations.flatMap(({ nodes }) => nodes.map((node) => node.html))).toEqual([]);
    }
    console.log(
      `${slot}s: ${designs.length} looked at in ${WIDTHS.length} widths, ${looked} rows of menus (seed ${seed})`,
    );
    if (slot === "header") expect(looked).toBeGreaterThan((60 * designs.length) / OF_A_SEED);
  });

test("a header is chosen from six, gets more like it, is made with a where, and visitors see it", async ({
  page,
}) => {
  await signIn(page);
  await open(page, "parts", "tide-mill");
  await page.getByRole("button", { name: "New header", exact: true }).click();
  await page.getByRole("link", { name: "See complete headers made for this site" }).click();
  const six = page.getByRole("list", { name: "Six headers" }).getByRole("listitem");
  await expect(six).toHaveCount(6);
  const words = await six.first().innerText();
  const frames = page.frameLocator('iframe[title^="Starting point"]');
  await expect(frames.first().locator("header")).toBeVisible();
  await page.getByRole("button", { name: "Six others" }).click();
  await expect(six.first()).not.toHaveText(words);
  await six
    .nth(1)
    .getByRole("button", { name: /^More like this/ })
    .click();
  await expect(page.getByText("more like the one you chose")).toBeVisible();
  await expect(six).toHaveCount(6);
  await six
    .first()
    .getByRole("button", { name: /^Use this/ })
    .click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("Begins with")).toBeVisible();
  await dialog.getByLabel("Name", { exact: true }).fill("Chosen header");
  await dialog.getByRole("button", { name: "Make it" }).click();
  await page.getByRole("heading", { level: 1, name: "Chosen header" }).waitFor();
  await publish(page, "tide-mill");
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect(page.getByText(/taken back/i).first()).toBeVisible();
  await undoAll(page);
});

test("title bars stand six at a time, heroes of the site's own entries among them, and one is made of what is chosen", async ({
  page,
}) => {
  await signIn(page);
  await open(page, "starts");
  await page.getByRole("button", { name: "title bars" }).click();
  const six = page.getByRole("list", { name: "Six title bars" }).getByRole("listitem");
  await expect(six).toHaveCount(6);
  const ofEntries = six.filter({ hasText: /Hero of (what comes next|the newest entries)/ }).first();
  for (let tries = 0; tries < 4 && !(await ofEntries.isVisible()); tries += 1)
    await page.getByRole("button", { name: "Six others" }).click();
  const slide = ofEntries.frameLocator("iframe").locator(".b-hero h2").first();
  await expect(slide).not.toBeEmpty();
  await ofEntries.getByRole("button", { name: /^Use this/ }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Name", { exact: true }).fill("Chosen hero");
  await dialog.getByRole("radio", { name: /nowhere yet/i }).check();
  await dialog.getByRole("button", { name: "Make it" }).click();
  await page.getByRole("heading", { level: 1, name: "Chosen hero" }).waitFor();
  await expect(page.getByRole("button", { name: /^Hero, slides/ })).toBeVisible();
  await undoAll(page);
});

test("first run: a new site gets its name, colour, menu and a complete frame, is published and seen", async ({
  page,
}) => {
  await signIn(page);
  await open(page, "overview");
  await page.getByRole("button", { name: /▾$/ }).first().click();
  await page.getByRole("menuitem", { name: "New site" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Name").fill("Harrow Lane Allotments");
  const address = `harrow-${Date.now().toString(36)}`;
  await dialog.getByLabel("Web address").fill("Harrow");
  await dialog.getByLabel("First pages, a line each").fill("Plots\nThe seed library\nOpen days");
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expect(dialog.getByRole("alert")).toContainText("“Harrow” cannot be an address");
  await dialog.getByLabel("Web address").fill(address);
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await page.waitForURL(/\/begin$/);
  const frames = page.getByRole("list", { name: "Complete frames" });
  await expect(frames.getByRole("listitem")).toHaveCount(3);
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"])
    .exclude("iframe")
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)).toEqual([]);
  const header = page.frameLocator('iframe[title="Frame 1, page 2"]').locator("header");
  await expect(header).toContainText("The seed library");
  await page.getByLabel("In a few words").fill("Forty plots behind the station");
  await page.getByRole("checkbox", { name: "Open days" }).uncheck();
  await page.getByRole("textbox", { name: "One colour" }).fill("#4a6b2f");
  await expect(header).not.toContainText("Open days");
  await expect(page.frameLocator('iframe[title="Frame 1, page 1"]').locator("main")).toContainText(
    "Forty plots behind the station",
  );
  await frames
    .getByRole("button", { name: /^Use this/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Publish", exact: true }).click();
  await expect(page.getByText("Edition 2 is live.")).toBeVisible();
  const { status, body } = await get(siteHost(address), "/plots/");
  expect(status).toBe(200);
  expect(body).toContain("The seed library");
  expect(body).toContain("Harrow Lane Allotments");
  await expect(page.getByRole("link", { name: "See it live ↗" }).last()).toHaveAttribute(
    "href",
    new RegExp(address),
  );
});
