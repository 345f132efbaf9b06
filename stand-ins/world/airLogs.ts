import { baseCall } from "../../src/core/callsign";
import { gridOf } from "../../src/core/geo";
import type { Operator } from "./operators";
import type { LogEntry } from "./worldLog";

/** A station of the air, as far as it is known to others. */
export interface AirStation extends Pick<Operator, "call" | "name" | "place"> {
  readonly grid: string | null;
}

/** What services know of the stations of the air, and hear of their logs. */
export interface AirLogs {
  /** Since when the air goes, seconds since 1970 UTC; Infinity as long as none was heard of. */
  readonly since: number;
  /** The station of a call; undefined where there is none on the air. */
  readonly stationOf: (call: string) => AirStation | undefined;
  /** Hears of each entry about a station from outside: of those so far, then as soon as one is written. */
  readonly onGuest: (listener: (entry: LogEntry) => void) => void;
}

/** Whether a contact was made with a station of the air, while it went: its log says what it has of it. */
export function isOfAir(call: string, startedAt: number, logs: AirLogs | undefined): logs is AirLogs {
  return logs !== undefined && startedAt >= logs.since && logs.stationOf(call) !== undefined;
}

/** The stations by their calls, without what a call has besides. */
export function stationsByCall(stations: readonly AirStation[]): (call: string) => AirStation | undefined {
  const byCall = new Map(stations.map((one) => [baseCall(one.call), one]));
  return (call) => byCall.get(baseCall(call));
}

/** The logs of an air, as they are to be told to others. */
export interface GatheredLogs extends AirLogs {
  readonly stations: () => readonly AirStation[];
  /** Takes in what a station has written. */
  readonly wrote: (entry: LogEntry) => void;
  /** As in AirLogs, and returns how to hear no more. */
  readonly onGuest: (listener: (entry: LogEntry) => void) => () => void;
}

/** Gathers what services are to hear of an air, as it writes its logs. */
export function gatherLogs(since: number, operators: () => readonly Operator[]): GatheredLogs {
  const listeners = new Set<(entry: LogEntry) => void>();
  const written: LogEntry[] = [];
  const stations = () =>
    operators().map(({ call, name, place, point }) => ({ call, name, place, grid: gridOf(point) }));
  let byCall: ReturnType<typeof stationsByCall> | null = null;
  const stationOf = (call: string) => (byCall ??= stationsByCall(stations()))(call);
  return {
    since,
    stations,
    stationOf,
    onGuest(listener) {
      for (const entry of written) listener(entry);
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    wrote(entry) {
      if (stationOf(entry.call) !== undefined) return;
      written.push(entry);
      for (const listener of listeners) listener(entry);
    },
  };
}
