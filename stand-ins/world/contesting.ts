import { type AirContest, contestAt } from "./contests";
import { exchangeOf, type SaidExchange } from "../../src/core/contest";
import { reportAlone, USUAL_REPORT } from "./exchange";
import { isAbove54 } from "./frequency";
import type { AirMode, Operator } from "./operators";
import type { Random } from "../../src/core/random";
import { reportFor } from "./report";

/** Who takes part in which contest, with whom he has worked there and what he sends. */
export function createContesting(random: Random, neighbours: ReadonlyMap<Operator, readonly Operator[]>) {
  const serials = new Map<string, number>();
  const worked = new Map<string, Set<string>>();

  /** How much each mode is to somebody's liking: those that the contest has, and that are heard where he is. */
  function modesFor(operator: Operator, contest: AirContest | null): readonly (readonly [AirMode, number])[] {
    const isAlone = neighbours.get(operator)!.length === 0;
    const hasBand = contest === null || !isAlone || !contest.bands.every(isAbove54);
    return operator.modes.map(([mode, liking]) => {
      const is = hasBand && (contest?.modes.includes(mode) ?? true) && !(mode === "FM" && isAlone);
      return [mode, is ? liking : 0];
    });
  }

  return {
    modesFor,
    /** The contest that somebody takes part in; null where he does in none. */
    contestFor: (operator: Operator, time: number): AirContest | null => {
      const contest = contestAt(time);
      const isAble = modesFor(operator, contest).some(([, liking]) => liking > 0);
      return random.chance(operator.contesting * contest.draws) && isAble ? contest : null;
    },
    /** Whom somebody has worked on a band of a contest. */
    workedBy: ({ call }: Operator, { rules }: AirContest, band: string): Set<string> => {
      const key = `${rules.tag} ${band} ${call}`;
      const calls = worked.get(key) ?? new Set();
      worked.set(key, calls);
      return calls;
    },
    /** What somebody sends who hears another so far over the noise: a report, or what is exchanged in the contest. */
    exchangeBy: (
      operator: Operator,
      contest: AirContest | null,
      over: number,
      mode: AirMode,
      at: number,
    ): SaidExchange => {
      if (contest === null) return reportAlone(reportFor(over, mode));
      const { rules } = contest;
      const key = `${rules.tag} ${operator.call}`;
      const serial = (serials.get(key) ?? 0) + 1;
      serials.set(key, serial);
      // In a contest nobody tells how well he hears.
      return exchangeOf(rules, operator, { report: USUAL_REPORT[mode], serial, at });
    },
  };
}
