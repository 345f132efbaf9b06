import { listContacts, logContact } from "@/server/logbook/contacts";
import { answer, route } from "@/server/route";

export const GET = route(async ({ context, id, query }) => answer(await listContacts(context, id("id"), query)));

export const POST = route(async ({ context, id, json }) => answer(logContact(context, id("id"), await json()), 201));
