import * as contacts from "@/core/contract/endpoints/contacts";
import { changeContact, deleteContact, getContact } from "@/server/logbook/contacts";
import { serve, write } from "@/server/route";

export const GET = serve(contacts.contact, ({ context, params }) =>
  getContact(context, params.logbookId, params.contactId),
);

export const PATCH = write(contacts.changeContact, ({ context, params, body }) =>
  changeContact(context, params.logbookId, params.contactId, body),
);

export const DELETE = write(contacts.deleteContact, ({ context, params }) =>
  deleteContact(context, params.logbookId, params.contactId),
);
