import { keepNote } from "@/server/logbook/stationNotes";
import { answer, writing } from "@/server/route";

export const PUT = writing(({ context, id, path, body }) =>
  answer(keepNote(context, id("id"), path.call ?? "", body())),
);
