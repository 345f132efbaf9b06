import { z } from "zod";
import { MODE_GROUPS } from "../band";
import { CATEGORY_KINDS, rulesSchema } from "../contest/rules";
import { messageSetSchema } from "../contest/messages";
import { extraFieldSchema } from "../contact/parseFacts";
import { handInNameSchema, storedContactSchema } from "./contact";

const time = z.iso.datetime({ error: "a time is written like 2026-11-28T00:00:00Z" });
const partValues = z.record(z.string().max(31), z.string().trim().max(100));
const periodSchema = z.object({ from: time, to: time });

/** A contest that one can enter, with when it runs. */
export const contestSchema = z.object({
  tag: z.string(),
  /** Ships with the application, and was not changed here. */
  shipped: z.boolean(),
  rules: rulesSchema,
  /** The period that runs, or the next. */
  next: periodSchema.nullable(),
  /** The last that is over, and until when its logs are taken. */
  last: periodSchema.nullable(),
  deadline: z.string().nullable(),
});
export type Contest = z.output<typeof contestSchema>;

/** What the submission says of the entrant. */
export const headerSchema = z.strictObject({
  name: z.string().trim().max(75).default(""),
  address: z.string().trim().max(400).default(""),
  email: z.string().trim().max(75).default(""),
  club: z.string().trim().max(75).default(""),
  location: z.string().trim().max(40).default(""),
  soapbox: z.string().trim().max(1000).default(""),
});
export type EntryHeader = z.output<typeof headerSchema>;

const operatorCall = z.string().trim().toUpperCase().min(1).max(20);
const entryShape = {
  ownCall: z.string().trim().toUpperCase().min(3).max(20),
  siteId: z.int().positive().nullable().default(null),
  category: z.partialRecord(z.enum(CATEGORY_KINDS), z.string().max(40)),
  power: z.number().positive().max(1e6).nullable().default(null),
  operators: z.array(operatorCall).min(1, "say who operates").max(30),
  /** What we send, by the parts' ids; the serial and the report come by themselves. */
  sent: partValues.default({}),
  bonuses: z.array(z.string().max(31)).max(50).default([]),
  header: headerSchema.prefault({}),
  /** Contacts that one wants to make. */
  goal: z.int().positive().max(100_000).nullable().default(null),
  /** Whether what does not count is left out of the log file; else it is marked there as X-QSO. */
  leavesOut: z.boolean().default(false),
  /** The messages by mode group; the usual ones where nothing is said. */
  messages: z.partialRecord(z.enum(["CW", "voice", "digital"]), messageSetSchema).default({}),
};

/** An entry into a contest, as it is set up. */
export const entryInputSchema = z.strictObject({
  tag: z.string().max(40),
  /** When it begins, to tell the years apart; the running or next one where nothing is said. */
  from: time.optional(),
  ...entryShape,
});
export type EntryInput = z.input<typeof entryInputSchema>;

const { siteId, category, power, operators, sent, bonuses, header, goal, leavesOut, messages, ownCall } = entryShape;
/** A change of an entry; the contest itself cannot be changed. */
export const entryPatchSchema = z.strictObject({
  ownCall: ownCall.optional(),
  siteId: siteId.unwrap().optional(),
  category: category.optional(),
  power: power.unwrap().optional(),
  operators: operators.optional(),
  sent: sent.unwrap().optional(),
  bonuses: bonuses.unwrap().optional(),
  header: header.unwrap().optional(),
  goal: goal.unwrap().optional(),
  leavesOut: leavesOut.unwrap().optional(),
  messages: messages.unwrap().optional(),
  /** Whether it is the one that the entry line logs into. */
  on: z.boolean().optional(),
});

export const entrySchema = z.object({
  id: z.int(),
  logbookId: z.int(),
  tag: z.string(),
  name: z.string(),
  rules: rulesSchema,
  period: periodSchema,
  deadline: z.string(),
  on: z.boolean(),
  createdAt: z.string(),
  ...entryShape,
  /** Our side of the contest. */
  side: z.string(),
  /** What is missing for the submission, in words. */
  missing: z.array(z.string()),
});
export type Entry = z.output<typeof entrySchema>;

/** A contact of a contest as it is typed: the exchange by its parts. */
export const contestContactInputSchema = z.strictObject({
  call: z.string().max(30),
  startedAt: time,
  endedAt: time.nullable().default(null),
  band: z.string().max(10),
  frequencyHz: z.int().nullable().default(null),
  mode: z.string().max(40),
  submode: z.string().max(40).nullable().default(null),
  /** What they sent. */
  received: partValues.default({}),
  /** What we sent, where it is not what the entry says. */
  sent: partValues.default({}),
  serialSent: z.int().min(1).max(99_999).nullable().default(null),
  operator: z.string().trim().max(40).nullable().default(null),
  /** Which of several browsers it was typed in. */
  position: z.string().max(60).default(""),
  handIn: handInNameSchema.nullable().default(null),
  /** Other facts of a contact; they win over what the contest says of them. */
  facts: z.record(z.string().max(40), z.unknown()).default({}),
  extra: z.array(extraFieldSchema).max(20).default([]),
});
export type ContestContactInput = z.input<typeof contestContactInputSchema>;

const multiplierItem = z.object({
  id: z.string(),
  label: z.string(),
  item: z.string(),
  within: z.string(),
  /** The entity whose item it is: a code of states means nothing without it. */
  entity: z.int().nullable(),
  name: z.string(),
});
const judgementSchema = z.object({
  /** Why it does not count. */
  refused: z.string().nullable(),
  duplicate: z.boolean(),
  points: z.number(),
  why: z.string(),
  /** Multipliers that it is the first to bring. */
  fresh: z.array(multiplierItem),
  side: z.string(),
  values: z.record(z.string(), z.string()),
});

/** A contact of a contest with what it is worth. */
export const contestRowSchema = z.object({ contact: storedContactSchema, judgement: judgementSchema });
export type ContestRow = z.output<typeof contestRowSchema>;

/** A contact as it was logged: its serial may be another than asked when that was taken. */
export const contestLoggedSchema = contestRowSchema.extend({
  batchId: z.int(),
  /** What had to be changed, and why; null where nothing. */
  remark: z.string().nullable(),
});
export type ContestLogged = z.output<typeof contestLoggedSchema>;

export const worthQuerySchema = z.strictObject({
  call: z.string().max(30),
  band: z.string().max(10),
  mode: z.string().max(40),
  /** What was typed of the exchange, as JSON of the parts' values. */
  typed: z.string().max(2000).default("{}"),
  at: time.optional(),
});

/** What a contact would be worth, as far as it is typed. */
export const worthSchema = z.object({
  call: z.string(),
  judgement: judgementSchema,
  /** The parts that this station sends. */
  guesses: z.record(z.string(), z.object({ value: z.string(), from: z.string() })),
  faults: z.array(
    z.object({
      field: z.string(),
      text: z.string(),
      nearest: z.array(z.object({ code: z.string(), name: z.string() })),
    }),
  ),
  doubts: z.array(z.object({ field: z.string(), text: z.string() })),
  /** Contacts with the station in this contest, the newest first. */
  before: z.array(
    z.object({ startedAt: z.string(), band: z.string(), mode: z.string(), values: z.record(z.string(), z.string()) }),
  ),
});
export type ContestWorth = z.output<typeof worthSchema>;

const stationShape = {
  call: z.string(),
  entityCode: z.int().nullable(),
  continent: z.string().nullable(),
  cqZone: z.int().nullable(),
  ituZone: z.int().nullable(),
  grid: z.string().nullable(),
};

/** What an entry has worked, in all that scoring needs. Times in seconds since 1970 UTC. */
export const contestBoardSchema = z.object({
  entrant: z.object({
    ...stationShape,
    period: z.object({ from: z.int(), to: z.int() }),
    power: z.number().nullable(),
    bonuses: z.array(z.string()),
    category: z.partialRecord(z.enum(CATEGORY_KINDS), z.string()).nullable(),
    sent: z.record(z.string(), z.string()),
  }),
  /** Null where there are too many to be sent; then the worth of a call is asked for. */
  contacts: z
    .array(
      z.object({
        ...stationShape,
        id: z.int(),
        startedAt: z.int(),
        baseCall: z.string(),
        band: z.string(),
        mode: z.string(),
        submode: z.string().nullable(),
        modeGroup: z.enum(MODE_GROUPS),
        reportReceived: z.string().nullable(),
        serialReceived: z.int().nullable(),
        exchangeReceived: z.string().nullable(),
        partsReceived: z.record(z.string(), z.string()).nullable(),
        partsSent: z.record(z.string(), z.string()).nullable(),
        notClaimed: z.string().nullable(),
      }),
    )
    .nullable(),
  /** The newest entry of the journal that is in it. */
  upTo: z.int(),
});
export type ContestBoard = z.output<typeof contestBoardSchema>;

const bandScoreSchema = z.object({
  contacts: z.int(),
  duplicates: z.int(),
  points: z.number(),
  multipliers: z.record(z.string(), z.int()),
});
const hourSchema = z.object({ hour: z.int(), contacts: z.int() });

/** How an entry stands. */
export const standingSchema = z.object({
  bands: z.record(z.string(), bandScoreSchema),
  total: bandScoreSchema,
  /** What the points are multiplied by: the multipliers added up, or each by itself. */
  factors: z.array(z.number()),
  /** Each session's own score, where they are scored apart; before the factors of power and category. */
  sessions: z.array(
    z.object({
      id: z.string(),
      label: z.string(),
      contacts: z.int(),
      points: z.number(),
      factors: z.array(z.number()),
      score: z.number(),
    }),
  ),
  bonus: z.number(),
  powerFactor: z.number(),
  categoryFactor: z.number(),
  score: z.number(),
  rate: z.object({ last10: z.number(), last60: z.number() }),
  hours: z.array(hourSchema),
  /** The same hours of an earlier year's entry, where there is one. */
  earlier: z.object({ name: z.string(), hours: z.array(hourSchema) }).nullable(),
  operatingSeconds: z.number(),
  offTimes: z.array(periodSchema),
  operatingHours: z.number().nullable(),
  operators: z.array(z.object({ operator: z.string(), contacts: z.int(), last60: z.int() })),
  /** The serial that the next contact would send. */
  nextSerial: z.int(),
  /** When the newest contact was made. */
  lastAt: z.string().nullable(),
});
export type Standing = z.output<typeof standingSchema>;

/** One multiplier and where it was worked. */
export const sheetSchema = z.object({
  id: z.string(),
  label: z.string(),
  per: z.string(),
  columns: z.array(z.string()),
  items: z.array(
    z.object({
      item: z.string(),
      entity: z.int().nullable(),
      /** What people call it: an entity by its prefix. */
      code: z.string(),
      name: z.string(),
      /** By column: the contact that brought it. */
      worked: z.record(z.string(), z.object({ contactId: z.int(), call: z.string() })),
    }),
  ),
});
export type Sheet = z.output<typeof sheetSchema>;

export const findingSchema = z.object({
  contactId: z.int(),
  kind: z.string(),
  text: z.string(),
  /** How likely it is wrong, from 0 to 1. */
  weight: z.number(),
  key: z.string(),
  lookedAt: z.boolean(),
  contact: storedContactSchema,
});
export type ContestFinding = z.output<typeof findingSchema>;

/** A position: a browser that logs into the entry. */
export const positionSchema = z.object({
  id: z.string(),
  name: z.string(),
  operator: z.string(),
  band: z.string(),
  mode: z.string(),
  way: z.enum(["run", "search"]),
  seenAt: z.string(),
});
export type Position = z.output<typeof positionSchema>;
export const positionInputSchema = z.strictObject({
  name: z.string().trim().min(1).max(40),
  operator: z.string().trim().max(40),
  band: z.string().max(10),
  mode: z.string().max(40),
  way: z.enum(["run", "search"]),
});

export const positionNoteSchema = z.object({ id: z.int(), at: z.string(), position: z.string(), text: z.string() });
export type PositionNote = z.output<typeof positionNoteSchema>;
export const positionNoteInputSchema = z.strictObject({
  position: z.string().trim().min(1).max(40),
  text: z.string().trim().min(1, "the note is empty").max(200),
});

/** What an organiser answered to a log, or what the cross-check found. */
export const submissionSchema = z.object({
  id: z.int(),
  at: z.string(),
  /** "unanswered": it is on its way, or whether it arrived is not known; handing in again asks first. */
  state: z.enum(["unanswered", "taken", "refused", "checked"]),
  receipt: z.string().nullable(),
  text: z.string(),
  faults: z.array(z.object({ line: z.int(), text: z.string() })),
  report: z
    .object({
      score: z.number(),
      findings: z.array(
        z.object({
          contactId: z.int().nullable(),
          line: z.string(),
          text: z.string(),
          /** Points, multipliers included; null where the organiser did not say. */
          lost: z.number().nullable(),
        }),
      ),
    })
    .nullable(),
});
export type Submission = z.output<typeof submissionSchema>;

/** A contest that a calendar announces, without rules. */
export const announcedSchema = z.object({
  id: z.int(),
  name: z.string(),
  about: z.string(),
  ...periodSchema.shape,
});
export type Announced = z.output<typeof announcedSchema>;

/** What became of a calendar's events. */
export const calendarTakenSchema = z.object({
  /** Kept as announced. */
  fresh: z.int(),
  /** Announced before, or of contests whose rules are known and say the same. */
  known: z.int(),
  /** Over, or no event that begins and ends. */
  passed: z.int(),
});

/** A log file before it goes out. */
export const logFileSchema = z.object({
  text: z.string(),
  /** What an organiser would stumble over. */
  faults: z.array(z.object({ line: z.int(), text: z.string() })),
  contacts: z.int(),
  /** Bands whose logs can be had in the form of IARU Region 1 as well, where the contest exchanges grids. */
  ediBands: z.array(z.string()),
  readBack: z.int(),
  claimedScore: z.number(),
  /** What is not claimed, by the reason: kept in the file all the same, marked there as X-QSO, or left out. */
  unclaimed: z.array(z.object({ as: z.enum(["kept", "withdrawn", "left out"]), why: z.string(), contacts: z.int() })),
  /** What claiming contacts past the operating time of the category means; null where there are none. */
  pastTime: z.object({ hours: z.number(), contacts: z.int(), scoreWithout: z.number() }).nullable(),
});
export type LogFile = z.output<typeof logFileSchema>;

export const tryOutInputSchema = z.strictObject({
  rules: z.unknown(),
  ownCall: z.string().max(20),
  ownGrid: z.string().max(12).default(""),
  call: z.string().max(30),
  band: z.string().max(10),
  mode: z.string().max(40),
  exchange: z.string().max(200),
});
/** How a definition understands a call and an exchange. */
export const tryOutSchema = z.object({
  side: z.string(),
  ownSide: z.string(),
  values: z.record(z.string(), z.string()),
  leftover: z.array(z.string()),
  judgement: judgementSchema,
  next: periodSchema.nullable(),
});
export type TryOut = z.output<typeof tryOutSchema>;
