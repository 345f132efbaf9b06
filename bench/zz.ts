import { practiceRules, reviewOf } from "../src/core/practice";
import { simulatedRun } from "../src/core/practice/simulated";
for (const task of ["patient","run","pileUp","search"] as const) for (const contest of [null,"OMBU-ZONE","SUDESTADA-PREFIX","MAREAS-FIELD"]) {
  const settings = { task, contest, speed: 22, strength: "mixed" as const, noise: "usual" as const, stations: task==="patient"?1:task==="run"?3:6, minutes: 10, seed: 7 };
  const run = simulatedRun({ settings, rules: practiceRules(contest), ownCall: "CX3QUA", startedAt: 1795000000, careless: 0.03 });
  const r = reviewOf(run);
  console.log(task, contest, r.logged, r.right, r.accuracy?.toFixed(2), r.rate.toFixed(0), run.truths.length, run.emissions.length, r.next);
  if (process.argv[2]===task && contest===(process.argv[3]??null)) for (const e of run.emissions.slice(0,60)) console.log(e.from.toFixed(1), e.to.toFixed(1), e.by, e.text, e.frequencyHz);
}
