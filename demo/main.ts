import { renameSync, rmSync } from "node:fs";
import { readConfig } from "../src/server/config";
import { openStore } from "../src/server/db/store";
import { seedDemo } from "./seed";

/** Makes the demo database in the data folder. It gets its name when it is whole, so that none is ever half made. */
const config = readConfig(process.env);
const making = `${config.databaseFile}.making`;
for (const suffix of ["", "-wal", "-shm"]) rmSync(making + suffix, { force: true });
const store = await openStore(making);
seedDemo({ store, actor: { name: "demo" }, now: () => Math.floor(Date.now() / 1000), announce: () => {} }, config.data);
store.close();
renameSync(making, config.databaseFile);
