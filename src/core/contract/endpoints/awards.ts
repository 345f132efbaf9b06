import { awardContactsQuerySchema, awardContactsSchema, awardProgressSchema, awardTableSchema } from "../award";
import { endpoint } from "../endpoint";

const AWARDS = "logbooks/{logbookId}/awards";

export const awards = endpoint({
  method: "GET",
  path: AWARDS,
  summary: "How far each award is: items worked and confirmed",
  needs: "read",
  answer: { items: awardProgressSchema },
});

export const award = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}`,
  summary: "An award: every slot that holds a contact",
  needs: "read",
  answer: awardTableSchema,
});

export const awardContacts = endpoint({
  method: "GET",
  path: `${AWARDS}/{award}/contacts`,
  summary: "The contacts that are worth an item of an award, on a band or in a mode group",
  needs: "read",
  query: awardContactsQuerySchema,
  answer: awardContactsSchema,
});
