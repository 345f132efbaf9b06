import { coached } from "./coach";
import { nextStep } from "../contest";

/** What is said where somebody stands, as the entry line makes its steps. */
function said(
  way: "run" | "search",
  phase: "quiet" | "called" | "asks" | "sent",
  call: string,
  done: { answered?: boolean; exchanged?: boolean; complete?: boolean } = {},
) {
  const state = { way, call, complete: false, answered: false, exchanged: false, ...done };
  return coached({ way, phase, call, step: nextStep(state), sending: false });
}

it.each([
  ["run", "quiet", "", {}, "call", "call"],
  ["run", "called", "", {}, "listen", null],
  ["run", "called", "LU1QTA", {}, "answer", "exchange"],
  ["run", "called", "LU1QTA", { exchanged: true }, "mend", null],
  ["run", "asks", "LU1QTA", { exchanged: true }, "again", "exchange"],
  ["run", "sent", "LU1QTA", { exchanged: true }, "exchange", "again"],
  ["run", "sent", "LU1QTA", { exchanged: true, complete: true }, "thanks", "thanks"],
  ["search", "quiet", "", {}, "tune", null],
  ["search", "called", "", {}, "listen", null],
  ["search", "called", "LU1QTA", {}, "answer", "answer"],
  ["search", "sent", "LU1QTA", { answered: true }, "exchange", "again"],
  ["search", "asks", "LU1QTA", { answered: true, complete: true }, "again", "exchange"],
  ["search", "sent", "LU1QTA", { answered: true, complete: true }, "thanks", "exchange"],
] as const)("%s, %s, %j %j: %s", (way, phase, call, done, id, moment) =>
  expect(said(way, phase, call, done)).toMatchObject({ id, moment }),
);

it("says to listen while something goes out", () =>
  expect(
    coached({ way: "run", phase: "sent", call: "LU1QTA", step: { send: "thanks", logs: true }, sending: true }),
  ).toMatchObject({ id: "sending", moment: null }));
