import { z } from "zod";

/**
 * What one can practise: one entry of this table each. `most` and `usual` stations; whether there are always as many of
 * them as were chosen, or by chance; whether they are gentle with us; and what to try when it goes well.
 */
export const PRACTICE_TASKS = [
  {
    id: "patient",
    label: "One patient caller",
    about: "You call, one station answers. It waits, sends at your speed, and repeats as often as you ask.",
    way: "run",
    most: 1,
    usual: 1,
    fills: true,
    gentle: true,
    next: "run",
  },
  {
    id: "run",
    label: "A run",
    about: "You call, and now and then one or two answer. Some are faster, some faint, some change their mind.",
    way: "run",
    most: 3,
    usual: 2,
    fills: false,
    gentle: false,
    next: "search",
  },
  {
    id: "pileUp",
    label: "A pile-up",
    about: "Everybody wants you, all at once. Pick one by a part of his call; the others call again, or leave.",
    way: "run",
    most: 12,
    usual: 5,
    fills: true,
    gentle: false,
    next: null,
  },
  {
    id: "search",
    label: "Searching",
    about: "Stations call along the band. Tune to each, read its call, and get through among others who want it too.",
    way: "search",
    most: 12,
    usual: 6,
    fills: true,
    gentle: false,
    next: "pileUp",
  },
] as const;
export type PracticeTask = (typeof PRACTICE_TASKS)[number];
const ids = PRACTICE_TASKS.map(({ id }) => id);
export type PracticeTaskId = PracticeTask["id"];

export function practiceTask(id: PracticeTaskId): PracticeTask {
  return PRACTICE_TASKS.find((task) => task.id === id)!;
}

/** How far signals are over the noise of 100 Hz of a usual band, from and to, dB. */
export const STRENGTHS = {
  strong: { label: "Strong", over: [18, 26] },
  mixed: { label: "Mixed", over: [7, 26] },
  weak: { label: "Weak", over: [5, 12] },
} as const;

/** The noise of the band: how loud it is against that of a usual one, dB, and how often it crashes, a minute. */
export const NOISES = {
  quiet: { label: "Quiet", level: -8, crashes: 0 },
  usual: { label: "Usual", level: 0, crashes: 0 },
  static: { label: "With static crashes", level: 0, crashes: 14 },
} as const;

const keysOf = <Table extends object>(table: Table) =>
  Object.keys(table) as [keyof Table & string, ...(keyof Table & string)[]];

export const practiceSettingsSchema = z.strictObject({
  task: z.enum(ids),
  /** The contest's tag; null for a report and a name. */
  contest: z.string().max(40).nullable(),
  /** How fast the others send, words a minute. */
  speed: z
    .int("a whole number of words a minute")
    .min(8, "at least 8 words a minute")
    .max(45, "at most 45 words a minute"),
  strength: z.enum(keysOf(STRENGTHS)),
  noise: z.enum(keysOf(NOISES)),
  /** How many want one at once, or call along the band. */
  stations: z.int("a whole number of stations").min(1, "at least 1 station").max(12, "at most 12 stations"),
  minutes: z.int("a whole number of minutes").min(1, "at least 1 minute").max(60, "at most 60 minutes"),
  /** What it is made from: the same gives the same people. */
  seed: z
    .int()
    .min(0)
    .max(2 ** 32 - 1),
});
export type PracticeSettings = z.output<typeof practiceSettingsSchema>;

const values = z.record(z.string().max(31), z.string().max(60));
const seconds = z.number().min(0).max(7200);
const call = z.string().max(30);

/** Of what is longer only the beginning is kept. */
export const LONGEST_TEXT = 600;

/** What somebody sent. Times are seconds from the start of the run. */
const emissionSchema = z.strictObject({
  by: call,
  text: z.string().max(LONGEST_TEXT),
  from: seconds,
  to: seconds,
  /** Words a minute. */
  speed: z.number().min(5).max(80),
  frequencyHz: z.number(),
  /** Over the noise of 100 Hz, dB. */
  over: z.number().min(-40).max(80),
  /** It fades by so much, dB, once in so many seconds. */
  fade: z.strictObject({ depth: z.number().min(0).max(40), period: z.number().min(0.2).max(60) }).optional(),
});
export type Emission = z.output<typeof emissionSchema>;

/** A contact as it really was. */
const truthSchema = z.strictObject({
  call,
  values,
  /** From when what was exchanged was heard, and when it was over. */
  from: seconds,
  at: seconds,
  /** As what he has us in his log. */
  ours: call,
  frequencyHz: z.number(),
});
export type Truth = z.output<typeof truthSchema>;

const loggedSchema = z.strictObject({ call, values, at: seconds, frequencyHz: z.number() });
export type PracticeLogged = z.output<typeof loggedSchema>;

/** A practice run that is over: all that it takes to look at it, and to hear it again. */
export const practiceRunInputSchema = z.strictObject({
  settings: practiceSettingsSchema,
  /** Seconds since 1970. */
  startedAt: z.int().min(0).max(1e11),
  seconds,
  ownCall: call,
  /** What was exchanged: the parts' labels in their order. */
  parts: z.array(z.strictObject({ id: z.string().max(31), label: z.string().max(60) })).max(12),
  contestName: z.string().max(120),
  logged: z.array(loggedSchema).max(2000),
  truths: z.array(truthSchema).max(2000),
  emissions: z.array(emissionSchema).max(6000),
});
export type PracticeRunInput = z.output<typeof practiceRunInputSchema>;
/** A run without its sound, as it stands in a list. */
export const practiceRunLineSchema = z.object({
  id: z.int(),
  settings: practiceSettingsSchema,
  startedAt: z.int(),
  seconds,
  contestName: z.string(),
  logged: z.int(),
  right: z.int(),
});
export type PracticeRunLine = z.output<typeof practiceRunLineSchema>;

export const practiceRunSchema = practiceRunInputSchema.extend({ id: z.int() });
export type PracticeRun = z.output<typeof practiceRunSchema>;
