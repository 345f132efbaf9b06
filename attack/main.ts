import seedOnce from "../e2e/seedOnce";
import { hostileFiles } from "./files";
import { killFirstStarts, killUpgrades, killWork } from "./kill";
import { lineOf, type Outcome } from "./outcome";
import { raceEdits } from "./races";
import { hostileServices } from "./services";
import { strangers } from "./strangers";

/** Every kind of attack, whole; docs/reliability.md says what each stands for. With names, only those. */
const ATTACKS: Readonly<Record<string, () => Promise<Outcome>>> = {
  starts: () => killFirstStarts(25),
  upgrades: () => killUpgrades(25),
  work: () => killWork(50),
  races: () => raceEdits(20_000),
  files: () => hostileFiles(20_000_000),
  services: () => hostileServices(),
  strangers: () => strangers(400),
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in ATTACKS));
if (unknown.length > 0) {
  process.stderr.write(`There is no attack ${unknown.join(", ")}; there are ${Object.keys(ATTACKS).join(", ")}.\n`);
  process.exit(1);
}
const forget = seedOnce();
let held = true;
for (const [name, attack] of Object.entries(ATTACKS)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  const outcome = await attack();
  process.stdout.write(`${lineOf(outcome)}\n`);
  held &&= outcome.broken.length === 0 && (outcome.over ?? []).length === 0;
}
forget();
process.exit(held ? 0 : 1);
