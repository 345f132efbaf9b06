import * as contacts from "@/core/contract/endpoints/contacts";
import { markCards } from "@/server/logbook/cards";
import { write } from "@/server/route";

export const POST = write(contacts.markCards, ({ context, params, body }) =>
  markCards(context, params.logbookId, body),
);
