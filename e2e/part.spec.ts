import { expect, type Page, test } from "@playwright/test";
import { get, open, signIn, siteHost, undoAll } from "./studio";

test.beforeEach(async ({ page }) => signIn(page));

const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
const list = (page: Page) => page.getByRole("group", { name: "What the part is made of" });
const wide = (page: Page) => page.frameLocator('iframe[title$="at 1280 px"]');

const openPart = async (page: Page, slot: string, name: string): Promise<void> => {
  await open(page, "parts");
  await page
    .getByRole("region", { name: slot, exact: true })
    .getByRole("link", { name, exact: true })
    .click();
  await list(page).waitFor();
  await wide(page).locator("footer").waitFor();
};

test("several blocks are selected, in the list and in the preview; what they have in common is set for all, in one step of undo", async ({
  page,
}) => {
  await openPart(page, "Footer", "Footer in columns");
  await list(page).getByRole("button", { name: "Heading “Around the site”" }).click();
  await wide(page).locator("footer h2").nth(1).dispatchEvent("click", { shiftKey: true });
  const several = page.getByRole("region", { name: "Settings of 2 blocks" });
  await expect(several).toContainText("they differ");
  await several.getByRole("combobox", { name: "Text style" }).click();
  await page.getByRole("option", { name: "heading 2", exact: true }).click();
  for (const at of [0, 1]) await expect(wide(page).locator("footer h2").nth(at)).toHaveClass(/t-h2/);
  await saved(page);
  await page.getByRole("button", { name: /^Undo/ }).click();
  for (const at of [0, 1]) await expect(wide(page).locator("footer h2").nth(at)).toHaveClass(/t-h4/);
  await undoAll(page);
});

test("selected words are edited where they stand, letter by letter in every preview; Enter ends it", async ({
  page,
}) => {
  await openPart(page, "Footer", "Footer in columns");
  const heading = wide(page).locator("footer h2").first();
  await heading.dispatchEvent("click");
  await expect(page.getByRole("region", { name: "Settings of Heading" })).toBeVisible();
  await heading.dispatchEvent("click");
  await expect(heading).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Round the ridge");
  for (const width of [820, 390])
    await expect(
      page.frameLocator(`iframe[title$="at ${width} px"]`).locator("footer h2").first(),
    ).toHaveText("Round the ridge");
  await page.keyboard.press("Enter");
  await expect(heading).not.toHaveAttribute("contenteditable");
  await saved(page);
  await expect(list(page).getByRole("button", { name: "Heading “Round the ridge”" })).toBeVisible();

  await page.getByRole("link", { name: "History" }).click();
  const change = page.getByRole("list", { name: "Changes, the newest first" }).getByRole("listitem").first();
  await expect(change).toContainText("Around the site → Round the ridge");
  await expect(change).toContainText("Ida Brennick");
  await change.getByRole("button", { name: /^How it was before/ }).click();
  const older = page.frameLocator('iframe[title="The older version"]');
  await expect(older.locator("footer h2").first()).toHaveText("Around the site");
  await change.getByRole("button", { name: /^Bring back what was before/ }).click();
  await expect(page.getByRole("listitem").first()).toContainText("An older version of footer 1");
  await page.getByRole("link", { name: "Design" }).click();
  await expect(wide(page).locator("footer h2").first()).toHaveText("Around the site");
  await undoAll(page);
});

test("a block is dragged to another place in the list, and into another cell", async ({ page }) => {
  await openPart(page, "Footer", "Footer in columns");
  const chip = (name: string) => list(page).getByRole("button", { name, exact: true });
  const drag = async (from: string, to: string) => {
    const [a, b] = [await chip(from).boundingBox(), await chip(to).boundingBox()];
    if (!a || !b) throw new Error("expected both to be on the screen");
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2 + 3, { steps: 8 });
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 2 });
    await page.mouse.up();
  };
  await drag("Social links", "Logo");
  await expect
    .poll(async () => (await list(page).getByRole("button").allInnerTexts()).slice(2, 4))
    .toEqual(["Social links", "Logo"]);
  await drag("Tagline", "Heading “Good to know”");
  await expect
    .poll(async () => {
      const all = await list(page).getByRole("button").allInnerTexts();
      return all.indexOf("Heading “Good to know”") - all.indexOf("Tagline");
    })
    .toBe(1);
  await saved(page);
  await undoAll(page);
});

test("distances are linked or one each; a border, corners and a shadow are drawn", async ({ page }) => {
  await openPart(page, "Footer", "Footer in columns");
  await list(page).getByRole("button", { name: "Tagline", exact: true }).click();
  const settings = page.getByRole("region", { name: "Settings of Tagline" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await settings.getByRole("textbox", { name: "Distance inside" }).fill("12");
  const tagline = wide(page).locator("footer .b-tagline");
  await expect(tagline).toHaveCSS("padding", "12px");
  await settings.getByRole("button", { name: "each side" }).click();
  await settings.getByRole("textbox", { name: "Distance inside, left" }).fill("40");
  await expect(tagline).toHaveCSS("padding", "12px 12px 12px 40px");
  await settings.getByRole("textbox", { name: "Border", exact: true }).fill("3");
  await expect(tagline).toHaveCSS("border-left-width", "3px");
  await settings.getByRole("button", { name: "link all sides" }).click();
  await expect(tagline).toHaveCSS("padding", "12px");
  await saved(page);
  await undoAll(page);
});

test("a text is found in all parts and menus and replaced where it is ticked, as one step", async ({
  page,
}) => {
  await open(page, "find");
  await page.getByLabel("Find").fill("open nights");
  const places = page.getByRole("list", { name: "Places" }).getByRole("listitem");
  await expect(places.filter({ hasText: "Menu “Main”" })).toHaveCount(1);
  const before = await places.count();
  await page.getByLabel("Replace by").fill("Clear nights");
  await expect(places.filter({ hasText: "Menu “Main”" })).toContainText("Clear nights");
  await places.filter({ hasText: "Menu “Main”" }).getByRole("checkbox").uncheck();
  await page.getByRole("button", { name: `Replace in ${before - 1} places` }).click();
  await expect(page.getByText(`Replaced in ${before - 1} places.`)).toBeVisible();
  await expect(places).toHaveCount(1);
  await expect(places).toContainText("Menu “Main”");
  await undoAll(page);
  expect((await get(siteHost("observatory"), "/")).body).toContain("open nights");
});
