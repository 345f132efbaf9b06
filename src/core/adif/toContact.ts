import { type Band, bandByName, bandOfFrequency, BANDS, modeByName, parseMode } from "../band";
import { parseCallsign } from "../callsign";
import { type Confirmation, emptyConfirmation } from "../confirm/channel";
import { type ContactInput, type ExtraField, isWritable, madeWritable } from "../contact";
import { entityByCode } from "../entity";
import { parseGrid } from "../geo";
import { foldToAscii } from "./bytes";
import { dataTypeFault } from "./dataTypes";
import { type AdifField, type AdifHeader, type AdifNote, type AdifRecord, NO_HEADER } from "./record";
import { CHANNEL_FIELDS, RECEIVED_BY_LETTER, SENT_BY_LETTER, VIA_BY_LETTER } from "./words";

export type AdifContact =
  | { readonly ok: true; readonly contact: ContactInput; readonly notes: readonly AdifNote[] }
  | { readonly ok: false; readonly reason: string; readonly notes: readonly AdifNote[] };

type Draft = { -readonly [Key in keyof ContactInput]: ContactInput[Key] };

/** What a field's value becomes: put into the draft, or left as it came, with a note of why. */
type Taken = true | string;
type Taker = (draft: Draft, value: string) => Taken;

/**
 * Understands one record. Fields that have a place in a contact go there; the others, and those whose value has no
 * sensible form, are kept as they came, so that writing gives them back.
 */
export function contactFromAdif(record: AdifRecord, header: AdifHeader = NO_HEADER): AdifContact {
  const gathered: Gathered = { record, header, notes: [...record.notes], extra: [], lineOf: lineFinder(record) };
  const { notes, extra } = gathered;
  if (record.broken !== undefined) return { ok: false, reason: record.broken, notes };

  const fields = new Map<string, AdifField>();
  for (const field of record.fields) {
    if (fields.has(field.name)) {
      if (fields.get(field.name)!.value !== field.value) {
        note(gathered, field, `the field comes twice; the second value "${short(field.value)}" was left out`);
      }
    } else if (field.value !== "") fields.set(field.name, writable(gathered, field));
  }
  const draft: Draft = { call: "", startedAt: "", mode: "" };
  const fault = takeNeeded(draft, fields, gathered);
  if (fault !== null) return { ok: false, reason: fault, notes };
  const confirmations = takeConfirmations(fields, gathered);

  for (const field of fields.values()) {
    if (NEEDED.has(field.name)) continue;
    const take = TAKERS.get(field.name);
    if (take === undefined) {
      if (!CONFIRMATION_NAMES.has(field.name) && !isTwin(field, fields)) keepChecked(gathered, field);
      continue;
    }
    const taken = take(draft, twinOf(field, fields) ?? field.value);
    if (taken !== true) {
      keep(gathered, field);
      note(gathered, field, `"${short(field.value)}" ${taken}; it is kept as it came`);
    }
  }
  draft.extra = extra;
  draft.confirmations = confirmations;
  return { ok: true, contact: draft, notes };
}

const NEEDED = new Set(
  "CALL QSO_DATE TIME_ON QSO_DATE_OFF TIME_OFF BAND BAND_RX FREQ FREQ_RX MODE SUBMODE GRIDSQUARE GRIDSQUARE_EXT".split(
    " ",
  ),
);
/** Fields of plain ASCII whose full text stands in a twin: NAME and NAME_INTL. */
const WITH_TWIN = new Set(["NAME", "QTH", "COMMENT", "NOTES"]);
const CHANNEL_NAMES = new Map(
  CHANNEL_FIELDS.map(({ channel, ...names }) => [channel, Object.values(names).filter((name) => name !== null)]),
);
const CONFIRMATION_NAMES = new Set<string>([...CHANNEL_NAMES.values()].flat());

const TAKERS = new Map<string, Taker>([
  ...texts({
    NAME: "name",
    QTH: "place",
    NAME_INTL: "name",
    QTH_INTL: "place",
    COMMENT_INTL: "comment",
    NOTES_INTL: "notes",
    COMMENT: "comment",
    NOTES: "notes",
    STATE: "state",
    CNTY: "county",
    RST_SENT: "reportSent",
    RST_RCVD: "reportReceived",
    IOTA: "island",
    SOTA_REF: "summit",
    POTA_REF: "park",
    OPERATOR: "operator",
    MY_STATE: "ownState",
    MY_CNTY: "ownCounty",
    CONTEST_ID: "contestId",
    STX_STRING: "exchangeSent",
    SRX_STRING: "exchangeReceived",
    SAT_NAME: "satellite",
    SAT_MODE: "satelliteMode",
  }),
  ...numbers({
    CQZ: ["cqZone", 1, 40],
    ITUZ: ["ituZone", 1, 90],
    MY_CQ_ZONE: ["ownCqZone", 1, 40],
    MY_ITU_ZONE: ["ownItuZone", 1, 90],
    STX: ["serialSent", 0, 10_000_000],
    SRX: ["serialReceived", 0, 10_000_000],
  }),
  ["RX_PWR", (draft, value) => takePower(draft, "theirPower", value)],
  ["TX_PWR", (draft, value) => takePower(draft, "power", value)],
  ["DXCC", (draft, value) => takeEntity(draft, "entityCode", value)],
  ["MY_DXCC", (draft, value) => takeEntity(draft, "ownEntityCode", value)],
  ["CONT", (draft, value) => takeContinent(draft, value)],
  ["MY_GRIDSQUARE", (draft, value) => takeGrid(draft, "ownGrid", value)],
  ["STATION_CALLSIGN", (draft, value) => takeOwnCall(draft, value)],
  ["PROP_MODE", (draft, value) => takePropagation(draft, value)],
  ["APP_YPSILOID_PIN", (draft, value) => ((draft.pin = value === "Y"), true)],
]);

type TextKey =
  | "name"
  | "place"
  | "comment"
  | "notes"
  | "state"
  | "county"
  | "reportSent"
  | "reportReceived"
  | "island"
  | "summit"
  | "park"
  | "operator"
  | "ownState"
  | "ownCounty"
  | "contestId"
  | "exchangeSent"
  | "exchangeReceived"
  | "satellite"
  | "satelliteMode";
type NumberKey = "cqZone" | "ituZone" | "ownCqZone" | "ownItuZone" | "serialSent" | "serialReceived";

const LONGEST: Partial<Record<TextKey, number>> = {
  comment: 10_000,
  notes: 100_000,
  state: 20,
  ownState: 20,
  reportSent: 20,
  reportReceived: 20,
  island: 20,
  summit: 40,
  operator: 40,
  contestId: 100,
  satellite: 40,
  satelliteMode: 20,
};

function texts(names: Readonly<Record<string, TextKey>>): [string, Taker][] {
  return Object.entries(names).map(([name, key]) => [
    name,
    (draft, value) => {
      const longest = LONGEST[key] ?? 200;
      if (value.length > longest) return `is longer than ${longest} characters`;
      draft[key] = value.trim();
      return true;
    },
  ]);
}

function numbers(names: Readonly<Record<string, [NumberKey, number, number]>>): [string, Taker][] {
  return Object.entries(names).map(([name, [key, least, most]]) => [
    name,
    (draft, value) => {
      const number = Number(value);
      if (!/^\d+$/.test(value.trim()) || number < least || number > most)
        return `is no whole number from ${least} to ${most}`;
      draft[key] = number;
      return true;
    },
  ]);
}

function takePower(draft: Draft, key: "power" | "theirPower", value: string): Taken {
  const [, digits, unit = ""] = /^([0-9]+(?:[.,][0-9]+)?)\s*(k?w)?(?:atts?)?$/i.exec(value.trim()) ?? [];
  if (digits === undefined) return "is no power in watts";
  draft[key] = Number(digits.replace(",", ".")) * (unit.toLowerCase() === "kw" ? 1000 : 1);
  return true;
}

function takeEntity(draft: Draft, key: "entityCode" | "ownEntityCode", value: string): Taken {
  const code = Number(value);
  if (entityByCode(code) === undefined)
    return code === 0 ? "says that no entity applies" : "is no entity code of the standard";
  draft[key] = code;
  return true;
}

function takeContinent(draft: Draft, value: string): Taken {
  const continent = value.trim().toUpperCase();
  if (!/^(AF|AN|AS|EU|NA|OC|SA)$/.test(continent)) return "is no continent";
  draft.continent = continent as NonNullable<Draft["continent"]>;
  return true;
}

/** Source: the ADIF standard, enumeration Propagation_Mode. */
const PROPAGATION_MODES = /^(AS|AUE|AUR|BS|ECH|EME|ES|F2|FAI|GWAVE|INTERNET|ION|IRL|LOS|MS|RPT|RS|SAT|TEP|TR)$/;

function takePropagation(draft: Draft, value: string): Taken {
  const mode = value.trim().toUpperCase();
  if (!PROPAGATION_MODES.test(mode)) return "is no propagation mode of the standard";
  draft.propagation = mode;
  return true;
}

function takeGrid(draft: Draft, key: "grid" | "ownGrid", value: string): Taken {
  const result = parseGrid(value);
  if (!result.ok) return `is no grid (${result.reason})`;
  draft[key] = result.grid;
  return true;
}

function takeOwnCall(draft: Draft, value: string): Taken {
  const result = parseCallsign(value);
  if (!result.ok) return `is no call (${result.reason})`;
  draft.ownCall = result.callsign.call;
  return true;
}

/** A longer text is no date and no time, however it is written, and is not looked at as one. */
const LONGEST_TYPED = 60;

type Fields = ReadonlyMap<string, AdifField>;

/** Where remarks and fields without a place are gathered while a record is understood. */
interface Gathered {
  readonly record: AdifRecord;
  readonly header: AdifHeader;
  readonly notes: AdifNote[];
  readonly extra: ExtraField[];
  /** The line of the file on which a place of the record stands. */
  readonly lineOf: (at: number) => number;
}

/** A field whose value can be kept: signs that are no text are replaced. */
function writable(gathered: Gathered, field: AdifField): AdifField {
  if (isWritable(field.value)) return field;
  note(gathered, field, "it has signs that are no text; each was replaced");
  return { ...field, value: madeWritable(field.value) };
}

function note({ notes, lineOf }: Gathered, field: AdifField, text: string): void {
  notes.push({ line: lineOf(field.at), field: field.name, text });
}

function keep({ header, extra }: Gathered, { name, value, type }: AdifField): void {
  const field: ExtraField = { name, value };
  const declared = header.userDefined.get(name);
  if (type !== undefined) field.type = type;
  // S is what a user-defined field is without a word.
  else if (declared !== undefined && declared !== "S") field.type = declared;
  if (header.userDefined.has(name)) field.userDefined = true;
  extra.push(field);
}

/** Keeps a field that has no place in a contact, and says where its value is not of the field's type. */
function keepChecked(gathered: Gathered, field: AdifField): void {
  keep(gathered, field);
  const fault = dataTypeFault(field.name, field.type, field.value);
  if (fault !== null) note(gathered, field, `"${short(field.value)}" ${fault}; it is kept as it came`);
}

/** Call, time, band, frequency, mode and grid: what a contact cannot do without, and what goes with it. */
function takeNeeded(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const call = fields.get("CALL");
  if (call === undefined) return "CALL is missing";
  const parsed = parseCallsign(call.value);
  if (!parsed.ok) return `CALL: ${parsed.reason}`;
  draft.call = parsed.callsign.call;
  return (
    takeTimes(draft, fields, gathered) ??
    takeBands(draft, fields, gathered) ??
    takeMode(draft, fields, gathered) ??
    takeGrids(draft, fields, gathered)
  );
}

function takeTimes(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const offDate = fields.get("QSO_DATE_OFF");
  const off = fields.get("TIME_OFF");
  const date = fields.get("QSO_DATE") ?? offDate;
  if (date === undefined) return "QSO_DATE is missing";
  const day = readDate(date.value);
  if (day === null) return `${date.name}: "${short(date.value)}" ${dateFault(date.value)}`;
  if (!/^\d{8}$/.test(date.value)) note(gathered, date, `"${date.value}" was read as ${day}`);
  if (date === offDate) note(gathered, date, "QSO_DATE is missing; the day it ended was taken");
  const on = fields.get("TIME_ON") ?? off;
  if (on === undefined) return "TIME_ON is missing";
  const clock = readTime(on.value);
  if (clock === null) return `${on.name}: "${short(on.value)}" is no time, which is written like 2140 or 214007`;
  if (clock === MIDNIGHT_AT_THE_END) note(gathered, on, `"${on.value}" was read as the midnight that ends the day`);
  else if (!/^\d{4}(\d\d)?$/.test(on.value)) note(gathered, on, `"${on.value}" was read as ${clock}`);
  if (on === off) note(gathered, on, "TIME_ON is missing; the time it ended was taken");
  draft.startedAt = momentOf(day, clock);

  const offClock = off === undefined ? null : readTime(off.value);
  const offDay = offDate === undefined ? null : readDate(offDate.value);
  if (off !== undefined && offClock === null) {
    keep(gathered, off);
    note(gathered, off, `"${short(off.value)}" is no time; it is kept as it came`);
  }
  if (offDate !== undefined && offDay === null) {
    keep(gathered, offDate);
    note(gathered, offDate, `"${short(offDate.value)}" ${dateFault(offDate.value)}; it is kept as it came`);
  }
  if (offClock === null) return null;
  let end = momentOf(offDay ?? day, offClock);
  if (offDay === null && end < draft.startedAt) end = momentOf(nextDay(day), offClock);
  if (end < draft.startedAt) note(gathered, off!, `it ends before it begins; the end was left out`);
  else draft.endedAt = end;
  return null;
}

function momentOf(day: string, clock: string): string {
  return clock === MIDNIGHT_AT_THE_END ? `${nextDay(day)}T00:00:00Z` : `${day}T${clock}Z`;
}

function takeBands(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  for (const [bandName, frequencyName, bandKey, frequencyKey] of [
    ["BAND", "FREQ", "band", "frequencyHz"],
    ["BAND_RX", "FREQ_RX", "bandReceived", "frequencyReceivedHz"],
  ] as const) {
    const bandField = fields.get(bandName);
    const frequencyField = fields.get(frequencyName);
    const band = bandField === undefined ? undefined : readBand(bandField, gathered);
    if (bandField !== undefined && band === undefined) {
      keep(gathered, bandField);
      note(gathered, bandField, `"${short(bandField.value)}" is no band of the standard; it is kept as it came`);
    }
    const hertz = frequencyField === undefined ? null : readFrequency(frequencyField, gathered);
    const byFrequency = hertz === null ? undefined : bandOfFrequency(hertz);
    if (frequencyField !== undefined && byFrequency === undefined) {
      keep(gathered, frequencyField);
      note(gathered, frequencyField, `"${short(frequencyField.value)}" lies in no amateur band; it is kept as it came`);
    } else if (byFrequency !== undefined && band !== undefined && band.name !== byFrequency.name) {
      keep(gathered, frequencyField!);
      note(
        gathered,
        frequencyField!,
        `it lies in ${byFrequency.name}, and BAND says ${band.name}; the band was believed, the frequency is kept as it came`,
      );
    } else if (byFrequency !== undefined) draft[frequencyKey] = hertz;
    draft[bandKey] = band?.name ?? byFrequency?.name ?? null;
  }
  return draft.band === null ? "neither BAND nor FREQ says which band" : null;
}

function takeMode(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const mode = fields.get("MODE");
  const submode = fields.get("SUBMODE");
  const named = mode ?? submode;
  if (named === undefined) return "MODE is missing";
  const known = parseMode(named.value);
  if (named.value.length > 40) return `MODE: "${short(named.value)}" is no mode`;
  draft.mode = known?.mode ?? named.value.trim().toUpperCase();
  draft.submode = known?.submode ?? null;
  if (known === null) note(gathered, named, `"${named.value}" is no mode of the standard; it counts as digital`);
  else if (modeByName(named.value.trim()) === undefined) {
    note(
      gathered,
      named,
      `"${named.value}" was read as ${known.mode}${known.submode === null ? "" : `, ${known.submode}`}`,
    );
  }
  if (mode !== undefined && submode !== undefined) {
    if (submode.value.length > 40) keep(gathered, submode);
    else draft.submode = submode.value.trim().toUpperCase();
    const parent = parseMode(submode.value);
    if (parent !== null && parent.submode !== null && parent.mode !== draft.mode) {
      note(gathered, submode, `${parent.submode} is a submode of ${parent.mode}, not of ${draft.mode}`);
    }
  }
  return null;
}

function takeGrids(draft: Draft, fields: Fields, gathered: Gathered): null {
  const grid = fields.get("GRIDSQUARE");
  const rest = fields.get("GRIDSQUARE_EXT");
  const whole = grid !== undefined && rest !== undefined && grid.value.length === 8 ? grid.value + rest.value : null;
  if (whole !== null && takeGrid(draft, "grid", whole) === true) return null;
  if (rest !== undefined) keep(gathered, rest);
  if (grid === undefined) return null;
  const taken = takeGrid(draft, "grid", grid.value);
  if (taken !== true) {
    keep(gathered, grid);
    note(gathered, grid, `"${short(grid.value)}" ${taken}; it is kept as it came`);
  }
  return null;
}

function takeConfirmations(fields: Fields, gathered: Gathered): Confirmation[] {
  const confirmations: Confirmation[] = [];
  for (const names of CHANNEL_FIELDS) {
    if (!CHANNEL_NAMES.get(names.channel)!.some((name) => fields.has(name))) continue;
    const confirmation = emptyConfirmation(names.channel);
    let found = false;
    const read = <Value>(name: string | null, meaning: (value: string) => Value | undefined): Value | undefined => {
      const field = name === null ? undefined : fields.get(name);
      if (field === undefined) return undefined;
      const value = meaning(field.value.trim().toUpperCase());
      if (value === undefined) {
        keep(gathered, field);
        note(gathered, field, `"${short(field.value)}" is none of the values of the standard; it is kept as it came`);
      } else found = true;
      return value;
    };
    const day = (value: string) => readDate(value) ?? undefined;
    confirmation.sent = read(names.sent, (value) => SENT_BY_LETTER[value]) ?? "no";
    confirmation.sentOn = read(names.sentOn, day) ?? null;
    confirmation.sentVia = read(names.sentVia, (value) => VIA_BY_LETTER[value]) ?? null;
    confirmation.received = read(names.received, (value) => RECEIVED_BY_LETTER[value]) ?? "no";
    confirmation.receivedOn = read(names.receivedOn, day) ?? null;
    confirmation.receivedVia = read(names.receivedVia, (value) => VIA_BY_LETTER[value]) ?? null;
    if (found) confirmations.push(confirmation);
  }
  return confirmations;
}

const MONTHS = ["JAN", "FEB", "MAR", "APR", "MAY", "JUN", "JUL", "AUG", "SEP", "OCT", "NOV", "DEC"];
const FIGURES = /^(\d{1,2})[-/](\d{1,2})[-/](\d{4})$/;

/** A date in one of the forms that programs have written, as "2026-11-23"; null where it is none, or may be two. */
function readDate(text: string): string | null {
  if (text.length > LONGEST_TYPED) return null;
  const compact = /^(\d{4})(\d\d)(\d\d)$/.exec(text.trim());
  if (compact !== null) return dayOf(compact[1], compact[2], compact[3]);
  const value = text.trim().replace(/[T ]\d\d:\d\d.*$/i, "");
  const yearFirst = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(value);
  if (yearFirst !== null) return dayOf(yearFirst[1], yearFirst[2], yearFirst[3]);
  const points = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(value);
  if (points !== null) return dayOf(points[3], points[2], points[1]);
  const named = /^(\d{1,2})[-/. ]*([A-Z]{3})[A-Z]*[-/., ]*(\d{4})$/i.exec(value);
  if (named !== null) return dayOf(named[3], String(MONTHS.indexOf(named[2]!.toUpperCase()) + 1), named[1]);
  const days = daysOf(value);
  return days.length === 1 ? days[0]! : null;
}

/** What figures with the year at the end may mean, as day and month or as month and day. */
function daysOf(value: string): string[] {
  const [, first, second, year] = FIGURES.exec(value) ?? [];
  const days = [dayOf(year, second, first), dayOf(year, first, second)].filter((day) => day !== null);
  return [...new Set(days)];
}

function dateFault(text: string): string {
  const [one, other] = daysOf(text.trim());
  return other === undefined
    ? "is no date, which is written like 20261123"
    : `may be ${one} or ${other}: a date is written like 20261123`;
}

function dayOf(year = "", month = "", day = ""): string | null {
  const date = `${year}-${month.padStart(2, "0")}-${day.padStart(2, "0")}`;
  return isDay(Number(year), Number(month), Number(day)) ? date : null;
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function isDay(year: number, month: number, day: number): boolean {
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return month >= 1 && month <= 12 && day >= 1 && day <= MONTH_LENGTHS[month - 1]! + (leap ? 1 : 0);
}

/** What some programs write for the midnight that ends a day. */
const MIDNIGHT_AT_THE_END = "24:00:00";

/** A time of day as "21:40:07"; null where it is none. Zeros that a spreadsheet took away come back: 45 is 00:45. */
function readTime(text: string): string | null {
  if (text.length > LONGEST_TYPED) return null;
  const plain = /^([01]\d|2[0-3])([0-5]\d)([0-5]\d)?$/.exec(text);
  if (plain !== null) return `${plain[1]}:${plain[2]}:${plain[3] ?? "00"}`;
  const [, value = "", half] = /^(.*?)\s*(?:z|utc|([ap])\.?m\.?)?$/i.exec(text.trim()) ?? [];
  const colons = /^(\d{1,2}):(\d\d)(?::(\d\d)(?:\.\d+)?)?$/.exec(value);
  const figures = /^\d{1,6}$/.test(value) ? value.padStart(value.length > 4 ? 6 : 4, "0") : "";
  const match = colons ?? /^(\d\d)(\d\d)(\d\d)?$/.exec(figures);
  if (match === null) return null;
  const [written = "", minute = "", second = "00"] = match.slice(1);
  const hour = half === undefined ? Number(written) : hourOfHalf(Number(written), half);
  const time = `${String(hour).padStart(2, "0")}:${minute}:${second}`;
  if (time === MIDNIGHT_AT_THE_END) return time;
  return hour > 23 || Number(minute) > 59 || Number(second) > 59 ? null : time;
}

/** The hour of the day that 1 to 12 stands for in the half named "a" or "p"; 99 for no such hour. */
function hourOfHalf(hour: number, half: string): number {
  if (hour < 1 || hour > 12) return 99;
  return (hour % 12) + (half.toLowerCase() === "p" ? 12 : 0);
}

function nextDay(day: string): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);
}

/** A band as the standard names it, or one that people write otherwise: "20 metres", "20", "14 MHz", "14". */
function readBand(field: AdifField, gathered: Gathered): Band | undefined {
  const named = bandByName(field.value.replace(/\s/g, ""));
  if (named !== undefined) return named;
  const [, figure, unit = ""] =
    /^([0-9]+(?:[.,][0-9]+)?)\s*(m|met(?:er|re)s?|mtrs?|mhz)?$/i.exec(field.value.trim()) ?? [];
  // 70 may be centimetres or megahertz, 5 metres or megahertz.
  if (figure === undefined || (unit === "" && /^(5|70)$/.test(figure))) return undefined;
  const number = Number(figure.replace(",", "."));
  const byLength = /^mhz$/i.test(unit) ? undefined : bandByName(`${number}m`);
  const band = byLength ?? (/^m[^h]*$/i.test(unit) ? undefined : bandOfMegahertz(number));
  if (band !== undefined) note(gathered, field, `"${field.value}" was read as ${band.name}`);
  return band;
}

/** The band in which a number of MHz lies, or whose lower edge is in that MHz: 24 is the band from 24.89. */
function bandOfMegahertz(number: number): Band | undefined {
  return bandOfFrequency(number * 1e6) ?? BANDS.find(({ lowHz }) => number >= 3 && Math.floor(lowHz / 1e6) === number);
}

/** A frequency in Hz: MHz as the standard has it, or kHz or Hz where only that lies in a band or the unit says so. */
function readFrequency(field: AdifField, gathered: Gathered): number | null {
  const value = field.value.trim();
  const [, digits, unit = "any"] = /^([0-9.,]+)\s*(MHz|kHz|Hz)?$/i.exec(value) ?? [];
  if (digits === undefined) return null;
  // As a dial shows it, 21.025.50 or 21,025.50: the first mark stands behind the MHz.
  const [, megahertz, rest = "", end = ""] = /^(\d{1,3})[.,](\d{3})[.,](\d{1,3})$/.exec(digits) ?? [];
  if (megahertz !== undefined) {
    note(gathered, field, `"${value}" was read as ${megahertz}.${rest}${end} MHz`);
    return Math.round(Number(`${megahertz}.${rest}${end}`) * 1e6);
  }
  if (!/^[0-9]+(?:[.,][0-9]*)?$|^[.,][0-9]+$/.test(digits)) return null;
  const number = Number(digits.replace(",", "."));
  if (digits.includes(",")) note(gathered, field, `"${value}" has a comma where a point belongs`);
  for (const [factor, name] of [
    [1e6, "MHz"],
    [1e3, "kHz"],
    [1, "Hz"],
  ] as const) {
    const hertz = Math.round(number * factor);
    const meant = unit.toLowerCase() === name.toLowerCase() || (unit === "any" && bandOfFrequency(hertz) !== undefined);
    if (!meant) continue;
    if (factor !== 1e6) note(gathered, field, `"${value}" was read as ${name}`);
    return hertz;
  }
  return null;
}

/** The full text in the twin of an ASCII field, where the twin says the same with more letters. */
function twinOf(field: AdifField, fields: Fields): string | undefined {
  if (!WITH_TWIN.has(field.name)) return undefined;
  const twin = fields.get(`${field.name}_INTL`);
  return twin !== undefined && foldToAscii(twin.value) === foldToAscii(field.value) ? twin.value : undefined;
}

function isTwin(field: AdifField, fields: Fields): boolean {
  const plain = field.name.endsWith("_INTL") ? fields.get(field.name.slice(0, -5)) : undefined;
  return plain !== undefined && twinOf(plain, fields) !== undefined;
}

/** Finds the lines of places of a record. They are mostly asked for in order, so it goes on from the last one. */
function lineFinder({ raw, line: first }: AdifRecord): (at: number) => number {
  let line = first;
  let lineEnd = -2;
  let lastAt = 0;
  return (at) => {
    if (at < lastAt) {
      line = first;
      lineEnd = -2;
    }
    lastAt = at;
    if (lineEnd === -2) lineEnd = raw.indexOf("\n");
    while (lineEnd >= 0 && lineEnd < at) {
      line++;
      lineEnd = raw.indexOf("\n", lineEnd + 1);
    }
    return line;
  };
}

function short(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}
