import fc from "fast-check";
import {
  AFTER_CONTACT,
  dueAt,
  NEVER_BY_ITSELF,
  pausedUntil,
  SEND_TIMES,
  type SendingSoFar,
  type SendTimes,
  sendTimesSchema,
  sendTimesText,
} from "./sendTimes";

const at = (text: string) => Date.parse(`2026-11-${text}Z`) / 1000;
const NOON = at("23T12:00:00");
const soFar = { triedAt: null, changedAt: NOON, since: NOON, failures: 0 };
const times = (more: Partial<SendTimes>): SendTimes => ({ ...NEVER_BY_ITSELF, ...more });

test.each<[string, Partial<SendTimes>, Partial<SendingSoFar>, number | null]>([
  ["never", {}, {}, null],
  ["a while after a contact", { when: "contact" }, { changedAt: NOON + 7 }, NOON + 7 + AFTER_CONTACT],
  [
    "minutes after it began to watch",
    { when: "minutes", minutes: 30 },
    { triedAt: at("20T12:00:00") },
    at("23T12:30:00"),
  ],
  ["minutes after it was tried", { when: "minutes", minutes: 30 }, { triedAt: at("23T12:20:00") }, at("23T12:50:00")],
  ["later today", { when: "day", at: "18:30" }, {}, at("23T18:30:00")],
  ["tomorrow, where it is over today", { when: "day", at: "04:30" }, {}, at("24T04:30:00")],
  [
    "at once, where nobody watched when it was due",
    { when: "day", at: "04:30" },
    { triedAt: at("20T04:30:10") },
    at("21T04:30:00"),
  ],
])("what waits is sent %s", (_, when, more, due) => {
  expect(dueAt(times(when), { ...soFar, ...more })).toBe(due);
});

test("failures pause it, longer each time and at most an hour, whenever it would be due", () => {
  const after = (failures: number) => pausedUntil({ triedAt: NOON, failures })! - NOON;
  expect([1, 2, 3, 4, 5, 99].map(after)).toEqual([60, 300, 900, 3600, 3600, 3600]);
  expect(pausedUntil({ triedAt: NOON, failures: 0 })).toBeNull();
  for (const when of SEND_TIMES.filter((one) => one !== "never"))
    expect(dueAt(times({ when }), { ...soFar, triedAt: NOON, failures: 2 })).toBe(NOON + 300);
});

test("after it was tried it is due later, and no day is passed over", () => {
  const time = fc.integer({ min: 0, max: 4_000_000_000 });
  fc.assert(
    fc.property(time, fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }), (triedAt, hour, minute) => {
      const clock = [hour, minute].map((part) => String(part).padStart(2, "0")).join(":");
      const due = dueAt(times({ when: "day", at: clock }), { ...soFar, triedAt })!;
      expect(due - triedAt).toBeGreaterThan(0);
      expect(due - triedAt).toBeLessThanOrEqual(86_400);
      expect(new Date(due * 1000).toISOString().slice(11, 16)).toBe(clock);
    }),
  );
});

test.each([
  [{ when: "minutes", minutes: 1 }, "at least every 5 minutes"],
  [{ when: "day", at: "25:00" }, "write a time as in 04:30, in UTC"],
])("%j is refused in words", (given, text) => {
  expect(sendTimesSchema.safeParse(given).error?.issues[0]?.message).toBe(text);
});

test.each<[Partial<SendTimes>, string]>([
  [{}, "not by itself"],
  [{ ending: true }, "when the application ends"],
  [{ when: "contact" }, "after each contact"],
  [{ when: "minutes", minutes: 15, ending: true }, "every 15 min, and when the application ends"],
  [{ when: "day", at: "04:30" }, "each day at 04:30 UTC"],
])("%j in words", (given, text) => {
  expect(sendTimesText(times(given))).toBe(text);
});
