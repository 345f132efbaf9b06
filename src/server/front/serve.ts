import { setImmediate, setTimeout } from "node:timers/promises";
import next from "next";
import { ConfigProblem, readConfig } from "../config";
import { LOOPBACK } from "./address";
import { certificateFor } from "./certificate";
import { createFront } from "./front";
import { reachedBy, withPort } from "./reach";
import { noteSharing } from "./sharing";

/** How long open answers have when the process is told to end, milliseconds. */
const GRACE_MS = 3000;
/** How long what is still sent then has before. */
const LAST_WORK_MS = 15_000;

/** Starts the built application behind its front, and ends when the process is told to. */
export async function serve(dir: string, { development = false } = {}): Promise<void> {
  try {
    const config = readConfig(process.env);
    const { host, port } = config;
    const names = reachedBy(host);
    // Names that were given stand first: a certificate that was given is theirs.
    const allowedHosts = [...config.allowedHosts, ...(config.share ? names.map((name) => withPort(name, port)) : [])];
    const certified = [...config.allowedHosts.map((name) => name.replace(/:\d+$/, "")), ...names];
    const secure = config.share ? await certificateFor(config, certified, new Date()) : undefined;
    const application = next({ dev: development, dir, hostname: host, port });
    const handle = application.getRequestHandler();
    const server = createFront({ host, port, allowedHosts, development, handle, ...(secure && { secure }) });
    if (secure !== undefined) {
      const { fingerprint, isSelfMade, until } = secure;
      const addresses = allowedHosts.map((name) => `https://${name}`);
      noteSharing({ isShared: true, addresses, fingerprint, isSelfMade, until });
    } else if (!LOOPBACK.test(host)) {
      process.stderr.write(
        `Ypsiloid listens on ${host}, and whoever reaches it may do all: npm start -- --share lets people sign in.\n`,
      );
    }
    await application.prepare();
    server.once("error", (error: NodeJS.ErrnoException) => {
      if (error.code === "EADDRINUSE")
        giveUp(`Port ${port} on ${host} is in use: stop what uses it, or set YPSILOID_PORT to another port.`);
      giveUp(`Ypsiloid cannot listen on ${host}:${port}: ${error.message}`);
    });
    server.listen(port, host);
    for (const signal of ["SIGINT", "SIGTERM"] as const) {
      process.once(signal, () => {
        const closed = new Promise((resolve) => server.close(resolve));
        server.closeIdleConnections();
        void lastWork()
          .then(() => Promise.race([closed, setTimeout(GRACE_MS)]))
          .then(() => process.exit(0));
      });
    }
  } catch (error) {
    if (error instanceof ConfigProblem) giveUp(error.message);
    throw error;
  }
}

/** What the application still does when it was told to end, as sending what waits; not for ever. */
async function lastWork(): Promise<void> {
  // Whoever hears of the end as this does has begun it then.
  await setImmediate();
  const { ypsiloidLastWork } = globalThis as typeof globalThis & { ypsiloidLastWork?: Promise<void> };
  await Promise.race([ypsiloidLastWork, setTimeout(LAST_WORK_MS)]);
}

function giveUp(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}
