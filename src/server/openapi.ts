import { z } from "zod";
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from "zod-openapi";
import { contactFactsSchema } from "../core/contact";
import {
  batchEntrySchema,
  batchSchema,
  callHintSchema,
  cardsInputSchema,
  cardsReportSchema,
  changeInputSchema,
  exportInputSchema,
  exportSchema,
  importChoicesSchema,
  savedFilterInputSchema,
  savedFilterSchema,
  savedViewInputSchema,
  savedViewSchema,
  siteInputSchema,
  siteSchema,
  callExceptionInputSchema,
  callExceptionSchema,
  callPlaceSchema,
  contestContactInputSchema,
  contestLoggedSchema,
  contestRowSchema,
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
  contactPageSchema,
  contactPatchSchema,
  contactQuerySchema,
  entityTableSchema,
  historyEntrySchema,
  jobSchema,
  loggedContactSchema,
  logbookChangeSchema,
  logbookInputSchema,
  logbookSchema,
  problemSchema,
  readingQuerySchema,
  readingSchema,
  receiptLineSchema,
  serviceViewSchema,
  storedContactSchema,
  undoReportSchema,
} from "../core/contract";
import { rulesSchema } from "../core/contest";
import { rowsQuerySchema } from "./contest/contestLog";
import { serialInputSchema } from "./contest/serials";
import { lookInputSchema } from "./contest/standing";
import { keyerSendSchema, keyerSpeedSchema } from "./links/keyer";
import { callHintQuerySchema } from "./logbook/callHints";
import { importQuerySchema } from "./logbook/startImport";
import { stationNoteSchema } from "./logbook/stationNotes";
import { VERSION } from "./version";

const id = (what: string) =>
  z.coerce
    .number()
    .int()
    .meta({ description: `The number of the ${what}.` });
const list = (item: z.ZodType) => z.object({ items: z.array(item), next: z.string().nullable() });
const json = (schema: z.ZodType) => ({ "application/json": { schema } });
const problem = { description: "A problem", content: { "application/problem+json": { schema: problemSchema } } };
const answers = (status: number, description: string, schema: z.ZodType) => ({
  [status]: { description, content: { "application/json": { schema: answerSchema(schema) } } },
  default: problem,
});

/**
 * What an answer looks like. Answers are what the schemas clean their input to, so every key is there but those that
 * are optional by themselves.
 */
function answerSchema(schema: z.ZodType): object {
  const { $schema: _, ...answer } = z.toJSONSchema(schema, {
    io: "input",
    override: ({ zodSchema, jsonSchema }) => {
      const { def } = zodSchema._zod;
      if (def.type !== "object") return;
      const keys = Object.entries(def.shape).filter(([, value]) => value._zod.def.type !== "optional");
      jsonSchema.required = keys.map(([key]) => key);
    },
  });
  return answer;
}

function operation(
  summary: string,
  responses: ZodOpenApiOperationObject["responses"],
  more: Partial<ZodOpenApiOperationObject> = {},
): ZodOpenApiOperationObject {
  return { summary, responses, ...more };
}

const ofSite = { requestParams: { path: z.object({ siteId: id("site") }) } };
const ofLogbook = { requestParams: { path: z.object({ id: id("logbook") }) } };
const withLogbook = (path: z.ZodRawShape, query?: z.ZodObject) => ({
  requestParams: { path: z.object({ id: id("logbook"), ...path }), ...(query === undefined ? {} : { query }) },
});

function ofEntry(path: z.ZodRawShape = {}, query?: z.ZodObject) {
  const withPath = { path: z.object({ entryId: id("entry"), ...path }) };
  return { requestParams: { ...withPath, ...(query === undefined ? {} : { query }) } };
}

/** The paths of what is kept under names. */
function saved(path: string, what: string, input: z.ZodType, item: z.ZodType): ZodOpenApiPathsObject {
  const requestBody = { content: json(input) };
  const one = withLogbook({ savedId: id(what) });
  return {
    [`/logbooks/{id}/${path}`]: {
      get: operation(`The ${path} kept in a logbook`, answers(200, `The ${path}`, list(item)), ofLogbook),
      post: operation(`Keep a ${what} under a name`, answers(201, `The ${what}`, item), { ...ofLogbook, requestBody }),
    },
    [`/logbooks/{id}/${path}/{savedId}`]: {
      put: operation(`Replace a kept ${what}`, answers(200, `The ${what}`, item), { ...one, requestBody }),
      delete: operation(`Remove a kept ${what}`, answers(200, "It is removed", z.object({ removed: z.int() })), one),
    },
  };
}

const paths: ZodOpenApiPathsObject = {
  "/health": {
    get: operation(
      "Whether the server is up",
      answers(200, "It is", z.object({ status: z.literal("ok"), name: z.string(), version: z.string() })),
    ),
  },
  "/calls/{call}": {
    get: operation(
      "Which entity a call operates from; strokes in the call stand in the path as they are",
      answers(200, "The resolution", callPlaceSchema),
      {
        requestParams: {
          path: z.object({ call: z.string() }),
          query: z.object({
            at: z.iso.datetime().optional().meta({ description: "As of this moment; now when left out." }),
          }),
        },
      },
    ),
  },
  "/call-exceptions": {
    get: operation(
      "Calls that operated from where their letters do not tell",
      answers(200, "The exceptions", list(callExceptionSchema)),
    ),
    post: operation("Add an exception", answers(201, "The exception", callExceptionSchema), {
      requestBody: { content: json(callExceptionInputSchema) },
    }),
  },
  "/call-exceptions/{exceptionId}": {
    delete: operation("Remove an exception", answers(200, "It is removed", z.object({ removed: z.int() })), {
      requestParams: { path: z.object({ exceptionId: id("exception") }) },
    }),
  },
  "/logbooks": {
    get: operation("All logbooks", answers(200, "The logbooks", list(logbookSchema))),
    post: operation("Make a logbook", answers(201, "The logbook", logbookSchema), {
      requestBody: { content: json(logbookInputSchema) },
    }),
  },
  "/logbooks/{id}": {
    get: operation("One logbook", answers(200, "The logbook", logbookSchema), ofLogbook),
    patch: operation("Give it another name, or another site", answers(200, "The logbook", logbookSchema), {
      ...ofLogbook,
      requestBody: { content: json(logbookChangeSchema) },
    }),
  },
  "/logbooks/{id}/contacts": {
    get: operation(
      "Contacts, the newest first, or found, filtered and sorted",
      answers(200, "A page", contactPageSchema),
      withLogbook({}, contactQuerySchema),
    ),
    post: operation(
      "Log a contact; what it does not say of our side comes from the site",
      answers(201, "The contact", loggedContactSchema),
      {
        ...ofLogbook,
        requestBody: { content: json(contactFactsSchema) },
      },
    ),
  },
  "/logbooks/{id}/contacts/{contactId}": {
    get: operation(
      "One contact",
      answers(200, "The contact", storedContactSchema),
      withLogbook({ contactId: id("contact") }),
    ),
    patch: operation("Change some facts of a contact", answers(200, "The contact", storedContactSchema), {
      ...withLogbook({ contactId: id("contact") }),
      requestBody: { content: json(contactPatchSchema) },
    }),
    delete: operation(
      "Delete a contact",
      answers(200, "The batch to undo to have it back", z.object({ batchId: z.int() })),
      withLogbook({ contactId: id("contact") }),
    ),
  },
  "/logbooks/{id}/contacts/{contactId}/history": {
    get: operation(
      "All that was ever done to a contact, the newest first",
      answers(200, "The entries of the journal", list(historyEntrySchema)),
      withLogbook({ contactId: id("contact") }),
    ),
  },
  "/logbooks/{id}/imports": {
    get: operation("The imports with their reports", answers(200, "The jobs", list(jobSchema)), ofLogbook),
    post: operation(
      "Import an ADIF file, given as the body; or only look what is in it",
      answers(202, "The job that reads it", jobSchema),
      {
        ...withLogbook({}, importQuerySchema),
        requestBody: { content: { "application/octet-stream": { schema: z.string() } } },
      },
    ),
  },
  "/logbooks/{id}/imports/{jobId}": {
    delete: operation(
      "Forget a file that was looked into",
      answers(200, "It is forgotten", z.object({ removed: z.int() })),
      withLogbook({ jobId: id("job that looked") }),
    ),
  },
  "/logbooks/{id}/imports/{jobId}/run": {
    post: operation("Import a file that was looked into", answers(202, "The job that imports it", jobSchema), {
      ...withLogbook({ jobId: id("job that looked") }),
      requestBody: { content: json(importChoicesSchema) },
    }),
  },
  "/logbooks/{id}/changes": {
    post: operation(
      "Look what a change of many contacts would do; the job's report says it",
      answers(202, "The job that looks", jobSchema),
      { ...ofLogbook, requestBody: { content: json(changeInputSchema) } },
    ),
  },
  "/logbooks/{id}/changes/{jobId}/run": {
    post: operation(
      "Do a change that was looked at; contacts that changed since are left alone",
      answers(202, "The job that changes", jobSchema),
      withLogbook({ jobId: id("job that looked") }),
    ),
  },
  "/logbooks/{id}/cards": {
    post: operation(
      "Mark the cards of a few contacts",
      answers(200, "The batch to undo to take it back", cardsReportSchema),
      { ...ofLogbook, requestBody: { content: json(cardsInputSchema) } },
    ),
  },
  "/logbooks/{id}/exports": {
    get: operation("What was exported", answers(200, "The exports", list(exportSchema)), ofLogbook),
    post: operation("Export the log or a part of it", answers(201, "The export", exportSchema), {
      ...ofLogbook,
      requestBody: { content: json(exportInputSchema) },
    }),
  },
  "/logbooks/{id}/exports/{exportId}/file": {
    get: operation(
      "The file of an export",
      {
        200: { description: "The file", content: { "application/octet-stream": { schema: z.string() } } },
        default: problem,
      },
      withLogbook({ exportId: id("export") }),
    ),
  },
  ...saved("filters", "filter", savedFilterInputSchema, savedFilterSchema),
  ...saved("views", "view", savedViewInputSchema, savedViewSchema),
  "/logbooks/{id}/hints": {
    get: operation(
      "Calls of the log that fit what is typed so far, best first",
      answers(200, "The calls", z.object({ items: z.array(callHintSchema) })),
      withLogbook({}, callHintQuerySchema),
    ),
  },
  "/logbooks/{id}/stations/{call}": {
    put: operation(
      "Keep a note about a station; an empty one takes it away",
      answers(200, "The note", z.object({ baseCall: z.string(), text: z.string().nullable() })),
      { ...withLogbook({ call: z.string() }), requestBody: { content: json(stationNoteSchema) } },
    ),
  },
  "/sites": {
    get: operation("All sites", answers(200, "The sites", list(siteSchema))),
    post: operation("Add a site", answers(201, "The site", siteSchema), {
      requestBody: { content: json(siteInputSchema) },
    }),
  },
  "/sites/{siteId}": {
    put: operation("Change a site, for the contacts to come", answers(200, "The site", siteSchema), {
      ...ofSite,
      requestBody: { content: json(siteInputSchema) },
    }),
    delete: operation(
      "Remove a site that nothing was logged from",
      answers(200, "Its id", z.object({ removed: z.int() })),
      ofSite,
    ),
  },
  "/logbooks/{id}/export.adi": {
    get: operation(
      "The whole log as ADIF",
      { 200: { description: "The file", content: { "text/plain": { schema: z.string() } } }, default: problem },
      ofLogbook,
    ),
  },
  "/logbooks/{id}/export.adx": {
    get: operation(
      "The whole log as ADIF in XML",
      { 200: { description: "The file", content: { "application/xml": { schema: z.string() } } }, default: problem },
      ofLogbook,
    ),
  },
  "/logbooks/{id}/awards/entities": {
    get: operation("The entities award", answers(200, "Every slot that holds a contact", entityTableSchema), ofLogbook),
  },
  "/logbooks/{id}/reading": {
    get: operation(
      "What is said of a call being typed",
      answers(200, "The reading", readingSchema),
      withLogbook({}, readingQuerySchema),
    ),
  },
  "/logbooks/{id}/outbox/lantern": {
    get: operation("How the logbook stands with Lantern", answers(200, "The view", serviceViewSchema), ofLogbook),
  },
  "/logbooks/{id}/outbox/lantern/send": {
    post: operation("Send what waits", answers(202, "The job", jobSchema), ofLogbook),
  },
  "/logbooks/{id}/outbox/lantern/fetch": {
    post: operation("Fetch confirmations since the last fetch", answers(202, "The job", jobSchema), ofLogbook),
  },
  "/logbooks/{id}/outbox/lantern/retry": {
    post: operation(
      "Let refused contacts go out again",
      answers(200, "How many wait again", z.object({ waiting: z.int() })),
      ofLogbook,
    ),
  },
  "/logbooks/{id}/sendings/{sendingId}": {
    get: operation(
      "The receipt of a sending",
      answers(200, "An answer a contact", list(receiptLineSchema)),
      withLogbook({ sendingId: id("sending") }),
    ),
  },
  "/logbooks/{id}/journal": {
    get: operation("The newest batches of the journal", answers(200, "The batches", list(batchSchema)), ofLogbook),
  },
  "/logbooks/{id}/journal/{batchId}": {
    get: operation(
      "What a batch did to its first contacts",
      answers(200, "The entries", list(batchEntrySchema)),
      withLogbook({ batchId: id("batch") }),
    ),
  },
  "/logbooks/{id}/journal/{batchId}/undo": {
    post: operation(
      "Undo a batch",
      {
        ...answers(200, "What was undone", undoReportSchema),
        ...answers(202, "The job that undoes a large batch", jobSchema),
      },
      withLogbook({ batchId: id("batch") }),
    ),
  },
  "/contests": {
    get: operation(
      "All contests that are known, with when they run",
      answers(200, "The contests", list(contestSchema)),
    ),
    post: operation(
      "Keep a contest's definition, in place of one of the same tag",
      answers(201, "The contest", contestSchema),
      {
        requestBody: { content: json(rulesSchema) },
      },
    ),
  },
  "/contests/{tag}": {
    delete: operation("Remove an own definition", answers(200, "It is removed", z.object({ removed: z.string() })), {
      requestParams: { path: z.object({ tag: z.string() }) },
    }),
  },
  "/contests/try": {
    post: operation(
      "How a definition understands a call and an exchange",
      answers(200, "What it made of them", tryOutSchema),
      {
        requestBody: { content: json(tryOutInputSchema) },
      },
    ),
  },
  "/logbooks/{id}/entries": {
    get: operation("A logbook's entries into contests", answers(200, "The entries", list(entrySchema)), ofLogbook),
    post: operation("Enter into a contest", answers(201, "The entry", entrySchema), {
      ...ofLogbook,
      requestBody: { content: json(entryInputSchema) },
    }),
  },
  "/entries/{entryId}": {
    get: operation("One entry", answers(200, "The entry", entrySchema), ofEntry()),
    patch: operation("Change an entry, or turn it on or off", answers(200, "The entry", entrySchema), {
      ...ofEntry(),
      requestBody: { content: json(entryPatchSchema) },
    }),
    delete: operation(
      "Forget an entry; its contacts stay",
      answers(200, "It is forgotten", z.object({ removed: z.int() })),
      ofEntry(),
    ),
  },
  "/entries/{entryId}/contacts": {
    get: operation(
      "Contacts of an entry with what each is worth, the newest first",
      answers(200, "The contacts", z.object({ items: z.array(contestRowSchema), total: z.int() })),
      ofEntry({}, rowsQuerySchema),
    ),
    post: operation(
      "Log a contact of a contest",
      answers(201, "The contact, and what it is worth", contestLoggedSchema),
      {
        ...ofEntry(),
        requestBody: { content: json(contestContactInputSchema) },
      },
    ),
  },
  "/entries/{entryId}/worth": {
    get: operation(
      "What a contact would be worth as far as it is typed",
      answers(200, "Its worth", worthSchema),
      ofEntry({}, worthQuerySchema),
    ),
  },
  "/entries/{entryId}/standing": {
    get: operation("Score, rate, hours and operating time", answers(200, "How it stands", standingSchema), ofEntry()),
  },
  "/entries/{entryId}/sheets": {
    get: operation(
      "The multipliers, and where each was worked",
      answers(200, "The sheets", list(sheetSchema)),
      ofEntry(),
    ),
  },
  "/entries/{entryId}/findings": {
    get: operation("What is probably wrong in the log", answers(200, "The findings", list(findingSchema)), ofEntry()),
    post: operation("Mark a finding as looked at", answers(200, "It is marked", z.object({ key: z.string() })), {
      ...ofEntry(),
      requestBody: { content: json(lookInputSchema) },
    }),
  },
  "/entries/{entryId}/log": {
    get: operation(
      "The log file, and what an organiser would stumble over",
      answers(200, "The file", logFileSchema),
      ofEntry(),
    ),
  },
  "/entries/{entryId}/log/file": {
    get: operation(
      "The log file, in Cabrillo",
      { 200: { description: "The file", content: { "text/plain": { schema: z.string() } } }, default: problem },
      ofEntry(),
    ),
  },
  "/entries/{entryId}/submissions": {
    get: operation(
      "Logs that were handed in, with what the organiser answered",
      answers(200, "The submissions", list(submissionSchema)),
      ofEntry(),
    ),
    post: operation("Hand the log to the organiser", answers(201, "What he answered", submissionSchema), ofEntry()),
  },
  "/entries/{entryId}/submissions/{submissionId}/check": {
    post: operation(
      "Fetch what the cross-check found",
      answers(200, "The submission", submissionSchema),
      ofEntry({ submissionId: id("submission") }),
    ),
  },
  "/entries/{entryId}/serials": {
    post: operation(
      "Reserve the next serial for a position",
      answers(200, "The serial", z.object({ serial: z.int() })),
      {
        ...ofEntry(),
        requestBody: { content: json(serialInputSchema) },
      },
    ),
    delete: operation(
      "Give back what a position reserved",
      answers(200, "How many", z.object({ freed: z.int() })),
      ofEntry({}, serialInputSchema),
    ),
  },
  "/entries/{entryId}/positions": {
    get: operation("Who sits where", answers(200, "The positions", list(positionSchema)), ofEntry()),
  },
  "/entries/{entryId}/positions/{position}": {
    put: operation("Say that a position is there", answers(200, "The positions", list(positionSchema)), {
      ...ofEntry({ position: z.string() }),
      requestBody: { content: json(positionInputSchema) },
    }),
  },
  "/entries/{entryId}/notes": {
    get: operation("Notes between the positions", answers(200, "The notes", list(positionNoteSchema)), ofEntry()),
    post: operation("Write a note to the other positions", answers(200, "The notes", list(positionNoteSchema)), {
      ...ofEntry(),
      requestBody: { content: json(positionNoteInputSchema) },
    }),
  },
  "/keyer/send": {
    post: operation("Send a text in Morse", answers(202, "It goes out", z.object({ id: z.int() })), {
      requestBody: { content: json(keyerSendSchema) },
    }),
  },
  "/keyer/speed": {
    post: operation(
      "Change the speed, also inside a text",
      answers(200, "The speed", z.object({ speed: z.number() })),
      {
        requestBody: { content: json(keyerSpeedSchema) },
      },
    ),
  },
  "/keyer/stop": {
    post: operation("Stop sending at once", answers(200, "It stopped", z.object({ stopped: z.literal(true) }))),
  },
  "/jobs": { get: operation("The newest jobs", answers(200, "The jobs", list(jobSchema))) },
  "/jobs/{jobId}": {
    get: operation("One job", answers(200, "The job", jobSchema), {
      requestParams: { path: z.object({ jobId: id("job") }) },
    }),
  },
  "/jobs/{jobId}/cancel": {
    post: operation("Cancel a running job", answers(200, "The job", jobSchema), {
      requestParams: { path: z.object({ jobId: id("job") }) },
    }),
  },
  "/jobs/{jobId}/refused": {
    get: operation(
      "The records that an import refused, as they came",
      {
        200: { description: "The file", content: { "application/octet-stream": { schema: z.string() } } },
        default: problem,
      },
      { requestParams: { path: z.object({ jobId: id("job") }) } },
    ),
  },
  "/jobs/{jobId}/run": {
    post: operation("Run a job again that did not end well", answers(202, "The job", jobSchema), {
      requestParams: { path: z.object({ jobId: id("job") }) },
    }),
  },
  "/events": {
    get: operation("Everything that changes, as server-sent events", {
      200: { description: "The stream", content: { "text/event-stream": { schema: z.string() } } },
      default: problem,
    }),
  },
};

/** The OpenAPI document of the interface for programs, made from the schemas that check it. */
export function openApiDocument() {
  return createDocument({
    openapi: "3.1.0",
    info: {
      title: "Ypsiloid",
      version: VERSION,
      description: "A radio amateur's log. Times are UTC, frequencies Hz, powers watts.",
    },
    servers: [{ url: "/api/v1" }],
    paths,
  });
}
