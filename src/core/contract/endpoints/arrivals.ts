import { z } from "zod";
import { ARRIVAL_OUTCOMES, arrivalFactsSchema, arrivalSchema } from "../arrival";
import { endpoint } from "../endpoint";

export const arrivals = endpoint({
  method: "GET",
  path: "arrivals",
  summary: "Contacts that other programs sent, the newest first, and what became of each",
  needs: "read",
  query: z.strictObject({
    outcome: z.enum(ARRIVAL_OUTCOMES).optional(),
    limit: z.coerce.number().int().min(1).max(500).default(100),
  }),
  answer: { items: arrivalSchema },
});

export const confirmArrival = endpoint({
  method: "POST",
  path: "arrivals/{arrivalId}/confirm",
  summary: "Log a contact that waits to be confirmed, with what is to be said of it besides",
  needs: "log",
  body: arrivalFactsSchema,
  answer: arrivalSchema,
});

export const undoArrival = endpoint({
  method: "POST",
  path: "arrivals/{arrivalId}/undo",
  summary: "Take a contact that another program sent out of the log again, or drop one that waits",
  needs: "log",
  answer: arrivalSchema,
});
