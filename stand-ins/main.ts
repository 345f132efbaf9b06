import { join, resolve } from "node:path";
import type { Server } from "node:net";
import { startAir } from "./air/server";
import { startAlmanac } from "./almanac/server";
import { startCompanion } from "./companion/server";
import { type KeyJack, startKeyer } from "./keyer/server";
import { DEMO_REGISTERED, DEMO_TOKEN, startLantern } from "./lantern/server";
import { startOrganiser } from "./organiser/server";
import { HERON, heronDialect } from "./radio/heron";
import { startKnobs } from "./radio/knobs";
import { PETREL, petrelDialect } from "./radio/petrel";
import { type RadioServer, type RadioServerOptions, startRadio } from "./radio/server";
import { startSun } from "./sun/server";

/** Runs every stand-in, on ports counted up from YPSILOID_STANDINS_PORT, until it is told to stop. */
const first = Number(process.env.YPSILOID_STANDINS_PORT ?? 4690);
const data = resolve(process.env.YPSILOID_DATA ?? "data");

/** The seed of the one world that all of them are of. */
const WORLD = 1897;

/** Whose station they stand in. */
const STATION = { call: "CX3QUA", grid: "GF35co", speed: 26 } as const;
const AIR = "The air";

const portOfAir = () => first + standIns.findIndex(([name]) => name === AIR);

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
  begin: (text, speed) => void radios[0]?.radio.key(text, speed),
  end: () => radios[0]?.radio.hush(),
};

/** The air, which others know of: it is started with the first of them. */
let started: ReturnType<typeof startAir> | undefined;
const air = () => (started ??= startAir({ port: portOfAir(), seed: WORLD, stations: 400 }));

const standIns: readonly (readonly [name: string, start: (port: number) => Promise<Server>])[] = [
  [
    "Lantern",
    async (port) =>
      startLantern({
        file: join(data, "stand-ins", "lantern.sqlite"),
        port,
        token: DEMO_TOKEN,
        registered: DEMO_REGISTERED,
        pace: Number(process.env.YPSILOID_STANDINS_PACE ?? 10),
        logs: (await air()).logs,
      }),
  ],
  ["The organiser", (port) => startOrganiser({ port })],
  ["The keyer", (port) => startKeyer({ port, jack: PETREL_JACK })],
  ["Almanac", async (port) => startAlmanac({ port, logs: (await air()).logs })],
  [AIR, () => air()],
  ["The sun", (port) => startSun({ port, seed: WORLD })],
  ["The radio Petrel", radio({ model: PETREL, dialect: petrelDialect, frequencyHz: 14_025_000 })],
  ["The radio Heron", radio({ model: HERON, dialect: heronDialect, frequencyHz: 145_500_000 })],
  ["The page of knobs", (port) => startKnobs(port, radios)],
];

const running: Server[] = [];
for (const [index, [name, start]] of standIns.entries()) {
  const port = first + index;
  const server = await start(port).catch((error: unknown) => {
    const inUse = error instanceof Error && "code" in error && error.code === "EADDRINUSE";
    process.stderr.write(
      inUse ? `Port ${port} is in use: set YPSILOID_STANDINS_PORT to a free one.\n` : `${String(error)}\n`,
    );
    process.exit(1);
  });
  running.push(server);
  process.stdout.write(`${name} listens on 127.0.0.1:${port}\n`);
}

const sendsTo = first + standIns.length;
const companion = startCompanion({ ...STATION, airPort: portOfAir(), watts: 50, sendsTo });
process.stdout.write(`The companion sends its contacts to 127.0.0.1:${sendsTo}, UDP\n`);

for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    companion.close();
    for (const server of running) {
      if ("closeAllConnections" in server) (server as { closeAllConnections(): void }).closeAllConnections();
      server.close();
    }
    process.exit(0);
  });
}
