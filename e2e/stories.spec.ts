import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { cell, makePart, open, PublicPage, preview, publish, sheet, signIn, undoAll } from "./studio";

/** The stories of the job, by their numbers. */
test.beforeEach(async ({ page }) => {
  await signIn(page);
});

test("G1: a header nobody sees is found, named in the review, and mended by a line", async ({ page }) => {
  await makePart(page, {
    slot: "Header",
    name: "Comet header",
    start: /Header in two bands/,
    where: "nowhere yet",
  });
  await expect(page.getByText("It shows on no page yet", { exact: false })).toBeVisible();

  await open(page, "editions");
  const review = page.getByRole("region", { name: /^The draft/ });
  await expect(review).toContainText(/header \d+ shows nowhere yet/);
  await expect(review.getByRole("link", { name: "Say where" }).first()).toBeVisible();

  await open(page, "overview");
  const ledger = page.getByRole("list", { name: "To settle" });
  const line = ledger.getByRole("listitem").filter({ hasText: /Header \d+ is on but shows on no page/ });
  await line.getByRole("button", { name: "Say where" }).click();
  await page.waitForURL(/\/where$/);
  await expect(page.getByText("nowhere yet.", { exact: false })).toBeVisible();
  await page.getByLabel("Shows on: another line").fill("comets");
  await page.getByRole("option", { name: /^pages about Comets/ }).click();
  await expect(page.getByTestId("reach")).toContainText("shows on 0 → 1");
  await page.getByRole("button", { name: "Keep in the draft" }).click();
  await expect(page.getByTestId("reach")).toContainText("Asks for 1 page, shows on 1.");

  await open(page, "overview");
  await expect(page.getByText(/Header \d+ is on but shows on no page/)).toHaveCount(0);
  await publish(page);
  const note = await PublicPage.at("observatory", "/notes/a-comet-over-the-car-park/");
  expect(note.elements("header")).toHaveLength(1);
  expect(note.html).toContain("Open Fridays from dusk");
});

test("G2: a slot holds one part, and why says who lost and whether visitors see it", async ({ page }) => {
  await makePart(page, {
    slot: "Footer",
    name: "Loud footer",
    start: /Footer in columns/,
    where: "every page",
  });
  await open(page, "overview");
  await (await cell(page, "Footer", "By bus", "Visiting")).click();
  const why = sheet(page);
  await expect(page.getByTestId("why-winner")).toContainText(
    "Footer in columns shows here because it asks for every page",
  );
  await expect(page.getByTestId("why-winner")).toContainText("it stands first in order");
  const rivals = why.getByRole("list", { name: "Other parts of this slot" });
  await expect(rivals.getByRole("listitem").filter({ hasText: "Loud footer" })).toContainText(
    "is tied with footer 1 and later in order",
  );
  await expect(rivals.getByRole("listitem").filter({ hasText: "One quiet bar" })).toContainText(
    "is for other pages",
  );
  await expect(page.getByTestId("why-visitors")).toHaveText("Visitors see the same already.");

  // the tie is a finding; its order can be changed, and the overview follows at once
  const ledger = page.getByRole("list", { name: "To settle" });
  await ledger
    .getByRole("button", { name: /^Decide: Footer 1.* ask/ })
    .first()
    .click();
  await sheet(page).getByRole("link", { name: "Where it shows" }).first().click();
  await page.waitForURL(/\/where$/);
  await page.getByRole("button", { name: "Put the other first" }).first().click();
  await expect(page.getByRole("button", { name: "Put this one first" })).toBeVisible();
  await open(page, "overview");
  await (await cell(page, "Footer", "By bus", "Visiting")).click();
  await expect(page.getByTestId("why-winner")).toContainText("Loud footer shows here");
  await expect(page.getByTestId("why-visitors")).toContainText("In the draft. Visitors still see");
  // whatever the rules say, visitors get one footer
  await publish(page);
  expect((await PublicPage.at("observatory", "/visit/getting-here/by-bus/")).elements("footer")).toHaveLength(
    1,
  );
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
});

test("G3: a page that opted out is named as the reason, and reset in one click", async ({ page }) => {
  expect((await PublicPage.at("observatory", "/domes/old-dome/")).has("header")).toBe(false);
  await open(page, "overview");
  await (await cell(page, "Header", "The old dome", "Visiting")).click();
  await expect(page.getByTestId("why-winner")).toContainText("this page chose to leave the header out");
  await expect(
    sheet(page)
      .getByRole("list", { name: "Other parts of this slot" })
      .getByRole("listitem")
      .filter({ hasText: "Day header" }),
  ).toContainText("this page chose for itself");

  await page.getByRole("button", { name: "The old dome", exact: true }).click();
  await sheet(page).getByRole("link", { name: "Open this page" }).click();
  await page.getByRole("heading", { level: 1, name: "The old dome" }).waitFor();
  await expect(page.getByRole("combobox", { name: "Header of this page" })).toHaveText(
    "this page only: no header",
  );
  await page.getByRole("button", { name: "Reset" }).click();
  await expect(page.getByRole("combobox", { name: "Header of this page" })).toHaveText("as everywhere");
  await expect(page.frameLocator('iframe[title$="at 1280 px"]').locator("header")).toContainText(
    "Open nights",
  );
  await publish(page);
  expect((await PublicPage.at("observatory", "/domes/old-dome/")).has("header")).toBe(true);
});

test("G17: duplicate, with or without its lines, and a copy just for these pages", async ({ page }) => {
  await open(page, "parts");
  const row = page.getByRole("row").filter({ hasText: "Front header" });
  await row.getByRole("button", { name: "More to do with this part" }).click();
  await page.getByRole("menuitem", { name: "Duplicate", exact: true }).click();
  await page.getByRole("heading", { level: 1, name: "Front header, copy" }).waitFor();
  await expect(page.getByText("It shows on no page yet", { exact: false })).toBeVisible();

  await page.getByRole("button", { name: "More to do with this part" }).click();
  await page.getByRole("menuitem", { name: "Duplicate with where it shows" }).click();
  await page.getByRole("heading", { level: 1, name: "Front header, copy, copy" }).waitFor();
  await expect(page.getByText(/^paused · shows on 0/)).toBeVisible();

  await open(page, "overview");
  await (await cell(page, "Header", "Prints")).click();
  await expect(sheet(page)).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(sheet(page)).toHaveCount(0);
  await (await cell(page, "Header", "Ridge at night", "Prints")).click();
  await sheet(page)
    .getByRole("button", { name: /just for this page$/ })
    .click();
  await sheet(page).getByRole("button", { name: "Make it and open it" }).click();
  await page.getByRole("heading", { level: 1, name: "Day header, copy" }).waitFor();
  await expect(page.getByText(/shows on 1 of/)).toBeVisible();
});

test("G25: a whole section has no footer, by a rule that is placed like any part", async ({ page }) => {
  await open(page, "overview");
  await (await cell(page, "Footer", "Open nights")).click();
  await sheet(page).getByRole("button", { name: "Nothing", exact: true }).click();
  await expect(sheet(page).getByText("A line: Shows on Open nights")).toBeVisible();
  await sheet(page).getByRole("button", { name: "Do it in the draft" }).first().click();
  await expect(await cell(page, "Footer", "Open nights")).toHaveText("nothing, by rule");
  await publish(page);
  expect((await PublicPage.at("observatory", "/open-nights/comet-watch/")).has("footer")).toBe(false);
  expect((await PublicPage.at("observatory", "/open-nights/")).has("footer")).toBe(true);
});

test("what is published is what was looked at: a change that came meanwhile is listed first", async ({
  page,
}) => {
  const elsewhere = await page.context().newPage();
  await open(elsewhere, "parts");
  const pause = async (name: string) => {
    const row = elsewhere
      .getByRole("row")
      .filter({ has: elsewhere.getByRole("link", { name, exact: true }) });
    await row.getByRole("button", { name: "More to do with this part" }).click();
    await elsewhere.getByRole("menuitem", { name: "Pause", exact: true }).click();
    await expect(row).toContainText("paused");
  };
  await pause("Members’ header");
  await open(page, "editions");
  const changes = page.getByRole("list", { name: "Changes" }).getByRole("listitem");
  await expect(changes).toHaveCount(1);
  await pause("Day header");
  await page.getByRole("button", { name: "Publish 1 change" }).click();
  await expect(page.getByText(/^The draft has changed since you looked at it\./)).toBeVisible();
  await expect(changes).toHaveCount(2);
  expect((await PublicPage.at("observatory", "/about/")).has("header")).toBe(true);
  await undoAll(page);
});

test("pause, bin and restore, each with undo at hand", async ({ page }) => {
  await open(page, "parts");
  const row = () => page.getByRole("row").filter({ hasText: "Members’ header" });
  const choose = async (action: string) => {
    await row().getByRole("button", { name: "More to do with this part" }).click();
    await page.getByRole("menuitem", { name: action, exact: true }).click();
  };
  await choose("Pause");
  await expect(row()).toContainText("paused");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(row()).toContainText("published");
  await choose("Put in the bin");
  await expect(row()).toHaveCount(0);
  await page.getByRole("button", { name: /^Show the bin/ }).click();
  await choose("Restore from the bin");
  await expect(row()).toContainText("published");
});

const openPart = async (page: Page, name: string, site = "observatory"): Promise<void> => {
  await open(page, "parts", site);
  await page.getByRole("link", { name, exact: true }).click();
  await page.getByRole("group", { name: "What the part is made of" }).waitFor();
};
const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
const choose = async (page: Page, name: string, option: string): Promise<void> => {
  await page.getByRole("combobox", { name, exact: true }).click();
  await page.getByRole("option", { name: option, exact: true }).click();
};

test("G16: a list goes from rows to cards and back; each arrangement has kept its own settings, what both have goes along", async ({
  page,
}) => {
  await openPart(page, "Archive in rows");
  await page
    .getByRole("button", { name: /^Entry list/ })
    .first()
    .click();
  const settings = page.getByRole("region", { name: "Settings of Entry list" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await choose(page, "Picture", "right");
  await settings.getByRole("textbox", { name: "Entries to a page" }).fill("7");
  await choose(page, "Arrangement", "cards");
  // what both have in common carries over, what rows alone have is not asked
  await expect(settings.getByRole("combobox", { name: "Picture", exact: true })).toHaveCount(0);
  await expect(settings.getByRole("textbox", { name: "Entries to a page" })).toHaveValue("7");
  await expect(preview(page, 1280).locator("main .b-entryList")).toHaveClass(/cards/);
  await settings.getByRole("switch", { name: "Summary" }).click();
  await choose(page, "Arrangement", "rows");
  await expect(settings.getByRole("combobox", { name: "Picture", exact: true })).toHaveText("right");
  // a summary is what both have
  await expect(settings.getByRole("switch", { name: "Summary" })).not.toBeChecked();
  await choose(page, "Arrangement", "cards");
  await expect(settings.getByRole("switch", { name: "Summary" })).not.toBeChecked();
  await saved(page);
  await undoAll(page);
  await expect(settings.getByRole("combobox", { name: "Picture", exact: true })).toHaveText("left");
  await expect(settings.getByRole("textbox", { name: "Entries to a page" })).toHaveValue("10");
});

test("G18, G19: a pack comes in by a plan that asks about what is not here, wipes nothing, and is undone as a whole", async ({
  page,
}) => {
  await open(page, "packs");
  for (const name of ["Members’ header", "Archive in cards"]) await page.getByLabel(name).check();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Export 2 parts" }).click(),
  ]);
  const pack = readFileSync(await download.path());
  await open(page, "parts", "tide-mill");
  const links = () => page.getByRole("table").getByRole("link").allTextContents();
  const before = await links();
  await open(page, "packs", "tide-mill");
  await page
    .getByLabel("Pack file")
    .setInputFiles({ name: "dome.zip", mimeType: "application/zip", buffer: pack });
  await expect(page.getByTestId("plan-summary")).toContainText(/3 to answer, \d+ clear/);
  const level = page.getByText("This site has no level Members").locator("..").getByRole("combobox");
  await level.click();
  await expect(page.getByRole("option", { name: "leave it out" })).toBeVisible();
  await page.getByRole("option", { name: "leave it out" }).click();
  await expect(page.getByRole("button", { name: "Import: 2 questions still open" })).toBeDisabled();
  const summary = page.getByTestId("plan-summary");
  for (const left of [1, 0]) {
    await page.getByRole("combobox").filter({ hasText: "choose …" }).first().click();
    await page.getByRole("option", { name: "leave it out" }).click();
    await expect(summary).toContainText(left === 0 ? "Nothing to answer" : `${left} to answer`);
  }
  await page.getByRole("button", { name: "Import into the draft" }).click();
  await expect(page.getByText("Done in the draft: import of", { exact: false })).toBeVisible();
  await open(page, "parts", "tide-mill");
  // what it asked for that is not here has left it without a line: it waits, and shows nowhere by mistake
  const row = page
    .getByRole("row")
    .filter({ has: page.getByRole("link", { name: "Members’ header", exact: true }) });
  await expect(row).toContainText("paused");
  expect(await links()).toEqual(expect.arrayContaining(before));
  await page.getByRole("button", { name: /^Undo import of/ }).click();
  await expect(page.getByRole("link", { name: "Members’ header", exact: true })).toHaveCount(0);
  expect(await links()).toEqual(before);
});

test("G20: every slot of a page names the part and the line that fill it, and leads there", async ({
  page,
}) => {
  await open(page, "pages");
  await page.getByRole("link", { name: "Getting here", exact: true }).click();
  const chosen = page.getByRole("region", { name: "What this page chooses" });
  await expect(chosen).toContainText("as everywhere");
  const links = chosen.getByRole("link");
  await expect(links.first()).toBeVisible();
  await links
    .filter({ hasText: /Day header|header 1/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/parts\//);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Day header");
});

const undoOwn = async (page: Page, times: number): Promise<void> => {
  for (let left = times; left > 0; left -= 1) {
    const [answer] = await Promise.all([
      page.waitForResponse(/\/undo$/),
      page.getByRole("button", { name: /^Undo/ }).first().click(),
    ]);
    expect(answer.ok()).toBe(true);
  }
};

test("G24: two colleagues save the same header: what differs is merged, what clashes is said, nothing is lost", async ({
  page,
  browser,
}) => {
  const colleague = await (await browser.newContext()).newPage();
  await signIn(colleague, "builder@graylatch.example");
  await openPart(page, "Day header");
  await openPart(colleague, "Day header");
  const gap = (of: Page) =>
    of.getByRole("region", { name: "Settings of Menu" }).getByRole("textbox", { name: "Gap" });
  for (const each of [page, colleague]) await each.getByRole("button", { name: "Menu “Main”" }).click();
  // different settings of the same block: both stay
  await gap(page).fill("30");
  await saved(page);
  await choose(colleague, "Opens from", "the left");
  await saved(colleague);
  await colleague.reload();
  await colleague.getByRole("button", { name: "Menu “Main”" }).click();
  await expect(gap(colleague)).toHaveValue("30");
  await expect(colleague.getByRole("combobox", { name: "Opens from" })).toHaveText("the left");
  // the same setting: the second is told, has what it typed, and decides
  await gap(page).fill("34");
  await saved(page);
  await gap(colleague).fill("40");
  await expect(colleague.getByRole("status").filter({ hasText: "Not saved" })).toBeVisible();
  await expect(gap(colleague)).toHaveValue("40");
  await expect(
    colleague.getByText("Somebody changed the same thing meanwhile: it is 34 now.", { exact: false }),
  ).toBeVisible();
  await colleague.getByRole("button", { name: "Take the newest version" }).click();
  await expect(gap(colleague)).toHaveValue("34");
  // each takes back what is their own
  await undoOwn(page, 2);
  await undoOwn(colleague, 1);
  await colleague.context().close();
  await open(page, "overview");
  await expect(page.getByText("nothing to publish", { exact: true })).toBeVisible();
});
