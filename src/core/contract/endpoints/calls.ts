import { z } from "zod";
import { secondsOf } from "../../contact";
import { callExceptionInputSchema, callExceptionSchema } from "../callException";
import { endpoint } from "../endpoint";
import { callPlaceSchema } from "../reading";
import { removedSchema } from "./removed";

export const readCall = endpoint({
  method: "GET",
  path: "calls/{call...}",
  summary: "Which entity a call operates from; strokes in the call stand in the path as they are",
  needs: "read",
  query: z.strictObject({
    /** As of this moment; now when left out. */
    at: z.iso
      .datetime({ offset: true, error: "a time is written like 2026-11-23T21:40:07Z" })
      .or(z.iso.date())
      .transform(secondsOf)
      .optional(),
  }),
  answer: callPlaceSchema,
});

export const exceptions = endpoint({
  method: "GET",
  path: "call-exceptions",
  summary: "Calls that operated from where their letters do not tell",
  needs: "read",
  answer: { items: callExceptionSchema },
});

export const addException = endpoint({
  method: "POST",
  path: "call-exceptions",
  summary: "Add an exception",
  needs: "manage",
  status: 201,
  body: callExceptionInputSchema,
  answer: callExceptionSchema,
});

export const removeException = endpoint({
  method: "DELETE",
  path: "call-exceptions/{exceptionId}",
  summary: "Remove an exception",
  needs: "manage",
  answer: removedSchema,
});
