import * as logbooks from "@/core/contract/endpoints/logbooks";
import { keepNote } from "@/server/logbook/stationNotes";
import { write } from "@/server/route";

export const PUT = write(logbooks.keepNote, ({ context, params, body }) =>
  keepNote(context, params.logbookId, params.call, body.text),
);
