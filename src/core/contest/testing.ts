import { modeGroup } from "../band";
import { baseCall } from "../callsign";
import { completeContact, contactFactsSchema, type ContactFacts } from "../contact";
import type { CheckedContact } from "./check";
import { periodAt } from "./period";
import type { Rules } from "./rules";
import { type ContestContact, createScoreboard, type Entrant } from "./score";
import { SHIPPED_CONTESTS } from "./shipped";
import { stationByCall } from "./station";

/** A contact in Morse on 20 m as scoring and the log check need it, of which the call is all that is known. For tests. */
export function testContact(
  call: string,
  startedAt: number,
  more: Partial<CheckedContact> & Pick<CheckedContact, "id">,
): CheckedContact {
  const { mode = "CW" } = more;
  return {
    startedAt,
    baseCall: baseCall(call),
    band: "20m",
    mode,
    submode: null,
    modeGroup: modeGroup(mode),
    reportReceived: "599",
    serialSent: null,
    serialReceived: null,
    exchangeReceived: null,
    partsReceived: null,
    notClaimed: null,
    transmitter: null,
    state: null,
    power: null,
    // Last, so that all have their fields in one layout, as contacts from a database do.
    ...stationByCall(call, startedAt),
    ...more,
  };
}

/** A contest that ships. For tests. */
export const rulesOf = (tag: string): Rules => SHIPPED_CONTESTS.find((rules) => rules.tag === tag)!;
const START = Date.parse("2026-01-01T00:00:00Z") / 1000;

/** Cabo Farol in the first contest of 2026, with 100 W. For tests. */
export function entrantOf(rules: Rules, more: Partial<Entrant> = {}): Entrant {
  const period = periodAt(rules, START)!;
  return {
    ...stationByCall("CX3QUA", period.from),
    grid: "GF35",
    period,
    power: 100,
    bonuses: [],
    category: null,
    sent: {},
    ...more,
  };
}

let lastId = 0;
/** A contact so many minutes into the contest: "call band mode received". For tests. */
export function contestLine(rules: Rules, minutes: number, line: string): ContestContact {
  const [call = "", band = "", mode = "", ...received] = line.split(" ");
  const startedAt = periodAt(rules, START)!.from + minutes * 60;
  const serial = /^#(\d+)$/.exec(received[0] ?? "")?.[1];
  const facts = contactFactsSchema.parse({
    call,
    startedAt: new Date(startedAt * 1000).toISOString(),
    band,
    mode,
    serialReceived: serial === undefined ? null : Number(serial),
    exchangeReceived: serial === undefined ? received.join(" ") || null : null,
  }) as ContactFacts;
  const { baseCall, modeGroup, entityCode, continent, cqZone, ituZone, grid } = completeContact(facts);
  return {
    ...facts,
    id: ++lastId,
    startedAt,
    baseCall,
    modeGroup,
    entityCode,
    continent,
    cqZone,
    ituZone,
    grid,
  };
}

/** For tests. Scores lines and gives each contact's points and new multipliers as text, and the whole. */
export function scoreLines(rules: Rules, entrant: Entrant, lines: readonly (readonly [number, string])[]) {
  const board = createScoreboard(rules, entrant);
  const contacts = lines.map(([minutes, line]) => contestLine(rules, minutes, line));
  for (const one of contacts) board.put(one);
  const each = contacts.map(({ id }) => {
    const { refused, duplicate, points, fresh } = board.judgementOf(id)!;
    if (refused !== null) return refused;
    return `${duplicate ? "duplicate" : points} ${fresh.map(({ id: of, item }) => `${of}:${item}`).join(" ")}`.trim();
  });
  return { each, score: board.score() };
}
