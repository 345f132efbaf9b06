import * as logbooks from "@/core/contract/endpoints/logbooks";
import { readingFor } from "@/server/logbook/reading";
import { serve } from "@/server/route";

export const GET = serve(logbooks.reading, ({ context, runtime, params, query }) => {
  const reading = readingFor(context, params.logbookId, query);
  // Nobody waits for the directory: its answer comes by the live stream.
  if (reading.ok) runtime.directory.want(reading.value.place.call, query.position);
  return reading;
});
