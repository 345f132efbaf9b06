import { gatherLogs } from "../world/airLogs";
import { createAir } from "../world/air";
import type { LogEntry } from "../world/worldLog";
import { writeCabrillo } from "../../src/core/cabrillo";
import { crossCheck } from "./crossCheck";
import { gatherEntrants } from "./entrants";

const AT = Date.parse("2026-10-15T22:00:00Z") / 1000;
const TAG = "SUDESTADA-PREFIX";
const { operators } = createAir({ seed: 5, stations: 60, startsAt: AT - 600 });
const [{ call }] = operators as [(typeof operators)[number]];

const entry: LogEntry = {
  by: call,
  call: "CX3QUA",
  startedAt: AT + 60,
  band: "20m",
  frequencyHz: 14_025_000,
  mode: "CW",
  contest: TAG,
  sent: ["599", "017"],
  received: ["599", "001"],
  handedInAt: AT + 9000,
};

/** What is found in a log of one contact, where the station's log has these entries. */
function found(entries: readonly LogEntry[], received = "17", startedAt = AT) {
  const logs = gatherLogs(AT - 600, () => operators);
  const theirLogs = gatherEntrants(logs);
  entries.forEach(logs.wrote);
  const line = {
    frequencyHz: null,
    band: "20m",
    mode: "CW",
    startedAt,
    ownCall: "CX3QUA",
    sent: ["599", "1"],
    call,
    received: ["599", received],
    transmitter: null,
  };
  const log = [...writeCabrillo([["CONTEST", TAG]], [line])].join("");
  return crossCheck(log, theirLogs).findings.map(({ text }) => text);
}

test.each<[string, readonly LogEntry[], string | null]>([
  ["what agrees is well, whatever zeros are before a serial", [entry], null],
  ["what it sent is told", [{ ...entry, sent: ["599", "016"] }], `${call} sent 016, and 17 was logged`],
  ["a call that it misheard is told", [{ ...entry, call: "CX3QUW" }], `${call} logged CX3QUW and not CX3QUA`],
  ["a wrong band is no such contact", [{ ...entry, band: "40m" }], `${call} has no such contact in its log`],
  [
    "nor is a clock that is an hour off",
    [{ ...entry, startedAt: AT + 3600 }],
    `${call} has no such contact in its log`,
  ],
  ["who never hands in says nothing", [{ ...entry, band: "40m", handedInAt: null }], null],
  [
    "of several contacts the nearest one tells what was sent",
    [{ ...entry, startedAt: AT - 500, band: "15m", sent: ["599", "003"] }, entry],
    null,
  ],
])("a station of the air: %s", (_, entries, text) => expect(found(entries)).toEqual(text === null ? [] : [text]));

test("a contact of another contest is none of this one", () => {
  const [other] = found([{ ...entry, contest: "OMBU-ZONE" }]);
  expect([undefined, `${call} has no such contact in its log`]).toContain(other);
});

test("from before the air began nothing is known of its logs", () => {
  expect(found([{ ...entry, band: "40m" }], "17", AT - 7200)).not.toContain(`${call} sent 017, and 17 was logged`);
});
