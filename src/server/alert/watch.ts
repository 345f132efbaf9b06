import { type AlertWay, calledOnce, CALLS_WITHIN, fits, MOST_AN_HOUR } from "../../core/alert";
import { baseCall } from "../../core/callsign";
import { isoTime } from "../../core/contact";
import type { Alert, AlertRule, AlertState, LiveEvent, SpotView } from "../../core/contract";
import type { Context } from "../context";
import { guardedBy } from "../guarded";
import { findLogbook, listLogbooks } from "../logbook/logbooks";
import { savedAlertRules } from "../logbook/saved";
import { siteOfLogbook } from "../logbook/sites";
import { done, type Result } from "../problem";
import type { SpotBoard } from "../spot/board";
import { alertFacts } from "./alertFacts";
import { keepAlert, snoozesOf } from "./alerts";
import type { AlertMail } from "./alertMail";

/** Holds what is announced against the rules of each logbook, also where nobody looks, and calls. */
export interface AlertWatch {
  state(logbookId: number): Result<AlertState>;
  /** Holds all that is announced now against the rules: for hours that are over, and silences. It does so by itself. */
  round(): void;
  close(): void;
}

interface WatchOptions {
  readonly context: Context;
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  readonly spots: Pick<SpotBoard, "list">;
  readonly mail: Pick<AlertMail, "send">;
  readonly fault: (error: unknown) => void;
}

const ROUND_MS = 60_000;
const HOUR = 3600;
/** What a rule has called for is remembered so long, seconds: a day, and what reaches over its end. */
const CALLS_KEPT = 2 * 86_400;
/** What one was called for is kept so long, seconds. */
const HISTORY_KEPT = 90 * 86_400;

interface Watched {
  readonly rules: readonly AlertRule[];
  readonly snoozes: AlertState["snoozes"];
  readonly ownBase: string;
}

export function createAlertWatch({ context, listen, spots, mail, fault }: WatchOptions): AlertWatch {
  const { store, write } = context;
  const watched = new Map<number, Watched>();
  /** When each rule called for what it calls for only once, seconds since 1970 UTC: also while that is being written. */
  const called = new Map<number, Map<string, number>>();

  /** When somebody was called last for a station on a band, by whatever rule. */
  const lastCalls = new Map<string, number>();
  const stationKey = (logbookId: number, base: string, band: string) => `${logbookId} ${base} ${band}`;
  const recent = store.q.selectFrom("alert").select(["logbookId", "base", "band", "at"]);
  for (const { logbookId, base, band, at } of store.all(recent.where("at", ">", context.now() - CALLS_WITHIN)))
    lastCalls.set(stationKey(logbookId, base, band), at);

  function calledBy(ruleId: number): Map<string, number> {
    let calls = called.get(ruleId);
    if (calls !== undefined) return calls;
    const rows = store.all(store.q.selectFrom("alertCall").select(["once", "at"]).where("ruleId", "=", ruleId));
    calls = new Map(rows.map(({ once, at }) => [once, at]));
    called.set(ruleId, calls);
    return calls;
  }

  function watch(logbookId: number): Watched | null {
    const known = watched.get(logbookId);
    if (known !== undefined) return known;
    const rules = savedAlertRules.list(context, logbookId);
    if (!rules.ok) return null;
    const of = {
      rules: rules.value,
      snoozes: snoozesOf(context, logbookId),
      ownBase: baseCall(siteOfLogbook(store, logbookId).call),
    };
    watched.set(logbookId, of);
    return of;
  }

  /** When a rule called within the last hour. */
  function lately(ruleId: number, now: number): number[] {
    return [...calledBy(ruleId).values()].filter((at) => at > now - HOUR);
  }

  function isSilent({ snoozes }: Watched, about: { ruleId: number } | { base: string }, now: string): boolean {
    return snoozes.some(
      ({ ruleId, base, until }) =>
        until > now &&
        (ruleId === null
          ? base === null || ("base" in about && base === about.base)
          : "ruleId" in about && ruleId === about.ruleId),
    );
  }

  /** Calls for those stations that a rule calls for, each once. */
  function consider(logbookId: number, views: readonly SpotView[]): void {
    const of = watch(logbookId);
    if (of === null) return;
    const now = context.now();
    const text = isoTime(now);
    const awake = of.rules.filter(
      ({ id, on }) => on && !isSilent(of, { ruleId: id }, text) && lately(id, now).length < MOST_AN_HOUR,
    );
    if (awake.length === 0) return;
    for (const view of views) {
      if (view.base === of.ownBase) continue;
      // Another rule, or one that was taken back, does not call for it at once again.
      const last = lastCalls.get(stationKey(logbookId, view.base, view.band)) ?? -Infinity;
      if (now - last <= CALLS_WITHIN) continue;
      const calling = awake.filter(
        (rule) =>
          fits(rule, view, now) &&
          !calledBy(rule.id).has(calledOnce(rule, view, now)) &&
          lately(rule.id, now).length < MOST_AN_HOUR,
      );
      if (calling.length === 0 || isSilent(of, { base: view.base }, text)) continue;
      void call(logbookId, view, calling).catch(fault);
    }
  }

  async function call(logbookId: number, view: SpotView, rules: readonly AlertRule[]): Promise<void> {
    const now = context.now();
    const once = rules.map((rule) => ({ ruleId: rule.id, once: calledOnce(rule, view, now) }));
    // At once, since the same station comes again before this is written.
    const station = stationKey(logbookId, view.base, view.band);
    lastCalls.set(station, now);
    for (const { ruleId, once: what } of once) calledBy(ruleId).set(what, now);
    const ways = new Set<AlertWay>(rules.flatMap((rule) => rule.ways));
    const body = { ...alertFacts(view, rules), rules: rules.map(({ id, name }) => ({ id, name })), ways: [...ways] };
    let alert: Alert;
    try {
      alert = await write(() =>
        store.transaction(() => keepAlert(context, logbookId, { base: view.base, body, once })),
      );
    } catch (error) {
      // It is tried again with the next round.
      lastCalls.delete(station);
      for (const { ruleId, once: what } of once) calledBy(ruleId).delete(what);
      throw error;
    }
    context.announce({ type: "alert", logbookId, alert });
    if (ways.has("mail")) mail.send(alert);
  }

  function heardOf(event: LiveEvent): void {
    if (event.type === "spots") consider(event.logbookId, event.spots);
    const isOther = event.type === "logbook" || (event.type === "alerts" && event.what === "rules");
    if (!isOther) return;
    watched.delete(event.logbookId);
    look(event.logbookId);
  }

  /** A logbook with rules is one that is looked at: what is announced is valued for it. */
  function look(logbookId: number): void {
    if (watch(logbookId)?.rules.some(({ on }) => on) !== true) return;
    const now = spots.list(logbookId);
    if (now.ok) consider(logbookId, now.value);
  }

  function round(): void {
    for (const { id } of listLogbooks(context)) look(id);
  }

  function forget(): void {
    for (const [station, at] of lastCalls) if (at < context.now() - CALLS_WITHIN) lastCalls.delete(station);
    for (const calls of called.values())
      for (const [once, at] of calls) if (at < context.now() - CALLS_KEPT) calls.delete(once);
    store.run(store.q.deleteFrom("alertCall").where("at", "<", context.now() - CALLS_KEPT));
    store.run(store.q.deleteFrom("alertSnooze").where("until", "<", context.now()));
    store.run(store.q.deleteFrom("alert").where("at", "<", context.now() - HISTORY_KEPT));
  }

  const guarded = guardedBy(fault);
  const end = listen((event) => guarded(() => heardOf(event)));
  guarded(round);
  const rounds = setInterval(() => {
    guarded(round);
    void write(forget).catch(fault);
  }, ROUND_MS);
  rounds.unref();

  return {
    state(logbookId) {
      const logbook = findLogbook(context, logbookId);
      if (!logbook.ok) return logbook;
      const of = watch(logbookId)!;
      const now = context.now();
      const listed = spots.list(logbookId);
      return done({
        rules: of.rules.map((rule) => {
          const calls = lately(rule.id, now);
          const isFull = calls.length >= MOST_AN_HOUR;
          return {
            ...rule,
            lately: calls.length,
            silentUntil: isFull ? isoTime(Math.min(...calls) + HOUR) : null,
          };
        }),
        snoozes: of.snoozes.filter(({ until }) => until > isoTime(now)),
        off: listed.ok ? null : listed.problem.detail,
      });
    },
    round,
    close() {
      end();
      clearInterval(rounds);
    },
  };
}
