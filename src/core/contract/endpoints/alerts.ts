import { z } from "zod";
import {
  alertAnswerSchema,
  alertChoicesSchema,
  alertSchema,
  alertSnoozeInputSchema,
  alertSnoozeSchema,
  alertStateSchema,
  alertTrialSchema,
} from "../alert";
import { endpoint } from "../endpoint";
import { testStepSchema } from "../setting";
import { removedSchema } from "./removed";

export const alertState = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/alert-state",
  summary: "The rules by which one is called, how often each called within the hour, and who is silent until when",
  needs: "read",
  answer: alertStateSchema,
});

export const tryAlertRule = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/alert-trial",
  summary: "How often a rule would have called within the last day",
  needs: "read",
  body: alertChoicesSchema,
  answer: alertTrialSchema,
});

export const alerts = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/alerts",
  summary: "What one was called for, the newest first, and what became of it",
  needs: "read",
  query: z.strictObject({
    before: z.coerce.number().int().positive().optional(),
    most: z.coerce.number().int().min(1).max(500).default(100),
  }),
  answer: { items: alertSchema },
});

export const answerAlert = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/alerts/{alertId}/outcome",
  summary: "Answer an alert: one goes there, or puts it aside",
  needs: "log",
  body: alertAnswerSchema,
  answer: alertSchema,
});

export const snoozeAlerts = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/alert-snoozes",
  summary: "Silence a rule, a station or all alerts for a while",
  needs: "log",
  status: 201,
  body: alertSnoozeInputSchema,
  answer: alertSnoozeSchema,
});

export const wakeAlerts = endpoint({
  method: "DELETE",
  path: "logbooks/{logbookId}/alert-snoozes/{snoozeId}",
  summary: "End a silence",
  needs: "log",
  answer: removedSchema,
});

export const testAlertMail = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/alert-mail-test",
  summary: "Send a message for a test through each mail link, and say what became of it",
  needs: "change",
  answer: { items: testStepSchema },
});
