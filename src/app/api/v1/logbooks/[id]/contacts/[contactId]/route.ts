import { changeContact, deleteContact, getContact } from "@/server/logbook/contacts";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => answer(getContact(context, id("id"), id("contactId"))));

export const PATCH = route(async ({ context, id, json }) =>
  answer(changeContact(context, id("id"), id("contactId"), await json())),
);

export const DELETE = route(({ context, id }) => answer(deleteContact(context, id("id"), id("contactId"))));
