import { readConfig } from "../src/server/config";
import { openStore } from "../src/server/db/store";
import { addLinkRow, changeLinkRow, linkRows } from "../src/server/links/linkStore";

/** Where the stand-ins that the demo is linked to listen, counted from the first stand-in's port. */
const LINKS = [
  { kind: "radio", name: "Petrel", port: 6, on: true, settings: { descriptor: "PETREL" } },
  { kind: "radio", name: "Heron", port: 7, on: true, settings: { descriptor: "HERON" } },
  { kind: "keyer", name: "Keyer", port: 2, on: true, settings: {} },
  { kind: "receiver", name: "Petrel's receiver", port: 15, on: true, settings: { rate: 96_000 } },
  // Turned on, it fills the log by itself.
  { kind: "adifIn", name: "Companion", port: 9, on: false, settings: { logbookId: 1 } },
  { kind: "sunFigures", name: "The sun", port: 5, on: true, settings: {} },
  { kind: "spotNetwork", name: "Foghorn", port: 10, on: true, settings: { call: "CX3QUA", after: ["last 100"] } },
  {
    kind: "mail",
    name: "Mail box",
    port: 11,
    on: true,
    settings: { security: "none", from: "station@farol.example", to: ["ines@farol.example"] },
  },
] as const;

/** Links the demo to the stand-ins that are started with it; what else was set of a link stays. */
const config = readConfig(process.env);
const store = openStore(config.databaseFile);
for (const { kind, name, port: offset, on, settings } of LINKS) {
  const port = config.standInsPort + offset;
  const before = linkRows({ store }).find((row) => row.name === name && row.kind === kind);
  if (before === undefined) addLinkRow({ store }, { kind, name, on, settings: { ...settings, port } });
  else changeLinkRow({ store }, before.id, { ...before, settings: { ...before.settings, port } });
}
store.close();
