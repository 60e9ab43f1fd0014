import { connect } from "node:net";
import { expect, test } from "@playwright/test";
import { get, open, PORT, signIn } from "./studio";

test("answers for its own hosts only", async () => {
  for (const host of [
    "evil.example",
    "localhost",
    `localhost:${PORT + 1}`,
    `127.0.0.1:${PORT}`,
    `a.b.localhost:${PORT}`,
  ]) {
    const answer = await get(host, "/");
    expect(answer.status, host).toBe(421);
    expect(answer.body).toContain("does not answer for that host");
  }
  // site content is not reachable on the studio's origin
  expect((await get(`localhost:${PORT}`, "/notes")).status).toBe(404);
});

test("refuses a call from a foreign origin", async () => {
  const answer = await get(`localhost:${PORT}`, "/api/studio/observatory/undo", {
    method: "POST",
    headers: { origin: "http://evil.example" },
  });
  expect(answer.status).toBe(403);
  expect(JSON.parse(answer.body)).toMatchObject({ ok: false, issues: [{ code: "origin.foreign" }] });
});

test("the public site and the preview host answer reads only, with a policy each", async () => {
  expect((await get(`observatory.localhost:${PORT}`, "/", { method: "POST" })).status).toBe(405);
  const shell = await get(`observatory--preview.localhost:${PORT}`, "/");
  // the inside of a frame may stand in a row, a row in the studio alone
  expect(String(shell.headers["content-security-policy"])).toMatch(
    new RegExp(`^(?!.*frame-src).*frame-ancestors 'self' http://localhost:${PORT}$`),
  );
  const row = await get(`observatory--preview.localhost:${PORT}`, "/row");
  expect(String(row.headers["content-security-policy"])).toMatch(
    new RegExp(`frame-src 'self';.*frame-ancestors http://localhost:${PORT}$`),
  );
  expect(shell.body).not.toContain("Pellow");
  const page = await get(`observatory.localhost:${PORT}`, "/");
  expect(String(page.headers["content-security-policy"])).toContain("frame-ancestors 'none'");
  const again = await get(`observatory.localhost:${PORT}`, "/", {
    headers: { "if-none-match": String(page.headers["etag"]) },
  });
  expect(again.status).toBe(304);
});

test("scripts of the studio run by the nonce of their page alone; each page has its own", async ({
  page,
}) => {
  const refused: string[] = [];
  page.on("console", (message) => {
    if (/Content Security Policy/i.test(message.text())) refused.push(message.text());
  });
  const nonceIn = async () => {
    const { headers, body } = await get(`localhost:${PORT}`, "/sign-in");
    const policy = String(headers["content-security-policy"]);
    expect(/script-src[^;]*/.exec(policy)?.[0]).not.toContain("unsafe-inline");
    const nonce = /'nonce-([^']+)'/.exec(policy)?.[1] ?? "";
    for (const [tag] of body.matchAll(/<script\b[^>]*>/g)) expect(tag).toContain(`nonce="${nonce}"`);
    return nonce;
  };
  expect(await nonceIn()).not.toBe(await nonceIn());
  await signIn(page);
  await open(page, "style");
  expect(refused).toEqual([]);
  const ran = await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "window.ranWithoutNonce = true";
    document.body.append(script);
    return "ranWithoutNonce" in window;
  });
  expect(ran).toBe(false);
});

test("asks in forms no browser sends are refused; a body that is too much is refused and the answer heard", async () => {
  const raw = (line: string) =>
    new Promise<string>((done) => {
      const socket = connect(PORT, "127.0.0.1");
      let said = "";
      socket.on("data", (chunk) => {
        said += chunk;
      });
      socket.on("close", () => done(said.split("\r\n")[0] ?? ""));
      socket.end(`${line} HTTP/1.1\r\nHost: localhost:${PORT}\r\nConnection: close\r\n\r\n`);
    });
  for (const line of [`GET http://localhost:${PORT}/`, "GET *", "OPTIONS *"])
    expect(await raw(line), line).toContain(" 400 ");
  const large = await get(`localhost:${PORT}`, "/api/session", {
    method: "POST",
    headers: { origin: `http://localhost:${PORT}`, "content-type": "application/json" },
    body: "x".repeat(3_000_000),
  });
  expect(large.status).toBe(413);
  expect(JSON.parse(large.body)).toMatchObject({ issues: [{ code: "input.tooLarge" }] });
});

test("an expired session asks to sign in again and leads back", async ({ page, context }) => {
  await signIn(page);
  await open(page, "parts");
  await context.clearCookies();
  await page.reload();
  await page.waitForURL(/\/sign-in\?back=/);
  await expect(page.getByText("Sign in again to go on where you were.")).toBeVisible();
  await page.getByLabel("E-mail address").fill("keeper@graylatch.example");
  await page.getByLabel("Password").fill("brass star lamp");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL(/\/parts$/);
});

test("a form with missing fields says which, and a wrong password says no more than that", async ({
  page,
}) => {
  await page.goto("/sign-in");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText("Type the e-mail address of your account.")).toBeVisible();
  await expect(page.getByText("Type your password.")).toBeVisible();
  await page.getByLabel("E-mail address").fill("viewer@graylatch.example");
  await page.getByLabel("Password").fill("wrong");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText("The e-mail address or the password is wrong.")).toBeVisible();
});

test("a broken pack is refused with a reason", async ({ page }) => {
  await signIn(page);
  await open(page, "packs");
  await page
    .getByLabel("Pack file")
    .setInputFiles({ name: "x.zip", mimeType: "application/zip", buffer: Buffer.from("no zip") });
  await expect(page.getByRole("alert").filter({ hasText: "zip" })).toContainText("This is not a zip file.");
});

test("a viewer looks and cannot change", async ({ page }) => {
  await signIn(page, "viewer@graylatch.example");
  await open(page, "parts");
  await page.getByRole("link", { name: "Day header", exact: true }).click();
  await page.getByRole("heading", { level: 1, name: "Day header" }).waitFor();
  await page.getByRole("button", { name: /^Menu “Main”/ }).click();
  const settings = page.getByRole("region", { name: "Settings of Menu" });
  await expect(settings.getByLabel("Gap", { exact: true })).toBeDisabled();
  await expect(settings.getByRole("combobox", { name: "Direction" })).toBeDisabled();
  await expect(settings.getByRole("button", { name: "Actions" })).toHaveCount(0);
  await expect(page.getByRole("combobox", { name: "Add a block" })).toHaveCount(0);
  // keys do nothing either, and say why
  await page.getByRole("button", { name: /^Menu “Main”/ }).press("Delete");
  await expect(page.getByText("Your role on this site does not allow this.")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Menu “Main”/ })).toBeVisible();
  // where a sheet is all values, they are closed as a whole
  await open(page, "style");
  await expect(page.getByRole("textbox", { name: "Brass", exact: true })).toBeDisabled();
  await expect(page.getByRole("combobox", { name: "accent", exact: true })).toBeDisabled();
  await page.getByRole("button", { name: /^Typed in/ }).click();
  await expect(page.getByRole("list", { name: "Typed-in colours" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Bind/ })).toHaveCount(0);
  await open(page, "profile");
  await expect(page.getByLabel("Tagline")).toBeDisabled();
  await open(page, "pictures");
  await expect(page.getByRole("button", { name: "Add pictures" })).toHaveCount(0);
});
