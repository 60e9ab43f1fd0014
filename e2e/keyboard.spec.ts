import { expect, type Page, test } from "@playwright/test";
import { changesInDraft, open, preview, signIn } from "./studio";

/** What is done by keyboard alone, without a pause: no letter goes astray, and the keyboard stays where one works. */

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const WORDS = [
  "Visit us",
  "The domes",
  "Open nights",
  "Sky notes",
  "Prints",
  "School visits",
  "By bus",
  "Contact",
];
/** The labels of the menu as they are kept. */
const keptLabels = async (page: Page) =>
  page
    .getByRole("list", { name: "Items" })
    .getByRole("textbox")
    .evaluateAll((all) => all.map((each) => (each as HTMLInputElement).value));

test("a menu of eight items is typed without a pause", async ({ page }) => {
  await open(page, "menus");
  await page.getByRole("textbox", { name: "Name of a new menu" }).fill("Typed at one go");
  await page.getByRole("button", { name: "Begin empty" }).click();
  await page.getByRole("heading", { level: 1, name: "Typed at one go" }).waitFor();
  await page.getByRole("button", { name: "+ item" }).focus();
  // the first by its button, each other one by Enter behind the last
  await page.keyboard.press("Enter");
  await page.keyboard.type(WORDS.join("\n").replaceAll("\n", "\r"));
  expect(await keptLabels(page)).toEqual(WORDS);
  // one that is removed, and what undo does, leave the keyboard in the list
  await page.keyboard.press("Alt+ArrowUp");
  await expect(page.getByRole("textbox", { name: "Label of “Contact”" })).toBeFocused();
  await page.keyboard.press("Control+a");
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Backspace");
  await expect(page.getByRole("textbox", { name: "Label of “School visits”" })).toBeFocused();
  await expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
  await page.reload();
  await page.getByRole("heading", { level: 1, name: "Typed at one go" }).waitFor();
  expect(await keptLabels(page)).toEqual(WORDS.slice(0, 7));
  await page.getByRole("button", { name: "Remove the menu" }).click();
  await page.waitForURL(/\/menus$/);
});

/** Counts the keys that are pressed; words that are typed count for nothing. */
const counting = (page: Page) => {
  let pressed = 0;
  return {
    press: async (...keys: readonly string[]) => {
      for (const key of keys) {
        pressed += 1;
        await page.keyboard.press(key);
      }
    },
    type: (words: string) => page.keyboard.type(words),
    count: () => pressed,
  };
};

test("a bottom bar is made from nothing by keyboard alone, with at most twenty keys besides the words", async ({
  page,
}) => {
  await open(page, "overview", "tide-mill");
  const keys = counting(page);
  await keys.press("Control+k");
  await keys.type("new footer");
  await expect(page.getByRole("option", { name: /^New footer …/ })).toHaveAttribute("aria-selected", "true");
  await keys.press("Enter");
  const dialog = page.getByRole("dialog", { name: "New part" });
  await expect(dialog.getByRole("textbox", { name: "Name" })).toBeFocused();
  await keys.type("Mill foot");
  // to what it begins with; the last is an empty one
  await keys.press("Tab", "ArrowUp");
  await expect(dialog.getByRole("radio", { name: "Empty" })).toBeChecked();
  await keys.press("Enter");
  await page.getByRole("group", { name: "What the part is made of" }).waitFor();
  // a band, its name, and the © line in it
  await keys.press("b", "F2");
  await keys.type("Bottom bar");
  await keys.press("Escape", "a");
  await keys.type("copyright");
  await keys.press("Enter");
  // a second cell with a menu
  await keys.press("Escape", "c", "a");
  await keys.type("menu");
  await keys.press("Enter");
  const footer = preview(page, 1280).locator("footer");
  await expect(footer).toContainText(/© .*Sallow Creek Trust/);
  await expect(footer.getByRole("link", { name: "Flour" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Bottom bar" })).toBeVisible();
  expect(keys.count()).toBeLessThanOrEqual(20);

  // where it stands: the menu is selected; what is removed and undone keeps the keyboard in the list
  await keys.press("Escape");
  const menu = page.getByRole("button", { name: /^Menu “/ });
  await expect(menu).toBeFocused();
  await keys.press("Control+d");
  await expect(menu).toHaveCount(2);
  await expect(menu.nth(1)).toBeFocused();
  await keys.press("Delete");
  await expect(menu).toHaveCount(1);
  await expect(menu).toBeFocused();
  await keys.press("Control+z");
  await expect(menu).toHaveCount(2);
  await expect(page.locator("[data-list-node]:focus")).toHaveCount(1);
  await keys.press("Control+z");
  await expect(menu).toHaveCount(1);
  await expect(page.locator("[data-list-node]:focus")).toHaveCount(1);
  // and it goes again
  await keys.press("Control+k");
  await keys.type("put in the bin");
  await keys.press("Enter");
  await expect(page.getByText("Put in the bin. Visitors see it until you publish.")).toBeVisible();
});

test("“Go to…” works from inside a preview, and finds settings, menus, pictures, sites and what can be done", async ({
  page,
}) => {
  await open(page, "parts");
  await page.getByRole("link", { name: "Day header", exact: true }).first().click();
  const list = page.getByRole("group", { name: "What the part is made of" });
  await list.waitFor();
  const frame = preview(page, 1280);
  const goTo = page.getByRole("combobox", { name: "Go to" });
  await frame
    .locator("header .b-menu")
    .first()
    .click({ position: { x: 2, y: 2 } });
  await page.keyboard.press("Control+k");
  await expect(goTo).toBeFocused();
  // given up, the keyboard is where it was
  await page.keyboard.press("Escape");
  await expect(goTo).toHaveCount(0);
  await page.keyboard.press("Control+k");
  await expect(goTo).toBeFocused();

  // a setting by what people call it, in the panel of its block
  await page.keyboard.type("hamburger");
  await expect(page.getByRole("option").first()).toContainText("Becomes a button");
  await page.keyboard.press("Enter");
  const field = page.locator("[data-setting='settings.buttonBelow']");
  await expect(field.locator(":focus")).toHaveCount(1);

  const found = async (typed: string, name: RegExp) => {
    await page.keyboard.press("Control+k");
    await goTo.fill(typed);
    await expect(page.getByRole("option", { name }).first()).toBeVisible();
    await page.keyboard.press("Escape");
  };
  await found("main", /^Main menu$/);
  await found("tide", /Tide Mill site$/);
  await found("content width", /^Content width house style, measures$/);
  await found("where", /^Where it shows leaf of Day header/);
  await found("pause", /^Pause/);
  await found("members", /^Visitor accounts screen/);
  await found("dark", /^Dark do it now/);

  // a value of the house style leads to its field
  await page.keyboard.press("Control+k");
  await goTo.fill("corners of buttons");
  await page.getByRole("option", { name: /^Corners of buttons/ }).click();
  await expect(page.getByRole("textbox", { name: "Find a value" })).toHaveValue("Corners of buttons");
});

test("parts are found by what they are, and sorted", async ({ page }) => {
  await open(page, "parts");
  const find = page.getByRole("textbox", { name: "Find parts" });
  const names = () =>
    page.getByRole("region", { name: "Header" }).locator("tbody td:nth-child(2) a").allTextContents();
  const all = await names();
  expect(all.length).toBeGreaterThan(2);
  await page.getByRole("combobox", { name: "Sorted" }).click();
  await page.getByRole("option", { name: "by name" }).click();
  expect(await names()).toEqual([...all].sort((a, b) => a.localeCompare(b)));
  await find.fill("day header");
  await expect.poll(names).toEqual(["Day header"]);
  await expect(page.getByRole("region", { name: "Footer" })).toHaveCount(0);
  await find.fill("nothing is called that");
  await expect(page.getByText("No part has that. Remove words to see more.")).toBeVisible();
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(page.getByRole("region", { name: "Footer" })).toBeVisible();
});

test("a part goes to another site with all it needs and without a file; nothing happens there before its plan is seen", async ({
  page,
}) => {
  await open(page, "packs", "tide-mill");
  const before = await changesInDraft(page);
  await open(page, "parts");
  await page.getByRole("link", { name: "Day header", exact: true }).first().click();
  await page.getByRole("group", { name: "What the part is made of" }).waitFor();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("copy to sallow");
  await expect(page.getByRole("option").first()).toContainText("Copy to Sallow Creek Tide Mill …");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/s\/tide-mill\/packs$/);
  await expect(page.getByText("What comes in", { exact: true })).toBeVisible();
  await expect(page.getByText("Day header.zip")).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("What comes in", { exact: true })).toHaveCount(0);
  expect(await changesInDraft(page)).toBe(before);
  // it is taken once
  await open(page, "packs", "tide-mill");
  await expect(page.getByText("Day header.zip")).toHaveCount(0);
});
