import { tieAccount } from "../award/account/tieAccount";
import { awardMissing } from "../award/awardMissing";
import { awardNews } from "../award/awardNews";
import { awardPlaces } from "../award/awardPlaces";
import { awardYears } from "../award/awardYears";
import { claimPlan } from "../award/claimPlan";
import { contactsBehind } from "../award/contactsBehind";
import { records } from "../award/records";
import { tryAward } from "../award/tryAward";
import { lookAtEnriching } from "../directory/lookAtEnriching";
import { contactDays } from "../logbook/days";
import { logbookTotals } from "../logbook/logbookTotals";
import { countStatistic } from "../statistics/countStatistic";

/** What has to look at many contacts, or at all. Whoever adds one names it here, and nowhere else. */
export const LOOKS = {
  awardMissing,
  awardNews,
  awardPlaces,
  awardYears,
  claimPlan,
  contactsBehind,
  records,
  tieAccount,
  tryAward,
  contactDays,
  logbookTotals,
  lookAtEnriching,
  countStatistic,
};
export type Looks = typeof LOOKS;
