import type { ContactInput } from "../src/core/contact";
import { parseCallsign } from "../src/core/callsign";
import { resolve } from "../src/core/entity";
import { fractionOf } from "../src/core/random";

/** Island groups by the entity that lies on one, by its code. Source: the published list of island references. */
const ISLANDS: Readonly<Record<number, string>> = {
  ...{ 222: "EU-018", 242: "EU-021", 256: "AF-014", 149: "EU-003", 29: "AF-004", 21: "EU-004", 225: "EU-024" },
  ...{ 40: "EU-015", 45: "EU-001", 5: "EU-002", 84: "NA-107", 79: "NA-102", 202: "NA-099", 62: "NA-021", 94: "NA-100" },
  ...{
    72: "NA-096",
    70: "NA-015",
    82: "NA-097",
    69: "NA-016",
    141: "SA-002",
    56: "SA-003",
    47: "SA-001",
    409: "AF-005",
  },
  ...{ 165: "AF-049", 162: "OC-032", 110: "OC-019", 339: "AS-007" },
};
const URUGUAY = 144;

/** The references that some stations of the demo give: islands where there is one, summits and parks of those who are out. */
export function referencesOf(call: string, at: number): Pick<ContactInput, "island" | "summit" | "park"> {
  const parsed = parseCallsign(call);
  if (!parsed.ok) return {};
  const { base, prefix } = parsed.callsign;
  const code = resolve(parsed.callsign, at).entity?.code ?? 0;
  const chance = fractionOf(`reference ${base}`);
  const number = 1 + Math.floor(fractionOf(`${base} ${at}`) * 24);
  const island = chance < 0.5 ? ISLANDS[code] : undefined;
  const isOut = call.endsWith("/P");
  return {
    ...(island !== undefined && { island }),
    ...(isOut && chance < 0.4 && { summit: `${prefix.slice(0, 2)}/FA-${String(number).padStart(3, "0")}` }),
    ...(isOut &&
      chance >= 0.4 &&
      chance < 0.8 && { park: `${code === URUGUAY ? "UY" : prefix.slice(0, 2)}-${String(number).padStart(4, "0")}` }),
  };
}

/** Now and then the operator turns the power down for a day: watts. */
export function powerOn(day: number, usual: number): number {
  return fractionOf(`power ${Math.floor(day / 86_400)}`) < 0.06 ? 5 : usual;
}
