import type { Server } from "node:http";
import { z } from "zod";
import { lantern } from "../../src/core/confirm/services/lantern";
import { secondsOf } from "../../src/core/contact";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { type Archive, openArchive } from "./archive";
import { type AirLogs, isOfAir } from "../world/airLogs";
import { type HandedContact, statementFrom, type WorldEntry, worldEntryFor } from "../world/handIns";
import { SPONSORS } from "./registry";
import { createReader, refusalOf } from "./rules";

export const DEMO_TOKEN = lantern.standIn.token;

export interface LanternOptions extends ServiceOptions {
  readonly file: string;
  readonly token: string;
  /** How many seconds a simulated hour lasts. */
  readonly pace: number;
  /** Seconds since 1970 UTC. */
  readonly clock?: () => number;
  /** The logs of the stations of the air: what those have is the truth of theirs. */
  readonly logs?: AirLogs;
}

const handInSchema = z.object({
  contacts: z
    .array(
      z.object({
        id: z.int(),
        signed: z.string().max(50_000),
      }),
    )
    .max(500),
});
const registrationSchema = z.object({
  request: z.string().max(20_000),
  name: z.string().min(1).max(200),
  address: z.string().min(1).max(500),
  mail: z.email(),
  sponsors: z.array(z.string().max(20)).max(10),
});
const contactSchema = z.object({
  ownCall: z.string().max(20),
  call: z.string().max(20),
  startedAt: z.iso.datetime(),
  band: z.string().max(20),
  mode: z.string().max(40),
});
const confirmedSchema = z.object({ contacts: z.array(contactSchema).max(500) });
const AWARDS = lantern.grantor!.awards;
const claimSchema = z.object({
  reference: z.string().min(1).max(100),
  credits: z
    .array(
      contactSchema.extend({
        award: z.enum(AWARDS),
        item: z.string().min(1).max(200),
        on: z.string().max(20),
        shownBy: z.enum(["signed", "paper"]),
      }),
    )
    .min(1)
    .max(5000),
});
const replaceSchema = z.object({ call: z.string().max(20), by: z.string().max(20) });
const querySchema = z.object({
  after: z.coerce.number().int().min(0),
  limit: z.coerce.number().int().min(1).max(500),
});
/** It answers for nothing, says the token back, or adds its totals up wrong. */
const OWN_BEHAVIOURS = ["empty", "echo", "miscount"] as const;
const MISCOUNTED = 7;
const controlSchema = z.object({ hurry: z.boolean().optional() });

/** Starts the stand-in for the service Lantern; docs/stand-ins.md describes what it speaks. */
export async function startLantern(options: LanternOptions): Promise<Server> {
  const { logs, pace, token, clock = () => Date.now() / 1000 } = options;
  const archive = await openArchive(options.file, clock(), pace);
  const { registry, authority, ledger } = archive;
  const read = createReader(authority, clock);
  logs?.onGuest((entry) => {
    const now = clock();
    const statement = statementFrom(entry, registry.calls(), now, pace);
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
      // Whoever was told of a confirmation may ask whether it is true.
      if (path === "/confirmed" && method === "POST") {
        const { contacts } = confirmedSchema.parse(JSON.parse(await body()));
        return send(response, 200, { confirmed: archive.confirms(contacts, clock()) });
      }
      if (headers.authorization !== `Bearer ${token}`) return send(response, 401, { error: "unknown token" });
      if (path === "/account" && method === "GET") return send(response, 200, { calls: archive.account(clock()) });
      if (path === "/authority" && method === "GET")
        return send(response, 200, { certificate: authority.root.toString("pem") });
      if (path === "/sponsors" && method === "GET")
        return send(response, 200, { sponsors: SPONSORS.map(({ call, name }) => ({ call, name })) });
      if (path === "/requests" && method === "POST") {
        const { request, sponsors } = registrationSchema.parse(JSON.parse(await body()));
        return send(response, 200, await registry.register(request, sponsors, clock()));
      }
      const [, reference, rest] = /^\/requests\/(\d+)(\/sponsor)?$/.exec(path) ?? [];
      if (reference !== undefined && rest === undefined && method === "GET")
        return send(response, 200, await registry.standing(reference, clock()));
      if (reference !== undefined && rest !== undefined && method === "POST") {
        const { call, by } = replaceSchema.parse(JSON.parse(await body()));
        return send(response, 200, await registry.replace(reference, call, by, clock()));
      }
      if (path === "/contacts" && method === "POST") {
        const handed = await body();
        if (behaviour === "empty") return send(response, 200, { results: [] });
        const answer = await handIn(archive, read, entryFor, handed, clock());
        taken += answer.results.length;
        if (behaviour === "echo") for (const result of answer.results) result.reason = `the token ${token} is old`;
        return send(response, 200, answer);
      }
      if (path === "/statements" && method === "GET") {
        const { after, limit } = pageIn(query, 200);
        const page = archive.since(after, limit, clock());
        return send(response, 200, { ...page, cursor: String(page.cursor) });
      }
      if (path === "/credits" && method === "GET") {
        const { after, limit } = pageIn(query, 100);
        const page = ledger.after(after, limit, clock());
        return send(response, 200, { ...page, cursor: String(page.cursor) });
      }
      if (path === "/totals" && method === "GET") {
        const wrong = behaviour === "miscount" ? MISCOUNTED : 0;
        const totals = ledger.totals(clock()).map((total) => ({ ...total, granted: total.granted + wrong }));
        return send(response, 200, { totals });
      }
      if (path === "/claims" && method === "POST") {
        const { reference, credits } = claimSchema.parse(JSON.parse(await body()));
        const now = clock();
        const { claim, results } = ledger.claim(reference, credits, archive.confirms(credits, now), now);
        return send(response, 200, { claim, results: behaviour === "empty" ? [] : results });
      }
      return send(response, 404, { error: "no such thing here" });
    },
  });
  server.on("close", () => archive.close());
  return server;
}

function pageIn(query: URLSearchParams, usual: number): z.output<typeof querySchema> {
  return querySchema.parse({ after: query.get("after") || 0, limit: query.get("limit") ?? usual });
}

interface Result {
  readonly id: number;
  readonly answer: "accepted" | "known" | "refused";
  reason?: string;
}

async function handIn(
  archive: Archive,
  read: ReturnType<typeof createReader>,
  entryFor: (contact: HandedContact) => WorldEntry | null,
  body: string,
  now: number,
): Promise<{ results: Result[] }> {
  const { contacts } = handInSchema.parse(JSON.parse(body));
  const results: Result[] = [];
  for (const { id, signed } of contacts) {
    const contact = await read(signed);
    const reason = "refused" in contact ? contact.refused : refusalOf(contact, now);
    if ("refused" in contact || reason !== null) results.push({ id, answer: "refused", reason: reason! });
    else results.push({ id, answer: archive.take(contact, entryFor(contact), now) ? "accepted" : "known" });
  }
  return { results };
}
