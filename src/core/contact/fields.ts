import type { z } from "zod";
import {
  bandSchema,
  callSchema,
  continentSchema,
  frequencySchema,
  gridSchema,
  keptCallSchema,
  modeSchema,
  textSchema,
  timeSchema,
  wattsSchema,
  wholeSchema,
} from "./fieldSchemas";

/** How a fact is typed and shown. "upper" is text in capitals; "long" is text of many words. */
export type FactKind = "text" | "long" | "upper" | "band" | "mode" | "number" | "entity" | "kHz" | "watts" | "time";

/** What a fact's values are. */
interface FieldType {
  readonly kind: FactKind;
  readonly schema: z.ZodType;
  /** Of texts: characters. */
  readonly longest?: number;
  /** Of whole numbers. */
  readonly least?: number;
  readonly most?: number;
}

const text = (longest: number) => ({ kind: "text", longest, schema: textSchema(longest) }) as const;
const upper = (longest: number) => ({ kind: "upper", longest, schema: textSchema(longest) }) as const;
const number = (least: number, most: number) =>
  ({ kind: "number", least, most, schema: wholeSchema(least, most) }) as const;
const entity = { kind: "entity", schema: wholeSchema(0, 999) } as const;
const grid = { kind: "upper", schema: gridSchema } as const;
const kHz = { kind: "kHz", schema: frequencySchema } as const;
const watts = { kind: "watts", schema: wattsSchema } as const;
const band = { kind: "band", schema: bandSchema } as const;

interface Field extends FieldType {
  readonly label: string;
  readonly group: keyof typeof GROUPS;
  /**
   * The fields of the ADIF standard that hold it. Of a text the second takes letters beyond ASCII, of a grid what
   * follows the eighth character, of a time the first is the day.
   */
  readonly adif: readonly [string, string?];
  /** The head of its column, where the label is too long for one. */
  readonly title?: string;
  /** Pixels of its column, where its kind's width does not suit. */
  readonly width?: number;
  /** Where it stands in the entry line when that is unfolded. */
  readonly line?: keyof typeof LINE_GROUPS;
  /** What of it may be typed, where a file may bring more. */
  readonly typed?: z.ZodType;
  /** It cannot be set to one value for many contacts at once. */
  readonly single?: true;
}

const GROUPS = {
  contact: "Contact",
  theirs: "Their side",
  ours: "Our side",
  special: "Contest, satellite, propagation",
  remarks: "Remarks",
} as const;

const LINE_GROUPS = { theirs: "Their side", ours: "Our side", contest: "Contest and notes" } as const;

/**
 * Every fact of a contact that can be seen, filtered by and changed by hand, in the order in which it is shown. The
 * schema, the table's row, ADIF, columns, filters, panel, entry line and the change of many follow from its line here;
 * besides it, a new fact needs its column in a migration. Frequencies are in Hz, powers in watts, times ISO in UTC.
 */
const FIELDS = {
  call: {
    label: "Call",
    group: "contact",
    kind: "upper",
    schema: keptCallSchema,
    typed: callSchema,
    adif: ["CALL"],
    width: 118,
    single: true,
  },
  startedAt: {
    label: "Start, UTC",
    title: "UTC",
    group: "contact",
    kind: "time",
    schema: timeSchema,
    adif: ["QSO_DATE", "TIME_ON"],
    single: true,
  },
  endedAt: {
    label: "End, UTC",
    title: "End",
    group: "contact",
    kind: "time",
    schema: timeSchema.nullable().default(null),
    adif: ["QSO_DATE_OFF", "TIME_OFF"],
    single: true,
  },
  band: { label: "Band", group: "contact", ...band, adif: ["BAND"] },
  frequencyHz: { label: "kHz", group: "contact", ...kHz, adif: ["FREQ"] },
  mode: { label: "Mode", group: "contact", kind: "mode", schema: modeSchema, adif: ["MODE"], width: 62 },
  submode: { label: "Submode", group: "contact", ...text(40), adif: ["SUBMODE"] },
  reportSent: { label: "Report sent", title: "Sent", group: "contact", ...text(20), adif: ["RST_SENT"], width: 52 },
  reportReceived: {
    label: "Report received",
    title: "Rcvd",
    group: "contact",
    ...text(20),
    adif: ["RST_RCVD"],
    width: 52,
  },
  bandReceived: { label: "Band, receiving", group: "contact", ...band, adif: ["BAND_RX"], width: 100, line: "ours" },
  frequencyReceivedHz: { label: "kHz, receiving", group: "contact", ...kHz, adif: ["FREQ_RX"], line: "ours" },

  name: { label: "Name", group: "theirs", ...text(200), adif: ["NAME", "NAME_INTL"], width: 110 },
  place: { label: "Place", group: "theirs", ...text(200), adif: ["QTH", "QTH_INTL"], width: 130 },
  grid: { label: "Grid", group: "theirs", ...grid, adif: ["GRIDSQUARE", "GRIDSQUARE_EXT"] },
  state: { label: "State or province", title: "State", group: "theirs", ...text(20), adif: ["STATE"], line: "theirs" },
  county: { label: "County", group: "theirs", ...text(200), adif: ["CNTY"], line: "theirs" },
  entityCode: { label: "Entity", group: "theirs", ...entity, adif: ["DXCC"], width: 160 },
  continent: { label: "Continent", group: "theirs", kind: "upper", schema: continentSchema, adif: ["CONT"] },
  cqZone: { label: "CQ zone", title: "CQ", group: "theirs", ...number(1, 40), adif: ["CQZ"], line: "theirs" },
  ituZone: { label: "ITU zone", title: "ITU", group: "theirs", ...number(1, 90), adif: ["ITUZ"], line: "theirs" },
  island: {
    label: "Island reference",
    title: "Island",
    group: "theirs",
    ...upper(20),
    adif: ["IOTA"],
    line: "theirs",
  },
  summit: {
    label: "Summit reference",
    title: "Summit",
    group: "theirs",
    ...upper(40),
    adif: ["SOTA_REF"],
    line: "theirs",
  },
  park: { label: "Park references", title: "Park", group: "theirs", ...upper(200), adif: ["POTA_REF"], line: "theirs" },
  theirPower: { label: "Power, W", group: "theirs", ...watts, adif: ["RX_PWR"], line: "theirs" },

  ownCall: {
    label: "Call on the air",
    title: "Our call",
    group: "ours",
    kind: "upper",
    schema: callSchema.nullable().default(null),
    adif: ["STATION_CALLSIGN"],
    line: "ours",
  },
  operator: { label: "Operator", group: "ours", ...text(40), adif: ["OPERATOR"], line: "ours" },
  ownGrid: { label: "Own grid", group: "ours", ...grid, adif: ["MY_GRIDSQUARE", "MY_GRIDSQUARE_EXT"] },
  ownState: { label: "Own state or province", group: "ours", ...text(20), adif: ["MY_STATE"] },
  ownCounty: { label: "Own county", group: "ours", ...text(200), adif: ["MY_CNTY"] },
  ownEntityCode: { label: "Own entity", group: "ours", ...entity, adif: ["MY_DXCC"] },
  ownCqZone: { label: "Own CQ zone", group: "ours", ...number(1, 40), adif: ["MY_CQ_ZONE"] },
  ownItuZone: { label: "Own ITU zone", group: "ours", ...number(1, 90), adif: ["MY_ITU_ZONE"] },
  ownIsland: { label: "Own island reference", title: "Own island", group: "ours", ...upper(20), adif: ["MY_IOTA"] },
  ownSummit: {
    label: "Own summit reference",
    title: "Own summit",
    group: "ours",
    ...upper(40),
    adif: ["MY_SOTA_REF"],
  },
  ownPark: { label: "Own park references", title: "Own park", group: "ours", ...upper(200), adif: ["MY_POTA_REF"] },
  ownAntenna: {
    label: "Own antenna",
    title: "Antenna",
    group: "ours",
    ...text(200),
    adif: ["MY_ANTENNA", "MY_ANTENNA_INTL"],
    width: 130,
    line: "ours",
  },
  power: { label: "Own power, W", group: "ours", ...watts, adif: ["TX_PWR"], line: "ours" },

  contestId: { label: "Contest", group: "special", ...text(100), adif: ["CONTEST_ID"], line: "contest" },
  serialSent: { label: "Serial sent", group: "special", ...number(0, 10_000_000), adif: ["STX"], line: "contest" },
  serialReceived: {
    label: "Serial received",
    group: "special",
    ...number(0, 10_000_000),
    adif: ["SRX"],
    line: "contest",
  },
  exchangeSent: { label: "Exchange sent", group: "special", ...text(200), adif: ["STX_STRING"], line: "contest" },
  exchangeReceived: {
    label: "Exchange received",
    group: "special",
    ...text(200),
    adif: ["SRX_STRING"],
    line: "contest",
  },
  notClaimed: {
    label: "Not claimed, because",
    title: "Not claimed",
    group: "special",
    ...text(200),
    adif: ["APP_YPSILOID_NOT_CLAIMED"],
  },
  transmitter: {
    label: "Transmitter",
    group: "special",
    ...number(0, 9),
    adif: ["APP_YPSILOID_TRANSMITTER"],
  },
  propagation: { label: "Propagation mode", group: "special", ...text(20), adif: ["PROP_MODE"], line: "ours" },
  satellite: { label: "Satellite", group: "special", ...text(40), adif: ["SAT_NAME"], line: "ours" },
  satelliteMode: { label: "Satellite mode", group: "special", ...text(20), adif: ["SAT_MODE"], line: "ours" },

  comment: { label: "Comment", group: "remarks", ...text(10_000), adif: ["COMMENT", "COMMENT_INTL"], width: 170 },
  notes: {
    label: "Notes",
    group: "remarks",
    kind: "long",
    longest: 100_000,
    schema: textSchema(100_000),
    adif: ["NOTES", "NOTES_INTL"],
    width: 170,
    line: "contest",
  },
} as const satisfies Readonly<Record<string, Field>>;

export type FactKey = keyof typeof FIELDS;

/** A fact of a contact with its name. */
export interface FactField extends Field {
  readonly key: FactKey;
}

export const FACT_FIELDS: readonly FactField[] = Object.entries(FIELDS).map(([key, field]) => ({
  key: key as FactKey,
  ...field,
}));

interface FieldGroup {
  readonly title: string;
  readonly fields: readonly FactField[];
}

/** All facts, in groups as an operator thinks of them. */
export const FACT_GROUPS: readonly FieldGroup[] = Object.entries(GROUPS).map(([id, title]) => ({
  title,
  fields: FACT_FIELDS.filter(({ group }) => group === id),
}));

/** What the entry line unfolds to. */
export const LINE_FIELDS: readonly FieldGroup[] = Object.entries(LINE_GROUPS).map(([id, title]) => ({
  title,
  fields: FACT_FIELDS.filter(({ line }) => line === id),
}));

/** Facts that many contacts can be given at once. */
export const SETTABLE_FACTS: readonly FactField[] = FACT_FIELDS.filter(({ single }) => !single);

/** The fact of a name, if there is one. */
export function factField(key: string): FactField | undefined {
  return BY_KEY.get(key);
}

const BY_KEY = new Map<string, FactField>(FACT_FIELDS.map((field) => [field.key, field]));

type FactShape = { readonly [Key in FactKey]: (typeof FIELDS)[Key]["schema"] };

/** The schema of each fact. */
export const FACT_SHAPE = Object.fromEntries(
  Object.entries(FIELDS).map(([key, { schema }]) => [key, schema]),
) as unknown as FactShape;

/** A fact as text, as it is typed into a field; "" where there is none. */
export function factText(kind: FactKind, value: string | number | null): string {
  if (value === null) return "";
  if (kind === "kHz") return String(Number(value) / 1000);
  if (kind === "time") return String(value).replace("T", " ").replace("Z", "");
  return String(value);
}
