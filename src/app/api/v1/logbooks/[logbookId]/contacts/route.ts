import * as contacts from "@/core/contract/endpoints/contacts";
import { listContacts, logContact } from "@/server/logbook/contacts";
import { serve, write } from "@/server/route";

export const GET = serve(contacts.listContacts, ({ context, params, query }) =>
  listContacts(context, params.logbookId, query),
);

export const POST = write(contacts.logContact, ({ context, params, query, body }) =>
  logContact(context, params.logbookId, body, query.handIn),
);
