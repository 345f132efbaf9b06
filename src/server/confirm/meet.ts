import { modeGroup, parseMode } from "../../core/band";
import { baseCall } from "../../core/callsign";
import {
  confirmationOf,
  isConfirmed,
  isUnder,
  type ServiceId,
  type StatementPage,
  type Told,
  withConfirmation,
} from "../../core/confirm";
import { CONFIRM_TOLERANCE, findTwin, isoTime, secondsOf } from "../../core/contact";
import type { Context } from "../context";
import type { BatchWriter } from "../logbook/batch";

/** What a service said another station has in its log. */
export interface Incoming extends Told {
  readonly serviceId: string;
}

/** A statement as it is held against the log. */
export function incomingOf(statement: StatementPage["statements"][number]): Incoming {
  const mode = parseMode(statement.mode)?.mode ?? statement.mode;
  return {
    serviceId: statement.id,
    call: statement.call,
    baseCall: baseCall(statement.call),
    ownCall: statement.ownCall,
    band: statement.band,
    mode: statement.mode,
    modeGroup: modeGroup(mode),
    startedAt: secondsOf(statement.startedAt),
  };
}

/** Statements that meet no contact and were not left alone, the newest first; all where no limit is given. */
export function unmetStatements({ store }: Context, logbookId: number, service: ServiceId, limit?: number): Incoming[] {
  const unmet = store.q
    .selectFrom("statement")
    .select(["serviceId", "call", "baseCall", "ownCall", "band", "mode", "modeGroup", "startedAt"])
    .where("logbookId", "=", logbookId)
    .where("service", "=", service)
    .where("contactId", "is", null)
    .where("leftAt", "is", null)
    .orderBy("startedAt", "desc");
  return store.all(limit === undefined ? unmet : unmet.limit(limit));
}

/** Keeps which contact of ours a statement is about. */
export function keepTwin(
  { store }: Context,
  logbookId: number,
  service: ServiceId,
  serviceId: string,
  contactId: number | null,
): void {
  store.run(
    store.q
      .updateTable("statement")
      .set({ contactId, explanation: null })
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("serviceId", "=", serviceId),
  );
}

interface Outcome {
  readonly kind: "matched" | "known" | "without twin";
  readonly contactId: number | null;
}

/** Looks for the contact that a statement is about and marks it confirmed. */
export function meet(
  context: Context,
  logbookId: number,
  service: ServiceId,
  writer: BatchWriter,
  statement: Incoming,
): Outcome {
  const { store } = context;
  const withStation = store.all(
    store.q
      .selectFrom("contact")
      .select(["id", "baseCall", "band", "modeGroup", "startedAt", "ownCall"])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", statement.baseCall),
  );
  const ours = withStation.filter((contact) => isUnder(contact, statement));
  const twin = findTwin(statement, ours, CONFIRM_TOLERANCE);
  if (twin === undefined) return { kind: "without twin", contactId: null };
  const held = writer.hold([twin.id])[0]!;
  const { confirmations } = held.contact;
  if (isConfirmed(confirmationOf(confirmations, service))) return { kind: "known", contactId: twin.id };
  const receivedOn = isoTime(context.now()).slice(0, 10);
  writer.change(held, {
    confirmations: withConfirmation(confirmations, service, { received: "confirmed", receivedOn }),
  });
  return { kind: "matched", contactId: twin.id };
}
