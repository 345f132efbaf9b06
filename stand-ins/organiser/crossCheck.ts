import { createHash } from "node:crypto";
import { type ReadLine, readCabrillo } from "../../src/core/cabrillo";
import { type Rules, SHIPPED_CONTESTS, wordCounts } from "../../src/core/contest";
import { lineText } from "../../src/core/cabrillo/write";

/** What another entrant has of one of the contacts. */
interface TheirLine {
  readonly call: string;
  readonly band: string;
  readonly startedAt: number;
  readonly received: readonly string[];
}

interface CheckReport {
  readonly score: number;
  readonly text: string;
  readonly findings: { line: string; text: string }[];
}

/**
 * Compares a log with those of the simulated entrants, contact by contact, and takes off what does not agree. The
 * entrants' logs follow from the contacts, so they are the same every time: most agree, a few lack the contact, have
 * another call, or sent something else than was logged.
 */
export function crossCheck(log: string): CheckReport {
  const { header, lines } = readCabrillo(log, wordCounts(shippedRules));
  const claimed = Number(header.get("CLAIMED-SCORE") ?? 0);
  const findings: CheckReport["findings"] = [];
  for (const line of lines) {
    const text = faultOf(line, theirLogOf(line));
    if (text !== null) findings.push({ line: lineText(line), text });
  }
  const kept = lines.length === 0 ? 0 : (lines.length - findings.length) / lines.length;
  return {
    score: Math.round(claimed * kept),
    text: `Cross-checked: ${findings.length} of ${lines.length} contacts were taken off.`,
    findings,
  };
}

/** The rules that an organiser knows. */
export function shippedRules(tag: string): Rules | undefined {
  return SHIPPED_CONTESTS.find((rules) => rules.tag === tag);
}

function chance(line: ReadLine, what: string): number {
  const text = `${what} ${line.call} ${line.band} ${line.startedAt}`;
  return createHash("sha256").update(text).digest().readUInt16BE(0) / 65_536;
}

/** What the other station logged, with what it sent; null where it handed in no log. */
function theirLogOf(line: ReadLine): { readonly sent: readonly string[]; readonly lines: readonly TheirLine[] } | null {
  if (chance(line, "log") < 0.3) return null;
  const fate = chance(line, "fate");
  const heard: TheirLine = { call: line.ownCall, band: line.band, startedAt: line.startedAt + 30, received: line.sent };
  if (fate < 0.03) return { sent: line.received, lines: [] };
  if (fate < 0.05) return { sent: line.received, lines: [{ ...heard, call: line.ownCall.replace(/.$/, "X") }] };
  if (fate < 0.08) return { sent: [...line.received.slice(0, -1), "00"], lines: [heard] };
  return { sent: line.received, lines: [heard] };
}

const NEAR = 300;

function faultOf(line: ReadLine, theirs: ReturnType<typeof theirLogOf>): string | null {
  if (theirs === null) return null;
  const near = theirs.lines.find(
    (other) => other.band === line.band && Math.abs(other.startedAt - line.startedAt) <= NEAR,
  );
  if (near === undefined) return `${line.call} has no such contact in its log`;
  if (near.call !== line.ownCall) return `${line.call} logged ${near.call} and not ${line.ownCall}`;
  const differs = theirs.sent.findIndex((word, index) => word !== line.received[index]);
  return differs < 0 ? null : `${line.call} sent ${theirs.sent[differs]}, and ${line.received[differs]} was logged`;
}
