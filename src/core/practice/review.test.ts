import { practiceRules, type PracticeRunInput, practiceRunInputSchema, reviewOf, type Verdict } from ".";
import { fits } from "./meant";
import { simulatedRun } from "./simulated";

const truth = (call: string, at: number, zone = "11", ours = "CX3QUA") => ({
  call,
  values: { report: "599", zone },
  from: at - 5,
  at,
  ours,
  frequencyHz: 14_030_000,
});
const logged = (call: string, at: number, zone = "11", report = "599") => ({
  call,
  values: { report, zone },
  at,
  frequencyHz: 14_030_000,
});
const RUN: PracticeRunInput = {
  settings: {
    task: "run",
    contest: "OMBU-ZONE",
    speed: 22,
    strength: "mixed",
    noise: "usual",
    stations: 3,
    minutes: 10,
    seed: 1,
  },
  startedAt: 1_795_000_000,
  seconds: 600,
  ownCall: "CX3QUA",
  parts: [
    { id: "report", label: "Report" },
    { id: "zone", label: "Zone" },
  ],
  contestName: "Ombu Zone Sprint",
  logged: [],
  truths: [],
  emissions: [],
};
const verdicts = (run: PracticeRunInput): Verdict[] => reviewOf(run).contacts.map(({ verdict }) => verdict);

it("judges every contact against the truth", () => {
  const run: PracticeRunInput = {
    ...RUN,
    truths: [
      truth("PY2QTA", 20, "11"),
      truth("LU1QTB", 50, "13"),
      truth("DL1QTC", 80, "14"),
      truth("K1QTD", 110, "5"),
      truth("EA1QTF", 200, "14", "CX3QUE"),
    ],
    logged: [
      logged("PY2QTA", 20),
      logged("LU1QTB", 51, "12"),
      logged("DL1QTE", 82, "14"),
      logged("PY2QTA", 90),
      logged("W9QTZ", 300),
      logged("EA1QTF", 201, "14"),
    ],
  };
  const review = reviewOf(run);
  expect(
    review.contacts.map(({ verdict, logged: typed, truth: was, wrong }) => [verdict, typed?.call, was?.call, wrong]),
  ).toEqual([
    ["right", "PY2QTA", "PY2QTA", []],
    ["exchange", "LU1QTB", "LU1QTB", ["zone"]],
    ["call", "DL1QTE", "DL1QTC", []],
    ["again", "PY2QTA", undefined, []],
    ["missing", undefined, "K1QTD", []],
    ["theirs", "EA1QTF", "EA1QTF", []],
    ["unknown", "W9QTZ", undefined, []],
  ]);
  // One right contact in ten minutes.
  expect(review).toMatchObject({ logged: 6, right: 1, rate: 6, accuracy: 1 / 6 });
});

it("takes numbers as the same with and without their leading zeros, and nothing else", () => {
  const judge = (typed: string, was: string) =>
    verdicts({ ...RUN, truths: [truth("PY2QTA", 20, was)], logged: [logged("PY2QTA", 20, typed)] });
  expect(judge("05", "5")).toEqual(["right"]);
  expect(judge("5", "005")).toEqual(["right"]);
  expect(judge("50", "5")).toEqual(["exchange"]);
});

it("does not take a call as another one's that was on the air at another time", () =>
  expect(verdicts({ ...RUN, truths: [truth("PY2QTA", 20)], logged: [logged("PY2QTB", 400)] })).toEqual([
    "missing",
    "unknown",
  ]));

it.each([
  [[], [], "Nobody was worked"],
  [[truth("PY2QTA", 20)], [], "nothing was logged"],
  [[truth("PY2QTA", 20)], [logged("PY2QTA", 20, "12")], "Go down to 19 words a minute"],
  [[truth("PY2QTA", 20, "11", "CX3QUE")], [logged("PY2QTA", 20)], "have your call wrong"],
  [
    Array.from({ length: 9 }, (_, at) => truth(`PY${at}QTA`, 20 * at + 6)),
    Array.from({ length: 9 }, (_, at) => logged(`PY${at}QTA`, 20 * at + 6)),
    "A run goes well: try it at 24",
  ],
])("says what to try next: %#", (truths, typed, says) =>
  expect(reviewOf({ ...RUN, truths, logged: typed }).next).toContain(says),
);

it("is none the worse for a careful operator, and shows every slip of a careless one", () => {
  const made = (careless: number) =>
    simulatedRun({
      settings: RUN.settings,
      rules: practiceRules("OMBU-ZONE"),
      ownCall: "CX3QUA",
      startedAt: RUN.startedAt,
      careless,
    });
  expect(practiceRunInputSchema.parse(made(0.2))).toEqual(made(0.2));
  const careful = reviewOf(made(0));
  expect(careful.logged).toBeGreaterThan(8);
  expect(careful.accuracy).toBe(1);
  expect(reviewOf(made(0.3)).accuracy).toBeLessThan(1);
});

it("knows which words may mean a call", () => {
  expect(fits("PY2QTA", "PY2QTA")).toBe(1);
  for (const word of ["QTA", "QTA?", "PY2?", "PY?TA", "PY2QTB"])
    expect([word, fits(word, "PY2QTA") >= 0.5]).toEqual([word, true]);
  for (const word of ["?", "A", "LU1QTA", "5NN", "TU"]) expect([word, fits(word, "PY2QTA")]).toEqual([word, 0]);
});
