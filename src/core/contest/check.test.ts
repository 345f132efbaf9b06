import { checkLog, exchangeDoubts } from "./check";
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
    });
  });
  const board = createScoreboard(rules, {
    ...stationByCall("CX3QUA", START),
    grid: null,
    period,
    power: 100,
    bonuses: [],
  });
  for (const contact of contacts) board.put(contact);
  return checkLog(rules, board, contacts, category, new Set(known)).map(
    ({ kind, contactId, text }) => `${kind} ${contacts[contactId]!.call}: ${text}`,
  );
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
  expect(found(dash, ["0 LU2QSA 20m 1 7", "1 LU2QSA 40m 2 9", "2 LU2QSB 20m 3 1"])).toEqual([
    "call LU2QSB: LU2QSB is one letter off LU2QSA, worked 2 times.",
  ]);
});

it("finds serials sent twice, out of order, and received that go back", () => {
  expect(
    found(dash, ["0 LU2QSA 20m 1 7", "1 DL1QTA 20m 1 9", "2 W6QUZ 20m 5 1", "3 JA1QTX 20m 4 1", "4 DL1QTA 40m 6 8"]),
  ).toEqual([
    "serial DL1QTA: Serial 1 was also sent to LU2QSA.",
    "serial JA1QTX: Serial 4 was sent after 5, to W6QUZ.",
    "serial DL1QTA: DL1QTA sent 8 here and 9 before, on 20 m.",
  ]);
});

it("finds zones against the call, and parts that contradict another band's", () => {
  const zone = { operator: "SINGLE-OP", band: "20M", power: "LOW" };
  expect(found(zones, ["0 DL1QTA 20m - 14", "1 DL1QTA 20m - 14", "2 DL1QTA 40m - 15"], zone)).toEqual([
    "zone DL1QTA: Zone 15 was logged; Germany is in zone 14.",
    "category DL1QTA: On 40 m, and the category is 20M.",
    "exchange DL1QTA: Zone 15 was logged, and 14 on 20 m.",
  ]);
});

it("finds what is outside the period, or missing, and limits of time and of band changes", () => {
  expect(found(dash, ["-5 LU2QSA 20m 1 7", "1 DL1QTA 20m 2"])).toEqual([
    "period LU2QSA: Does not count: before the start.",
    "missing DL1QTA: Serial is missing or has no known form.",
  ]);
  const hourly = Array.from(
    { length: 48 * 2 },
    (_, half) => `${half * 30} DL${half % 10}QT${String.fromCharCode(65 + (half % 26))} 20m ${half + 1} 1`,
  );
  expect(found(dash, hourly).filter((text) => text.startsWith("offTime"))).toEqual([
    "offTime DL3QTV: Here the operating time passes the 36 hours of the category.",
  ]);
  const changing = Array.from(
    { length: 12 },
    (_, index) =>
      `${index} W${index % 10}QU${String.fromCharCode(75 + index)} ${index % 2 === 0 ? "20m" : "40m"} ${index + 1} 1`,
  );
  expect(
    found(dash, changing, { ...SINGLE, operator: "MULTI-OP" }).filter((text) => text.startsWith("bandChange")),
  ).toEqual([expect.stringContaining("Band change 11 of this hour; 10 are allowed.")]);
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

it("doubts what is typed", () => {
  expect(exchangeDoubts(zones, "outside", { zone: "20" }, "DL1QTA", START, null)).toEqual([
    { field: "zone", text: "Germany is in zone 14" },
  ]);
  expect(exchangeDoubts(dash, "outside", { serial: "7" }, "DL1QTA", START, 9)).toEqual([
    { field: "serial", text: "DL1QTA sent 9 before" },
  ]);
});
