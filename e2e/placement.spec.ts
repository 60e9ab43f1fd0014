import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { cell, makePart, open, PORT, PublicPage, sheet, signIn } from "./studio";

/** Where parts show: the stories G4 and G5, each finding with its mend, the table, many pages at once, the API. */
test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const ledger = (page: Page) => page.getByRole("list", { name: "To settle" });
/** Undoes everything this test did in the draft, so that the next finds the site as it was. */
const undoAll = async (page: Page, steps: number): Promise<void> => {
  await open(page, "overview");
  for (let step = 0; step < steps; step += 1) {
    const undone = page.waitForResponse(/\/undo$/);
    await page.getByRole("button", { name: /^Undo / }).click();
    await undone;
    await page.waitForLoadState("networkidle");
  }
};
const whereOf = async (page: Page, part: string): Promise<void> => {
  await open(page, "parts");
  await page.getByRole("link", { name: part, exact: true }).click();
  await page.getByRole("link", { name: "Where it shows" }).click();
  await page.getByTestId("reach").waitFor();
};
const addLine = async (page: Page, typed: string, option: RegExp): Promise<void> => {
  await page.getByLabel("Shows on: another line").fill(typed);
  await page.getByRole("option", { name: option }).first().click();
};
const keep = async (page: Page): Promise<void> => {
  await page.getByRole("button", { name: "Keep in the draft" }).click();
  await expect(page.getByRole("group", { name: "Not kept yet" })).toHaveCount(0);
};
/** Opens the first finding with the text and does what settles it by the words. */
const mend = async (page: Page, finding: RegExp, words: RegExp): Promise<void> => {
  await ledger(page).getByRole("button", { name: finding }).first().click();
  await sheet(page)
    .getByRole("button", { name: new RegExp(`^Do it in the draft: ${words.source}`) })
    .first()
    .click();
  await expect(page.getByText(/^Done in the draft:/)).toBeVisible();
};

test("G4: lines say the current names of things; what is gone is broken, and mended", async ({ page }) => {
  await whereOf(page, "Night header");
  const lines = page.getByRole("region", { name: "Shows on" });
  const said = /pages under Visit\s*that are also\s*pages about Eclipses/;
  await expect(lines).toContainText(said);

  // the topic is deleted where it lives, with its impact first
  await open(page, "pages");
  await page.getByLabel("Find pages").fill("/topics/eclipses/");
  await page.getByRole("link", { name: "Eclipses", exact: true }).click();
  await page.getByRole("button", { name: "Delete this term …" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("list", { name: "Lines that break" })).toContainText(
    "1 line will point at nothing",
  );
  await expect(dialog).toContainText("1 page is gone");
  await dialog.getByRole("button", { name: "Delete", exact: true }).click();
  await page.waitForURL(/\/pages$/);

  await whereOf(page, "Night header");
  await expect(lines).toContainText("something that is gone (broken)");
  await open(page, "overview");
  await expect(ledger(page)).toContainText("points at something that is gone");

  // brought back, the line reads as before
  await open(page, "pages");
  await page.getByRole("button", { name: /^Deleted \(/ }).click();
  await page
    .getByRole("menuitem", { name: /^Bring back Eclipses/ })
    .first()
    .click();
  await whereOf(page, "Night header");
  await expect(lines).toContainText(said);
});

test("G5: the narrower wins by itself, ties can be ordered, a seasonal part goes over narrower ones", async ({
  page,
}) => {
  await makePart(page, {
    slot: "Header",
    name: "Festival header",
    start: /Header in two bands/,
    where: "nowhere yet",
  });
  await page.getByRole("link", { name: "Where it shows" }).click();
  await addLine(page, "every", /^every page/);
  const reach = page.getByTestId("reach");
  await expect(reach).toContainText(/Asks for \d+ pages, shows on 0/);
  // before it is kept, the numbers say what it would do
  await page.getByLabel("Also over narrower parts").check();
  await expect(reach).toContainText(/shows on 0 → \d+/);
  await expect(page.getByText("What changes for pages")).toBeVisible();
  await page.getByLabel("Also over narrower parts").uncheck();
  await keep(page);
  const tie = page.getByRole("region", { name: "Tied with header 1" });
  await expect(tie).toContainText("the other is first");
  // what the other order would change stands there before it is chosen
  await expect(tie.getByText(/^on \d+ pages$/).first()).toBeVisible();
  await tie.getByRole("button", { name: "Put this one first" }).click();
  await expect(tie).toContainText("this one is first");
  await page.getByLabel("Also over narrower parts").check();
  await keep(page);
  await open(page, "overview");
  await (await cell(page, "Header", "Front page")).click();
  await expect(page.getByTestId("why-winner")).toContainText("Festival header shows here");
  await undoAll(page, 4);
});

test("a part that waits for its day is a finding; from now on is one click; seen as shows the day", async ({
  page,
}) => {
  await makePart(page, { slot: "Side column", name: "Winter column", start: "Empty", where: "every page" });
  await page
    .getByLabel("Name of the new band")
    .or(page.getByRole("link", { name: "Where it shows" }))
    .last()
    .click();
  await page.getByLabel("From", { exact: true }).fill("2031-12-01T18:00");
  await page.getByLabel("until", { exact: true }).fill("2031-11-01T18:00");
  await expect(page.getByRole("alert").filter({ hasText: "It ends before it starts" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep in the draft" })).toBeDisabled();
  await page.getByLabel("until", { exact: true }).fill("2032-03-01T06:00");
  await expect(page.getByRole("alert").filter({ hasText: "It ends before it starts" })).toHaveCount(0);
  await keep(page);

  await open(page, "overview");
  await expect(ledger(page)).toContainText("waits: it shows from 1 Dec 2031, 18:00");
  await page.getByRole("button", { name: /^seen/ }).click();
  await page.getByLabel("on", { exact: true }).fill("2031-12-24T20:00");
  await page.getByLabel("on", { exact: true }).press("Enter");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /^seen/ })).toContainText("24 Dec 2031, 20:00");
  await expect(await cell(page, "Side column", "Front page")).toHaveText("nothing, by rule");
  await page.getByRole("button", { name: /^seen/ }).click();
  await page.getByRole("menuitem", { name: "now", exact: true }).click();
  await expect(await cell(page, "Side column", "Front page")).not.toHaveText("nothing, by rule");
  await mend(page, /waits: it shows from/, /Let side column \d+ show from now on/);
  await expect(await cell(page, "Side column", "Front page")).toHaveText("nothing, by rule");
  await undoAll(page, 3);
});

test("overruled, tied, unused, missing: each finding is settled from the ledger", async ({ page }) => {
  // overruled: narrower parts keep all it asks for
  await makePart(page, { slot: "Header", name: "Shy header", start: /two bands/, where: "nowhere yet" });
  await page.getByRole("link", { name: "Where it shows" }).click();
  await addLine(page, "front", /^the front page/);
  await page.getByLabel("Narrow this line").fill("visiting");
  await page
    .getByRole("option", { name: /^Visiting/ })
    .first()
    .click();
  await keep(page);
  await open(page, "overview");
  // narrower than "the front page" alone: it is the other header that is overruled now
  await expect(ledger(page)).toContainText(/asks for 1 page and shows on none/);
  await mend(page, /asks for 1 page and shows on none/, /Show header 2 also over narrower parts/);
  await expect(ledger(page).getByText(/Header 2 asks for/)).toHaveCount(0);
  await undoAll(page, 3);

  // tied: the loser gives way
  await makePart(page, { slot: "Footer", name: "Notes footer", start: /columns/, where: "nowhere yet" });
  await page.getByRole("link", { name: "Where it shows" }).click();
  await addLine(page, "open nights", /^Open nights/);
  await keep(page);
  await makePart(page, { slot: "Footer", name: "Rival footer", start: /columns/, where: "nowhere yet" });
  await page.getByRole("link", { name: "Where it shows" }).click();
  await addLine(page, "open nights", /^Open nights/);
  await keep(page);
  await open(page, "overview");
  await mend(page, /^Footer \d+ and footer \d+ ask equally much/, /Let footer \d+ give way/);
  await expect(ledger(page).getByText(/^Footer \d+ and footer \d+ ask equally much/)).toHaveCount(0);
  await undoAll(page, 5);

  // unused: the page's chosen footer is paused; one click gives the page back to the rules
  await open(page, "parts");
  const row = page.getByRole("row").filter({ hasText: "One quiet bar" });
  await row.getByRole("button", { name: "More to do with this part" }).click();
  await page.getByRole("menuitem", { name: "Pause", exact: true }).click();
  await expect(row).toContainText("paused");
  await open(page, "overview");
  await ledger(page)
    .getByRole("button", { name: /^Reset the page:/ })
    .click();
  await expect(page.getByText(/^Done in the draft:/)).toBeVisible();
  await expect(ledger(page).getByText(/chose footer 2/)).toHaveCount(0);
  await undoAll(page, 2);

  // missing: the column head says the slot is expected; the gap is filled by choosing a part for it
  await page.getByRole("columnheader").getByRole("button", { name: "Side column", exact: true }).click();
  await sheet(page).getByRole("combobox", { name: "Expected: In general" }).click();
  await page.getByRole("option", { name: "always" }).click();
  await ledger(page)
    .getByRole("button", { name: /^Add one: \d+ pages have no side column/ })
    .click();
  await sheet(page)
    .getByRole("button", { name: /^side column 1/ })
    .click();
  await sheet(page).getByRole("button", { name: "Do it in the draft" }).first().click();
  await expect(ledger(page).getByText(/no side column/)).toHaveCount(0);
  await undoAll(page, 2);
});

test("cells, rows and columns are selected, several with Ctrl and Shift; one header for all", async ({
  page,
}) => {
  await open(page, "overview");
  await (await cell(page, "Footer", "By bus", "Visiting")).click();
  await (await cell(page, "Footer", "By car")).click({ modifiers: ["Control"] });
  await expect(sheet(page)).toContainText("2 places are selected");
  await (await cell(page, "Footer", "By car")).press("Shift+ArrowDown");
  await expect(sheet(page)).toContainText("3 places are selected");
  await sheet(page).getByRole("button", { name: "Nothing", exact: true }).click();
  await expect(sheet(page).getByText("These pages only, each by its own choice")).toBeVisible();
  await expect(
    sheet(page)
      .getByText(/^on 3 pages$/)
      .first(),
  ).toBeVisible();
  await sheet(page).getByRole("button", { name: "Do it in the draft" }).first().click();
  await expect(page.getByText("nothing, this page only").first()).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();

  await page.getByRole("button", { name: "By car", exact: true }).click();
  await expect(
    sheet(page).getByRole("list", { name: "Slots of the page" }).getByRole("listitem"),
  ).toHaveCount(5);
  await sheet(page).getByRole("button", { name: "Why this footer?" }).click();
  await expect(page.getByTestId("why-winner")).toContainText("because it asks for every page");

  await page.getByRole("columnheader").getByRole("button", { name: "Header", exact: true }).click();
  await expect(sheet(page).getByRole("img", { name: /^Shares of pages\. header 1: \d+/ })).toBeVisible();
  await sheet(page)
    .getByRole("button", { name: /Night header/ })
    .click();
  // what would not work is not offered: a line for every page does not win over narrower ones
  await expect(sheet(page).getByText("These pages only, each by its own choice")).toBeVisible();
  await expect(sheet(page).getByText(/A line: Shows on every page/)).toHaveCount(0);
});

test("a press on a row that is still passing, or still on its way, is not lost", async ({ page }) => {
  await open(page, "overview");
  const group = (name: string) =>
    page.getByRole("table").getByRole("button", { name: new RegExp(`^. ${name}`) });
  for (const name of ["Prints", "Open nights"]) await group(name).click();
  const rows = page.getByTestId("coverage-rows");
  const footers = rows.getByRole("button", { name: /^Footer of (?!a page)/ });
  await expect(footers.first()).toBeVisible();
  // thrown, pressed and let go with the table still flying: the same button is under the pointer
  const pressed = await rows.evaluate(
    (scroller) =>
      new Promise<string>((done) => {
        let frames = 0;
        let held: HTMLElement | null = null;
        const step = () => {
          scroller.scrollTop += frames < 3 ? 200 : 0;
          frames += 1;
          // one in the middle: those at the ends go out of sight and out of the document
          const { top, height } = scroller.getBoundingClientRect();
          const isMiddle = (row: Element) =>
            Math.abs(row.getBoundingClientRect().top - top - height / 2) < 40;
          if (frames === 4)
            held =
              [...scroller.querySelectorAll<HTMLElement>('[aria-label^="Footer of"]')].find(isMiddle) ?? null;
          if (frames < 40) requestAnimationFrame(step);
          else {
            const isThere = held?.isConnected ?? false;
            held?.click();
            done(isThere ? (held?.getAttribute("aria-label") ?? "") : "gone");
          }
        };
        step();
      }),
  );
  expect(pressed).toMatch(/^Footer of /);
  await expect(sheet(page).getByRole("heading", { name: "Why this footer?" })).toBeVisible();

  // rows that the server has not told yet
  let tell = () => {};
  const held = new Promise<void>((resolve) => {
    tell = resolve;
  });
  await page.route("**/api/**", async (route) => {
    if (route.request().url().includes("rows")) await held;
    await route.continue();
  });
  await rows.evaluate((scroller) => scroller.scrollTo(0, 0));
  await group("Visiting").click();
  await rows.getByRole("button", { name: "Footer of a page", exact: true }).first().click();
  await expect(sheet(page)).toContainText("Why this footer?");
  tell();
  await expect(rows.getByRole("button", { name: /^Footer of .*/, pressed: true })).toBeVisible();
});

test("why names every rival; a click makes it show, with what that changes first", async ({ page }) => {
  await open(page, "overview");
  await (await cell(page, "Header", "Eclipse weekend", "Visiting")).click();
  await sheet(page).getByRole("button", { name: "Show header 1 here" }).click();
  const choose = sheet(page).getByRole("button", {
    name: "Do it in the draft: Choose header 1 on this page only",
  });
  await expect(choose).toBeVisible();
  await expect(
    sheet(page)
      .getByText(/^on 1 page$/)
      .first(),
  ).toBeVisible();
  await choose.click();
  await expect(await cell(page, "Header", "Eclipse weekend")).toContainText("this page only");
  await expect(page.getByTestId("why-visitors")).toContainText("Visitors still see");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(await cell(page, "Header", "Eclipse weekend")).not.toContainText("this page only");
});

test("the table is filtered, grouped by topic, linked to, and saved as CSV", async ({ page }) => {
  await open(page, "overview");
  await page.getByLabel("Find pages").fill("eclipse");
  await expect(page.getByRole("button", { name: "Header of Not found" })).toHaveCount(0);
  await expect(page).toHaveURL(/text=eclipse/);
  await page.getByRole("combobox", { name: "Group entries" }).click();
  await page.getByRole("option", { name: "by topics" }).click();
  await page.getByRole("button", { name: /^▸ Solar eclipses/ }).click();
  await expect(page.getByRole("button", { name: "Eclipse weekend", exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Find pages")).toHaveValue("eclipse");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "As CSV" }).click(),
  ]);
  const csv = readFileSync(await download.path(), "utf8");
  expect(csv.split("\r\n")[0]).toBe("Group,Page,Path,Header,Title bar,Layout,Side column,Footer");
  expect(csv).toContain("Solar eclipses,Eclipse weekend,/visit/eclipse-weekend/,header 3");
  expect(csv).not.toContain("/prints/ridge");
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(page).not.toHaveURL(/text=/);
  await page.getByRole("combobox", { name: "Pages where" }).click();
  await page.getByRole("option", { name: "they choose for themselves" }).click();
  await expect(page.getByText("No page fits")).toHaveCount(0);
  // Eclipse weekend is about an eclipse, the old dome about nothing in particular
  await expect(page.getByRole("button", { name: /^▸ / })).toHaveCount(2);
});

test("many pages choose at once, with undo; filters are kept; a pasted address finds its page", async ({
  page,
}) => {
  await open(page, "pages");
  const rows = page.getByRole("table", { name: "Pages" }).getByRole("row");
  await page
    .getByLabel("Find pages")
    .fill(`http://observatory.localhost:${PORT}/visit/eclipse-weekend/?a=1#b`);
  await expect(rows).toHaveCount(2);
  await expect(rows.nth(1)).toContainText("Eclipse weekend");
  await page.getByLabel("Find pages").fill("/prints/");
  await expect(page).toHaveURL(/text=%2Fprints%2F/);
  await page.getByRole("button", { name: /^Saved filters/ }).click();
  await page.getByLabel("Name of the filter").fill("All prints");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("menuitem", { name: "All prints" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByRole("button", { name: "Saved filters (1) ▾" }).click();
  await page.getByRole("menuitem", { name: "All prints" }).click();
  await expect(page.getByLabel("Find pages")).toHaveValue("/prints/");

  await page.getByLabel("Select all pages shown").check();
  const many = page.getByRole("region", { name: "What the selected pages choose" });
  await many.getByRole("combobox", { name: "What they choose" }).click();
  await page.getByRole("option", { name: /header 3 Night header/ }).click();
  await expect(many.getByText(/^on \d+ pages$/).first()).toBeVisible();
  await many.getByRole("button", { name: /^Choose for \d+ pages/ }).click();
  await expect(rows.filter({ hasText: "this page only" }).first()).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(rows.filter({ hasText: "this page only" })).toHaveCount(0);
});

test("an entry moves with everything below it, and its old address leads there", async ({ page }) => {
  await open(page, "pages");
  await page.getByLabel("Find pages").fill("/visit/eclipse-weekend/");
  await page.getByRole("link", { name: "Eclipse weekend", exact: true }).click();
  const change = async (path: string) => {
    await page.getByRole("button", { name: "Change …" }).click();
    await page.getByLabel("Path", { exact: true }).fill(path);
    await page.getByRole("button", { name: "Change it now" }).click();
    await expect(page.getByText(`It lives at ${path} now`, { exact: false }).first()).toBeVisible();
  };
  await page.getByRole("button", { name: "Change …" }).click();
  await page.getByLabel("Path", { exact: true }).fill("/about/");
  await expect(page.getByRole("alert").filter({ hasText: "is the path of" })).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await change("/eclipse/");
  expect((await PublicPage.at("observatory", "/eclipse/")).status).toBe(200);
  expect((await PublicPage.at("observatory", "/visit/eclipse-weekend/")).status).toBe(308);
  await change("/visit/eclipse-weekend/");
  expect((await PublicPage.at("observatory", "/eclipse/")).status).toBe(308);
});

test("a script asks with a token that was made in the studio, until it is taken back", async ({
  page,
  request,
}) => {
  await open(page, "overview");
  await page.getByRole("button", { name: "Pellow Ridge Observatory ▾" }).click();
  await page.getByRole("menuitem", { name: "Access for scripts" }).click();
  await page.getByLabel("What the token is for").fill("Nightly check");
  await page.getByRole("button", { name: "Make a token" }).click();
  const token = await page.getByTestId("token").textContent();
  const ask = (path: string) =>
    request.get(`http://localhost:${PORT}/api/v1/sites/observatory/${path}`, {
      headers: { authorization: `Bearer ${token}` },
    });
  const answer = await ask("resolve?path=/visit/eclipse-weekend/");
  expect(answer.status()).toBe(200);
  expect(await answer.json()).toMatchObject({ slots: { header: { part: { name: "Night header" } } } });
  expect((await ask("resolve?path=/nowhere/")).headers()["content-type"]).toContain(
    "application/problem+json",
  );
  expect((await request.get(`http://localhost:${PORT}/api/v1/openapi.json`)).status()).toBe(200);
  await page.getByRole("button", { name: "End Nightly check" }).click();
  await expect(page.getByText("No script has access yet")).toBeVisible();
  expect((await ask("resolve?path=/")).status()).toBe(401);
});
