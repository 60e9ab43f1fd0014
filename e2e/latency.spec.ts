import { expect, test } from "@playwright/test";
import { open, signIn } from "./studio";
import { typingLatencies } from "./typing";

/** Every letter shows, and no drawing is lost. How fast it is stands in `npm run bench`. */
test("typing shows in all previews", async ({ page }) => {
  test.setTimeout(240_000);
  await signIn(page);
  await open(page, "parts");
  expect(await typingLatencies(page, "Front hero", 50)).toHaveLength(50);
});
