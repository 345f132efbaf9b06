import type { Server } from "node:http";
import { z } from "zod";
import { parseMode } from "../../src/core/band";
import { parseCallsign } from "../../src/core/callsign";
import { tideline } from "../../src/core/confirm/services/tideline";
import { isoTime } from "../../src/core/contact";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { type AirLogs, isOfAir } from "../world/airLogs";
import { statementFrom, type WorldEntry, worldEntryFor } from "../world/handIns";
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
}

const entriesSchema = z.object({
  entries: z
    .array(
      z.object({
        ref: z.int(),
        log: z.string().max(20),
        with: z.string().max(20),
        at: z.int(),
        band: z.string().max(20),
        mode: z.string().max(40),
      }),
    )
    .max(500),
});
const metSchema = z.object({
  from: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(1).max(500).default(200),
});
const controlSchema = z.object({ hurry: z.boolean().optional() });
/** Where its stations' fates are drawn from: others than those of another service. */
const FATES = "tideline ";

/** Starts the stand-in for the shared log Tideline; docs/stand-ins.md describes what it speaks. */
export async function startTideline(options: TidelineOptions): Promise<Server> {
  const { logs, pace, key } = options;
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
        const told = {
          kept: [] as number[],
          had: [] as number[],
          turnedDown: [] as { ref: number; because: string }[],
        };
        for (const { ref, ...entry } of entriesSchema.parse(JSON.parse(await body())).entries) {
          const because = whyNot(entry, calls, now);
          if (because !== null) told.turnedDown.push({ ref, because });
          else told[take(entry, now)].push(ref);
        }
        return send(response, 200, told);
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
