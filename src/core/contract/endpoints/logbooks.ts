import { z } from "zod";
import { endpoint } from "../endpoint";
import { undoReportSchema, jobSchema } from "../job";
import { batchEntrySchema, batchSchema } from "../journal";
import {
  logbookChangeSchema,
  logbookInputSchema,
  logbookNamedSchema,
  logbookSchema,
  logbookTotalsSchema,
} from "../logbook";
import {
  callHintSchema,
  readingQuerySchema,
  readingSchema,
  stationOnAirSchema,
  stationQuerySchema,
  workedHoursSchema,
} from "../reading";

export const logbooks = endpoint({
  method: "GET",
  path: "logbooks",
  summary: "All logbooks",
  needs: "read",
  answer: { items: logbookSchema },
});

export const makeLogbook = endpoint({
  method: "POST",
  path: "logbooks",
  summary: "Make a logbook",
  needs: "manage",
  status: 201,
  body: logbookInputSchema,
  answer: logbookSchema,
});

export const logbook = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}",
  summary: "One logbook",
  needs: "read",
  answer: logbookSchema,
});

export const changeLogbook = endpoint({
  method: "PATCH",
  path: "logbooks/{logbookId}",
  summary: "Change its name, site, description and what it offers",
  needs: "manage",
  body: logbookChangeSchema,
  answer: logbookSchema,
});

export const logbookTotals = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/totals",
  summary: "How many contacts it has, how many are confirmed, with how many entities, from when to when",
  needs: "read",
  answer: logbookTotalsSchema,
});

export const deleteLogbook = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/delete",
  summary: "Delete a logbook with all its contacts, after a backup; its name has to be given",
  needs: "own",
  body: logbookNamedSchema,
  answer: z.object({ backup: z.string() }),
});

export const reading = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/reading",
  summary: "What is said of a call being typed",
  needs: "read",
  query: readingQuerySchema,
  answer: readingSchema,
});

export const hints = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/hints",
  summary: "Calls of the log that fit what is typed so far, best first",
  needs: "read",
  query: z.strictObject({
    /** The beginning or a part of a call; "?" for a letter that was not heard. */
    like: z.string().max(20),
  }),
  answer: { items: callHintSchema },
});

export const station = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/stations/{call...}",
  summary: "What the log and the directory have of a station, and what it is worth for the awards that are followed",
  needs: "read",
  query: stationQuerySchema,
  answer: stationOnAirSchema,
});

export const workedHours = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/worked-hours",
  summary: "At which hours of the day, and on which bands, an entity was worked",
  needs: "read",
  query: z.object({ entity: z.coerce.number<string | number>().int().min(1).max(999) }),
  answer: workedHoursSchema,
});

export const keepNote = endpoint({
  method: "PUT",
  path: "logbooks/{logbookId}/stations/{call...}",
  summary: "Keep a note about a station; an empty one takes it away",
  needs: "log",
  body: z.strictObject({ text: z.string().trim().max(5000) }),
  answer: z.object({ baseCall: z.string(), text: z.string().nullable() }),
});

export const journal = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/journal",
  summary: "The newest batches of the journal",
  needs: "read",
  answer: { items: batchSchema },
});

export const batch = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/journal/{batchId}",
  summary: "What a batch did to its first contacts",
  needs: "read",
  answer: { items: batchEntrySchema },
});

export const undo = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/journal/{batchId}/undo",
  summary: "Undo a batch: at once, and what was undone; or, a large one, by a job",
  needs: "change",
  orOwn: true,
  answer: z.union([jobSchema, undoReportSchema]),
});
