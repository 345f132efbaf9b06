import { z } from "zod";
import { BANDS } from "../../band";
import { rulesSchema } from "../../contest";
import {
  announcedSchema,
  calendarTakenSchema,
  contestContactInputSchema,
  contestLoggedSchema,
  contestRowSchema,
  contestBoardSchema,
  contestSchema,
  entryInputSchema,
  entryPatchSchema,
  entrySchema,
  findingSchema,
  logFileSchema,
  positionInputSchema,
  positionNoteInputSchema,
  positionNoteSchema,
  positionSchema,
  sheetSchema,
  standingSchema,
  submissionSchema,
  tryOutInputSchema,
  tryOutSchema,
  worthQuerySchema,
  worthSchema,
} from "../contest";
import { endpoint } from "../endpoint";
import { removedSchema } from "./removed";

export const contests = endpoint({
  method: "GET",
  path: "contests",
  summary: "All contests that are known, with when they run",
  needs: "read",
  answer: { items: contestSchema },
});

export const keepContest = endpoint({
  method: "POST",
  path: "contests",
  summary: "Keep a contest's definition, in place of one of the same tag",
  needs: "manage",
  status: 201,
  body: { checkedLater: rulesSchema },
  answer: contestSchema,
});

export const removeContest = endpoint({
  method: "DELETE",
  path: "contests/{tag}",
  summary: "Remove an own definition",
  needs: "manage",
  answer: z.object({ removed: z.string() }),
});

export const calendarFile = endpoint({
  method: "GET",
  path: "contests/calendar",
  summary: "When the contests that are known run, as iCalendar",
  needs: "read",
  answer: { media: "text/calendar" },
});

export const takeCalendar = endpoint({
  method: "POST",
  path: "contests/calendar",
  summary: "Takes the events of an iCalendar file as announced contests",
  needs: "manage",
  body: z.strictObject({ text: z.string().min(1).max(900_000) }),
  answer: calendarTakenSchema,
});

export const announced = endpoint({
  method: "GET",
  path: "contests/announced",
  summary: "Contests that a calendar announced, without rules",
  needs: "read",
  answer: { items: announcedSchema },
});

export const forgetAnnounced = endpoint({
  method: "DELETE",
  path: "contests/announced/{announcedId}",
  summary: "Forgets an announced contest",
  needs: "manage",
  answer: removedSchema,
});

export const tryOut = endpoint({
  method: "POST",
  path: "contests/try",
  summary: "How a definition understands a call and an exchange",
  needs: "read",
  body: tryOutInputSchema,
  answer: tryOutSchema,
});

export const entries = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/entries",
  summary: "A logbook's entries into contests",
  needs: "read",
  answer: { items: entrySchema },
});

export const enter = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/entries",
  summary: "Enter into a contest",
  needs: "manage",
  status: 201,
  body: entryInputSchema,
  answer: entrySchema,
});

export const entry = endpoint({
  method: "GET",
  path: "entries/{entryId}",
  summary: "One entry",
  needs: "read",
  answer: entrySchema,
});

export const changeEntry = endpoint({
  method: "PATCH",
  path: "entries/{entryId}",
  summary: "Change an entry, or turn it on or off",
  needs: "manage",
  body: entryPatchSchema,
  answer: entrySchema,
});

export const removeEntry = endpoint({
  method: "DELETE",
  path: "entries/{entryId}",
  summary: "Forget an entry; its contacts stay",
  needs: "manage",
  answer: removedSchema,
});

export const contestRows = endpoint({
  method: "GET",
  path: "entries/{entryId}/contacts",
  summary: "Contacts of an entry with what each is worth, the newest first",
  needs: "read",
  query: z.strictObject({
    offset: z.coerce.number().int().min(0).default(0),
    limit: z.coerce.number().int().min(1).max(500).default(100),
  }),
  answer: z.object({ items: z.array(contestRowSchema), total: z.int() }),
});

export const logContestContact = endpoint({
  method: "POST",
  path: "entries/{entryId}/contacts",
  summary: "Log a contact of a contest; the answer says what it is worth",
  needs: "log",
  status: 201,
  body: contestContactInputSchema,
  answer: contestLoggedSchema,
});

export const worthOfTyped = endpoint({
  method: "GET",
  path: "entries/{entryId}/worth",
  summary: "What a contact would be worth as far as it is typed",
  needs: "read",
  query: worthQuerySchema,
  answer: worthSchema,
});

export const board = endpoint({
  method: "GET",
  path: "entries/{entryId}/board",
  summary: "What an entry has worked, to be scored elsewhere",
  needs: "read",
  answer: contestBoardSchema,
});

export const standing = endpoint({
  method: "GET",
  path: "entries/{entryId}/standing",
  summary: "Score, rate, hours and operating time",
  needs: "read",
  answer: standingSchema,
});

export const sheets = endpoint({
  method: "GET",
  path: "entries/{entryId}/sheets",
  summary: "The multipliers, and where each was worked",
  needs: "read",
  answer: { items: sheetSchema },
});

export const findings = endpoint({
  method: "GET",
  path: "entries/{entryId}/findings",
  summary: "What is probably wrong in the log",
  needs: "read",
  answer: { items: findingSchema },
});

export const markFinding = endpoint({
  method: "POST",
  path: "entries/{entryId}/findings",
  summary: "Mark a finding as looked at",
  needs: "log",
  body: z.strictObject({ key: z.string().min(1).max(1000), lookedAt: z.boolean() }),
  answer: z.object({ key: z.string() }),
});

export const logFile = endpoint({
  method: "GET",
  path: "entries/{entryId}/log",
  summary: "The log file, and what an organiser would stumble over",
  needs: "read",
  answer: logFileSchema,
});

export const logFileItself = endpoint({
  method: "GET",
  path: "entries/{entryId}/log/file",
  summary: "The log file, in Cabrillo",
  needs: "read",
  answer: { media: "text/plain" },
});

export const ediFile = endpoint({
  method: "GET",
  path: "entries/{entryId}/log/edi",
  summary: "The log of one band, in the form of IARU Region 1",
  needs: "read",
  query: z.strictObject({ band: z.enum(BANDS.map(({ name }) => name)) }),
  answer: { media: "text/plain" },
});

export const submissions = endpoint({
  method: "GET",
  path: "entries/{entryId}/submissions",
  summary: "Logs that were handed in, with what the organiser answered",
  needs: "read",
  answer: { items: submissionSchema },
});

export const submitLog = endpoint({
  method: "POST",
  path: "entries/{entryId}/submissions",
  summary: "Hand the log to the organiser; the answer is what he answered",
  needs: "manage",
  status: 201,
  answer: submissionSchema,
});

export const fetchCheck = endpoint({
  method: "POST",
  path: "entries/{entryId}/submissions/{submissionId}/check",
  summary: "Fetch what the cross-check found",
  needs: "manage",
  answer: submissionSchema,
});

const positionOf = z.strictObject({ position: z.string().min(1).max(60) });

export const reserveSerial = endpoint({
  method: "POST",
  path: "entries/{entryId}/serials",
  summary: "Reserve the next serial for a position",
  needs: "log",
  body: positionOf,
  answer: z.object({ serial: z.int() }),
});

export const giveBackSerial = endpoint({
  method: "DELETE",
  path: "entries/{entryId}/serials",
  summary: "Give back what a position reserved; the answer is how many",
  needs: "log",
  query: positionOf,
  answer: z.object({ freed: z.int() }),
});

export const positions = endpoint({
  method: "GET",
  path: "entries/{entryId}/positions",
  summary: "Who sits where",
  needs: "read",
  answer: { items: positionSchema },
});

export const seatPosition = endpoint({
  method: "PUT",
  path: "entries/{entryId}/positions/{position}",
  summary: "Say that a position is there; the answer is all positions",
  needs: "log",
  body: positionInputSchema,
  answer: { items: positionSchema },
});

export const positionNotes = endpoint({
  method: "GET",
  path: "entries/{entryId}/notes",
  summary: "Notes between the positions",
  needs: "read",
  answer: { items: positionNoteSchema },
});

export const addPositionNote = endpoint({
  method: "POST",
  path: "entries/{entryId}/notes",
  summary: "Write a note to the other positions; the answer is all notes",
  needs: "log",
  body: positionNoteInputSchema,
  answer: { items: positionNoteSchema },
});
