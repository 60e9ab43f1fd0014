import { expect, type Locator, type Page, test } from "@playwright/test";
import { recordedVideo } from "./recorded";
import { actOn, get, open, preview, publish, signIn, siteHost, undoAll } from "./studio";

test.beforeEach(async ({ page }) => signIn(page));

const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();

const openPart = async (page: Page, name: string): Promise<void> => {
  await open(page, "parts");
  await page
    .getByRole("link", { name: new RegExp(name) })
    .first()
    .click();
  await page.getByRole("group", { name: "What the part is made of" }).waitFor();
};
const openMenu = async (page: Page, name: string): Promise<void> => {
  await open(page, "menus");
  await page.getByRole("link", { name, exact: true }).click();
  await page.getByRole("list", { name: "Items" }).waitFor();
};
const label = (page: Page, text: string): Locator =>
  page.getByRole("textbox", { name: `Label of “${text}”` });
/** The lines of the tree as they stand: depth and label. */
const tree = (page: Page): Promise<readonly string[]> =>
  page.getByRole("list", { name: "Items" }).evaluate((list) =>
    [...list.children].map((line) => {
      const input = line.querySelector("input");
      return "-".repeat(Number((line as HTMLElement).dataset["depth"])) + (input?.value ?? "");
    }),
  );
const choose = async (page: Page, name: string, option: string): Promise<void> => {
  await page.getByRole("combobox", { name, exact: true }).click();
  await page.getByRole("option", { name: option, exact: true }).click();
};

test("a menu is made from the pages, written in place, moved by keys and by pointer, and taken out again", async ({
  page,
}) => {
  await open(page, "menus");
  await page.getByRole("textbox", { name: "Name of a new menu" }).fill("Everything");
  await page.getByRole("button", { name: "Make it from the pages" }).click();
  await page.getByRole("heading", { level: 1, name: "Everything" }).waitFor();
  const first = await tree(page);
  expect(first).toContain("Visit");
  expect(first.some((line) => line.startsWith("--"))).toBe(true);
  await expect(page.getByText("In no part yet.")).toBeVisible();

  await label(page, "Prints").fill("Prints and charts");
  await label(page, "Prints and charts").press("Enter");
  const added = label(page, "New item");
  await expect(added).toBeFocused();
  await added.press("Alt+ArrowRight");
  await expect.poll(() => tree(page)).toContain("-New item");
  await label(page, "New item").press("Alt+ArrowLeft");
  await label(page, "New item").press("Alt+ArrowUp");
  expect(await tree(page)).toEqual(
    first.flatMap((line) => (line === "Prints" ? ["New item", "Prints and charts"] : [line])),
  );
  await expect(label(page, "New item")).toBeFocused();

  // an address that would run a script is not taken, and says so where it is typed
  await page.getByRole("combobox", { name: "Leads to" }).fill("javascript:alert(1)");
  await expect(page.getByText("A page, or an address with https:, mailto: or tel:")).toBeVisible();
  await page.getByRole("combobox", { name: "Leads to" }).fill("tel:+15550100");
  await expect(page.getByText("A page, or an address with https:")).toHaveCount(0);

  // lines of text become items
  await label(page, "New item").focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData("text/plain", "Shop\nPress\n\nJobs");
    document.activeElement?.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect.poll(() => tree(page)).toEqual(expect.arrayContaining(["Shop", "Press", "Jobs"]));

  // dragged below another, one level in
  const handle = page.getByTitle(/^Drag “Jobs”/);
  const target = page.getByTitle(/^Drag “Shop”/);
  await target.scrollIntoViewIfNeeded();
  await handle.scrollIntoViewIfNeeded();
  const [from, to] = [await handle.boundingBox(), await target.boundingBox()];
  if (!from || !to) throw new Error("test: expected both lines on the screen");
  await page.mouse.move(from.x + 5, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y, { steps: 4 });
  await page.mouse.move(to.x + 35, to.y + 40, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => tree(page)).toContain("-Jobs");
  const dragged = await tree(page);
  expect(dragged.indexOf("-Jobs")).toBe(dragged.indexOf("Shop") + 1);
  await saved(page);
  await page.reload();
  await page.getByRole("list", { name: "Items" }).waitFor();
  expect(await tree(page)).toEqual(dragged);

  await page.getByRole("button", { name: "Remove the menu" }).click();
  await expect(page.getByRole("table", { name: "Menus" })).not.toContainText("Everything");
  // the draft is as it was, and every step of it can still be taken back
  await expect(page.getByText("nothing to publish")).toBeVisible();
  const undo = page.getByRole("button", { name: /^Undo/ });
  for (let tries = 0; tries < 60 && (await undo.count()) > 0; tries += 1) {
    await undo
      .first()
      .click({ timeout: 2000 })
      .catch(() => undefined);
    await page.waitForTimeout(300);
  }
  await expect(undo).toHaveCount(0);
});

test("G11: a longer label moves the edge at once; asking for another edge lists what reaches it", async ({
  page,
}) => {
  await openPart(page, "Day header");
  const edge = page.getByRole("slider", { name: "Main band: one row from" });
  const edgeNow = async () => Number(await edge.getAttribute("aria-valuenow"));
  await expect.poll(edgeNow).toBeGreaterThan(700);
  const before = await edgeNow();

  await openMenu(page, "Main");
  await expect(page.getByText(`fits in one row from ${before} px`)).toBeVisible();
  await label(page, "Open nights").fill("Open nights and members’ evenings");
  await saved(page);
  await expect(page.getByText(`fits in one row from ${before} px`)).toHaveCount(0);

  await openPart(page, "Day header");
  await expect.poll(edgeNow).toBeGreaterThan(before + 100);
  const wider = await edgeNow();
  await edge.focus();
  for (let step = 0; step < 9; step += 1) await page.keyboard.press("Shift+ArrowLeft");
  const ways = page.getByRole("group", { name: "What reaches it" });
  await expect(ways).toContainText(`Main band in one row from ${wider - 72} px`);
  await expect(
    ways.getByRole("link", { name: /^Shorten “Open nights and members’ evenings” by \d+ letters$/ }),
  ).toBeVisible();
  await ways.getByRole("button", { name: /^Gap between items 26 → \d+$/ }).click();
  await expect.poll(edgeNow).toBeLessThanOrEqual(wider - 72);
  await saved(page);
  const now = await edgeNow();
  await publish(page);

  // and so it is for visitors, to the pixel, with the classic scrollbar of this browser or without
  const visitor = await page.context().newPage();
  const row = visitor.locator(".slot-header .b-menu > .row");
  for (const [width, isRow] of [
    [now + 20, true],
    [now - 20, false],
  ] as const) {
    await visitor.setViewportSize({ width, height: 700 });
    await visitor.goto(`http://${siteHost("observatory")}/visit/`);
    await expect(row).toBeVisible({ visible: isRow });
    expect(await visitor.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  }
  await visitor.close();
  await page.getByRole("button", { name: /Take it back/ }).click();
  await undoAll(page);
});

test("G12: white text on a bright sky is found against what lies behind it, and an overlay mends it in one click", async ({
  page,
}) => {
  await openPart(page, "Night header");
  await page.getByRole("button", { name: "Main band", exact: true }).click();
  await choose(page, "Picture behind", "Two domes at noon");
  await page.getByRole("button", { name: /^\d+ more$/ }).click();
  await page.getByRole("textbox", { name: "Overlay" }).fill("10");
  await saved(page);
  await open(page, "overview");
  const ledger = page.getByRole("list", { name: "To settle" });
  const line = ledger
    .getByRole("listitem")
    .filter({ hasText: "Header 3, main band, is hard to read over “Two domes at noon”" });
  await expect(line).toContainText(/\d\.\d\d to 1 at \d+ px, 4\.5 is needed/);
  await line.getByRole("button", { name: /^Overlay \d+ %/ }).click();
  await expect(line).toHaveCount(0);
  await undoAll(page);
});

test("G13: a header laid over the picture is solid where no picture follows, when pointed at and when scrolled", async ({
  page,
}) => {
  await openPart(page, "Day header");
  await page.getByRole("button", { name: "Main band", exact: true }).click();
  await page.getByRole("button", { name: /^\d+ more$/ }).click();
  await page.getByRole("switch", { name: "Over the picture that follows" }).click();
  await page.getByRole("switch", { name: "Stays at the top" }).click();
  await expect(preview(page, 1280).locator(".slot-header .over > .front")).toBeVisible();
  await saved(page);
  await publish(page);
  const visitor = await page.context().newPage();
  const ground = () =>
    visitor.locator(".slot-header .over > .front").evaluate((each) => getComputedStyle(each).backgroundColor);
  const SEE_THROUGH = "rgba(0, 0, 0, 0)";
  await visitor.goto(`http://${siteHost("observatory")}/visit/`);
  expect(await ground()).toBe(SEE_THROUGH);
  // the heading below is not hidden behind it
  const [header, heading] = [
    await visitor.locator(".slot-header .front").boundingBox(),
    await visitor.getByRole("heading", { level: 1 }).boundingBox(),
  ];
  expect(heading?.y).toBeGreaterThanOrEqual((header?.y ?? 0) + (header?.height ?? 0));
  await visitor.locator(".slot-header .front").hover();
  await expect.poll(ground).not.toBe(SEE_THROUGH);
  await visitor.mouse.move(600, 600);
  await expect.poll(ground).toBe(SEE_THROUGH);
  await visitor.mouse.wheel(0, 300);
  await expect.poll(ground).not.toBe(SEE_THROUGH);
  const { body } = await get(siteHost("observatory"), "/nowhere-at-all/");
  expect(body).toContain("slot-header");
  expect(body).not.toContain("over n-");
  await visitor.close();
  await page.getByRole("button", { name: /Take it back/ }).click();
  await undoAll(page);
});

test("G14: what a menu item promotes stays with it when its label changes", async ({ page }) => {
  await openMenu(page, "Main");
  await label(page, "Visit").focus();
  await page.getByRole("button", { name: "Show something beside it" }).click();
  await page.getByRole("textbox", { name: "Words" }).fill("Bring a red torch");
  await choose(page, "Entries of the kind", "Open nights");
  await label(page, "Visit").fill("Come and see");
  await saved(page);
  await openPart(page, "Day header");
  await page
    .getByRole("group", { name: "What the part is made of" })
    .getByRole("button", { name: "Menu “Main”" })
    .click();
  await choose(page, "Sub-items", "panel");
  await choose(page, "State of the previews", "menu open");
  const panel = preview(page, 1280).locator(".b-menu .panel").first();
  await expect(panel).toContainText("Bring a red torch");
  await expect(panel.locator(".promotion li")).toHaveCount(3);
  await expect(preview(page, 1280).locator(".b-menu summary").first()).toHaveText("Come and see");
  await saved(page);
  await undoAll(page);
});

test("G22: three widths are shown at once, in every state", async ({ page }) => {
  await openPart(page, "Day header");
  const frames = [1280, 820, 390].map((width) => preview(page, width));
  for (const frame of frames) await expect(frame.locator(".slot-header .b-logo")).toBeVisible();
  await choose(page, "State of the previews", "menu open");
  await expect(preview(page, 1280).locator(".slot-header .b-menu details[open] > ul")).toBeVisible();
  await expect(preview(page, 390).locator(".slot-header .b-menu .drawer")).toBeVisible();
  await choose(page, "State of the previews", "at rest");
  await expect(preview(page, 390).locator(".slot-header .b-menu .drawer")).toBeHidden();
  // with text at 200 % the menu is a button on the widest as well
  await expect(preview(page, 1280).locator(".slot-header .b-menu > .row")).toBeVisible();
  await page.getByRole("button", { name: "text 200 %" }).click();
  await expect(preview(page, 1280).locator(".slot-header .b-menu > .row")).toBeHidden();
  await expect(preview(page, 1280).locator(".slot-header .b-menu > .open")).toBeVisible();
});

test("three pages are looked at at once: nine frames follow a change, and each is pointed at", async ({
  page,
}) => {
  await openPart(page, "Day header");
  await page.getByRole("button", { name: "3 pages" }).click();
  const rows = page.locator('iframe[title$=" at three widths"]');
  await expect(rows).toHaveCount(3);
  const titles = await rows.evaluateAll((all) => all.map((each) => (each as HTMLIFrameElement).title));
  expect(new Set(titles).size).toBe(3);
  const frames = [0, 1, 2].flatMap((row) =>
    [1280, 820, 390].map((width) => rows.nth(row).contentFrame().locator(`iframe[title$="at ${width} px"]`)),
  );
  for (const frame of frames)
    await expect(frame.contentFrame().locator(".slot-header .b-logo")).toBeVisible();
  // each page has its own title under the same header
  const headings = await Promise.all(
    [0, 3, 6].map((at) => frames[at]?.contentFrame().locator("h1").textContent()),
  );
  expect(new Set(headings).size).toBe(3);
  const last = frames[6] as (typeof frames)[number];
  // where the logo lies on the screen: the frame is made smaller as a whole
  const [box, logo] = await Promise.all([
    last.boundingBox(),
    last
      .contentFrame()
      .locator(".slot-header .b-logo")
      .evaluate((each) => {
        const { left, top, width, height } = each.getBoundingClientRect();
        return { x: left + width / 2, y: top + height / 2 };
      }),
  ]);
  if (!box) throw new Error("test: expected the frame on the screen");
  const scale = box.width / 1280;
  await page.mouse.click(box.x + logo.x * scale, box.y + logo.y * scale);
  const settings = page.getByRole("region", { name: "Settings of Logo" });
  await expect(settings).toBeVisible();
  await actOn(page, "Remove");
  for (const frame of frames)
    await expect(frame.contentFrame().locator(".slot-header .b-logo")).toHaveCount(0);
  await saved(page);
  // words are edited in the frame they were clicked in, and follow in the others
  const item = (frame: (typeof frames)[number]) =>
    frame.contentFrame().locator(".slot-header .b-menu .row [data-words]").first();
  for (let times = 0; times < 2; times += 1) await item(last).dispatchEvent("click");
  await expect(item(last)).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Come by");
  for (const at of [0, 3, 6]) await expect(item(frames[at] as (typeof frames)[number])).toHaveText("Come by");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.getByRole("button", { name: /^\d\d %$/ }).click();
  await expect(rows).toHaveCount(1);
  await undoAll(page);
});

test("G7, G8: a box is removed and what was in it stays; what is below follows what moves up", async ({
  page,
}) => {
  await openPart(page, "Footer in columns");
  const frame = preview(page, 1280);
  const footer = frame.locator(".slot-footer");
  const list = page.getByRole("group", { name: "What the part is made of" });
  await expect(footer).toContainText("Open Fridays");
  const words = await footer.textContent();
  await list.getByRole("button", { name: "Tagline" }).click();
  await actOn(page, "Put a box round it");
  await expect(footer.locator(".b-group .b-tagline")).toBeVisible();
  await actOn(page, "Remove box, keep contents");
  await expect(footer.locator(".b-group")).toHaveCount(0);
  await expect(footer.locator(".b-tagline")).toBeVisible();
  expect(await footer.textContent()).toBe(words);

  // the second band goes up, and the first one is lower by just its height: no hole, nothing covered
  const tops = () =>
    footer.locator("> .band").evaluateAll((bands) => {
      const boxes = bands.map((band) => band.getBoundingClientRect());
      return boxes.slice(1).map(({ top }, at) => Math.round((top - (boxes[at]?.bottom ?? 0)) * 10) / 10);
    });
  const bar = list.getByRole("button", { name: "Bottom bar" });
  await bar.focus();
  await page.keyboard.press("Alt+ArrowUp");
  await expect(footer.locator("> .band").first()).toContainText("©");
  expect(await tops()).toEqual([0]);
  // a distance is a number on the flow: what is below follows
  const before = await footer.locator("> .band").nth(1).boundingBox();
  await page.getByRole("textbox", { name: "Padding", exact: true }).fill("40");
  await expect
    .poll(async () =>
      Math.round(((await footer.locator("> .band").nth(1).boundingBox())?.y ?? 0) - (before?.y ?? 0)),
    )
    .toBeGreaterThan(20);
  expect(await tops()).toEqual([0]);
  await saved(page);
  await undoAll(page);
});

test("a band is copied into the other site: it has the menu of the same name there, colours become what they are", async ({
  page,
}) => {
  await openPart(page, "Night header");
  await page.getByRole("button", { name: "Main band", exact: true }).click();
  await actOn(page, "Copy");
  await open(page, "parts", "tide-mill");
  await page.getByRole("link", { name: /List/ }).first().click();
  const list = page.getByRole("group", { name: "What the part is made of" });
  const bands = list.locator("[data-list-node]").filter({ hasText: "Main band" });
  await expect(bands).toHaveCount(0);
  await list.locator("[data-list-node]").first().focus();
  await page.keyboard.press("Control+v");
  await expect(bands).toHaveCount(1);
  await expect(list).not.toContainText("Menu, none chosen");
  await saved(page);
  await undoAll(page);
});

test("a sign-up form takes an address, with a script and without, and the studio reads and forgets it", async ({
  page,
  browser,
}) => {
  const footer = `http://${siteHost("observatory")}/about/`;
  await page.goto(footer);
  const form = page.locator(".b-signUp");
  await form.getByLabel("The sky of the month, by letter").fill("one@example.org");
  await form.getByRole("button", { name: "Send it to me" }).click();
  // the browser itself asks for agreement
  await expect(form.getByText("Thank you.")).toBeHidden();
  await form.getByLabel("I may be written to once a month.").check();
  await form.getByRole("button", { name: "Send it to me" }).click();
  await expect(form.getByText("Thank you. You are on the list.")).toBeVisible();
  expect(new URL(page.url()).hash).toBe("");

  const plain = await browser.newContext({ javaScriptEnabled: false });
  const visitor = await plain.newPage();
  await visitor.goto(footer);
  await visitor.getByLabel("The sky of the month, by letter").fill("two@example.org");
  await visitor.getByLabel("I may be written to once a month.").check();
  await visitor.getByRole("button", { name: "Send it to me" }).click();
  await expect(visitor.getByText("Thank you. You are on the list.")).toBeVisible();
  expect(new URL(visitor.url()).pathname).toBe("/about/");
  await plain.close();

  await open(page, "sign-ups");
  const table = page.getByRole("table", { name: "Sign-ups" });
  await expect(table.getByRole("row")).toHaveCount(3);
  for (const address of ["one@example.org", "two@example.org"])
    await page.getByRole("button", { name: `Delete ${address}` }).click();
  await expect(page.getByText("Nobody has signed up yet")).toBeVisible();
});

test("G21: a page's title bar says something else, by a click on the page; the part opens it, and everywhere stays as it was", async ({
  page,
}) => {
  await open(page, "overview");
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Go to" }).fill("/visit/");
  await page.getByRole("option", { name: /Visit/ }).first().click();
  await page.getByRole("heading", { level: 1, name: "Visit" }).waitFor();
  const shown = page.frameLocator('iframe[title="Visit at 1280 px"]').locator("h1");
  await shown.dispatchEvent("click");
  const clicked = page.getByRole("region", { name: "What was clicked" });
  await expect(clicked).toContainText("lets pages change it from then on");
  await clicked.getByRole("textbox", { name: "Title", exact: true }).fill("Come up the ridge");
  await expect(clicked).toContainText("this page only");
  await expect(shown).toHaveText("Come up the ridge");
  await clicked.getByRole("link", { name: /^Change it everywhere title bar 2 shows/ }).click();
  const chip = page.getByRole("button", { name: "Pages may change it: Title", exact: true });
  await expect(chip).toHaveAttribute("aria-pressed", "true");
  await publish(page);
  const at = async (path: string) => (await get(siteHost("observatory"), path)).body;
  expect(await at("/visit/")).toContain(">Come up the ridge</h1>");
  expect(await at("/domes/")).toContain(">The domes</h1>");
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(() => at("/visit/")).toContain(">Visit</h1>");
  await undoAll(page);
});

test("items of a menu take a sign, which counts in its width", async ({ page }) => {
  await open(page, "menus");
  await page.getByRole("link", { name: "Main", exact: true }).click();
  await label(page, "Prints").focus();
  const line = page.getByRole("listitem").filter({ has: label(page, "Prints") });
  const before = await line.getByText(/^\d+ px$/).innerText();
  await page.getByRole("combobox", { name: "Icon" }).fill("home");
  await page.getByRole("option", { name: "home", exact: true }).click();
  await expect(line.getByText(/^\d+ px$/)).not.toHaveText(before);
  await saved(page);
  await publish(page);
  const html = (await get(siteHost("observatory"), "/")).body;
  expect(html).toMatch(/<svg class="sign"[^>]*aria-hidden="true"><path d="[^"]+"\/><\/svg>Prints/);
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(async () => (await get(siteHost("observatory"), "/")).body).not.toContain('class="sign"');
  await undoAll(page);
});

test("pictures follow one another behind a band; a box stops them, and who wants less motion sees the first", async ({
  page,
}) => {
  await open(page, "parts");
  await page.getByRole("link", { name: "Front hero", exact: true }).click();
  const hero = page.getByRole("group", { name: "What the part is made of" }).getByRole("button").first();
  await hero.click();
  const settings = page.getByRole("region", { name: /^Settings of/ });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await settings.getByRole("combobox", { name: "Then pictures" }).click();
  for (const name of ["Total eclipse", "Aurora"])
    await page.getByRole("option", { name, exact: true }).click();
  await page.keyboard.press("Escape");
  const frame = preview(page, 1280);
  await expect(frame.locator(".slide")).toHaveCount(2);
  const running = () =>
    frame.locator(".slide-1").evaluate((slide) => getComputedStyle(slide).animationPlayState);
  await expect.poll(running).toBe("running");
  await frame.getByRole("checkbox", { name: "Stop the pictures" }).dispatchEvent("click");
  await expect.poll(running).toBe("paused");
  await page.getByRole("button", { name: "less motion" }).click();
  await expect
    .poll(() => frame.locator(".slide-1").evaluate((slide) => getComputedStyle(slide).animationName))
    .toBe("none");
  await saved(page);
  await undoAll(page);
});

test("layers of a ground are put in an order, by a step and by dragging; what there is nothing to set for is not asked", async ({
  page,
}) => {
  await open(page, "parts");
  await page.getByRole("link", { name: "Front hero", exact: true }).click();
  await page.getByRole("group", { name: "What the part is made of" }).getByRole("button").first().click();
  const settings = page.getByRole("region", { name: /^Settings of/ });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await expect(settings.getByRole("textbox", { name: "How strong" })).toHaveCount(0);
  await choose(page, "Texture", "grid");
  await expect(settings.getByRole("textbox", { name: "How strong" })).toBeVisible();
  const depths = () =>
    preview(page, 1280)
      .locator(".slot-titleBar .bg")
      .first()
      .evaluate((ground) => ["::before", "::after"].map((each) => getComputedStyle(ground, each).zIndex));
  await expect.poll(depths).toEqual(["1", "2"]);
  const layers = settings.getByRole("list", { name: "Which lies on top" }).getByRole("listitem");
  await settings.getByRole("button", { name: "Move texture up" }).click();
  await expect(layers).toContainText(["texture", "overlay", "picture"]);
  await expect.poll(depths).toEqual(["2", "1"]);
  // the picture to the top: now both lie under it
  const [from, to] = [layers.nth(2).locator("[title]"), layers.nth(0)];
  await to.scrollIntoViewIfNeeded();
  const [a, b] = [await from.boundingBox(), await to.boundingBox()];
  if (!a || !b) throw new Error("expected the layers to be on the screen");
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + a.width / 2, b.y + b.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(layers).toContainText(["picture", "texture", "overlay"]);
  await expect.poll(depths).toEqual(["-1", "-2"]);
  // what is looked at stays in sight while settings far down are changed
  await expect(page.locator('iframe[title$=" at three widths"]').first()).toBeInViewport();
  await saved(page);
  await undoAll(page);
});

test("a video plays behind a band, silent; a box stops it, and who wants less motion sees the picture", async ({
  page,
  browser,
}) => {
  const bytes = await recordedVideo(page);
  await open(page, "parts");
  await page.getByRole("link", { name: "Front hero", exact: true }).click();
  await page.getByRole("group", { name: "What the part is made of" }).getByRole("button").first().click();
  const settings = page.getByRole("region", { name: /^Settings of/ });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  const input = settings.getByLabel("Video file");
  await input.setInputFiles({
    name: "no.mp4",
    mimeType: "video/mp4",
    buffer: Buffer.from("not a video at all"),
  });
  await expect(settings.getByRole("alert")).toContainText("That is no MP4 or WebM video");
  await input.setInputFiles({ name: "waves.webm", mimeType: "video/webm", buffer: bytes });
  await expect(settings).toContainText("waves.webm");
  const vtt = (words: string) => ({
    name: "waves.vtt",
    mimeType: "text/vtt",
    buffer: Buffer.from(`WEBVTT\n\n00:00.000 --> ${words}\n`),
  });
  const said = settings.getByLabel("What is said in it");
  await said.setInputFiles(vtt("later\nThe tide turns"));
  await expect(settings.getByRole("alert")).toContainText("Line 3 is not as captions are written");
  await said.setInputFiles(vtt("59:00.000\nThe tide turns"));
  await expect(settings).toContainText("waves.vtt");
  // another format behind it: browsers that cannot play the first one take this
  await settings
    .getByLabel("The same in another format")
    .setInputFiles({ name: "again.webm", mimeType: "video/webm", buffer: Buffer.from([...bytes, 0]) });
  await expect(settings).toContainText("again.webm");
  const moving = preview(page, 1280).locator(".bg video");
  const isPaused = () => moving.evaluate((video) => (video as HTMLVideoElement).paused);
  await expect.poll(isPaused).toBe(false);
  await page.getByRole("button", { name: "less motion" }).click();
  await expect.poll(isPaused).toBe(true);
  await saved(page);
  await publish(page);

  const visit = async (reducedMotion: "reduce" | "no-preference") => {
    const context = await browser.newContext({ reducedMotion, viewport: { width: 1280, height: 800 } });
    const visitor = await context.newPage();
    await visitor.goto(`http://${siteHost("observatory")}/`);
    return visitor;
  };
  const visitor = await visit("no-preference");
  const video = visitor.locator(".bg video");
  const playing = () =>
    video.evaluate((each) => !(each as HTMLVideoElement).paused && each.classList.contains("on"));
  await expect.poll(playing).toBe(true);
  expect(await video.evaluate((each) => (each as HTMLVideoElement).muted)).toBe(true);
  await expect(video.locator("source")).toHaveCount(2);
  // what is said stands above all that lies over the video
  const words = visitor.getByText("The tide turns");
  await expect(words).toBeVisible();
  expect(
    await words.evaluate((each) => {
      const { x, y, width, height } = each.getBoundingClientRect();
      return document.elementFromPoint(x + width / 2, y + height / 2) === each;
    }),
  ).toBe(true);
  await visitor.getByRole("checkbox", { name: "Stop the pictures" }).check();
  await expect.poll(playing).toBe(false);
  const still = await visit("reduce");
  await still.waitForTimeout(500);
  expect(await still.locator(".bg video").evaluate((each) => (each as HTMLVideoElement).paused)).toBe(true);
  await expect(still.getByRole("checkbox", { name: "Stop the pictures" })).toBeHidden();
  for (const each of [visitor, still]) await each.context().close();
  await page.getByRole("button", { name: /Take it back/ }).click();
  await expect.poll(async () => (await get(siteHost("observatory"), "/")).body).not.toContain("<video");
  await undoAll(page);
});
