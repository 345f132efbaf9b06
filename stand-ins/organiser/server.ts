import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";
import { type Behaviour, BEHAVIOURS, bodyOf, misbehave, send } from "../manners";
import type { AirLogs } from "../world/airLogs";
import { crossCheck } from "./crossCheck";
import { gatherEntrants } from "./entrants";
import { readLog } from "./readLog";

export interface OrganiserOptions {
  readonly port: number;
  readonly host?: string;
  /** The logs of the stations of the air: those hand in what they have. */
  readonly logs?: AirLogs;
}

const controlSchema = z.object({
  behaviour: z.enum(BEHAVIOURS).optional(),
  /** Contests whose logs are no longer taken; their cross-check is done. */
  closed: z.array(z.string().max(40)).optional(),
});

const NEEDED = ["CONTEST", "CALLSIGN", "CATEGORY-OPERATOR", "NAME", "EMAIL"];
const MOST_FAULTS = 200;

interface Taken {
  readonly tag: string;
  readonly log: string;
}

/** Starts the stand-in for the organiser of contests; docs/stand-ins.md describes what it speaks. */
export async function startOrganiser(options: OrganiserOptions): Promise<Server> {
  const logs = new Map<string, Taken>();
  const theirLogs = gatherEntrants(options.logs);
  /** What was answered to the logs that were taken, by the entrant's own key. */
  const answers = new Map<string, object>();
  let closed = new Set<string>();
  let behaviour: Behaviour = "normal";

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? "/", "http://organiser");
    if (url.pathname === "/control" && request.method === "POST") {
      const asked = controlSchema.parse(JSON.parse(await bodyOf(request)));
      behaviour = asked.behaviour ?? behaviour;
      if (asked.closed !== undefined) closed = new Set(asked.closed);
      return send(response, 200, { behaviour, closed: [...closed] });
    }
    if (url.pathname === "/health") return send(response, 200, { service: "Organiser", behaviour });
    if (await misbehave(behaviour, request, response)) return;
    const [, place, tag = "", receipt = "", what] = url.pathname.split("/").map(decodeURIComponent);
    if (place !== "logs" || tag === "") return send(response, 404, { text: "there is no such contest" });
    if (request.method === "POST" && receipt === "")
      return take(tag, url.searchParams.get("key"), await bodyOf(request), response);
    if (request.method === "GET" && receipt === "handed") {
      const answer = answers.get(`${tag} ${what ?? ""}`);
      return answer === undefined
        ? send(response, 404, { text: "no log was handed in under this key" })
        : send(response, 200, answer);
    }
    if (request.method === "GET" && what === "report") return report(tag, receipt, response);
    return send(response, 404, { text: "no such thing here" });
  }

  function take(tag: string, key: string | null, log: string, response: ServerResponse): void {
    const before = answers.get(`${tag} ${key}`);
    if (before !== undefined) return send(response, 200, before);
    if (closed.has(tag))
      return send(response, 410, { state: "refused", text: "The deadline is over: logs are no longer taken." });
    const { header, lines, faults } = readLog(log);
    const wrong = [...faults];
    if (header.get("CONTEST") !== tag) wrong.unshift({ line: 2, text: `CONTEST must say ${tag}` });
    for (const name of NEEDED) if (!header.has(name)) wrong.push({ line: 1, text: `${name} is missing` });
    if (lines.length === 0) wrong.push({ line: 1, text: "there is no contact in the log" });
    const own = header.get("CALLSIGN")?.toUpperCase();
    for (const { line, ownCall } of lines)
      if (own !== undefined && ownCall !== own)
        wrong.push({ line, text: `${ownCall} is not the entrant's call, ${own}` });
    if (wrong.length > 0) {
      const text = `The log was not taken: ${wrong.length} ${wrong.length === 1 ? "fault" : "faults"}.`;
      return send(response, 422, { state: "refused", text, faults: wrong.slice(0, MOST_FAULTS) });
    }
    const receipt = `${tag}-${String(logs.size + 1).padStart(4, "0")}`;
    logs.set(receipt, { tag, log });
    const answer = { state: "taken", receipt, text: `Taken with ${lines.length} contacts. Good luck!` };
    if (key !== null) answers.set(`${tag} ${key}`, answer);
    send(response, 200, answer);
  }

  function report(tag: string, receipt: string, response: ServerResponse): void {
    const taken = logs.get(receipt);
    if (taken === undefined || taken.tag !== tag) return send(response, 404, { text: "there is no such log" });
    if (!closed.has(tag)) return send(response, 409, { text: "logs are still taken; the cross-check follows" });
    send(response, 200, crossCheck(taken.log, theirLogs));
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
