import type { z } from "zod";
import {
  checkRules,
  deadlineOf,
  type Period,
  periodAt,
  periodBefore,
  type Rules,
  SHIPPED_CONTESTS,
  tryRules,
} from "../../core/contest";
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
  context.announce({ type: "contests" });
  return done(contestOf(checked.value, false, context.now()));
}

/** Removes the operator's own definition; one that ships under the same tag is there again. */
export function removeContest(context: Context, tag: string): Result<{ readonly removed: string }> {
  const { store } = context;
  const { changes } = store.run(store.q.deleteFrom("contestRules").where("tag", "=", tag));
  if (changes > 0) {
    context.announce({ type: "contests" });
    return done({ removed: tag });
  }
  return SHIPPED_CONTESTS.some((rules) => rules.tag === tag)
    ? failed(409, "It ships", `${tag} ships with the application and cannot be removed`)
    : missing(`contest ${tag}`);
}

/** How a definition understands a call and an exchange, as if it ran now. */
export function tryOut(context: Context, { rules, ...tried }: z.output<typeof tryOutInputSchema>): Result<TryOut> {
  const checked = checkRules(rules);
  if (!checked.ok) return invalid(checked.faults.map(({ field, text }) => ({ field: `rules.${field}`, text })));
  const outcome = tryRules(checked.value, tried, context.now());
  if (!outcome.ok) return invalid(outcome.faults);
  return done({ ...outcome.value, next: periodView(outcome.value.next) });
}
