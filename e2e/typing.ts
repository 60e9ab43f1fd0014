import type { Page } from "@playwright/test";

export const percentile = (samples: readonly number[], percent: number): number => {
  const sorted = [...samples].sort((a, b) => a - b);
  return Math.round(sorted[Math.min(sorted.length - 1, Math.ceil((percent / 100) * sorted.length) - 1)] ?? 0);
};

/**
 * Types into a button's label of a part, letter by letter, and measures from each input event to the moment every
 * visible frame has acknowledged that it shows it. The part must have a button.
 */
export const typingLatencies = async (page: Page, part: string, count: number): Promise<number[]> => {
  await page.getByRole("link", { name: part, exact: true }).click();
  await page
    .getByRole("button", { name: /^Button “/ })
    .first()
    .click();
  const field = page.getByRole("region", { name: "Settings of Button" }).getByLabel("Label", { exact: true });
  await field.waitFor();
  for (const width of [1280, 820, 390])
    await page.frameLocator(`iframe[title$="at ${width} px"]`).locator(".b-button").first().waitFor();
  await field.focus();
  await page.evaluate(() => {
    const log: number[] = [];
    let began: number | null = null;
    Object.assign(window, { typingLog: log });
    document.addEventListener(
      "input",
      () => {
        began = performance.now();
      },
      true,
    );
    window.addEventListener("gray-latch:drawn", () => {
      if (began === null) return;
      log.push(performance.now() - began);
      began = null;
    });
  });
  const logged = () => page.evaluate(() => (window as unknown as { typingLog: number[] }).typingLog.length);
  for (let number = 0; number < count; number += 1) {
    const before = await logged();
    await page.keyboard.press(number % 12 === 11 ? "Backspace" : ("abcdefghijk"[number % 12] ?? "x"));
    await page.waitForFunction(
      (known) => (window as unknown as { typingLog: number[] }).typingLog.length > known,
      before,
      { timeout: 5000 },
    );
  }
  return page.evaluate(() => (window as unknown as { typingLog: number[] }).typingLog);
};
