import { type LogHeader, type LogLine, readCabrillo, writeCabrillo } from "../../core/cabrillo";
import {
  CATEGORY_KINDS,
  type Claim,
  claimLog,
  columnsOf,
  heldParts,
  keptTexts,
  partsOf,
  readParts,
  stationByCall,
  wordCountsFor,
} from "../../core/contest";
import type { Entry, LogFile } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";
import type { FileAnswer } from "../route";
import { VERSION } from "../version";
import { type BoardContact, boardOf } from "./board";
import { ediBandsOf } from "./ediFile";
import { getEntry, siteOfEntry } from "./entries";

/** The log of an entry in Cabrillo, with what an organiser would stumble over. It is read back and compared. */
export function logFileOf(context: Context, entryId: number): Result<LogFile> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const entry = found.value;
  const { board, entrant, contacts } = boardOf(context, entry);
  const { score, claims, pastTime } = claimLog(entry.rules, entrant, entry.category, board, contacts());
  const lines = contacts().flatMap((contact) => {
    const withdrawn = claims.get(contact.id)!.as === "withdrawn";
    if (withdrawn && entry.leavesOut) return [];
    return { ...lineOf(entry, contact, board.judgementOf(contact.id)!.side), withdrawn };
  });
  const text = [...writeCabrillo(headerOf(context, entry, score), lines)].join("");
  const back = readCabrillo(text, () => wordCountsFor(entry.rules, entry.side));
  const headerLines = text.split("\r\n").findIndex((line) => /^(X-)?QSO:/.test(line));
  const faults = back.faults.map(({ line, text: said }) => ({ line, text: said }));
  lines.forEach((line, index) => {
    if (line.sent.includes("-"))
      faults.push({ line: headerLines + index + 1, text: `${line.call}: a part of what we sent is missing` });
    const read = back.lines[index];
    if (read !== undefined && (read.call !== line.call || read.received.join(" ") !== line.received.join(" ")))
      faults.push({ line: headerLines + index + 1, text: `${line.call} is read back as ${read.call}` });
  });
  for (const word of entry.missing) faults.push({ line: 1, text: `${word} is missing` });
  return done({
    text,
    faults,
    contacts: lines.length,
    ediBands: ediBandsOf(entry, contacts()),
    readBack: back.lines.length,
    claimedScore: score,
    unclaimed: reasonsOf(claims, entry.leavesOut),
    pastTime,
  });
}

/** What is not claimed, by the reason, the most first. */
function reasonsOf(claims: ReadonlyMap<number, Claim>, leavesOut: boolean): LogFile["unclaimed"] {
  const reasons = new Map<string, LogFile["unclaimed"][number]>();
  for (const claim of claims.values()) {
    if (claim.as === "claimed") continue;
    const as = claim.as === "withdrawn" && leavesOut ? "left out" : claim.as;
    const reason = reasons.get(claim.why) ?? { as, why: claim.why, contacts: 0 };
    reasons.set(claim.why, { ...reason, contacts: reason.contacts + 1 });
  }
  return [...reasons.values()].sort((a, b) => b.contacts - a.contacts);
}

export function logFileAnswer(context: Context, entryId: number): Result<FileAnswer> {
  const file = logFileOf(context, entryId);
  if (!file.ok) return file;
  const entry = getEntry(context, entryId);
  if (!entry.ok) return entry;
  const name = `${entry.value.ownCall.replace(/\//g, "-")}-${entry.value.tag}-${entry.value.period.from.slice(0, 4)}.log`;
  return done({ name, type: "text/plain; charset=us-ascii", pieces: [file.value.text] });
}

function headerOf({ store }: Context, entry: Entry, score: number): LogHeader {
  const { header, category } = entry;
  const site = siteOfEntry(store, entry.logbookId, entry.siteId);
  const given: (readonly [string, string])[] = [
    ["CONTEST", entry.tag],
    ["CALLSIGN", entry.ownCall],
    ["LOCATION", header.location],
    ...CATEGORY_KINDS.map((kind) => [`CATEGORY-${kind.toUpperCase()}`, category[kind] ?? ""] as const),
    ["CLAIMED-SCORE", String(Math.round(score))],
    ["OPERATORS", entry.operators.join(" ")],
    ["CLUB", header.club],
    ["NAME", header.name],
    ["EMAIL", header.email],
    ["GRID-LOCATOR", site.grid.slice(0, 6)],
    ["CREATED-BY", `Ypsiloid ${VERSION}`],
  ];
  const address = header.address.split("\n").map((line) => ["ADDRESS", line] as const);
  return [...given, ...address, ["SOAPBOX", header.soapbox] as const].filter(([, value]) => value.trim() !== "");
}

function lineOf(entry: Entry, contact: BoardContact, side: string): LogLine {
  const { rules } = entry;
  const values = (way: "sent" | "received", of: string) => {
    const entity = way === "sent" ? stationByCall(entry.ownCall, contact.startedAt).entityCode : contact.entityCode;
    const sender = { mode: contact.mode, entity };
    const parts = partsOf(rules, of);
    const kept = keptTexts(way === "sent" ? "Sent" : "Received", contact);
    const held = heldParts(rules, parts, kept, sender);
    const known = readParts(rules, parts, held, sender);
    const columns = columnsOf(rules, of, way).map(({ id, type, optional }) => {
      const value = known[id] ?? held[id];
      return { text: value === undefined ? "-" : type === "serial" ? value.padStart(3, "0") : value, optional };
    });
    // What may be left out is: a dash is for what stands before something else.
    while (columns.at(-1)?.optional === true && columns.at(-1)!.text === "-") columns.pop();
    return columns.map(({ text }) => text);
  };
  return {
    frequencyHz: contact.frequencyHz,
    band: contact.band,
    mode: contact.mode,
    startedAt: contact.startedAt,
    ownCall: entry.ownCall,
    sent: values("sent", entry.side),
    call: contact.call,
    received: values("received", side),
    transmitter: entry.category.operator?.startsWith("MULTI") === true ? (contact.transmitter ?? 0) : null,
  };
}
