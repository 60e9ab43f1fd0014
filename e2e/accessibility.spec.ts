import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { isWhole } from "./sample";
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

const WIDE = { width: 1280, height: 800 };
const NARROW = { width: 390, height: 800 };

/** Until what a change of scheme or room moves has been drawn. */
const drawn = (page: Page) =>
  page.evaluate(() => new Promise((on) => requestAnimationFrame(() => requestAnimationFrame(on))));

let screens = 0;

/**
 * Asks everything of a screen as it stands: all rules where there is room and light, what a dark scheme and a narrow screen
 * can do otherwise, and whether it scrolls sideways there. In the sample the screens take turns: one is looked at in the
 * dark, the next on a narrow screen.
 */
const checkLooks = async (page: Page, name: string) => {
  screens += 1;
  const isDark = isWhole || screens % 2 === 0;
  const isNarrow = isWhole || screens % 2 === 1;
  // previews are the site's own pages: they are checked where visitors see them
  const look = async (what: string, rules?: readonly string[]) => {
    await drawn(page);
    expect.soft(await violations(page, ["iframe"], rules), `${name}, ${what}`).toEqual([]);
    const { width = 0 } = page.viewportSize() ?? {};
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect.soft(wide, `${name}, ${what}, scrolls sideways`).toBeLessThanOrEqual(width);
  };
  await look("light, 1280");
  if (isDark) {
    await page.emulateMedia({ colorScheme: "dark" });
    await expect(page.locator("html")).toHaveAttribute("data-scheme", "dark");
    await look("dark, 1280", COLOUR_RULES);
    await page.emulateMedia({ colorScheme: "light" });
    await expect(page.locator("html")).toHaveAttribute("data-scheme", "light");
  }
  if (isNarrow) {
    await page.setViewportSize(NARROW);
    await look("light, 390", ROOM_RULES);
    await page.setViewportSize(WIDE);
    await drawn(page);
  }
};

test("the studio's screens have no axe violation, in light, in dark and on a narrow screen", async ({
  browser,
}) => {
  test.setTimeout(420_000);
  // colours are measured at rest, not while something fades in
  const context = await browser.newContext({
    colorScheme: "light",
    reducedMotion: "reduce",
    viewport: WIDE,
  });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").waitFor();
  await checkLooks(page, "sign-in");
  await signIn(page);
  const check = (name: string) => checkLooks(page, name);

  await open(page, "style");
  await page.getByRole("button", { name: "Dials of Brass" }).click();
  await check("house style");
  for (const view of ["Contrast", /^Typed in/, "A new palette", "Variations", "File"]) {
    const button = page.getByRole("group", { name: "What to look at" }).getByRole("button", { name: view });
    await button.click();
    await expect(button).toHaveAttribute("aria-pressed", "true");
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
  await open(page, "said");
  await page.getByRole("table", { name: "What pages say" }).waitFor();
  await check("what pages say");
  await open(page, "pages");
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
  await page.getByRole("button", { name: "Delete Wenna Karrow" }).click();
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

test("the public site has no axe violation and does not scroll sideways, wide and narrow", async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const context = await browser.newContext({ viewport: WIDE });
  const page = await context.newPage();
  for (const path of PAGES) {
    await page.goto(`http://observatory.localhost:${PORT}${path}`);
    for (const size of [WIDE, NARROW]) {
      await page.setViewportSize(size);
      await drawn(page);
      expect.soft(await violations(page), `${path} at ${size.width}`).toEqual([]);
      const overflow = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect.soft(overflow, `${path} at ${size.width}`).toBe(0);
    }
    await page.setViewportSize(WIDE);
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
