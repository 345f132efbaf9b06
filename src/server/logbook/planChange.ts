import { withConfirmation } from "../../core/confirm";
import { changedContact, isoTime, secondsOf } from "../../core/contact";
import type { Change, StoredContact } from "../../core/contract";
import type { Context } from "../context";
import { exceptionsByCall } from "../directory/callExceptions";
import { cellName, enricherOf } from "../directory/enricher";
import { JobProblem } from "../jobs/jobRun";
import type { ContactChange } from "./batch";
import { findLogbook } from "./logbooks";
import { findSite, ownFactsAt } from "./sites";
import { logFactsOf, twinFinder } from "./twins";

/** What a change of many is to one contact. */
export type Planned =
  | { readonly kind: "change"; readonly patch: ContactChange }
  | { readonly kind: "delete" }
  | { readonly kind: "copy"; readonly logbookId: number }
  | { readonly kind: "refused"; readonly reason: string };
export type Planner = (contact: StoredContact) => Planned;

/** What a change means for each contact. */
export function plannerFor(context: Context, logbookId: number, change: Change): Planner {
  const { store } = context;
  const exceptions = exceptionsByCall(store);
  const now = context.now();
  const facts = (changes: (contact: StoredContact) => Record<string, unknown>): Planner => {
    return (stored) => {
      const { id: _id, logbookId: _logbookId, revision: _revision, ...contact } = stored;
      const checked = changedContact(contact, changes(stored), now, exceptions);
      return checked.ok
        ? { kind: "change", patch: checked.value }
        : { kind: "refused", reason: checked.faults.map(({ field, text }) => `${field}: ${text}`).join("; ") };
    };
  };
  switch (change.do) {
    case "set":
      return facts(() => ({ [change.field]: change.value }));
    case "shift":
      return facts(({ startedAt, endedAt }) => ({
        startedAt: isoTime(secondsOf(startedAt) + change.seconds),
        endedAt: isoTime(secondsOf(endedAt) + change.seconds),
      }));
    case "site": {
      const site = findSite(store, change.siteId);
      if (site === undefined) throw new JobProblem(`site ${change.siteId} does not exist`);
      const { only } = change;
      const isAsked = (key: string) => only === undefined || key === "siteId" || only.some((fact) => fact === key);
      return facts(({ band }) =>
        Object.fromEntries(Object.entries(ownFactsAt(site, band)).filter(([key]) => isAsked(key))),
      );
    }
    case "pin":
      return () => ({ kind: "change", patch: { pin: change.pin } });
    case "card":
      return ({ confirmations }) => ({ kind: "change", patch: { confirmations: withCard(confirmations, change) } });
    case "resolve":
      return facts(() => ({ entityCode: null, continent: null, cqZone: null, ituZone: null }));
    case "enrich": {
      const proposed = enricherOf(store, logbookId, change);
      const without = new Set(change.without);
      const taken = new Set(change.taken);
      return facts((contact) =>
        without.has(contact.id)
          ? {}
          : Object.fromEntries(
              proposed({ ...contact, at: secondsOf(contact.startedAt) })
                .filter(({ fact, doubt }) => doubt === null || taken.has(cellName(contact.id, fact)))
                .map(({ fact, is }) => [fact, is]),
            ),
      );
    }
    case "delete":
      return () => ({ kind: "delete" });
    case "move":
    case "copy": {
      const target = findLogbook(context, change.logbookId);
      if (!target.ok) throw new JobProblem(target.problem.detail);
      if (change.logbookId === logbookId) throw new JobProblem("they are in this logbook already: choose another one");
      const twinOf = twinFinder(store, change.logbookId);
      return (contact) => {
        if (twinOf(logFactsOf(contact)) !== undefined)
          return { kind: "refused", reason: `it is in ${target.value.name} already` };
        return change.do === "copy"
          ? { kind: "copy", logbookId: change.logbookId }
          : { kind: "change", patch: { logbookId: change.logbookId } };
      };
    }
  }
}

/** The confirmations with a card marked. */
export function withCard(
  confirmations: StoredContact["confirmations"],
  { sent, received, on, via }: Omit<Extract<Change, { do: "card" }>, "do">,
): StoredContact["confirmations"] {
  return withConfirmation(confirmations, "card", {
    ...(sent === undefined ? {} : { sent, sentOn: on, sentVia: via }),
    ...(received === undefined ? {} : { received, receivedOn: on, receivedVia: via }),
  });
}
