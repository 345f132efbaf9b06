import { modeGroup, parseMode } from "../../core/band";
import { baseCall } from "../../core/callsign";
import {
  confirmationOf,
  isConfirmed,
  type ServiceId,
  type StatementPage,
  type Told,
  withConfirmation,
} from "../../core/confirm";
import { isoTime, secondsOf } from "../../core/contact";
import type { StoredContact } from "../../core/contract";
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
      .set({ contactId })
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("serviceId", "=", serviceId),
  );
}

type Outcome =
  | {
      readonly kind: "matched";
      readonly before: StoredContact;
      readonly after: StoredContact;
    }
  | { readonly kind: "known" | "without twin" };

/** Marks the contact that a statement is about as confirmed; null where it is about none. */
export function meet(context: Context, service: ServiceId, writer: BatchWriter, contactId: number | null): Outcome {
  if (contactId === null) return { kind: "without twin" };
  const held = writer.hold([contactId])[0]!;
  const before = held.contact;
  const { confirmations } = before;
  if (isConfirmed(confirmationOf(confirmations, service))) return { kind: "known" };
  const receivedOn = isoTime(context.now()).slice(0, 10);
  writer.change(held, {
    confirmations: withConfirmation(confirmations, service, { received: "confirmed", receivedOn }),
  });
  return { kind: "matched", before, after: held.contact };
}
