import { test as base } from "@playwright/test";
import type { Job } from "../src/core/contract";
import { type App, startApp } from "./app";

/** Playwright's test with the demo application; each worker has its own. */
export const test = base.extend<object, { app: App }>({
  app: [
    async ({}, use) => {
      const app = await startApp("demo");
      await use(app);
      await app.stop();
    },
    { scope: "worker", timeout: 180_000 },
  ],
  baseURL: async ({ app }, use) => use(app.url),
  page: async ({ page }, use) => {
    page.on("pageerror", ({ stack }) => process.stderr.write(`In the page: ${stack}\n`));
    await use(page);
  },
});

export { expect } from "@playwright/test";

/** Waits until a job has ended, and gives it back. */
export async function ended(app: App, id: number): Promise<Job> {
  for (;;) {
    const job = await app.api<Job>(`jobs/${id}`);
    if (job.state !== "running") return job;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
