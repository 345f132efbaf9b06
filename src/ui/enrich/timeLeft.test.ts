import { timeLeft } from "./timeLeft";

test.each([
  // 100 stations in 10 s: 1700 more take 170 s.
  [{ at: 0, done: 200 }, { done: 300, total: 2000 }, 10_000, ", about 3 min left"],
  [{ at: 0, done: 0 }, { done: 1000, total: 30_000 }, 1_000_000, ", about 8 h 3 min left"],
  [{ at: 0, done: 0 }, { done: 1990, total: 2000 }, 100_000, ", less than a minute left"],
  [{ at: 0, done: 0 }, { done: 19, total: 2000 }, 10_000, ""],
  [{ at: 0, done: 0 }, { done: 500, total: null }, 10_000, ""],
  [{ at: 0, done: 0 }, { done: 500, total: 500 }, 10_000, ""],
])("since %j a job that is at %j", (since, progress, now, text) => expect(timeLeft(since, progress, now)).toBe(text));
