import { expect, test } from "@playwright/test";
import { open, signIn } from "./studio";
import { percentile, typingLatencies } from "./typing";

/** The figure itself is printed by `npm run bench`; here it may take three times as long. */
test("typing shows in all previews", async ({ page }) => {
  test.setTimeout(240_000);
  await signIn(page);
  await open(page, "parts");
  const samples = (await typingLatencies(page, "Front hero", 100)).map(({ all }) => all);
  console.log(
    `typing to all frames: median ${percentile(samples, 50)} ms, p95 ${percentile(samples, 95)} ms`,
  );
  expect(percentile(samples, 95)).toBeLessThanOrEqual(300);
});
