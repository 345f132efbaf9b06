import { type CheckedContact, checkLog, exchangeDoubts } from "./check";
import { soundRules } from "./checkRules";
import { createScoreboard } from "./score";
import { periodAt } from "./period";
import { SHIPPED_CONTESTS } from "./shipped";
import { stationByCall } from "./station";
import { testContact } from "./testing";
import type { Category, Rules } from "./rules";

const [dash, zones] = SHIPPED_CONTESTS as [Rules, Rules];
const START = Date.parse("2026-01-01T00:00:00Z") / 1000;
const SINGLE: Category = { operator: "SINGLE-OP", assisted: "ASSISTED", band: "ALL", mode: "CW", power: "LOW" };

/** Findings of a log, from lines "minute call band sent received" as "kind call: text". */
function found(rules: Rules, lines: readonly string[], category = SINGLE, known: readonly string[] = []): string[] {
  return weighed(rules, lines, category, known).map(([, text]) => text);
}

/** The same with how likely each is, those likeliest first. */
function weighed(
  rules: Rules,
  lines: readonly string[],
  category = SINGLE,
  known: readonly string[] = [],
  more: Partial<CheckedContact> & { listed?: readonly string[] } = {},
): [weight: number, text: string][] {
  const { listed, ...facts } = more;
  const period = periodAt(rules, START)!;
  const contacts = lines.map((line, id) => {
    const [minute = "0", call = "", band = "", sent = "", received = "", transmitter] = line.split(" ");
    const startedAt = period.from + Number(minute) * 60;
    const isSerial = rules === dash;
    return testContact(call, startedAt, {
      id,
      band,
      serialSent: sent === "-" ? null : Number(sent),
      serialReceived: isSerial && received !== "" ? Number(received) : null,
      exchangeReceived: isSerial ? null : received,
      transmitter: transmitter === undefined ? null : Number(transmitter),
      ...facts,
    });
  });
  const board = createScoreboard(rules, {
    ...stationByCall("CX3QUA", START),
    grid: null,
    period,
    power: 100,
    bonuses: [],
    category: null,
    sent: {},
  });
  for (const contact of contacts) board.put(contact);
  const calls = {
    worked: new Map(known.map((call) => [call, 1])),
    listed: (call: string) => (listed === undefined ? null : listed.includes(call)),
  };
  return checkLog(rules, board, contacts, category, calls).map(({ kind, contactId, text, weight }) => [
    weight,
    `${kind} ${contacts[contactId]!.call}: ${text}`,
  ]);
}

it("finds nothing in a sound log", () => {
  expect(found(dash, ["0 LU2QSA 20m 1 7", "1 DL1QTA 20m 2 9", "5 LU2QSA 40m 3 12"])).toEqual([]);
});

it("finds calls one letter off, of those worked more often and those known from the log", () => {
  expect(
    found(dash, ["0 LU2QSA 20m 1 7", "1 LU2QSA 40m 2 9", "2 LU2QSB 20m 3 1", "3 W1QUA 20m 4 1"], SINGLE, [
      "W1QU",
      "LU2QSB",
    ]),
  ).toEqual(["call W1QUA: W1QUA is one letter off W1QU, a known call."]);
});

/** How likely the call of the last line is one letter off, and what is said for it. */
function doubt(
  rules: Rules,
  lines: readonly string[],
  ...more: [(readonly string[])?, Parameters<typeof weighed>[4]?]
) {
  const call = lines.at(-1)!.split(" ")[1]!;
  const of = weighed(rules, lines, SINGLE, ...more).filter(([, text]) => text.startsWith(`call ${call}`));
  return of.length === 0 ? { weight: 0, text: "" } : { weight: of[0]![0], text: of[0]![1] };
}

const oddsOf = (weight: number) => weight / (1 - weight);

it("weighs a call one letter off against the other, by all that is known", () => {
  const twice = ["0 LU2QSA 20m 1 7", "30 LU2QSA 40m 2 40"];
  const fits = doubt(dash, [...twice, "60 LU2QSB 15m 3 75"]);
  expect(fits.text).toBe(
    "call LU2QSB: LU2QSB is one letter off LU2QSA, worked 2 times. For LU2QSA: serial 75 fits among its own.",
  );
  expect(fits.weight).toBeGreaterThan(0.5);
  // Its serial goes back; it was elsewhere at that time; a directory lists it; it was worked on that band before.
  expect(doubt(dash, [...twice, "60 LU2QSB 15m 3 12"]).weight).toBeLessThan(0.2);
  expect(doubt(dash, [...twice, "31 LU2QSB 15m 3 42"]).weight).toBeLessThan(0.5);
  expect(doubt(dash, [...twice, "60 LU2QSB 15m 3 75"], [], { listed: ["LU2QSB", "LU2QSA"] }).weight).toBeLessThan(0.5);
  expect(doubt(dash, [...twice, "60 LU2QSB 20m 3 75"]).weight).toBeLessThan(fits.weight);
  // Only the other is listed; it was worked before this contest; nobody has such calls.
  const unlisted = doubt(dash, [...twice, "60 LU2QSB 15m 3 75"], [], { listed: ["LU2QSA"] });
  expect(oddsOf(unlisted.weight) / oddsOf(fits.weight)).toBeCloseTo(4);
  expect(unlisted.text).toContain("the directory lists it, and not LU2QSB");
  expect(doubt(dash, [...twice, "60 LU2QSB 15m 3 75"], ["LU2QSB"]).weight).toBe(0);
  // Where every call has neighbours, one more tells nothing.
  const dense = Array.from({ length: 12 }, (_, index) => `LU2QT${String.fromCharCode(65 + index)}`);
  expect(doubt(dash, ["0 LU2QTZ 20m 1 7"], dense).weight).toBeLessThan(0.1);
});

it("believes a zone more than a letter", () => {
  const lines = ["0 W1QUZ 20m - 05", "30 W1QUZ 40m - 05", "60 W6QUZ 15m - 05"];
  const own = doubt(zones, lines);
  expect(own.text).toBe("call W6QUZ: W6QUZ is one letter off W1QUZ, worked 2 times. For W1QUZ: Zone 05 is its own.");
  expect(own.weight).toBeGreaterThan(0.8);
  expect(oddsOf(own.weight) / oddsOf(doubt(zones, [...lines.slice(0, 2), "60 W6QUZ 15m - 03"]).weight)).toBeCloseTo(10);
});

it("knows a zone by the state, and which zones an entity has", () => {
  const camalote = SHIPPED_CONTESTS.find(({ tag }) => tag === "CAMALOTE-RTTY")!;
  const rtty = { mode: "RTTY", modeGroup: "digital" as const };
  const check = (line: string, words: string) =>
    weighed(camalote, [`${line} 20m - `], { ...SINGLE, mode: "RTTY" }, [], { ...rtty, exchangeReceived: words });
  // Illinois is in zone 4, whatever the call; without its state a W1 may have moved there.
  expect(check("0 W1QUZ", "04 IL")).toEqual([]);
  expect(check("0 W1QUZ", "05 IL")).toEqual([[0.9, "zone W1QUZ: Zone 05 was logged; Illinois is in zone 4."]]);
  const [missing, moved] = check("0 W1QUZ", "04");
  expect(missing![1]).toContain("State is missing");
  expect(moved).toEqual([0.3, "zone W1QUZ: Zone 04 was logged; United States is in zone 5."]);
  expect(check("0 W1QUZ", "14 IL")).toEqual([[0.9, "zone W1QUZ: Zone 14 was logged; Illinois is in zone 4."]]);
  expect(exchangeDoubts(camalote, "states", { zone: "04", state: "IL" }, "W1QUZ", START, null)).toEqual([]);
});

it("holds against zones only what was read as one, and takes no zone for a state", () => {
  const clubs = soundRules({
    ...zones,
    format: "ypsiloid-contest/2",
    lists: { clubs: [{ code: "FAROL", name: "Club of the lighthouse" }] },
    exchange: { all: [{ id: "zone", label: "Zone or club", type: "cqZone", or: [{ type: "list", list: "clubs" }] }] },
  });
  const single = { operator: "SINGLE-OP", band: "ALL", power: "LOW" };
  expect(found(clubs, ["0 DL1QTA 20m - FAROL"], single)).toEqual([]);
  expect(found(clubs, ["0 DL1QTA 20m - 20"], single)).toEqual([
    "zone DL1QTA: Zone or club 20 was logged; Germany is in zone 14.",
  ]);
  expect(exchangeDoubts(clubs, "outside", { zone: "FAROL" }, "DL1QTA", START, null)).toEqual([]);
  // A department is no zone; a zone of who sends one is held against its call.
  const round = SHIPPED_CONTESTS.find(({ tag }) => tag === "CUCHILLA-MOBILE")!;
  const mobile = { operator: "SINGLE-OP", station: "FIXED", power: "LOW" };
  const check = (call: string, where: string) => found(round, [`0 ${call} 40m - ${where}`], mobile);
  expect(check("CX1QRA", "MO")).toEqual([]);
  expect(check("DL1QTA", "14")).toEqual([]);
  expect(check("DL1QTA", "20")).toEqual(["zone DL1QTA: Department or zone 20 was logged; Germany is in zone 14."]);
});

it("finds calls that nobody has, and more power than the category's", () => {
  expect(weighed(dash, ["0 1X4QTA 20m 1 7"])).toEqual([
    [0.9, "call 1X4QTA: No calls that begin as 1X4QTA are allocated to anybody."],
  ]);
  const lines = ["0 LU2QSA 20m 1 7", "1 DL1QTA 20m 2 9", "2 OK1QTA 20m 3 9"];
  expect(found(dash, lines)).toEqual([]);
  expect(weighed(dash, lines, SINGLE, [], { power: 400 })).toEqual([
    [0.95, "category LU2QSA: With 400 W, as in 2 other contacts, and the category is LOW: at most 100 W."],
  ]);
  expect(weighed(dash, lines, { ...SINGLE, power: "HIGH" }, [], { power: 400 })).toEqual([]);
  expect(weighed(dash, lines, { ...SINGLE, power: "QRP" }, [], { power: 5 })).toEqual([]);
});

it("finds serials sent twice, out of order, and received that go back", () => {
  expect(
    found(dash, ["0 LU2QSA 20m 1 7", "1 DL1QTA 20m 1 9", "2 W6QUZ 20m 5 1", "3 JA1QTX 20m 4 1", "4 DL1QTA 40m 6 8"]),
  ).toEqual([
    "serial DL1QTA: Serial 1 was also sent to LU2QSA.",
    "serial DL1QTA: DL1QTA sent 8 here and 9 before, on 20 m.",
    "serial JA1QTX: Serial 4 was sent after 5, to W6QUZ.",
  ]);
});

it("finds zones against the call, and parts that contradict another band's", () => {
  const zone = { operator: "SINGLE-OP", band: "20M", power: "LOW" };
  expect(found(zones, ["0 DL1QTA 20m - 14", "1 DL1QTA 20m - 14", "2 DL1QTA 40m - 15"], zone)).toEqual([
    "category DL1QTA: On 40 m, and the category is 20M.",
    "zone DL1QTA: Zone 15 was logged; Germany is in zone 14.",
    "exchange DL1QTA: Zone 15 was logged, and 14 on 20 m.",
  ]);
});

it("finds what is outside the period, or missing, and limits of time and of band changes", () => {
  expect(found(dash, ["-5 LU2QSA 20m 1 7", "1 DL1QTA 20m 2"])).toEqual([
    "period LU2QSA: Before the start.",
    "missing DL1QTA: Serial is missing or has no known form.",
  ]);
  const hourly = Array.from(
    { length: 30 * 2 },
    (_, half) => `${half * 30} DL${half % 10}QT${String.fromCharCode(65 + (half % 26))} 20m ${half + 1} 1`,
  );
  expect(found(dash, hourly).filter((text) => text.startsWith("offTime"))).toEqual([
    "offTime DL5QTT: Here the operating time passes the 22 hours of the category.",
  ]);
  const changing = Array.from(
    { length: 10 },
    (_, index) =>
      `${index} W${index % 10}QU${String.fromCharCode(75 + index)} ${index % 2 === 0 ? "20m" : "40m"} ${index + 1} 1`,
  );
  expect(
    found(dash, changing, { ...SINGLE, operator: "MULTI-OP" }).filter((text) => text.startsWith("bandChange")),
  ).toEqual([expect.stringContaining("Band change 9 of this hour; 8 are allowed.")]);
  // Two transmitters that stay on their bands change none.
  const two = changing.map((line, index) => `${line} ${index % 2}`);
  expect(found(dash, two, { ...SINGLE, operator: "MULTI-OP" })).toEqual([]);
});

it("holds the transmitters against the category", () => {
  const lines = ["0 LU2QSA 20m 1 7 0", "1 DL1QTA 20m 2 9 1", "2 OK1QTA 20m 3 9"];
  const one: Category = { ...SINGLE, operator: "MULTI-OP", transmitter: "ONE" };
  expect(found(dash, lines, one)).toEqual(["category DL1QTA: By transmitter 1, and the category has one."]);
  expect(found(dash, lines, { ...one, transmitter: "TWO" })).toEqual([]);
});

it("finds two signals on one band", () => {
  const two: Category = { ...SINGLE, operator: "MULTI-OP", transmitter: "TWO" };
  expect(weighed(dash, ["0 LU2QSA 20m 1 7 0", "0.5 DL1QTA 20m 2 9 1", "0.6 OK1QTA 40m 3 9 1"], two)).toEqual([
    [0.6, "category DL1QTA: By transmitter 1 on 20 m, where transmitter 0 worked LU2QSA within the minute."],
  ]);
  expect(weighed(dash, ["0 LU2QSA 20m 1 7 0", "1 DL1QTA 20m 2 9 1", "1.5 OK1QTA 20m 3 9 1"], two)).toEqual([]);
});

it("doubts what is typed", () => {
  expect(exchangeDoubts(zones, "outside", { zone: "20" }, "DL1QTA", START, null)).toEqual([
    { field: "zone", text: "Germany is in zone 14" },
  ]);
  expect(exchangeDoubts(dash, "outside", { serial: "7" }, "DL1QTA", START, 9)).toEqual([
    { field: "serial", text: "DL1QTA sent 9 before" },
  ]);
});
