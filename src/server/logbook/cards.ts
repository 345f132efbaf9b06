import { type CardsReport, cardsInputSchema } from "../../core/contract";
import { faultsOf } from "../../core/contact";
import type { Context } from "../context";
import { done, invalid, type Result } from "../problem";
import { writeBatch } from "./batch";
import { withCard } from "./changeMany";
import { contactsById } from "./contactRow";
import { findLogbook } from "./logbooks";

/** Marks the cards of a few contacts, as one batch of the journal. */
export function markCards(context: Context, logbookId: number, input: unknown): Result<CardsReport> {
  const parsed = cardsInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { ids, ...mark } = parsed.data;
  const calls = [...new Set(contactsById(context.store, ids).map(({ call }) => call))];
  const summary = `Cards: ${calls.slice(0, 3).join(", ")}${calls.length > 3 ? ` and ${calls.length - 3} more` : ""}`;
  return writeBatch(context, { logbookId, kind: "change", summary }, (writer) => {
    const here = writer.hold(ids).filter(({ contact }) => contact.logbookId === logbookId);
    const changing = here.filter(
      ({ contact: { confirmations } }) => !equal(confirmations, withCard(confirmations, mark)),
    );
    for (const held of changing) writer.change(held, { confirmations: withCard(held.contact.confirmations, mark) });
    return done({ batchId: writer.batchId, changed: changing.length });
  });
}

function equal(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
