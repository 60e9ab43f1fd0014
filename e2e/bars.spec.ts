import { expect, type Locator, type Page, test } from "@playwright/test";
import { makePart, open, PORT, PublicPage, publish, signIn, undoAll } from "./studio";

/** Title bars and heroes on single pages: the stories of what pages say themselves, by their numbers. */
test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const partNamed = async (page: Page, name: string): Promise<void> => {
  await open(page, "parts");
  await page.getByRole("link", { name, exact: true }).first().click();
  await page.getByRole("heading", { level: 1, name }).waitFor();
};
const saved = (page: Page): Promise<void> => page.getByText("Saved", { exact: true }).waitFor();
/** Opens a setting of what is selected to pages. */
const openToPages = async (page: Page, setting: RegExp): Promise<void> => {
  const more = page.getByRole("button", { name: /^\d+ more$/ });
  const wanted = page.getByRole("button", { name: setting, pressed: false }).first();
  if (!(await wanted.isVisible())) await more.click();
  await wanted.click();
  await saved(page);
};
const table = (page: Page): Locator => page.getByRole("table", { name: "What pages say" });
const pickSetting = async (page: Page, setting: RegExp): Promise<void> => {
  await page.getByRole("combobox", { name: "Which setting" }).click();
  await page.getByRole("option", { name: setting }).click();
};

test("G35, G40: each of five pages has its own picture in the bar, set without leaving the table; all that differs is one list", async ({
  page,
}) => {
  await partNamed(page, "Title on a picture");
  await page
    .getByRole("button", { name: /picture band/i })
    .first()
    .click();
  await openToPages(page, /^Pages may change it: .*: picture$/);
  await open(page, "pages");
  await page.getByRole("link", { name: "What pages say themselves" }).click();
  await page.getByRole("heading", { level: 1, name: "What pages say themselves" }).waitFor();
  // pages that chose a part are there already
  await expect(table(page)).toContainText("The old dome");
  await pickSetting(page, /picture band: picture/);
  const rows = table(page)
    .getByRole("row")
    .filter({ has: page.getByRole("link") });
  await expect(rows.nth(5)).toBeVisible();
  const pictures = ["Aurora", "Comet", "Lens", "Nebula", "Spiral"];
  const titles: string[] = [];
  for (const [at, picture] of pictures.entries()) {
    const row = rows.nth(at);
    titles.push((await row.getByRole("link").textContent()) ?? "");
    await row.getByRole("combobox").click();
    await page.getByRole("option", { name: picture, exact: true }).click();
    await expect(row.getByRole("button", { name: /^Reset/ })).toBeVisible();
  }
  await pickSetting(page, /^everything that differs/);
  for (const [at, title] of titles.entries())
    await expect(
      table(page)
        .getByRole("row")
        .filter({ has: page.getByRole("link", { name: title, exact: true }) })
        .filter({ hasText: /picture/ }),
    ).toContainText(pictures[at] as string);
  await page.getByRole("textbox", { name: "Find" }).fill("nebula");
  await expect(rows).toHaveCount(1);
  await rows
    .first()
    .getByRole("button", { name: /^Reset/ })
    .click();
  await expect(page.getByText("Nothing has that.", { exact: false })).toBeVisible();
  await undoAll(page);
});

test("G36, G38: a search box instead of breadcrumbs on one page, and a landing page that begins with its content", async ({
  page,
}) => {
  await partNamed(page, "Title on a picture");
  await page
    .getByRole("button", { name: /^Breadcrumbs/ })
    .first()
    .click();
  await page.getByLabel("Add a block").fill("opposite");
  await page.getByRole("option", { name: "Opposite the title" }).click();
  await openToPages(page, /^Pages may change it: .*: shows$/);
  await page
    .getByRole("button", { name: /picture band/i })
    .first()
    .click();
  await openToPages(page, /^Pages may change it: .*: what is there$/);
  await open(page, "said");
  await pickSetting(page, /opposite the title/i);
  await page.getByRole("textbox", { name: "Find" }).fill("getting-here/by-bus");
  const row = table(page).getByRole("row").filter({ hasText: "By bus" });
  await row.getByRole("combobox").click();
  await page.getByRole("option", { name: "a search box" }).click();
  await expect(row.getByRole("button", { name: /^Reset/ })).toBeVisible();
  await page.getByRole("textbox", { name: "Find" }).fill("");
  await pickSetting(page, /what is there/i);
  await page.getByRole("textbox", { name: "Find" }).fill("by-car");
  await page.getByRole("checkbox", { name: "Select By car" }).check();
  const many = page.getByRole("region", { name: "What the selected pages say" });
  await many.getByRole("combobox").click();
  await page.getByRole("option", { name: "nothing", exact: true }).click();
  await many.getByRole("button", { name: "Say it on 1 page" }).click();
  await expect(page.getByText(/said on 1 page/)).toBeVisible();
  await publish(page);
  const [bus, car] = await Promise.all(
    ["by-bus", "by-car"].map((last) => PublicPage.at("observatory", `/visit/getting-here/${last}/`)),
  );
  const barOf = (found: PublicPage | undefined) =>
    /<div class="slot slot-titleBar">[\s\S]*?<div class="slot slot-layout">/.exec(found?.html ?? "")?.[0] ??
    "";
  expect(bus?.html).toContain('role="search"');
  expect(barOf(car)).not.toContain("b-title");
  expect(car?.elements("h1")).toHaveLength(1);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

test("G37: the front page shows slides of the next three open nights, and they change by themselves", async ({
  page,
}) => {
  await partNamed(page, "Front hero");
  await page.getByRole("button", { name: "+ band" }).click();
  await page.getByLabel("Add a block").fill("hero");
  await page.getByRole("option", { name: "Hero", exact: true }).click();
  const settings = page.getByRole("region", { name: /^Settings of/ });
  const choose = async (field: string, value: string) => {
    await settings.getByRole("combobox", { name: field }).click();
    await page.getByRole("option", { name: value, exact: true }).click();
  };
  await choose("Shows", "slides");
  await choose("Slides", "what comes next");
  await settings.getByRole("combobox", { name: "Kinds" }).click();
  await page.getByRole("option", { name: "Open nights" }).click();
  await page.keyboard.press("Escape");
  await expect(
    page
      .frameLocator('iframe[title$=" at three widths"]')
      .first()
      .frameLocator('iframe[title$="at 1280 px"]')
      .locator(".b-hero .slides>*"),
  ).toHaveCount(3);
  await saved(page);
  await publish(page);
  const visitor = await page.context().newPage();
  await visitor.goto(`http://observatory.localhost:${PORT}/`);
  const slides = visitor.locator(".b-hero .slides>*");
  await expect(slides).toHaveCount(3);
  const shown = () =>
    slides.evaluateAll((all) =>
      all.findLastIndex(
        (each) =>
          Number(getComputedStyle(each).opacity) > 0.9 && getComputedStyle(each).visibility === "visible",
      ),
    );
  await visitor.mouse.move(5, 790);
  const starts = await slides.locator("p").evaluateAll((all) => all.map((each) => each.textContent ?? ""));
  const days = starts
    .filter((text) => /\d{4}, \d\d:\d\d/.test(text))
    .map((text) => Date.parse(text.split(",")[0] ?? ""));
  expect(days).toHaveLength(3);
  expect([...days].sort((a, b) => a - b)).toEqual(days);
  await expect.poll(shown, { timeout: 9000 }).toBe(1);
  await visitor.close();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});

test("G39: a place is told by coordinates and by pointing, and its map opens and closes, by keyboard, without script", async ({
  page,
  browser,
}) => {
  await makePart(page, {
    site: "tide-mill",
    slot: "Title bar",
    name: "Where we are",
    start: /^Hero The site/,
    where: "every page",
  });
  await page
    .getByRole("button", { name: /^Hero, / })
    .first()
    .click();
  const settings = page.getByRole("region", { name: /^Settings of/ });
  await settings.getByRole("combobox", { name: "Shows" }).click();
  await page.getByRole("option", { name: "a map", exact: true }).click();
  const place = settings.getByRole("textbox", { name: "Place", exact: true });
  for (const [typed, said] of [
    ["over the hill", /These are no coordinates/],
    ["95, 10", /A latitude is between 85° south and 85° north/],
    ["10, 195", /A longitude is between 180° west and 180° east/],
  ] as const) {
    await place.fill(typed);
    await place.press("Enter");
    await expect(settings.getByRole("alert")).toContainText(said);
  }
  await place.fill("50° 9′ 20″ N, 5° 4′ W");
  await place.press("Enter");
  await expect(place).toHaveValue("50.1556° N, 5.0667° W");
  // half the way to the right edge of the map, at the scale it is shown at
  await settings.getByRole("button", { name: "Find it on a map" }).click();
  const map = settings.getByTestId("place-map");
  await map.scrollIntoViewIfNeeded();
  const box = await map.boundingBox();
  if (!box) throw new Error("test: expected a map");
  await page.mouse.click(box.x + box.width * 0.75, box.y + box.height / 2);
  // EPSG:3857 at zoom 7: 360 degrees are 256 · 2⁷ px
  const east = -5.06667 + ((box.width / 4) * 360) / (256 * 2 ** 7);
  const shown = (value: number) => `${Math.abs(value).toFixed(2)}`;
  await expect(place).toHaveValue(new RegExp(`^50\\.15\\d\\d° N, ${shown(east).slice(0, -1)}\\d+° W$`));
  await map.focus();
  await map.press("ArrowDown");
  await expect(place).not.toHaveValue(/^50\.15/);
  await settings.getByRole("textbox", { name: "At the place" }).fill("The mill");
  await saved(page);
  await publish(page, "tide-mill");
  const context = await browser.newContext({
    javaScriptEnabled: false,
    viewport: { width: 1280, height: 900 },
  });
  const visitor = await context.newPage();
  await visitor.goto(`http://tide-mill.localhost:${PORT}/visit/`);
  await expect(visitor.getByText("The mill", { exact: true })).toBeVisible();
  const drawn = visitor.getByRole("img", { name: "Map: The mill" });
  await expect.poll(() => drawn.evaluate((each) => (each as HTMLImageElement).naturalWidth)).toBe(2560);
  const opener = visitor.locator("summary", { hasText: "Larger map" });
  const high = async () => (await visitor.locator(".map").boundingBox())?.height;
  const before = await high();
  await opener.focus();
  await visitor.keyboard.press("Enter");
  expect(await high()).toBeGreaterThan(before ?? 0);
  await visitor.keyboard.press("Enter");
  expect(await high()).toBe(before);
  await context.close();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/^Taken back: edition/)).toBeVisible();
  await undoAll(page);
});
