import { expect, type Page, test } from "@playwright/test";
import { actOn, open, PublicPage, publish, signIn, undoAll } from "./studio";

/** Publishing: all of it or some, at once or at a time, and the way back. Each leaves the draft and what is live as they were. */
test.beforeEach(async ({ page }) => {
  await signIn(page);
});

const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /^Saved$/ })).toBeVisible();
/** Pauses a part: a change visitors would see. */
const pause = async (page: Page, name: string): Promise<void> => {
  await open(page, "parts");
  const row = page.getByRole("row").filter({ has: page.getByRole("link", { name, exact: true }) });
  await row.getByRole("button", { name: "More to do with this part" }).click();
  await page.getByRole("menuitem", { name: "Pause", exact: true }).click();
  await expect(row).toContainText("paused");
};

test("G26: someone without an account looks at the draft by a link, until it is taken back", async ({
  page,
  browser,
}) => {
  await pause(page, "Footer in columns");
  await open(page, "editions");
  await page.getByRole("textbox", { name: "For whom the link is" }).fill("The friends of the domes");
  await page.getByRole("button", { name: "Make a link" }).click();
  const url = (await page.getByTestId("draft-link").textContent()) ?? "";
  const links = page.getByRole("list", { name: "Links to the draft" });
  await expect(links).toContainText("not opened yet");

  const friend = await (await browser.newContext()).newPage();
  await friend.goto(url);
  await expect(friend).toHaveURL(/\/_draft\/$/);
  expect(friend.url()).not.toContain("token");
  const note = friend.getByRole("complementary", { name: "About this draft" });
  await expect(note).toContainText("visitors do not see it yet");
  await expect(friend.locator("footer")).toHaveCount(0);
  expect((await PublicPage.at("observatory", "/")).has("footer")).toBe(true);
  // links lead on within the draft, and so does the search
  await friend.goto(new URL("/_draft/about/", url).href);
  await friend.locator("header .b-menu a", { hasText: "Prints" }).first().click();
  await expect(friend).toHaveURL(/\/_draft\/prints\/$/);
  await expect(note).toBeVisible();
  await friend.goto(new URL("/_draft/nowhere/", url).href);
  await friend.locator("main input[type=search]").fill("comet");
  await friend.locator("main input[type=search]").press("Enter");
  await expect(friend).toHaveURL(/\/_draft\/search\/\?q=comet$/);
  await expect(friend.locator("main")).toContainText(/comet/i);

  await open(page, "editions");
  await expect(links).toContainText("last opened");
  await links.getByRole("button", { name: "End the link for The friends of the domes" }).click();
  await expect(links.getByRole("listitem")).toHaveCount(0);
  expect((await friend.reload())?.status()).toBe(403);
  expect((await friend.goto(url))?.status()).toBe(403);
  await friend.context().close();
  await undoAll(page);
});

test("G27: what is ready is published with what it needs, the rest stays in the draft", async ({ page }) => {
  const pieceIn = (html: string) => html.slice(html.indexOf("<footer")).includes("b-group");
  expect(pieceIn((await PublicPage.at("observatory", "/about/")).html)).toBe(false);
  await open(page, "parts");
  await page.getByRole("link", { name: "Footer in columns", exact: true }).click();
  const list = page.getByRole("group", { name: "What the part is made of" });
  await list.getByRole("button", { name: "Heading “Good to know”" }).click();
  await actOn(page, "Make it a shared piece …");
  await page.getByRole("dialog").getByRole("textbox", { name: "Name" }).fill("Know this");
  await page.getByRole("dialog").getByRole("button", { name: "Make it" }).click();
  await list.getByRole("button", { name: "Shared piece “Know this”" }).waitFor();
  await pause(page, "Day header");

  await open(page, "editions");
  const changes = page.getByRole("list", { name: "Changes" });
  await expect(changes.getByRole("listitem")).toHaveCount(3);
  await page.getByRole("button", { name: "Publish 3 changes" }).waitFor();
  const note = page.getByRole("textbox", { name: "Note" });
  await note.fill("The footer first");
  await changes.getByRole("checkbox", { name: "Publish Day header" }).uncheck();
  await page.getByRole("button", { name: "Publish 2 of 3 changes" }).waitFor();
  const piece = changes.getByRole("checkbox", { name: "Publish Piece “Know this”" });
  await piece.click();
  // the footer cannot do without it
  await expect(changes).toContainText("comes along: footer 1 needs it");
  await expect(piece).toBeChecked();
  await expect(piece).toBeDisabled();
  await expect(note).toHaveValue("The footer first");
  await page.getByRole("button", { name: "Publish 2 of 3 changes" }).click();
  await expect(page.getByText(/^Edition \d+ is live\. 1 change stayed in the draft\.$/)).toBeVisible();
  await expect(changes.getByRole("listitem")).toHaveCount(1);
  await expect(changes).toContainText("Day header");
  const about = await PublicPage.at("observatory", "/about/");
  expect(about.has("header")).toBe(true);
  expect(pieceIn(about.html)).toBe(true);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect.poll(async () => pieceIn((await PublicPage.at("observatory", "/about/")).html)).toBe(false);
  await undoAll(page);
});

test("an edition goes live at a time of its own; until then nothing else does, and it can be called off", async ({
  page,
}) => {
  await pause(page, "Day header");
  await open(page, "editions");
  // a page as visitors see it, and as it would be
  const side = (words: string) => page.frameLocator(`iframe[title$=": ${words}"]`);
  await expect(side("visitors see now").locator("header .b-menu")).toBeVisible();
  await expect(side("with everything in the draft").locator("h1")).toBeVisible();
  await expect(side("with everything in the draft").locator("header .b-menu")).toHaveCount(0);
  await page.getByRole("combobox", { name: "Page to compare" }).click();
  const other = page.getByRole("option").nth(1);
  const title = await other.textContent();
  await other.click();
  await expect(page.locator(`iframe[title="${title}: visitors see now"]`)).toBeVisible();
  await page.getByRole("button", { name: "At a time of its own …" }).click();
  await expect(page.getByRole("button", { name: "Publish 1 change" })).toBeDisabled();
  const tomorrow = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel("Goes live on").fill(`${tomorrow}T09:00`);
  await page.getByRole("button", { name: /^Publish 1 change on \d+ \w+ \d{4}, 09:00$/ }).click();
  const notice = page
    .getByRole("status")
    .filter({ hasText: /^Edition \d+ goes live on .*, 09:00, as the draft was/ });
  await expect(notice).toBeVisible();
  await expect(page.getByRole("list", { name: "Changes" })).toContainText("goes live by itself");
  await expect(page.getByRole("button", { name: /^Publish/ })).toHaveCount(0);
  expect((await PublicPage.at("observatory", "/about/")).has("header")).toBe(true);
  await expect(page.getByRole("region", { name: "Published" }).getByRole("listitem").first()).toContainText(
    "waits",
  );
  await notice.getByRole("button", { name: "Call it off" }).click();
  await expect(page.getByRole("button", { name: "Publish 1 change" })).toBeEnabled();
  await expect(page.getByRole("region", { name: "Published" }).getByRole("listitem").first()).toContainText(
    "called off",
  );
  await undoAll(page);
});

test("who may only look sees what would be published, and nothing to click that would be refused", async ({
  page,
  browser,
}) => {
  await pause(page, "Day header");
  const viewer = await (await browser.newContext()).newPage();
  await signIn(viewer, "viewer@graylatch.example");
  await open(viewer, "editions");
  await expect(viewer.getByRole("list", { name: "Changes" })).toContainText("Day header");
  await expect(viewer.getByText("Your role may look at what changes, not publish it.")).toBeVisible();
  await expect(viewer.getByRole("button", { name: /^(Publish|Restore|Make a link|At a time)/ })).toHaveCount(
    0,
  );
  await viewer.context().close();
  await undoAll(page);
});

test("G23: a change of the house style is taken back in one click, and any edition is restored as a whole", async ({
  page,
}) => {
  const before = await PublicPage.at("observatory", "/about/");
  await open(page, "style");
  const radius = page.getByRole("textbox", { name: /Corners/ }).first();
  await radius.fill("23");
  await saved(page);
  await publish(page);
  const edition = Number(
    /\d+/.exec((await page.getByText(/^visitors see edition \d+$/).textContent()) ?? "")?.[0],
  );
  const after = await PublicPage.at("observatory", "/about/");
  expect(after.html).toContain("23px");
  expect(before.html).not.toContain("23px");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect.poll(async () => (await PublicPage.at("observatory", "/about/")).html).toBe(before.html);
  await open(page, "editions");
  await expect(page.getByRole("list", { name: "Changes" })).toContainText("House style");
  const restore = async (edition: number) => {
    const published = page.getByRole("region", { name: "Published" }).getByRole("listitem");
    await published
      .filter({ has: page.locator("strong", { hasText: new RegExp(`^${edition}$`) }) })
      .getByRole("button", { name: "Restore …" })
      .click();
    // nothing is live before its impact was seen
    const asked = page.getByRole("dialog", { name: `Make edition ${edition} live again?` });
    await expect(asked.getByText(/^What changes for visitors: \d+ pages/)).toBeVisible();
    await expect(asked.getByText(/house style \(.*corners.*\)/i).first()).toBeVisible();
    await asked.getByRole("button", { name: "Make it live" }).click();
    await expect(asked).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Take it back" })).toBeVisible();
  };
  const row = page
    .getByRole("region", { name: "Published" })
    .locator("ol > li", { hasText: new RegExp(`^${edition}`) });
  await row.getByRole("button", { name: "What changed" }).click();
  await expect(page.getByRole("list", { name: `What edition ${edition} changed` })).toContainText(
    "House style",
  );
  await row.getByRole("button", { name: "Hide what changed" }).click();
  await restore(edition);
  await expect.poll(async () => (await PublicPage.at("observatory", "/about/")).html).toBe(after.html);
  await restore(edition + 1);
  await expect.poll(async () => (await PublicPage.at("observatory", "/about/")).html).toBe(before.html);
  await undoAll(page);
});
