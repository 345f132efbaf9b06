import { bandByName } from "../band";
import type { Fault } from "../contact/contact";
import { entityByCode } from "../entity";
import { subdivisionsOf } from "../reference";
import { canHold } from "./classForm";
import { type Condition, conditionsIn } from "./condition";
import { formsOf } from "./exchange";
import { ALL, everyCondition, type Rules } from "./rules";

/** What a definition says that cannot be meant so: none of it keeps an entry from being read that was made with it. */
export function contradictions(rules: Rules): Fault[] {
  return [
    ...unknownPlaces(rules),
    ...twiceInLists(rules),
    ...neverReached(rules),
    ...overlaps(rules),
    ...sidesUntold(rules),
    ...wrongSessions(rules),
    ...wrongForms(rules),
    ...strayLetters(rules),
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
      [part, ...(part.or ?? [])].forEach(({ entities }, form) =>
        entities?.forEach((code, index) => {
          const field = `${formField(side, at, form)}.entities.${index}`;
          entity(field, code);
          if (entityByCode(code) !== undefined && subdivisionsOf(code).length === 0)
            faults.push({ field, text: `${entityByCode(code)!.name} has no subdivisions that are known` });
        }),
      ),
    );
  return faults;
}

/** Where one of the forms of a part stands, its own first. */
function formField(side: string, at: number, form: number): string {
  return `exchange.${side}.${at}${form === 0 ? "" : `.or.${form - 1}`}`;
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
function neverReached({ points, powerFactors, categoryFactors }: Rules): Fault[] {
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
  const every = categoryFactors.findIndex(({ category }) => Object.keys(category).length === 0);
  if (every >= 0 && every < categoryFactors.length - 1)
    faults.push({
      field: `categoryFactors.${every + 1}`,
      text: "it is never reached: the factor before it names no category, and so holds for all",
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

/** Sessions behind the end, over each other, or of bands and modes that the contest does not have. */
function wrongSessions({ sessions, when, bands, modes, sessionScores }: Rules): Fault[] {
  const faults: Fault[] = [];
  if (sessionScores === "apart" && sessions.length === 0)
    faults.push({ field: "sessionScores", text: 'it says "apart", and there are no sessions' });
  const hours = "fixed" in when ? Math.max(...when.fixed.map(({ from, to }) => hoursOf(from, to))) : when.every.hours;
  sessions.forEach((session, index) => {
    const field = `sessions.${index}`;
    const end = session.after + session.hours;
    if (end > hours)
      faults.push({ field, text: `it ends ${end} hours after the start, and the contest lasts ${hours}` });
    const other = sessions.findIndex(
      (one, at) => at < index && session.after < one.after + one.hours && one.after < end,
    );
    if (other >= 0) faults.push({ field, text: `it overlaps with ${sessions[other]!.label}` });
    if (sessions.findIndex(({ id }) => id === session.id) < index)
      faults.push({ field: `${field}.id`, text: `the session "${session.id}" stands twice` });
    for (const band of session.bands ?? [])
      if (!bands.includes(band)) faults.push({ field: `${field}.bands`, text: `${band} is no band of this contest` });
    for (const mode of session.modes ?? [])
      if (!modes.includes(mode)) faults.push({ field: `${field}.modes`, text: `${mode} is no mode of this contest` });
  });
  return faults;
}

function hoursOf(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / 3_600_000;
}

/** What a part can be twice, and what a condition asks of a part that cannot be so. */
function wrongForms(rules: Rules): Fault[] {
  const faults: Fault[] = [];
  const typesById = new Map<string, Set<string>>();
  for (const [side, parts] of Object.entries(rules.exchange))
    parts.forEach((part, at) => {
      const types = typesById.get(part.id) ?? new Set<string>();
      typesById.set(part.id, types.add(part.type));
      const own = new Set<string>([part.type]);
      part.or?.forEach(({ type }, index) => {
        types.add(type);
        if (own.has(type))
          faults.push({
            field: `${formField(side, at, index + 1)}.type`,
            text: `"${type}" stands twice among what ${part.label} can be`,
          });
        own.add(type);
      });
    });
  for (const [field, { part }] of allConditions(rules)) {
    const types = part?.as === undefined ? undefined : typesById.get(part.id);
    if (types !== undefined && !types.has(part!.as!))
      faults.push({
        field: `${field}.part.as`,
        text: `${part!.id} is never of type ${part!.as!}, but ${[...types].join(" or ")}`,
      });
  }
  return faults;
}

/** Letters that are said to mean something, and that no class of the form has. */
function strayLetters({ exchange }: Rules): Fault[] {
  return Object.entries(exchange).flatMap(([side, parts]) =>
    parts.flatMap((part, at) =>
      formsOf(part).flatMap(({ type, form = "", letters = {} }, way) =>
        Object.keys(letters)
          .filter((letter) => type !== "class" || !canHold(form, letter))
          .map((letter) => ({
            field: `${formField(side, at, way)}.letters.${letter}`,
            text:
              type === "class"
                ? `no class of the form "${form}" has the letter ${letter}`
                : "only the letters of a class mean something",
          })),
      ),
    ),
  );
}

/** What tells a side must be known of the station before anything is exchanged, or be sent by everybody alike. */
const TELLING = new Set(["theirs", "not", "any", "named"]);

function sidesUntold(rules: Rules): Fault[] {
  const sameForAll = Object.keys(rules.exchange).every((side) => side === ALL);
  return rules.sides.flatMap(({ when }, index) =>
    [...conditionsIn(when, `sides.${index}.when`)].flatMap(([field, condition]) =>
      Object.keys(condition)
        .filter((key) => condition[key as keyof Condition] !== undefined && !TELLING.has(key))
        .filter((key) => key !== "part" || !sameForAll)
        .map((key) => ({
          field: `${field}.${key}`,
          text:
            key === "part"
              ? 'a side is told by what it sends only where "all" send the same parts'
              : 'a side is told by the station alone: by "theirs"',
        })),
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
