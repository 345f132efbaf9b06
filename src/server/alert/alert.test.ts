import {
  type Alert,
  type AlertRuleInput,
  alertChoicesSchema,
  alertRuleInputSchema,
  alertSnoozeInputSchema,
  entryInputSchema,
  type LiveEvent,
} from "../../core/contract";
import { MOST_AN_HOUR } from "../../core/alert";
import type { Heard } from "../../core/spot";
import type { Context } from "../context";
import { createEntry } from "../contest/entries";
import { until } from "../links/testing";
import { createHub } from "../live/hub";
import { logContact } from "../logbook/contacts";
import { savedAlertRules } from "../logbook/saved";
import { createSpotBoard } from "../spot/board";
import { keepSpots } from "../spot/keptSpots";
import { taken, testContext, valueOf } from "../testing";
import { createAlertMail } from "./alertMail";
import { answerAlert, listAlerts, snoozeAlerts, wakeAlerts } from "./alerts";
import { tryAlertRule } from "./trial";
import { createAlertWatch } from "./watch";

const START = Date.UTC(2026, 10, 27, 22) / 1000;
const ended: (() => void)[] = [];
afterEach(() => {
  for (const end of ended.splice(0).reverse()) end();
});

/** What the mail links of a test answer. */
type Answer = "taken" | "away" | "refused";

async function begin({ mailLinks = 1 } = {}) {
  const { context: quiet, logbookId } = await testContext(START);
  const hub = createHub();
  const called: Alert[] = [];
  hub.listen((event: LiveEvent) => event.type === "alert" && called.push(event.alert));
  let now = START;
  const context: Context = { ...quiet, announce: hub.announce, now: () => now };
  const thrown = (error: unknown) => {
    throw error;
  };
  const sent: string[] = [];
  let answer: Answer = "taken";
  const links = {
    list: () =>
      Array.from({ length: mailLinks }, (_, id) => ({ id, name: `Mail ${id}`, role: "mail", on: true })) as never,
    command: (_: number, order: unknown) => {
      sent.push((order as { subject: string }).subject);
      const problem = { status: answer === "away" ? 503 : 422, title: "Not sent", detail: `the server is ${answer}` };
      return Promise.resolve(
        answer === "taken" ? { ok: true as const, value: { id: null } } : { ok: false as const, problem },
      );
    },
  };
  const open = (change: Partial<Context> = {}, fault: (error: unknown) => void = thrown) => {
    const around = { context: { ...context, ...change }, listen: hub.listen, fault };
    const board = createSpotBoard({ ...around, toldMs: 1 });
    const mail = createAlertMail({ ...around, links, againMs: 5 });
    const watch = createAlertWatch({ ...around, spots: board, mail });
    for (const one of [board, mail, watch]) ended.push(() => one.close());
    return { board, watch, mail };
  };
  const heard = (call: string, change: Partial<Heard> = {}): Heard => ({
    at: now,
    spotter: "LU5QTN",
    frequencyHz: 14_025_000,
    call,
    remark: "",
    ...change,
  });
  const rule = (change: Partial<AlertRuleInput> = {}, name = "Fresh ones") =>
    valueOf(
      savedAlertRules.keep(
        context,
        logbookId,
        taken(alertRuleInputSchema, { name, brings: ["fresh"], ways: ["page"], ...change }),
      ),
    );
  return {
    context,
    logbookId,
    called,
    sent,
    open,
    heard,
    rule,
    history: () => valueOf(listAlerts(context, logbookId, { most: 100 })),
    mailIs: (next: Answer) => void (answer = next),
    later: (seconds: number) => (now += seconds),
    snooze: (input: object) => valueOf(snoozeAlerts(context, logbookId, taken(alertSnoozeInputSchema, input))),
  };
}

test("a rule calls for a station once a band and day, also where nobody looks, and not again after a restart", async () => {
  const { open, heard, rule, called, history, later, logbookId } = await begin();
  const { id } = rule();
  const { board, watch } = open();
  board.take(heard("P5QUZ", { remark: "up 2" }));
  board.take(heard("P5QUZ", { spotter: "W1QUA" }));
  await until(() => called.length > 0);
  board.take(heard("P5QUZ", { spotter: "DL1QTA" }));
  board.take(heard("P5QUZ", { frequencyHz: 7_010_000 }));
  await until(() => called.length > 1);
  expect(called[0]).toMatchObject({
    call: "P5QUZ",
    frequencyHz: 14_025_000,
    listensHz: 14_027_000,
    worth: "fresh",
    chance: "good",
    rules: [{ id, name: "Fresh ones" }],
    ways: ["page"],
    outcome: "open",
  });
  expect(called.map(({ band }) => band)).toEqual(["20m", "40m"]);
  expect(valueOf(watch.state(logbookId))).toMatchObject({ rules: [{ id, lately: 2, silentUntil: null }], off: null });

  watch.close();
  later(60);
  const again = open();
  again.watch.round();
  again.board.take(heard("P5QUZ"));
  again.board.take(heard("3Y0QUZ", { frequencyHz: 14_040_000 }));
  await until(() => history().length > 2);
  expect(history().map(({ call, band }) => `${call} ${band}`)).toEqual(["3Y0QUZ 20m", "P5QUZ 40m", "P5QUZ 20m"]);
});

test("a rule calls for an item of an award, also of one that is not followed, and says which", async () => {
  const { open, heard, rule, called, logbookId, context } = await begin();
  const zone = { award: "cqZones", item: "25", name: "CQ zones: Zone 25" };
  rule({ brings: ["fresh", "wanted", "hold"], awards: [zone] }, "Zone 25");
  const { board } = open();
  board.take(heard("DL1QTA"));
  board.take(heard("JA3QRM", { frequencyHz: 14_040_000 }));
  await until(() => called.length > 0);
  expect(called).toMatchObject([
    { call: "JA3QRM", worth: "fresh", why: "fresh: CQ zones: Zone 25 was never worked", rules: [{ name: "Zone 25" }] },
  ]);
  // Of a rule that is tried, too, though nobody follows what it asks for.
  keepSpots(context, [heard("JA3QRM"), heard("DL1QTA")]);
  const choices = taken(alertChoicesSchema, { awards: [{ ...zone, award: "ituZones", item: "45" }], ways: ["page"] });
  expect(valueOf(await tryAlertRule(context, board, logbookId, choices))).toMatchObject({
    calls: 1,
    newest: [{ call: "JA3QRM", why: "fresh: ITU zones: Zone 45 was never worked" }],
  });
});

test("two rules that call for the same station call once, in all their ways", async () => {
  const { open, heard, rule, called } = await begin();
  rule();
  rule({ brings: [], calls: ["P5*"], ways: ["sound", "page"] }, "North Korea");
  open().board.take(heard("P5QUZ"));
  await until(() => called.length > 0);
  expect(called).toHaveLength(1);
  expect(called[0]!.rules.map(({ name }) => name)).toEqual(["Fresh ones", "North Korea"]);
  expect(new Set(called[0]!.ways)).toEqual(new Set(["page", "sound"]));
});

test("another rule does not call for the same station at once again, nor one that was taken back", async () => {
  const { open, heard, rule, called, later, context, logbookId } = await begin();
  const { id } = rule();
  const { board, watch } = open();
  board.take(heard("P5QUZ"));
  await until(() => called.length > 0);
  valueOf(savedAlertRules.remove(context, logbookId, id));
  rule({ brings: [], once: "hour" }, "All");
  watch.round();
  watch.close();
  const again = open();
  again.watch.round();
  later(901);
  board.take(heard("P5QUZ"));
  await until(() => called.length > 1);
  expect(called.map(({ at }) => at)).toEqual(["2026-11-27T22:00:00Z", "2026-11-27T22:15:01Z"]);
});

test("what is announced already as a rule is made is called for; a rule that is off, and one's own call, are not", async () => {
  const { open, heard, rule, called } = await begin();
  const { board } = open();
  board.take(heard("P5QUZ"));
  board.take(heard("CX3QUA", { frequencyHz: 14_050_000 }));
  rule({ brings: [], on: false, calls: ["P5QUZ"] }, "Off");
  rule({ brings: [] }, "All");
  await until(() => called.length > 0);
  expect(called.map(({ call, rules }) => [call, rules.map(({ name }) => name)])).toEqual([["P5QUZ", ["All"]]]);
});

test("quiet hours and silences hold calls back, and what is still announced afterwards is called for", async () => {
  const { open, heard, rule, called, later, snooze, context, logbookId, history } = await begin();
  const { id } = rule({ quiet: { from: "22:00", to: "22:10", zone: "UTC" } });
  const { board, watch } = open();
  board.take(heard("P5QUZ"));
  board.tell();
  expect(called).toEqual([]);
  later(600);
  board.take(heard("3Y0QUZ", { frequencyHz: 14_040_000 }));
  snooze({ base: "3Y0QUZ", minutes: "day" });
  watch.round();
  await until(() => called.length > 0);
  expect(called.map(({ call }) => call)).toEqual(["P5QUZ"]);

  const ofRule = snooze({ ruleId: id, minutes: 60 });
  expect(ofRule.until).toBe("2026-11-27T23:10:00Z");
  expect(history()[0]).toMatchObject({ call: "P5QUZ", outcome: "silenced" });
  board.take(heard("BS7QUZ", { frequencyHz: 14_015_000 }));
  board.tell();
  expect(valueOf(watch.state(logbookId)).snoozes.map(({ ruleId, base }) => ruleId ?? base)).toEqual([id, "3Y0QUZ"]);
  valueOf(wakeAlerts(context, logbookId, ofRule.id));
  await until(() => called.length > 1);
  expect(called.map(({ call }) => call)).toEqual(["P5QUZ", "BS7QUZ"]);

  // All of the logbook.
  snooze({ minutes: 5 });
  board.take(heard("VP8QUZ", { frequencyHz: 14_020_000 }));
  board.tell();
  later(301);
  board.take(heard("VP8QUZ", { frequencyHz: 14_020_000 }));
  await until(() => called.length > 2);
  expect(snoozeAlerts(context, logbookId, { ruleId: 999, base: null, minutes: 5 })).toMatchObject({ ok: false });
});

test("a rule that would call for hundreds is silent after so many, until the hour is over", async () => {
  const { open, heard, rule, called, later, watchState } = await withState();
  rule({ brings: [] }, "All");
  const { board, watch } = open();
  const call = (at: number) => `DL${Math.floor(at / 26)}Q${"RTSUVWXYZABCDEFGHIJKLMNOPQ"[at % 26]}A`;
  for (let at = 0; at < 100; at++) board.take(heard(call(at), { frequencyHz: 14_001_000 + at * 2000 }));
  await until(() => called.length === MOST_AN_HOUR);
  board.tell();
  watch.round();
  expect(called).toHaveLength(MOST_AN_HOUR);
  expect(watchState(watch)).toMatchObject({ lately: MOST_AN_HOUR, silentUntil: "2026-11-27T23:00:00Z" });
  later(3601);
  board.take(heard("P5QUZ"));
  await until(() => called.length > MOST_AN_HOUR);
});

async function withState() {
  const all = await begin();
  const watchState = (watch: ReturnType<typeof createAlertWatch>) => valueOf(watch.state(all.logbookId)).rules[0];
  return { ...all, watchState };
}

test("a call that cannot be written is told to nobody, and comes with the next round", async () => {
  const { open, heard, rule, called, context } = await begin();
  rule();
  let isFull = true;
  const faults: unknown[] = [];
  const write: Context["write"] = (work) => (isFull ? Promise.reject(new Error("full")) : context.write(work));
  const { board, watch } = open({ write }, (error) => faults.push(error));
  board.take(heard("P5QUZ"));
  await until(() => faults.length > 0);
  expect(called).toEqual([]);
  isFull = false;
  watch.round();
  await until(() => called.length > 0);
  expect(called.map(({ call }) => call)).toEqual(["P5QUZ"]);
});

test("what one was called for is kept for 90 days, what a rule calls for only once for two", async () => {
  const { open, heard, rule, called, history, later, context, snooze } = await begin();
  rule();
  const first = open();
  first.board.take(heard("P5QUZ"));
  await until(() => called.length > 0);
  snooze({ base: "P5QUZ", minutes: 5 });
  for (const one of [first.watch, first.board]) one.close();
  jest.useFakeTimers({ doNotFake: ["setImmediate", "queueMicrotask", "nextTick"] });
  try {
    open();
    const { store } = context;
    const kept = () => [
      history().length,
      store.all(store.q.selectFrom("alertCall").selectAll()).length,
      store.all(store.q.selectFrom("alertSnooze").selectAll()).length,
    ];
    const after = async (days: number) => {
      later(days * 86_400);
      await jest.advanceTimersByTimeAsync(60_000);
      return kept();
    };
    expect(kept()).toEqual([1, 1, 1]);
    expect(await after(1)).toEqual([1, 1, 0]);
    expect(await after(1.1)).toEqual([1, 0, 0]);
    expect(await after(87.8)).toEqual([1, 0, 0]);
    expect(await after(0.2)).toEqual([0, 0, 0]);
  } finally {
    jest.useRealTimers();
  }
});

test("the history tells what became of each: gone to, put aside, worked, or missed", async () => {
  const { open, heard, rule, called, history, later, context, logbookId } = await begin();
  rule({ brings: [] }, "All");
  const { board } = open();
  for (const [at, call] of ["P5QUZ", "3Y0QUZ", "BS7QUZ", "VP8QUZ"].entries())
    board.take(heard(call, { frequencyHz: 14_010_000 + at * 5000 }));
  await until(() => called.length === 4);
  const idOf = (call: string) => called.find((alert) => alert.call === call)!.id;
  later(30);
  valueOf(answerAlert(context, logbookId, idOf("P5QUZ"), { outcome: "went" }));
  valueOf(answerAlert(context, logbookId, idOf("3Y0QUZ"), { outcome: "went" }));
  valueOf(answerAlert(context, logbookId, idOf("BS7QUZ"), { outcome: "aside" }));
  valueOf(
    logContact(context, logbookId, { call: "P5QUZ", startedAt: "2026-11-27T22:02:00Z", band: "20m", mode: "CW" }),
  );
  valueOf(
    logContact(context, logbookId, { call: "3Y0QUZ", startedAt: "2026-11-27T22:02:00Z", band: "40m", mode: "CW" }),
  );
  const outcomes = () => Object.fromEntries(history().map(({ call, outcome }) => [call, outcome]));
  expect(outcomes()).toEqual({ P5QUZ: "worked", "3Y0QUZ": "went", BS7QUZ: "aside", VP8QUZ: "open" });
  expect(history().find(({ call }) => call === "P5QUZ")!.outcomeAt).toBe("2026-11-27T22:02:00Z");
  later(1800);
  expect(outcomes().VP8QUZ).toBe("missed");
  expect(answerAlert(context, logbookId, 999, { outcome: "went" })).toMatchObject({ ok: false });
  expect(answerAlert(context, logbookId + 1, idOf("P5QUZ"), { outcome: "went" })).toMatchObject({ ok: false });
});

test("a message that cannot be sent is tried again, one that is refused is not, and what became of it is told", async () => {
  const { open, heard, rule, history, sent, mailIs } = await begin();
  rule({ brings: [], ways: ["mail"] }, "All");
  mailIs("away");
  const { board, mail } = open();
  board.take(heard("P5QUZ"));
  await until(() => sent.length > 1);
  expect(history()[0]!.mail).toEqual({ state: "waiting", text: "Mail 0: the server is away" });
  mailIs("taken");
  await until(() => history()[0]!.mail?.state === "sent");
  mailIs("refused");
  board.take(heard("3Y0QUZ", { frequencyHz: 14_040_000 }));
  await until(() => history()[0]!.mail?.state === "failed");
  expect(history()[0]).toMatchObject({ call: "3Y0QUZ", mail: { text: "Mail 0: the server is refused" } });
  expect(sent.filter((subject) => subject.startsWith("3Y0QUZ"))).toHaveLength(1);
  expect(await mail.test()).toEqual([{ what: "Mail 0", ok: false, text: "the server is refused" }]);
});

test("what waited as the server ended is sent at the next start, or given up; without a mail link that is said", async () => {
  const { open, heard, rule, history, mailIs, later } = await begin();
  rule({ brings: [], ways: ["mail"] }, "All");
  mailIs("away");
  const { board, mail } = open();
  board.take(heard("P5QUZ"));
  await until(() => history()[0]?.mail?.text);
  mail.close();
  later(901);
  open();
  await until(() => history()[0]!.mail?.state === "failed");

  const without = await begin({ mailLinks: 0 });
  without.rule({ brings: [], ways: ["mail"] }, "All");
  const { board: other, mail: none } = without.open();
  other.take(without.heard("P5QUZ"));
  await until(() => without.history()[0]?.mail?.state === "failed");
  expect((await none.test())[0]!.text).toMatch(/no mail link/);
});

test("an entry without assistance shuts alerts off, and that is said", async () => {
  const { open, heard, rule, called, context, logbookId, later } = await begin();
  // In its first session.
  later(Date.UTC(2026, 9, 15, 21, 30) / 1000 - START);
  const entry = {
    tag: "SUDESTADA-PREFIX",
    ownCall: "CX3QUA",
    category: { operator: "SINGLE-OP", assisted: "NON-ASSISTED", band: "ALL", mode: "MIXED", power: "LOW" },
    operators: ["CX3QUA"],
  };
  valueOf(createEntry(context, logbookId, taken(entryInputSchema, entry)));
  rule({ brings: [] }, "All");
  const { board, watch } = open();
  board.take(heard("P5QUZ"));
  board.tell();
  expect(called).toEqual([]);
  expect(valueOf(watch.state(logbookId)).off).toMatch(/spots are off/);
});

describe("the trial of a rule", () => {
  const spot = (at: number, call: string, change: Partial<Heard> = {}): Heard => ({
    at: START - at * 60,
    spotter: "LU5QTN",
    frequencyHz: 14_025_000,
    call,
    remark: "",
    ...change,
  });

  test("says how often it would have called within a day, and for whom, by the log as it is now", async () => {
    const { open, context, logbookId } = await begin();
    const spots = [
      spot(1400, "P5QUZ"),
      spot(1399, "P5QUZ", { spotter: "W1QUA" }),
      spot(300, "P5QUZ", { frequencyHz: 7_005_000 }),
      spot(290, "3Y0QUZ"),
      spot(280, "DL1QTA"),
      spot(270, "CX3QUA"),
      spot(2000, "BS7QUZ"),
    ].sort((a, b) => a.at - b.at);
    keepSpots(context, spots);
    valueOf(
      logContact(context, logbookId, { call: "DL2QTA", startedAt: "2026-11-20T22:02:00Z", band: "20m", mode: "CW" }),
    );
    const { board } = open();
    const tryRule = async (input: object) =>
      valueOf(await tryAlertRule(context, board, logbookId, taken(alertChoicesSchema, { ways: ["page"], ...input })));
    const fresh = await tryRule({ brings: ["fresh"] });
    expect(fresh).toMatchObject({
      announcements: 6,
      since: new Date((START - 1400 * 60) * 1000).toISOString().replace(".000", ""),
      calls: 3,
      busiest: 2,
      busiestAt: new Date((START - 300 * 60) * 1000).toISOString().replace(".000", ""),
    });
    expect(fresh.newest.map(({ call, band }) => `${call} ${band}`)).toEqual(["3Y0QUZ 20m", "P5QUZ 40m", "P5QUZ 20m"]);
    expect((await tryRule({})).calls).toBe(4);
    expect((await tryRule({ brings: ["fresh"], once: "station" })).calls).toBe(3);
    expect((await tryRule({ calls: ["*1QTA"] })).newest.map(({ call }) => call)).toEqual(["DL1QTA"]);
    expect((await tryRule({ heardIn: ["NA"] })).calls).toBe(1);
    expect((await tryRule({ bands: ["10m"] })).calls).toBe(0);
    expect(await tryAlertRule(context, board, 99, taken(alertChoicesSchema, { ways: ["page"] }))).toMatchObject({
      ok: false,
    });
  });

  test("calls for a station on a band not twice within a quarter of an hour, as rules do", async () => {
    const { open, context, logbookId } = await begin();
    // Before and after a full hour, which another call is for.
    keepSpots(context, [
      spot(61, "P5QUZ"),
      spot(59, "P5QUZ"),
      spot(50, "P5QUZ", { frequencyHz: 7_005_000 }),
      spot(40, "P5QUZ"),
    ]);
    const { board } = open();
    const rule = taken(alertChoicesSchema, { ways: ["page"], once: "hour" });
    const trial = valueOf(await tryAlertRule(context, board, logbookId, rule));
    expect(trial.newest.map(({ at, band }) => `${at.slice(11, 16)} ${band}`)).toEqual([
      "21:20 20m",
      "21:10 40m",
      "20:59 20m",
    ]);
  });

  test("of thousands lets others have their turn", async () => {
    const { open, context, logbookId } = await begin();
    const many = Array.from({ length: 6000 }, (_, at) =>
      spot(
        1000 - at / 10,
        `DL${at % 10}Q${String.fromCharCode(65 + (at % 26))}${String.fromCharCode(65 + (Math.floor(at / 26) % 26))}`,
        {
          at: START - 60_000 + at * 10,
          frequencyHz: 14_000_000 + (at % 300) * 1000,
        },
      ),
    );
    keepSpots(context, many);
    const { board } = open();
    let turns = 0;
    const turn = () => void (turns++, (timer = setImmediate(turn)));
    let timer = setImmediate(turn);
    const trial = valueOf(await tryAlertRule(context, board, logbookId, taken(alertChoicesSchema, { ways: ["page"] })));
    clearImmediate(timer);
    expect(trial.announcements).toBe(6000);
    expect(trial.busiest).toBeGreaterThan(MOST_AN_HOUR);
    expect(turns).toBeGreaterThan(3);
  });
});

test.each([
  [{ ways: [] }, "ways", "choose a way"],
  [{ calls: ["*"] }, "calls.0", "P5QUZ"],
  [{ calls: ["<b>"] }, "calls.0", "P5QUZ"],
  [{ bands: ["21m"] }, "bands.0", "a band"],
  [{ heardIn: ["Farol"] }, "heardIn.0", "a continent"],
  [{ quiet: { from: "22:00", to: "22:00", zone: "UTC" } }, "quiet.to", "another time"],
  [{ quiet: { from: "22", to: "7:00", zone: "UTC" } }, "quiet.from", "22:00"],
  [{ quiet: { from: "22:00", to: "07:00", zone: "Farol/Cabo" } }, "quiet.zone", "America/Montevideo"],
])("a choice that is none is refused with its place: %j", (change, path, text) => {
  const { error } = alertChoicesSchema.safeParse({ ways: ["page"], ...change });
  expect(error?.issues[0]).toMatchObject({
    path: path.split(".").map((part) => (/^\d+$/.test(part) ? Number(part) : part)),
  });
  expect(error?.issues[0]?.message).toContain(text);
});
