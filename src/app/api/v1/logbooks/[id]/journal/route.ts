import { listBatches } from "@/server/logbook/journal";
import { answer, route } from "@/server/route";

export const GET = route(({ context, id }) => {
  const batches = listBatches(context, id("id"));
  return batches.ok ? Response.json({ items: batches.value, next: null }) : answer(batches);
});
