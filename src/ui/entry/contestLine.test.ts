import { partsOf, type Rules, SHIPPED_CONTESTS } from "@/core/contest";
import type { Entry } from "@/core/contract";
import { type ContestLine, isComplete, partDoubts, partKey, partValues, sharedOut } from "./contestLine";
import { type Draft, EMPTY_DRAFT } from "./draft";

const rulesOf = (tag: string): Rules => SHIPPED_CONTESTS.find((rules) => rules.tag === tag)!;

function lineOf(tag: string, side: string, more: Partial<ContestLine> = {}): ContestLine {
  const rules = rulesOf(tag);
  return {
    entry: { rules, period: { from: "2026-11-28T00:00:00Z", to: "2026-11-30T00:00:00Z" } } as Entry,
    side,
    parts: partsOf(rules, side),
    guesses: {},
    lastSerial: null,
    lastAt: null,
    sends: "",
    button: "Log it",
    take: () => true,
    cleared: () => {},
    post: () => Promise.resolve(null),
    ...more,
  };
}

const typed = (call: string, parts: Record<string, string>): Draft => ({
  ...EMPTY_DRAFT,
  call,
  startedAt: "2026-11-28T10:00:00Z",
  more: Object.fromEntries(Object.entries(parts).map(([id, text]) => [partKey(id), text])),
});

const field = lineOf("MAREAS-FIELD", "inside");

it("shares out what was typed in the wrong field, or all in one; what fits nowhere stays to be mended", () => {
  expect(sharedOut(field, typed("W1QUA", { class: "EMA", section: "2A" }), "CW").more).toMatchObject({
    "part:class": "2A",
    "part:section": "EMA",
  });
  expect(sharedOut(field, typed("W1QUA", { class: "EMA 2A" }), "CW").more).toMatchObject({
    "part:class": "2A",
    "part:section": "EMA",
  });
  expect(sharedOut(field, typed("W1QUA", { class: "2A XXQ" }), "CW").more).toMatchObject({
    "part:class": "2A",
    "part:section": "XXQ",
  });
  const sound = typed("W1QUA", { class: "2A" });
  expect(sharedOut(field, sound, "CW")).toBe(sound);
});

it("takes guesses for what is not typed, and the usual report", () => {
  const zones = lineOf("OMBU-ZONE", "outside", { guesses: { zone: { value: "14", from: "the call" } } });
  expect(partValues(zones, typed("DL1QTA", {}), "CW")).toEqual({ report: "599", zone: "14" });
  expect(partValues(zones, typed("DL1QTA", { zone: "5", report: "579" }), "CW")).toEqual({ report: "579", zone: "05" });
  expect([isComplete(zones, typed("DL1QTA", {})), isComplete(field, typed("W1QUA", { class: "2A" }))]).toEqual([
    true,
    false,
  ]);
});

it("doubts once what looks wrong: no such section, a zone against the call, a serial that goes back, the clock", () => {
  const texts = (line: ContestLine, draft: Draft) =>
    partDoubts(line, draft, "CW").map(({ field: at, text }) => `${at}: ${text}`);
  expect(texts(field, typed("W1QUA", { class: "2A", section: "EMS" }))[0]).toMatch(
    /^part:section: "EMS" is no section\. Near it: .*EMA Eastern Massachusetts/,
  );
  expect(texts(field, typed("W1QUA", { section: "EMA" }))).toEqual(["part:class: Class is missing"]);
  expect(texts(lineOf("OMBU-ZONE", "outside"), typed("DL1QTA", { zone: "20" }))).toEqual([
    "part:zone: Germany is in zone 14",
  ]);
  const dash = lineOf("SUDESTADA-PREFIX", "outside", { lastSerial: 30, lastAt: "2026-11-28T11:00:00Z" });
  expect(texts(dash, typed("DL1QTA", { serial: "12" }))).toEqual([
    "startedAt: The clock says 10:00, and the last contact was at 11:00: was it set back?",
    "part:serial: DL1QTA sent 30 before",
  ]);
});
