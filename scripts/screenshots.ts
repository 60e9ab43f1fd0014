/** Takes the pictures of `docs/screenshots` from a freshly started demo: `npm run demo -- --fresh`, then `npm run screenshots`. */
import { readFileSync } from "node:fs";
import { type Browser, type BrowserContextOptions, chromium, type Page } from "@playwright/test";
import { cell, makePart, open, PORT, preview, sheet, signIn } from "../e2e/studio";

const FOLDER = "docs/screenshots";
const browser: Browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--font-render-hinting=none", "--force-color-profile=srgb"],
});
const studio = async (options: BrowserContextOptions): Promise<Page> => {
  const context = await browser.newContext({
    baseURL: `http://localhost:${PORT}`,
    acceptDownloads: true,
    ...options,
  });
  const page = await context.newPage();
  await signIn(page);
  return page;
};
const shoot = async (page: Page, name: string): Promise<void> => {
  await page.waitForTimeout(1200);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
};

const page = await studio({ viewport: { width: 1280, height: 800 }, colorScheme: "light" });
await open(page, "parts");
await page.getByRole("link", { name: "Day header", exact: true }).click();
await page.getByRole("button", { name: /^Menu “Main”/ }).click();
await page.getByRole("region", { name: "Ruler" }).waitFor();
await shoot(page, "part");
await open(page, "menus");
await page.getByRole("link", { name: "Main", exact: true }).click();
await page.getByRole("textbox", { name: "Label of “The domes”" }).focus();
await shoot(page, "menu");

await makePart(page, {
  slot: "Footer",
  name: "Winter footer",
  start: /Footer in columns/,
  where: "every page",
});
await makePart(page, {
  slot: "Header",
  name: "Comet header",
  start: /Header in two bands/,
  where: "nowhere yet",
});
await open(page, "overview");
await (await cell(page, "Footer", "Open nights")).click();
await sheet(page).getByRole("button", { name: "Nothing", exact: true }).click();
await sheet(page).getByRole("button", { name: "Do it in the draft" }).last().click();
await page.waitForTimeout(8000);
await (await cell(page, "Header", "Eclipse weekend", "Visiting")).click();
await page.mouse.move(700, 790);
await shoot(page, "overview");
await page.getByRole("columnheader").getByRole("button", { name: "Layout", exact: true }).click();
await shoot(page, "overview-column");
await open(page, "editions");
await shoot(page, "review");
await open(page, "parts");
await page.getByRole("link", { name: "Footer in columns", exact: true }).click();
await page.getByRole("link", { name: "Where it shows" }).click();
await page.getByTestId("reach").waitFor();
await page.getByLabel("Not on: another line").fill("sky");
await page
  .getByRole("option", { name: /^Sky notes/ })
  .first()
  .click();
await page.getByText("What changes for pages").waitFor();
await shoot(page, "where");
await open(page, "pages");
await page.getByLabel("Find pages").fill("/prints/");
await page.waitForURL(/text=/);
await page.getByLabel("Select all pages shown").check();
await page.getByRole("combobox", { name: "What they choose" }).click();
await page.getByRole("option", { name: /header 3 Night header/ }).click();
await shoot(page, "pages");
await page.getByRole("button", { name: "Show all" }).click();
await page.getByRole("link", { name: "Eclipse weekend", exact: true }).click();
await shoot(page, "page");
await open(page, "packs");
await page.getByLabel("Night header").check();
await page.getByLabel("Members’ header").check();
await page.getByLabel("One quiet bar").check();
const [download] = await Promise.all([
  page.waitForEvent("download"),
  page.getByRole("button", { name: /^Export/ }).click(),
]);
const pack = readFileSync(await download.path());
await open(page, "packs", "tide-mill");
await page
  .getByLabel("Pack file")
  .setInputFiles({ name: "pellow-ridge.zip", mimeType: "application/zip", buffer: pack });
await page.getByTestId("plan-summary").waitFor();
await shoot(page, "packs");

await open(page, "style");
await page.getByRole("button", { name: "Dials of Brass" }).click();
await preview(page, 390).locator(".b-button").first().waitFor();
await shoot(page, "style");
await page.getByRole("textbox", { name: "Slate", exact: true }).fill("#8a90a0");
await page
  .getByRole("group", { name: "What to look at" })
  .getByRole("button", { name: /^Contrast/ })
  .click();
await shoot(page, "contrast");
await page.getByRole("textbox", { name: "Slate", exact: true }).fill("#4d5566");
await open(page, "pictures");
await page.getByRole("link", { name: "Ridge at night" }).click();
await page.getByTestId("focal-area").waitFor();
await shoot(page, "picture");
await open(page, "parts");
await page.getByRole("link", { name: "Title on a picture", exact: true }).first().click();
await page
  .getByRole("button", { name: /picture band/i })
  .first()
  .click();
await page.getByRole("button", { name: /^Pages may change it: .*: picture$/ }).click();
await page.getByText("Saved", { exact: true }).waitFor();
await open(page, "said");
await page.getByRole("combobox", { name: "Which setting" }).click();
await page.getByRole("option", { name: /^Title bar: .*picture/ }).click();
const barPictures = page.getByRole("table", { name: "What pages say" }).getByRole("combobox");
for (const [at, picture] of ["Two domes at noon", "Bus stop", "Dawn on the path"].entries()) {
  await barPictures.nth(at * 2 + 1).click();
  await page.getByRole("option", { name: picture, exact: true }).click();
}
await page
  .getByRole("checkbox", { name: /^Select / })
  .nth(3)
  .check();
await page
  .getByRole("checkbox", { name: /^Select / })
  .nth(5)
  .check();
await page.waitForTimeout(1500);
await shoot(page, "said");

await open(page, "starts");
await page.frameLocator('iframe[title="Starting point 6"]').locator("header").waitFor();
await shoot(page, "starts");
const [live] = await Promise.all([
  page.context().waitForEvent("page"),
  page.getByRole("button", { name: "Point at it ↗" }).click(),
]);
await live.setViewportSize({ width: 1280, height: 800 });
await live.locator("h1").first().click();
await shoot(live, "pointing");
await live.close();
await page.getByRole("button", { name: /Pellow Ridge Observatory/ }).click();
await page.getByRole("menuitem", { name: "New site" }).click();
const made = page.getByRole("dialog");
await made.getByLabel("Name").fill("Fern Hollow Orchard");
// sites of earlier runs stay, whatever is fresh
await made.getByLabel("Web address").fill(`orchard-${Date.now()}`);
await made.getByLabel("First pages, a line each").fill("The trees\nThe press\nOpen days\nFinding us");
await made.getByRole("button", { name: "Make the site" }).click();
await page.waitForURL(/begin$/, { waitUntil: "commit" });
await page.getByLabel("In a few words").fill("Forty trees behind the station");
await page.frameLocator('iframe[title="Frame 3, page 1"]').getByText("Forty trees").first().waitFor();
await shoot(page, "begin");

const dark = await studio({ viewport: { width: 1280, height: 800 }, colorScheme: "dark" });
await open(dark, "overview");
await (await cell(dark, "Footer", "Getting here", "Visiting")).click();
await shoot(dark, "overview-dark");
const small = await studio({ viewport: { width: 390, height: 844 }, colorScheme: "light" });
await open(small, "overview");
await shoot(small, "overview-small");
const visitor = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await visitor.goto(`http://observatory.localhost:${PORT}/`);
await shoot(visitor, "public");
await browser.close();
