import { type LogLine, writeCabrillo } from "../../src/core/cabrillo";
import { crossCheck } from "./crossCheck";

it("compares a log with those of the other entrants, the same way every time, and takes off what does not agree", () => {
  const line = (index: number): LogLine => ({
    frequencyHz: null,
    band: "20m",
    mode: "CW",
    startedAt: 1_790_000_000 + index * 60,
    ownCall: "CX3QUA",
    sent: ["599", String(index)],
    call: `DL${index % 10}QT${String.fromCharCode(65 + (index % 26))}`,
    received: ["599", String(index + 100)],
    transmitter: null,
  });
  const log = [
    ...writeCabrillo(
      [["CLAIMED-SCORE", "4000"]],
      Array.from({ length: 400 }, (_, index) => line(index)),
    ),
  ].join("");
  const report = crossCheck(log);
  const kinds = ["has no such contact", "logged CX3QUX and not CX3QUA", "sent 00, and"];
  for (const kind of kinds) expect(report.findings.some(({ text }) => text.includes(kind))).toBe(true);
  expect(report.findings.length).toBeLessThan(40);
  expect(report.score).toBe(Math.round((4000 * (400 - report.findings.length)) / 400));
  expect(crossCheck(log)).toEqual(report);
  expect(crossCheck("").score).toBe(0);
});

it("reads a log whose entrant sends more than the others do", () => {
  const line: LogLine = {
    frequencyHz: null,
    band: "20m",
    mode: "RTTY",
    startedAt: 1_790_000_000,
    ownCall: "CX3QUA",
    sent: ["599", "13", "MO"],
    call: "DL1QTA",
    received: ["599", "14"],
    transmitter: null,
  };
  const header = [
    ["CONTEST", "CAMALOTE-RTTY"],
    ["CALLSIGN", "CX3QUA"],
  ] as const;
  const log = [...writeCabrillo(header, [line, { ...line, call: "LU2QSA", received: ["599", "13", "B"] }])].join("");
  expect(crossCheck(log).text).toContain("of 2 contacts");
});
