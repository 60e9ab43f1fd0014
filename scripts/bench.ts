/** The figures of `npm run bench`, each with what it is measured beside. */
import { chromium } from "@playwright/test";
import { open, signIn } from "../e2e/studio";
import { percentile, typingLatencies } from "../e2e/typing";
import { buildIndex } from "../src/core/addresses/stems";
import { documentsOf } from "../src/core/model/design";
import { SLOTS } from "../src/core/model/slot";
import { compileDesign } from "../src/core/placement/resolve";
import { resolveAll } from "../src/core/placement/resolve-all";
import { findSite, loadFacts } from "../src/data/content-repository";
import { closeDatabase } from "../src/data/database";
import { loadDraft } from "../src/data/design-repository";
import { naiveResolve } from "../test/naive-resolver";

const PORT = Number(process.env["PORT"]);

const median = (samples: number[]): number =>
  [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)] ?? 0;
const timed = (times: number, work: () => unknown): number =>
  median(
    Array.from({ length: times }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );

/** All slots of all pages of the observatory: the product beside the plain loops its tests compare it with. */
const benchResolution = async (): Promise<void> => {
  const now = new Date().toISOString();
  const head = await findSite("observatory");
  if (!head) throw new Error("bench: expected the observatory, got none");
  const facts = await loadFacts(head);
  const design = await loadDraft("observatory");
  const index = buildIndex(facts, now);
  const compiled = compileDesign(design, index);
  const view = { audience: "signedOut", at: now };
  const ours = timed(15, () => resolveAll(compiled, view));
  const naive = timed(3, () => {
    for (const page of index.stems)
      for (const slot of SLOTS)
        naiveResolve(facts, design, slot, { identity: page.identity, pageNumber: 1 }, view);
  });
  const pairs = index.stems.length * SLOTS.length;
  console.log(
    `resolving ${pairs} page × slot pairs, ${documentsOf(design, "part").length} parts: ${(naive / ours).toFixed(1)} times faster than the naive resolver`,
  );
};

/** From the input event to the acknowledgement of all visible frames, on the real server. */
const benchTyping = async (): Promise<void> => {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-dev-shm-usage",
      "--disable-gpu",
      "--disable-background-networking",
      "--disable-sync",
    ],
  });
  const page = await (
    await browser.newContext({ baseURL: `http://localhost:${PORT}`, viewport: { width: 1280, height: 800 } })
  ).newPage();
  await signIn(page);
  await open(page, "parts");
  const samples = await typingLatencies(page, "Front hero", 100);
  await browser.close();
  console.log(
    `typing to three frames on the screen, ${samples.length} samples: median ${percentile(samples, 50)} ms, p95 ${percentile(samples, 95)} ms (goal 100 ms), worst ${percentile(samples, 100)} ms`,
  );
};

await benchResolution();
await benchTyping();
await closeDatabase();
