import type { SpotView } from "@/core/contract";
import type { ReadLine } from "@/core/signal";
import { byHandAt, howSent, lineAt, pickedOf, readPlaceOf, runsOf, textEntries } from "./textEntries";

const line = (text: string, more: Partial<ReadLine> = {}): ReadLine => ({
  id: 1,
  hertz: 14_021_300,
  kind: "morse",
  speed: 21.4,
  shiftHz: 0,
  isInverted: false,
  isByHand: false,
  text,
  sure: "9".repeat(text.length),
  at: Date.UTC(2026, 0, 10) / 1000,
  ...more,
});
const spot = (base: string, duplicate: boolean, band = "20m") => ({ base, band, duplicate, contest: null }) as SpotView;

test("the calls of a line are offered, with what is announced of them on that band", () => {
  const [entry] = textEntries([line("TU DE CX3QUA K ")], [spot("CX3QUA", true), spot("CX3QUA", false, "40m")]);
  expect(entry!.calls).toMatchObject([{ call: "CX3QUA", isSure: true, isWorked: true }]);
  const once = textEntries([line("TU DE CX3QUA K ")], [spot("CX3QUA", true, "40m")])[0]!.calls;
  expect(once).toMatchObject([{ call: "CX3QUA", isSure: false, isWorked: false, spot: null }]);
  expect(textEntries([line("CQ DE CX3QUA CX3QUA K")], [])[0]!.calls).toMatchObject([{ isSure: true }]);
});

test("one goes to the carrier, or to the mark of RTTY, in a mode in which it is heard", () => {
  const cw = { mode: "CW", submode: null };
  expect(pickedOf(line(""), null, cw)).toMatchObject({ call: null, frequencyHz: 14_021_300, band: "20m", mode: "CW" });
  const rtty = line("", { kind: "rtty", hertz: 14_085_000, shiftHz: 170 });
  expect(pickedOf(rtty, null, cw)).toMatchObject({ frequencyHz: 14_085_085, mode: "RTTY" });
  const [entry] = textEntries([line("TU DE CX3QUA K ")], []);
  expect(pickedOf(entry!, entry!.calls[0]!, cw)).toMatchObject({ call: "CX3QUA" });
  expect(pickedOf(line("", { hertz: 14_500_000 }), null, cw)).toBeNull();
});

test("the line where the radio is, is the nearest one, and none that is elsewhere", () => {
  const lines = [
    line("A", { id: 1 }),
    line("B", { id: 2, hertz: 14_021_500 }),
    line("C", { id: 3, hertz: 14_030_000 }),
  ];
  expect(lineAt(lines, 14_021_420)?.id).toBe(2);
  expect(lineAt(lines, 14_021_390)?.id).toBe(1);
  expect(lineAt(lines, 14_025_000)).toBeUndefined();
});

test("letters that are about as sure stand in one run; only the end of a long text", () => {
  expect(runsOf({ text: "CQ DE", sure: "99952" }, 10)).toEqual([
    { text: "CQ ", doubt: "sure" },
    { text: "D", doubt: "doubtful" },
    { text: "E", doubt: "guessed" },
  ]);
  expect(runsOf({ text: "CQ DE", sure: "99999" }, 2)).toEqual([{ text: "DE", doubt: "sure" }]);
  expect(runsOf({ text: "", sure: "" }, 2)).toEqual([]);
});

test("a place is read as what is found there, or as the mode is that one is in, RTTY by its mark", () => {
  const tones = { kind: "tones", hertz: 14_085_300, widthHz: 425 } as const;
  expect(readPlaceOf(tones, 14_085_200, "CW")).toEqual({ kind: "rtty", hertz: 14_085_300, shiftHz: 425 });
  expect(readPlaceOf(null, 14_021_300.4, "CW")).toEqual({ kind: "morse", hertz: 14_021_300, shiftHz: 0 });
  expect(readPlaceOf(null, 14_021_300, "SSB")).toMatchObject({ kind: "morse" });
  const rtty = readPlaceOf(null, 14_085_085, "RTTY");
  expect(rtty).toEqual({ kind: "rtty", hertz: 14_085_000, shiftHz: 170 });
  // One lands where one was.
  expect(pickedOf(line("", rtty), null, { mode: "RTTY", submode: null })).toMatchObject({ frequencyHz: 14_085_085 });
  const lines = [line("", { id: 1 }), line("", { id: 2, hertz: 14_021_330, isByHand: true })];
  expect(byHandAt(lines, readPlaceOf(null, 14_021_300, "CW"))?.id).toBe(2);
  expect(byHandAt(lines, readPlaceOf(null, 14_021_280, "CW"))).toBeUndefined();
});

test("how it is sent is said", () => {
  expect(howSent(line(""))).toBe("Morse, 21 wpm");
  expect(howSent(line("", { speed: null }))).toBe("Morse");
  expect(howSent(line("", { isByHand: true }))).toBe("Morse, 21 wpm, by hand");
  const rtty = { kind: "rtty", speed: 45.45, shiftHz: 170 } as const;
  expect(howSent(line("", rtty))).toBe("RTTY, 45 Bd, 170 Hz");
  expect(howSent(line("", { ...rtty, isInverted: true }))).toBe("RTTY, 45 Bd, 170 Hz, inverted");
});
