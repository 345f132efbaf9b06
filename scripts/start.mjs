// `npm start`: the built application, on the address of the configuration.
import { ensureBuilt, ensureInstalled, run } from "./setup.mjs";

ensureInstalled();
ensureBuilt();
const { YPSILOID_HOST: host = "127.0.0.1", YPSILOID_PORT: port = "4680" } = process.env;
process.exit(
  run("next", ["start", "-H", host, "-p", port], { env: { ...process.env, YPSILOID_HOST: host, YPSILOID_PORT: port } })
    .status ?? 1,
);
