import type { Confirmation } from "../confirm/channel";
import { sameForServices } from "../confirm/told";
import type { CallException } from "../entity";
import { checkContact, type Checked, type CompleteContact, completeContact, withoutNoEntity } from "./contact";

type Changes = Readonly<Record<string, unknown>>;
type Exceptions = ReadonlyMap<string, readonly CallException[]>;

const DERIVED = ["entityCode", "continent", "cqZone", "ituZone"] as const;

/**
 * A contact with some facts changed, or why that cannot be. What follows from a changed call, time, band or mode is
 * worked out anew, and a contact that a service has in its old form waits for it again.
 *
 * @param now seconds since 1970 UTC
 */
export function changedContact(
  current: CompleteContact,
  changes: Changes,
  now: number,
  exceptions: Exceptions,
): Checked<CompleteContact> {
  const { baseCall: _base, modeGroup: _group, ...facts } = current;
  const extra = "call" in changes || "entityCode" in changes ? withoutNoEntity(current.extra) : current.extra;
  const given = { ...facts, extra, ...forgotten(current, changes, exceptions), ...changes };
  const checked = checkContact(given, now, given.call === current.call);
  if (!checked.ok) return checked;
  const next = completeContact(checked.value, exceptions);
  if (sameForServices(current, next)) return { ok: true, value: next };
  return { ok: true, value: { ...next, confirmations: waitAgain(next.confirmations) } };
}

/** What must not be kept when other facts change: the band of an old frequency, the entity of an old call. */
function forgotten(current: CompleteContact, changes: Changes, exceptions: Exceptions): Record<string, null> {
  const forget: Record<string, null> = {};
  if ("frequencyHz" in changes && !("band" in changes)) forget.band = null;
  if ("band" in changes && !("frequencyHz" in changes) && changes.band !== current.band) forget.frequencyHz = null;
  if ("mode" in changes && !("submode" in changes)) forget.submode = null;
  if ("startedAt" in changes && !("endedAt" in changes)) forget.endedAt = null;
  if ("call" in changes || "entityCode" in changes) for (const key of DERIVED) forget[key] = null;
  else if ("startedAt" in changes) {
    // Another time may mean another entity; but what was given by hand stays.
    const derived = completeContact({ ...current, ...NOTHING_DERIVED }, exceptions);
    for (const key of DERIVED) if (current[key] === derived[key]) forget[key] = null;
  }
  return forget;
}

const NOTHING_DERIVED = { entityCode: null, continent: null, cqZone: null, ituZone: null };

function waitAgain(confirmations: readonly Confirmation[]): Confirmation[] {
  return confirmations.map((confirmation) =>
    confirmation.channel !== "card" && confirmation.sent === "sent"
      ? { ...confirmation, sent: "waiting" }
      : confirmation,
  );
}
