import { baudotCodes, shownCodes } from "./baudot";
import { asKeyed, KEYED, KEYED_MODES } from "./keyedModes";

test("a message in RTTY stands on a line of its own, with its shifts; one in Morse as it is", () => {
  const shown = shownCodes(baudotCodes(asKeyed("RTTY", " DE CX3QUA 599 014 ")));
  expect(shown.map(({ text }) => text).join("")).toBe("⏎↓DE CX↑3↓QUA ↑599 ↑014 ");
  expect(shown.filter(({ isShift }) => !isShift).map(({ text }) => text)).toEqual([..."DE CX3QUA 599 014 "]);
  expect(asKeyed("CW", " CQ CX3QUA ")).toBe("CQ CX3QUA");
});

test("of nothing nothing is sent, and what stands around a text can be keyed", () => {
  for (const mode of KEYED_MODES) {
    expect(asKeyed(mode, "  ")).toBe("");
    expect(KEYED[mode].odd(asKeyed(mode, "CQ"))).toEqual([]);
  }
});
