import { creditsByStandard } from "../../core/adif/credits";
import { type AdifHeader, type AdifNote, type AdifRecord, contactFromAdif } from "../../core/adif";
import { queuedFor } from "../../core/confirm";
import {
  checkContact,
  type CompleteContact,
  completeContact,
  type ContactInput,
  withoutNoEntity,
} from "../../core/contact";
import type { ImportChoices } from "../../core/contract";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { JobProblem } from "../jobs/jobRun";
import type { SaidOfUs } from "./twins";
import { fillOwnFacts, findSite, ownFactsAt, siteFinder } from "./sites";

/** What a record of a file is: a contact, or none. */
export type Understood =
  | {
      readonly kind: "contact";
      readonly contact: CompleteContact;
      readonly said: SaidOfUs;
    }
  | { readonly kind: "refused"; readonly reason: string };

/** Understands the records of a file one after the other, as the choices say. Does not look into the log. */
export function recordReader(
  context: Context,
  logbookId: number,
  choices: ImportChoices,
): (record: AdifRecord, header: AdifHeader, note: (notes: readonly AdifNote[]) => void) => Understood {
  const { store } = context;
  const site = choices.siteId === null ? null : (findSite(store, choices.siteId) ?? null);
  if (site === null && choices.siteId !== null)
    throw new JobProblem(`site ${choices.siteId} does not exist: choose another one`);
  const siteAt = siteFinder(store, logbookId);
  const exceptions = exceptionsByCall(store);

  /** Puts in what the file does not say of our side. */
  function withChoices(contact: ContactInput): ContactInput {
    if (contact.ownCall === undefined || contact.ownCall === null) {
      if (site === null) contact.ownCall = siteAt(contact.startedAt).call;
      else fillOwnFacts(contact, ownFactsAt(site, contact.band ?? null));
    }
    if (choices.recalculate)
      Object.assign(contact, {
        entityCode: null,
        continent: null,
        cqZone: null,
        ituZone: null,
        extra: withoutNoEntity(contact.extra ?? []),
      });
    return contact;
  }

  return (record, header, note) => {
    const understood = contactFromAdif(record, header);
    note(understood.notes);
    if (!understood.ok) return { kind: "refused", reason: understood.reason };
    const { ownCall = null, ownGrid = null } = understood.contact;
    const checked = checkContact(withChoices(understood.contact), context.now(), true);
    if (!checked.ok)
      return { kind: "refused", reason: checked.faults.map((fault) => `${fault.field}: ${fault.text}`).join("; ") };
    const contact = completeContact(checked.value, exceptions);
    contact.credits = creditsByStandard(contact);
    if (choices.queue.length > 0) contact.confirmations = queuedFor(contact.confirmations, choices.queue);
    return { kind: "contact", contact, said: { ownCall, ownGrid } };
  };
}
