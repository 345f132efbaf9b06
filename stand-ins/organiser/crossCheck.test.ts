import { type LogLine, writeCabrillo } from "../../src/core/cabrillo";
import { SHIPPED_CONTESTS } from "../../src/core/contest";
import { columnsFor, wordsFault } from "./contests";
import { crossCheck } from "./crossCheck";
import { gatherEntrants } from "./entrants";
import { readLog } from "./readLog";

/** Without an air all entrants are invented. */
const theirLogs = gatherEntrants();
const AT = Date.parse("2026-10-15T22:00:00Z") / 1000;

const line = (index: number, change: Partial<LogLine> = {}): LogLine => ({
  frequencyHz: null,
  band: "20m",
  mode: "CW",
  startedAt: AT + index * 60,
  ownCall: "CX3QUA",
  sent: ["599", String(index)],
  call: `DL${index % 10}QT${String.fromCharCode(65 + (index % 26))}`,
  received: ["599", String(index + 100)],
  transmitter: null,
  ...change,
});

const written = (tag: string, lines: readonly LogLine[], claimed = 0) =>
  [
    ...writeCabrillo(
      [
        ["CONTEST", tag],
        ["CALLSIGN", "CX3QUA"],
        ["CLAIMED-SCORE", String(claimed)],
      ],
      lines,
    ),
  ].join("");

test("a log is compared with those of the other entrants, the same way every time; what does not agree is taken off", () => {
  const log = written(
    "OWN-CONTEST",
    Array.from({ length: 400 }, (_, index) => line(index)),
    4000,
  );
  const report = crossCheck(log, theirLogs);
  const kinds = ["has no such contact", "logged CX3QUX and not CX3QUA", "sent 00, and"];
  for (const kind of kinds) expect(report.findings.some(({ text }) => text.includes(kind))).toBe(true);
  expect(report.findings.length).toBeLessThan(40);
  // Of a contest of one's own the organiser has no rules: each contact is as much as another.
  expect(report.findings.every(({ lost }) => lost === null)).toBe(true);
  expect(report.score).toBe(Math.round((4000 * (400 - report.findings.length)) / 400));
  expect(crossCheck(log, theirLogs)).toEqual(report);
  expect(crossCheck("", theirLogs).score).toBe(0);
});

test("what a contact loses is told, and comes to the difference; a claimed score that does not follow is told", () => {
  const lines = Array.from({ length: 200 }, (_, index) => line(index));
  const first = crossCheck(written("SUDESTADA-PREFIX", lines, 1), theirLogs);
  const [, before] = /The log comes to (\d+), and 1 were claimed/.exec(first.text) ?? [];
  // 200 minutes, calls of ten areas and 26 letters: 130 stations, each 4 points, the others are duplicates; ten prefixes.
  expect(Number(before)).toBe(130 * 4 * 10);
  const report = crossCheck(written("SUDESTADA-PREFIX", lines, Number(before)), theirLogs);
  expect(report.text).not.toContain("claimed");
  const lost = report.findings.reduce((sum, finding) => sum + finding.lost!, 0);
  expect(report.score).toBe(Number(before) - lost);
  expect(report.findings[0]).toMatchObject({ band: "20m", call: expect.stringMatching(/^DL/) as string });
});

test("what is wrong costs more where the contest says so", () => {
  const at = Date.parse("2026-04-17T15:10:00Z") / 1000;
  const one = { sent: ["599", "MA"], call: "DL1QTA", received: ["599", "14"], startedAt: at };
  const wrong = line(0, { ...one, call: "DL2QTA", received: ["599", "99"], startedAt: at + 60 });
  const log = written("CUCHILLA-MOBILE", [line(0, one), wrong], 2);
  // Of two contacts of a point the wrong one brings no zone; it is taken off, and six more.
  const report = crossCheck(log, theirLogs);
  expect(report.findings.map(({ call, lost }) => [call, lost])).toEqual([["DL2QTA", 1 + 6]]);
  expect(report.score).toBe(1 - 6);
});

test.each<[string, LogLine, string | null]>([
  [
    "CAMALOTE-RTTY",
    line(0, { mode: "RTTY", sent: ["599", "13", "MO"], call: "W5QUA", received: ["599", "04", "TX"] }),
    null,
  ],
  [
    "CAMALOTE-RTTY",
    line(0, { mode: "RTTY", sent: ["599", "13", "MO"], call: "W5QUA", received: ["599", "TX", "04"] }),
    "what W5QUA sent is not in its place: TX is no zone",
  ],
  [
    "CAMALOTE-RTTY",
    line(0, { mode: "RTTY", sent: ["599", "13", "MO"], call: "W5QUA", received: ["599", "04"] }),
    "what W5QUA sent is not in its place: the state is missing",
  ],
  [
    "OMBU-ZONE",
    line(0, { call: "DL1QTA", received: ["599", "599"] }),
    "what DL1QTA sent is not in its place: 599 is no zone",
  ],
  ["FIRST-WIRE", line(0, { call: "DL1QTA", received: ["599", "1987"] }), null],
  [
    "BANADO-GRID",
    line(0, { band: "2m", sent: ["59", "1", "GF35CO"], call: "DL1QTA", received: ["59", "GF25AA", "7"] }),
    "what DL1QTA sent is not in its place: GF25AA is no serial",
  ],
])("in %s a word in another's column is found", (tag, one, said) => {
  const found = crossCheck(written(tag, [one]), theirLogs).findings.map(({ text }) => text);
  if (said === null) expect(found.filter((text) => text.includes("in its place"))).toEqual([]);
  else expect(found).toEqual([said]);
});

test("the organiser's columns are those of the contests that ship", () => {
  for (const { tag } of SHIPPED_CONTESTS) expect(columnsFor(tag, "DL1QTA")).not.toBeNull();
  expect(columnsFor("OWN-CONTEST", "DL1QTA")).toBeNull();
  const withState = ["W5QUA", "K1QRA", "AA5QRA", "VE3QRA", "LU2QSA", "PY2QRA", "CX1QRA"];
  for (const call of withState) expect(columnsFor("CAMALOTE-RTTY", call)).toHaveLength(3);
  for (const call of ["KH6QRA", "KP4QRA", "KL7QRA", "DL1QTA", "VK2QRA"])
    expect(columnsFor("CAMALOTE-RTTY", call)).toHaveLength(2);
  expect(wordsFault(["report", "serial"], ["599", "7", "1"])).toBeNull();
  expect(wordsFault(["report", "serial"], ["599", "7", "XYZ"])).toBe("XYZ is more than is exchanged");
});

test("logs are read without the application's own reader", () => {
  const read = readLog(
    [
      "START-OF-LOG: 3.0",
      "CALLSIGN: CX3QUA",
      "QSO: 144 PH 2026-10-15 2200 CX3QUA 59 001 GF35CO LU/DL1QTA/P 59 012 GF05BK 0",
      "X-QSO: 14025 CW 2026-10-15 2201 CX3QUA 599 13 MO W5QUA 599 04 TX",
      "QSO: 14025 CW 2026-13-15 2201 CX3QUA 599 13 W5QUA 599 04",
      "QSO: 99 CW 2026-10-15 2201 CX3QUA 599 13 W5QUA 599 04",
      "QSO: 14025 CW 2026-10-15 2201 CX3QUA 599 13",
      "END-OF-LOG:",
      "QSO: 14025 CW 2026-10-15 2203 CX3QUA 599 13 W5QUA 599 04",
    ].join("\r\n"),
  );
  expect(read.lines.map(({ call, received, band, withdrawn }) => [call, received.join(" "), band, withdrawn])).toEqual([
    ["LU/DL1QTA/P", "59 012 GF05BK 0", "2m", false],
    ["W5QUA", "599 04 TX", "20m", true],
  ]);
  expect(read.faults).toEqual([
    { line: 5, text: "2026-13-15 2201 is no time" },
    { line: 6, text: "99 is no frequency" },
    { line: 7, text: "the two calls cannot be told" },
    { line: 9, text: "it stands behind the end of the log" },
  ]);
});
