import { join, resolve } from "node:path";
import { lantern } from "../src/core/confirm/services/lantern";
import { followLogs } from "./air/logs";
import { startAir } from "./air/server";
import { startAlmanac } from "./almanac/server";
import { startCompanion } from "./companion/server";
import { startFoghorn } from "./foghorn/server";
import { type KeyJack, startKeyer } from "./keyer/server";
import { DEMO_TOKEN, startLantern } from "./lantern/server";
import { startLetterPage } from "./mail/letterPage";
import { type MailBox, startMailBox } from "./mail/mailBox";
import { startOrganiser } from "./organiser/server";
import { HERON, heronDialect } from "./radio/heron";
import { startKnobs } from "./radio/knobs";
import { PETREL, petrelDialect } from "./radio/petrel";
import { type RadioServer, type RadioServerOptions, startRadio } from "./radio/server";
import { startReceiver } from "./receiver/server";
import { startSkerry } from "./skerry/server";
import { startSun } from "./sun/server";
import { startTideline, TIDELINE_CALLS, TIDELINE_KEY } from "./tideline/server";

/**
 * Runs the stand-ins that are named behind the command, or all of them, until they are told to stop. Each has its place
 * among the ports from YPSILOID_STANDINS_PORT on, and finds the air at that of the air, whoever runs it.
 */
const first = Number(process.env.YPSILOID_STANDINS_PORT ?? 4690);
const data = resolve(process.env.YPSILOID_DATA ?? "data");

/** The seed of the one world that all of them are of. */
const WORLD = 1897;
const STATIONS = 800;
/** Of them near to us. */
const NEIGHBOURS = 30;

/** Whose station they stand in. */
const STATION = { call: "CX3QUA", grid: "GF35co", speed: 26 } as const;
const AIR = "air";
/** Where the Petrel stands when it is turned on. */
const PETREL_HZ = 14_025_000;
/** How many seconds a simulated hour lasts. */
const PACE = Number(process.env.YPSILOID_STANDINS_PACE ?? 10);

const portOf = (name: string) => first + STAND_INS.findIndex(({ id }) => id === name);
const portOfAir = () => portOf(AIR);

const radios: RadioServer[] = [];
function radio(options: Pick<RadioServerOptions, "model" | "dialect" | "frequencyHz">) {
  return async (port: number) => {
    const started = await startRadio({ ...options, port, air: { ...STATION, port: portOfAir() } });
    radios.push(started);
    return started.server;
  };
}

/** The keyer stands beside the Petrel, and keys it. */
const PETREL_JACK: KeyJack = {
  key: (text, by) => void radioNamed(PETREL.name)?.key(text, by),
  end: () => radioNamed(PETREL.name)?.hush(),
};
const radioNamed = (name: string) => radios.find(({ radio: one }) => one.model.name === name)?.radio;

let mailBox: MailBox | undefined;

interface StandIn {
  readonly id: string;
  readonly name: string;
  readonly does?: string;
  readonly start: (port: number) => Promise<Running> | Running;
}

interface Running {
  close(): unknown;
  closeAllConnections?(): void;
}

const STAND_INS: readonly StandIn[] = [
  {
    id: lantern.id,
    name: lantern.name,
    start: (port) =>
      startLantern({
        file: join(data, "stand-ins", "lantern.sqlite"),
        port,
        token: DEMO_TOKEN,
        pace: PACE,
        logs: followLogs(portOfAir()),
      }),
  },
  {
    id: "organiser",
    name: "The organiser",
    start: (port) => startOrganiser({ port, logs: followLogs(portOfAir()) }),
  },
  { id: "keyer", name: "The keyer", start: (port) => startKeyer({ port, jack: PETREL_JACK }) },
  { id: "almanac", name: "Almanac", start: (port) => startAlmanac({ port, logs: followLogs(portOfAir()) }) },
  {
    id: AIR,
    name: "The air",
    start: (port) =>
      startAir({ port, seed: WORLD, stations: STATIONS, nearby: { grid: STATION.grid, stations: NEIGHBOURS } }),
  },
  { id: "sun", name: "The sun", start: (port) => startSun({ port, seed: WORLD }) },
  {
    id: "petrel",
    name: "The radio Petrel",
    start: radio({ model: PETREL, dialect: petrelDialect, frequencyHz: PETREL_HZ }),
  },
  {
    id: "heron",
    name: "The radio Heron",
    start: radio({ model: HERON, dialect: heronDialect, frequencyHz: 145_500_000 }),
  },
  { id: "knobs", name: "The page of knobs", start: (port) => startKnobs(port, radios) },
  {
    id: "companion",
    name: "The companion",
    does: "sends its contacts by UDP to",
    start: (port) => startCompanion({ ...STATION, airPort: portOfAir(), watts: 50, sendsTo: port }),
  },
  { id: "foghorn", name: "Foghorn", start: (port) => startFoghorn({ port, airPort: portOfAir(), seed: WORLD }) },
  {
    id: "mail",
    name: "The mail box",
    start: async (port) => (mailBox = await startMailBox({ port, domain: "farol.example" })),
  },
  { id: "letters", name: "The page of the mail box", start: (port) => startLetterPage(port, () => mailBox) },
  {
    id: "tideline",
    name: "Tideline",
    start: (port) =>
      startTideline({
        file: join(data, "stand-ins", "tideline.sqlite"),
        port,
        key: TIDELINE_KEY,
        calls: TIDELINE_CALLS,
        pace: PACE,
        witnesses: { [lantern.name]: `http://127.0.0.1:${portOf(lantern.id)}` },
        logs: followLogs(portOfAir()),
      }),
  },
  { id: "skerry", name: "Skerry", start: (port) => startSkerry({ port, logs: followLogs(portOfAir()) }) },
  {
    id: "receiver",
    name: "The receiver of the Petrel",
    start: async (port) => {
      const dial = () => radioNamed(PETREL.name)?.state.frequencyHz ?? PETREL_HZ;
      return (await startReceiver({ port, airPort: portOfAir(), grid: STATION.grid, dial })).server;
    },
  },
];

const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !STAND_INS.some(({ id }) => id === name));
if (unknown.length > 0) {
  const names = STAND_INS.map(({ id }) => id).join(", ");
  process.stderr.write(`There is no stand-in ${unknown.join(", ")}; there are ${names}.\n`);
  process.exit(1);
}

const running: Running[] = [];
for (const [index, { id, name, does = "listens on", start }] of STAND_INS.entries()) {
  if (wanted.length > 0 && !wanted.includes(id)) continue;
  const port = first + index;
  try {
    running.push(await start(port));
  } catch (error) {
    const inUse = error instanceof Error && "code" in error && error.code === "EADDRINUSE";
    process.stderr.write(
      inUse ? `Port ${port} is in use: set YPSILOID_STANDINS_PORT to a free one.\n` : `${String(error)}\n`,
    );
    process.exit(1);
  }
  process.stdout.write(`${name} ${does} 127.0.0.1:${port}\n`);
}

for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    for (const one of running) {
      one.closeAllConnections?.();
      one.close();
    }
    process.exit(0);
  });
}
