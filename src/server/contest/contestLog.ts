import type { z } from "zod";
import {
  exchangeDoubts,
  keepExchange,
  type Part,
  partsOf,
  readPart,
  stationByCall,
  stationOf,
} from "../../core/contest";
import { defaultReport, modeGroup, parseMode } from "../../core/band";
import { baseCall, parseCallsign } from "../../core/callsign";
import { isoTime, secondsOf } from "../../core/contact";
import {
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
import { contactsById, findContact } from "../logbook/contactRow";
import { done, invalid, missing, type Result } from "../problem";
import { boardOf } from "./board";
import { getEntry } from "./entries";
import { judgementView } from "./judgement";
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
    const known = typed.handIn === null ? undefined : handedIn(context, entryId, typed.handIn);
    if (known !== undefined) return done({ id: known, batchId: 0, remark: "it was handed in before" });
    const hasSerial = partsOf(entry.rules, entry.side).some(({ type }) => type === "serial");
    const serial = hasSerial ? takeSerial(context, entry, typed.serialSent, typed.position) : null;
    const remark =
      serial === null || typed.serialSent === null || serial === typed.serialSent
        ? null
        : `serial ${typed.serialSent} was another contact's already: this one is kept with ${serial}`;
    const contact = logContact(context, entry.logbookId, {
      ...factsOf(entry, typed, serial),
      ...(remark === null ? {} : { notes: `Sent serial ${typed.serialSent}; ${remark}.` }),
    });
    if (!contact.ok) return contact;
    const { id, batchId } = contact.value;
    if (serial !== null) serialLogged(context, entryId, serial, id);
    if (typed.handIn !== null)
      store.run(store.q.insertInto("contestHandIn").values({ entryId, handIn: typed.handIn, contactId: id }));
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

function handedIn({ store }: Context, entryId: number, handIn: string): number | undefined {
  return store.first(
    store.q.selectFrom("contestHandIn").select("contactId").where("entryId", "=", entryId).where("handIn", "=", handIn),
  )?.contactId;
}

/** The facts that are the same whether they were typed in a contest or at the Desk. */
function factsOf(entry: Entry, typed: Typed, serial: number | null) {
  const { call, startedAt, endedAt, band, frequencyHz, extra } = typed;
  const meant = parseMode(typed.submode ?? typed.mode) ?? parseMode(typed.mode);
  const mode = meant?.mode ?? typed.mode;
  const theirParts = partsOf(entry.rules, sideOf(entry, call, startedAt));
  const { values, unread } = readValues(entry, theirParts, typed.received, mode);
  const serialPart = theirParts.find(({ type }) => type === "serial")?.id ?? "";
  const received = keepExchange(theirParts, { ...unread, ...values, [serialPart]: values[serialPart] ?? "" });
  const ourParts = partsOf(entry.rules, entry.side);
  const report = defaultReport(mode, typed.submode) || null;
  const sent = keepExchange(ourParts, { ...entry.sent, ...typed.sent });
  const value = (type: Part["type"]) => values[theirParts.find((part) => part.type === type)?.id ?? ""];
  const zone = (type: "cqZone" | "ituZone") => (value(type) === undefined ? {} : { [type]: Number(value(type)) });
  const state = value("subdivision");
  return {
    call,
    startedAt,
    endedAt: endedAt ?? startedAt,
    band,
    frequencyHz,
    mode,
    submode: typed.submode ?? meant?.submode ?? null,
    reportSent: sent.report ?? report,
    reportReceived: received.report ?? report,
    serialSent: serial,
    serialReceived: received.serial,
    exchangeSent: sent.exchange,
    exchangeReceived: received.exchange,
    name: value("name") ?? null,
    grid: value("grid") ?? null,
    ...(state === undefined ? {} : { state }),
    ...zone("cqZone"),
    ...zone("ituZone"),
    ownCall: entry.ownCall,
    operator: typed.operator || entry.operators[0],
    siteId: entry.siteId,
    power: entry.power,
    // A serial is a number: what was heard instead is not lost.
    ...(unread[serialPart] === undefined ? {} : { comment: `Serial heard as ${unread[serialPart]}` }),
    extra,
    ...typed.facts,
    contestId: entry.tag,
  };
}

/** What was typed, in the form that its part has, and what cannot be read, as it was typed. */
function readValues({ rules }: Entry, parts: readonly Part[], typed: Typed["received"], mode: string) {
  const values: Record<string, string> = {};
  const unread: Record<string, string> = {};
  for (const [id, text] of Object.entries(typed)) {
    const part = parts.find((one) => one.id === id);
    const reading = part === undefined ? null : readPart(rules, part, text, mode);
    if (reading?.ok === true) values[id] = reading.value;
    else if (text !== "") unread[id] = text;
  }
  return { values, unread };
}

function sideOf(entry: Entry, call: string, at: string): string {
  return stationOf(entry.rules, stationByCall(call, secondsOf(at))).side;
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
  const { rules } = entry;
  const at = query.at === undefined ? context.now() : secondsOf(query.at);
  const parsed = parseCallsign(query.call);
  const call = parsed.ok ? parsed.callsign.call : query.call.toUpperCase();
  const mode = parseMode(query.mode)?.mode ?? query.mode;
  const { board, contacts } = boardOf(context, entry);
  const theirs = stationByCall(call, at);
  const parts = partsOf(rules, stationOf(rules, theirs).side);
  const base = baseCall(call);
  const earlier = contacts()
    .filter((contact) => contact.baseCall === base)
    .reverse();
  const before = earlier.map((contact) => ({
    startedAt: isoTime(contact.startedAt),
    band: contact.band,
    mode: contact.mode,
    values: { ...(board.judgementOf(contact.id)?.parts ?? {}) },
  }));
  const guesses = guessesFor(context, entry, parts, theirs, before[0]?.values ?? {});
  const faults: ContestWorth["faults"] = [];
  const read: Record<string, string> = Object.fromEntries(
    Object.entries(guesses).map(([id, { value }]) => [id, value]),
  );
  for (const part of parts) {
    const typed = values[part.id]?.trim();
    if (!typed) continue;
    const reading = readPart(rules, part, typed, mode);
    if (reading.ok) read[part.id] = reading.value;
    else {
      delete read[part.id];
      const nearest = reading.nearest.map(({ code, name }) => ({ code, name }));
      faults.push({ field: part.id, text: reading.reason, nearest });
    }
  }
  const kept = keepExchange(parts, read);
  const judgement = board.judge({
    ...theirs,
    call,
    id: Number.MAX_SAFE_INTEGER,
    startedAt: at,
    baseCall: base,
    band: query.band,
    mode,
    modeGroup: modeGroup(mode),
    serialReceived: kept.serial,
    reportReceived: kept.report,
    exchangeReceived: kept.exchange,
  });
  const typedOnly = Object.fromEntries(Object.entries(read).filter(([id]) => values[id]?.trim()));
  return done({
    call,
    judgement: judgementView(rules, judgement),
    guesses,
    faults,
    doubts: exchangeDoubts(rules, judgement.side, typedOnly, call, at, earlier[0]?.serialReceived ?? null),
    before,
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

/** What is known of an exchange before it is heard: from this contest, from the call, from the log. */
function guessesFor(
  context: Context,
  { rules, logbookId }: Entry,
  parts: readonly Part[],
  theirs: ReturnType<typeof stationByCall>,
  before: Readonly<Record<string, string>>,
): ContestWorth["guesses"] {
  const { store } = context;
  const last = store.first(
    store.q
      .selectFrom("contact")
      .select(["name", "state", "grid", "cqZone", "ituZone", "theirPower", "exchangeReceived", "contestId"])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", baseCall(theirs.call))
      .orderBy("startedAt", "desc")
      .limit(1),
  );
  const zone = (value: number | null | undefined) =>
    value === null || value === undefined ? undefined : String(value).padStart(2, "0");
  const guesses: ContestWorth["guesses"] = {};
  for (const part of parts) {
    const offer = (value: string | null | undefined, from: string) => {
      if (guesses[part.id] !== undefined || !value) return;
      const reading = readPart(rules, part, value, "CW");
      if (reading.ok) guesses[part.id] = { value: reading.value, from };
    };
    if (part.type === "serial" || part.type === "report") continue;
    offer(before[part.id], "earlier in this contest");
    if (part.type === "cqZone") offer(zone(last?.cqZone ?? theirs.cqZone), last === undefined ? "the call" : "the log");
    else if (part.type === "ituZone")
      offer(zone(last?.ituZone ?? theirs.ituZone), last === undefined ? "the call" : "the log");
    else if (part.type === "name") offer(last?.name?.split(" ")[0], "the log");
    else if (part.type === "grid") offer(last?.grid?.slice(0, 4), "the log");
    else if (part.type === "subdivision" || part.type === "section") offer(last?.state, "the log");
    else if (part.type === "power") offer(last?.theirPower?.toString(), "the log");
    else if (part.type === "list" && rules.lists[part.list!]?.length === 1)
      offer(rules.lists[part.list!]![0]!.code, "the list");
    if (last?.contestId === rules.tag)
      for (const word of last.exchangeReceived?.split(" ") ?? []) offer(word, "an earlier year");
  }
  return guesses;
}
