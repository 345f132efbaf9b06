import { changeContact, deleteContact, getContact } from "@/server/logbook/contacts";
import { answer, route, writing } from "@/server/route";

export const GET = route(({ context, id }) => answer(getContact(context, id("id"), id("contactId"))));

export const PATCH = writing(({ context, id, body }) =>
  answer(changeContact(context, id("id"), id("contactId"), body())),
);

export const DELETE = writing(({ context, id }) => answer(deleteContact(context, id("id"), id("contactId"))));
