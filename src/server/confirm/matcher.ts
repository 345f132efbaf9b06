import { isUnder, type Told } from "../../core/confirm";
import { CONFIRM_TOLERANCE, findTwin, type MatchFacts } from "../../core/contact";
import type { Store } from "../db/store";

interface Ours extends MatchFacts {
  readonly id: number;
  readonly ownCall: string | null;
}

/**
 * Finds which contact of a log a statement is about, for many statements; undefined where it is about none.
 *
 * @param tolerance how far clocks may be apart, seconds
 */
export function createMatcher(
  store: Store,
  logbookId: number,
  tolerance = CONFIRM_TOLERANCE,
): (statement: Told) => number | undefined {
  const near = store.prepare<Ours>(
    store.q
      .selectFrom("contact")
      .select(["id", "baseCall", "band", "modeGroup", "startedAt", "ownCall"])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", "")
      .where("startedAt", ">=", 0)
      .where("startedAt", "<=", 0),
  );
  return (statement) => {
    const { baseCall, startedAt } = statement;
    const ours = near.all(logbookId, baseCall, startedAt - tolerance, startedAt + tolerance);
    const under = ours.filter((contact) => isUnder(contact, statement));
    return findTwin(statement, under, tolerance)?.id;
  };
}
