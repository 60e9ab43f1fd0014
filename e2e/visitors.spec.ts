import { expect, type Page, test } from "@playwright/test";
import { open, PASSWORD, PORT, preview, signIn, undoAll } from "./studio";

const SITE = `http://observatory.localhost:${PORT}`;
const RESTRICTED = "/members/members-log/";
const header = (page: Page) => page.locator("header");

test("who comes to a page for members signs in and is back on it: by keyboard, without a script", async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  expect((await page.goto(SITE + RESTRICTED))?.status()).toBe(403);
  await expect(page.locator("main")).toContainText("This page is for members.");
  await page.locator("main").getByRole("link", { name: "Sign in" }).press("Enter");
  await page.getByLabel("E-mail address").fill("member@pellow-ridge.example");
  await page.keyboard.press("Tab");
  await page.keyboard.type("not the password");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("do not belong together");
  await expect(page.getByLabel("E-mail address")).toHaveValue("member@pellow-ridge.example");
  await page.getByLabel("Password").fill(PASSWORD);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(SITE + RESTRICTED);
  await expect(page.locator("main")).toContainText("The log is kept in pencil");
  await expect(header(page).getByRole("link", { name: "Account" })).toBeVisible();

  // the cookie is of this host alone
  const cookies = await context.cookies();
  expect(
    cookies.map(({ name, domain, httpOnly, secure, sameSite }) => [name, domain, httpOnly, secure, sameSite]),
  ).toEqual([["__Host-visitor", "observatory.localhost", true, true, "Lax"]]);
  await page.goto(`http://tide-mill.localhost:${PORT}/_account/`);
  await expect(page.getByRole("button", { name: "Sign in" })).toBeVisible();

  await page.goto(SITE + RESTRICTED);
  await header(page).getByRole("link", { name: "Account" }).press("Enter");
  await expect(page.locator("main")).toContainText("Bram Tolliver");
  await page.getByRole("button", { name: "Sign out" }).press("Enter");
  await expect(page).toHaveURL(SITE + RESTRICTED);
  await expect(page.locator("main")).toContainText("This page is for members.");
  await context.close();
});

test("an account made in the studio signs in with the password that was handed over, until it is removed", async ({
  page,
  browser,
}) => {
  await signIn(page);
  await open(page, "visitors");
  const form = page.getByRole("form", { name: "A new account" });
  await form.getByRole("button", { name: "Add an account" }).click();
  await expect(form).toContainText("Type a name.");
  await form.getByLabel("Name", { exact: true }).fill("Petra Sollis");
  await form.getByLabel("E-mail address").fill("member@pellow-ridge.example");
  await form.getByLabel("Membership").click();
  await page.getByRole("option", { name: "Members", exact: true }).click();
  await form.getByRole("button", { name: "Add an account" }).click();
  await expect(page.getByRole("alert").first()).toContainText("has an account on this site already");
  await form.getByLabel("E-mail address").fill("petra@pellow-ridge.example");
  await form.getByRole("button", { name: "Add an account" }).click();
  const password = (await page.getByTestId("password").textContent()) ?? "";

  const visitor = await (await browser.newContext()).newPage();
  const enter = async (secret: string) => {
    await visitor.goto(`${SITE}/_account/`);
    await visitor.getByLabel("E-mail address").fill("petra@pellow-ridge.example");
    await visitor.getByLabel("Password").fill(secret);
    await visitor.getByRole("button", { name: "Sign in" }).click();
  };
  await enter(password);
  await visitor.goto(SITE + RESTRICTED);
  await expect(visitor.locator("main")).toContainText("The log is kept in pencil");

  const table = page.getByRole("table", { name: "Visitor accounts" });
  await table.getByLabel("Membership of Petra Sollis").click();
  await page.getByRole("option", { name: "none" }).click();
  await expect(table.getByLabel("Membership of Petra Sollis")).toHaveText("none");
  await visitor.reload();
  await expect(visitor.locator("main")).toContainText("Your membership does not include it.");

  await page.getByRole("button", { name: "Delete Petra Sollis" }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await page.getByRole("button", { name: "Delete Petra Sollis" }).click();
  await page.getByRole("button", { name: "Delete it" }).click();
  await expect(table).not.toContainText("Petra Sollis");
  await enter(password);
  await expect(visitor.getByRole("alert")).toContainText("do not belong together");
  await visitor.context().close();
});

test("what members alone see is said in the list and drawn where one looks as a member", async ({ page }) => {
  await signIn(page);
  await open(page, "parts");
  await page
    .getByRole("region", { name: "Header", exact: true })
    .getByRole("link", { name: "Day header", exact: true })
    .click();
  const list = page.getByRole("group", { name: "What the part is made of" });
  const wide = preview(page, 1280);
  const social = wide.locator("header .b-social");
  await list.getByRole("button", { name: "Social links", exact: true }).click();
  await expect(social).toBeVisible();
  const settings = page.getByRole("region", { name: "Settings of Social links" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  await settings.getByRole("combobox", { name: "Seen by" }).click();
  await page.getByRole("option", { name: "Members", exact: true }).click();
  await expect(list.getByRole("button", { name: "Social links, Members only" })).toBeVisible();
  await expect(social).toHaveCount(0);
  await expect(wide.locator("header .b-account")).toHaveText("Sign in");
  const seenAs = async (who: string) => {
    await page.getByRole("button", { name: /^seen/ }).click();
    await page.getByRole("menuitem", { name: who, exact: true }).click();
  };
  await seenAs("as Members");
  await expect(social).toBeVisible();
  await expect(wide.locator("header .b-account")).toHaveText("Your account");
  await seenAs("signed in");
  await expect(social).toHaveCount(0);
  await seenAs("signed out");
  await undoAll(page);
  await expect(social).toBeVisible();
});
