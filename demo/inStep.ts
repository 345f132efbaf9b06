import {
  type ChartCell,
  type Confirmation,
  emptyConfirmation,
  isConfirmed,
  type ServiceId,
  serviceById,
  stepsFor,
} from "../src/core/confirm";
import { ENTITIES_AWARD, isProven } from "../src/core/award";
import { isoTime } from "../src/core/contact";
import {
  type FetchReport,
  HERE,
  type InStepReport,
  type InStepStep,
  type Place,
  type StoredContact,
} from "../src/core/contract";
import type { Context } from "../src/server/context";
import { beginAct, keepAfter, keepBefore } from "../src/server/confirm/inStep/act";
import type { PlaceCells } from "../src/server/confirm/inStep/charts";
import { insertJob } from "../src/server/jobs/supervisor";
import { contactsById } from "../src/server/logbook/contactRow";

const DAY = 86_400;
/** How many days ago services were brought in step, and which of them: the shared log was let go after a while. */
const ACTS: readonly (readonly [number, readonly ServiceId[]])[] = [
  [296, ["lantern", "tideline"]],
  [263, ["lantern", "tideline"]],
  [231, ["lantern", "tideline"]],
  [206, ["lantern", "tideline"]],
  [171, ["lantern", "tideline"]],
  [122, ["lantern"]],
  [88, ["lantern"]],
  [61, ["lantern"]],
  [26, ["lantern"]],
];
const PIECE = 500;

/** The acts of the last months, as the confirmations of the log say that they went. */
export function seedInStep(context: Context, logbookId: number): void {
  const { store } = context;
  const ids = store
    .all(store.q.selectFrom("contact").select("id").where("logbookId", "=", logbookId))
    .map(({ id }) => id);
  const contacts: StoredContact[] = [];
  for (let start = 0; start < ids.length; start += PIECE)
    contacts.push(...contactsById(store, ids.slice(start, start + PIECE)));
  const now = context.now();
  let previous = ACTS[0]![0] + 30;
  store.transaction(() => {
    for (const [ago, services] of ACTS) {
      seedAct(
        { ...context, now: () => now - ago * DAY - ((ago * 37) % 290) * 60 },
        logbookId,
        contacts,
        services,
        now - previous * DAY,
      );
      previous = ago;
    }
  });
}

/** One act: what came back since the one before came with it. */
function seedAct(
  context: Context,
  logbookId: number,
  contacts: readonly StoredContact[],
  services: readonly ServiceId[],
  previous: number,
): void {
  const { store } = context;
  const then = context.now();
  const title = `Bring ${services.map((service) => serviceById(service).name).join(" and ")} in step`;
  const jobId = insertJob(context, logbookId, title, { kind: "inStep", services: [...services] });
  const actId = beginAct(context, logbookId, jobId);
  const thenTime = isoTime(then);
  const made = contacts.filter(({ startedAt }) => startedAt <= thenTime);
  const [before, after] = [dayOf(previous), dayOf(then)];
  const places: readonly Place[] = [HERE, ...services];
  const cells = (seenBy: string): PlaceCells[] =>
    places.map((place) => ({ place, cells: cellsAt(made, place, after, seenBy), problem: null }));
  keepBefore(context, actId, cells(before));
  keepAfter(context, actId, cells(after));
  const steps = stepsFor(services.map(serviceById)).map((step): InStepStep => ({
    ...step,
    state: "done",
    problem: null,
    report: null,
  }));
  for (const service of services) {
    const first = steps.find((step) => step.kind === "fetch" && step.service === service)!;
    first.report = fetchedBetween(context, logbookId, made, service, before, after);
  }
  const report: InStepReport = { actId, steps };
  const ended = { state: "done" as const, report: JSON.stringify(report), endedAt: then + 40 };
  store.run(store.q.updateTable("job").set(ended).where("id", "=", jobId));
}

const dayOf = (seconds: number) => isoTime(seconds).slice(0, 10);

/** How a contact stood with cards and services on one day, with what had come back by another. */
function asOf({ confirmations }: StoredContact, sentBy: string, seenBy: string): Confirmation[] {
  const isBy = (on: string | null, day: string) => on !== null && on <= day;
  return confirmations.map((one) => ({
    ...one,
    ...(isBy(one.sentOn, sentBy) ? {} : { sent: "no", sentOn: null }),
    ...(isBy(one.receivedOn, seenBy) ? {} : { received: "no", receivedOn: null }),
  }));
}

function cellsAt(contacts: readonly StoredContact[], place: Place, sentBy: string, seenBy: string): ChartCell[] {
  const cells = new Map<string, { -readonly [Key in keyof ChartCell]: ChartCell[Key] }>();
  for (const contact of contacts) {
    const { entityCode, band, modeGroup } = contact;
    const confirmations = asOf(contact, sentBy, seenBy);
    const one = confirmations.find(({ channel }) => channel === place) ?? emptyConfirmation("card");
    if (place !== HERE && one.sent !== "sent" && !isConfirmed(one)) continue;
    const isIn = place === HERE ? isProven(ENTITIES_AWARD, { confirmations }) : isConfirmed(one);
    const key = `${entityCode} ${band} ${modeGroup}`;
    const cell = cells.get(key) ?? { entityCode, band, modeGroup, contacts: 0, confirmed: 0 };
    cell.contacts++;
    if (isIn) cell.confirmed++;
    cells.set(key, cell);
  }
  return [...cells.values()];
}

/** What a fetch took into the log: a batch of the journal with the contacts that it confirmed. */
function fetchedBetween(
  context: Context,
  logbookId: number,
  contacts: readonly StoredContact[],
  service: ServiceId,
  before: string,
  then: string,
): FetchReport {
  const { store } = context;
  const isIn = (confirmations: readonly Confirmation[]) =>
    confirmations.some((one) => one.channel === service && isConfirmed(one));
  const confirmed = contacts
    .map((contact) => ({ id: contact.id, was: asOf(contact, then, before), is: asOf(contact, then, then) }))
    .filter(({ was, is }) => !isIn(was) && isIn(is));
  const none = { withoutTwin: 0, passedOver: 0, byCall: [], gains: [], elsewhere: [], matchedLines: [] };
  const report = { service, known: 0, ...none, withoutTwinLines: [], matched: confirmed.length };
  if (confirmed.length === 0) return { ...report, batchId: null };
  const summary = `Confirmed through ${serviceById(service).name}`;
  const batch = {
    logbookId,
    at: context.now(),
    actor: "demo",
    kind: "confirm" as const,
    summary,
    contacts: confirmed.length,
  };
  const batchId = store.run(store.q.insertInto("journalBatch").values(batch)).lastId;
  for (const { id, was, is } of confirmed) {
    const entry = {
      batchId,
      contactId: id,
      before: JSON.stringify({ confirmations: was }),
      after: JSON.stringify({ confirmations: is }),
    };
    store.run(store.q.insertInto("journalEntry").values(entry));
  }
  return { ...report, batchId };
}
