import { type Browser, type BrowserContext, expect, type Page, test } from "@playwright/test";
import { callPath, open, signIn, undoAll } from "./studio";

test.beforeEach(async ({ page }) => signIn(page));

const says = (page: Page, words: string) =>
  expect(page.getByRole("status").filter({ hasText: new RegExp(`^${words}$`) })).toBeVisible();
const tagline = (page: Page) => page.getByLabel("Tagline", { exact: true });
const owner = (page: Page) => page.getByLabel("Owner", { exact: true });
const profileNow = async (context: BrowserContext) => {
  const answer = await context.request.post(callPath("newest", "observatory"), {
    data: { document: "profile" },
    headers: { origin: new URL(context.pages()[0]?.url() ?? "").origin },
  });
  return (await answer.json()).value.body as { tagline: string; owner: string };
};

/** Somebody else, at another computer, who changes the tagline. */
const somebodyElse = async (browser: Browser): Promise<Page> => {
  const theirs = await (await browser.newContext()).newPage();
  await signIn(theirs, "builder@graylatch.example");
  await open(theirs, "profile");
  await tagline(theirs).fill("Theirs");
  await says(theirs, "Saved");
  return theirs;
};

test("without the server one goes on; what one changes is kept on this computer and saved when it is back", async ({
  page,
  context,
}) => {
  await open(page, "profile");
  await context.setOffline(true);
  await tagline(page).fill("The sky above the ridge");
  await says(page, "Kept on this computer, 1 change");
  await expect(page.getByText("The server cannot be reached.")).toBeVisible();
  await owner(page).fill("Friends of the ridge");
  await says(page, "Kept on this computer, 2 changes");
  // undo asks for what is not saved to be saved first
  await page.getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("What you changed last is not saved yet")).toBeVisible();
  await context.setOffline(false);
  await says(page, "Saved");
  expect(await profileNow(context)).toMatchObject({
    tagline: "The sky above the ridge",
    owner: "Friends of the ridge",
  });
  await undoAll(page);
});

test("who leaves with changes that are not saved finds them again; what somebody else changed meanwhile is told apart", async ({
  page,
  context,
  browser,
}) => {
  await open(page, "profile");
  const before = await profileNow(context);
  const refused = (path: string) =>
    page.route(`**${callPath("change", "observatory")}`, (route) => route.abort(path));
  await refused("connectionrefused");
  await tagline(page).fill("Mine");
  await says(page, "Kept on this computer, 1 change");
  await owner(page).fill("Friends of the ridge");
  await says(page, "Kept on this computer, 2 changes");

  // elsewhere in the studio it is said, with the way there
  await page.getByRole("link", { name: "Menus" }).click();
  await expect(
    page.getByText("2 changes of site profile are kept on this computer and not saved."),
  ).toBeVisible();
  await page.close();

  const theirs = await somebodyElse(browser);

  const again = await context.newPage();
  await open(again, "parts");
  await again.getByRole("button", { name: "Open it" }).click();
  await expect(owner(again)).toHaveValue("Friends of the ridge");
  await expect(tagline(again)).toHaveValue("Theirs");
  await expect(again.getByText("1 change kept on this computer does not fit any more")).toBeVisible();
  await says(again, "Saved");
  expect(await profileNow(context)).toMatchObject({ tagline: "Theirs", owner: "Friends of the ridge" });
  await again.getByRole("button", { name: "Discard it" }).click();
  await open(again, "parts");
  await expect(again.getByText("kept on this computer")).toHaveCount(0);

  await again.getByRole("button", { name: /^Undo/ }).click();
  await undoAll(theirs);
  expect(await profileNow(context)).toEqual(before);
  await theirs.context().close();
});

test("a change that clashes is not saved; the newest version is taken in one click, and one goes on", async ({
  page,
  browser,
}) => {
  await open(page, "profile");
  const theirs = await somebodyElse(browser);
  await tagline(page).fill("Mine");
  await says(page, "Not saved");
  await page.getByRole("button", { name: "Take the newest version" }).click();
  await expect(tagline(page)).toHaveValue("Theirs");
  await page.getByRole("button", { name: "Discard it" }).click();
  await tagline(page).fill("Ours");
  await says(page, "Saved");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(tagline(page)).toHaveValue("Theirs");
  await undoAll(theirs);
  await theirs.context().close();
});

test("while the database is away the studio says so, keeps what is shown, and goes on by itself", async ({
  page,
}) => {
  await open(page, "overview");
  await expect(page.getByRole("heading", { level: 1, name: "Overview" })).toBeVisible();
  const away = { ok: false, issues: [{ code: "server.away", path: [], params: { id: "1" } }] };
  await page.route("**/api/studio/observatory/*", (route) =>
    route.fulfill({ status: 503, headers: { "Retry-After": "2" }, json: away }),
  );
  await page.getByRole("link", { name: "Parts", exact: true }).click();
  const said = page.getByText("The server is busy or cannot be reached. It is asked again by itself");
  await expect(said).toBeVisible();
  await page.unrouteAll();
  await expect(page.getByRole("link", { name: "Day header", exact: true })).toBeVisible();
  await expect(said).toHaveCount(0);
});
