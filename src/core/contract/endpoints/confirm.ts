import { z } from "zod";
import { endpoint } from "../endpoint";
import { jobOf } from "../job";
import { receiptLineSchema, serviceViewSchema } from "../service";

const OUTBOX = "logbooks/{logbookId}/outbox/lantern";

export const serviceView = endpoint({
  method: "GET",
  path: OUTBOX,
  summary: "How the logbook stands with Lantern",
  needs: "read",
  answer: serviceViewSchema,
});

export const waiting = endpoint({
  method: "GET",
  path: `${OUTBOX}/waiting`,
  summary: "How many contacts wait for Lantern",
  needs: "read",
  answer: z.object({ waiting: z.int() }),
});

export const send = endpoint({
  method: "POST",
  path: `${OUTBOX}/send`,
  summary: "Send what waits",
  needs: "change",
  status: 202,
  answer: jobOf("send"),
});

export const fetchConfirmations = endpoint({
  method: "POST",
  path: `${OUTBOX}/fetch`,
  summary: "Fetch confirmations since the last fetch",
  needs: "change",
  status: 202,
  answer: jobOf("fetch"),
});

export const retryRefused = endpoint({
  method: "POST",
  path: `${OUTBOX}/retry`,
  summary: "Let refused contacts go out again; the answer is how many wait again",
  needs: "change",
  answer: z.object({ waiting: z.int() }),
});

export const receipt = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/sendings/{sendingId}",
  summary: "The receipt of a sending: an answer a contact",
  needs: "read",
  answer: { items: receiptLineSchema },
});
