import { baseCall } from "../../src/core/callsign";
import type { Operator } from "./operators";
import type { LogEntry } from "./worldLog";

/** What other services know of the stations of the air, and hear of their logs. */
export interface AirLogs {
  /** Since when the air goes, seconds since 1970 UTC. */
  readonly since: number;
  /** The station of a call; undefined where there is none on the air. */
  readonly stationOf: (call: string) => Operator | undefined;
  /** Hears of each entry about a station from outside, as soon as it is written. */
  readonly onGuest: (listener: (entry: LogEntry) => void) => void;
}

/** Gathers what services are to hear of an air, as it writes its logs. */
export function gatherLogs(
  since: number,
  operators: () => readonly Operator[],
): AirLogs & { readonly wrote: (entry: LogEntry) => void } {
  const listeners: ((entry: LogEntry) => void)[] = [];
  let byCall: ReadonlyMap<string, Operator> | null = null;
  const stationOf = (call: string) => {
    byCall ??= new Map(operators().map((one) => [baseCall(one.call), one]));
    return byCall.get(baseCall(call));
  };
  return {
    since,
    stationOf,
    onGuest: (listener) => void listeners.push(listener),
    wrote(entry) {
      if (stationOf(entry.call) === undefined) for (const listener of listeners) listener(entry);
    },
  };
}
