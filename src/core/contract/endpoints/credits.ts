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
import { endpoint } from "../endpoint";

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
