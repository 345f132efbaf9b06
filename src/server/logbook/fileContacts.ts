import { type AdifHeader, type AdifNote, type AdifRecord, contactFromAdif } from "../../core/adif";
import { queuedFor } from "../../core/confirm";
import {
  checkContact,
  type CompleteContact,
  completeContact,
  type ContactInput,
  DUPLICATE_TOLERANCE,
  findTwin,
  type MatchFacts,
  secondsOf,
} from "../../core/contact";
import type { ImportChoices } from "../../core/contract";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { JobProblem } from "../jobs/jobRun";
import type { Store } from "../db/store";
import { fillOwnFacts, findSite, ownFactsAt, siteOfLogbook } from "./sites";

/** What a record of a file is: a contact, or none. */
export type Understood =
  | {
      readonly kind: "contact";
      readonly contact: CompleteContact;
      /** Whether the file said under which call we were on the air. */
      readonly saysOwnCall: boolean;
    }
  | { readonly kind: "refused"; readonly reason: string };

export interface Twin extends MatchFacts {
  readonly id: number;
}

/** Understands the records of a file one after the other, as the choices say. Does not look into the log. */
export function recordReader(
  context: Context,
  logbookId: number,
  choices: ImportChoices,
): (record: AdifRecord, header: AdifHeader, note: (notes: readonly AdifNote[]) => void) => Understood {
  const { store } = context;
  const site = choices.siteId === null ? siteOfLogbook(store, logbookId) : findSite(store, choices.siteId);
  if (site === undefined) throw new JobProblem(`site ${choices.siteId} does not exist: choose another one`);
  const own = ownFactsAt(site);
  const exceptions = exceptionsByCall(store);

  /** Puts in what the file does not say of our side. */
  function withChoices(contact: ContactInput): ContactInput {
    if (contact.ownCall === undefined || contact.ownCall === null) {
      if (choices.siteId !== null) fillOwnFacts(contact, own);
      else contact.ownCall = own.ownCall;
    }
    if (choices.recalculate) Object.assign(contact, { entityCode: null, continent: null, cqZone: null, ituZone: null });
    return contact;
  }

  return (record, header, note) => {
    const understood = contactFromAdif(record, header);
    note(understood.notes);
    if (!understood.ok) return { kind: "refused", reason: understood.reason };
    const saysOwnCall = (understood.contact.ownCall ?? null) !== null;
    const checked = checkContact(withChoices(understood.contact), context.now());
    if (!checked.ok)
      return { kind: "refused", reason: checked.faults.map((fault) => `${fault.field}: ${fault.text}`).join("; ") };
    const contact = completeContact(checked.value, exceptions);
    if (choices.queue !== null) contact.confirmations = queuedFor(contact.confirmations, [choices.queue]);
    return { kind: "contact", contact, saysOwnCall };
  };
}

/** A log may have the same contact many times, so that reading them all for each one more would take for ever. */
const MOST_CANDIDATES = 100;

/** Finds a contact in a logbook, by the one rule of when two are one. */
export function twinFinder(
  store: Store,
  logbookId: number,
): (contact: Pick<CompleteContact, "baseCall" | "band" | "modeGroup" | "startedAt">) => Twin | undefined {
  const near = store.prepare<Twin>(
    store.q
      .selectFrom("contact")
      .select(["id", "baseCall", "band", "modeGroup", "startedAt"])
      .where("logbookId", "=", 0)
      .where("baseCall", "=", "")
      .where((eb) => eb.between("startedAt", 0, 0))
      .limit(MOST_CANDIDATES),
  );
  return ({ baseCall, band, modeGroup, startedAt }) => {
    const at = secondsOf(startedAt);
    const candidates = near.all(
      logbookId,
      baseCall,
      at - DUPLICATE_TOLERANCE,
      at + DUPLICATE_TOLERANCE,
      MOST_CANDIDATES,
    );
    return findTwin({ baseCall, band, modeGroup, startedAt: at }, candidates, DUPLICATE_TOLERANCE);
  };
}
