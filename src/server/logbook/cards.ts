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
  const contacts = contactsById(context.store, ids).filter((contact) => contact.logbookId === logbookId);
  const changing = contacts.filter(
    ({ confirmations }) => JSON.stringify(confirmations) !== JSON.stringify(withCard(confirmations, mark)),
  );
  if (changing.length === 0) return done({ batchId: null, changed: 0 });
  const calls = [...new Set(changing.map(({ call }) => call))];
  const summary = `Cards: ${calls.slice(0, 3).join(", ")}${calls.length > 3 ? ` and ${calls.length - 3} more` : ""}`;
  const batchId = writeBatch(context, { logbookId, kind: "change", summary }, (writer) => {
    for (const contact of changing) writer.change(contact, { confirmations: withCard(contact.confirmations, mark) });
    return writer.batchId;
  });
  return done({ batchId, changed: changing.length });
}
