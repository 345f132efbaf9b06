import { isoTime } from "../../src/core/contact";
import { createAir } from "../world/air";
import { gatherLogs, isOfAir } from "../world/airLogs";
import type { LogEntry } from "../world/worldLog";
import { openArchive } from "./archive";
import { statementFrom } from "../world/handIns";

const START = Date.UTC(2026, 10, 26, 20) / 1000;
const air = createAir({ seed: 5, stations: 60, startsAt: START });
const logs = gatherLogs(START, () => air.operators);
const [station] = air.operators;
const ours = new Set(["CX3QUA"]);
const contact = {
  id: 1,
  ownCall: "CX3QUA",
  call: station!.call,
  startedAt: isoTime(START + 60),
  band: "20m",
  mode: "CW",
};
const entry: LogEntry = {
  by: station!.call,
  call: "CX3QUA",
  startedAt: START + 60,
  band: "20m",
  frequencyHz: 14_025_000,
  mode: "CW",
  contest: null,
  sent: ["599"],
  received: ["599"],
  handedInAt: START + 3660,
};

test("what a station of the air has is told by its log, all else is invented", () => {
  expect(isOfAir(station!.call, START + 60, logs)).toBe(true);
  expect(isOfAir(`${station!.call}/P`, START + 60, logs)).toBe(true);
  expect(isOfAir(station!.call, START - 60, logs)).toBe(false);
  expect(isOfAir("P5QUZ", START + 60, logs)).toBe(false);
  expect(isOfAir(station!.call, START + 60, undefined)).toBe(false);
});

test("an entry comes to light when its station hands its log in, in the simulated time, if ever", () => {
  const statement = { ownCall: "CX3QUA", call: station!.call, startedAt: isoTime(START + 60), band: "20m", mode: "CW" };
  expect(statementFrom(entry, ours, START + 60, 10)).toEqual({ ...statement, delay: 10 });
  expect(statementFrom({ ...entry, handedInAt: null }, ours, START, 10)).toBeNull();
  expect(statementFrom({ ...entry, call: "CX3QUB" }, ours, START, 10)).toBeNull();
});

test("services hear of entries about stations from outside, and of no others", () => {
  const heard: LogEntry[] = [];
  logs.onGuest((one) => heard.push(one));
  logs.wrote(entry);
  logs.wrote({ ...entry, call: air.operators[1]!.call });
  expect(heard).toEqual([entry]);
  // Who comes later hears of what was before, and who has gone of nothing more.
  const later: LogEntry[] = [];
  logs.onGuest((one) => later.push(one))();
  logs.wrote({ ...entry, band: "40m" });
  expect(later).toEqual([entry]);
});

test("what was heard of is a statement from its time on, whether or not we have handed it in", () => {
  const archive = openArchive(":memory:");
  // The air tells all of its logs again after a break.
  for (const at of [60, 90]) archive.hear(statementFrom(entry, ours, START + 60, 10)!, START + at);
  expect(archive.since(0, 10, START + 69).statements).toEqual([]);
  expect(archive.since(0, 10, START + 71).statements).toMatchObject([{ call: station!.call, band: "20m" }]);
  expect(archive.take(contact, null, START + 80)).toBe(true);
  expect(archive.take(contact, null, START + 80)).toBe(false);
  expect(archive.count()).toBe(1);
  archive.close();
});
