import type { z } from "zod";
import {
  checkRules,
  deadlineOf,
  partsOf,
  type Period,
  periodAt,
  periodBefore,
  type Rules,
  SHIPPED_CONTESTS,
  createScoreboard,
  stationByCall,
  stationOf,
  understandExchange,
  judgementView,
} from "../../core/contest";
import { modeGroup, parseMode } from "../../core/band";
import { baseCall, parseCallsign } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import { type Contest, type TryOut, type tryOutInputSchema } from "../../core/contract";
import type { Context } from "../context";
import { ownRules } from "./contestRules";
import { done, failed, invalid, missing, type Result } from "../problem";

/** All contests that are known, the operator's own before those that ship under the same tag. */
export function listContests(context: Context): Contest[] {
  const own = ownRules(context);
  const shipped = SHIPPED_CONTESTS.filter(({ tag }) => !own.some((rules) => rules.tag === tag));
  const now = context.now();
  return [
    ...own.map((rules) => contestOf(rules, false, now)),
    ...shipped.map((rules) => contestOf(rules, true, now)),
  ].sort(
    (a, b) => (a.next?.from ?? "9").localeCompare(b.next?.from ?? "9") || a.rules.name.localeCompare(b.rules.name),
  );
}

function contestOf(rules: Rules, shipped: boolean, now: number): Contest {
  const last = periodBefore(rules, now);
  return {
    tag: rules.tag,
    shipped,
    rules,
    next: periodView(periodAt(rules, now)),
    last: periodView(last),
    deadline: last === null ? null : isoTime(deadlineOf(rules, last)),
  };
}

export function periodView(period: Period | null) {
  return period === null ? null : { from: isoTime(period.from), to: isoTime(period.to) };
}

/** Keeps a definition, in place of one of the same tag. */
export function saveContest(context: Context, input: unknown): Result<Contest> {
  const checked = checkRules(input);
  if (!checked.ok) return invalid(checked.faults);
  const { store } = context;
  const row = { tag: checked.value.tag, body: JSON.stringify(checked.value), changedAt: context.now() };
  store.run(
    store.q
      .insertInto("contestRules")
      .values(row)
      .onConflict((conflict) => conflict.column("tag").doUpdateSet({ body: row.body, changedAt: row.changedAt })),
  );
  return done(contestOf(checked.value, false, context.now()));
}

/** Removes the operator's own definition; one that ships under the same tag is there again. */
export function removeContest(context: Context, tag: string): Result<{ readonly removed: string }> {
  const { store } = context;
  const { changes } = store.run(store.q.deleteFrom("contestRules").where("tag", "=", tag));
  if (changes > 0) return done({ removed: tag });
  return SHIPPED_CONTESTS.some((rules) => rules.tag === tag)
    ? failed(409, "It ships", `${tag} ships with the application and cannot be removed`)
    : missing(`contest ${tag}`);
}

/** How a definition understands a call and an exchange, as if it ran now. */
export function tryOut(context: Context, input: z.output<typeof tryOutInputSchema>): Result<TryOut> {
  const checked = checkRules(input.rules);
  if (!checked.ok) return invalid(checked.faults.map(({ field, text }) => ({ field: `rules.${field}`, text })));
  const rules = checked.value;
  const { ownCall, ownGrid, call, band, mode, exchange } = input;
  for (const [field, value] of [
    ["ownCall", ownCall],
    ["call", call],
  ] as const) {
    const result = parseCallsign(value);
    if (!result.ok) return invalid([{ field, text: result.reason }]);
  }
  const known = parseMode(mode) ?? { mode, submode: null };
  const next = periodAt(rules, context.now());
  const period = next ?? { from: 0, to: Number.MAX_SAFE_INTEGER };
  const own = { ...stationByCall(ownCall, period.from), grid: ownGrid || null };
  const theirs = stationByCall(call, period.from);
  const side = stationOf(rules, theirs).side;
  const parts = partsOf(rules, side);
  const { values, leftover } = understandExchange(rules, parts, exchange, {
    mode: known.mode,
    entity: theirs.entityCode,
  });
  const board = createScoreboard(rules, { ...own, period, power: null, bonuses: [], category: null, sent: {} });
  const judgement = board.judge({
    ...theirs,
    id: 1,
    startedAt: period.from,
    baseCall: baseCall(call),
    band,
    mode: known.mode,
    submode: known.submode,
    modeGroup: modeGroup(known.mode),
    serialReceived: null,
    reportReceived: null,
    exchangeReceived: null,
    partsReceived: values,
    notClaimed: null,
  });
  return done({
    side: judgement.side,
    ownSide: stationOf(rules, own).side,
    values,
    leftover: [...leftover],
    judgement: judgementView(rules, judgement),
    next: periodView(next),
  });
}
