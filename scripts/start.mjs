// `npm start`: the built application, on the address of the configuration. `--dev` for one that follows its sources,
// `--share` for one that other people may come to, who sign in.
import { constants } from "node:os";
import { ensureBuilt, ensureInstalled, start } from "./setup.mjs";

const development = process.argv.includes("--dev");
ensureInstalled();
if (!development) ensureBuilt();
const env = { ...process.env, NODE_ENV: development ? "development" : "production" };
const server = start(
  "serve",
  process.argv.slice(2).filter((one) => ["--dev", "--share"].includes(one)),
  { env },
);
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code, signal) => process.exit(code ?? 128 + constants.signals[signal]));
