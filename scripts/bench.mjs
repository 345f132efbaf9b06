// Bundles the benchmarks and the threads they start, as the production build does, and runs them; then those of the
// real server.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, ROOT, run } from "./setup.mjs";

ensureInstalled();
const { buildSync } = await import("esbuild");
const out = join(ROOT, "node_modules", ".cache", "ypsiloid-bench");
buildSync({
  absWorkingDir: ROOT,
  entryPoints: ["bench/main.ts", "src/server/jobs/worker.ts", "src/server/db/checkpointerThread.ts"],
  outdir: out,
  outbase: ROOT,
  outExtension: { ".js": ".mjs" },
  bundle: true,
  platform: "node",
  format: "esm",
  packages: "external",
  logLevel: "warning",
});
const computing =
  spawnSync(process.execPath, ["--expose-gc", join(out, "bench", "main.mjs"), ...process.argv.slice(2)], {
    stdio: "inherit",
  }).status ?? 1;
// With the name of an area, that alone.
if (process.argv.length > 2) process.exit(computing);
ensureBuilt();
const waiting = run("tsx", ["bench/waiting.ts"]).status ?? 1;
process.exitCode = Math.max(computing, waiting);
