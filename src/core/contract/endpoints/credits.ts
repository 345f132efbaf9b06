import {
  claimInputSchema,
  claimOutcomeSchema,
  claimPlanInputSchema,
  claimPlanSchema,
  claimReportSchema,
  claimSchema,
  grantListSchema,
  grantReportSchema,
  heldCreditSchema,
} from "../credit";
import { awardAccountSchema, claimThroughSchema, takeBackSchema } from "../awardAccount";
import { endpoint } from "../endpoint";
import { jobOf } from "../job";

export const awardCredits = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/awards/{award}/credits",
  summary: "The credits of an award that were asked for, and how each stands",
  needs: "read",
  answer: { items: heldCreditSchema },
});

export const planClaim = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/claim-plan",
  summary: "The contacts that bring the most credits of awards for the least",
  needs: "read",
  body: claimPlanInputSchema,
  answer: claimPlanSchema,
});

export const claims = endpoint({
  method: "GET",
  path: "logbooks/{logbookId}/claims",
  summary: "The claims that were made, the newest first",
  needs: "read",
  answer: { items: claimSchema },
});

export const recordClaim = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/claims",
  summary: "Record a claim that was sent by hand; one batch of the journal",
  needs: "change",
  status: 201,
  body: claimInputSchema,
  answer: claimReportSchema,
});

export const claimOutcome = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/claims/outcome",
  summary: "Say what became of a claim, or of some credits of it; one batch of the journal",
  needs: "change",
  body: claimOutcomeSchema,
  answer: claimReportSchema,
});

export const grantList = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/granted",
  summary: "Record credits that were granted before, from a list of contacts; one batch of the journal",
  needs: "change",
  body: grantListSchema,
  answer: grantReportSchema,
});

export const takeBackCredits = endpoint({
  method: "POST",
  path: "logbooks/{logbookId}/credits/take-back",
  summary: "Take credits back that were recorded: they are open again; one batch of the journal",
  needs: "change",
  body: takeBackSchema,
  answer: claimReportSchema,
});

const ACCOUNT = "logbooks/{logbookId}/services/{service}/award-account";

export const awardAccount = endpoint({
  method: "GET",
  path: ACCOUNT,
  summary: "The account of awards that a service keeps, as it was fetched, against the log, down to what differs",
  needs: "read",
  answer: awardAccountSchema,
});

export const fetchAccount = endpoint({
  method: "POST",
  path: `${ACCOUNT}/fetch`,
  summary: "Fetch all of the account of awards that a service keeps, and record in the log what it says",
  needs: "change",
  status: 202,
  answer: jobOf("fetchAccount"),
});

export const claimThrough = endpoint({
  method: "POST",
  path: `${ACCOUNT}/claim`,
  summary: "Claim credits with a service, and record what it answers; one batch of the journal",
  needs: "change",
  status: 202,
  body: claimThroughSchema,
  answer: jobOf("claim"),
});
