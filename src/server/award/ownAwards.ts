import { type Award, type AwardRules, awardRulesSchema, AWARDS, ownAwards } from "../../core/award";
import type { Store } from "../db/store";
import { done, missing, type Result } from "../problem";
import { countedTogether } from "./countedTogether";

interface Known {
  readonly text: string;
  readonly rules: readonly AwardRules[];
  readonly awards: readonly Award[];
}
const KNOWN = new WeakMap<Store, Map<number, Known>>();

function known(store: Store, logbookId: number): Known {
  const together = countedTogether(store, logbookId);
  const bodies = store.values(
    store.q.selectFrom("ownAward").select("body").where("logbookId", "in", together).orderBy("id"),
  );
  const text = bodies.join("\n");
  const ofStore = KNOWN.get(store) ?? new Map<number, Known>();
  KNOWN.set(store, ofStore);
  let of = ofStore.get(logbookId);
  if (of?.text !== text) {
    // One of a later version may not be understood: it stays, and is not offered.
    const rules = bodies.flatMap((body) => awardRulesSchema.safeParse(JSON.parse(body)).data ?? []);
    ofStore.set(logbookId, (of = { text, rules, awards: [...AWARDS, ...ownAwards(rules)] }));
  }
  return of;
}

/** The operator's own awards in a logbook and those that count together with it, as they were taken. */
export function rulesOf(store: Store, logbookId: number): readonly AwardRules[] {
  return known(store, logbookId).rules;
}

/** All awards of a logbook: those that ship, and the operator's own. */
export function awardsOf(store: Store, logbookId: number): readonly Award[] {
  return known(store, logbookId).awards;
}

export function findAward(store: Store, logbookId: number, id: string): Result<Award> {
  const award = awardsOf(store, logbookId).find((one) => one.id === id);
  return award === undefined ? missing(`award ${id}`) : done(award);
}
