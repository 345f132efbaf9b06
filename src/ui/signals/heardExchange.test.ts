import { SHIPPED_CONTESTS } from "@/core/contest";
import type { ReadLine } from "@/core/signal";
import { heardExchange } from "./heardExchange";

const entryOf = (tag: string) => ({
  rules: SHIPPED_CONTESTS.find((rules) => rules.tag === tag)!,
  period: { from: "2026-11-28T00:00:00Z", to: "2026-11-30T00:00:00Z" },
  ownCall: "CX3QUA",
});
const line = (text: string, kind: ReadLine["kind"] = "morse"): ReadLine => ({
  ...{ id: 1, hertz: 14_020_000, kind, speed: 22, shiftHz: 0, isInverted: false, isByHand: false, text },
  ...{ sure: "9".repeat(text.length), at: Date.UTC(2026, 10, 28) / 1000 },
});

const serials = entryOf("SUDESTADA-PREFIX");

test.each([
  [" CX3QUA DE PY2QUB 5NN 014 014 TU ", { report: "599", serial: "14" }],
  [" TU 599 T14 ", { report: "599", serial: "14" }],
  [" PY2QUB PY2QUB R UR 589 1A ", { report: "589", serial: "11" }],
])("of %s the parts are understood", (text, values) => {
  expect(heardExchange(serials, "PY2QUB", line(text))?.values).toEqual(values);
});

test("what is understood is said in words; in RTTY it is, too", () => {
  const zones = entryOf("CAMALOTE-RTTY");
  const heard = heardExchange(zones, "W1QUA", line(" CX3QUA DE W1QUA 599 05 MA MA ", "rtty"));
  expect(heard).toMatchObject({ text: "599 05 MA" });
  expect(heard!.about).toMatch(/599.*05.*MA/);
});

test("nothing is offered without a call, of another station, of a report alone, or of what is half sent", () => {
  for (const [call, text] of [
    ["", " PY2QUB 599 014 "],
    ["PY2QUB", " DE LU4QSC 599 014 "],
    ["PY2QUB", " PY2QUB 599 "],
    ["PY2QUB", " PY2QUB 599 01"],
    ["PY2QUB", " 599 014 DE PY2QUB TU K "],
  ] as const)
    expect(heardExchange(serials, call, line(text))).toBeNull();
});
