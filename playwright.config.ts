import { defineConfig } from "@playwright/test";

const port = process.env["PORT"] ?? "4180";

/** Debian's Chromium against the built studio. One worker: the stories share the sample sites. */
export default defineConfig({
  testDir: "e2e",
  workers: 1,
  fullyParallel: false,
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [["list"]],
  outputDir: "test-results",
  use: {
    actionTimeout: 20_000,
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
