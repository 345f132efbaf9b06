import { listContacts, logContact } from "@/server/logbook/contacts";
import { answer, route, writing } from "@/server/route";

export const GET = route(async ({ context, id, query }) => answer(await listContacts(context, id("id"), query)));

export const POST = writing(({ context, id, body }) => answer(logContact(context, id("id"), body()), 201));
