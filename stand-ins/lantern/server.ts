import type { Server } from "node:http";
import { z } from "zod";
import { lantern } from "../../src/core/confirm/services/lantern";
import { secondsOf } from "../../src/core/contact";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { type Archive, openArchive } from "./archive";
import { type AirLogs, isOfAir } from "../world/airLogs";
import { type HandedContact, statementFrom, type WorldEntry, worldEntryFor } from "../world/handIns";
import { refusalOf } from "./rules";

/** The account of the demo's operator: the portable call abroad was never registered, so its contacts are refused. */
export const DEMO_REGISTERED: readonly string[] = ["CX3QUA", "CX8QSB", "CX9QTH"];
export const DEMO_TOKEN = lantern.standIn.token;

export interface LanternOptions extends ServiceOptions {
  readonly file: string;
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
/** It answers for nothing, or says the token back. */
const OWN_BEHAVIOURS = ["empty", "echo"] as const;
const controlSchema = z.object({ hurry: z.boolean().optional() });

/** Starts the stand-in for the service Lantern; docs/stand-ins.md describes what it speaks. */
export async function startLantern(options: LanternOptions): Promise<Server> {
  const { logs, pace, token } = options;
  const archive = openArchive(options.file);
  const registered = new Set(options.registered);
  logs?.onGuest((entry) => {
    const now = Date.now() / 1000;
    const statement = statementFrom(entry, registered, now, pace);
    if (statement !== null) archive.hear(statement, now);
  });
  const entryFor = (contact: HandedContact) =>
    isOfAir(contact.call, secondsOf(contact.startedAt), logs) ? null : worldEntryFor(contact, pace);
  /** Requests to take contacts in that began since it runs, and contacts taken in, each as often as it was. */
  let asked = 0;
  let taken = 0;

  const server = await startService("Lantern", options, {
    own: OWN_BEHAVIOURS,
    control: (said) => controlSchema.parse(said).hurry && archive.hurry(),
    health: () => ({ has: archive.count(), asked, taken }),
    begun: ({ path }) => void (path === "/contacts" && asked++),
    async answer({ method, path, query, headers, body }, response, behaviour) {
      if (headers.authorization !== `Bearer ${token}`) return send(response, 401, { error: "unknown token" });
      if (path === "/account" && method === "GET")
        return send(response, 200, { calls: archive.account(Date.now() / 1000) });
      if (path === "/contacts" && method === "POST") {
        const handed = await body();
        if (behaviour === "empty") return send(response, 200, { results: [] });
        const answer = handIn(archive, registered, entryFor, handed);
        taken += answer.results.length;
        if (behaviour === "echo") for (const result of answer.results) result.reason = `the token ${token} is old`;
        return send(response, 200, answer);
      }
      if (path === "/statements" && method === "GET") {
        const { after, limit } = querySchema.parse({
          after: query.get("after") || 0,
          limit: query.get("limit") ?? 200,
        });
        const page = archive.since(after, limit, Date.now() / 1000);
        return send(response, 200, { ...page, cursor: String(page.cursor) });
      }
      return send(response, 404, { error: "no such thing here" });
    },
  });
  server.on("close", () => archive.close());
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
