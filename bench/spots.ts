import { readSpotLine } from "../src/core/spot";
import type { Context } from "../src/server/context";
import type { LiveEvent } from "../src/core/contract";
import { createSpotBoard } from "../src/server/spot/board";
import { type HeardCall, createNetwork } from "../stand-ins/foghorn/network";
import { SPOTTERS } from "../stand-ins/foghorn/spotters";
import { randomFrom } from "../src/core/random";
import { makeStations } from "../stand-ins/world/stations";
import { best, type Line, most, ratio, under } from "./measure";

const A_MINUTE = 300;
const MINUTES = 60;
/** What stays of an hour of spots may not grow with the hours, MB. */
const MOST_GROWTH = 20;

/** An hour of a busy network on a log: each line is parsed, joined and valued, against a loop that only parses. */
export async function benchSpots(context: Context, logbookId: number): Promise<Line[]> {
  const start = context.now();
  const lines = makeLines(start, A_MINUTE * MINUTES);
  const parsing = await best(3, () => parse(lines));

  let now = start;
  const listeners = new Set<(event: LiveEvent) => void>();
  let told = 0;
  const simulated: Context = {
    ...context,
    now: () => now,
    write: (work) => Promise.resolve(work()),
    announce: (event) => {
      if (event.type === "spots") told += event.spots.length;
    },
  };
  const board = createSpotBoard({
    context: simulated,
    listen: (listener) => (listeners.add(listener), () => void listeners.delete(listener)),
    fault: (error) => {
      throw error;
    },
    toldMs: 0,
  });
  board.list(logbookId);
  const times: number[] = [];
  /** An hour of it; what is told anew as time goes by is not counted, but in a line of its own. */
  async function hour(from: number): Promise<number> {
    let counted = 0;
    for (const [index, line] of lines.entries()) {
      now = from + Math.floor((index / A_MINUTE) * 60);
      if (index % A_MINUTE === 0) {
        board.round();
        while (board.tell());
        // What is kept is written by a timer.
        await new Promise((resolve) => setImmediate(resolve));
      }
      const begun = performance.now();
      const said = readSpotLine(line);
      if (said === null) continue;
      board.take({ ...said, at: now });
      const before = performance.now();
      board.tell();
      const after = performance.now();
      times.push(after - before);
      counted += after - begun;
    }
    return counted;
  }
  const first = await hour(start);
  globalThis.gc?.();
  const after = process.memoryUsage().heapUsed;
  // Of three as the parsing is.
  const whole = Math.min(first, await hour(start + 3600), await hour(start + 7200));
  globalThis.gc?.();
  const growth = (process.memoryUsage().heapUsed - after) / 1e6;
  const worths = most(times.slice(0, lines.length), 0.95);

  const all = board.list(logbookId);
  const count = all.ok ? all.value.length : 0;
  for (const listener of listeners) listener({ type: "manyContacts", logbookId, contactCount: 0 });
  const begun = performance.now();
  while (board.tell());
  const renewed = performance.now() - begun;
  board.close();
  if (told === 0 || count === 0) throw new Error("nothing was told");
  return [
    ratio(`an hour of ${A_MINUTE} spots a minute, parsed, joined and valued`, whole, "parsing alone", parsing, 10),
    under("the worth of a spot, p95", worths, 2),
    {
      what: "what two more hours of spots leave in memory",
      measured: `${growth.toFixed(1)} MB`,
      limit: "",
      target: `under ${MOST_GROWTH} MB`,
      within: growth < MOST_GROWTH,
    },
    under(`the worths of ${count} spots anew, after an import`, renewed, 1000),
  ];
}

function parse(lines: readonly string[]): number {
  let read = 0;
  for (const line of lines) if (readSpotLine(line) !== null) read++;
  return read;
}

/** Lines as the network's spotters make them of what some hundreds of stations send. */
function makeLines(start: number, count: number): string[] {
  const random = randomFrom(5);
  const network = createNetwork(random);
  const stations = makeStations(random, start).slice(0, 3000);
  const lines: string[] = [];
  for (let at = start; lines.length < count; at += 1) {
    const heard: HeardCall = {
      call: random.pick(stations).call,
      frequencyHz: random.pick([7_000, 14_000, 21_000, 28_000]) * 1000 + random.between(0, 700) * 100,
      mode: random.pick(["CW", "SSB", "RTTY", "FT8"] as const),
      speed: 26,
      over: random.between(-5, 40),
      at,
    };
    for (const spotter of SPOTTERS) {
      const line = network.heard(spotter, heard);
      if (line !== null && lines.length < count) lines.push(line);
    }
  }
  return lines;
}
