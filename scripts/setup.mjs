// What every script needs before it can begin: packages, a build, free ports. Plain Node, since nothing may be installed yet.
import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join, relative } from "node:path";
import { fileURLToPath } from "node:url";

export const ROOT = fileURLToPath(new URL("..", import.meta.url));
const STAMP = join(ROOT, "node_modules", ".ypsiloid-lock");
process.env.NEXT_TELEMETRY_DISABLED = "1";

/** Ends the script with one sentence that says what is wrong and how to mend it. */
export function giveUp(sentence) {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

/** Installs the packages when node_modules does not fit the lock file. */
export function ensureInstalled() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    giveUp(`Node ${process.versions.node} is too old: install Node 20.19 or newer.`);
  const lock = createHash("sha256")
    .update(readFileSync(join(ROOT, "package-lock.json")))
    .update(process.version)
    .digest("hex");
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === lock) return;
  const compilers = [process.env.CXX, "c++", "g++", "clang++"].filter(Boolean);
  if (process.platform !== "win32" && !compilers.some((compiler) => spawnSync(compiler, ["--version"]).status === 0)) {
    giveUp(
      "There is no C++ compiler, which the database is built with: install one, on Debian with: apt-get install g++ make python3",
    );
  }
  process.stdout.write("Installing packages; the database is compiled, which takes some minutes.\n");
  const result = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    cwd: ROOT,
    stdio: "inherit",
    env: { ...process.env, NODE_ENV: "" },
  });
  if (result.status !== 0) giveUp("npm could not install the packages: the lines above say why.");
  writeFileSync(STAMP, lock);
}

/** Builds the application when there is no build, or sources newer than it. */
export function ensureBuilt() {
  const build = join(ROOT, ".next", "BUILD_ID");
  const sources = ["src", "next.config.ts", "package-lock.json", "postcss.config.mjs", "tsconfig.json"].map((name) =>
    newest(join(ROOT, name)),
  );
  if (existsSync(build) && statSync(build).mtimeMs > Math.max(...sources)) return;
  process.stdout.write("Building the application.\n");
  const result = run("next", ["build"]);
  if (result.status !== 0) giveUp("The application could not be built: the lines above say why.");
}

/** The front of the server as one file that Node can read, made again when its sources are newer. */
export async function ensureFront() {
  const file = join(ROOT, "node_modules", ".cache", "ypsiloid-front", "serve.mjs");
  if (!existsSync(file) || statSync(file).mtimeMs < newest(join(ROOT, "src"))) {
    const { buildSync } = await import("esbuild");
    const made = `${file}.${process.pid}`;
    buildSync({
      absWorkingDir: ROOT,
      entryPoints: ["src/server/front/serve.ts"],
      outfile: made,
      bundle: true,
      platform: "node",
      format: "esm",
      packages: "external",
      logLevel: "warning",
    });
    // Two that begin at the same moment each put a whole one there.
    renameSync(made, file);
  }
  return file;
}

/** What lets browsers begin without the server, as one file that lists what they are to keep; made anew after a build. */
export async function ensureServiceWorker() {
  const file = join(ROOT, "public", "sw.js");
  const build = join(ROOT, ".next", "BUILD_ID");
  if (!existsSync(build) || (existsSync(file) && statSync(file).mtimeMs > statSync(build).mtimeMs)) return;
  const files = readdirSync(join(ROOT, ".next", "static"), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(join(ROOT, ".next", "static"), join(entry.parentPath, entry.name)).replaceAll("\\", "/"));
  const { buildSync } = await import("esbuild");
  const made = `${file}.${process.pid}`;
  buildSync({
    absWorkingDir: ROOT,
    entryPoints: ["src/ui/offline/serviceWorker.ts"],
    outfile: made,
    bundle: true,
    minify: true,
    define: {
      // What the name of a file says of it changes with it.
      FILES: JSON.stringify(files.map((name) => ({ url: `/_next/static/${encodeURI(name)}`, revision: null }))),
      "process.env.NODE_ENV": '"production"',
    },
    logLevel: "warning",
  });
  // As above.
  renameSync(made, file);
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}

/** Memory that one thread gave back is there for the others: with a pool a thread, each keeps the most it ever had. */
const SHARED_MEMORY = { MALLOC_ARENA_MAX: "2" };

/** Runs a program of node_modules to its end. */
export function run(program, args, { env = process.env, ...options } = {}) {
  const all = { cwd: ROOT, stdio: "inherit", env: { ...SHARED_MEMORY, ...env }, ...options };
  return spawnSync(process.execPath, [binOf(program), ...args], all);
}

/** Starts a program of node_modules, or the server, and leaves it running. */
export function start(program, args, { env = process.env, ...options } = {}) {
  const all = { cwd: ROOT, stdio: "inherit", env: { ...SHARED_MEMORY, ...env }, ...options };
  return spawn(process.execPath, [binOf(program), ...args], all);
}

const PROGRAMS = {
  depcruise: "dependency-cruiser/bin/dependency-cruise.mjs",
  eslint: "eslint/bin/eslint.js",
  jest: "jest/bin/jest.js",
  knip: "knip/bin/knip.js",
  next: "next/dist/bin/next",
  playwright: "@playwright/test/cli.js",
  prettier: "prettier/bin/prettier.cjs",
  tsc: "typescript/bin/tsc",
  tsx: "tsx/dist/cli.mjs",
};

function binOf(program) {
  return program === "serve" ? join(ROOT, "scripts", "serve.mjs") : join(ROOT, "node_modules", PROGRAMS[program]);
}

/** Gives up when a port is taken. */
export async function ensureFree(port, host, variable) {
  const free = await new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
  if (!free) giveUp(`Port ${port} on ${host} is in use: stop what uses it, or set ${variable} to another port.`);
}

/** Waits until an address answers; false when the process that should answer ends first. */
export async function answers(url, process_) {
  let ended = false;
  process_.once("exit", () => (ended = true));
  while (!ended) {
    try {
      await fetch(url);
      return true;
    } catch {
      // Not up yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return false;
}
