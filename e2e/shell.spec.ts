import { expect, type Page, test } from "@playwright/test";
import type { DrawMessage } from "../src/workers/frame-end";
import { PORT } from "./studio";

/** The inside of a preview frame by itself: what it does with what it is told, whoever tells it. */

interface Told {
  readonly type: string;
  readonly id?: number;
  readonly at?: number;
  readonly nodes?: readonly string[];
}
const CSS = ":root{--c-ink:#111}a{color:var(--c-ink)}.band{padding:4px}.high{height:3000px}";
const BODY =
  '<header class="slot-header"><div class="b-menu"><div class="row"><details><summary>Visit</summary><a href="/bus/">By bus</a></details></div></div></header>' +
  '<main class="slot-layout"><h1 data-node="h1">The domes</h1><div class="high"></div><p data-node="p1">Open on Fridays</p></main>';

/** A frame of the preview host on a page of the studio's origin, tied by a line of its own. */
const frameOn = async (page: Page, slot: string | null = null, isFromAbove = false) => {
  await page.goto("/sign-in");
  await page.evaluate(
    ({ src, tie }) =>
      new Promise<void>((done) => {
        const frame = document.createElement("iframe");
        const told: unknown[] = [];
        const { port1, port2 } = new MessageChannel();
        const say = (message: object, ports: Transferable[] = []) =>
          frame.contentWindow?.postMessage(message, src, ports);
        Object.assign(window, { told, say, draw: (message: object) => port1.postMessage(message) });
        addEventListener("message", ({ data }) => {
          told.push(data);
          if (data.type !== "ready") return;
          say({ type: "tie", ...tie }, [port2]);
          done();
        });
        frame.src = `${src}/`;
        frame.style.cssText = "position:fixed;inset:0;width:800px;height:600px;z-index:9;border:0";
        document.body.append(frame);
      }),
    { src: `http://observatory--preview.localhost:${PORT}`, tie: { slot, isFromAbove } },
  );
  const told = (type: string): Promise<readonly Told[]> =>
    page.evaluate(
      (wanted) => (window as unknown as { told: Told[] }).told.filter((each) => each.type === wanted),
      type,
    );
  const draw = async (message: Omit<DrawMessage, "isNew"> & { isNew?: boolean }): Promise<void> => {
    await page.evaluate((each) => (window as unknown as { draw: (message: object) => void }).draw(each), {
      isNew: false,
      ...message,
    });
    await expect.poll(async () => (await told("drawn")).some(({ id }) => id === message.id)).toBe(true);
  };
  const say = (message: object) =>
    page.evaluate((each) => (window as unknown as { say: (message: object) => void }).say(each), message);
  const frame = page.frame({ url: /--preview/ });
  if (!frame) throw new Error("test: expected the frame");
  return { told, draw, say, frame };
};

test("a drawing is acknowledged with the moment it is on the screen, and where its slots lie", async ({
  page,
}) => {
  const { told, draw } = await frameOn(page);
  const before = Date.now();
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  const [drawn] = await told("drawn");
  expect(drawn?.at).toBeGreaterThanOrEqual(before - 1);
  expect(drawn?.at).toBeLessThanOrEqual(Date.now() + 1);
  expect(drawn).toMatchObject({
    height: expect.any(Number),
    places: { header: { top: expect.any(Number) } },
  });
});

test("only rules that changed are read anew, and a region alone is patched", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await draw({ id: 2, css: CSS.replace("padding:4px", "padding:6px") });
  // what stays as it is stays the very same object
  await frame.evaluate(() => {
    const sheets = ["values", "before", "after"].map(
      (id) => (document.getElementById(id) as HTMLStyleElement).sheet,
    );
    const heading = document.querySelector("h1");
    Object.assign(window, {
      same: () => [
        ...["values", "before", "after"].map(
          (id, at) => (document.getElementById(id) as HTMLStyleElement).sheet === sheets[at],
        ),
        document.querySelector("h1") === heading,
      ],
    });
  });
  const kept = () => frame.evaluate(() => (window as unknown as { same: () => boolean[] }).same());
  await draw({ id: 3, css: CSS.replace("padding:4px", "padding:8px") });
  expect(await kept()).toEqual([true, true, true, true]);
  await draw({ id: 4, regions: { header: '<a href="/">Home</a>' } });
  expect(await kept()).toEqual([true, true, true, true]);
  expect(await frame.locator("header").textContent()).toBe("Home");
  await draw({ id: 5, css: CSS.replace("#111", "#222") });
  expect(await kept()).toEqual([false, true, true, true]);
  expect(
    await frame.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue("--c-ink")),
  ).toBe("#222");
});

test("a menu one opened stays open through a patch, and links stay out of the tab order", async ({
  page,
}) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await frame.locator("summary").click();
  await draw({ id: 2, body: BODY.replace("By bus", "On foot") });
  await expect(frame.getByRole("link", { name: "On foot" })).toBeVisible();
  expect(
    await frame.locator("a").evaluateAll((all) => all.map((each) => (each as HTMLElement).tabIndex)),
  ).toEqual([-1]);
});

test("words that are written in the frame are not written over, and are told letter by letter", async ({
  page,
}) => {
  const { draw, say, told, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await say({ type: "edit", node: "h1" });
  await frame.locator("h1").press("Control+a");
  await frame.locator("h1").pressSequentially("Sky");
  await draw({ id: 2, body: BODY.replace("The domes", "S") });
  await expect(frame.locator("h1")).toHaveText("Sky");
  expect((await told("typed")).at(-1)).toEqual({ type: "typed", node: "h1", text: "Sky" });
  await frame.locator("h1").press("Enter");
  expect((await told("typed")).at(-1)).toEqual({ type: "typed", node: "h1", text: null });
  await draw({ id: 3, body: BODY });
  await expect(frame.locator("h1")).toHaveText("The domes");
});

test("what is selected comes into sight: at once, or with the drawing that brings it", async ({ page }) => {
  const { draw, say, frame } = await frameOn(page, "header");
  const scrolled = () => frame.evaluate(() => Math.round(scrollY));
  await say({ type: "select", node: "p1" });
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  await expect.poll(scrolled).toBeGreaterThan(2000);
  await say({ type: "select", node: "h1" });
  await expect.poll(scrolled).toBeLessThan(200);
  // it is sought once: what is drawn later moves nothing
  await frame.evaluate(() => scrollTo(0, 900));
  await draw({ id: 2, css: CSS.replace("padding:4px", "padding:5px") });
  expect(await scrolled()).toBe(900);
  // another subject is shown with the slot that is edited in sight
  await draw({ id: 3, isNew: true, body: BODY });
  await expect.poll(scrolled).toBeLessThan(200);
});

test("a click says what lies under it, and leads nowhere", async ({ page }) => {
  const { draw, told, frame } = await frameOn(page);
  await draw({
    id: 1,
    isNew: true,
    css: CSS,
    body: BODY.replace("The domes", '<a href="/domes/">The domes</a>'),
  });
  await frame.getByRole("link", { name: "The domes" }).click({ modifiers: ["Shift"] });
  await expect
    .poll(async () => (await told("pointed")).at(-1))
    .toEqual({ type: "pointed", nodes: ["h1"], slot: "layout", isAdding: true });
  expect(frame.url()).toBe(`http://observatory--preview.localhost:${PORT}/`);
});

test("a frame that is looked at from above does not lay out what is far down; one that is edited does", async ({
  page,
}) => {
  const far = BODY.replace('class="high"', 'class="band high"')
    .replace("<p ", '<div class="band"><p ')
    .replace("</p>", "</p></div>");
  const skipped = (frame: Awaited<ReturnType<typeof frameOn>>["frame"]) =>
    frame.locator("p").evaluate((each) => !each.checkVisibility({ contentVisibilityAuto: true }));
  const above = await frameOn(page, null, true);
  await above.draw({ id: 1, isNew: true, css: CSS, body: far });
  expect(await skipped(above.frame)).toBe(true);
  const edited = await frameOn(page, "footer");
  await edited.draw({ id: 1, isNew: true, css: CSS, body: far });
  expect(await skipped(edited.frame)).toBe(false);
});

test("nobody but the studio is heard", async ({ page }) => {
  const { draw, frame } = await frameOn(page);
  await draw({ id: 1, isNew: true, css: CSS, body: BODY });
  // a page of another origin that got hold of the window: the frame's own site, which is not the studio
  await frame.evaluate(() => postMessage({ type: "select", node: "h1" }, "*"));
  await page.waitForTimeout(200);
  expect(await frame.locator("#marks").textContent()).toBe("");
});
