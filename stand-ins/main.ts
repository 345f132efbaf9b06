import { join, resolve } from "node:path";
import { DEMO_REGISTERED, DEMO_TOKEN, startLantern } from "./lantern/server";

/** Runs every stand-in, on ports counted up from YPSILOID_STANDINS_PORT, until it is told to stop. */
const first = Number(process.env.YPSILOID_STANDINS_PORT ?? 4690);
const data = resolve(process.env.YPSILOID_DATA ?? "data");

const lantern = await startLantern({
  file: join(data, "stand-ins", "lantern.sqlite"),
  port: first,
  token: DEMO_TOKEN,
  registered: DEMO_REGISTERED,
  pace: Number(process.env.YPSILOID_STANDINS_PACE ?? 10),
}).catch((error: unknown) => {
  const inUse = error instanceof Error && "code" in error && error.code === "EADDRINUSE";
  process.stderr.write(
    inUse ? `Port ${first} is in use: set YPSILOID_STANDINS_PORT to a free one.\n` : `${String(error)}\n`,
  );
  process.exit(1);
});
process.stdout.write(`Lantern listens on http://127.0.0.1:${first}\n`);

for (const signal of ["SIGINT", "SIGTERM"] as const) {
  process.on(signal, () => {
    lantern.closeAllConnections();
    lantern.close(() => process.exit(0));
  });
}
