import type { ReadLine } from "@/core/signal";
import { readMarks } from "./readMarks";

const line = (hertz: number, text: string): ReadLine => ({
  ...{ id: hertz, hertz, kind: "morse", speed: 22, shiftHz: 0, isInverted: false, isByHand: false, text },
  ...{ sure: "9".repeat(text.length), at: Date.UTC(2026, 0, 10) / 1000 },
});

test("who says his call twice stands at his signal; who is called, or says it once, does not", () => {
  const marks = readMarks([
    line(14_020_000, "CQ CQ DE PY2QUB PY2QUB K "),
    line(14_021_000, "TU DE LU4QSC K "),
    line(14_022_000, "R CX3QUA UR 599 CX3QUA 599 "),
    line(14_023_000, ""),
  ]);
  expect(marks).toEqual([{ hertz: 14_020_000, text: "PY2QUB", by: "read", at: Date.UTC(2026, 0, 10) }]);
});
