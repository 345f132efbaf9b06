import type { z } from "zod";
import type { AlertWay } from "../../core/alert";
import { isoTime } from "../../core/contact";
import type { Alert, alertAnswerSchema, AlertSnooze, alertSnoozeInputSchema } from "../../core/contract";
import type { Context } from "../context";
import type { Schema } from "../db/schema";
import { findLogbook } from "../logbook/logbooks";
import { done, missing, type Result } from "../problem";
import type { StationFacts } from "./alertFacts";

/** Who did not answer within this has missed it, seconds. */
const MISSED_AFTER = 1800;
/** A contact within this after an alert is what became of it, seconds. */
const WORKED_WITHIN = 86_400;
/** Who had the station in the entry line already as he was called logs it with a start of before, seconds. */
const BEFORE = 120;
const DAY = 86_400;

type AlertRow = {
  [Key in keyof Schema["alert"]]: Key extends "id" ? number : Schema["alert"][Key];
};

/** What is kept of an alert besides where and when. */
export interface AlertBody extends StationFacts {
  readonly rules: Alert["rules"];
  readonly ways: readonly AlertWay[];
}

/** Keeps that somebody is called; within `context.write`. Each rule calls for it only `once`. */
export function keepAlert(
  context: Context,
  logbookId: number,
  { base, body, once }: { base: string; body: AlertBody; once: readonly { ruleId: number; once: string }[] },
): Alert {
  const { store } = context;
  const at = context.now();
  const mail = body.ways.includes("mail") ? "waiting" : null;
  const { lastId } = store.run(
    store.q.insertInto("alert").values({ logbookId, at, base, band: body.band, body: JSON.stringify(body), mail }),
  );
  for (const { ruleId, once: what } of once)
    store.run(
      store.q
        .insertInto("alertCall")
        .values({ ruleId, once: what, at })
        .onConflict((conflict) => conflict.doNothing()),
    );
  return alertOf(context, rowOf(context, lastId)!);
}

/** What one was called for, the newest first, and what became of it. */
export function listAlerts(
  context: Context,
  logbookId: number,
  { before, most }: { before?: number | undefined; most: number },
): Result<Alert[]> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { store } = context;
  let query = store.q.selectFrom("alert").selectAll().where("logbookId", "=", logbookId);
  if (before !== undefined) query = query.where("id", "<", before);
  return done(store.all(query.orderBy("id", "desc").limit(most)).map((row) => alertOf(context, row)));
}

/** Answers an alert; within `context.write`. */
export function answerAlert(
  context: Context,
  logbookId: number,
  id: number,
  { outcome }: z.output<typeof alertAnswerSchema>,
): Result<Alert> {
  const row = rowOf(context, id);
  if (row?.logbookId !== logbookId) return missing(`alert ${id}`);
  settle(context, [id], outcome);
  changed(context, logbookId, "outcomes");
  return done(alertOf(context, rowOf(context, id)!));
}

/** Silences a rule, a station or all; within `context.write`. Open alerts that it is about are silenced as well. */
export function snoozeAlerts(
  context: Context,
  logbookId: number,
  { ruleId, base, minutes }: z.output<typeof alertSnoozeInputSchema>,
): Result<AlertSnooze> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { store } = context;
  const rule = store.first(
    store.q
      .selectFrom("saved")
      .select("id")
      .where("id", "=", ruleId ?? 0)
      .where("logbookId", "=", logbookId)
      .where("kind", "=", "alert rule"),
  );
  if (ruleId !== null && rule === undefined) return missing(`alert rule ${ruleId}`);
  const now = context.now();
  const until = minutes === "day" ? (Math.floor(now / DAY) + 1) * DAY : now + minutes * 60;
  const same = store.q
    .deleteFrom("alertSnooze")
    .where("logbookId", "=", logbookId)
    .where("ruleId", "is", ruleId)
    .where("base", "is", base);
  store.run(same);
  const { lastId } = store.run(store.q.insertInto("alertSnooze").values({ logbookId, ruleId, base, until }));
  const open = store
    .all(
      store.q
        .selectFrom("alert")
        .selectAll()
        .where("logbookId", "=", logbookId)
        .where("outcome", "is", null)
        .where("at", ">", now - MISSED_AFTER),
    )
    .filter((row) => base === null || row.base === base)
    .filter((row) => ruleId === null || bodyOf(row).rules.every(({ id }) => id === ruleId));
  settle(
    context,
    open.map(({ id }) => id),
    "silenced",
  );
  changed(context, logbookId, "rules");
  return done({ id: lastId, ruleId, base, until: isoTime(until) });
}

/** Ends a silence; within `context.write`. */
export function wakeAlerts(context: Context, logbookId: number, id: number): Result<{ readonly removed: number }> {
  const { store } = context;
  const { changes } = store.run(
    store.q.deleteFrom("alertSnooze").where("id", "=", id).where("logbookId", "=", logbookId),
  );
  if (changes === 0) return missing(`silence ${id}`);
  changed(context, logbookId, "rules");
  return done({ removed: id });
}

/** Who is silent now. */
export function snoozesOf(context: Pick<Context, "store" | "now">, logbookId: number): AlertSnooze[] {
  const { store } = context;
  return store
    .all(
      store.q
        .selectFrom("alertSnooze")
        .select(["id", "ruleId", "base", "until"])
        .where("logbookId", "=", logbookId)
        .where("until", ">", context.now())
        .orderBy("until"),
    )
    .map(({ until, ...rest }) => ({ ...rest, until: isoTime(until) }));
}

/** What became of an alert's message; within `context.write`. */
export function keepMail(context: Context, id: number, state: "waiting" | "sent" | "failed", text: string): void {
  const { store } = context;
  store.run(store.q.updateTable("alert").set({ mail: state, mailText: text }).where("id", "=", id));
  const row = rowOf(context, id);
  if (row !== undefined) changed(context, row.logbookId, "outcomes");
}

/** The alerts whose message is still to be sent, the oldest first. */
export function waitingMail(context: Context): Alert[] {
  const { store } = context;
  const rows = store.all(store.q.selectFrom("alert").selectAll().where("mail", "=", "waiting").orderBy("id"));
  return rows.map((row) => alertOf(context, row));
}

function settle(context: Context, ids: readonly number[], outcome: "went" | "aside" | "silenced"): void {
  for (const id of ids)
    context.store.run(
      context.store.q.updateTable("alert").set({ outcome, outcomeAt: context.now() }).where("id", "=", id),
    );
}

function changed(context: Context, logbookId: number, what: "rules" | "outcomes"): void {
  context.store.afterCommit(() => context.announce({ type: "alerts", logbookId, what }));
}

function rowOf({ store }: Context, id: number): AlertRow | undefined {
  return store.first(store.q.selectFrom("alert").selectAll().where("id", "=", id));
}

function bodyOf({ body }: AlertRow): AlertBody {
  return JSON.parse(body) as AlertBody;
}

function alertOf(context: Context, row: AlertRow): Alert {
  const { id, at, base, outcome, outcomeAt, mail, mailText } = row;
  const { ways, ...body } = bodyOf(row);
  const worked = workedAt(context, row);
  const settled =
    worked !== undefined
      ? ({ outcome: "worked", outcomeAt: isoTime(worked) } as const)
      : outcome !== null
        ? { outcome, outcomeAt: isoTime(outcomeAt ?? at) }
        : ({ outcome: context.now() - at > MISSED_AFTER ? "missed" : "open", outcomeAt: null } as const);
  return {
    id,
    at: isoTime(at),
    base,
    ...body,
    ways: [...ways],
    ...settled,
    mail: mail === null ? null : { state: mail, text: mailText ?? "" },
  };
}

/** When the station was worked on the band after the call, seconds since 1970 UTC. */
function workedAt({ store }: Context, { logbookId, base, band, at }: AlertRow): number | undefined {
  return store.first(
    store.q
      .selectFrom("contact")
      .select("startedAt")
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", base)
      .where("band", "=", band)
      .where("startedAt", ">=", at - BEFORE)
      .where("startedAt", "<", at + WORKED_WITHIN)
      .orderBy("startedAt")
      .limit(1),
  )?.startedAt;
}
