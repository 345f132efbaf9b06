import { isoTime } from "../../src/core/contact";
import type { RulesInput } from "../../src/core/contest";

const HOUR = 3600;
export const PRACTICE_TAG = "FAROL-PRACTICE";

/** A contest that runs while the demo is looked at: a club's practice, which is on the air day and night. */
export function practiceRules(from: number): RulesInput {
  return {
    format: "ypsiloid-contest/1",
    name: "Farol Practice Watch",
    tag: PRACTICE_TAG,
    about: "Two days of practice at the lighthouse: report, serial and CQ zone; zones and entities count on each band.",
    when: { fixed: [{ from: isoTime(from), to: isoTime(from + 48 * HOUR) }] },
    deadlineDays: 7,
    bands: ["160m", "80m", "40m", "20m", "15m", "10m"],
    modes: ["CW", "voice"],
    exchange: {
      all: [
        { id: "report", label: "Report", type: "report" },
        { id: "serial", label: "Serial", type: "serial" },
        { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
      ],
    },
    points: [{ if: { same: ["entity"] }, points: 1 }, { if: { same: ["continent"] }, points: 2 }, { points: 3 }],
    multipliers: [
      { id: "zone", label: "Zones", of: "part", part: "zone", per: "band" },
      { id: "entity", label: "Entities", of: "entity", per: "band" },
    ],
    duplicates: { per: "band" },
    categories: { operator: ["MULTI-OP", "SINGLE-OP"], mode: ["MIXED", "CW", "SSB"], power: ["LOW", "HIGH", "QRP"] },
    limits: [{ category: { operator: ["SINGLE-OP"] }, operatingHours: 24, offMinutes: 60 }],
  };
}
