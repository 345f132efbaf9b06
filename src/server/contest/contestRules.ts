import { belongsTo, readRules, type Rules, SHIPPED_CONTESTS } from "../../core/contest";
import { plainText } from "../../core/cabrillo";
import { isoTime, secondsOf } from "../../core/contact";
import type { Context } from "../context";

const MOST_KEPT = 100;
const SOUND = new Map<string, Rules | null>();

/** Rules from the text they are kept as; the same text gives the same object. Null where they are not sound. */
export function rulesFromText(text: string): Rules | null {
  let rules = SOUND.get(text);
  if (rules === undefined) {
    const checked = readRules(JSON.parse(text));
    if (SOUND.size > MOST_KEPT) SOUND.clear();
    SOUND.set(text, (rules = checked.ok ? checked.value : null));
  }
  return rules;
}

/** The operator's own definitions. One of a later version may not be understood: it stays, and is not offered. */
export function ownRules({ store }: Context): Rules[] {
  const rows = store.all(store.q.selectFrom("contestRules").select("body"));
  return rows.flatMap(({ body }) => rulesFromText(body) ?? []);
}

/** The rules of a contest, the operator's own before those that ship. */
export function rulesByTag(context: Context, tag: string): Rules | undefined {
  return ownRules(context).find((rules) => rules.tag === tag) ?? SHIPPED_CONTESTS.find((rules) => rules.tag === tag);
}

/** The rules of a contest by its tag, or by its name as a log file may have it: without letters beyond ASCII. */
export function rulesCalled(context: Context, name: string): Rules | undefined {
  const meant = plainText(name).toUpperCase();
  const all = [...ownRules(context), ...SHIPPED_CONTESTS];
  return rulesByTag(context, name) ?? all.find((rules) => plainText(rules.name).toUpperCase() === meant);
}

/**
 * Finds the rules that hold for a contact of a contest: those of the entry that it belongs to, or else those of the
 * contest. What was found is kept, for the length of a batch.
 */
export function contestRulesFinder(
  context: Context,
): (logbookId: number, tag: string, startedAt: string) => Rules | undefined {
  const { store } = context;
  const known = new Map<string, ReturnType<typeof lookUp>>();

  function lookUp(logbookId: number, tag: string) {
    const entries = store
      .all(
        store.q
          .selectFrom("contestEntry")
          .select(["startsAt", "endsAt", "rules"])
          .where("logbookId", "=", logbookId)
          .where("tag", "=", tag),
      )
      .map(({ startsAt, endsAt, rules }) => ({
        entry: { logbookId, tag, period: { from: isoTime(startsAt), to: isoTime(endsAt) } },
        rules: rulesFromText(rules) ?? undefined,
      }));
    return { entries, others: rulesByTag(context, tag) };
  }

  return (logbookId, tag, startedAt) => {
    const key = `${logbookId} ${tag}`;
    let found = known.get(key);
    if (found === undefined) known.set(key, (found = lookUp(logbookId, tag)));
    const contact = { logbookId, contestId: tag, startedAt: secondsOf(startedAt) };
    return found.entries.find(({ entry }) => belongsTo(entry, contact))?.rules ?? found.others;
  };
}
