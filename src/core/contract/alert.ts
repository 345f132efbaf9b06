import { z } from "zod";
import { ALERT_WAYS, BRINGS, isZone, MOST_AN_HOUR, ONCE } from "../alert";
import { awardIdSchema } from "../award";
import { bandByName, MODE_GROUPS } from "../band";
import { CONTINENTS } from "../reference";
import { CHANCES } from "../spot";

const WAYS = ALERT_WAYS.map(({ id }) => id);
const each = <Schema extends z.ZodType>(one: Schema, most: number) =>
  z
    .array(one)
    .max(most)
    .default([])
    .transform((all) => [...new Set(all)]);
const time = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "a time of the day, as 22:00");

/** When an operator is called, and how. */
export const alertChoicesSchema = z.strictObject({
  /** What the station brings; none for whatever it brings. */
  brings: each(z.enum(BRINGS), BRINGS.length),
  /** For which awards, or which items of them; none for those that are followed. */
  awards: z
    .array(
      z.strictObject({
        award: awardIdSchema,
        item: z.string().min(1).max(200).nullable().default(null),
        /** As people say it: "CQ zones: Zone 24". */
        name: z.string().trim().min(1).max(160),
      }),
    )
    .max(200)
    .default([]),
  /** Calls, with "*" for any letters; none for all. */
  calls: each(
    z
      .string()
      .trim()
      .toUpperCase()
      .regex(/^[A-Z0-9/*]{2,20}$/, "a call, as P5QUZ, or the part of one with *, as 3Y*")
      .regex(/[A-Z0-9]/, "not * alone: without calls it is any station"),
    50,
  ),
  bands: each(
    z.string().refine((name) => bandByName(name) !== undefined, "a band, as 20m"),
    40,
  ),
  modeGroups: each(z.enum(MODE_GROUPS), MODE_GROUPS.length),
  /** Continents of those who hear it, as "SA". */
  heardIn: each(
    z.string().refine((code) => CONTINENTS[code] !== undefined, "a continent, as SA"),
    7,
  ),
  /** At least as likely. */
  chance: z.enum(CHANCES).default("none"),
  quiet: z
    .strictObject({
      from: time,
      to: time,
      zone: z.string().max(60).refine(isZone, "a time zone, as America/Montevideo, or UTC").default("UTC"),
    })
    .refine(({ from, to }) => from !== to, { path: ["to"], message: "another time than it begins" })
    .nullable()
    .default(null),
  once: z.enum(ONCE).default("band"),
  ways: each(z.enum(WAYS), WAYS.length).refine((ways) => ways.length > 0, "choose a way in which you are called"),
});

const named = {
  name: z.string().trim().min(1, "give it a name").max(60, "a name has at most 60 characters"),
  on: z.boolean().default(true),
};
export const alertRuleInputSchema = z.strictObject({ ...named, ...alertChoicesSchema.shape });
export const alertRuleSchema = z.object({ id: z.int(), ...named, ...alertChoicesSchema.shape });
export type AlertRule = z.output<typeof alertRuleSchema>;
export type AlertRuleInput = z.output<typeof alertRuleInputSchema>;

/** What a station was that somebody was called for. */
const factsSchema = z.object({
  call: z.string(),
  frequencyHz: z.int(),
  listensHz: z.int().nullable(),
  band: z.string(),
  mode: z.string(),
  submode: z.string().nullable(),
  worth: z.enum(["fresh", "wanted", "hold", "safe"]).nullable(),
  why: z.string().nullable(),
  chance: z.enum(CHANCES),
  reason: z.string(),
});

/** How a rule would have called within the last day, by the log as it is now. */
export const alertTrialSchema = z.object({
  /** So many announcements were looked at, the oldest of then. */
  announcements: z.int(),
  since: z.string().nullable(),
  calls: z.int(),
  /** Within the hour in which it called most. */
  busiest: z.int(),
  busiestAt: z.string().nullable(),
  /** The last of them, the newest first. */
  newest: z.array(z.object({ at: z.string(), ...factsSchema.shape })),
});
export type AlertTrial = z.output<typeof alertTrialSchema>;

/** What became of an alert: still to be answered, gone to, worked, put aside, silenced, or nobody answered. */
export const ALERT_OUTCOMES = ["open", "went", "worked", "aside", "silenced", "missed"] as const;
export type AlertOutcome = (typeof ALERT_OUTCOMES)[number];

export const alertSchema = z.object({
  id: z.int(),
  at: z.string(),
  base: z.string(),
  ...factsSchema.shape,
  /** The rules that called. */
  rules: z.array(z.object({ id: z.int(), name: z.string() })),
  ways: z.array(z.enum(WAYS)),
  outcome: z.enum(ALERT_OUTCOMES),
  /** When that was; null while it is open, or where nobody answered. */
  outcomeAt: z.string().nullable(),
  /** What became of its e-mail; null where it goes by none. */
  mail: z.object({ state: z.enum(["waiting", "sent", "failed"]), text: z.string() }).nullable(),
});
export type Alert = z.output<typeof alertSchema>;

/** What is answered to an alert. */
export const alertAnswerSchema = z.strictObject({ outcome: z.enum(["went", "aside"]) });

/** Who is silent until when: a rule, a station, or all of a logbook. */
export const alertSnoozeInputSchema = z.strictObject({
  ruleId: z.int().positive().nullable().default(null),
  /** A base call. */
  base: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z0-9/]{2,20}$/, "a call, as P5QUZ")
    .nullable()
    .default(null),
  /** So many minutes, or the rest of the UTC day. */
  minutes: z.union([z.int().min(1).max(43_200), z.literal("day")]),
});
export const alertSnoozeSchema = z.object({
  id: z.int(),
  ruleId: z.int().nullable(),
  base: z.string().nullable(),
  until: z.string(),
});
export type AlertSnooze = z.output<typeof alertSnoozeSchema>;

/** All there is to alerts now. */
export const alertStateSchema = z.object({
  rules: z.array(
    z.object({
      ...alertRuleSchema.shape,
      /** How often it called within the last hour. */
      lately: z.int().meta({ description: `at ${MOST_AN_HOUR} it is silent until the hour is over` }),
      /** When it may call again, where it has called too often. */
      silentUntil: z.string().nullable(),
    }),
  ),
  snoozes: z.array(alertSnoozeSchema),
  /** Why there are no spots to be called for; null where there are. */
  off: z.string().nullable(),
});
export type AlertState = z.output<typeof alertStateSchema>;
