import { randomBytes } from "node:crypto";
import { createServer, type IncomingMessage, type RequestListener, type Server, type ServerResponse } from "node:http";
import { createServer as createSecureServer } from "node:https";
import { ADDRESS_HEADER, LOOPBACK } from "./address";
import type { Problem } from "../problem";
import { guardHeaders, refusalOf } from "./guard";
import type { Bounds } from "./hosts";
import { plainPage } from "./plainPage";
import { type Unopened, unopened } from "./unopened";

type Handle = (request: IncomingMessage, response: ServerResponse) => void | Promise<void>;

interface FrontOptions extends Bounds {
  /** Answers what was let in. */
  readonly handle: Handle;
  readonly development?: boolean;
  /** What it answers by, PEM; without one it is not encrypted. */
  readonly secure?: { readonly certificate: string; readonly key: string };
  readonly isUnopened?: () => Unopened | undefined;
}

/** An upload over a slow line takes its time, milliseconds. */
const LONGEST_REQUEST = 3_600_000;

/**
 * What stands before the application: every request, whatever its path, is looked at here first, and every answer
 * carries the policy. There is no list of exceptions.
 */
export function createFront({
  handle,
  development = false,
  secure,
  isUnopened = unopened,
  ...bounds
}: FrontOptions): Server {
  const listener: RequestListener = (request, response) => {
    const { method = "", url = "", headers } = request;
    const nonce = randomBytes(16).toString("base64");
    const guards = guardHeaders(nonce, development);
    for (const [name, value] of Object.entries(guards)) response.setHeader(name, value);
    const refusal = refusalOf({ method, url, headers }, bounds);
    if (refusal !== null) return answerProblem(response, url, refusal);
    const closed = isUnopened();
    if (closed !== undefined) {
      const detail = [closed.what, ...closed.mend].join(" ");
      if (isForPrograms(url)) return answerProblem(response, url, { status: 503, title: "No database", detail });
      return answerPage(response, 503, plainPage("Ypsiloid cannot open its database", [closed.what, ...closed.mend]));
    }
    // The page reads its nonce from here.
    headers["content-security-policy"] = guards["content-security-policy"];
    const address = request.socket.remoteAddress ?? "";
    headers[ADDRESS_HEADER] = address;
    // On this computer an answer is there sooner than it is packed.
    if (LOOPBACK.test(address)) delete headers["accept-encoding"];
    void (async () => handle(request, response))().catch(() => {
      if (response.headersSent) response.destroy();
      else answerProblem(response, url, { status: 500, title: "Unexpected fault", detail: "The page met a fault." });
    });
  };
  const server =
    secure === undefined
      ? createServer(listener)
      : createSecureServer({ cert: secure.certificate, key: secure.key }, listener);
  server.requestTimeout = LONGEST_REQUEST;
  server.prependListener("upgrade", (request, socket) => {
    const { method = "", url = "", headers } = request;
    if (refusalOf({ method, url, headers }, bounds) !== null) socket.destroy();
  });
  return server;
}

function isForPrograms(url: string): boolean {
  return url.startsWith("/api/");
}

function answerProblem(response: ServerResponse, url: string, problem: Problem): void {
  const { status, title, detail } = problem;
  if (!isForPrograms(url)) return answerPage(response, status, plainPage(title, [detail]));
  response.writeHead(status, { "content-type": "application/problem+json", connection: "close" });
  response.end(JSON.stringify({ type: "about:blank", title, status, detail }));
}

function answerPage(response: ServerResponse, status: number, page: string): void {
  response.writeHead(status, { "content-type": "text/html; charset=utf-8", connection: "close" });
  response.end(page);
}
