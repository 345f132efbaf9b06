import type { IncomingMessage, ServerResponse } from "node:http";

/** How a stand-in behaves: as a good service does, or in one of the ways in which services fail. */
export const BEHAVIOURS = ["normal", "slow", "down", "error", "hang", "cut", "page", "nonsense"] as const;
export type Behaviour = (typeof BEHAVIOURS)[number];

const SLOW_MS = 3000;
const LARGEST_BODY = 5_000_000;

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
  }
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
