import { expect, type Locator, type Page, test } from "@playwright/test";
import { actOn, open, PORT, PublicPage, preview, publish, signIn, undoAll } from "./studio";

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

test("an archive is narrowed to a topic by a link, and what comes next is put below what is there", async ({
  page,
  browser,
}) => {
  await listOf(page, "Archive in rows", "first");
  await settingsOf(page)
    .getByRole("button", { name: /^\d+ more$/ })
    .click();
  await settingsOf(page).getByLabel("Entries to a page", { exact: true }).fill("4");
  await choose(page, "Links to narrow it", "topics of a grouping");
  await page.getByText("Saved", { exact: true }).waitFor();
  await page.getByRole("button", { name: /^Pager/ }).click();
  await choose(page, "Look", "more below what is there");
  // one above the list as well: both go on to the next page
  await actOn(page, "Duplicate");
  await page.getByText("Saved", { exact: true }).waitFor();
  await publish(page);
  const address = `http://observatory.localhost:${PORT}/notes/`;
  const visitor = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await visitor.goto(address);
  const [list, next] = [
    visitor.locator("main .b-entryList"),
    visitor.getByRole("link", { name: "Show more" }),
  ];
  const filters = visitor.getByRole("navigation", { name: "Show only" });
  const [all, topic] = [filters.getByRole("link").first(), filters.getByRole("link").nth(1)];
  const countOf = async (link: Locator) => Number(/\((\d+)\)/.exec((await link.textContent()) ?? "")?.[1]);
  const total = await countOf(all);
  await expect(all).toHaveAttribute("aria-current", "true");
  await expect(list.locator("a.name")).toHaveCount(4);
  for (let shown = 4; shown < total; shown = Math.min(shown + 4, total)) {
    await expect(list.locator("a.name")).toHaveCount(shown);
    await expect(next).toHaveCount(2);
    await next.nth((shown / 4) % 2).click();
  }
  await expect(list.locator("a.name")).toHaveCount(total);
  await expect(next).toHaveCount(0);
  expect(new Set(await hrefs(list)).size).toBe(total);
  expect(new URL(visitor.url()).pathname).toBe("/notes/");
  // what came last has the keyboard
  expect(await visitor.evaluate(() => document.activeElement?.className)).toBe("name");
  const ofTopic = await countOf(topic);
  await topic.click();
  await visitor.waitForURL(/about=/);
  await expect(topic).toHaveAttribute("aria-current", "true");
  await expect(list.locator("a.name")).toHaveCount(Math.min(4, ofTopic));
  // without a script it is a link like any other
  const plain = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await plain.goto(address);
  await plain.getByRole("link", { name: "Show more" }).first().click();
  await plain.waitForURL(/\/notes\/page\/2\/$/);
  await expect(plain.locator("main .b-entryList a.name")).toHaveCount(4);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

test("G31: the newest large, the others small, by one setting", async ({ page }) => {
  await listOf(page, "Archive in cards", "first");
  await choose(page, "Arrangement", "compact");
  await more(page);
  await settingsOf(page).getByRole("switch", { name: "First one large" }).click();
  await page.getByText("Saved", { exact: true }).waitFor();
  await publish(page);
  const { html } = await PublicPage.at("observatory", "/open-nights/");
  const items = [...html.matchAll(/<li[^>]*>(?:(?!<\/li>).)*<a class="name" href="([^"]+)"/gs)];
  expect(items.length).toBeGreaterThan(4);
  expect(items.map(([item]) => item.startsWith('<li class="first">'))).toEqual(
    items.map((_, at) => at === 0),
  );
  // the pages after it have none
  const later = await PublicPage.at("observatory", "/open-nights/page/2/");
  expect(later.html).not.toContain('<li class="first">');
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

test("entries are chosen by hand in an order of their own; a press anywhere on one leads to it", async ({
  page,
}) => {
  await listOf(page, "Front page", "last");
  await choose(page, "Which entries", "chosen by hand");
  const list = preview(page, 1280).locator(".b-entryList").last();
  const add = settingsOf(page).getByPlaceholder("Add an entry");
  for (const title of ["Moon night", "The old dome"]) {
    await add.fill(title);
    await page.getByRole("option", { name: title, exact: true }).click();
  }
  await expect(list.locator("a.name")).toHaveText(["Moon night", "The old dome"]);
  await settingsOf(page).getByRole("button", { name: "Move The old dome up" }).click();
  await expect(list.locator("a.name")).toHaveText(["The old dome", "Moon night"]);
  await settingsOf(page).getByRole("button", { name: "Remove Moon night" }).click();
  await expect(list.locator("a.name")).toHaveText(["The old dome"]);
  await more(page);
  await settingsOf(page).getByRole("switch", { name: "All of it a link" }).click();
  await page.getByText("Saved", { exact: true }).waitFor();
  await publish(page);
  const visitor = await page.context().newPage();
  await visitor.goto(`http://observatory.localhost:${PORT}/`);
  // the name lies over all of it
  await visitor.locator(".b-entryList").last().locator(".shot").click({ force: true });
  await expect(visitor).toHaveURL(/\/domes\/old-dome\/$/);
  await visitor.close();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

// films have one in the sample site: notes one listens to get theirs here
test("G32: another layout for one medium, without taking it out of the first", async ({ page }) => {
  const sound = "/notes/listening-to-the-meteors/";
  const other = "/notes/how-dark-is-our-sky/";
  const isOther = async (path: string) =>
    (await PublicPage.at("observatory", path)).html.includes("To be listened to");
  await open(page, "parts");
  const row = page
    .getByRole("row")
    .filter({ has: page.getByRole("link", { name: "Sky note", exact: true }) });
  await row.getByRole("button", { name: "More to do with this part" }).click();
  await page.getByRole("menuitem", { name: "Duplicate", exact: true }).click();
  await page.getByRole("heading", { level: 1, name: "Sky note, copy" }).waitFor();
  await page.getByRole("button", { name: /^Heading “Near to it”/ }).click();
  await settingsOf(page).getByLabel("Text", { exact: true }).fill("To be listened to");
  await page.getByText("Saved", { exact: true }).waitFor();
  await page.getByRole("link", { name: "Where it shows" }).click();
  await page.getByLabel("Shows on: another line").fill("sky notes");
  await page
    .getByRole("option", { name: /^Sky notes/ })
    .first()
    .click();
  await page.getByLabel("Narrow this line").fill("sound");
  await page
    .getByRole("option", { name: /^entries in sound/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Keep in the draft" }).click();
  await expect(page.getByRole("group", { name: "Not kept yet" })).toHaveCount(0);
  await publish(page);
  // narrower wins by itself: nothing was said of the first layout
  expect([await isOther(sound), await isOther(other)]).toEqual([true, false]);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

test("a new list that finds nothing on the page looked at says so, with the clicks that help", async ({
  page,
}) => {
  await open(page, "parts");
  await page.getByRole("link", { name: "Sky note", exact: true }).first().click();
  await page.getByRole("heading", { level: 1, name: "Sky note" }).waitFor();
  await page.getByRole("button", { name: "Pass it on", exact: true }).click();
  await page.getByLabel("Add a block").first().fill("entry list");
  await page.getByRole("option", { name: "Entry list", exact: true }).click();
  const settings = settingsOf(page);
  await expect(settings.getByText("It finds nothing on this page.")).toBeVisible();
  const way = settings.getByRole("button", { name: /^Show entries of kinds instead: \d+ entries$/ });
  const promised = Number(/\d+/.exec((await way.textContent()) ?? "")?.[0]);
  await way.click();
  await expect(settings.getByText("It finds nothing on this page.")).toHaveCount(0);
  const added = preview(page, 1280).locator(".b-entryList").first();
  await expect(added.locator("a.name")).toHaveCount(promised);
  await page.getByText("Saved", { exact: true }).waitFor();
  await undoAll(page);
});

test("who asks for an address with a slip in it is told what is near", async () => {
  const lost = await PublicPage.at("observatory", "/visit/eclipse-weeked/");
  const near = [...lost.html.matchAll(/<a class="name" href="([^"]+)"/g)].map(([, href]) => href);
  expect(near[0]).toBe("/visit/eclipse-weekend/");
  const nothing = await PublicPage.at("observatory", "/setup.php");
  expect(nothing.html).toContain("Nothing here is called anything like it.");
});

test("a note leads to the one before and after it, names its author and what is near, and its address is copied", async ({
  page,
}) => {
  const notes = await PublicPage.at("observatory", "/notes/");
  const [first, second] = [...notes.html.matchAll(/<a class="name" href="(\/notes\/[^"]+)"/g)].map(
    ([, href]) => href,
  );
  const address = `http://observatory.localhost:${PORT}${second}`;
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(address);
  // the newest stands first in the archive
  await expect(page.locator(".b-neighbours [rel=next]")).toHaveAttribute("href", first ?? "");
  await expect(page.locator(".b-neighbours [rel=prev]")).toHaveAttribute("href", /^\/notes\//);
  await expect(page.locator(".b-authorBox a[rel=author]")).toHaveAttribute("href", /^\/people\//);
  const others = await page
    .locator(".b-authorBox ul:not(.row) a")
    .evaluateAll((all) => all.map((each) => each.getAttribute("href")));
  expect(others.length).toBeGreaterThan(0);
  expect(others).not.toContain(second);
  await page.getByRole("button", { name: "Copy the address" }).click();
  await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(address);
  await page.locator(".b-neighbours [rel=next]").click();
  await expect(page).toHaveURL(new RegExp(`${first}$`));
});
