import { modeGroup, parseMode } from "../band";
import { baseCall, parseCallsign } from "../callsign";
import { isoTime } from "../contact/seconds";
import { exchangeDoubts } from "./check";
import { heldParts, partsOf, readPart, type Sender, type TypedParts } from "./exchange";
import { type JudgementView, judgementView } from "./judgementView";
import type { Part, Rules } from "./rules";
import type { Scoreboard } from "./score";
import { type StationGiven, stationByCall, stationOf } from "./station";

/** A contact as far as it is typed. */
export interface TypedContact {
  readonly call: string;
  readonly band: string;
  readonly mode: string;
  /** Seconds since 1970 UTC. */
  readonly at: number;
  /** What was typed of the exchange, by the parts' ids. */
  readonly typed: Readonly<Record<string, string>>;
}

/** The last contact with the station in the log, of whatever contest or of none. */
export interface LastContact {
  readonly name: string | null;
  readonly state: string | null;
  readonly grid: string | null;
  readonly cqZone: number | null;
  readonly ituZone: number | null;
  readonly theirPower: number | null;
  readonly exchangeReceived: string | null;
  readonly partsReceived: TypedParts | null;
  readonly contestId: string | null;
}

type Guesses = Record<string, { value: string; from: string }>;

/** What a contact would be worth, as far as it is typed. */
export interface Worth {
  readonly call: string;
  readonly judgement: JudgementView;
  /** What is known of the exchange before it is heard. */
  readonly guesses: Guesses;
  readonly faults: { field: string; text: string; nearest: { code: string; name: string }[] }[];
  readonly doubts: { field: string; text: string }[];
  /** Contacts with the station in this contest, the newest first. */
  readonly before: { startedAt: string; band: string; mode: string; values: Record<string, string> }[];
}

/**
 * What a contact would be worth as far as it is typed, what is known of its exchange, and what looks wrong.
 *
 * @param last null where the log has no contact with the station, or is not known
 */
export function worthOf(rules: Rules, board: Scoreboard, typed: TypedContact, last: LastContact | null): Worth {
  const parsed = parseCallsign(typed.call);
  const call = parsed.ok ? parsed.callsign.call : typed.call.toUpperCase();
  const { mode, submode } = parseMode(typed.mode) ?? { mode: typed.mode, submode: null };
  const theirs = stationByCall(call, typed.at);
  const parts = partsOf(rules, stationOf(rules, theirs).side);
  const base = baseCall(call);
  const earlier = board.contactsWith(base);
  const before = earlier.map((contact) => ({
    startedAt: isoTime(contact.startedAt),
    band: contact.band,
    mode: contact.mode,
    values: { ...(board.judgementOf(contact.id)?.parts ?? {}) },
  }));
  const guesses = guessesFor(rules, parts, theirs, before[0]?.values ?? {}, last);
  const sender = { mode, entity: theirs.entityCode };
  const { read, faults } = readTyped(rules, parts, typed, sender, guesses);
  const judgement = board.judge({
    ...theirs,
    call,
    id: Number.MAX_SAFE_INTEGER,
    startedAt: typed.at,
    baseCall: base,
    band: typed.band,
    mode,
    submode,
    modeGroup: modeGroup(mode),
    serialReceived: null,
    reportReceived: null,
    exchangeReceived: null,
    partsReceived: read,
    notClaimed: null,
  });
  const typedOnly = Object.fromEntries(Object.entries(read).filter(([id]) => typed.typed[id]?.trim()));
  return {
    call,
    judgement: judgementView(rules, judgement),
    guesses,
    faults,
    doubts: exchangeDoubts(rules, judgement.side, typedOnly, call, typed.at, earlier[0]?.serialReceived ?? null),
    before,
  };
}

/** The exchange as it is typed, and where nothing is, as it is guessed. */
function readTyped(rules: Rules, parts: readonly Part[], { typed }: TypedContact, sender: Sender, guesses: Guesses) {
  const faults: Worth["faults"] = [];
  const read = Object.fromEntries(Object.entries(guesses).map(([id, { value }]) => [id, value]));
  for (const part of parts) {
    const text = typed[part.id]?.trim();
    if (!text) continue;
    const reading = readPart(rules, part, text, sender);
    if (reading.ok) read[part.id] = reading.value;
    else {
      delete read[part.id];
      const nearest = reading.nearest.map(({ code, name }) => ({ code, name }));
      faults.push({ field: part.id, text: reading.reason, nearest });
    }
  }
  return { read, faults };
}

/** What is known of an exchange before it is heard: from this contest, from the call, from the log. */
function guessesFor(
  rules: Rules,
  parts: readonly Part[],
  theirs: StationGiven,
  before: Readonly<Record<string, string>>,
  last: LastContact | null,
): Guesses {
  const zone = (value: number | null | undefined) =>
    value === null || value === undefined ? undefined : String(value).padStart(2, "0");
  const guesses: Guesses = {};
  const lastHeld = { parts: last?.partsReceived ?? null, serial: null, report: null };
  const earlier =
    last?.contestId === rules.tag
      ? heldParts(
          rules,
          parts,
          { ...lastHeld, exchange: last.exchangeReceived },
          { mode: "CW", entity: theirs.entityCode },
        )
      : {};
  for (const part of parts) {
    const offer = (value: string | null | undefined, from: string) => {
      if (guesses[part.id] !== undefined || !value) return;
      const reading = readPart(rules, part, value, { mode: "CW", entity: theirs.entityCode });
      if (reading.ok) guesses[part.id] = { value: reading.value, from };
    };
    if (part.type === "serial" || part.type === "report") continue;
    offer(before[part.id], "earlier in this contest");
    if (part.type === "cqZone") offer(zone(last?.cqZone ?? theirs.cqZone), last === null ? "the call" : "the log");
    else if (part.type === "ituZone")
      offer(zone(last?.ituZone ?? theirs.ituZone), last === null ? "the call" : "the log");
    else if (part.type === "name") offer(last?.name?.split(" ")[0], "the log");
    else if (part.type === "grid") offer(last?.grid?.slice(0, 4), "the log");
    else if (part.type === "subdivision" || part.type === "section") offer(last?.state, "the log");
    else if (part.type === "power") offer(last?.theirPower?.toString(), "the log");
    else if (part.type === "list" && rules.lists[part.list!]?.length === 1)
      offer(rules.lists[part.list!]![0]!.code, "the list");
    offer(earlier[part.id], "an earlier year");
  }
  return guesses;
}
