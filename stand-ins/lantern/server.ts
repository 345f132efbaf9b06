import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { z } from "zod";
import { secondsOf } from "../../src/core/contact";
import { type Behaviour, BEHAVIOURS, bodyOf, misbehave, send } from "../manners";
import { type Archive, openArchive } from "./archive";
import { type AirLogs, isOfAir } from "../world/airLogs";
import { type HandedContact, refusalOf, statementFrom, type WorldEntry, worldEntryFor } from "./world";

/** The account of the demo's operator: the portable call abroad was never registered, so its contacts are refused. */
export const DEMO_REGISTERED: readonly string[] = ["CX3QUA", "CX8QSB", "CX9QTH"];
export const DEMO_TOKEN = "lantern-demo-token";

export interface LanternOptions {
  readonly file: string;
  readonly port: number;
  readonly host?: string;
  readonly token: string;
  /** Calls that the account may hand in contacts for. */
  readonly registered: readonly string[];
  /** How many seconds a simulated hour lasts. */
  readonly pace: number;
  /** The logs of the stations of the air: what those have is the truth of theirs. */
  readonly logs?: AirLogs;
}

const handInSchema = z.object({
  contacts: z
    .array(
      z.object({
        id: z.int(),
        ownCall: z.string().max(20),
        call: z.string().max(20),
        startedAt: z.iso.datetime(),
        band: z.string().max(20),
        mode: z.string().max(40),
      }),
    )
    .max(500),
});
const querySchema = z.object({
  after: z.coerce.number().int().min(0).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(200),
});
/** In the manner of any service, or in two of its own: it answers for nothing, or says the token back. */
const OWN_BEHAVIOURS = [...BEHAVIOURS, "empty", "echo"] as const;
const controlSchema = z.object({ behaviour: z.enum(OWN_BEHAVIOURS).optional(), hurry: z.boolean().optional() });

/** Starts the stand-in for the service Lantern; docs/stand-ins.md describes what it speaks. */
export async function startLantern(options: LanternOptions): Promise<Server> {
  const { logs, pace } = options;
  const archive = openArchive(options.file);
  const registered = new Set(options.registered);
  logs?.onGuest((entry) => {
    const now = Date.now() / 1000;
    const statement = statementFrom(entry, registered, now, pace);
    if (statement !== null) archive.hear(statement, now);
  });
  const entryFor = (contact: HandedContact) =>
    isOfAir(contact.call, secondsOf(contact.startedAt), logs) ? null : worldEntryFor(contact, pace);
  let behaviour: (typeof OWN_BEHAVIOURS)[number] = "normal";
  /** Requests to take contacts in that began since it runs, and contacts taken in, each as often as it was. */
  let asked = 0;
  let taken = 0;

  async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? "/", "http://lantern");
    if (url.pathname === "/control" && request.method === "POST") {
      const control = controlSchema.parse(JSON.parse(await bodyOf(request)));
      behaviour = control.behaviour ?? behaviour;
      if (control.hurry) archive.hurry();
      return send(response, 200, { behaviour });
    }
    if (url.pathname === "/health")
      return send(response, 200, { service: "Lantern", behaviour, has: archive.count(), asked, taken });
    if (url.pathname === "/contacts") asked++;
    const own = behaviour === "empty" || behaviour === "echo" ? behaviour : null;
    if (own === null && (await misbehave(behaviour as Behaviour, request, response))) return;
    if (request.headers.authorization !== `Bearer ${options.token}`)
      return send(response, 401, { error: "unknown token" });
    if (url.pathname === "/contacts" && request.method === "POST") {
      const body = await bodyOf(request);
      if (own === "empty") return send(response, 200, { results: [] });
      const answer = handIn(archive, registered, entryFor, body);
      taken += answer.results.length;
      if (own === "echo") for (const result of answer.results) result.reason = `the token ${options.token} is old`;
      return send(response, 200, answer);
    }
    if (url.pathname === "/statements" && request.method === "GET") {
      const { after, limit } = querySchema.parse({
        after: url.searchParams.get("after") || 0,
        limit: url.searchParams.get("limit") ?? 200,
      });
      const page = archive.since(after, limit, Date.now() / 1000);
      return send(response, 200, { ...page, cursor: String(page.cursor) });
    }
    return send(response, 404, { error: "no such thing here" });
  }

  const server = createServer((request, response) => {
    handle(request, response).catch(() => {
      if (!response.headersSent) send(response, 400, { error: "not understood" });
    });
  });
  server.on("close", () => archive.close());
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(options.port, options.host ?? "127.0.0.1", resolve);
  });
  return server;
}

interface Result {
  readonly id: number;
  readonly answer: "accepted" | "known" | "refused";
  reason?: string;
}

function handIn(
  archive: Archive,
  registered: ReadonlySet<string>,
  entryFor: (contact: HandedContact) => WorldEntry | null,
  body: string,
): { results: Result[] } {
  const { contacts } = handInSchema.parse(JSON.parse(body));
  const now = Date.now() / 1000;
  return {
    results: contacts.map((contact) => {
      const reason = refusalOf(contact, registered, now);
      if (reason !== null) return { id: contact.id, answer: "refused", reason };
      return { id: contact.id, answer: archive.take(contact, entryFor(contact), now) ? "accepted" : "known" };
    }),
  };
}
