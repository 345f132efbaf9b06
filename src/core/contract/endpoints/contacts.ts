import { z } from "zod";
import { contactFactsSchema } from "../../contact";
import { cardsInputSchema, cardsReportSchema, changeInputSchema } from "../change";
import {
  contactPageSchema,
  contactPatchSchema,
  contactQuerySchema,
  handInQuerySchema,
  loggedContactSchema,
  storedContactSchema,
} from "../contact";
import { endpoint } from "../endpoint";
import { jobOf } from "../job";
import { historyEntrySchema } from "../journal";

export const listContacts = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/contacts",
  summary: "Contacts, the newest first, or found, filtered and sorted",
  needs: "read",
  query: contactQuerySchema,
  answer: contactPageSchema,
});

export const logContact = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/contacts",
  summary: "Log a contact; what it does not say of our side comes from the site",
  needs: "log",
  status: 201,
  query: handInQuerySchema,
  body: { checkedLater: contactFactsSchema },
  answer: loggedContactSchema,
});

export const contact = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/contacts/{contactId}",
  summary: "One contact",
  needs: "read",
  answer: storedContactSchema,
});

export const changeContact = endpoint({
  method: "PATCH",
  path: "logbooks/{logbookId}/contacts/{contactId}",
  summary: "Change some facts of a contact",
  needs: "change",
  orOwn: true,
  body: { checkedLater: contactPatchSchema },
  answer: storedContactSchema,
});

export const deleteContact = endpoint({
  method: "DELETE",
  path: "logbooks/{logbookId}/contacts/{contactId}",
  summary: "Delete a contact; the answer names the batch to undo to have it back",
  needs: "change",
  orOwn: true,
  answer: z.object({ batchId: z.int() }),
});

export const contactHistory = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/contacts/{contactId}/history",
  summary: "All that was ever done to a contact, the newest first",
  needs: "read",
  answer: { items: historyEntrySchema },
});

export const previewChange = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/changes",
  summary: "Look what a change of many contacts would do; the job's report says it",
  needs: "change",
  status: 202,
  body: changeInputSchema,
  answer: jobOf("preview"),
});

export const runChange = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/changes/{jobId}/run",
  summary: "Do a change that was looked at; contacts that changed since are left alone",
  needs: "change",
  status: 202,
  answer: jobOf("change"),
});

export const markCards = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/cards",
  summary: "Mark the cards of a few contacts; the answer names the batch to undo to take it back",
  needs: "change",
  body: cardsInputSchema,
  answer: cardsReportSchema,
});
