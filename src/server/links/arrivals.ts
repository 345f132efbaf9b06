import { type AdifRecord, adiReader, contactFromAdif, NO_HEADER } from "../../core/adif";
import { modeGroup } from "../../core/band";
import { queuedFor } from "../../core/confirm";
import {
  checkContact,
  type CompleteContact,
  completeContact,
  type ContactInput,
  isoTime,
  secondsOf,
} from "../../core/contact";
import { type Part, partsOf } from "../../core/contest";
import type { Arrival, ArrivalFacts, ArrivalOutcome, Entry } from "../../core/contract";
import type { Context } from "../context";
import { listEntries } from "../contest/entries";
import { serialLogged, takeSerial } from "../contest/serials";
import { exceptionsByCall } from "../directory/callExceptions";
import { servicesInUse } from "../confirm/access";
import { writeBatch } from "../logbook/batch";
import { readable } from "../logbook/liveLogbooks";
import { stationOf } from "../logbook/reading";
import { fillOwnFacts, ownFactsAt, siteAt } from "../logbook/sites";
import { logFactsOf, twinFinder } from "../logbook/twins";
import { undoBatch } from "../logbook/undo";
import { done, failed, missing, type Result } from "../problem";

/** A record as it came from another program. */
export interface Came {
  readonly linkName: string;
  /** Address and port. */
  readonly sender: string;
  readonly logbookId: number;
  readonly record: AdifRecord;
}

/** Of those that came so many are kept. */
const KEPT = 5000;

/** What is kept of a record: the contact that it would be, if any, and what becomes of it. */
interface Outcome {
  readonly outcome: ArrivalOutcome;
  readonly text: string | null;
  readonly contactId: number | null;
  readonly batchId: number | null;
}

/**
 * Takes a record: it is logged, unless it is there already, cannot be, or is to be confirmed first. To be called while
 * nobody else writes.
 */
export function takeArrival(context: Context, came: Came, ask: boolean): Arrival {
  const { store } = context;
  return store.transaction(() => {
    const understood = understand(context, came.logbookId, came.record, {});
    const outcome = !understood.ok
      ? refused(understood.problem.detail)
      : ask
        ? { outcome: "asked" as const, text: null, contactId: null, batchId: null }
        : log(context, came, understood.value);
    const contact = understood.ok ? understood.value.contact : null;
    const id = store.run(
      store.q.insertInto("arrival").values({
        linkName: came.linkName,
        sender: came.sender,
        at: context.now(),
        logbookId: came.logbookId,
        record: came.record.raw,
        call: contact?.call ?? callIn(came.record),
        startedAt: contact === null ? null : secondsOf(contact.startedAt),
        band: contact?.band ?? null,
        mode: contact === null ? null : (contact.submode ?? contact.mode),
        ...outcome,
      }),
    ).lastId;
    if (id % (KEPT / 10) === 0) store.run(store.q.deleteFrom("arrival").where("id", "<=", id - KEPT));
    return arrivalById(context, id)!;
  });
}

const refused = (text: string): Outcome => ({ outcome: "refused", text, contactId: null, batchId: null });

function callIn({ fields }: AdifRecord): string | null {
  return fields.find(({ name }) => name === "CALL")?.value.slice(0, 30) ?? null;
}

interface Understood {
  readonly contact: CompleteContact;
  readonly said: Pick<CompleteContact, "ownCall" | "ownGrid">;
  /** The entry into a contest that it belongs to. */
  readonly entry: Entry | null;
}

/** The contact that a record is, with what its site, the log and the contest that is on add to it. */
function understand(context: Context, logbookId: number, record: AdifRecord, facts: ArrivalFacts): Result<Understood> {
  const { store } = context;
  const read = contactFromAdif(record, NO_HEADER);
  if (!read.ok) return failed(422, "Refused", read.reason);
  const { ownCall = null, ownGrid = null } = read.contact;
  const input: ContactInput = { ...read.contact, ...facts };
  const site = siteAt(store, logbookId, input.startedAt);
  if (ownCall === null || ownCall === site.call) fillOwnFacts(input, ownFactsAt(site, input.band ?? null));
  const checked = checkContact(input, context.now());
  if (!checked.ok)
    return failed(422, "Refused", checked.faults.map(({ field, text }) => `${field}: ${text}`).join("; "));
  const entry = entryFor(context, logbookId, checked.value);
  const before = checked.value.name === null ? stationOf(context, logbookId, checked.value.call) : null;
  const name = checked.value.name ?? before?.previous[0]?.name ?? before?.directory?.name ?? null;
  const completed = completeContact({ ...checked.value, name }, exceptionsByCall(store));
  const contact = { ...completed, confirmations: queuedFor(completed.confirmations, servicesInUse(store, logbookId)) };
  return done({ contact, said: { ownCall, ownGrid }, entry });
}

/** The entry that is on in a logbook, where a contact that names no contest was made in its time and on its bands. */
function entryFor(
  context: Context,
  logbookId: number,
  contact: Pick<CompleteContact, "contestId" | "startedAt" | "band" | "mode">,
): Entry | null {
  const entries = listEntries(context, logbookId);
  if (!entries.ok) return null;
  const fits = ({ on, tag, period, rules }: Entry) =>
    on &&
    (contact.contestId === null || contact.contestId === tag) &&
    contact.startedAt >= period.from &&
    contact.startedAt < period.to &&
    rules.bands.includes(contact.band) &&
    (rules.modes as readonly string[]).includes(modeGroup(contact.mode));
  return entries.value.find(fits) ?? null;
}

/** Logs a contact, unless the log has it. */
function log(context: Context, { linkName, logbookId }: Omit<Came, "record">, understood: Understood): Outcome {
  const { store } = context;
  const { contact, said, entry } = understood;
  const twin = twinFinder(store, logbookId)(logFactsOf(contact, said));
  if (twin !== undefined) return { outcome: "twin", text: "the log has it already", contactId: twin.id, batchId: null };
  const serial = entry === null ? null : serialFor(context, entry, contact.serialSent);
  const logged = entry === null ? contact : inContest(entry, contact, serial);
  const summary = `Received ${contact.call} from ${linkName}`;
  const written = writeBatch(context, { logbookId, kind: "received", summary }, (writer) => ({
    contactId: writer.add(logged),
    batchId: writer.batchId,
  }));
  if (entry !== null && serial !== null) serialLogged(context, entry.id, serial, written.contactId);
  const text =
    serial !== null && contact.serialSent !== null && serial !== contact.serialSent
      ? `serial ${contact.serialSent} was another contact's already: it is kept with ${serial}`
      : null;
  return { outcome: "logged", text, ...written };
}

function serialFor(context: Context, entry: Entry, sent: number | null): number | null {
  const counts = partsOf(entry.rules, entry.side).some(({ type }) => type === "serial");
  return counts ? takeSerial(context, entry, sent, "") : null;
}

/** A contact with the contest that it is of, and what we sent in it; what they sent is understood from its texts. */
function inContest(entry: Entry, contact: CompleteContact, serial: number | null): CompleteContact {
  const idOf = (type: Part["type"]) => partsOf(entry.rules, entry.side).find((part) => part.type === type)?.id;
  const [report, counted] = [idOf("report"), idOf("serial")];
  const partsSent = {
    ...entry.sent,
    ...(report === undefined || contact.reportSent === null ? {} : { [report]: contact.reportSent }),
    ...(counted === undefined || serial === null ? {} : { [counted]: String(serial) }),
  };
  return { ...contact, contestId: entry.tag, partsSent, serialSent: serial ?? contact.serialSent };
}

/** Logs one that waits to be confirmed. */
export function confirmArrival(context: Context, id: number, facts: ArrivalFacts): Result<Arrival> {
  const row = rowOf(context, id);
  if (row === undefined) return missing(`arrival ${id}`);
  if (row.outcome !== "asked") return failed(409, "Dealt with", `it was ${row.outcome} meanwhile`);
  const [record] = recordsIn(row.record);
  if (record === undefined) return failed(422, "Refused", "what came is no record any more");
  const understood = understand(context, row.logbookId, record, facts);
  if (!understood.ok) return understood;
  const outcome = log(context, row, understood.value);
  return settle(context, id, outcome);
}

function settle(context: Context, id: number, outcome: Partial<Outcome>): Result<Arrival> {
  const { store } = context;
  store.run(store.q.updateTable("arrival").set(outcome).where("id", "=", id));
  store.afterCommit(() => context.announce({ type: "arrivals" }));
  return done(arrivalById(context, id)!);
}

/** Takes one out of the log again; one that waits is dropped. */
export function undoArrival(context: Context, id: number): Result<Arrival> {
  const row = rowOf(context, id);
  if (row === undefined) return missing(`arrival ${id}`);
  if (row.outcome === "asked") return settle(context, id, { outcome: "dropped" });
  if (row.outcome !== "logged" || row.batchId === null)
    return failed(409, "Nothing to undo", `it was ${row.outcome}: nothing of it is in the log`);
  const undone = undoBatch(context, row.logbookId, row.batchId);
  if (!undone.ok) return undone;
  const [blocked] = undone.value.blocked;
  if (blocked !== undefined)
    return failed(409, "Changed since", `${row.call ?? "it"} was changed since: undo that in the journal first`);
  return settle(context, id, { outcome: "undone" });
}

/** What came, the newest first. */
export function listArrivals(
  { store, actor }: Pick<Context, "store" | "actor">,
  { outcome, limit }: { outcome?: ArrivalOutcome | undefined; limit: number },
): Arrival[] {
  let query = store.q.selectFrom("arrival").select(SHOWN).orderBy("id", "desc").limit(limit);
  query = query.where("logbookId", "in", readable({ store, actor }));
  if (outcome !== undefined) query = query.where("outcome", "=", outcome);
  return store.all(query).map(arrivalOf);
}

const SHOWN = [
  "id",
  "linkName",
  "sender",
  "at",
  "logbookId",
  "call",
  "startedAt",
  "band",
  "mode",
  "outcome",
  "text",
  "contactId",
] as const;

function rowOf({ store }: Pick<Context, "store">, id: number) {
  return store.first(store.q.selectFrom("arrival").selectAll().where("id", "=", id));
}

function arrivalById({ store }: Pick<Context, "store">, id: number): Arrival | undefined {
  const row = store.first(store.q.selectFrom("arrival").select(SHOWN).where("id", "=", id));
  return row === undefined ? undefined : arrivalOf(row);
}

function arrivalOf({
  at,
  startedAt,
  ...row
}: Omit<Arrival, "at" | "startedAt"> & { at: number; startedAt: number | null }) {
  return { ...row, at: isoTime(at), startedAt: startedAt === null ? null : isoTime(startedAt) };
}

/** The records of contacts in a datagram: with or without a header, several or one. */
export function recordsIn(datagram: Uint8Array | string): AdifRecord[] {
  const reader = adiReader();
  const text = typeof datagram === "string" ? datagram : Buffer.from(datagram).toString("latin1");
  const records = [...reader.push(text), ...reader.finish()];
  return records.filter(({ fields }) => fields.some(({ name }) => name === "CALL"));
}
