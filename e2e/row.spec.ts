import { expect, type Page, test } from "@playwright/test";
import { cutSheet, sheetChange } from "../src/workers/sheet";
import { PORT } from "./studio";

/** A row of preview frames by itself: what it passes on, and to whom. */

interface Told {
  readonly type: string;
  readonly from?: number;
  readonly id?: number;
  readonly at?: number;
  readonly height?: number;
  readonly message?: { readonly type: string; readonly nodes?: readonly string[] };
}
interface Outside {
  readonly told: Told[];
  readonly say: (message: object, ports?: Transferable[]) => void;
  readonly lines: MessagePort[];
}
const HOST = `http://observatory--preview.localhost:${PORT}`;
const SIZES = [1280, 820, 390].map((width) => ({ title: `At ${width} px`, width, height: 100, scale: 0.25 }));

/** A row on a page of the studio's origin, tied by a line as often as it asks for one. */
const rowOn = async (page: Page, sizes = SIZES, room = 700) => {
  await page.goto("/sign-in");
  await page.evaluate(
    ({ host, width }) => {
      const frame = document.createElement("iframe");
      const told: Told[] = [];
      const lines: MessagePort[] = [];
      const say = (message: object, ports: Transferable[] = []) =>
        frame.contentWindow?.postMessage(message, host, ports);
      Object.assign(window, { told, say, lines });
      addEventListener("message", ({ data }: MessageEvent<Told>) => {
        told.push(data);
        if (data.type !== "ready") return;
        const { port1, port2 } = new MessageChannel();
        lines.push(port1);
        say({ type: "tie", slot: null, isFromAbove: false, asksPlaces: false }, [port2]);
      });
      frame.src = `${host}/row`;
      frame.style.cssText = `position:fixed;inset:0;width:${width}px;height:600px;z-index:9;border:0`;
      document.body.append(frame);
    },
    { host: HOST, width: room },
  );
  const told = (type: string): Promise<readonly Told[]> =>
    page.evaluate(
      (wanted) => (window as unknown as Outside).told.filter((each) => each.type === wanted),
      type,
    );
  const say = (message: object) => page.evaluate((each) => (window as unknown as Outside).say(each), message);
  const draw = (id: number, text: string) =>
    page.evaluate((message) => (window as unknown as Outside).lines.at(-1)?.postMessage(message), {
      id,
      isNew: id === 1,
      sheet: sheetChange(null, cutSheet("p{margin:0}")),
      body: `<main class="slot-layout"><p data-node="p">${text}</p></main>`,
    });
  await expect.poll(async () => (await told("row")).length).toBe(1);
  await say({ type: "frames", frames: sizes });
  await expect.poll(async () => (await told("ready")).length).toBe(1);
  const row = page.frameLocator("iframe");
  const inFrame = (at: number) => row.frameLocator(`iframe[title="${SIZES[at]?.title}"]`).locator("p");
  return { told, say, draw, row, inFrame };
};

test("a drawing comes once, is drawn in all frames, and is said once", async ({ page }) => {
  const { told, draw, inFrame } = await rowOn(page);
  expect(await told("drawn")).toEqual([]);
  const before = Date.now();
  await draw(1, "One");
  await expect.poll(async () => (await told("drawn")).length).toBe(1);
  const [drawn] = await told("drawn");
  expect(drawn?.id).toBe(1);
  expect(drawn?.at).toBeGreaterThanOrEqual(before - 1);
  for (const at of [0, 1, 2]) await expect(inFrame(at)).toHaveText("One");
  await draw(2, "Two");
  await draw(3, "Three");
  await expect.poll(async () => (await told("drawn")).map(({ id }) => id)).toEqual([1, 2, 3]);
  for (const at of [0, 1, 2]) await expect(inFrame(at)).toHaveText("Three");
});

test("a frame that comes later has the row ask for another line; those that stay are drawn by it too", async ({
  page,
}) => {
  const { told, say, draw, inFrame } = await rowOn(page, SIZES.slice(0, 1));
  await draw(1, "One");
  await expect(inFrame(0)).toHaveText("One");
  await say({ type: "frames", frames: SIZES });
  await expect.poll(async () => (await told("ready")).length).toBeGreaterThan(1);
  await draw(2, "Two");
  for (const at of [0, 1, 2]) await expect(inFrame(at)).toHaveText("Two");
  await expect.poll(async () => (await told("drawn")).map(({ id }) => id)).toEqual([1, 2]);
});

test("what is said goes to the frame it is for, and comes from the frame that says it", async ({ page }) => {
  const { told, say, draw, inFrame } = await rowOn(page);
  await draw(1, "Sky");
  await expect.poll(async () => (await told("drawn")).length).toBe(1);
  await say({ to: 1, message: { type: "select", node: "p", also: [] } });
  const outlined = (at: number) => inFrame(at).evaluate((each) => getComputedStyle(each).outlineStyle);
  await expect.poll(() => outlined(1)).toBe("solid");
  expect([await outlined(0), await outlined(2)]).toEqual(["none", "none"]);
  await inFrame(2).click();
  await expect
    .poll(async () => (await told("said")).filter(({ message }) => message?.type === "pointed"))
    .toEqual([
      {
        type: "said",
        from: 2,
        message: { type: "pointed", nodes: ["p"], slot: "layout", words: null, isAdding: false },
      },
    ]);
});

test("it is as high as its frames take, beside each other or below, and stays with those it is told", async ({
  page,
}) => {
  const { told, say, row } = await rowOn(page);
  const height = async () => (await told("size")).at(-1)?.height;
  // 320 + 205 + 98 px and two gaps of 10 px
  await expect.poll(height).toBe(100);
  const narrow = await rowOn(page, SIZES, 500);
  await expect.poll(async () => (await narrow.told("size")).at(-1)?.height).toBe(210);
  const box = () =>
    row.locator("iframe").evaluateAll((all) => all.map((each) => each.getBoundingClientRect().width));
  await say({ type: "frames", frames: SIZES.slice(1).map((each) => ({ ...each, scale: 0.5, height: 80 })) });
  await expect.poll(box).toEqual([410, 195]);
  // those that stay are not loaded again
  const loaded = (await told("said")).filter(({ message }) => message?.type === "ready");
  expect(loaded).toHaveLength(3);
  await expect.poll(height).toBe(170);
});

test("nobody but the studio and its own frames is heard", async ({ page }) => {
  const { told } = await rowOn(page);
  const count = (await told("said")).length;
  // the same site, but no frame of it
  const frame = page.frames().find((each) => each.url() === `${HOST}/row`);
  await frame?.evaluate(() => {
    postMessage({ type: "pointed", nodes: ["x"] }, "*");
    postMessage({ type: "frames", frames: [] }, "*");
  });
  await page.waitForTimeout(200);
  expect((await told("said")).length).toBe(count);
  await expect(page.frameLocator("iframe").locator("iframe")).toHaveCount(3);
});
