import type { Fault } from "../contact/contact";
import { conditionsIn } from "./condition";
import { everyCondition, NEWEST_FORMAT, type Rules } from "./rules";

/** What a definition of version 1 says that only version 2 knows: an earlier program would read over it. */
export function newerThanStated(rules: Rules): Fault[] {
  if (rules.format === NEWEST_FORMAT) return [];
  return secondVersion(rules).map((field) => ({
    field,
    text: `version 1 does not have it: begin the definition with "format": "${NEWEST_FORMAT}"`,
  }));
}

/** Where a definition uses what came with version 2. */
function secondVersion(rules: Rules): string[] {
  const used: string[] = [];
  const add = (field: string, isUsed: boolean) => {
    if (isUsed) used.push(field);
  };
  const perHourOrSession = (per: string) => /session|hour/i.test(per);
  add("sessions", rules.sessions.length > 0);
  add("sessionScores", rules.sessionScores !== "together");
  add("multipliersAre", rules.multipliersAre !== "added");
  add("categoryFactors", rules.categoryFactors.length > 0);
  add("wrongPoints", rules.wrongPoints !== 0);
  add("duplicates.parts", rules.duplicates.parts.length > 0);
  add("duplicates.points", rules.duplicates.points !== 0);
  add("duplicates.per", perHourOrSession(rules.duplicates.per));
  for (const [side, parts] of Object.entries(rules.exchange))
    parts.forEach((part, index) => {
      add(`exchange.${side}.${index}.or`, part.or !== undefined);
      add(`exchange.${side}.${index}.letters`, part.letters !== undefined);
    });
  rules.points.forEach(({ points }, index) => {
    const field = `points.${index}.points`;
    if (typeof points === "number") return add(field, points < 0);
    if ("part" in points) return add(`${field}.part`, true);
    add(`${field}.base`, points.base !== 0);
    add(`${field}.round`, points.round !== "up");
  });
  rules.multipliers.forEach(({ weight, per }, index) => {
    add(`multipliers.${index}.weight`, weight !== 1);
    add(`multipliers.${index}.per`, perHourOrSession(per));
  });
  rules.bonuses.forEach((bonus, index) =>
    add(`bonuses.${index}.per`, bonus.kind === "station" && perHourOrSession(bonus.per)),
  );
  rules.limits.forEach(({ watts }, index) => add(`limits.${index}.watts`, watts !== undefined));
  rules.sides.forEach(({ when }, index) => {
    for (const [field, { part }] of conditionsIn(when, `sides.${index}.when`)) add(`${field}.part`, part !== undefined);
  });
  for (const { field, condition } of everyCondition(rules))
    for (const [at, { time, part }] of conditionsIn(condition, field)) {
      add(`${at}.time`, time !== undefined);
      add(`${at}.part`, !at.startsWith("sides.") && part !== undefined && (part.as !== undefined || !part.is));
    }
  return used;
}
