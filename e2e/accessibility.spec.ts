import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { cell, open, PORT, signIn } from "./studio";

const TAGS = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"];
/** axe's category "color": all that a dark scheme can do otherwise than a light one. */
const COLOUR_RULES = ["color-contrast", "link-in-text-block"];
/** All that a narrow screen can do otherwise than a wide one: room, and names of what it shows instead. */
const ROOM_RULES = [
  "target-size",
  "scrollable-region-focusable",
  "aria-input-field-name",
  "aria-toggle-field-name",
  "button-name",
  "image-alt",
  "label",
  "link-name",
  "select-name",
];
const violations = async (page: Page, without: readonly string[] = [], rules?: readonly string[]) => {
  // frames are left out, or are none of ours: axe need not go into them; nor tell all that is in order
  const builder = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  if (rules) builder.withRules([...rules]);
  else builder.withTags(TAGS);
  for (const selector of without) builder.exclude(selector);
  const { violations: found } = await builder.analyze();
  return found.map(
    (each) =>
      `${each.id}: ${each.nodes
        .map((node) => node.target.join(" "))
        .slice(0, 4)
        .join(" | ")}`,
  );
};

const LOOKS = [
  ["light", 1280],
  ["dark", 1280],
  ["light", 390],
] as const;
for (const [scheme, width] of LOOKS)
  test(`the studio's screens have no axe violation (${scheme}, ${width})`, async ({ browser }) => {
    test.setTimeout(420_000);
    const context = await browser.newContext({
      colorScheme: scheme,
      reducedMotion: "reduce",
      viewport: { width, height: 800 },
    });
    const page = await context.newPage();
    // colours are measured at rest, not while something fades in
    await page.goto("/sign-in");
    await page.getByLabel("Address").waitFor();
    expect(await violations(page), "sign-in").toEqual([]);
    await signIn(page);
    // previews are the site's own pages: they are checked where visitors see them
    const check = async (name: string) => {
      const rules = scheme === "dark" ? COLOUR_RULES : width < 1000 ? ROOM_RULES : undefined;
      expect(await violations(page, ["iframe"], rules), `${name}, ${scheme}, ${width}`).toEqual([]);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect.soft(wide, `${name} scrolls sideways`).toBeLessThanOrEqual(width);
    };

    await open(page, "style");
    await page.getByRole("button", { name: "Dials of Brass" }).click();
    await check("house style");
    // what differs between looks is colour and room: the other views are made of the same pieces
    const isFirst = scheme === "light" && width === 1280;
    const views = isFirst ? ["Contrast", /^Typed in/, "A new palette", "Variations", "File"] : ["Contrast"];
    for (const view of views) {
      await page.getByRole("group", { name: "What to look at" }).getByRole("button", { name: view }).click();
      await page.waitForTimeout(300);
      await check(`house style, ${view}`);
    }
    await open(page, "profile");
    await page.getByRole("list", { name: "Social links" }).waitFor();
    await check("site profile");
    await open(page, "pictures");
    await page.getByRole("link", { name: "Ridge at night" }).waitFor();
    await check("pictures");
    await page.getByRole("link", { name: "Ridge at night" }).click();
    await page.getByTestId("focal-area").waitFor();
    await check("one picture");
    await open(page, "overview");
    await (await cell(page, "Header", "Getting here", "Visiting")).click();
    await page.getByTestId("why-winner").waitFor();
    await check("overview");
    await page.getByRole("columnheader").getByRole("button", { name: "Header", exact: true }).click();
    await page.getByRole("heading", { name: "One header for all pages" }).waitFor();
    await check("overview, a column");
    await page.getByRole("button", { name: /^Footer 3 is on/ }).click();
    await page.getByRole("heading", { name: "What settles it" }).waitFor();
    await check("overview, a finding");
    await page.getByRole("button", { name: "Getting here", exact: true }).click();
    await page.getByRole("list", { name: "Slots of the page" }).waitFor();
    await check("overview, a page");
    await open(page, "parts");
    await check("parts");
    await page.getByRole("button", { name: "New part" }).click();
    await page.getByRole("dialog").waitFor();
    await check("new part");
    await page.getByRole("button", { name: "Cancel" }).click();
    await page.getByRole("link", { name: "Day header", exact: true }).first().click();
    await page.getByRole("button", { name: /^Menu “Main”/ }).click();
    await page.getByRole("region", { name: "Settings of Menu" }).waitFor();
    await check("part");
    await page.getByRole("slider", { name: "Main band: one row from" }).press("Shift+ArrowLeft");
    await page.getByRole("group", { name: "What reaches it" }).waitFor();
    await check("part, another edge");
    await page.getByRole("link", { name: "History" }).click();
    await page.getByRole("list", { name: "Changes, the newest first" }).waitFor();
    await check("history of a part");
    await page.getByRole("link", { name: "Where it shows" }).click();
    await page.getByTestId("reach").waitFor();
    await page.getByLabel("Not on: another line").fill("comets");
    await page.getByRole("option").first().click();
    await page.getByRole("button", { name: "Keep in the draft" }).waitFor();
    await check("where it shows");
    await open(page, "starts");
    await page.getByRole("list", { name: "Six headers" }).getByRole("listitem").nth(5).waitFor();
    await check("starting points");
    await open(page, "find");
    await page.getByLabel("Find").fill("open");
    await page.getByRole("list", { name: "Places" }).getByRole("listitem").first().waitFor();
    await check("find and replace");
    await page.getByRole("button", { name: /▾$/ }).first().click();
    await page.getByRole("menuitem", { name: "New site" }).click();
    await page.getByRole("dialog").waitFor();
    await check("new site");
    await page.getByRole("button", { name: "Cancel" }).click();
    await open(page, "menus");
    await page.getByRole("table", { name: "Menus" }).waitFor();
    await check("menus");
    await page.getByRole("link", { name: "Main", exact: true }).click();
    await page.getByRole("textbox", { name: "Label of “Visit”" }).focus();
    await page.getByRole("combobox", { name: "Leads to" }).waitFor();
    await check("a menu");
    await open(page, "pages");
    await page.getByLabel("Select Visit", { exact: true }).check();
    await page.getByRole("combobox", { name: "What they choose" }).waitFor();
    await check("pages");
    await page.getByRole("link", { name: "Eclipse weekend" }).click();
    await page.getByRole("combobox", { name: "Footer of this page" }).waitFor();
    await check("page");
    await page.getByRole("button", { name: "Change …" }).click();
    await page.getByRole("dialog").waitFor();
    await check("an entry that is changed");
    await page.getByRole("button", { name: "Cancel" }).click();
    await open(page, "access");
    await check("access for scripts");
    await open(page, "visitors");
    await page.getByRole("button", { name: "Remove Wenna Karrow" }).click();
    await check("visitor accounts");
    await open(page, "packs");
    await check("packs");
    await open(page, "editions");
    await check("editions");
    await page.keyboard.press("Control+k");
    await page.getByRole("combobox", { name: "Go to" }).fill("header");
    await page.getByRole("option").first().waitFor();
    await check("go to");
    await context.close();
  });

const PAGES = [
  "/",
  "/visit/eclipse-weekend/",
  "/notes/",
  "/notes/a-copper-moon/",
  "/open-nights/moon-night/",
  "/prints/",
  "/prints/ridge-at-night/",
  "/members/members-log/",
  "/search/?q=moon",
  "/nowhere/",
  "/_account/",
];

for (const width of [1280, 390])
  test(`the public site has no axe violation and does not scroll sideways at ${width}`, async ({
    browser,
  }) => {
    test.setTimeout(240_000);
    const context = await browser.newContext({ viewport: { width, height: 800 } });
    const page = await context.newPage();
    for (const path of PAGES) {
      await page.goto(`http://observatory.localhost:${PORT}${path}`);
      expect(await violations(page), `${path} at ${width}`).toEqual([]);
      const overflow = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect(overflow, `${path} at ${width}`).toBe(0);
    }
    await context.close();
  });

test("menus work by keyboard, and without a script", async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    javaScriptEnabled: false,
  });
  const page = await context.newPage();
  await page.goto(`http://observatory.localhost:${PORT}/about/`);
  const visit = page.locator("header summary").first();
  await visit.focus();
  await page.keyboard.press("Enter");
  await expect(page.locator("header").getByRole("link", { name: "Eclipse weekend" })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 800 });
  await expect(page.locator("header summary").first()).toBeHidden();
  await page.getByRole("button", { name: "Menu" }).click();
  await expect(page.locator(".drawer").getByRole("link", { name: "Eclipse weekend" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.locator(".drawer")).toBeHidden();
  await context.close();
});
