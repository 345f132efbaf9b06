import fc from "fast-check";
import { practiceRules, type PracticeSettings, PRACTICE_TASKS, STRENGTHS } from ".";
import { partsOf, readPart, sideByCall } from "../contest";
import { resolve } from "../entity";
import { randomFrom } from "../random";
import { makePerson } from "./people";

const AT = Date.UTC(2026, 10, 29) / 1000;

it("makes people up whose calls are nobody's, who send what the rules want, as strong and as fast as was chosen", () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 2 ** 32 - 1 }),
      fc.constantFrom(...PRACTICE_TASKS.map(({ id }) => id)),
      fc.constantFrom(null, "OMBU-ZONE", "SUDESTADA-PREFIX", "MAREAS-FIELD"),
      fc.constantFrom("strong" as const, "mixed" as const, "weak" as const),
      fc.integer({ min: 8, max: 45 }),
      (seed, task, contest, strength, speed) => {
        const settings: PracticeSettings = {
          ...{ task, contest, strength, speed, seed },
          ...{ noise: "usual", stations: 1, minutes: 5 },
        };
        const [random, rules, taken] = [randomFrom(seed), practiceRules(contest), new Set(["CX3QUA"])];
        for (let count = 0; count < 12; count++) {
          const who = makePerson(random, settings, rules, taken, AT);
          expect(taken.has(who.call)).toBe(false);
          taken.add(who.call);
          expect(who.call).toMatch(/\dQ[R-U][A-Z]$/);
          const entity = resolve(who.call, AT).entity!.code;
          for (const part of partsOf(rules, sideByCall(rules, who.call, AT)))
            expect(readPart(rules, part, who.values[part.id] ?? "", { mode: "CW", entity })).toMatchObject({
              ok: true,
            });
          const [least, most] = STRENGTHS[strength].over;
          expect(who.over).toBeGreaterThanOrEqual(least);
          expect(who.over).toBeLessThanOrEqual(most);
          expect(who.speed).toBeGreaterThanOrEqual(Math.floor(speed * 0.9));
          expect(who.speed).toBeLessThanOrEqual(Math.ceil(speed * 1.35));
          if (task === "patient") expect(who).toMatchObject({ speed, pushy: 0, deaf: 0, slips: 0 });
        }
      },
    ),
    { numRuns: 60 },
  ));
