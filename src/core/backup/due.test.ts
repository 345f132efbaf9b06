import { type Every, EVERY, isDue, isOld } from "./due";

const NOW = Date.UTC(2026, 10, 28, 12) / 1000;

test.each(Object.keys(EVERY) as Every[])(
  "what is made every %s is due after that, and missed after twice that",
  (every) => {
    const seconds = EVERY[every];
    if (seconds === null) {
      expect([isDue(every, null, NOW), isOld(every, NOW - 1e9, NOW)]).toEqual([false, false]);
      return;
    }
    expect([isDue(every, null, NOW), isOld(every, null, NOW)]).toEqual([true, true]);
    expect([isDue(every, NOW - seconds + 1, NOW), isDue(every, NOW - seconds, NOW)]).toEqual([false, true]);
    expect([isOld(every, NOW - 2 * seconds + 1, NOW), isOld(every, NOW - 2 * seconds, NOW)]).toEqual([false, true]);
    // The clock was ahead when it was made.
    expect(isDue(every, NOW + 1e6, NOW)).toBe(true);
  },
);
