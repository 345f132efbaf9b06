import { practiceRunInputSchema, practiceRunLineSchema, practiceRunSchema } from "../../practice";
import { endpoint } from "../endpoint";
import { removedSchema } from "./removed";

const ALL = "logbooks/{logbookId}/practice-runs";
const ONE = `${ALL}/{runId}` as const;

export const practiceRuns = endpoint({
  method: "GET",
  path: ALL,
  summary: "The practice runs that are kept, the newest first: what was tried, and how much of it was right",
  needs: "read",
  answer: { items: practiceRunLineSchema },
});

export const practiceRun = endpoint({
  method: "GET",
  path: ONE,
  summary: "A practice run, with what was logged, what really was, and everything that was sent",
  needs: "read",
  answer: practiceRunSchema,
});

export const keepPracticeRun = endpoint({
  method: "POST",
  path: ALL,
  summary: "Keep a practice run; the log knows nothing of it",
  needs: "change",
  status: 201,
  body: practiceRunInputSchema,
  answer: practiceRunLineSchema,
});

export const removePracticeRun = endpoint({
  method: "DELETE",
  path: ONE,
  summary: "Remove a practice run",
  needs: "change",
  answer: removedSchema,
});
