import type { ToldContact } from "../../core/confirm";
import type { CompleteContact } from "../../core/contact";

/** What a service is told of a contact; its number, where it has none of the log, is what its answer is known by. */
export function toldOf(contact: CompleteContact & { readonly id: number }, usualCall: string): ToldContact {
  const { id, call, startedAt, band, mode, submode } = contact;
  return { id, ownCall: contact.ownCall ?? usualCall, call, startedAt, band, mode, submode };
}
