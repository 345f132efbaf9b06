import { z } from "zod";
import { GAINS } from "../award";
import { countReportSchema } from "./award";
import { changeReportSchema } from "./change";
import { lookUpReportSchema } from "./directory";
import { sendLookSchema, serviceIdSchema } from "./service";

/** What to do with contacts of a file that are in the log already, and with what they lack. */
export const importChoicesSchema = z.strictObject({
  /** Pass over them; add the facts that ours lack; add how they stand with cards and services, too; or keep both. */
  duplicates: z.enum(["skip", "facts", "confirmations", "keep"]).default("skip"),
  /** The site of contacts that do not say our call; null for that of the logbook. */
  siteId: z.int().positive().nullable().default(null),
  /** Work out entity, continent and zones anew, whatever the file says. */
  recalculate: z.boolean().default(false),
  /** What the file does not mark as sent waits for these services. */
  queue: z.array(serviceIdSchema).default([]),
});
export type ImportChoices = z.output<typeof importChoicesSchema>;

/** What is in a file, before anything is written. */
export const lookReportSchema = z.object({
  fileName: z.string(),
  read: z.int(),
  /** Contacts that the log does not have. */
  fresh: z.int(),
  duplicates: z.int(),
  refusedCount: z.int(),
  from: z.string().nullable(),
  to: z.string().nullable(),
  /** Our calls and grids in the file, the most frequent first; a null call where it does not say. */
  sites: z.array(z.object({ call: z.string().nullable(), grid: z.string().nullable(), count: z.int() })),
  /** The first contacts. */
  first: z.array(
    z.object({
      call: z.string(),
      startedAt: z.string(),
      band: z.string(),
      mode: z.string(),
      name: z.string().nullable(),
    }),
  ),
  /** What was refused and what was tolerated, by kind, each with an example. */
  problems: z.array(
    z.object({ refused: z.boolean(), field: z.string(), text: z.string(), line: z.int(), count: z.int() }),
  ),
});
export type LookReport = z.output<typeof lookReportSchema>;

export const importReportSchema = z.object({
  fileName: z.string(),
  /** The batch of the journal; undoing it takes the import back. */
  batchId: z.int().nullable(),
  read: z.int(),
  added: z.int(),
  duplicates: z.int(),
  /** Contacts of the log that the file added facts to. */
  merged: z.int().default(0),
  refusedCount: z.int(),
  /** The size of the file of refused records, GET jobs/{id}/refused. */
  refusedBytes: z.int(),
  noteCount: z.int(),
  /** The first refused records, with the line of the file each begins on. */
  refused: z.array(z.object({ line: z.int(), reason: z.string(), call: z.string().nullable() })),
  /** The first things that were tolerated. */
  notes: z.array(z.object({ line: z.int(), field: z.string(), text: z.string() })),
});
export type ImportReport = z.output<typeof importReportSchema>;

export const sendReportSchema = z.object({
  service: serviceIdSchema,
  sendingId: z.int().nullable(),
  batchId: z.int().nullable(),
  accepted: z.int(),
  known: z.int(),
  refused: z.int(),
  /** Contacts of which the service said nothing; they still wait. */
  unanswered: z.int().default(0),
  /** Contacts that were put into the outbox for it, and those that were left out: the service has them already. */
  queued: z.int().default(0),
  leftOut: z.int().default(0),
  /** Contacts that nobody signs, by why; they still wait. */
  unsigned: z.array(z.object({ why: z.string(), count: z.int() })).default([]),
});
export type SendReport = z.output<typeof sendReportSchema>;

export const signReportSchema = z.object({
  service: serviceIdSchema,
  signed: z.int(),
  leftOut: z.int(),
  unsigned: z.array(z.object({ why: z.string(), count: z.int() })),
});
export type SignReport = z.output<typeof signReportSchema>;

export const sendFileReportSchema = z.object({
  service: serviceIdSchema,
  fileName: z.string(),
  batchId: z.int().nullable(),
  /** Contacts of the file that were gone through. */
  read: z.int(),
  accepted: z.int(),
  known: z.int(),
  refused: z.int(),
  unanswered: z.int(),
  /** Contacts that nobody signs, by why. */
  unsigned: z.array(z.object({ why: z.string(), count: z.int() })),
  /** What was not sent, since it is no contact or was changed after it was signed; and the first of it, with its line. */
  damaged: z.int(),
  damagedLines: z.array(z.object({ line: z.int(), why: z.string() })),
  /** The first that were refused. */
  refusedLines: z.array(z.object({ call: z.string(), why: z.string() })),
  /** Contacts of the log that are marked as sent now. */
  marked: z.int(),
});
export type SendFileReport = z.output<typeof sendFileReportSchema>;

const fetchedLineSchema = z.object({
  call: z.string(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  text: z.string(),
});
export type FetchedLine = z.output<typeof fetchedLineSchema>;

export const fetchReportSchema = z.object({
  service: serviceIdSchema,
  batchId: z.int().nullable(),
  matched: z.int(),
  known: z.int(),
  withoutTwin: z.int(),
  /** Statements that were passed over: they are of before the day from which on it was fetched. */
  passedOver: z.int().default(0),
  /** The same by our call, the most first. */
  byCall: z
    .array(z.object({ ownCall: z.string(), matched: z.int(), known: z.int(), withoutTwin: z.int() }))
    .default([]),
  /** What the confirmed contacts added to awards: items, bands of them, modes; and the first of each. */
  gains: z
    .array(
      z.object({
        award: z.string(),
        gain: z.enum(GAINS),
        count: z.int(),
        first: z.array(z.object({ item: z.string(), band: z.string() })),
      }),
    )
    .default([]),
  /** Other logbooks that have contacts that were told of, and how many of them were confirmed. */
  elsewhere: z
    .array(z.object({ logbookId: z.int(), name: z.string(), matched: z.int(), batchId: z.int().nullable() }))
    .default([]),
  /** The first of each kind. */
  matchedLines: z.array(fetchedLineSchema),
  withoutTwinLines: z.array(fetchedLineSchema),
});
export type FetchReport = z.output<typeof fetchReportSchema>;

/** How the credits of an account stand in the log after it was fetched. */
export const accountReportSchema = z.object({
  service: serviceIdSchema,
  batchId: z.int().nullable(),
  /** Credits of the account. */
  credits: z.int(),
  granted: z.int(),
  claimed: z.int(),
  refused: z.int(),
  known: z.int(),
  /** Those that no contact of the log brings. */
  apart: z.int(),
});
export type AccountReport = z.output<typeof accountReportSchema>;

export const claimThroughReportSchema = z.object({
  service: serviceIdSchema,
  /** The number that the service gave the claim; "" while it gave none. */
  claim: z.string(),
  batchId: z.int().nullable(),
  taken: z.int(),
  known: z.int(),
  refused: z.int(),
  /** Credits that the service said nothing of; they are open. */
  unanswered: z.int(),
  refusedLines: z.array(z.object({ call: z.string(), why: z.string() })),
});
export type ClaimThroughReport = z.output<typeof claimThroughReportSchema>;

const bringReportSchema = z.object({
  service: serviceIdSchema,
  /** Contacts that are confirmed elsewhere and not there, and the last of them that was brought. */
  brought: z.int(),
  upTo: z.int(),
  accepted: z.int(),
  known: z.int(),
  /** What it did not believe, by why. */
  refused: z.array(z.object({ why: z.string(), count: z.int() })),
});
export type BringReport = z.output<typeof bringReportSchema>;

const step = {
  service: serviceIdSchema.nullable(),
  /** Passed over: the service failed in a step before. */
  state: z.enum(["waiting", "running", "done", "failed", "passedOver"]),
  problem: z.string().nullable(),
};
export const inStepReportSchema = z.object({
  actId: z.int(),
  steps: z.array(
    z.discriminatedUnion("kind", [
      z.object({ kind: z.literal("before"), ...step, report: z.null() }),
      z.object({ kind: z.literal("fetch"), ...step, report: fetchReportSchema.nullable() }),
      z.object({ kind: z.literal("send"), ...step, report: sendReportSchema.nullable() }),
      z.object({ kind: z.literal("bring"), ...step, report: bringReportSchema.nullable() }),
      z.object({ kind: z.literal("after"), ...step, report: z.null() }),
    ]),
  ),
});
export type InStepReport = z.output<typeof inStepReportSchema>;
export type InStepStep = InStepReport["steps"][number];

export const undoReportSchema = z.object({
  /** The batch that this undo is; undoing it brings everything back. */
  batchId: z.int().nullable(),
  undone: z.int(),
  /** Contacts that a later change stands in the way of, and which change. */
  blocked: z.array(z.object({ contactId: z.int(), call: z.string(), by: z.string() })),
});
export type UndoReport = z.output<typeof undoReportSchema>;

/** What each kind of job reports at its end, and as far as it got before. */
const REPORTS = {
  look: lookReportSchema,
  import: importReportSchema,
  sendLook: sendLookSchema,
  send: sendReportSchema,
  sign: signReportSchema,
  sendFile: sendFileReportSchema,
  fetch: fetchReportSchema,
  fetchAccount: accountReportSchema,
  claim: claimThroughReportSchema,
  inStep: inStepReportSchema,
  count: countReportSchema,
  undo: undoReportSchema,
  preview: changeReportSchema,
  change: changeReportSchema,
  lookUp: lookUpReportSchema,
};
type JobKind = keyof typeof REPORTS;

/** A job of one kind. */
export function jobOf<const Kind extends JobKind>(kind: Kind) {
  return z.object({
    id: z.int(),
    logbookId: z.int(),
    kind: z.literal(kind),
    /** The service that it has to do with. */
    service: serviceIdSchema.nullable(),
    title: z.string(),
    state: z.enum(["running", "done", "failed", "cancelled", "interrupted"]),
    progress: z.object({ done: z.number(), total: z.number().nullable() }),
    report: z.nullable<(typeof REPORTS)[Kind]>(REPORTS[kind]),
    /** Why it did not end well, and the mend. */
    problem: z.string().nullable(),
    startedAt: z.string(),
    endedAt: z.string().nullable(),
  });
}

export const jobSchema = z.discriminatedUnion("kind", [
  jobOf("look"),
  jobOf("import"),
  jobOf("sendLook"),
  jobOf("send"),
  jobOf("sign"),
  jobOf("sendFile"),
  jobOf("fetch"),
  jobOf("fetchAccount"),
  jobOf("claim"),
  jobOf("inStep"),
  jobOf("count"),
  jobOf("undo"),
  jobOf("preview"),
  jobOf("change"),
  jobOf("lookUp"),
]);
/** Long work, as the interface shows it. */
export type Job = z.output<typeof jobSchema>;
export type JobOf<Kind extends JobKind> = Extract<Job, { kind: Kind }>;
