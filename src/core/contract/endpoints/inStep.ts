import { endpoint } from "../endpoint";
import {
  actSchema,
  actViewSchema,
  gainedSchema,
  gainQuerySchema,
  inStepInputSchema,
  placeChartSchema,
} from "../inStep";
import { jobOf } from "../job";

const IN_STEP = "logbooks/{logbookId}/in-step";

export const acts = endpoint({
  method: "GET",
  path: IN_STEP,
  summary: "The times that services were brought in step, the newest first, and what each place had before and after",
  needs: "read",
  answer: { items: actSchema },
});

export const bringInStep = endpoint({
  method: "POST",
  path: IN_STEP,
  summary: "Bring services in step: fetch from each, send each what it lacks, bring what is confirmed elsewhere",
  needs: "change",
  status: 202,
  body: inStepInputSchema,
  answer: jobOf("inStep"),
});

export const act = endpoint({
  method: "GET",
  path: `${IN_STEP}/{actId}`,
  summary: "What each place had before and after, by band and mode group",
  needs: "read",
  answer: actViewSchema,
});

export const gain = endpoint({
  method: "GET",
  path: `${IN_STEP}/{actId}/gain`,
  summary: "The contacts behind a gain: those that are there, or confirmed, since",
  needs: "read",
  query: gainQuerySchema,
  answer: { items: gainedSchema },
});

export const charts = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/charts",
  summary: "What each place has now, by band and mode group; services are asked that tell it",
  needs: "read",
  answer: { items: placeChartSchema },
});
