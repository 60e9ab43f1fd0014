import { test } from "@playwright/test";
import { open, signIn } from "./studio";
import { distanceLatencies, percentile, typingLatencies } from "./typing";
test("lat", async ({ page }) => {
  test.setTimeout(300_000);
  await signIn(page);
  for (let i = 0; i < 2; i++) {
  await open(page, "parts");
  const s = await distanceLatencies(page, "Night header", 100);
  await open(page, "parts");
  const t = await typingLatencies(page, "Night header", 100);
  await open(page, "parts");
  const u = await typingLatencies(page, "Front hero", 100);
  console.log("distance", percentile(s, 50), percentile(s, 95), "typing header", percentile(t, 50), percentile(t, 95), "hero", percentile(u, 50), percentile(u, 95));
  }
});
