import { afterEnd, afterSent, NOTHING_TYPED, wholeOf } from "./typedOver";

test("what goes out is taken from what waits, by its place", () => {
  const typed = { gone: "", waits: "CQ DE CX3QUA" };
  const on = afterSent(typed, "CQ ");
  expect(on).toEqual({ gone: "CQ ", waits: "DE CX3QUA" });
  expect(afterSent(on, "CQ ")).toEqual(on);
  expect(wholeOf(afterSent(on, "CQ DE"))).toBe("CQ DE CX3QUA");
});

test("what was corrected too late stays as it went out", () => {
  expect(afterSent({ gone: "C", waits: "X DE" }, "CQ")).toEqual({ gone: "CQ", waits: " DE" });
});

test("what was left when it was stopped can be sent anew", () => {
  expect(afterEnd({ gone: "CQ", waits: " DE CX3QUA" })).toEqual({ gone: "", waits: "DE CX3QUA" });
});

test("nothing goes back, and more than was typed leaves nothing", () => {
  const typed = { gone: "CQ CQ", waits: " K" };
  expect(afterSent(typed, "CQ")).toEqual(typed);
  expect(afterSent(NOTHING_TYPED, "CQ")).toEqual({ gone: "CQ", waits: "" });
});
