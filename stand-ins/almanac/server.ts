import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";
import { type Behaviour, BEHAVIOURS, bodyOf, misbehave, send } from "../manners";
import { listingOf } from "./world";

export interface AlmanacOptions {
  readonly port: number;
  readonly host?: string;
}

const controlSchema = z.object({ behaviour: z.enum(BEHAVIOURS).optional() });

/** Starts the stand-in for the call directory Almanac; docs/stand-ins.md describes what it speaks. */
export async function startAlmanac(options: AlmanacOptions): Promise<Server> {
  let behaviour: Behaviour = "normal";

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? "/", "http://almanac");
    if (url.pathname === "/control" && request.method === "POST") {
      behaviour = controlSchema.parse(JSON.parse(await bodyOf(request))).behaviour ?? behaviour;
      return send(response, 200, { behaviour });
    }
    if (url.pathname === "/health") return send(response, 200, { service: "Almanac", behaviour });
    if (await misbehave(behaviour, request, response)) return;
    const call = /^\/calls\/([^/]+)$/.exec(url.pathname)?.[1];
    const listing = call === undefined ? null : listingOf(decodeURIComponent(call), Date.now() / 1000);
    return listing === null ? send(response, 404, { text: "not listed" }) : send(response, 200, listing);
  }

  const server = createServer((request, response) => {
    handle(request, response).catch(() => {
      if (!response.headersSent) send(response, 400, { text: "not understood" });
    });
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}
