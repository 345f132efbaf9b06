import { bandByName } from "../band";
import type { Fault } from "../contact/contact";
import { entityByCode } from "../entity";
import { subdivisionsOf } from "../reference";
import { type Condition, conditionsIn } from "./condition";
import { everyCondition, type Rules } from "./rules";

/** What a definition says that cannot be meant so: none of it keeps an entry from being read that was made with it. */
export function contradictions(rules: Rules): Fault[] {
  return [
    ...unknownPlaces(rules),
    ...twiceInLists(rules),
    ...neverReached(rules),
    ...overlaps(rules),
    ...sidesUntold(rules),
    ...upsideDown(rules),
  ];
}

/** All conditions, those within others too, with where they stand. */
function* allConditions(rules: Rules): Generator<readonly [field: string, condition: Condition]> {
  for (const { field, condition } of everyCondition(rules)) yield* conditionsIn(condition, field);
}

function unknownPlaces(rules: Rules): Fault[] {
  const faults: Fault[] = [];
  const entity = (field: string, code: number) => {
    if (entityByCode(code) === undefined) faults.push({ field, text: `there is no entity ${code}` });
  };
  for (const [field, condition] of allConditions(rules)) {
    condition.band?.forEach((name, index) => {
      const at = `${field}.band.${index}`;
      if (bandByName(name) === undefined) faults.push({ field: at, text: `"${name}" is no band: write it as in 20m` });
      else if (!rules.bands.includes(name)) faults.push({ field: at, text: `${name} is no band of this contest` });
    });
    for (const who of ["ours", "theirs"] as const)
      condition[who]?.entity?.forEach((code, index) => entity(`${field}.${who}.entity.${index}`, code));
  }
  for (const [side, parts] of Object.entries(rules.exchange))
    parts.forEach((part, at) =>
      part.entities?.forEach((code, index) => {
        const field = `exchange.${side}.${at}.entities.${index}`;
        entity(field, code);
        if (entityByCode(code) !== undefined && subdivisionsOf(code).length === 0)
          faults.push({ field, text: `${entityByCode(code)!.name} has no subdivisions that are known` });
      }),
    );
  return faults;
}

/** Codes and other spellings that mean two items. */
function twiceInLists({ lists }: Rules): Fault[] {
  return Object.entries(lists).flatMap(([name, items]) => {
    const seen = new Map<string, number>();
    return items.flatMap(({ code, also }, index) =>
      [code, ...also].flatMap((word, at) => {
        const key = word.toUpperCase();
        const before = seen.get(key);
        if (before === undefined) seen.set(key, index);
        const field = `lists.${name}.${index}.${at === 0 ? "code" : `also.${at - 1}`}`;
        return before === undefined ? [] : [{ field, text: `"${word}" is ${items[before]!.code} already` }];
      }),
    );
  });
}

/** Rules behind one that always holds. */
function neverReached({ points, powerFactors }: Rules): Fault[] {
  const always = points.findIndex(({ if: condition }) => condition === undefined);
  const faults: Fault[] = [];
  if (always >= 0 && always < points.length - 1)
    faults.push({
      field: `points.${always + 1}`,
      text: "it is never reached: the rule before it has no condition, and so holds for every contact",
    });
  powerFactors.forEach(({ upToWatts }, index) => {
    const before = powerFactors[index - 1];
    if (before !== undefined && upToWatts <= before.upToWatts)
      faults.push({
        field: `powerFactors.${index}.upToWatts`,
        text: `it is never reached: up to ${before.upToWatts} W stands before it`,
      });
  });
  return faults;
}

function overlaps({ when }: Rules): Fault[] {
  if (!("fixed" in when)) return [];
  return when.fixed.flatMap(({ from, to }, index) => {
    const other = when.fixed.findIndex(
      (one, at) => at < index && Date.parse(from) < Date.parse(one.to) && Date.parse(one.from) < Date.parse(to),
    );
    return other < 0 ? [] : [{ field: `when.fixed.${index}`, text: `it overlaps with period ${other}` }];
  });
}

/** What tells a side must be known of the station before anything is exchanged. */
const TELLING = new Set(["theirs", "not", "any", "named"]);

function sidesUntold(rules: Rules): Fault[] {
  return rules.sides.flatMap(({ when }, index) =>
    [...conditionsIn(when, `sides.${index}.when`)].flatMap(([field, condition]) =>
      Object.keys(condition)
        .filter((key) => condition[key as keyof Condition] !== undefined && !TELLING.has(key))
        .map((key) => ({ field: `${field}.${key}`, text: 'a side is told by the station alone: by "theirs"' })),
    ),
  );
}

function upsideDown(rules: Rules): Fault[] {
  return [...allConditions(rules)].flatMap(([field, { distance }]) =>
    distance?.over !== undefined && distance.upTo !== undefined && distance.over >= distance.upTo
      ? [{ field: `${field}.distance`, text: `no distance is over ${distance.over} km and up to ${distance.upTo} km` }]
      : [],
  );
}
