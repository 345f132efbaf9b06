import { keepNote } from "@/server/logbook/stationNotes";
import { answer, route } from "@/server/route";

export const PUT = route(async ({ context, id, path, json }) =>
  answer(keepNote(context, id("id"), path.call ?? "", await json())),
);
