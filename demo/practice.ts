import { practiceRules } from "../src/core/practice";
import { simulatedRun } from "../src/core/practice/simulated";
import type { Context } from "../src/server/context";
import { keepRun } from "../src/server/practice/practiceRuns";
import { HOME } from "./generate";

const DAY = 86_400;

/** One practice run of yesterday evening, as an operator made it who now and then types something wrong. */
export function seedPractice(context: Context, logbookId: number): void {
  const settings = {
    task: "run",
    contest: "OMBU-ZONE",
    speed: 20,
    strength: "mixed",
    noise: "usual",
    stations: 3,
    minutes: 10,
    seed: 11,
  } as const;
  const kept = keepRun(
    context,
    logbookId,
    simulatedRun({
      settings,
      rules: practiceRules(settings.contest),
      ownCall: HOME.call,
      startedAt: context.now() - DAY,
      careless: 0.03,
    }),
  );
  if (!kept.ok) throw new Error(kept.problem.detail);
}
