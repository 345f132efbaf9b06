import next from "next";
import { ConfigProblem, readConfig } from "../config";
import { createFront } from "./front";

/** How long open answers have when the process is told to end, milliseconds. */
const GRACE_MS = 3000;

/** Starts the built application behind its front, and ends when the process is told to. */
export async function serve(dir: string, { development = false } = {}): Promise<void> {
  try {
    const { host, port, allowedHosts } = readConfig(process.env);
    const application = next({ dev: development, dir, hostname: host, port });
    const handle = application.getRequestHandler();
    const server = createFront({ host, port, allowedHosts, development, handle });
    await application.prepare();
    server.once("error", (error: NodeJS.ErrnoException) => {
      if (error.code === "EADDRINUSE")
        giveUp(`Port ${port} on ${host} is in use: stop what uses it, or set YPSILOID_PORT to another port.`);
      giveUp(`Ypsiloid cannot listen on ${host}:${port}: ${error.message}`);
    });
    server.listen(port, host);
    for (const signal of ["SIGINT", "SIGTERM"] as const) {
      process.once(signal, () => {
        server.close(() => process.exit(0));
        server.closeIdleConnections();
        setTimeout(() => process.exit(0), GRACE_MS).unref();
      });
    }
  } catch (error) {
    if (error instanceof ConfigProblem) giveUp(error.message);
    throw error;
  }
}

function giveUp(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}
