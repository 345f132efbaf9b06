import { isReport, type SaidExchange, withFigures } from "../../src/core/contest";
import type { AirMode } from "./operators";

/** Without a contest a report is all. */
export function reportAlone(report: string): SaidExchange {
  return { said: [report], logged: [report] };
}

const LEVEL = /^R?([-+]\d\d)$/;

/** The report in what is said, or the one that everybody gives. */
export function heardReport(text: string, mode: AirMode): string {
  for (const word of text.split(/[\s,]+/)) {
    const level = LEVEL.exec(word)?.[1];
    if (mode === "FT8" ? level !== undefined : isReport(word)) return level ?? withFigures(word);
  }
  return USUAL_REPORT[mode];
}

/** The report that is given where nobody looks. */
export const USUAL_REPORT: Readonly<Record<AirMode, string>> = {
  CW: "599",
  RTTY: "599",
  SSB: "59",
  FM: "59",
  FT8: "-10",
};
