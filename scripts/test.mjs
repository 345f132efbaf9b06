// `npm test`: installs what it needs, lints, type-checks, builds, and runs Jest and Playwright. Closes with one count of it all.
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, giveUp, ROOT, run, start } from "./setup.mjs";

const CHROMIUM = "/usr/bin/chromium";
let passed = 0;
let failed = 0;

ensureInstalled();
ensureChromium();
const scratch = mkdtempSync(join(tmpdir(), "ypsiloid-test-"));

step("prettier", () => run("prettier", ["--check", "--log-level", "warn", "."]));
// ESLint takes minutes of one core: it runs beside what comes before the tests.
const eslint = start("eslint", [".", "--max-warnings", "0"]);
const linted = new Promise((resolve) => eslint.once("exit", (status) => resolve({ status })));
ensureBuilt();
step("types", () => run("tsc", ["--noEmit"]));
step("layers", () => run("depcruise", ["src", "stand-ins", "demo", "--config", ".dependency-cruiser.cjs"]));
step("knip", () => run("knip", ["--no-progress"]));
const lint = await linted;
step("eslint", () => lint);
count(
  "Jest",
  (report) => run("jest", ["--json", `--outputFile=${report}`]),
  (report) => [report.numPassedTests, report.numFailedTests + report.numRuntimeErrorTestSuites],
);
count(
  "Playwright",
  (report) => run("playwright", ["test"], { env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report } }),
  ({ stats }) => [stats.expected + stats.flaky, stats.unexpected],
);
rmSync(scratch, { recursive: true, force: true });
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);

/** A check that passes or fails as a whole. */
function step(name, work) {
  const ok = work().status === 0;
  if (ok) passed++;
  else failed++;
  process.stdout.write(`${ok ? "passed" : "FAILED"}: ${name}\n`);
}

/** A test runner that writes a report; one that fails without failing a test counts as one failure. */
function count(name, work, read) {
  const file = join(scratch, `${name}.json`);
  const { status } = work(file);
  const [good, bad] = existsSync(file) ? read(JSON.parse(readFileSync(file, "utf8"))) : [0, 0];
  passed += good;
  failed += status !== 0 && bad === 0 ? 1 : bad;
  process.stdout.write(`${name}: ${good} passed, ${bad} failed\n`);
}

function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (process.platform !== "linux" || process.getuid() !== 0) {
    giveUp(
      `There is no ${CHROMIUM}, which the tests of the interface run in: install it, on Debian with: sudo apt-get install chromium`,
    );
  }
  process.stdout.write("Installing Chromium.\n");
  spawnSync("apt-get", ["update", "-qq"], { stdio: "inherit", cwd: ROOT });
  const result = spawnSync("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], {
    stdio: "inherit",
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  });
  if (result.status !== 0) giveUp("Chromium could not be installed: the lines above say why.");
}
