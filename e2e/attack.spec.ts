import { expect, test } from "@playwright/test";
import { hostileFiles } from "../attack/files";
import { killFirstStarts, killUpgrades, killWork } from "../attack/kill";
import { raceEdits } from "../attack/races";
import { strangers } from "../attack/strangers";

/* The short form of `npm run attack`. How a service may fail is in confirm.spec.ts and
   robust.spec.ts, kills in an import and a sending in restart.spec.ts. */
for (const [name, attack] of [
  ["kills at the first start", () => killFirstStarts(2)],
  ["kills in an upgrade", () => killUpgrades(2)],
  [
    "kills in the middle of work",
    () => killWork(3, 250, ["logging", "a fetch", "a change of many", "an undo", "two jobs"]),
  ],
  ["edits beside jobs", () => raceEdits(500)],
  ["hostile files", () => hostileFiles(500_000)],
  ["strangers and nonsense", () => strangers(25)],
] as const) {
  test(`${name} break nothing`, async () => {
    test.setTimeout(600_000);
    const { broken, tried } = await attack();
    expect(broken).toEqual([]);
    expect(tried).toBeGreaterThan(0);
  });
}
