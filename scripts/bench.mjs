// Bundles the benchmarks and the worker thread they start, as the production build does, and runs them.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { ROOT, ensureInstalled } from "./setup.mjs";

ensureInstalled();
const { buildSync } = await import("esbuild");
const out = join(ROOT, "node_modules", ".cache", "ypsiloid-bench");
buildSync({
  absWorkingDir: ROOT,
  entryPoints: ["bench/main.ts", "src/server/jobs/worker.ts"],
  outdir: out,
  outbase: ROOT,
  outExtension: { ".js": ".mjs" },
  bundle: true,
  platform: "node",
  format: "esm",
  packages: "external",
  logLevel: "warning",
});
process.exitCode = spawnSync(process.execPath, [join(out, "bench", "main.mjs")], { stdio: "inherit" }).status ?? 1;
