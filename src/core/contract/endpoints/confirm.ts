import { z } from "zod";
import { endpoint, UPLOAD } from "../endpoint";
import { jobOf } from "../job";
import {
  accountLineSchema,
  leaveSchema,
  fetchChoiceSchema,
  outboxSchema,
  receiptLineSchema,
  sendChoiceSchema,
  serviceSettingsPatchSchema,
  serviceSettingsSchema,
  serviceViewSchema,
} from "../service";

const SERVICES = "logbooks/{logbookId}/services";
const SERVICE = `${SERVICES}/{service}`;

export const outboxes = endpoint({
  method: "GET",
  path: SERVICES,
  summary: "How many contacts wait for each service, and whether sending by itself pauses",
  needs: "read",
  answer: { items: outboxSchema },
});

export const serviceView = endpoint({
  method: "GET",
  path: SERVICE,
  summary: "How the logbook stands with a service",
  needs: "read",
  answer: serviceViewSchema,
});

export const send = endpoint({
  method: "POST",
  path: `${SERVICE}/send`,
  summary: "Send what waits",
  needs: "change",
  status: 202,
  answer: jobOf("send"),
});

export const lookAtSending = endpoint({
  method: "POST",
  path: `${SERVICE}/look`,
  summary: "Look what a sending of some contacts would be: how many by call and place, what is left out and why",
  needs: "change",
  status: 202,
  body: sendChoiceSchema,
  answer: jobOf("sendLook"),
});

export const sendSome = endpoint({
  method: "POST",
  path: `${SERVICE}/send-some`,
  summary: "Send some contacts, whether they wait or not",
  needs: "change",
  status: 202,
  body: sendChoiceSchema,
  answer: jobOf("send"),
});

export const signToFile = endpoint({
  method: "POST",
  path: `${SERVICE}/sign`,
  summary: "Sign some contacts to a file that is sent later, from here or elsewhere: GET jobs/{id}/signed",
  needs: "change",
  status: 202,
  body: sendChoiceSchema,
  answer: jobOf("sign"),
});

export const sendFile = endpoint({
  method: "POST",
  path: `${SERVICE}/send-file`,
  summary: "Send a file, given as the body: one of signed contacts, or one of ADIF, which is signed where it must be",
  needs: "change",
  status: 202,
  query: z.strictObject({
    /** The file's name, for the report. */
    name: z.string().max(200).default("file"),
  }),
  body: UPLOAD,
  answer: jobOf("sendFile"),
});

export const fetchConfirmations = endpoint({
  method: "POST",
  path: `${SERVICE}/fetch`,
  summary: "Fetch confirmations since the last fetch",
  needs: "change",
  status: 202,
  answer: jobOf("fetch"),
});

export const fetchAgain = endpoint({
  method: "POST",
  path: `${SERVICE}/fetch-again`,
  summary: "Fetch confirmations once more, from the beginning or from a day on",
  needs: "change",
  status: 202,
  body: fetchChoiceSchema,
  answer: jobOf("fetch"),
});

export const retryRefused = endpoint({
  method: "POST",
  path: `${SERVICE}/retry`,
  summary: "Let refused contacts go out again; the answer is how many wait again",
  needs: "change",
  answer: z.object({ waiting: z.int() }),
});

export const meetAgain = endpoint({
  method: "POST",
  path: `${SERVICE}/meet`,
  summary: "Look again whether statements meet contacts by now; the answer is how many do, and are confirmed",
  needs: "change",
  answer: z.object({ met: z.int() }),
});

export const leaveStatements = endpoint({
  method: "POST",
  path: `${SERVICE}/leave`,
  summary: "Leave statements without a twin alone, or take up again all that were",
  needs: "change",
  body: leaveSchema,
  answer: z.object({ changed: z.int() }),
});

export const account = endpoint({
  method: "GET",
  path: `${SERVICE}/account`,
  summary: "What the service says it has of ours, beside what we believe",
  needs: "read",
  answer: { items: accountLineSchema },
});

export const changeSettings = endpoint({
  method: "PATCH",
  path: `${SERVICE}/settings`,
  summary: "Change how the logbook reaches a service; an empty token takes the kept one away",
  needs: "manage",
  body: serviceSettingsPatchSchema,
  answer: serviceSettingsSchema,
});

export const receipt = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/sendings/{sendingId}",
  summary: "The receipt of a sending: an answer a contact",
  needs: "read",
  answer: { items: receiptLineSchema },
});
