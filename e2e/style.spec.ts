import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { get, open, preview, publish, signIn, siteHost, undoAll } from "./studio";
import { repaintLatencies } from "./typing";

test.beforeEach(async ({ page }) => signIn(page));

const look = (page: Page, name: string | RegExp) =>
  page.getByRole("group", { name: "What to look at" }).getByRole("button", { name });
const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
const cssOf = async (path = "/"): Promise<string> => (await get(siteHost("observatory"), path)).body;
const specimen = (page: Page) => preview(page, 1280);

test("G6: a new palette reaches everything once typed-in colours are bound, one by one or all at once", async ({
  page,
}) => {
  await open(page, "style");
  await look(page, /^Typed in · \d+$/).click();
  const list = page.getByRole("list", { name: "Typed-in colours" });
  await list.getByRole("listitem").first().waitFor();
  const before = await list.getByRole("listitem").count();
  expect(before).toBeGreaterThanOrEqual(7);
  await expect(look(page, `Typed in · ${before}`)).toBeVisible();
  await expect(list.getByRole("listitem").first()).toContainText("Card");
  await expect(list.getByRole("listitem").first()).toContainText("the same colour");
  await list.getByRole("button", { name: "Before and after of #ffffff in header 2" }).click();
  for (const name of ["before", "after"])
    await expect(
      page.frameLocator(`iframe[title="The part ${name}"]`).locator(".b-logo").first(),
    ).toBeVisible();
  await list.getByRole("button", { name: "Bind #ffffff in header 2 to Card" }).click();
  await expect(list.getByRole("listitem")).toHaveCount(before - 1);
  await page.getByRole("button", { name: `Bind all ${before - 1}` }).click();
  await expect(page.getByText("No colour is typed in")).toBeVisible();

  // now a change of the palette changes them too, in the specimen at once and on the site with the edition
  await look(page, "Specimen").click();
  await page.getByRole("textbox", { name: "Card", exact: true }).fill("oklch(97% 0.02 90)");
  await saved(page);
  await publish(page);
  const html = await cssOf("/");
  const card = /--c-card:(#[0-9a-f]{6})/.exec(html)?.[1];
  expect(card).not.toBe("#ffffff");
  expect(html).not.toMatch(/color:#ffffff/);
  expect(html).toContain("color:var(--c-card)");
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(() => cssOf("/")).toContain("--c-card:#ffffff");
  await undoAll(page);
});

test("a colour is typed in any notation CSS knows, turned by dials, and shown at once at three widths", async ({
  page,
}) => {
  await open(page, "style");
  const accent = page.getByRole("textbox", { name: "Brass", exact: true });
  // what is out of sight is styled when it comes into sight, whatever is asked of it before
  const shown = (width: number) =>
    preview(page, width)
      .locator(".b-button.filled")
      .first()
      .evaluate(
        (button) =>
          new Promise<string>((done) => {
            scrollTo({ top: scrollY + button.getBoundingClientRect().top - 50 });
            requestAnimationFrame(() =>
              requestAnimationFrame(() => done(getComputedStyle(button).backgroundColor)),
            );
          }),
      );
  await expect.poll(() => shown(1280)).toBe("rgb(138, 90, 12)");
  await accent.fill("hsl(200 100% 25%)");
  for (const width of [1280, 820, 390]) await expect.poll(() => shown(width)).toBe("rgb(0, 85, 128)");
  await accent.fill("somewhat blue");
  await expect(page.getByText("Any colour CSS knows")).toBeVisible();
  await expect.poll(() => shown(1280)).toBe("rgb(0, 85, 128)");
  await accent.fill("color(display-p3 0 1 0)");
  await expect(page.getByText("nearest a screen can show")).toBeVisible();
  await page.getByRole("button", { name: "Dials of Brass" }).click();
  const lightness = page.getByRole("slider", { name: "Lightness of Brass" });
  await lightness.focus();
  const before = await shown(1280);
  for (let turn = 0; turn < 10; turn += 1) await page.keyboard.press("ArrowLeft");
  await expect.poll(() => shown(1280)).not.toBe(before);
  await saved(page);
  await undoAll(page);
  await expect.poll(() => shown(1280)).toBe("rgb(138, 90, 12)");
});

test("pairs that fail are named with where they stand, and one click makes them pass", async ({ page }) => {
  await open(page, "style");
  await page.getByRole("textbox", { name: "Slate", exact: true }).fill("#a8adb8");
  await look(page, /^Contrast · \d+$/).click();
  const table = page.getByRole("table", { name: "Contrast of pairs in use" });
  await expect(page.getByText(/pairs fail WCAG AA/)).toBeVisible();
  const failing = table.getByRole("row").filter({ hasText: "muted text on surface" }).first();
  await expect(failing).toContainText("fails, 4.5 needed");
  await failing.getByRole("button", { name: /^Make Slate/ }).click();
  await expect(table.getByRole("row").filter({ hasText: "muted text on surface" }).first()).toContainText(
    "passes",
  );
  await saved(page);
  await undoAll(page);
});

test("type, buttons and measures change the specimen; a value is found by its name", async ({ page }) => {
  await open(page, "style");
  await page.getByLabel("Find a value").fill("heading 1");
  await page.getByLabel("Heading 1: size").fill("4");
  const heading = specimen(page).locator(".t-h1").first();
  await expect.poll(() => heading.evaluate((each) => getComputedStyle(each).fontSize)).toBe("64px");
  await page.getByLabel("Heading 1: size").press("ArrowDown");
  await expect.poll(() => heading.evaluate((each) => getComputedStyle(each).fontSize)).toBe("63.2px");
  await page.getByRole("button", { name: "More of Heading 1" }).click();
  await page.getByLabel("Heading 1: letter spacing").fill("0.1");
  await page.getByLabel("upper case").check();
  await expect.poll(() => heading.evaluate((each) => getComputedStyle(each).textTransform)).toBe("uppercase");
  await page.getByLabel("Find a value").fill("corners of buttons");
  await page.getByLabel("Corners of buttons", { exact: true }).fill("20");
  const button = specimen(page).locator(".b-button.filled").first();
  await expect.poll(() => button.evaluate((each) => getComputedStyle(each).borderRadius)).toBe("20px");
  await page.getByLabel("Find a value").fill("zzz");
  await expect(page.getByText("No value is called that.")).toBeVisible();
  await page.getByLabel("Find a value").fill("for headings");
  await page.getByRole("combobox", { name: "For headings" }).click();
  await page.getByRole("option", { name: /^Archivo/ }).click();
  await expect.poll(() => heading.evaluate((each) => getComputedStyle(each).fontFamily)).toContain("Archivo");
  await expect.poll(() => heading.evaluate(() => document.fonts.check('600 20px "Archivo"'))).toBe(true);
  await saved(page);
  await undoAll(page);
});

test("variations are kept, compared side by side, taken value by value or as a whole", async ({ page }) => {
  await open(page, "style");
  await look(page, "Variations").click();
  await page.getByLabel("Name of the variation").fill("Summer");
  await page.getByRole("button", { name: "Keep the style as it is now" }).click();
  const list = page.getByRole("list", { name: "Variations" });
  await expect(list).toContainText("as the style is now");
  await page.getByRole("textbox", { name: "Brass", exact: true }).fill("#224466");
  await page.getByRole("textbox", { name: "Night", exact: true }).fill("#101418");
  await expect(list).toContainText("2 values differ");
  await list.getByRole("button", { name: "Compare Summer" }).click();
  await expect(page.frameLocator('iframe[title="The style Summer"]').locator(".t-h1").first()).toBeVisible();
  await page.getByRole("button", { name: "Use colour Brass of Summer" }).click();
  await expect(page.getByRole("textbox", { name: "Brass", exact: true })).toHaveValue("#8a5a0c");
  await expect(list).toContainText("1 value differ");
  await list.getByRole("button", { name: "Use Summer" }).click();
  await expect(list).toContainText("as the style is now");
  await expect(page.getByRole("textbox", { name: "Night", exact: true })).toHaveValue("#16213d");
  await list.getByRole("button", { name: "Remove Summer" }).click();
  await expect(page.getByText("No variation is kept")).toBeVisible();
  await saved(page);
});

test("a palette from a picture passes in every pair, and is seen before it is used", async ({ page }) => {
  await open(page, "style");
  await look(page, "A new palette").click();
  await page.getByRole("combobox", { name: "From a picture" }).click();
  await page.getByRole("option", { name: "Aurora" }).click();
  await page.getByRole("group", { name: "Colours of the picture" }).getByRole("button").first().click();
  await page.getByRole("button", { name: "dark", exact: true }).click();
  await expect(
    page.frameLocator('iframe[title="The style how it would look"]').locator(".t-h1").first(),
  ).toBeVisible();
  await page.getByRole("button", { name: "Use this palette" }).click();
  await look(page, /^Contrast/).click();
  await expect(
    page
      .getByRole("table", { name: "Contrast of pairs in use" })
      .getByRole("row")
      .filter({ hasText: "text on background" })
      .first(),
  ).toContainText("passes");
  await saved(page);
  await undoAll(page);
});

test("the style goes out as a tokens file; one from outside comes in with a plan; a broken one changes nothing", async ({
  page,
}) => {
  await open(page, "style");
  await look(page, "File").click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save the style as a file" }).click();
  const text = readFileSync(await (await download).path(), "utf8");
  expect(JSON.parse(text).role.accent.$value).toBe("{colour.brass}");
  const file = (name: string, content: string) => ({
    name,
    mimeType: "application/json",
    buffer: Buffer.from(content),
  });
  const input = page.getByLabel("Tokens file");
  await input.setInputFiles(file("broken.json", '{"a":{"$type":"color","$value":"{b}"}}'));
  await expect(page.getByRole("alert").filter({ hasText: "“a” points at b" })).toBeVisible();
  await input.setInputFiles(
    file(
      "theirs.json",
      JSON.stringify({
        color: { $type: "color", primary: { $value: { colorSpace: "srgb", components: [0, 0.3, 0.5] } } },
        speed: { $type: "duration", slow: { $value: { value: 400, unit: "ms" } } },
      }),
    ),
  );
  const plan = page.getByRole("region", { name: "Plan for theirs.json" });
  await expect(plan).toContainText("1 colour, 1 of them new");
  await expect(plan.getByRole("combobox", { name: "accent takes", exact: true })).toHaveText("primary");
  await expect(plan).toContainText("speed.slow");
  await plan.getByRole("combobox", { name: "line takes", exact: true }).click();
  await page.getByRole("option", { name: "primary" }).click();
  await plan.getByRole("button", { name: "Take it into the draft" }).click();
  await expect(page.getByRole("textbox", { name: "primary", exact: true })).toHaveValue("#004d80");
  await page.getByRole("button", { name: /^Undo house style from a tokens file/ }).click();
  await expect(page.getByText("nothing to publish")).toBeVisible();
});

test("G15: the year is a value: owner and first year are edited once, and the span works by itself", async ({
  page,
}) => {
  await open(page, "profile");
  const year = new Date().getUTCFullYear();
  const foot = page
    .frameLocator('iframe[title="The foot of the front page at 1280 px"]')
    .locator(".b-copyright");
  await expect(foot).toContainText(`© 2019–${year} Friends of Pellow Ridge`);
  await page.getByLabel("First year").fill("2021");
  await page.getByLabel("Owner").fill("The Ridge Trust");
  await expect(foot).toContainText(`© 2021–${year} The Ridge Trust`);
  await saved(page);
  await publish(page);
  expect(await cssOf("/")).toContain(`© 2021–${year} The Ridge Trust`);
  // next year nobody edits anything: the draft seen then says so
  await open(page, "profile");
  await page.getByRole("button", { name: /^seen/ }).click();
  await page.getByLabel("on", { exact: true }).fill(`${year + 1}-02-01T12:00`);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await expect(foot).toContainText(`© 2021–${year + 1} The Ridge Trust`);
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(() => cssOf("/")).toContain("Friends of Pellow Ridge");
  await undoAll(page);
});

test("the profile feeds headers, tabs and what is passed on; links take an icon of the package", async ({
  page,
}) => {
  await open(page, "profile");
  const top = page.frameLocator('iframe[title="The top of the front page at 1280 px"]');
  await expect(top.locator(".b-logo").first()).toBeVisible();
  await page.getByRole("combobox", { name: "Share picture" }).click();
  await page.getByRole("option", { name: "Ridge at night" }).click();
  await page.getByRole("combobox", { name: "Icon of the site" }).click();
  await page.getByRole("option", { name: "Full moon" }).click();
  await page.getByLabel("Name of the link").fill("Our feed");
  await page.getByLabel("Address of the link").fill("javascript:alert(1)");
  await expect(page.getByRole("button", { name: "Add the link" })).toBeDisabled();
  await page.getByLabel("Address of the link").fill("https://feed.pellowridge.example/");
  await page.getByRole("button", { name: "Add the link" }).click();
  const links = page.getByRole("list", { name: "Social links" });
  const last = links.getByRole("listitem").last();
  await last.getByRole("combobox").fill("rss");
  await page.getByRole("option", { name: "RSS", exact: true }).click();
  const foot = page.frameLocator('iframe[title="The foot of the front page at 1280 px"]');
  await expect(foot.locator(".b-social li").last().locator('svg[fill="currentColor"]')).toBeVisible();
  await last.getByRole("button", { name: "Move Our feed up" }).click();
  await saved(page);
  await publish(page);
  const html = await cssOf("/");
  expect(html).toMatch(/<meta property="og:image" content="http:\/\/observatory[^"]+\.jpeg">/);
  expect(html).toMatch(/<link rel="icon" href="\/_media\/[0-9a-f]{64}-\d+\.jpeg"/);
  expect(html).toContain('<meta property="og:site_name" content="Pellow Ridge Observatory">');
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(() => cssOf("/")).toContain("/_assets/icon.svg");
  await undoAll(page);
});

test("the ledger and the review say what of colours and pictures is worth a look, and lead there", async ({
  page,
}) => {
  await open(page, "style");
  await page.getByRole("textbox", { name: "Slate", exact: true }).fill("#a8adb8");
  await saved(page);
  await open(page, "overview");
  const ledger = page.getByRole("list", { name: "To settle" });
  await expect(
    ledger.getByRole("button", { name: /is too faint to read: 2\.\d\d to 1/ }).first(),
  ).toBeVisible();
  await ledger.getByRole("button", { name: /^See them: \d+ colours are typed in/ }).click();
  await expect(page.getByRole("list", { name: "Typed-in colours" })).toBeVisible();
  await open(page, "editions");
  await expect(page.getByRole("list", { name: "Changes" })).toContainText("colour Slate");
  await page
    .getByRole("list", { name: "Worth a look" })
    .getByRole("button", { name: /^See the contrast/ })
    .first()
    .click();
  await expect(page.getByRole("table", { name: "Contrast of pairs in use" })).toBeVisible();
  await undoAll(page);
});

test("a change of the palette repaints all previews", async ({ page }) => {
  test.setTimeout(120_000);
  await open(page, "style");
  // each is drawn in all frames before the next; how fast stands in `npm run bench`
  expect(await repaintLatencies(page, 30)).toHaveLength(30);
});
