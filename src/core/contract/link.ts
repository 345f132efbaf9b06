import { z } from "zod";
import { descriptorSchema, RADIO_MODES, radioChangeSchema, radioStateSchema } from "../radio";
import { FASTEST, KEYED_MODES, SLOWEST, USUAL_KEYING } from "../signal";
import { settingSchema } from "./setting";
import { ONE_LINE, type TextLine } from "./spot";

/** What a link is to the rest of the application, whatever its kind. */
const LINK_ROLES = ["radio", "keyer", "receiver", "contacts", "spots", "sun", "mail"] as const;
export type LinkRole = (typeof LINK_ROLES)[number];

/** How a link is getting on. */
const LINK_PHASES = ["off", "connecting", "up", "waiting", "refused"] as const;

/** What a radio is, and how it stands. Frequencies and filters in Hz, power in watts. */
export const radioSchema = z.object({
  model: z.string(),
  state: radioStateSchema,
  modes: z.array(z.enum(RADIO_MODES)),
  filters: z.array(z.int()),
  antennas: z.array(z.string()),
  watts: z.number(),
  tunes: z.array(z.tuple([z.int(), z.int()])),
  /** Which fields of its state can be told to it. */
  tells: z.array(z.string()),
  /** Whether it can be made to transmit. */
  transmits: z.boolean(),
  /** It is stopped after so long, seconds. */
  limitSeconds: z.int(),
});
export type Radio = z.output<typeof radioSchema>;

export const linkSchema = z.object({
  id: z.int(),
  kind: z.string(),
  role: z.enum(LINK_ROLES),
  name: z.string(),
  on: z.boolean(),
  /** Without its secrets. */
  settings: z.record(z.string(), z.unknown()),
  /** The settings that it has and does not tell. */
  secrets: z.array(z.string()),
  phase: z.enum(LINK_PHASES),
  /** What is wrong and how to mend it, or what is worth knowing; null where there is nothing to say. */
  text: z.string().nullable(),
  /** When it is tried again, ISO. */
  retryAt: z.string().nullable(),
  /** In what it keys texts; nothing where it does not. */
  keysIn: z.array(z.enum(KEYED_MODES)),
  radio: radioSchema.nullable(),
  /** What it has counted since it runs, by what it is called. */
  counts: z.record(z.string(), z.int()),
  /** By how much its times are off this computer's, minutes, later being more; null where they are not. */
  clockOff: z.int().nullable(),
});
export type Link = z.output<typeof linkSchema>;

const name = z.string().trim().min(1, "give it a name").max(40, "a name has at most 40 characters");

const secretsOf = z.int().positive().optional();

/** The settings are held against the kind's own schema. */
export const linkInputSchema = z.strictObject({
  kind: z.string().max(40),
  name,
  on: z.boolean().default(true),
  settings: z.record(z.string(), z.unknown()).default({}),
  /** A link, also one that was removed lately, whose secrets it has where none are given. */
  secretsOf,
});
/** Secrets that are not given stay as they are. */
export const linkPatchSchema = z.strictObject({
  name: name.optional(),
  on: z.boolean().optional(),
  settings: z.record(z.string(), z.unknown()).optional(),
});
export const linkTestSchema = z.strictObject({
  kind: z.string().max(40),
  settings: z.record(z.string(), z.unknown()),
  secretsOf,
});

export const linkKindSchema = z.object({
  id: z.string(),
  role: z.enum(LINK_ROLES),
  label: z.string(),
  about: z.string(),
  settings: z.array(settingSchema),
});
export type LinkKindInfo = z.output<typeof linkKindSchema>;

const speed = z.number().min(SLOWEST).max(FASTEST);

/** The longest text of a transmission, in signs. */
export const LONGEST_SENT = 500;
const sentText = z
  .string()
  .max(LONGEST_SENT, `a transmission has at most ${LONGEST_SENT} signs: send the text in parts`);

/** What a keyer, or a radio that keys, is told. */
export const keyerCommandSchema = z.discriminatedUnion("do", [
  z.strictObject({
    do: z.literal("send"),
    text: sentText.regex(/\S/, "there is nothing to send"),
    mode: z.enum(KEYED_MODES).default("CW"),
    /** It goes on sending when the text is out: more is to come. */
    more: z.boolean().default(false),
    /** Morse, words a minute. */
    speed: speed.default(USUAL_KEYING.speed),
    weight: z.number().min(25).max(75).default(50),
    wordSpace: z.number().min(4).max(20).default(7),
  }),
  /** Another text for what is being sent: what has gone out stays, what waits is taken from it. */
  z.strictObject({ do: z.literal("text"), text: sentText, more: z.boolean() }),
  /** Whoever sends is still there: without it for so long as `LEASE_MS`, what he sends ends. */
  z.strictObject({ do: z.literal("here") }),
  z.strictObject({ do: z.literal("speed"), speed }),
  z.strictObject({ do: z.literal("stop") }),
]);

/** Who sends says within so long, milliseconds, that he is still there. */
export const LEASE_MS = 1500;

/** What a radio is told. */
export const radioCommandSchema = z.discriminatedUnion("do", [
  ...keyerCommandSchema.options,
  z.strictObject({ do: z.literal("set"), change: radioChangeSchema }),
  z.strictObject({ do: z.literal("transmit"), on: z.boolean() }),
  z.strictObject({
    do: z.literal("band"),
    band: z.string().max(10),
    /** Where it goes on a band on which it was never before. */
    otherwise: radioChangeSchema,
  }),
]);
export type RadioCommand = z.input<typeof radioCommandSchema>;

/** What a mail link is told. */
export const mailCommandSchema = z.strictObject({
  do: z.literal("send"),
  subject: z.string().trim().min(1).max(200).regex(ONE_LINE, "one line"),
  text: z.string().min(1, "there is nothing to send").max(20_000),
});

/** What an order to a link came to. */
export const orderedSchema = z.object({ id: z.int().nullable() });

/** A radio's descriptor: one of the operator's own, or one that ships. */
export const keptDescriptorSchema = z.object({ descriptor: descriptorSchema, own: z.boolean() });
export type KeptDescriptor = z.output<typeof keptDescriptorSchema>;

export const positionRadioSchema = z.object({ linkId: z.int().nullable() });

/** What a link says of what goes on, as it happens. */
export type LinkNews =
  | {
      /** A text as it goes out: a letter, or how the transmission ended. */
      readonly is: "letter" | "done" | "stopped" | "limit" | "broken";
      /** The transmission. */
      readonly id: number;
      readonly letter?: string;
      /** When the key is down, milliseconds from the letter's start. */
      readonly down?: readonly { readonly from: number; readonly to: number }[] | undefined;
      /** The codes of RTTY that went out for it. */
      readonly codes?: readonly number[] | undefined;
      readonly lasts?: number;
      /** What went out, or what is wrong. */
      readonly text?: string;
    }
  | {
      /** What of a radio has changed. */ readonly is: "radio";
      readonly change: Partial<z.output<typeof radioStateSchema>>;
    }
  | {
      /** A line that went between us and a program of lines. */ readonly is: "line";
      readonly line: TextLine;
    };
