import type { z } from "zod";
import { judgementView, type LastContact, type Part, partsOf, sideByCall, worthOf } from "../../core/contest";
import { defaultReport, parseMode } from "../../core/band";
import { baseCall } from "../../core/callsign";
import { secondsOf } from "../../core/contact";
import {
  type ContestBoard,
  contestContactInputSchema,
  type ContestLogged,
  type ContestRow,
  type ContestWorth,
  type Entry,
  type worthQuerySchema,
} from "../../core/contract";
import type { contestRows } from "../../core/contract/endpoints/contest";
import type { Context } from "../context";
import { logContact } from "../logbook/contacts";
import { contactsById, findContact, partsOfColumn } from "../logbook/contactRow";
import { done, invalid, missing, type Result } from "../problem";
import { boardOf } from "./board";
import { handedIn } from "../logbook/handIns";
import { getEntry } from "./entries";
import { serialLogged, takeSerial } from "./serials";

type Typed = z.output<typeof contestContactInputSchema>;

/**
 * Logs a contact of a contest: what was typed of the exchange becomes the facts of a contact like any other. Handing
 * in the same contact again gives the one that is there.
 */
export function logContestContact(context: Context, entryId: number, typed: Typed): Result<ContestLogged> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const entry = found.value;
  const { store } = context;
  const logged = store.transaction((): Result<Logged> => {
    const known = typed.handIn === null ? undefined : handedIn(store, entry.logbookId, typed.handIn);
    if (known !== undefined) return done({ id: known, batchId: 0, remark: "it was handed in before" });
    const hasSerial = partsOf(entry.rules, entry.side).some(({ type }) => type === "serial");
    const serial = hasSerial ? takeSerial(context, entry, typed.serialSent, typed.position) : null;
    const remark =
      serial === null || typed.serialSent === null || serial === typed.serialSent
        ? null
        : `serial ${typed.serialSent} was another contact's already: this one is kept with ${serial}`;
    const notes = remark === null ? {} : { notes: `Sent serial ${typed.serialSent}; ${remark}.` };
    const contact = logContact(context, entry.logbookId, { ...factsOf(entry, typed, serial), ...notes }, typed.handIn);
    if (!contact.ok) return contact;
    const { id, batchId } = contact.value;
    if (serial !== null) serialLogged(context, entryId, serial, id);
    return done({ id, batchId, remark });
  });
  if (!logged.ok) return logged;
  const { id, batchId, remark } = logged.value;
  const row = rowOf(context, entry, id);
  return row === undefined ? missing(`contact ${id} of entry ${entryId}`) : done({ ...row, batchId, remark });
}

interface Logged {
  readonly id: number;
  readonly batchId: number;
  readonly remark: string | null;
}

/** The facts that are the same whether they were typed in a contest or at the Desk; the exchange says others. */
function factsOf(entry: Entry, typed: Typed, serial: number | null) {
  const { call, startedAt, endedAt, band, frequencyHz, extra } = typed;
  const meant = parseMode(typed.submode ?? typed.mode) ?? parseMode(typed.mode);
  const mode = meant?.mode ?? typed.mode;
  const report = defaultReport(mode, typed.submode) || null;
  const parts = partsOf(entry.rules, entry.side);
  const ofType = (type: Part["type"]) => parts.find((part) => part.type === type)?.id;
  const sent: Record<string, string> = { ...entry.sent, ...typed.sent };
  const [reportId, serialId] = [ofType("report"), ofType("serial")];
  if (reportId !== undefined && report !== null) sent[reportId] ??= report;
  const side = sideByCall(entry.rules, call, secondsOf(startedAt));
  const theirReport = partsOf(entry.rules, side).find(({ type }) => type === "report")?.id;
  if (serialId !== undefined && serial !== null) sent[serialId] = String(serial);
  return {
    call,
    startedAt,
    endedAt: endedAt ?? startedAt,
    band,
    frequencyHz,
    mode,
    submode: typed.submode ?? meant?.submode ?? null,
    reportSent: report,
    reportReceived: report,
    serialSent: serial,
    partsSent: sent,
    partsReceived:
      theirReport === undefined || report === null ? typed.received : { [theirReport]: report, ...typed.received },
    ownCall: entry.ownCall,
    operator: typed.operator || entry.operators[0],
    siteId: entry.siteId,
    power: entry.power,
    extra,
    ...typed.facts,
    contestId: entry.tag,
  };
}

/** A contact with what it is worth in the contest, also one far outside of its time; undefined when it is gone. */
function rowOf(context: Context, entry: Entry, contactId: number): ContestRow | undefined {
  const { board } = boardOf(context, entry);
  const contact = findContact(context.store, contactId);
  if (contact === undefined) return undefined;
  const judgement =
    board.judgementOf(contactId) ?? board.judge({ ...contact, startedAt: secondsOf(contact.startedAt) });
  return { contact, judgement: judgementView(entry.rules, judgement) };
}

/** Contacts of an entry with what each is worth, the newest first. */
export function listContestRows(
  context: Context,
  entryId: number,
  { offset, limit }: z.output<typeof contestRows.query>,
): Result<{ readonly items: ContestRow[]; readonly total: number }> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { board, contacts } = boardOf(context, found.value);
  const all = contacts();
  const end = Math.max(0, all.length - offset);
  const ids = all
    .slice(Math.max(0, end - limit), end)
    .map(({ id }) => id)
    .reverse();
  const items = contactsById(context.store, ids).map((contact) => ({
    contact,
    judgement: judgementView(found.value.rules, board.judgementOf(contact.id)!),
  }));
  return done({ items, total: all.length });
}

/** What a contact would be worth as far as it is typed, what is known of its exchange, and what looks wrong. */
export function worthOfTyped(
  context: Context,
  entryId: number,
  query: z.output<typeof worthQuerySchema>,
): Result<ContestWorth> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const values = valuesOf(query.typed);
  if (values === null) return invalid([{ field: "typed", text: "the parts are given as JSON" }]);
  const entry = found.value;
  const { call, band, mode, at } = query;
  const typed = { call, band, mode, typed: values, at: at === undefined ? context.now() : secondsOf(at) };
  return done(worthOf(entry.rules, boardOf(context, entry).board, typed, lastContactWith(context, entry, call)));
}

function lastContactWith({ store }: Context, { logbookId }: Entry, call: string): LastContact | null {
  const last = store.first(
    store.q
      .selectFrom("contact")
      .select([
        "name",
        "state",
        "grid",
        "cqZone",
        "ituZone",
        "theirPower",
        "exchangeReceived",
        "partsReceived",
        "contestId",
      ])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", baseCall(call))
      .orderBy("startedAt", "desc")
      .limit(1),
  );
  return last === undefined ? null : { ...last, partsReceived: partsOfColumn(last.partsReceived) };
}

/** More contacts than these are not sent to a browser, which then asks for each call. */
const MOST_SENT = 3000;

/** What an entry has worked, for a browser to say at once what a call would be worth. */
export function entryBoard(context: Context, entryId: number): Result<ContestBoard> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { entrant, upTo, contacts } = boardOf(context, found.value);
  const sent = contacts().length > MOST_SENT ? null : [...contacts()];
  return done({
    entrant: { ...entrant, bonuses: [...entrant.bonuses], sent: { ...entrant.sent } },
    upTo: upTo(),
    contacts: sent,
  });
}

function valuesOf(text: string): Record<string, string> | null {
  try {
    const parsed = contestContactInputSchema.shape.received.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
