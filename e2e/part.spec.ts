import { expect, type Page, test } from "@playwright/test";
import sharp from "sharp";
import { actOn, get, open, preview, signIn, siteHost, undoAll } from "./studio";

test.beforeEach(async ({ page }) => signIn(page));

const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
const list = (page: Page) => page.getByRole("group", { name: "What the part is made of" });
const wide = (page: Page) => preview(page, 1280);

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
    await expect(preview(page, width).locator("footer h2").first()).toHaveText("Round the ridge");
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

test("each of several words of a block is edited where it stands", async ({ page }) => {
  await openPart(page, "Footer", "Footer in columns");
  const send = wide(page).locator("footer .b-signUp button span");
  const words = await send.textContent();
  await send.dispatchEvent("click");
  await expect(page.getByRole("region", { name: "Settings of Sign-up form" })).toBeVisible();
  await send.dispatchEvent("click");
  await expect(send).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Write to me");
  for (const width of [820, 390])
    await expect(preview(page, width).locator("footer .b-signUp button")).toHaveText("Write to me");
  await page.keyboard.press("Enter");
  const label = wide(page).locator("footer .b-signUp label span").first();
  await label.dispatchEvent("click");
  await expect(label).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("The sky, by post");
  await page.keyboard.press("Escape");
  await saved(page);
  const settings = page.getByRole("region", { name: "Settings of Sign-up form" });
  await expect(settings.getByLabel("On the button", { exact: true })).toHaveValue("Write to me");
  await expect(settings.getByLabel("Label", { exact: true })).toHaveValue("The sky, by post");
  await undoAll(page);
  await expect(wide(page).locator("footer .b-signUp button")).toHaveText(words ?? "");
});

test("an item of a menu is edited where it stands: in all previews, in the ruler and wherever the menu is shown", async ({
  page,
}) => {
  await openPart(page, "Header", "Day header");
  const first = wide(page).locator("header .b-menu .row > li").first();
  const item = first.locator("[data-words]").first();
  const before = (await item.textContent()) ?? "";
  const edge = page.getByRole("slider", { name: /Main band/ });
  const edgeBefore = Number(await edge.getAttribute("aria-valuenow"));
  await item.dispatchEvent("click");
  const settings = page.getByRole("region", { name: "Settings of Menu" });
  await expect(settings.getByRole("link", { name: "Edit the menu" })).toBeVisible();
  await item.dispatchEvent("click");
  await expect(item).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Come and see the domes");
  // the narrow one has it behind the button
  for (const width of [820, 390])
    await expect(preview(page, width).locator("header .b-menu")).toContainText("Come and see the domes");
  await expect
    .poll(async () => Number(await edge.getAttribute("aria-valuenow")))
    .toBeGreaterThan(edgeBefore + 50);
  await page.keyboard.press("Enter");
  await saved(page);
  await settings.getByRole("link", { name: "Edit the menu" }).click();
  await expect(page.getByRole("textbox", { name: "Label of “Come and see the domes”" })).toBeVisible();
  await page.goBack();
  await expect(first).toContainText("Come and see the domes");
  // the footer of the page shows the same menu
  await expect(wide(page).locator("footer .b-menu").first()).toContainText("Come and see the domes");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(item).toHaveText(before);
  await expect(wide(page).locator("footer .b-menu").first()).not.toContainText("Come and see");
  await undoAll(page);
});

test("a label nobody can keep is refused and said, and the item is as it was", async ({ page }) => {
  await openPart(page, "Header", "Day header");
  const item = wide(page).locator("header .b-menu .row > li > a [data-words]").first();
  const before = (await item.textContent()) ?? "";
  for (let times = 0; times < 2; times += 1) await item.dispatchEvent("click");
  await expect(item).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.insertText("long ".repeat(50));
  await expect(page.getByRole("alert").filter({ hasText: /200/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(item).toHaveText(before);
});

test("the words in a search field and a text are edited where they stand", async ({ page }) => {
  await openPart(page, "Layout", "Not found");
  const field = wide(page).locator("main .b-search input");
  const hint = (await field.getAttribute("placeholder")) ?? "";
  for (let times = 0; times < 2; times += 1) await field.dispatchEvent("click");
  await expect(field).toHaveValue(hint);
  await page.keyboard.type("What were you after?");
  await expect(preview(page, 390).locator("main .b-search input")).toHaveAttribute(
    "placeholder",
    "What were you after?",
  );
  await page.keyboard.press("Enter");
  await expect(field).toHaveAttribute("placeholder", "What were you after?");
  await expect(
    page
      .getByRole("region", { name: "Settings of Search box" })
      .getByRole("textbox", { name: "Hint in the box" }),
  ).toHaveValue("What were you after?");
  await saved(page);
  await undoAll(page);

  const [slot, name] = ["Title bar", "Front hero"] as const;
  await openPart(page, slot, name);
  const text = wide(page).locator(".slot-titleBar [data-rich]");
  for (let times = 0; times < 2; times += 1) await text.dispatchEvent("click");
  await expect(text).toHaveAttribute("contenteditable", "true");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("Three domes");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+b");
  await page.keyboard.type("Open & free");
  await expect(preview(page, 390).locator(".slot-titleBar .b-richText strong")).toHaveText("Open & free");
  await page.keyboard.press("Escape");
  await expect(text).not.toHaveAttribute("contenteditable");
  expect(await text.innerHTML()).toBe("<p>Three domes</p><p><strong>Open &amp; free</strong></p>");
  await expect(
    page.getByRole("region", { name: "Settings of Text" }).getByRole("textbox").first(),
  ).toHaveValue("Three domes\n\n**Open & free**");
  await saved(page);
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

/** As if it had been copied elsewhere. */
const paste = (page: Page, text: string, picture: readonly number[] = []) =>
  page.evaluate(
    ([words, bytes]) => {
      const carried = new DataTransfer();
      if (words) carried.setData("text/plain", words);
      if (bytes.length > 0)
        carried.items.add(new File([new Uint8Array(bytes)], "old_dome.png", { type: "image/png" }));
      const at = document.activeElement ?? document.body;
      at.dispatchEvent(
        new ClipboardEvent("paste", { clipboardData: carried, bubbles: true, cancelable: true }),
      );
    },
    [text, picture] as const,
  );

test("what was copied elsewhere is pasted: an address, words, a picture, items of a menu; else what was copied here", async ({
  page,
}) => {
  await openPart(page, "Footer", "Footer in columns");
  const node = (name: string | RegExp) =>
    list(page).getByRole("button", { name, exact: typeof name === "string" });
  await node("Tagline").click();
  await page.keyboard.press("Control+c");
  await node("Heading “Around the site”").click();
  await page.keyboard.press("Control+v");
  await expect(node("Tagline")).toHaveCount(2);
  await expect(node("Tagline").nth(1)).toBeFocused();
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("F2");
  await expect(
    page.getByRole("region", { name: "Settings of Heading" }).getByRole("textbox").first(),
  ).toBeFocused();
  await page.keyboard.type("On the ridge");
  await expect(wide(page).locator("footer h2").first()).toHaveText("On the ridge");
  await node("Tagline").nth(1).click();

  await paste(page, "https://www.tickets.example/nights");
  await expect(wide(page).locator("footer a.b-button")).toHaveText("tickets.example");
  await expect(wide(page).locator("footer a.b-button")).toHaveAttribute(
    "href",
    "https://www.tickets.example/nights",
  );
  await paste(page, "Bring a **lamp**.");
  await expect(wide(page).locator("footer strong", { hasText: "lamp" })).toBeVisible();
  const drawing = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#335577" } })
    .png()
    .toBuffer();
  await paste(page, "", [...drawing]);
  await expect(wide(page).locator("footer .b-picture img")).toBeVisible();

  await node(/^Menu “Small print”/).click();
  await paste(page, "Press\nJobs");
  await expect(page.getByText("2 items into menu “Small print”.")).toBeVisible();
  for (const label of ["Press", "Jobs"])
    await expect(wide(page).locator("footer").getByRole("link", { name: label, exact: true })).toBeVisible();
  // a picture is dropped where it is to stand
  await node("Logo").evaluate(
    (at, bytes) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([new Uint8Array(bytes)], "dropped.png", { type: "image/png" }));
      at.dispatchEvent(new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true }));
    },
    [...drawing],
  );
  await expect(wide(page).locator("footer .b-logo + .b-picture")).toBeVisible();
  const isTaken = await node("Logo").evaluate((at) => {
    const dataTransfer = new DataTransfer();
    dataTransfer.items.add(new File(["words"], "letter.txt", { type: "text/plain" }));
    return !at.dispatchEvent(new DragEvent("drop", { dataTransfer, bubbles: true, cancelable: true }));
  });
  expect(isTaken).toBe(true);
  await expect(page.getByText("That is not a picture.")).toBeVisible();
  // a field takes what is pasted into it itself
  await page.getByRole("combobox", { name: "Add a block" }).focus();
  const before = await list(page).locator("[data-list-node]").count();
  await paste(page, "/visit/");
  await expect(list(page).locator("[data-list-node]")).toHaveCount(before);
  await undoAll(page);
});

test("the name of a number is dragged sideways, by eights with Shift; a click leads into the field", async ({
  page,
}) => {
  await openPart(page, "Footer", "Footer in columns");
  await list(page).getByRole("button", { name: "Tagline", exact: true }).click();
  const settings = page.getByRole("region", { name: "Settings of Tagline" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  const field = settings.getByRole("textbox", { name: "Border", exact: true });
  const label = settings.locator("label", { hasText: /^Border$/ });
  await label.scrollIntoViewIfNeeded();
  const box = await label.boundingBox();
  if (!box) throw new Error("test: expected the label on the screen");
  const [x, y] = [box.x + 10, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 21, y, { steps: 5 });
  await expect(field).toHaveValue("5");
  await page.keyboard.down("Shift");
  await page.mouse.move(x + 8, y, { steps: 3 });
  await expect(field).toHaveValue("16");
  await page.keyboard.up("Shift");
  await page.mouse.move(x - 300, y, { steps: 3 });
  await expect(field).toHaveValue("0");
  await page.mouse.move(x + 13, y);
  await page.mouse.up();
  await expect(field).toHaveValue("3");
  await expect(field).not.toBeFocused();
  await expect(wide(page).locator("footer .b-tagline")).toHaveCSS("border-left-width", "3px");
  await label.click();
  await expect(field).toBeFocused();
  await undoAll(page);
});

test("distances are linked or one each; a border, corners and a shadow are drawn", async ({ page }) => {
  await openPart(page, "Footer", "Footer in columns");
  await list(page).getByRole("button", { name: "Tagline", exact: true }).click();
  const settings = page.getByRole("region", { name: "Settings of Tagline" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await settings.getByRole("textbox", { name: "Padding" }).fill("12");
  const tagline = wide(page).locator("footer .b-tagline");
  await expect(tagline).toHaveCSS("padding", "12px");
  await settings.getByRole("button", { name: "each side" }).click();
  await settings.getByRole("textbox", { name: "Padding, left" }).fill("40");
  await expect(tagline).toHaveCSS("padding", "12px 12px 12px 40px");
  await settings.getByRole("textbox", { name: "Border", exact: true }).fill("3");
  await expect(tagline).toHaveCSS("border-left-width", "3px");
  await settings.getByRole("button", { name: "link all sides" }).click();
  await expect(tagline).toHaveCSS("padding", "12px");
  await saved(page);
  // frames read only the rules that changed: together they are what a frame that is opened anew has
  const rulesOf = (width: number) =>
    preview(page, width)
      .locator("head")
      .evaluate((head) =>
        [...head.querySelectorAll("style:not(#marks)")].map((each) => each.textContent).join(""),
      );
  const patched = [await rulesOf(1280), await rulesOf(390)];
  await page.reload();
  await tagline.waitFor();
  expect(await rulesOf(1280)).toBe(patched[0]);
  expect(await rulesOf(390)).toBe(patched[1]);
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

test("a shared piece is made of what is selected, used in another part, edited in one place, and made a part's own again", async ({
  page,
}) => {
  await openPart(page, "Footer", "Footer in columns");
  await list(page).getByRole("button", { name: "Heading “Good to know”" }).click();
  await list(page)
    .getByRole("button", { name: "Menu “Small print”" })
    .click({ modifiers: ["Shift"] });
  await page.getByRole("region", { name: "Settings of 2 blocks" }).waitFor();
  await actOn(page, "Make it a shared piece …");
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("textbox", { name: "Name" }).fill("Good to know");
  await dialog.getByRole("button", { name: "Make it" }).click();
  const chip = list(page).getByRole("button", { name: "Shared piece “Good to know”" });
  await chip.click();
  await expect(wide(page).locator("footer h2").nth(1)).toHaveText("Good to know");

  await openPart(page, "Side column", "Search and latest");
  await page.getByRole("combobox", { name: "Add a block" }).fill("shared");
  await page.keyboard.press("Enter");
  await page.getByRole("combobox", { name: "Which piece" }).click();
  await page.getByRole("option", { name: "Good to know" }).click();
  const aside = wide(page).locator("aside");
  await expect(aside.locator("h2", { hasText: "Good to know" })).toBeVisible();
  await saved(page);
  await page.getByRole("link", { name: "Edit the piece" }).click();
  await page.getByRole("heading", { level: 1, name: "Good to know" }).waitFor();
  await expect(page.getByText("used in 2 places")).toBeVisible();
  // pointing at the piece inside the part selects what is in it
  const shown = page.frameLocator('iframe[title$="at 1280 px"]').locator("aside h2");
  await shown.filter({ hasText: "Good to know" }).dispatchEvent("click");
  await page
    .getByRole("region", { name: "Settings of Heading" })
    .getByRole("textbox", { name: "Text" })
    .fill("Before you come");
  await expect(shown.filter({ hasText: "Before you come" })).toBeVisible();
  // and a second click its words, those of the menu it shows too
  const written = shown.filter({ hasText: "Before you" });
  await written.dispatchEvent("click");
  await expect(written).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Before you go");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Heading “Before you go”" })).toBeVisible();
  const item = page.frameLocator('iframe[title$="at 1280 px"]').locator("aside .b-menu [data-words]").first();
  for (let times = 0; times < 2; times += 1) await item.dispatchEvent("click");
  await expect(item).toHaveAttribute("contenteditable", "plaintext-only");
  await page.keyboard.type("Rules of the house");
  const narrow = page.frameLocator('iframe[title$="at 390 px"]').locator("aside .b-menu").first();
  await expect(narrow).toContainText("Rules of the house");
  await page.keyboard.press("Enter");
  await saved(page);

  await openPart(page, "Footer", "Footer in columns");
  await expect(wide(page).locator("footer h2").nth(1)).toHaveText("Before you go");
  await expect(wide(page).locator("footer")).toContainText("Rules of the house");
  await list(page).getByRole("button", { name: "Shared piece “Good to know”" }).click();
  await page.getByRole("button", { name: "Make it this part's own" }).click();
  await expect(list(page).getByRole("button", { name: "Heading “Before you go”" })).toBeVisible();
  await open(page, "parts");
  await expect(page.getByRole("region", { name: "Shared pieces" })).toContainText("used in side column 1");
  await undoAll(page);
});
