import { expect, test } from "@playwright/test";
import { get, open, PORT, signIn } from "./studio";

const PREVIEW = `observatory--preview.localhost:${PORT}`;

test("the live site is opened from the studio: anything is pointed at, says which part it is and why, and leads there; empty places too", async ({
  page,
  context,
}) => {
  await signIn(page);
  await open(page, "overview");
  const opened = context.waitForEvent("page");
  await page.getByRole("button", { name: "Point at it ↗" }).click();
  const live = await opened;
  await live.waitForURL(/\/_live\/$/);
  expect(live.url()).not.toContain("token");
  const bar = live.getByRole("region", { name: "What the page is made of" });
  await live.locator("h1").first().click();
  await expect(bar).toContainText(/title bar 3|layout \d/);
  await live.locator("footer h2").first().click();
  await expect(bar.getByRole("status")).toContainText("footer 1, Footer in columns shows here because");
  const link = bar.getByRole("link", { name: "Open this block" });
  await expect(link).toHaveAttribute("href", /\/s\/observatory\/parts\/[^?]+\?node=/);
  await live.locator("[data-empty-slot=side]").click();
  await expect(bar.getByRole("status")).toContainText(
    "Nothing shows here: no side column asks for this page.",
  );
  // a press on a link points at it; with Alt it is followed, and the next page can be pointed at as well
  const menu = live.locator("footer a", { hasText: "Getting here" });
  await menu.click();
  await expect(live).toHaveURL(/\/_live\/$/);
  await menu.click({ modifiers: ["Alt"] });
  await live.waitForURL(/\/_live\/.*getting-here\/$/);
  await expect(live.getByRole("region", { name: "What the page is made of" })).toBeVisible();
  const part = context.waitForEvent("page");
  await live.locator("footer h2").first().click();
  await live.getByRole("link", { name: "Open this block" }).click();
  const studio = await part;
  await expect(studio.getByRole("region", { name: "Settings of Heading" })).toBeVisible();
});

test("a look is for one site and for those who hold its token; visitors get nothing of it", async ({
  page,
}) => {
  await signIn(page);
  await open(page, "overview");
  const url = await page.evaluate(async () => {
    const answer = await fetch("/api/studio/observatory/openPointing", { method: "POST", body: "{}" });
    return new URL((await answer.json()).value.url as string);
  });
  const begin = await get(PREVIEW, url.pathname + url.search);
  expect(begin.status).toBe(303);
  const cookie = String(begin.headers["set-cookie"]).split(";")[0] as string;
  expect(String(begin.headers["set-cookie"])).toMatch(/HttpOnly; Secure; SameSite=Lax/);
  expect((await get(PREVIEW, "/_live/", { headers: { cookie } })).status).toBe(200);
  expect((await get(PREVIEW, "/_live/")).status).toBe(403);
  expect((await get(PREVIEW, "/_live-begin?token=guess&to=/")).status).toBe(403);
  const other = `tide-mill--preview.localhost:${PORT}`;
  expect((await get(other, url.pathname + url.search)).status).toBe(403);
  expect((await get(other, "/_live/", { headers: { cookie } })).status).toBe(403);
  const visitor = await get(`observatory.localhost:${PORT}`, "/_live/", { headers: { cookie } });
  expect(visitor.status).toBe(404);
  expect(visitor.body).not.toContain("data-node");
  const elsewhere = new URLSearchParams({
    token: url.searchParams.get("token") ?? "",
    to: "//evil.example/",
  });
  const away = await get(PREVIEW, `/_live-begin?${elsewhere}`);
  expect(away.headers["location"]).toBe("/_live/evil.example/");
});
