import { createHash } from "node:crypto";
import { baseCall } from "../../src/core/callsign";
import { type AirLogs, isOfAir } from "../world/airLogs";
import type { LogEntry } from "../world/worldLog";
import type { OrganiserLine } from "./readLog";

/** What another entrant's log has about a contact. */
export interface TheirLog {
  /** What it sent; null where it has no such contact. */
  readonly sent: readonly string[] | null;
  readonly lines: readonly TheirLine[];
}

/** Times in seconds since 1970 UTC. */
interface TheirLine {
  readonly call: string;
  readonly band: string;
  readonly at: number;
}

/** Finds what the other station's log has about a line of a contest's log; null where it handed in none. */
export type TheirLogs = (tag: string, line: OrganiserLine) => TheirLog | null;

/** How far the clocks of two entrants may be apart, seconds. */
export const NEAR = 300;

/**
 * The logs of the other entrants: of the stations of the air those that they have written, and of all others what
 * follows from the contact, so that it is the same every time.
 */
export function gatherEntrants(logs?: AirLogs): TheirLogs {
  const entries = new Map<string, LogEntry[]>();
  logs?.onGuest((entry) => {
    if (entry.contest === null) return;
    const key = `${entry.contest} ${baseCall(entry.by)}`;
    const own = entries.get(key);
    if (own === undefined) entries.set(key, [entry]);
    else own.push(entry);
  });
  return (tag, line) =>
    isOfAir(line.call, line.at, logs) ? written(entries.get(`${tag} ${baseCall(line.call)}`), line) : invented(line);
}

/** A station that has nobody of ours in its log handed in a log all the same, or none: that follows from its call. */
function written(entries: readonly LogEntry[] | undefined, line: OrganiserLine): TheirLog | null {
  if (entries === undefined) return chance(line.call, "log") < 0.3 ? null : { sent: null, lines: [] };
  if (entries.every(({ handedInAt }) => handedInAt === null)) return null;
  const [nearest] = [...entries].sort((a, b) => Math.abs(a.startedAt - line.at) - Math.abs(b.startedAt - line.at));
  return {
    sent: nearest!.sent,
    lines: entries.map(({ call, band, startedAt }) => ({ call, band, at: startedAt })),
  };
}

/** Most agree, a few lack the contact, have another call, or sent something else than was logged. */
function invented(line: OrganiserLine): TheirLog | null {
  const key = `${line.call} ${line.band} ${line.at}`;
  if (chance(key, "log") < 0.3) return null;
  const fate = chance(key, "fate");
  const heard: TheirLine = { call: line.ownCall, band: line.band, at: line.at + 30 };
  if (fate < 0.03) return { sent: line.received, lines: [] };
  if (fate < 0.05) return { sent: line.received, lines: [{ ...heard, call: line.ownCall.replace(/.$/, "X") }] };
  if (fate < 0.08) return { sent: [...line.received.slice(0, -1), "00"], lines: [heard] };
  return { sent: line.received, lines: [heard] };
}

function chance(key: string, what: string): number {
  return createHash("sha256").update(`${what} ${key}`).digest().readUInt16BE(0) / 65_536;
}
