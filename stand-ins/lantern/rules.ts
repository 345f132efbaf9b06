import { modeGroup, parseMode } from "../../src/core/band";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { secondsOf } from "../../src/core/contact";
import type { HandedContact } from "../world/handIns";

/** Why Lantern refuses a contact, or null. */
export function refusalOf(contact: HandedContact, registered: ReadonlySet<string>, now: number): string | null {
  if (!registered.has(contact.ownCall)) return `${contact.ownCall} is not registered with this account`;
  if (!parseCallsign(contact.call).ok) return `${contact.call} is no call`;
  if (secondsOf(contact.startedAt) > now + 300) return "the contact lies in the future";
  if (parseMode(contact.mode) === null) return `the mode ${contact.mode} is not known`;
  return null;
}

/** Two hand-ins with the same key are one contact. */
export function contactKey(contact: HandedContact): string {
  const group = modeGroup(parseMode(contact.mode)?.mode ?? contact.mode);
  return `${contact.ownCall} ${baseCall(contact.call)} ${contact.startedAt.slice(0, 16)} ${contact.band} ${group}`;
}
