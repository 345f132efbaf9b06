import type { z } from "zod";
import { type CardsReport, type cardsInputSchema } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";
import { writeBatch } from "./batch";
import { withCard } from "./planChange";
import { contactsById } from "./contactRow";

/** Marks the cards of a few contacts, as one batch of the journal. */
export function markCards(
  context: Context,
  logbookId: number,
  input: z.output<typeof cardsInputSchema>,
): Result<CardsReport> {
  const { ids, ...mark } = input;
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
