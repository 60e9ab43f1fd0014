import { expect, type Locator, type Page, test } from "@playwright/test";
import { open, PublicPage, preview, publish, signIn, undoAll } from "./studio";

/** Which entries lists show, and in which order: stories by their numbers. */
test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const settingsOf = (page: Page): Locator => page.getByRole("region", { name: /^Settings of/ });
/** Opens a part with one of its lists selected. */
const listOf = async (page: Page, name: string, which: "first" | "last"): Promise<void> => {
  await open(page, "parts");
  await page.getByRole("link", { name, exact: true }).first().click();
  await page.getByRole("heading", { level: 1, name }).waitFor();
  await page
    .getByRole("button", { name: /^Entry list/ })
    [which]()
    .click();
};
const choose = async (page: Page, field: string, value: string | RegExp): Promise<void> => {
  await settingsOf(page).getByRole("combobox", { name: field, exact: true }).click();
  await page.getByRole("option", { name: value, exact: typeof value === "string" }).click();
};
const more = (page: Page): Promise<void> =>
  settingsOf(page)
    .getByRole("button", { name: /^\d+ more$/ })
    .click();
const hrefs = (list: Locator): Promise<string[]> =>
  list.locator("a.name").evaluateAll((all) => all.map((each) => each.getAttribute("href") ?? ""));

test("G29: the same entry stands in two lists of a page: one click and it does not", async ({ page }) => {
  await listOf(page, "Front page", "last");
  await page.getByLabel("Add a block").fill("entry list");
  await page.getByRole("option", { name: "Entry list", exact: true }).click();
  await choose(page, "Which entries", "entries of kinds");
  const lists = preview(page, 1280).locator(".b-entryList");
  await expect(lists).toHaveCount(3);
  const inLast = async () => {
    const [first, second, last] = await Promise.all([0, 1, 2].map((at) => hrefs(lists.nth(at))));
    const above = new Set([...(first ?? []), ...(second ?? [])]);
    return { double: (last ?? []).filter((href) => above.has(href)).length, all: last?.length ?? 0 };
  };
  await expect.poll(async () => (await inLast()).double).toBeGreaterThan(0);
  const before = await inLast();
  await more(page);
  await settingsOf(page).getByRole("switch", { name: "Leave out what stands above" }).click();
  await expect.poll(async () => (await inLast()).double).toBe(0);
  expect((await inLast()).all).toBe(before.all - before.double);
  await page.getByText("Saved", { exact: true }).waitFor();
  await undoAll(page);
});

test("G33: prints by price, the cheapest first", async ({ page }) => {
  await listOf(page, "Archive in cards", "first");
  await more(page);
  await choose(page, "Sorted by", "an own field");
  await choose(page, "Which field", /Price/);
  await choose(page, "Direction", "oldest or lowest first");
  await page.getByText("Saved", { exact: true }).waitFor();
  await publish(page);
  const { html } = await PublicPage.at("observatory", "/prints/");
  const prices = [...html.matchAll(/Price <b>([\d.]+) €<\/b>/g)].map((found) => Number(found[1]));
  expect(prices.length).toBeGreaterThan(4);
  expect(new Set(prices).size).toBeGreaterThan(1);
  expect(prices).toEqual([...prices].sort((a, b) => a - b));
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});
