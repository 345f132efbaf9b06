import { modeGroup, parseMode } from "../band";
import { baseCall, parseCallsign } from "../callsign";
import type { Checked, Fault } from "../contact/contact";
import { partsOf, understandExchange } from "./exchange";
import { type JudgementView, judgementView } from "./judgementView";
import { type Period, periodAt, sessionPeriods } from "./period";
import type { Rules } from "./rules";
import { createScoreboard } from "./score";
import { stationByCall, stationOf } from "./station";

/** A contact to try rules with, as it is typed. */
export interface Tried {
  readonly ownCall: string;
  readonly ownGrid: string;
  readonly call: string;
  readonly band: string;
  readonly mode: string;
  readonly exchange: string;
}

/** How rules understand a call and an exchange. */
export interface TriedOut {
  readonly side: string;
  readonly ownSide: string;
  /** By the parts' ids. */
  readonly values: Record<string, string>;
  readonly leftover: string[];
  readonly judgement: JudgementView;
  readonly next: Period | null;
}

/** How rules understand a call and an exchange, as if the contest ran now, in an empty log; or what of it is no call. */
export function tryRules(rules: Rules, tried: Tried, now: number): Checked<TriedOut> {
  const { ownCall, ownGrid, call, band, mode, exchange } = tried;
  const faults: Fault[] = [];
  for (const field of ["ownCall", "call"] as const) {
    const parsed = parseCallsign(tried[field]);
    if (!parsed.ok) faults.push({ field, text: parsed.reason });
  }
  if (faults.length > 0) return { ok: false, faults };
  const known = parseMode(mode) ?? { mode, submode: null };
  const next = periodAt(rules, now);
  const period = next ?? { from: 0, to: Number.MAX_SAFE_INTEGER };
  const [first] = sessionPeriods(rules, period);
  const own = { ...stationByCall(ownCall, period.from), grid: ownGrid || null };
  const theirs = stationByCall(call, period.from);
  const parts = partsOf(rules, stationOf(rules, theirs).side);
  const sender = { mode: known.mode, entity: theirs.entityCode };
  const { values, leftover } = understandExchange(rules, parts, exchange, sender);
  const board = createScoreboard(rules, { ...own, period, power: null, bonuses: [], category: null, sent: {} });
  const judgement = board.judge({
    ...theirs,
    id: 1,
    startedAt: first!.from,
    baseCall: baseCall(call),
    band,
    mode: known.mode,
    submode: known.submode,
    modeGroup: modeGroup(known.mode),
    serialReceived: null,
    reportReceived: null,
    exchangeReceived: null,
    partsReceived: values,
    notClaimed: null,
  });
  return {
    ok: true,
    value: {
      side: judgement.side,
      ownSide: stationOf(rules, own).side,
      values: { ...values },
      leftover: [...leftover],
      judgement: judgementView(rules, judgement),
      next,
    },
  };
}
