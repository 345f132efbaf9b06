import { defineConfig } from "@playwright/test";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "./e2e/chromium";

export default defineConfig({
  testDir: "e2e",
  timeout: 300_000,
  // A loaded machine can take many seconds for a page; what fails for another reason fails anyway.
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: false,
  retries: 0,
  reporter: [["list"], ["json", { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? "test-results/report.json" }]],
  globalSetup: "./e2e/seedOnce.ts",
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM_PATH, args: CHROMIUM_FLAGS },
    // What a browser keeps of the application is tested where it is meant; elsewhere each test loads it from the server.
    serviceWorkers: "block",
    // A trace takes a quarter of the time: `npx playwright test --trace on` has one.
    trace: "off",
  },
});
