import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";
import { type Behaviour, BEHAVIOURS, bodyOf, misbehave, send } from "./manners";

export interface ServiceOptions {
  readonly port: number;
  readonly host?: string;
}

const controlSchema = z.object({ behaviour: z.enum(BEHAVIOURS).optional() });

/** Starts a service of HTTP that answers questions, and behaves as `POST /control` says. */
export async function startService(
  service: string,
  { port, host = "127.0.0.1" }: ServiceOptions,
  answer: (path: string, response: ServerResponse) => void,
): Promise<Server> {
  let behaviour: Behaviour = "normal";

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const { pathname } = new URL(request.url ?? "/", "http://service");
    if (pathname === "/control" && request.method === "POST") {
      behaviour = controlSchema.parse(JSON.parse(await bodyOf(request))).behaviour ?? behaviour;
      return send(response, 200, { behaviour });
    }
    if (pathname === "/health") return send(response, 200, { service, behaviour });
    if (!(await misbehave(behaviour, request, response))) answer(pathname, response);
  }

  const server = createServer((request, response) => {
    handle(request, response).catch(() => {
      if (!response.headersSent) send(response, 400, { text: "not understood" });
    });
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, resolve);
  });
  return server;
}
