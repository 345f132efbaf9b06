import * as logbooks from "@/core/contract/endpoints/logbooks";
import { stationOnAir } from "@/server/logbook/reading";
import { keepNote } from "@/server/logbook/stationNotes";
import { done } from "@/server/problem";
import { serve, write } from "@/server/route";

export const GET = serve(logbooks.station, ({ context, runtime, params, query }) => {
  // Nobody waits for the directory: its answer comes by the live stream.
  runtime.directory.want(params.call, query.position);
  return done(stationOnAir(context, params.logbookId, { call: params.call, ...query }));
});

export const PUT = write(logbooks.keepNote, ({ context, params, body }) =>
  keepNote(context, params.logbookId, params.call, body.text),
);
