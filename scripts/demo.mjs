// `npm run demo`: everything from a fresh clone to the running application with its demo log and stand-ins.
import { accessSync, constants, existsSync, mkdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { answers, ensureBuilt, ensureFree, ensureInstalled, giveUp, ROOT, run, start } from "./setup.mjs";

const host = process.env.YPSILOID_HOST ?? "127.0.0.1";
const port = Number(process.env.YPSILOID_PORT ?? 4680);
const standInsPort = Number(process.env.YPSILOID_STANDINS_PORT ?? 4690);
const data = resolve(ROOT, process.env.YPSILOID_DATA ?? "data");
const env = {
  ...process.env,
  YPSILOID_HOST: host,
  YPSILOID_PORT: String(port),
  YPSILOID_STANDINS_PORT: String(standInsPort),
  YPSILOID_DATA: data,
  NODE_ENV: "production",
};

await ensureFree(port, host, "YPSILOID_PORT");
await ensureFree(standInsPort, "127.0.0.1", "YPSILOID_STANDINS_PORT");
try {
  mkdirSync(data, { recursive: true });
  accessSync(data, constants.W_OK);
} catch {
  giveUp(`The data folder ${data} cannot be written: set YPSILOID_DATA to a folder that is yours.`);
}
ensureInstalled();
ensureBuilt();
if (process.argv.includes("--fresh")) {
  for (const name of ["ypsiloid.sqlite", "ypsiloid.sqlite-wal", "ypsiloid.sqlite-shm", "stand-ins", "uploads"])
    rmSync(join(data, name), { recursive: true, force: true });
}
if (!existsSync(join(data, "ypsiloid.sqlite"))) {
  process.stdout.write("Making the demo log.\n");
  if (run("tsx", ["demo/main.ts"], { env }).status !== 0)
    giveUp("The demo log could not be made: the lines above say why.");
}
if (run("tsx", ["demo/links.ts"], { env }).status !== 0)
  giveUp("The demo could not be linked to its stand-ins: the lines above say why.");

const children = [
  start("tsx", ["stand-ins/main.ts"], { env }),
  start("serve", [], { env, stdio: ["ignore", "ignore", "inherit"] }),
];
let stopping = false;
function stop(code) {
  if (stopping) return;
  stopping = true;
  for (const child of children) if (child.exitCode === null) child.kill("SIGTERM");
  setTimeout(() => {
    for (const child of children) child.kill("SIGKILL");
    process.exit(code);
  }, 5000).unref();
  Promise.all(children.map((child) => child.exitCode !== null || new Promise((done) => child.once("exit", done)))).then(
    () => process.exit(code),
  );
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => stop(0));
for (const child of children) child.on("exit", () => stop(1));

if (await answers(`http://${host}:${port}/api/v1/health`, children[1])) {
  process.stdout.write(`\nYpsiloid is at http://${host}:${port}  (Ctrl C stops it)\n`);
}
