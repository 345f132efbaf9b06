import { z } from "zod";

const MINUTE = 60;
const DAY = 86_400;

/** When what waits for a service is sent by itself. */
export const SEND_TIMES = ["never", "contact", "minutes", "day"] as const;
export const sendTimesSchema = z.strictObject({
  when: z.enum(SEND_TIMES).default("never"),
  /** Every so many minutes, where that is when. */
  minutes: z.int("give whole minutes").min(5, "at least every 5 minutes").max(1440, "at most 1440 minutes").default(30),
  /** The time of the day in UTC, where that is when. */
  at: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, "write a time as in 04:30, in UTC")
    .default("00:30"),
  /** Also when the application ends. */
  ending: z.boolean().default(false),
});
export type SendTimes = z.output<typeof sendTimesSchema>;

export const NEVER_BY_ITSELF: SendTimes = sendTimesSchema.parse({});

/** After a contact it is waited this long, seconds: for a slip to be mended, and for the next one to go along. */
export const AFTER_CONTACT = 20;
/** How long is paused after so many failures one upon the other, seconds. */
const PAUSES = [1 * MINUTE, 5 * MINUTE, 15 * MINUTE, 60 * MINUTE];

/** Seconds since 1970 UTC. */
export interface SendingSoFar {
  /** When it was tried last, or sent by hand; null where it never was. */
  readonly triedAt: number | null;
  /** When the outbox changed last. */
  readonly changedAt: number;
  /** Since when somebody watches: every so many minutes is counted from there. */
  readonly since: number;
  /** How often it failed since it went well. */
  readonly failures: number;
}

/** Until when sending pauses after failures; null where it does not. */
export function pausedUntil({ triedAt, failures }: Pick<SendingSoFar, "triedAt" | "failures">): number | null {
  if (failures === 0 || triedAt === null) return null;
  return triedAt + PAUSES[Math.min(failures, PAUSES.length) - 1]!;
}

/** When what waits is to be sent next, seconds since 1970 UTC, which may be over; null for never. */
export function dueAt({ when, minutes, at }: SendTimes, soFar: SendingSoFar): number | null {
  const { triedAt, changedAt, since } = soFar;
  const paused = pausedUntil(soFar);
  if (when === "never") return null;
  if (paused !== null) return paused;
  if (when === "contact") return changedAt + AFTER_CONTACT;
  if (when === "minutes") return Math.max(triedAt ?? since, since) + minutes * MINUTE;
  const [hour = 0, minute = 0] = at.split(":").map(Number);
  const ofDay = hour * 3600 + minute * MINUTE;
  const last = triedAt ?? since;
  const today = Math.floor(last / DAY) * DAY + ofDay;
  return today > last ? today : today + DAY;
}

/** When it is sent by itself, in words. */
export function sendTimesText({ when, minutes, at, ending }: SendTimes): string {
  const words = {
    never: ending ? "" : "not by itself",
    contact: "after each contact",
    minutes: `every ${minutes} min`,
    day: `each day at ${at} UTC`,
  }[when];
  if (!ending) return words;
  return words === "" ? "when the application ends" : `${words}, and when the application ends`;
}
