import { z } from "zod";
import { endpoint, UPLOAD } from "../endpoint";
import { exportInputSchema, exportSchema } from "../export";
import { importChoicesSchema, jobOf, jobSchema } from "../job";
import { serviceIdSchema } from "../service";
import { removedSchema } from "./removed";

const LOGBOOK = "logbooks/{logbookId}";

export const imports = endpoint({
  method: "GET",
  path: `${LOGBOOK}/imports`,
  summary: "The imports with their reports",
  needs: "read",
  answer: { items: jobOf("import") },
});

export const startImport = endpoint({
  method: "POST",
  path: `${LOGBOOK}/imports`,
  summary: "Import an ADIF file, given as the body; or only look what is in it",
  needs: "change",
  status: 202,
  query: z.strictObject({
    /** The file's name, for the report. */
    name: z.string().max(200).default("log.adi"),
    /** What the file does not mark as sent waits for this service. */
    queue: serviceIdSchema.optional(),
    /** "yes": only look what is in the file; the import is started with the number of the job that looked. */
    look: z.literal("yes").optional(),
  }),
  body: UPLOAD,
  answer: jobSchema,
});

export const dropLookedInto = endpoint({
  method: "DELETE",
  path: `${LOGBOOK}/imports/{jobId}`,
  summary: "Forget a file that was looked into",
  needs: "change",
  answer: removedSchema,
});

export const importLookedInto = endpoint({
  method: "POST",
  path: `${LOGBOOK}/imports/{jobId}/run`,
  summary: "Import a file that was looked into",
  needs: "change",
  status: 202,
  body: importChoicesSchema,
  answer: jobOf("import"),
});

export const exports = endpoint({
  method: "GET",
  path: `${LOGBOOK}/exports`,
  summary: "What was exported",
  needs: "read",
  answer: { items: exportSchema },
});

export const startExport = endpoint({
  method: "POST",
  path: `${LOGBOOK}/exports`,
  summary: "Export the log or a part of it",
  needs: "read",
  status: 201,
  body: exportInputSchema,
  answer: exportSchema,
});

export const exportFile = endpoint({
  method: "GET",
  path: `${LOGBOOK}/exports/{exportId}/file`,
  summary: "The file of an export",
  needs: "read",
  answer: { media: "application/octet-stream" },
});

export const exportAdi = endpoint({
  method: "GET",
  path: `${LOGBOOK}/export.adi`,
  summary: "The whole log as ADIF",
  needs: "read",
  answer: { media: "text/plain" },
});

export const exportAdx = endpoint({
  method: "GET",
  path: `${LOGBOOK}/export.adx`,
  summary: "The whole log as ADIF in XML",
  needs: "read",
  answer: { media: "application/xml" },
});
