import { parseCallsign } from "../src/core/callsign";
import { resolve } from "../src/core/entity";
import { fractionOf } from "../src/core/random";

/** The states of each call area of the United States, and of the entities that are states themselves. */
const UNITED_STATES: Readonly<Record<string, string>> = {
  "0": "CO IA KS MN MO ND NE SD",
  "1": "CT MA ME NH RI VT",
  "2": "NJ NY",
  "3": "DE MD PA",
  "4": "AL FL GA KY NC SC TN VA",
  "5": "AR LA MS NM OK TX",
  "6": "CA",
  "7": "AZ ID MT NV OR UT WA WY",
  "8": "MI OH WV",
  "9": "IL IN WI",
};
const CANADA: Readonly<Record<string, string>> = {
  VE1: "NS",
  VE2: "QC",
  VE3: "ON",
  VE4: "MB",
  VE5: "SK",
  VE6: "AB",
  VE7: "BC",
  VE8: "NT",
  VE9: "NB",
  VO1: "NL",
  VY2: "PE",
};
const ALASKA = 6;
const HAWAII = 110;
const USA = 291;

/** The state or province that a station of the demo is in; null where there are none. */
export function stateOf(call: string, at: number): string | null {
  const parsed = parseCallsign(call);
  if (!parsed.ok) return null;
  const { digit, prefix } = parsed.callsign;
  const code = resolve(parsed.callsign, at).entity?.code;
  if (code === ALASKA) return "AK";
  if (code === HAWAII) return "HI";
  if (code !== USA) return CANADA[prefix] ?? null;
  const states = UNITED_STATES[digit]?.split(" ") ?? [];
  return states[Math.floor(fractionOf(`state ${parsed.callsign.base}`) * states.length)] ?? null;
}
