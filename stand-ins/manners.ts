import type { IncomingMessage, ServerResponse } from "node:http";
import { gzipSync } from "node:zlib";

/** How a stand-in behaves: as a good service does, or in one of the ways in which services fail. */
export const BEHAVIOURS = [
  "normal",
  "slow",
  "down",
  "error",
  "hang",
  "cut",
  "page",
  "nonsense",
  "silent",
  "drip",
  "flood",
  "bomb",
  "lost",
  "busy",
] as const;
export type Behaviour = (typeof BEHAVIOURS)[number];

const SLOW_MS = 3000;
const BUSY_SECONDS = 3600;
const LARGEST_BODY = 5_000_000;
const DRIP_MS = 200;
const FLOOD_PIECE = " ".repeat(64 * 1024);
/** Ten million spaces, which are ten kilobytes on the way. */
const BOMB_PIECE = gzipSync(Buffer.alloc(10_000_000, " "));
const BOMB_PIECES = 400;

/** True when the request was dealt with badly, as asked. */
export async function misbehave(
  behaviour: Behaviour,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<boolean> {
  switch (behaviour) {
    case "normal":
      return false;
    case "slow":
      await new Promise((resolve) => setTimeout(resolve, SLOW_MS));
      return false;
    case "down":
      request.socket.destroy();
      return true;
    case "hang":
      return true;
    case "error":
      send(response, 500, { error: "the lamp went out" });
      return true;
    case "busy":
      response.setHeader("retry-after", String(BUSY_SECONDS));
      send(response, 429, { error: "too many lamps to light" });
      return true;
    case "cut":
      response.writeHead(200, { "content-type": "application/json", "content-length": "5000" });
      response.write('{"results": [{"id": 1, "answ');
      setTimeout(() => request.socket.destroy(), 50);
      return true;
    case "page":
      response.writeHead(200, { "content-type": "text/html" });
      response.end("<!doctype html><title>Service</title><script>alert(1)</script><p>We are down for maintenance.");
      return true;
    case "nonsense":
      send(response, 200, { results: "many", statements: 7 });
      return true;
    case "silent":
      begin(response);
      response.write('{"results": [');
      return true;
    case "drip": {
      begin(response);
      const drip = setInterval(() => response.write(" "), DRIP_MS);
      response.on("close", () => clearInterval(drip));
      return true;
    }
    case "flood": {
      begin(response);
      const more = () => {
        while (!response.destroyed && response.write(FLOOD_PIECE));
      };
      response.on("drain", more);
      more();
      return true;
    }
    case "bomb":
      begin(response, { "content-encoding": "gzip" });
      for (let piece = 0; piece < BOMB_PIECES; piece++) response.write(BOMB_PIECE);
      response.end();
      return true;
    case "lost":
      // What is asked for is done, and the answer never arrives.
      response.end = () => {
        request.socket.destroy();
        return response;
      };
      response.writeHead = () => response;
      return false;
  }
}

function begin(response: ServerResponse, headers: Readonly<Record<string, string>> = {}): void {
  response.writeHead(200, { "content-type": "application/json", ...headers });
}

/** Answers with JSON. */
export function send(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { "content-type": "application/json" });
  response.end(JSON.stringify(body));
}

/** The body as text. */
export async function bodyOf(request: IncomingMessage): Promise<string> {
  let body = "";
  for await (const chunk of request) {
    body += String(chunk);
    if (body.length > LARGEST_BODY) throw new Error("the body is too large");
  }
  return body;
}
