import { askingSchema, askInputSchema, unansweredSchema } from "../asking";
import { endpoint } from "../endpoint";

const CONTACT = "logbooks/{logbookId}/contacts/{contactId}/asking";

export const asking = endpoint({
  method: "GET",
  path: CONTACT,
  summary: "Why a contact is not confirmed, what may be written to the other operator, and when he was asked",
  needs: "read",
  answer: askingSchema,
});

export const askStation = endpoint({
  method: "POST",
  path: CONTACT,
  summary: "Ask the other operator for a confirmation: through a service, or note that it is done by mail or card",
  needs: "change",
  body: askInputSchema,
  answer: askingSchema,
});

export const unanswered = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/asked",
  summary: "The contacts whose operators were asked and that are not confirmed, the longest ago first",
  needs: "read",
  answer: { items: unansweredSchema },
});
