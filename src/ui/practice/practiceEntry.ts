import { parseCallsign } from "@/core/callsign";
import { isoTime } from "@/core/contact";
import { exchangeValues, type Rules, sideByCall } from "@/core/contest";
import { type Entry, headerSchema, type Logbook } from "@/core/contract";
import { gridCenter } from "@/core/geo";
import { practiceMessages, type PracticeSettings } from "@/core/practice";

const DAY = 86_400;

/** An entry as the entry line and the messages need one, for a run that no contest knows of. */
export function practiceEntry(logbook: Logbook, rules: Rules, { contest }: PracticeSettings, startedAt: number): Entry {
  const { site } = logbook;
  const side = sideByCall(rules, site.call, startedAt);
  const operator = parseCallsign(site.operator ?? "").ok ? null : site.operator;
  const who = {
    call: site.call,
    name: operator ?? "OP",
    point: gridCenter(site.grid) ?? { latitude: 0, longitude: 0 },
    power: 50,
  };
  const { report: _, ...sent } = exchangeValues(rules, who, { report: "599", serial: 1, at: startedAt });
  return {
    id: 0,
    logbookId: logbook.id,
    tag: rules.tag,
    name: rules.name,
    rules,
    period: { from: isoTime(startedAt - DAY), to: isoTime(startedAt + DAY) },
    deadline: isoTime(startedAt + DAY),
    on: true,
    createdAt: isoTime(startedAt),
    ownCall: site.call,
    siteId: null,
    category: {},
    power: null,
    operators: [site.call],
    sent,
    bonuses: [],
    header: headerSchema.parse({}),
    goal: null,
    leavesOut: false,
    messages: { CW: practiceMessages(contest, "CW"), voice: practiceMessages(contest, "voice") },
    side,
    missing: [],
  };
}
