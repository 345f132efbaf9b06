import { readingFor } from "@/server/logbook/reading";
import { answer, route } from "@/server/route";

export const GET = route(({ context, runtime, id, query }) => {
  const reading = readingFor(context, id("id"), query);
  // Nobody waits for the directory: its answer comes by the live stream.
  if (reading.ok) runtime.directory.want(reading.value.place.call);
  return answer(reading);
});
