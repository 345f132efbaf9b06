import { type Part, partsOf, stationByCall, stationOf, understandExchange } from "@/core/contest";
import { secondsOf } from "@/core/contact";
import type { Entry } from "@/core/contract";
import { callsInText, type ReadLine, wordsBehindCall } from "@/core/signal";

/** What was read of an exchange. */
export interface HeardExchange {
  /** By the parts' ids. */
  readonly values: Readonly<Record<string, string>>;
  /** For people: "599 014". */
  readonly text: string;
  /** "Report 599, Number 014". */
  readonly about: string;
}

/**
 * The exchange that was read of the station whose call is typed: what stands behind the last call of its line. Null
 * where another station is read there, or where nothing is understood but the report.
 */
export function heardExchange(
  { rules, period, ownCall }: Pick<Entry, "rules" | "period" | "ownCall">,
  call: string,
  line: ReadLine,
): HeardExchange | null {
  if (call === "") return null;
  const others = callsInText(line).filter((one) => one.call !== ownCall);
  if (others.length > 0 && !others.some((one) => one.call === call)) return null;
  const station = stationByCall(call, secondsOf(period.from));
  const parts = partsOf(rules, stationOf(rules, station).side);
  const sender = { mode: line.kind === "rtty" ? "RTTY" : "CW", entity: station.entityCode };
  // The last words alone: it was said before, perhaps to another one.
  const words = wordsBehindCall(line).slice(-MOST_WORDS).join(" ");
  const { values } = understandExchange(rules, parts, words, sender);
  const known = parts.filter(({ id }) => values[id] !== undefined);
  if (!known.some(({ type }) => type !== "report")) return null;
  const valueOf = ({ id }: Part) => values[id]!;
  return {
    values,
    text: known.map(valueOf).join(" "),
    about: known.map((part) => `${part.label} ${valueOf(part)}`).join(", "),
  };
}

const MOST_WORDS = 10;
