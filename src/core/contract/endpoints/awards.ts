import { z } from "zod";
import { awardIdSchema, awardRulesSchema } from "../../award";
import {
  awardContactsQuerySchema,
  awardContactsSchema,
  awardNewsSchema,
  awardPlaceSchema,
  awardProgressSchema,
  awardTableSchema,
  awardTriedSchema,
  awardYearSchema,
  missingSchema,
  recordsSchema,
} from "../award";
import { endpoint } from "../endpoint";

const AWARDS = "logbooks/{logbookId}/awards";

export const awards = endpoint({
  method: "GET",
  path: AWARDS,
  summary: "How far each award is: items worked and confirmed; and which are followed",
  needs: "read",
  answer: { items: awardProgressSchema },
});

export const keepAward = endpoint({
  method: "POST",
  path: AWARDS,
  summary: "Keep an own award, in place of one of the same id; a job counts it",
  needs: "manage",
  status: 201,
  body: { checkedLater: awardRulesSchema },
  answer: awardProgressSchema,
});

export const tryAward = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/award-trial",
  summary: "What an award would count in a log",
  needs: "read",
  body: { checkedLater: awardRulesSchema },
  answer: awardTriedSchema,
});

export const award = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}`,
  summary: "An award: every slot that holds a contact",
  needs: "read",
  answer: awardTableSchema,
});

export const removeAward = endpoint({
  method: "DELETE",
  path: `${AWARDS}/{award}`,
  summary: "Remove an own award",
  needs: "manage",
  answer: z.object({ removed: awardIdSchema }),
});

export const followAward = endpoint({
  method: "PUT",
  path: `${AWARDS}/{award}/followed`,
  summary: "Follow an award, or no longer: reading, spots and alerts speak of those that are followed",
  needs: "change",
  body: z.strictObject({ followed: z.boolean() }),
  answer: z.object({ followed: z.boolean() }),
});

export const awardContacts = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}/contacts`,
  summary: "The contacts that are worth an item of an award, or any of them, on a band or in a mode group",
  needs: "read",
  query: awardContactsQuerySchema,
  answer: awardContactsSchema,
});

export const awardYears = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}/years`,
  summary: "How an award grew over the years",
  needs: "read",
  answer: { items: awardYearSchema },
});

export const awardMissing = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}/missing`,
  summary: "What lacks of an award, the easiest first: heard within the last day, and whom to ask",
  needs: "read",
  answer: missingSchema,
});

export const awardPlaces = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}/places`,
  summary: "Where the items of an award lie, by the contacts with them",
  needs: "read",
  answer: { items: awardPlaceSchema },
});

export const awardNews = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/award-news",
  summary: "What came new this month, UTC, for each award",
  needs: "read",
  answer: { items: awardNewsSchema },
});

export const records = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/records",
  summary: "The records of a log: farthest, most kilometres a watt, first with each entity, most in a day",
  needs: "read",
  answer: recordsSchema,
});
