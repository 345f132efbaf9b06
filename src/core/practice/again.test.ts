import { againOf, forKeeping, practiceRules, practiceRunInputSchema, PRACTICE_TASKS, reviewOf } from ".";
import { simulatedRun } from "./simulated";

const runOf = (task: (typeof PRACTICE_TASKS)[number], minutes: number, speed: number) =>
  simulatedRun({
    settings: {
      task: task.id,
      contest: "OMBU-ZONE",
      speed,
      strength: "mixed",
      noise: "usual",
      stations: task.most,
      minutes,
      seed: 9,
    },
    rules: practiceRules("OMBU-ZONE"),
    ownCall: "CX3QUA",
    startedAt: 1_795_000_000,
    careless: 0.1,
  });

it.each(PRACTICE_TASKS)("$label: what is kept has the exchange of everybody who was worked", (task) => {
  const run = runOf(task, 10, 24);
  const kept = forKeeping(run);
  expect(kept.emissions.length).toBeLessThanOrEqual(run.emissions.length);
  expect(reviewOf(kept)).toEqual(reviewOf(run));
  for (const judged of reviewOf(run).contacts) {
    const { from, to } = againOf(judged);
    expect(to - from).toBeLessThanOrEqual(90);
    const { truth } = judged;
    if (truth === null) continue;
    const heard = kept.emissions.filter((one) => one.by === truth.call && one.to > from && one.from < to);
    expect(heard.some(({ text }) => text.includes("5NN"))).toBe(true);
  }
});

it("keeps the longest run of the most and fastest stations in a megabyte", () => {
  const run = forKeeping(
    runOf(
      PRACTICE_TASKS.find(({ id }) => id === "search")!,
      60,
      45,
    ),
  );
  expect(practiceRunInputSchema.safeParse(run).error).toBeUndefined();
  expect(JSON.stringify(run).length).toBeLessThan(1_000_000);
});
