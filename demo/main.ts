import { renameSync, rmSync } from "node:fs";
import { readConfig } from "../src/server/config";
import { openStore } from "../src/server/db/store";
import { quietContext } from "../src/server/quietContext";
import { seedDemo } from "./seed";

/** Makes the demo database in the data folder. It gets its name when it is whole, so that none is ever half made. */
const config = readConfig(process.env);
const making = `${config.databaseFile}.making`;
for (const suffix of ["", "-wal", "-shm"]) rmSync(making + suffix, { force: true });
const store = openStore(making);
await seedDemo(quietContext(store, "demo"), config.data);
store.close();
renameSync(making, config.databaseFile);
