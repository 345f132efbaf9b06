import { type AlertChoices, calledOnce, CALLS_WITHIN, fits, mayFit } from "../../core/alert";
import { modeGroup } from "../../core/band";
import { baseCall } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import type { AlertTrial } from "../../core/contract";
import type { Context } from "../context";
import { siteOfLogbook } from "../logbook/sites";
import { done, missing, type Result } from "../problem";
import type { SpotBoard } from "../spot/board";
import { KEPT_FOR, spotsAfter } from "../spot/keptSpots";
import { alertFacts } from "./alertFacts";

const PIECE = 500;
/** Others have their turn after so long, milliseconds. */
const SLICE_MS = 4;
const DROP_EVERY = 600;
const HOUR = 3600;
const NEWEST = 20;

/**
 * How often a rule would have called within the last day: what was announced is taken anew, by the log as it is now.
 * Others have their turn in between.
 */
export async function tryAlertRule(
  context: Context,
  spots: Pick<SpotBoard, "replay">,
  logbookId: number,
  choices: AlertChoices,
): Promise<Result<AlertTrial>> {
  const replay = spots.replay(
    logbookId,
    choices.awards.map(({ award }) => award),
  );
  if (replay === null) return missing(`logbook ${logbookId}`);
  const ownBase = baseCall(siteOfLogbook(context.store, logbookId).call);
  const called = new Set<string>();
  /** When it called last for a station on a band. */
  const lastCalls = new Map<string, number>();
  const calls: AlertTrial["newest"] = [];
  const times: number[] = [];
  let announcements = 0;
  let since: number | null = null;
  let last = { at: context.now() - KEPT_FOR, id: 0 };
  let droppedAt = last.at;
  let begun = performance.now();
  for (;;) {
    const piece = spotsAfter(context, last, PIECE);
    if (piece.length === 0) break;
    for (const heard of piece) {
      since ??= heard.at;
      announcements++;
      last = heard;
      if (performance.now() - begun > SLICE_MS) {
        await new Promise((resolve) => setImmediate(resolve));
        begun = performance.now();
      }
      if (heard.at - droppedAt > DROP_EVERY) replay.drop((droppedAt = heard.at));
      const spot = replay.take(heard);
      if (spot === null || spot.lastAt > heard.at) continue;
      const base = baseCall(spot.call);
      const once = calledOnce(choices, { base, band: spot.band }, heard.at);
      const subject = { call: spot.call, base, band: spot.band, modeGroup: modeGroup(spot.mode) };
      const station = `${base} ${spot.band}`;
      const isCalled = called.has(once) || heard.at - (lastCalls.get(station) ?? -Infinity) <= CALLS_WITHIN;
      if (base === ownBase || isCalled || !mayFit(choices, subject)) continue;
      const view = replay.value(spot, heard.at);
      if (!fits(choices, view, heard.at)) continue;
      called.add(once);
      lastCalls.set(station, heard.at);
      times.push(heard.at);
      calls.push({ at: isoTime(heard.at), ...alertFacts(view, [choices]) });
      if (calls.length > NEWEST) calls.shift();
    }
  }
  const busiest = busiestHour(times);
  return done({
    announcements,
    since: since === null ? null : isoTime(since),
    calls: times.length,
    busiest: busiest.calls,
    busiestAt: busiest.at === null ? null : isoTime(busiest.at),
    newest: calls.reverse(),
  });
}

/** Within which hour most times lie, of times in their order. */
function busiestHour(times: readonly number[]): { readonly calls: number; readonly at: number | null } {
  let best: { calls: number; at: number | null } = { calls: 0, at: null };
  let end = 0;
  for (const [start, at] of times.entries()) {
    while (end < times.length && times[end]! < at + HOUR) end++;
    if (end - start > best.calls) best = { calls: end - start, at };
  }
  return best;
}
