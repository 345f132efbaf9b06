import { claimLog, createScoreboard, type Part, partsOf, valueOfType } from "../../core/contest";
import { secondsOf } from "../../core/contact";
import type { Entry } from "../../core/contract";
import { EDI_BANDS, type EdiLine, writeEdi } from "../../core/edi";
import { gridCenter, pathBetween } from "../../core/geo";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";
import type { FileAnswer } from "../route";
import { type BoardContact, boardOf, type EntryBoard } from "./board";
import { getEntry, siteOfEntry } from "./entries";

/** The bands of an entry whose logs have this form: those above 30 MHz, of a contest that exchanges grids. */
export function ediBandsOf(entry: Entry, contacts: readonly BoardContact[]): string[] {
  const hasGrid = Object.values(entry.rules.exchange).some((parts) => parts.some(({ type }) => type === "grid"));
  if (!hasGrid) return [];
  const worked = new Set(contacts.map(({ band }) => band));
  return Object.keys(EDI_BANDS).filter((band) => worked.has(band));
}

/** The log of one band in the form of IARU Region 1. */
export function ediAnswer(context: Context, entryId: number, band: string): Result<FileAnswer> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const entry = found.value;
  const view = boardOf(context, entry);
  if (!ediBandsOf(entry, view.contacts()).includes(band))
    return failed(409, "No such log", `${entry.name} has no log of this form on ${band}`);
  const site = siteOfEntry(context.store, entry.logbookId, entry.siteId);
  const grid = gridSent(entry) ?? site.grid;
  const { header } = entry;
  const text = writeEdi({
    contest: entry.rules.name,
    from: secondsOf(entry.period.from),
    to: secondsOf(entry.period.to),
    call: entry.ownCall,
    grid: grid.slice(0, 6),
    band,
    exchange: otherParts(partsOf(entry.rules, entry.side), entry.sent),
    section: Object.values(entry.category).join(" "),
    power: entry.power ?? site.power,
    name: header.name,
    email: header.email,
    address: header.address.split("\n"),
    club: header.club,
    operators: entry.operators,
    remarks: header.soapbox,
    score: scoreOnBand(entry, view, band),
    lines: linesOf(entry, view, band, grid),
  });
  const name = `${entry.ownCall.replace(/\//g, "-")}-${entry.tag}-${entry.period.from.slice(0, 4)}-${band}.edi`;
  return done({ name, type: "text/plain; charset=us-ascii", pieces: [text] });
}

function gridSent({ rules, side, sent }: Entry): string | undefined {
  const part = partsOf(rules, side).find(({ type }) => type === "grid");
  return part === undefined ? undefined : sent[part.id];
}

/** What the form has no column for, in the order of the parts. */
function otherParts(parts: readonly Part[], values: Readonly<Record<string, string>>): string {
  const others = parts.filter(({ type }) => type !== "report" && type !== "serial" && type !== "grid");
  return others
    .map(({ id }) => values[id] ?? "")
    .join(" ")
    .trim();
}

/** A band is a log of its own here: what it comes to by itself. */
function scoreOnBand({ rules, category }: Entry, { board, entrant, contacts }: EntryBoard, band: string): number {
  const { claims } = claimLog(rules, entrant, category, board, contacts());
  const own = createScoreboard(rules, entrant);
  for (const contact of contacts())
    if (contact.band === band && claims.get(contact.id)!.as === "claimed") own.put(contact);
  return own.score().score;
}

/** The contacts of a band. What does not count has no points, or is left out where the entry says so. */
function linesOf(entry: Entry, { board, contacts }: EntryBoard, band: string, grid: string): EdiLine[] {
  const seen = { exchange: new Set<string>(), square: new Set<string>(), entity: new Set<string>() };
  const isNew = (kind: keyof typeof seen, value: string, counts: boolean) => {
    if (!counts || value === "" || seen[kind].has(value)) return false;
    seen[kind].add(value);
    return true;
  };
  const here = gridCenter(grid);
  return contacts().flatMap((contact): EdiLine[] => {
    const judged = board.judgementOf(contact.id)!;
    if (contact.band !== band || (judged.refused !== null && entry.leavesOut)) return [];
    const parts = partsOf(entry.rules, judged.side);
    const theirGrid =
      valueOfType(parts, { values: judged.parts, types: judged.partTypes }, "grid") ?? contact.grid ?? "";
    const exchangeReceived = otherParts(parts, judged.parts);
    const there = gridCenter(theirGrid);
    return [
      {
        startedAt: contact.startedAt,
        call: contact.call,
        mode: contact.mode,
        reportSent: contact.reportSent ?? "",
        serialSent: serialText(contact.serialSent),
        reportReceived: contact.reportReceived ?? "",
        serialReceived: serialText(contact.serialReceived),
        exchangeReceived,
        grid: theirGrid,
        kilometres: here === null || there === null ? null : pathBetween(here, there).distanceKm,
        points: judged.points,
        newExchange: isNew("exchange", exchangeReceived, judged.counts),
        newSquare: isNew("square", theirGrid.slice(0, 4).toUpperCase(), judged.counts),
        newEntity: isNew("entity", String(contact.entityCode ?? ""), judged.counts),
        duplicate: judged.duplicate,
      },
    ];
  });
}

function serialText(serial: number | null): string {
  return serial === null ? "" : String(serial).padStart(3, "0");
}
