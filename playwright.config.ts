import { defineConfig } from "@playwright/test";

/**
 * The servers to play on: as many browsers as there are servers, each on its own, because what is played changes the
 * sample sites. A browser's process reads this file anew, and the specs take its `PORT` from here.
 */
const ports = (process.env["PORTS"] ?? process.env["PORT"] ?? "4180").split(",");
const port = ports[Number(process.env["TEST_PARALLEL_INDEX"] ?? 0)] ?? "4180";
process.env["PORT"] = port;

/** Debian's Chromium against the built studio. */
export default defineConfig({
  testDir: "e2e",
  workers: ports.length,
  fullyParallel: false,
  // whether something comes is asked, never how soon: beside a busy neighbour it comes later
  timeout: 450_000,
  expect: { timeout: 60_000 },
  reporter: [["list"]],
  outputDir: "test-results",
  use: {
    actionTimeout: 60_000,
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    acceptDownloads: true,
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-dev-shm-usage",
        "--disable-gpu",
        "--font-render-hinting=none",
        "--force-color-profile=srgb",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
