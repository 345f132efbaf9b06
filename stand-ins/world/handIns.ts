import { baseCall } from "../../src/core/callsign";
import { isoTime, secondsOf } from "../../src/core/contact";
import { fractionOf } from "../../src/core/random";
import type { LogEntry } from "./worldLog";

/** A contact as a service is handed it. */
export interface HandedContact {
  readonly ownCall: string;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
}

/** What a station of the simulated world put into a service about a contact with one of ours. */
export interface WorldEntry {
  readonly ownCall: string;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
  /** Seconds after our contact was handed in until the station's log arrives. */
  readonly delay: number;
}

const NEIGHBOUR_BANDS = ["80m", "40m", "30m", "20m", "17m", "15m", "12m", "10m"];
const MINUTE = 60;

/**
 * How the other station behaves towards a service, told from the contact alone, so that the same contact always meets
 * the same fate there:
 * of ten stations about six answer (half of them at once, the others later), one has the wrong band, one has a wrong
 * clock, and the rest never answer.
 *
 * @param pace how many seconds a simulated hour lasts
 * @param where the service, where it is not the first one
 */
export function worldEntryFor(contact: HandedContact, pace: number, where = ""): WorldEntry | null {
  const chance = fractionOf(`${where}${baseCall(contact.call)} ${contact.startedAt} ${contact.band}`);
  const { ownCall, call, startedAt, band, mode } = contact;
  const entry = { ownCall, call, startedAt, band, mode, delay: 0 };
  const shift = Math.round((fractionOf(`${call} clock`) - 0.5) * 4) * MINUTE;
  const about = isoTime(secondsOf(startedAt) + shift);
  if (chance < 0.35) return { ...entry, startedAt: about };
  if (chance < 0.62) return { ...entry, startedAt: about, delay: Math.ceil((1 + chance * 10) * pace) };
  if (chance < 0.7) return { ...entry, band: neighbourOf(band) };
  if (chance < 0.78) return { ...entry, startedAt: isoTime(secondsOf(startedAt) - 62 * MINUTE) };
  return null;
}

/**
 * What a station of the air puts into a service about one of ours; null where it never does, or means somebody else.
 *
 * @param pace how many seconds a simulated hour lasts
 */
export function statementFrom(
  { by, call, startedAt, band, mode, handedInAt }: LogEntry,
  registered: ReadonlySet<string>,
  now: number,
  pace: number,
): WorldEntry | null {
  if (handedInAt === null || !registered.has(call)) return null;
  const delay = (Math.max(0, handedInAt - now) / 3600) * pace;
  return { ownCall: call, call: by, startedAt: isoTime(startedAt), band, mode, delay };
}

function neighbourOf(band: string): string {
  const at = NEIGHBOUR_BANDS.indexOf(band);
  return at < 0 ? "20m" : NEIGHBOUR_BANDS[(at + 1) % NEIGHBOUR_BANDS.length]!;
}
