import type { z } from "zod";
import { type AwardRules, checkAwardRules } from "../../core/award";
import type {
  AwardContactsQuery,
  awardContactsSchema,
  AwardNews,
  AwardPlace,
  AwardTried,
  AwardYear,
  ClaimPlanInput,
  ClaimPlanView,
  Missing,
  Records,
} from "../../core/contract";
import type { Context } from "../context";
import { done, invalid, type Result } from "../problem";
import { changeableTogether } from "./countedTogether";
import { findAward, rulesOf } from "./ownAwards";

/** The contacts that are worth an item, the newest first. */
export async function awardContacts(
  { store, reader }: Context,
  logbookId: number,
  award: string,
  query: AwardContactsQuery,
): Promise<Result<z.output<typeof awardContactsSchema>>> {
  const found = findAward(store, logbookId, award);
  return found.ok ? done(await reader.look("contactsBehind", { logbookId, award, ...query })) : found;
}

/** How an award grew, up to this year. */
export async function yearsOfAward(context: Context, logbookId: number, award: string): Promise<Result<AwardYear[]>> {
  const found = findAward(context.store, logbookId, award);
  if (!found.ok) return found;
  const until = new Date(context.now() * 1000).getUTCFullYear();
  return done(await context.reader.look("awardYears", { logbookId, award, until }));
}

/** A claim as it would be made now. */
export async function planOfClaim(
  context: Context,
  logbookId: number,
  input: ClaimPlanInput,
): Promise<Result<ClaimPlanView>> {
  const within = changeableTogether(context, logbookId);
  return done(await context.reader.look("claimPlan", { logbookId, within, ...input }));
}

/** What lacks of an award, the easiest first. */
export async function missingOf(context: Context, logbookId: number, award: string): Promise<Result<Missing>> {
  const found = findAward(context.store, logbookId, award);
  if (!found.ok) return found;
  return done(await context.reader.look("awardMissing", { logbookId, award, now: context.now() }));
}

/** Where the items of an award lie, by the contacts with them. */
export async function placesOf(
  { store, reader }: Context,
  logbookId: number,
  award: string,
): Promise<Result<AwardPlace[]>> {
  const found = findAward(store, logbookId, award);
  return found.ok ? done(await reader.look("awardPlaces", { logbookId, award })) : found;
}

/** What came new for each award since the month began, UTC. */
export async function newsOfMonth(context: Context, logbookId: number): Promise<Result<AwardNews[]>> {
  const today = new Date(context.now() * 1000);
  const since = Date.UTC(today.getUTCFullYear(), today.getUTCMonth()) / 1000;
  return done(await context.reader.look("awardNews", { logbookId, since }));
}

export async function recordsOf({ reader }: Context, logbookId: number): Promise<Result<Records>> {
  return done(await reader.look("records", { logbookId }));
}

/** What an own award would count, as it is written. */
export async function trial(context: Context, logbookId: number, input: unknown): Promise<Result<AwardTried>> {
  const checked = checkAwardRules(input, rulesOf(context.store, logbookId));
  if (!checked.ok) return invalid(checked.faults);
  const rules: AwardRules = checked.value;
  return done(await context.reader.look("tryAward", { logbookId, rules }));
}
