import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";
import { type Behaviour, BEHAVIOURS, bodyOf, misbehave, send } from "./manners";

export interface ServiceOptions {
  readonly port: number;
  readonly host?: string;
}

/** A question that a service was asked. */
interface Asked {
  readonly method: string;
  readonly path: string;
  readonly query: URLSearchParams;
  readonly headers: IncomingMessage["headers"];
  readonly body: () => Promise<string>;
}

interface Parts<Own extends string> {
  /** Answers; in one of its own behaviours where it is told to. What is thrown is a question not understood. */
  readonly answer: (asked: Asked, response: ServerResponse, behaviour: Own | "normal") => void | Promise<void>;
  /** Ways to behave besides those of any service. */
  readonly own?: readonly Own[];
  /** What else `POST /control` may say. */
  readonly control?: (said: unknown) => void;
  /** Hears of each question, before it is answered or not. */
  readonly begun?: (asked: Asked) => void;
  /** What else `GET /health` tells. */
  readonly health?: () => object;
}

/** Starts a service of HTTP that answers questions, and behaves as `POST /control` says. */
export async function startService<Own extends string = never>(
  service: string,
  { port, host = "127.0.0.1" }: ServiceOptions,
  { answer, own = [], control, begun, health }: Parts<Own>,
): Promise<Server> {
  const controlSchema = z.object({ behaviour: z.enum([...BEHAVIOURS, ...own] as [string, ...string[]]).optional() });
  const isOwn = (word: string): word is Own => (own as readonly string[]).includes(word);
  let behaviour = "normal";

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const { pathname: path, searchParams: query } = new URL(request.url ?? "/", "http://service");
    const { method = "GET", headers } = request;
    if (path === "/control" && method === "POST") {
      const said: unknown = JSON.parse(await bodyOf(request));
      behaviour = controlSchema.parse(said).behaviour ?? behaviour;
      control?.(said);
      return send(response, 200, { behaviour });
    }
    if (path === "/health") return send(response, 200, { service, behaviour, ...health?.() });
    const asked = { method, path, query, headers, body: () => bodyOf(request) };
    begun?.(asked);
    if (!isOwn(behaviour) && (await misbehave(behaviour as Behaviour, request, response))) return;
    await answer(asked, response, isOwn(behaviour) ? behaviour : "normal");
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
