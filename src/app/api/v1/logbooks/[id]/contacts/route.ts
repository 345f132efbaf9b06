import { listContacts, logContact } from "@/server/logbook/contacts";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id, query }) => answer(listContacts(context, id("id"), query)));

export const POST = route(async ({ context, id, json }) => {
  const logged = logContact(context, id("id"), await json());
  if (!logged.ok) return answer(logged);
  return Response.json(logged.value.contact, {
    status: 201,
    headers: { "x-journal-batch": String(logged.value.batchId) },
  });
});
