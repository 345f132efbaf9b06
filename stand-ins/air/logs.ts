import { z } from "zod";
import { AIR_MODES } from "../world/operators";
import { type AirLogs, type AirStation, stationsByCall } from "../world/airLogs";
import type { LogEntry } from "../world/worldLog";
import { createAirClient } from "./client";

const stationSchema = z.object({
  call: z.string(),
  name: z.string().nullable(),
  place: z.string().nullable(),
  grid: z.string().nullable(),
});

const entrySchema = z.object({
  by: z.string(),
  call: z.string(),
  startedAt: z.number(),
  band: z.string(),
  frequencyHz: z.number(),
  mode: z.enum(AIR_MODES),
  contest: z.string().nullable(),
  sent: z.array(z.string()),
  received: z.array(z.string()),
  handedInAt: z.number().nullable(),
});

/** The air's logs, as its door tells them; while no air is there, what is known of the last one. */
export function followLogs(port: number): AirLogs & { readonly close: () => void } {
  const listeners: ((entry: LogEntry) => void)[] = [];
  const entries: LogEntry[] = [];
  let since = Infinity;
  let stationOf = stationsByCall([]);
  let arriving: AirStation[] = [];
  /** Entries of this air that came since the door was opened last, and those that were taken. */
  let [came, taken] = [0, 0];

  const client = createAirClient(port, {
    opened() {
      [arriving, came] = [[], 0];
      client.say({ do: "logs" });
    },
    heard(words) {
      if (words.is === "logs") begin(Number(words.since));
      const station = words.is === "station" ? stationSchema.safeParse(words) : undefined;
      if (station?.success) arriving.push(station.data);
      const entry = words.is === "logged" ? entrySchema.safeParse(words) : undefined;
      if (!entry?.success || ++came <= taken) return;
      taken = came;
      entries.push(entry.data);
      for (const listener of listeners) listener(entry.data);
    },
  });

  function begin(from: number): void {
    stationOf = stationsByCall(arriving);
    if (from === since) return;
    [since, taken] = [from, 0];
  }

  return {
    get since() {
      return since;
    },
    stationOf: (call) => stationOf(call),
    onGuest(listener) {
      entries.forEach(listener);
      listeners.push(listener);
    },
    close: client.close,
  };
}
