import { expect, type Page } from "@playwright/test";
import type { Seen } from "../src/ui/preview/acknowledgements";
import { preview } from "./studio";

export const percentile = (samples: readonly number[], percent: number): number => {
  const sorted = [...samples].sort((a, b) => a - b);
  return Math.round(sorted[Math.min(sorted.length - 1, Math.ceil((percent / 100) * sorted.length) - 1)] ?? 0);
};

/** From the event to what it did being on the screen, ms. */
export interface Latency {
  /** In all frames, for two frames of each. */
  readonly frames: number;
  /** What is said beside them: painted. 0 where that stayed as it was. */
  readonly painted: number;
  /** All of it, for two frames. */
  readonly all: number;
}

/** The first samples are not counted: the page was just loaded, and what draws it is still being made fast. */
const WARM_UP = 10;

/** Opens a part, with one page on the screen or three of them. */
const openPart = async (page: Page, part: string, pages: 1 | 3): Promise<void> => {
  await page.getByRole("link", { name: part, exact: true }).click();
  if (pages === 3) await page.getByRole("button", { name: "3 pages" }).click();
};

/** All frames have something in them. */
const allHave = async (page: Page, shown: string, pages: 1 | 3): Promise<void> => {
  const rows = page.locator('iframe[title$=" at three widths"]');
  await expect(rows).toHaveCount(pages);
  for (const row of await rows.all()) {
    const frames = row.contentFrame().locator("iframe");
    await expect(frames).toHaveCount(3);
    for (const frame of await frames.all())
      await frame.contentFrame().locator(shown).first().waitFor({ state: "attached" });
  }
};

/**
 * Types into a button's label of a part, letter by letter, and measures from each input event to the moment every
 * visible frame has acknowledged that it shows it. A part that has no button gets one.
 */
export const typingLatencies = async (
  page: Page,
  part: string,
  count: number,
  pages: 1 | 3 = 1,
): Promise<Latency[]> => {
  await openPart(page, part, pages);
  const field = page.getByRole("region", { name: "Settings of Button" }).getByLabel("Label", { exact: true });
  const button = page.getByRole("button", { name: /^Button “/ }).first();
  const adder = page.getByRole("combobox", { name: "Add a block" });
  await adder.waitFor();
  if (await button.isVisible()) await button.click();
  else {
    await adder.fill("button");
    await adder.press("Enter");
  }
  await field.waitFor();
  await allHave(page, ".b-button", pages);
  await field.focus();
  await listen(page, "input", pages);
  for (let number = 0; number < count + WARM_UP; number += 1)
    await drawnAfter(page, () =>
      page.keyboard.press(number % 24 >= 12 ? "Backspace" : ("abcdefghijkl"[number % 12] ?? "x")),
    );
  return samplesOf(page);
};

/** Changes a distance of a header's band by its arrows, and measures until all frames show it; the ruler follows with it. */
export const distanceLatencies = async (
  page: Page,
  part: string,
  count: number,
  pages: 1 | 3 = 1,
): Promise<Latency[]> => {
  await openPart(page, part, pages);
  await allHave(page, "header", pages);
  await page.getByRole("button", { name: "Main band", exact: true }).click();
  const settings = page.getByRole("region", { name: "Settings of Main band" });
  await settings.getByRole("button", { name: /^\d+ more$/ }).click();
  const field = settings.getByRole("textbox", { name: "Gap" });
  await field.focus();
  await listen(page, "keydown", pages);
  for (let number = 0; number < count + WARM_UP; number += 1)
    await drawnAfter(page, () => page.keyboard.press(number % 20 < 10 ? "ArrowUp" : "ArrowDown"));
  return samplesOf(page);
};

/** Gives headings another font by turns, and measures from the choice until all frames show it. */
export const fontLatencies = async (page: Page, count: number): Promise<Latency[]> => {
  for (const width of [1280, 820, 390]) await preview(page, width).locator("h1").first().waitFor();
  await listen(page, "click");
  for (let number = 0; number < count + WARM_UP; number += 1) {
    await page.getByRole("combobox", { name: "For headings" }).click();
    const font = page.getByRole("option").nth(number % 4);
    // pressed and let go as a finger does
    await drawnAfter(page, () => font.click({ delay: 60 }));
  }
  return samplesOf(page);
};

/** Turns the lightness of the accent by its dial and measures from each input event until all three frames show it. */
export const repaintLatencies = async (page: Page, count: number): Promise<Latency[]> => {
  for (const width of [1280, 820, 390]) await preview(page, width).locator(".b-button").first().waitFor();
  await page.getByRole("button", { name: "Dials of Brass" }).click();
  await page.getByRole("slider", { name: "Lightness of Brass" }).focus();
  await listen(page, "keydown");
  for (let number = 0; number < count + WARM_UP; number += 1)
    await drawnAfter(page, () => page.keyboard.press(number % 20 < 10 ? "ArrowLeft" : "ArrowRight"));
  return samplesOf(page);
};

/**
 * Logs the time from each awaited event of a kind, as the browser took it from the keyboard or the pointer, to the moment the
 * last frame had what it did on its screen for two animation frames, and what is said beside the frames was there too.
 * Each says that moment by its own clock: when the studio hears of it is not what a person sees. With several pages on
 * the screen, the last of them counts.
 */
const listen = (page: Page, kind: "input" | "keydown" | "click", pages = 1): Promise<void> =>
  page.evaluate(
    ([wanted, parts]) => {
      const log: Latency[] = [];
      let began: number | null = null;
      let seen: Latency[] = [];
      let isAwaited = false;
      Object.assign(window, { typingLog: log });
      window.addEventListener("gray-latch:awaited", () => {
        isAwaited = true;
      });
      document.addEventListener(
        wanted,
        (event) => {
          if (!isAwaited) return;
          began = performance.timeOrigin + event.timeStamp;
          seen = [];
        },
        true,
      );
      window.addEventListener("gray-latch:drawn", (event) => {
        if (began === null) return;
        const since = (time: number) => (time === 0 ? 0 : time - (began ?? 0));
        const { frames, painted, at } = (event as CustomEvent<Seen>).detail;
        seen.push({ frames: since(frames), painted: since(painted), all: since(at) });
        if (seen.length < parts) return;
        const last = (of: keyof Latency) => Math.max(...seen.map((each) => each[of]));
        log.push({ frames: last("frames"), painted: last("painted"), all: last("all") });
        began = null;
        isAwaited = false;
        window.dispatchEvent(new Event("gray-latch:logged"));
      });
    },
    [kind, pages] as const,
  );

const samplesOf = async (page: Page): Promise<Latency[]> => {
  const all = await page.evaluate(() => (window as unknown as { typingLog: Latency[] }).typingLog);
  return all.slice(WARM_UP);
};

/** Does something and waits until its drawing is logged: told by the page, which is not asked again and again meanwhile. */
const drawnAfter = async (page: Page, act: () => Promise<void>): Promise<void> => {
  await page.evaluate(() => {
    const logged = new Promise<void>((done, failed) => {
      const late = setTimeout(() => failed(new Error("typing: nothing was drawn in 5 s")), 5000);
      window.addEventListener("gray-latch:logged", () => done(clearTimeout(late)), { once: true });
    });
    Object.assign(window, { typingLogged: logged });
    window.dispatchEvent(new Event("gray-latch:awaited"));
  });
  await act();
  await page.evaluate(() => (window as unknown as { typingLogged: Promise<void> }).typingLogged);
};
