import { rmSync } from "node:fs";
import { readConfig } from "../src/server/config";
import { openStore } from "../src/server/db/store";
import { seedDemo } from "./seed";

/** Makes the demo database in the data folder; a half-made one is not left behind. */
const config = readConfig(process.env);
const store = await openStore(config.databaseFile);
try {
  seedDemo(
    { store, actor: { name: "demo" }, now: () => Math.floor(Date.now() / 1000), announce: () => {} },
    config.data,
  );
  store.close();
} catch (error) {
  store.close();
  for (const suffix of ["", "-wal", "-shm"]) rmSync(config.databaseFile + suffix, { force: true });
  throw error;
}
