import fc from "fast-check";
import { CONFIRM_TOLERANCE, secondsOf } from "../contact";
import { CAUSES, groupMisses, missOf, missText, type OurContact, type Told } from "./miss";

const at = secondsOf("2026-11-20T12:00:00Z");
const HOUR = 3600;
const ours: OurContact = {
  id: 1,
  call: "W7QUD",
  baseCall: "W7QUD",
  ownCall: "CX3QUA",
  band: "40m",
  mode: "CW",
  modeGroup: "CW",
  startedAt: at,
  isConfirmed: false,
};
const told: Told = {
  call: "W7QUD",
  baseCall: "W7QUD",
  ownCall: "CX3QUA",
  band: "40m",
  mode: "CW",
  modeGroup: "CW",
  startedAt: at,
};
const misheard: OurContact = { ...ours, id: 2, call: "W7QUE", baseCall: "W7QUE" };

test.each<[string, Partial<Told>, OurContact[], OurContact[], string, string]>([
  ["nothing any more", { startedAt: at + CONFIRM_TOLERANCE }, [ours], [], "met", "it meets a contact now"],
  [
    "that it is confirmed",
    {},
    [{ ...ours, isConfirmed: true }],
    [],
    "confirmed",
    "the contact that they mean is confirmed already",
  ],
  ["the band", { band: "15m" }, [ours], [], "band", "they say 15 m, your log says 40 m"],
  ["the mode", { mode: "SSB", modeGroup: "voice" }, [ours], [], "mode", "they say SSB, your log says CW"],
  ["a clock, theirs later", { startedAt: at + 62 * 60 }, [ours], [], "time", "their time is 1 h 2 min after yours"],
  ["a clock, theirs earlier", { startedAt: at - 45 * 60 }, [ours], [], "time", "their time is 45 min before yours"],
  ["our own call", { ownCall: "CX8QSB" }, [ours], [], "own call", "they worked CX8QSB, your log says CX3QUA"],
  ["a letter of their call", {}, [], [misheard], "call", "your log says W7QUE"],
  [
    "that there is no such contact",
    {},
    [],
    [{ ...misheard, band: "20m" }],
    "none",
    "no contact with W7QUD in this log",
  ],
  [
    "a letter of a contact that another confirmed",
    {},
    [],
    [{ ...misheard, isConfirmed: true }],
    "none",
    "no contact with W7QUD in this log",
  ],
  [
    "two things",
    { band: "15m", startedAt: at + HOUR },
    [ours],
    [],
    "several",
    "they say 15 m, your log says 40 m; their time is 1 h after yours",
  ],
  ["days", { startedAt: at + 5 * 24 * HOUR }, [ours], [], "none", "their time is 5 days after yours"],
  [
    "days, where another contact has a call like it then",
    { startedAt: at + 5 * 24 * HOUR },
    [ours],
    [{ ...misheard, startedAt: at + 5 * 24 * HOUR }],
    "call",
    "your log says W7QUE",
  ],
])("what keeps a statement from its twin: %s", (_, change, withStation, atThatTime, cause, text) => {
  const one = { ...told, ...change };
  const miss = missOf(one, withStation, atThatTime);
  expect([miss.cause, missText(one, miss)]).toEqual([cause, text]);
});

test("of an own call that is not said any will do", () => {
  expect(missOf({ ...told, ownCall: null }, [ours], []).cause).toBe("met");
  expect(missOf(told, [{ ...ours, ownCall: null }], []).cause).toBe("met");
  expect(missOf({ ...told, ownCall: "CX3QUA/P" }, [ours], []).cause).toBe("met");
});

const contactAt = (call: string, startedAt: number, id = 0): OurContact => ({
  ...ours,
  id,
  call,
  baseCall: call,
  startedAt,
});
const missed = (call: string, startedAt: number, apart: number) => {
  const one = { ...told, call, baseCall: call, startedAt: startedAt + apart };
  return { told: one, miss: missOf(one, [contactAt(call, startedAt)], []) };
};

test("many that are an hour off on one day are one group, which asks for the clock and is mended at once", () => {
  const day = secondsOf("2026-05-04T10:00:00Z");
  const misses = ["DL1QTA", "OY4QSA", "W7QUD", "ZS6QSA"].map((call, index) =>
    missed(call, day + index * 600, HOUR + index * 60),
  );
  const [group, ...others] = groupMisses([...misses, missed("PY2QSB", day, -2 * HOUR)]);
  expect(group).toMatchObject({
    cause: "time",
    text: "their time is about 1 h after yours, by 4 contacts: was your clock wrong on 2026-05-04?",
    mend: { do: "shift", seconds: HOUR },
  });
  expect(group!.items.map(({ mend }) => mend)).toEqual(
    [0, 1, 2, 3].map((minute) => ({ do: "shift", seconds: HOUR + minute * 60 })),
  );
  expect(others.map(({ text }) => text)).toEqual(["their time is about 2 h before yours"]);
});

test("one station that is off on several days has its own clock to blame", () => {
  const misses = [0, 1, 2].map((day) => missed("DL1QTA", at + day * 24 * HOUR, HOUR));
  expect(groupMisses(misses)).toMatchObject([{ text: "their time is about 1 h after yours", mend: null }]);
});

test("each is in one group, and its mend, done to our contact, has it met", () => {
  const one = fc.record({
    apart: fc.integer({ min: -86_000, max: 86_000 }),
    band: fc.constantFrom("40m", "15m"),
    mode: fc.constantFrom(["CW", "CW"], ["SSB", "voice"]),
    ownCall: fc.constantFrom("CX3QUA", "CX8QSB", null),
    call: fc.constantFrom("W7QUD", "W7QUE"),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), (all) => {
      const misses = all.map(({ apart, band, mode: [mode, modeGroup], ownCall, call }) => {
        const statement = {
          ...told,
          band,
          mode: mode,
          modeGroup: modeGroup as Told["modeGroup"],
          ownCall,
          call,
          baseCall: call,
          startedAt: at + apart,
        };
        return { told: statement, miss: missOf(statement, call === "W7QUD" ? [ours] : [], [ours]) };
      });
      const groups = groupMisses(misses);
      expect(groups.reduce((sum, { items }) => sum + items.length, 0)).toBe(misses.length);
      expect(groups.map(({ cause }) => CAUSES.indexOf(cause))).toEqual(
        groups.map(({ cause }) => CAUSES.indexOf(cause)).sort((a, b) => a - b),
      );
      for (const { items } of groups)
        for (const { told: statement, miss, mend } of items) {
          if (mend === null) continue;
          const changed: OurContact =
            mend.do === "shift"
              ? { ...miss.nearest!, startedAt: miss.nearest!.startedAt + mend.seconds }
              : {
                  ...miss.nearest!,
                  [mend.field]: mend.value,
                  ...(mend.field === "call" && { baseCall: mend.value }),
                  ...(mend.field === "mode" && { modeGroup: statement.modeGroup }),
                };
          expect(missOf(statement, [changed], []).cause).toBe("met");
        }
    }),
  );
});
