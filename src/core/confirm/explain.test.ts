import { secondsOf } from "../contact";
import { explainNoTwin } from ".";

const at = secondsOf("2026-11-20T12:00:00Z");
const ours = { baseCall: "W7QUD", band: "40m", modeGroup: "CW" as const, startedAt: at };
const theirs = { ...ours, call: "W7QUD" };

test.each([
  [{ ...theirs, band: "15m" }, "they say 15 m, your log says 40 m"],
  [{ ...theirs, modeGroup: "voice" as const }, "they say voice, your log says CW"],
  [{ ...theirs, startedAt: at + 62 * 60 }, "their time is 1 h 2 min after yours"],
  [{ ...theirs, startedAt: at - 45 * 60 }, "their time is 45 min before yours"],
  [{ ...theirs, baseCall: "W7QUE" }, "no contact with W7QUE in this log"],
  [
    { ...theirs, band: "15m", startedAt: at + 5 * 86_400 },
    "they say 15 m, your log says 40 m; their time is 5 days after yours",
  ],
])("what keeps a statement from its twin is said: %#", (statement, text) => {
  expect(explainNoTwin(statement, [ours])).toBe(text);
});
