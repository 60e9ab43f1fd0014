/** The figures of `npm run bench`, each with what it is measured beside. `--only placement|render|hero|pictures|studio` runs one part. */
import { basename, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { type Browser, chromium, type Page } from "@playwright/test";
import { build } from "esbuild";
import { callPath, open, signIn } from "../e2e/studio";
import {
  distanceLatencies,
  fontLatencies,
  type Latency,
  percentile,
  repaintLatencies,
  typingLatencies,
} from "../e2e/typing";
import { closeDatabase } from "../src/data/database";
import { benchHero } from "./bench-hero";
import { benchPictures } from "./bench-pictures";
import { benchPlacement } from "./bench-placement";
import { BIG_SITE } from "./big-demo";

const PORT = Number(process.env["PORT"]);
const only = process.argv.includes("--only") ? process.argv[process.argv.indexOf("--only") + 1] : undefined;

/**
 * A module bundled as the server is: tsx puts a call beside each function that is made, which would weigh on what draws
 * with many small ones and not on a peer that comes compiled. React decides when it is loaded which one it is.
 */
const bundled = async <T>(file: string): Promise<T> => {
  Object.assign(process.env, { NODE_ENV: "production" });
  const outfile = resolve("node_modules/.cache/bench", `${basename(file, ".ts")}.mjs`);
  await build({
    entryPoints: [file],
    bundle: true,
    platform: "node",
    format: "esm",
    packages: "external",
    jsx: "automatic",
    outfile,
  });
  return import(pathToFileURL(outfile).href);
};

const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-dev-shm-usage",
      "--disable-gpu",
      "--disable-background-networking",
      "--disable-sync",
    ],
  });

const studioPage = async (browser: Browser): Promise<Page> => {
  const context = await browser.newContext({
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
  });
  // tsx names inner functions by a helper that pages do not have
  await context.addInitScript({ content: "globalThis.__name ??= (value) => value;" });
  const page = await context.newPage();
  await signIn(page);
  return page;
};

/** What is measured from an input event until all visible frames, and what is said beside them, are on the screen. */
const FOLLOWING: readonly {
  readonly what: string;
  readonly on: "parts" | "style";
  readonly goal: number;
  /** Whether a ruler stands beside the frames. */
  readonly hasRuler?: boolean;
  readonly samples: (page: Page) => Promise<Latency[]>;
}[] = [
  {
    what: "typing, until three frames show it",
    on: "parts",
    goal: 50,
    samples: (page) => typingLatencies(page, "Front hero", 100),
  },
  {
    what: "typing in a header, until nine frames of three pages and the ruler show it",
    on: "parts",
    goal: 50,
    hasRuler: true,
    samples: (page) => typingLatencies(page, "Day header", 100, 3),
  },
  {
    what: "a distance of a header, until three frames and the ruler show it",
    on: "parts",
    goal: 50,
    hasRuler: true,
    samples: (page) => distanceLatencies(page, "Day header", 100),
  },
  {
    what: "the same, until nine frames of three pages and the ruler show it",
    on: "parts",
    goal: 50,
    hasRuler: true,
    samples: (page) => distanceLatencies(page, "Day header", 100, 3),
  },
  {
    what: "a colour of the palette turned, until three frames show it",
    on: "style",
    goal: 100,
    samples: (page) => repaintLatencies(page, 100),
  },
  {
    what: "another font for headings, until three frames show it",
    on: "style",
    goal: 50,
    samples: (page) => fontLatencies(page, 40),
  },
];

const benchFollowing = async (page: Page): Promise<void> => {
  for (const { what, on, goal, hasRuler, samples } of FOLLOWING) {
    await open(page, on);
    const found = await samples(page);
    const figures = (of: keyof Latency) =>
      [50, 95, 100]
        .map((percent) =>
          percentile(
            found.map((each) => each[of]),
            percent,
          ),
        )
        .join(" / ");
    const moved = found.filter(({ painted }) => painted > 0).length;
    if (hasRuler && moved < found.length / 2)
      throw new Error(
        `bench: the ruler stood still in ${found.length - moved} of ${found.length} samples; start from fresh sample data`,
      );
    const ruler = moved > 0 ? `; frames alone ${figures("frames")}; ruler painted ${figures("painted")}` : "";
    console.log(
      `${what}, ${found.length} samples, median / p95 / worst: ${figures("all")} ms (goal p95 ${goal})${ruler}`,
    );
  }
};

/** Milliseconds between frames while the table of the big site scrolls by so many pixels a frame. */
const scrollFrames = (page: Page, step: number): Promise<number[]> =>
  page.evaluate(
    (pixels) =>
      new Promise<number[]>((done) => {
        const scroller = document.querySelector<HTMLElement>('[data-testid="coverage-rows"]');
        if (!scroller) throw new Error("bench: expected the rows of the table, got none");
        const frames: number[] = [];
        let last = performance.now();
        let at = 0;
        const next = (now: number) => {
          frames.push(now - last);
          last = now;
          at += pixels;
          scroller.scrollTop = at;
          if (frames.length < 400) requestAnimationFrame(next);
          else done(frames.slice(1));
        };
        requestAnimationFrame(next);
      }),
    step,
  );

const PACES = [
  ["as a wheel turns", 60],
  ["as a finger flings", 120],
  ["thrown", 220],
  ["by the scrollbar, all rows new", 3000],
] as const;

/** From the click that opens a group until its first page stands in the table. */
const openGroup = (page: Page, name: string): Promise<number> =>
  page.evaluate(
    (wanted) =>
      new Promise<number>((done) => {
        const rows = document.querySelector('[data-testid="coverage-rows"]') as HTMLElement;
        const group = [...rows.querySelectorAll<HTMLElement>("[aria-expanded]")].find((each) =>
          each.textContent?.includes(wanted),
        );
        const began = performance.now();
        const look = () => {
          // a row that is not there yet is marked busy
          const pages = rows.querySelectorAll("[title^='/logs/']").length;
          if (pages > 5) done(performance.now() - began);
          else requestAnimationFrame(look);
        };
        group?.click();
        requestAnimationFrame(look);
      }),
    name,
  );

/** A part that others keep some pages from, middling in how many it asks for: what is switched on it shows. */
const contestedPart = async (page: Page): Promise<string> => {
  const origin = `http://localhost:${PORT}`;
  const answer = await page.request.post(`${origin}${callPath("parts", BIG_SITE)}`, {
    data: {},
    headers: { origin },
  });
  const { value } = (await answer.json()) as {
    value: { rows: { id: string; asks: number; shows: number }[] };
  };
  const contested = value.rows
    .filter(({ asks, shows }) => asks > shows && shows > 0)
    .sort((a, b) => a.asks - b.asks);
  const found = contested[Math.floor(contested.length / 2)];
  if (!found) throw new Error("bench: expected a part that others keep pages from, got none");
  return found.id;
};

/** From picking a line until the new numbers stand beside it. */
const placeLatency = async (page: Page): Promise<number[]> => {
  const samples: number[] = [];
  await open(page, `parts/${await contestedPart(page)}/where`, BIG_SITE);
  const over = page.getByLabel("Also over narrower parts");
  await over.waitFor();
  await page.getByTestId("reach").waitFor();
  for (let turn = 0; turn < 30; turn += 1)
    samples.push(
      await page.evaluate(
        () =>
          new Promise<number>((done, failed) => {
            const reach = document.querySelector('[data-testid="reach"]') as HTMLElement;
            const before = reach.textContent;
            const began = performance.now();
            const look = () => {
              const now = document.querySelector('[data-testid="reach"]')?.textContent;
              if (now !== before) done(performance.now() - began);
              else if (performance.now() - began > 5000)
                failed(new Error("bench: the numbers stay as they are"));
              else requestAnimationFrame(look);
            };
            (document.querySelector("#over") as HTMLElement).click();
            requestAnimationFrame(look);
          }),
      ),
    );
  return samples.slice(5);
};

const benchBigSite = async (page: Page): Promise<void> => {
  await open(page, "overview", BIG_SITE);
  await page
    .getByRole("button", { name: /Night logs/ })
    .first()
    .waitFor({ timeout: 120_000 });
  await page.waitForLoadState("networkidle");
  const opened = await openGroup(page, "Night logs");
  await page
    .getByRole("button", { name: /Plates/ })
    .first()
    .click();
  await page.waitForTimeout(1000);
  console.log(`Overview of 100 000 pages: a group opens in ${opened.toFixed(0)} ms (goal 200)`);
  for (const [name, step] of PACES) {
    const frames = await scrollFrames(page, step);
    console.log(
      `scrolling it, ${name} (${step} px a frame): frames p50 ${percentile(frames, 50).toFixed(0)} ms, p99 ${percentile(frames, 99).toFixed(0)} ms (goal 50)`,
    );
    await page.waitForTimeout(1000);
  }
  const samples = await placeLatency(page);
  console.log(
    `a placement edited on it, until the new numbers stand there: median ${percentile(samples, 50).toFixed(0)} ms (goal 100), p95 ${percentile(samples, 95).toFixed(0)} ms`,
  );
};

if (only === undefined || only === "placement") await benchPlacement();
if (only === undefined || only === "render")
  (await bundled<typeof import("./bench-render")>("scripts/bench-render.ts")).benchRender();
if (only === undefined || only === "hero") {
  const browser = await launch();
  await benchHero(browser);
  await browser.close();
}
if (only === undefined || only === "pictures") await benchPictures(PORT);
if (only === undefined || only === "studio") {
  const browser = await launch();
  const page = await studioPage(browser);
  await benchFollowing(page);
  await benchBigSite(page);
  await browser.close();
}
await closeDatabase();
