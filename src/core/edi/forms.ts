/** One contact in the form's columns. Times in seconds since 1970 UTC. */
export interface EdiContact {
  readonly startedAt: number;
  readonly call: string;
  readonly mode: string;
  readonly reportSent: string;
  readonly serialSent: string;
  readonly reportReceived: string;
  readonly serialReceived: string;
  /** What was received besides report, serial and grid. */
  readonly exchangeReceived: string;
  readonly grid: string;
}

/**
 * The form's words for bands, and its codes for modes. Source: IARU Region 1 VHF Managers Handbook, the REG1TEST format
 * of contest logs.
 */
export const EDI_BANDS: Readonly<Record<string, string>> = {
  "6m": "50 MHz",
  "4m": "70 MHz",
  "2m": "144 MHz",
  "70cm": "432 MHz",
  "23cm": "1,3 GHz",
  "13cm": "2,3 GHz",
  "9cm": "3,4 GHz",
  "6cm": "5,7 GHz",
  "3cm": "10 GHz",
  "1.25cm": "24 GHz",
  "6mm": "47 GHz",
  "4mm": "76 GHz",
  "2.5mm": "120 GHz",
  "2mm": "134 GHz",
  "1mm": "248 GHz",
};

/** The band of a word, however its decimals and spaces are written, also by the middle of the band: "145 MHz". */
export function bandOfWord(word: string): string | undefined {
  const plain = (text: string) => text.toUpperCase().replace(/\s+/g, "").replace(",", ".");
  const asked = OTHER_WORDS[plain(word)] ?? plain(word);
  return Object.entries(EDI_BANDS).find(([, own]) => plain(own) === asked)?.[0];
}

const OTHER_WORDS: Readonly<Record<string, string>> = {
  "145MHZ": "144MHZ",
  "435MHZ": "432MHZ",
  "1296MHZ": "1.3GHZ",
  "1.2GHZ": "1.3GHZ",
  "2320MHZ": "2.3GHZ",
  "3400MHZ": "3.4GHZ",
  "5760MHZ": "5.7GHZ",
  "75GHZ": "76GHZ",
  "122GHZ": "120GHZ",
  "144GHZ": "134GHZ",
  "241GHZ": "248GHZ",
};

/** By the code of a line: the mode that we sent in; of a contact in two modes, too. */
const MODES: Readonly<Record<string, string>> = {
  1: "SSB",
  2: "CW",
  3: "SSB",
  4: "CW",
  5: "AM",
  6: "FM",
  7: "RTTY",
  8: "SSTV",
  9: "ATV",
};

export function modeOfCode(code: string): string | undefined {
  return MODES[code];
}

/** The code of a mode; 0 for one that has none. */
export function codeOfMode(mode: string): string {
  return Object.entries(MODES).find(([, own]) => own === mode)?.[0] ?? "0";
}
