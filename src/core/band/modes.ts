/** How awards count modes: Morse, everything spoken, everything else. */
export type ModeGroup = "CW" | "voice" | "digital";
export const MODE_GROUPS: readonly ModeGroup[] = ["CW", "voice", "digital"];

/** A mode of the ADIF standard's enumeration, with its submodes. */
export interface Mode {
  readonly name: string;
  readonly submodes: readonly string[];
  readonly group: ModeGroup;
}

/** mode | group | submodes, separated by commas. Source: the ADIF standard, enumerations Mode and Submode. */
// prettier-ignore
const MODE_LINES = `
AM|voice|
ARDOP|digital|
ATV|digital|
CHIP|digital|CHIP64,CHIP128
CLO|digital|
CONTESTI|digital|
CW|CW|PCW
DIGITALVOICE|voice|C4FM,DMR,DSTAR,FREEDV,M17
DOMINO|digital|DOM-M,DOM4,DOM5,DOM8,DOM11,DOM16,DOM22,DOM44,DOM88,DOMINOEX,DOMINOF
DYNAMIC|digital|FREEDATA,VARA HF,VARA SATELLITE,VARA FM 1200,VARA FM 9600
FAX|digital|
FM|voice|
FSK|digital|SCAMP_FAST,SCAMP_SLOW,SCAMP_VSLOW
FSK441|digital|
FT8|digital|
HELL|digital|FMHELL,FSKHELL,FSKH105,FSKH245,HELL80,HELLX5,HELLX9,HFSK,PSKHELL,SLOWHELL
ISCAT|digital|ISCAT-A,ISCAT-B
JT4|digital|JT4A,JT4B,JT4C,JT4D,JT4E,JT4F,JT4G
JT6M|digital|
JT9|digital|JT9-1,JT9-2,JT9-5,JT9-10,JT9-30,JT9A,JT9B,JT9C,JT9D,JT9E,JT9E FAST,JT9F,JT9F FAST,JT9G,JT9G FAST,JT9H,JT9H FAST
JT44|digital|
JT65|digital|JT65A,JT65B,JT65B2,JT65C,JT65C2
MFSK|digital|FSQCALL,FST4,FST4W,FT2,FT4,JS8,JTMS,MFSK4,MFSK8,MFSK11,MFSK16,MFSK22,MFSK31,MFSK32,MFSK64,MFSK64L,MFSK128,MFSK128L,Q65
MSK144|digital|
MT63|digital|
MTONE|digital|SCAMP_OO,SCAMP_OO_SLW
OFDM|digital|RIBBIT_PIX,RIBBIT_SMS
OLIVIA|digital|OLIVIA 4/125,OLIVIA 4/250,OLIVIA 8/250,OLIVIA 8/500,OLIVIA 16/500,OLIVIA 16/1000,OLIVIA 32/1000
OPERA|digital|OPERA-BEACON,OPERA-QSO
PAC|digital|PAC2,PAC3,PAC4
PAX|digital|PAX2
PKT|digital|
PSK|digital|8PSK125,8PSK125F,8PSK125FL,8PSK250,8PSK250F,8PSK250FL,8PSK500,8PSK500F,8PSK1000,8PSK1000F,8PSK1200F,FSK31,PSK10,PSK31,PSK63,PSK63F,PSK63RC4,PSK63RC5,PSK63RC10,PSK63RC20,PSK63RC32,PSK125,PSK125C12,PSK125R,PSK125RC10,PSK125RC12,PSK125RC16,PSK125RC4,PSK125RC5,PSK250,PSK250C6,PSK250R,PSK250RC2,PSK250RC3,PSK250RC5,PSK250RC6,PSK250RC7,PSK500,PSK500C2,PSK500C4,PSK500R,PSK500RC2,PSK500RC3,PSK500RC4,PSK800C2,PSK800RC2,PSK1000,PSK1000C2,PSK1000R,PSK1000RC2,PSKAM10,PSKAM31,PSKAM50,PSKFEC31,QPSK31,QPSK63,QPSK125,QPSK250,QPSK500,SIM31
PSK2K|digital|
Q15|digital|
QRA64|digital|QRA64A,QRA64B,QRA64C,QRA64D,QRA64E
ROS|digital|ROS-EME,ROS-HF,ROS-MF
RTTY|digital|ASCI
RTTYM|digital|
SSB|voice|LSB,USB
SSTV|digital|
T10|digital|
THOR|digital|THOR-M,THOR4,THOR5,THOR8,THOR11,THOR16,THOR22,THOR25X4,THOR50X1,THOR50X2,THOR100
THRB|digital|THRBX,THRBX1,THRBX2,THRBX4,THROB1,THROB2,THROB4
TOR|digital|AMTORFEC,GTOR,NAVTEX,SITORB
V4|digital|
VOI|voice|
WINMOR|digital|
WSPR|digital|
`;

export const MODES: readonly Mode[] = MODE_LINES.trim()
  .split("\n")
  .map((line) => {
    const [name = "", group, submodes] = line.split("|");
    return { name, group: group as ModeGroup, submodes: submodes ? submodes.split(",") : [] };
  });

const BY_NAME = new Map(MODES.map((mode) => [mode.name, mode]));
const BY_SUBMODE = new Map(MODES.flatMap((mode) => mode.submodes.map((submode) => [submode, mode] as const)));

export interface ModeAndSubmode {
  readonly mode: string;
  readonly submode: string | null;
}

export function modeByName(name: string): Mode | undefined {
  return BY_NAME.get(name.toUpperCase());
}

/**
 * A mode as typed or as an old log names it: a mode of the standard stands, a submode brings its mode ("USB" is SSB
 * with submode USB), and some everyday words and classes of emission are known. Null where it is neither.
 */
export function parseMode(text: string): ModeAndSubmode | null {
  const name = text.trim().toUpperCase();
  if (BY_NAME.has(name)) return { mode: name, submode: null };
  const parent = BY_SUBMODE.get(name);
  if (parent !== undefined) return { mode: parent.name, submode: name };
  const meant = EVERYDAY_NAMES.get(name) ?? (/[- ]/.test(name) ? name.replace(/[- ]/g, "") : undefined);
  return meant === undefined ? null : parseMode(meant);
}

const EVERYDAY_NAMES = new Map([
  ["PH", "SSB"],
  ["PHONE", "SSB"],
  ["VOICE", "SSB"],
  ["MORSE", "CW"],
  ["CWR", "CW"],
  ["MCW", "CW"],
  ["A1A", "CW"],
  ["J3E", "SSB"],
  ["A3E", "AM"],
  ["F3E", "FM"],
  ["NFM", "FM"],
  ["FMN", "FM"],
  ["RY", "RTTY"],
  ["F1B", "RTTY"],
  ["PACKET", "PKT"],
  ["OLIVIA8/250", "OLIVIA 8/250"],
  ["BPSK31", "PSK31"],
  ["HELLSCHREIBER", "HELL"],
]);

/** The group that awards count a mode in; modes the standard does not know count as digital. */
export function modeGroup(mode: string): ModeGroup {
  return BY_NAME.get(mode)?.group ?? "digital";
}

/** Modes in which a report is a signal level in dB, and not readability and strength. */
const LEVEL_REPORTS = /^(FT8|JT4|JT9|JT65|MSK144|QRA64|ISCAT|FSK441|WSPR)$|^(FT2|FT4|FST4|FST4W|JS8|Q65)$/;

/**
 * The report that is given when nothing is said: the operator's own of the mode group, or else "599" or "59"; "" where
 * it is a level that must be measured.
 */
export function defaultReport(
  mode: string,
  submode: string | null,
  own: Readonly<Partial<Record<ModeGroup, string | undefined>>> = {},
): string {
  if (LEVEL_REPORTS.test(submode ?? mode)) return "";
  const group = modeGroup(mode);
  return own[group] ?? (group === "voice" ? "59" : "599");
}

/** What is wrong with a report in this mode, or null. */
export function reportFault(report: string, mode: string, submode: string | null): string | null {
  if (report === "") return null;
  if (/^[+-]\d{1,2}$/.test(report)) return null;
  if (LEVEL_REPORTS.test(submode ?? mode)) {
    return /^\d{1,2}$/.test(report) ? null : `"${report}" is no level in dB, such as -12 or +3`;
  }
  if (modeGroup(mode) === "voice") {
    return /^[1-5][1-9](\+\d{2})?$/.test(report)
      ? null
      : `"${report}" is no voice report: readability 1 to 5, strength 1 to 9, as in 59`;
  }
  return /^[1-5][1-9N][1-9N][A-Z]?$/.test(report)
    ? null
    : `"${report}" is no report: readability 1 to 5, strength and tone 1 to 9, as in 599`;
}

/** A mode by the name that people use: "FT4" of MFSK, and SSB whatever the sideband. */
export function usualMode(mode: string, submode: string | null): string {
  return mode === "SSB" ? mode : (submode ?? mode);
}
