import { type Rules, type RulesInput, SHIPPED_CONTESTS, soundRules } from "../contest";

/** What two exchange outside of a contest: a report and a name. */
const PLAIN: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "No contest: report and name",
  tag: "NO-CONTEST",
  about: "A contact of a day: a report and the operator's name.",
  when: { fixed: [{ from: "2026-01-01T00:00:00Z", to: "2026-01-02T00:00:00Z" }] },
  deadlineDays: 1,
  bands: ["20m"],
  modes: ["CW"],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "name", label: "Name", type: "name", from: "operator" },
    ],
  },
  points: [{ points: 1 }],
  multipliers: [],
  duplicates: { per: "contest" },
  categories: {},
};

const PLAIN_RULES = soundRules(PLAIN);

/** Those of some contests that one can practise: those with Morse. */
export function practisable(contests: readonly Rules[]): Rules[] {
  return contests.filter(({ modes }) => modes.includes("CW"));
}

/** The rules that one practises by: those of a contest, or of none. */
export function practiceRules(tag: string | null, contests: readonly Rules[] = SHIPPED_CONTESTS): Rules {
  return practisable(contests).find((rules) => rules.tag === tag) ?? PLAIN_RULES;
}
