import * as contacts from "@/core/contract/endpoints/contacts";
import { contactHistory } from "@/server/logbook/journal";
import { serve } from "@/server/route";

export const GET = serve(contacts.contactHistory, ({ context, params }) =>
  contactHistory(context, params.logbookId, params.contactId),
);
