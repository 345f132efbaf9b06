import type { Server } from "node:http";
import { z } from "zod";
import { parseMode } from "../../src/core/band";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { tideline } from "../../src/core/confirm/services/tideline";
import { isoTime } from "../../src/core/contact";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { type AirLogs, isOfAir } from "../world/airLogs";
import { statementFrom, type WorldEntry, worldEntryFor } from "../world/handIns";
import { fractionOf } from "../../src/core/random";
import { type Entry, openShelf } from "./shelf";

export const TIDELINE_KEY = tideline.standIn.token;
/** Logs of the demo's operator: the portable call abroad is among them, the former one is not. */
export const TIDELINE_CALLS: readonly string[] = ["CX3QUA", "LU/CX3QUA", "CX9QTH"];

export interface TidelineOptions extends ServiceOptions {
  readonly file: string;
  readonly key: string;
  /** Calls whose logs the key opens. */
  readonly calls: readonly string[];
  /** How many seconds a simulated hour lasts. */
  readonly pace: number;
  /** The logs of the stations of the air: what those have is the truth of theirs. */
  readonly logs?: AirLogs;
  /** Who proves contacts by signature, by name, and where one asks whether what they are said to confirm is true. */
  readonly witnesses?: Readonly<Record<string, string>>;
}

const entrySchema = z.object({
  log: z.string().max(20),
  with: z.string().max(20),
  at: z.int(),
  band: z.string().max(20),
  mode: z.string().max(40),
});
const entriesSchema = z.object({ entries: z.array(entrySchema.extend({ ref: z.int() })).max(500) });
const proofsSchema = z.object({
  proofs: z.array(entrySchema.extend({ ref: z.int(), through: z.string().max(40) })).max(500),
});
const confirmedSchema = z.object({ confirmed: z.array(z.boolean()) });
const metSchema = z.object({
  from: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(1).max(500).default(200),
});
const questionSchema = entrySchema.extend({ text: z.string().max(5000) });
/** An operator who looks answers after so many hours. */
const LOOKS_AFTER = 5;
const controlSchema = z.object({ hurry: z.boolean().optional() });
/** Where its stations' fates are drawn from: others than those of another service. */
const FATES = "tideline ";

/** Starts the stand-in for the shared log Tideline; docs/stand-ins.md describes what it speaks. */
export async function startTideline(options: TidelineOptions): Promise<Server> {
  const { logs, pace, key, witnesses = {} } = options;
  const shelf = openShelf(options.file);
  const calls = new Set(options.calls);
  logs?.onGuest((entry) => {
    const now = Date.now() / 1000;
    const statement = statementFrom(entry, calls, now, pace);
    if (statement !== null) shelf.hear(statement, now);
  });

  function take(entry: Entry, now: number): "kept" | "had" {
    const other = isOfAir(entry.with, entry.at, logs) ? null : otherEntryFor(entry, pace);
    return shelf.keep(entry, other, now) ? "kept" : "had";
  }

  const server = await startService("Tideline", options, {
    control: (said) => controlSchema.parse(said).hurry && shelf.hurry(),
    health: () => ({ has: shelf.figures(0).reduce((sum, { entries }) => sum + entries, 0) }),
    async answer({ method, path, query, headers, body }, response) {
      const now = Date.now() / 1000;
      if (headers["x-tideline-key"] !== key) return send(response, 403, { because: "this key opens no log" });
      if (path === "/entries" && method === "POST") {
        const told = nothingTold();
        for (const { ref, ...entry } of entriesSchema.parse(JSON.parse(await body())).entries) {
          const because = whyNot(entry, calls, now);
          if (because !== null) told.turnedDown.push({ ref, because });
          else told[take(entry, now)].push(ref);
        }
        return send(response, 200, told);
      }
      if (path === "/proofs" && method === "POST") {
        const told = nothingTold();
        const { proofs } = proofsSchema.parse(JSON.parse(await body()));
        const doubts = await doubtsAbout(proofs, witnesses);
        for (const [index, { ref, through: _, ...entry }] of proofs.entries()) {
          const because = whyNot(entry, calls, now) ?? doubts[index] ?? null;
          const proven = because === null ? shelf.prove(entry, now) : null;
          if (proven === null) told.turnedDown.push({ ref, because: because ?? "it is not in this log" });
          else told[proven ? "kept" : "had"].push(ref);
        }
        return send(response, 200, told);
      }
      if (path === "/chart" && method === "GET") return send(response, 200, { chart: shelf.chart(now) });
      if (path === "/questions" && method === "POST") {
        const { text: _, ...entry } = questionSchema.parse(JSON.parse(await body()));
        const because = whyNot(entry, calls, now) ?? (isMember(entry.with) ? null : `${entry.with} has no log here`);
        if (because !== null) return send(response, 200, { because });
        // Of two operators one looks and finds it; the other has better things to do.
        if (fractionOf(`${FATES}asked ${entry.with} ${entry.at}`) < 0.5)
          shelf.hear({ ...otherOf(entry), delay: LOOKS_AFTER * pace }, now);
        return send(response, 200, { carried: true });
      }
      if (path === "/met" && method === "GET") {
        const { from, count } = metSchema.parse(Object.fromEntries(query));
        const { met, end } = shelf.metAfter(from, count, now);
        return send(response, 200, { met, to: met.at(-1)?.number ?? from, end });
      }
      if (path === "/logs" && method === "GET") return send(response, 200, { logs: shelf.figures(now) });
      return send(response, 404, { because: "there is nothing here" });
    },
  });
  server.on("close", () => shelf.close());
  return server;
}

/** What is answered to entries, or proofs, while there are none. */
const nothingTold = () => ({
  kept: [] as number[],
  had: [] as number[],
  turnedDown: [] as { ref: number; because: string }[],
});

/** Why proofs are not believed, one for each; null where whoever is said to confirm it does. */
async function doubtsAbout(
  proofs: z.output<typeof proofsSchema>["proofs"],
  witnesses: Readonly<Record<string, string>>,
): Promise<(string | null)[]> {
  const doubts: (string | null)[] = proofs.map(({ through }) => `${through} proves nothing here`);
  for (const [name, address] of Object.entries(witnesses)) {
    const asked = [...proofs.entries()].filter(([, { through }]) => through === name);
    if (asked.length === 0) continue;
    const contacts = asked.map(([, { with: call, log, at, band, mode }]) => ({
      ownCall: log,
      call,
      startedAt: isoTime(at),
      band,
      mode,
    }));
    const body = JSON.stringify({ contacts });
    const answer = await fetch(`${address}/confirmed`, { method: "POST", body }).catch(() => null);
    const confirmed = answer?.ok === true ? confirmedSchema.safeParse(await answer.json()).data?.confirmed : undefined;
    for (const [nth, [index]] of asked.entries()) {
      if (confirmed === undefined) doubts[index] = `${name} does not answer whether that is true: bring it again later`;
      else doubts[index] = confirmed[nth] === true ? null : `${name} knows of no such confirmation`;
    }
  }
  return doubts;
}

/** Of four operators three have a log here. */
function isMember(call: string): boolean {
  return fractionOf(`${FATES}member ${baseCall(call)}`) < 0.75;
}

function otherOf({ log: ownCall, with: call, at, band, mode }: Entry): Omit<WorldEntry, "delay"> {
  return { ownCall, call, startedAt: isoTime(at), band, mode };
}

/** What the other operator puts in about an entry of ours; null where he never does. */
export function otherEntryFor({ log: ownCall, with: call, at, band, mode }: Entry, pace: number): WorldEntry | null {
  return worldEntryFor({ ownCall, call, startedAt: isoTime(at), band, mode }, pace, FATES);
}

/** Why Tideline turns an entry down, or null. */
export function whyNot({ log, with: call, at, mode }: Entry, calls: ReadonlySet<string>, now: number): string | null {
  if (!calls.has(log)) return `this key does not open the log of ${log}`;
  if (!parseCallsign(call).ok) return `${call} is no call`;
  if (at > now + 300) return "it lies in the future";
  if (parseMode(mode) === null) return `the mode ${mode} is not known`;
  return null;
}
