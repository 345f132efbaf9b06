import { claimLog } from "./claim";
import type { Category, Rules } from "./rules";
import { type ContestContact, createScoreboard } from "./score";
import { entrantOf, rulesOf, testContact } from "./testing";

const dash = rulesOf("SUDESTADA-PREFIX");
const entrant = entrantOf(dash);
const { period } = entrant;
const ALL: Category = { operator: "SINGLE-OP", assisted: "ASSISTED", band: "ALL", mode: "MIXED", power: "LOW" };

/** Claims a log of lines "minutes call band mode serial", and says how each goes into the file. */
function claimed(
  lines: readonly string[],
  category: Category = ALL,
  more: Partial<ContestContact> = {},
  rules: Rules = dash,
) {
  const contacts = lines.map((line, id) => {
    const [minutes = "", call = "", band = "", mode = "", serial = ""] = line.split(" ");
    const startedAt = period.from + Number(minutes) * 60;
    const parts = { report: "599", ...(serial === "" ? {} : { serial }) };
    return testContact(call, startedAt, { id, band, mode, partsReceived: parts, ...(id === 0 ? more : {}) });
  });
  const board = createScoreboard(rules, entrant);
  for (const contact of contacts) board.put(contact);
  const { score, claims, pastTime } = claimLog(rules, entrant, category, board, contacts);
  const said = contacts.map(({ id }) => {
    const claim = claims.get(id)!;
    return claim.as === "claimed" ? "claimed" : `${claim.as}: ${claim.why}`;
  });
  return { score, whole: board.score().score, said, pastTime };
}

test("what does not count is withdrawn, with the reason", () => {
  const { said, score, whole } = claimed([
    "-5 DL1QTA 20m CW 1",
    "1 DL1QTB 20m CW 2",
    "2 DL1QTC 30m CW 3",
    "3 DL1QTD 20m RTTY 4",
    "4 CX3QUA 20m CW 5",
    "5 DL1QTE 20m CW",
    "6 DL1QTF 20m CW 1X",
    "7 DL1QTB 20m CW 8",
  ]);
  expect(said).toEqual([
    "withdrawn: before the start",
    "claimed",
    "withdrawn: 30 m is no band of this contest",
    "withdrawn: RTTY is no mode of this contest",
    "withdrawn: it is our own call",
    "withdrawn: Serial is missing or not understood",
    "withdrawn: Serial is missing or not understood",
    // A duplicate stays: it counts for nothing, and organisers want it.
    "claimed",
  ]);
  // One contact of four points and one prefix; with the two that lack a serial it would be twelve.
  expect([score, whole]).toEqual([4, 12]);
});

test("what the operator does not claim is withdrawn with his reason, and counts for nothing", () => {
  const { said, score } = claimed(["1 DL1QTA 20m CW 1", "2 EA8QTB 20m CW 2"], ALL, {
    notClaimed: "not sure of the call",
  });
  expect(said).toEqual(["withdrawn: not claimed: not sure of the call", "claimed"]);
  expect(score).toBe(4);
});

test.each<[string, Category, readonly string[], number]>([
  ["all bands and modes", ALL, ["claimed", "claimed", "claimed"], (4 + 5 + 4) * 3],
  ["one band", { ...ALL, band: "20M" }, ["claimed", "kept: on 40 m, and the category is 20M", "claimed"], (4 + 4) * 2],
  ["one mode", { ...ALL, mode: "CW" }, ["claimed", "claimed", "kept: in SSB, and the category is CW"], (4 + 5) * 2],
])("an entry of %s claims what its category holds, and keeps the rest", (_, category, ways, points) => {
  const { said, score } = claimed(["1 DL1QTA 20m CW 1", "2 EA8QTB 40m CW 2", "3 OK1QTC 20m SSB 3"], category);
  expect(said).toEqual(ways);
  expect(score).toBe(points);
});

describe("a log longer than the operating time of its category", () => {
  const calls = ["DL1QTA", "EA8QTB", "OK1QTC"];
  // An hour and a half a contact is a pause, and none of the time; half an hour is time on the air.
  const hours = Array.from({ length: 55 }, (_, at) => at * 30);
  const lines = hours.map(
    (minutes, at) => `${minutes} ${calls[at % 3]!.replace(/.$/, String.fromCharCode(65 + (at % 26)))} 20m CW ${at + 1}`,
  );

  it("says how many contacts are past it, and what the score is without them", () => {
    const { pastTime, said } = claimed(lines);
    // 22 hours from the first contact on are 44 halves: contacts 0 to 44 lie within.
    expect(pastTime).toMatchObject({ hours: 22, contacts: 55 - 45 });
    expect(new Set(said)).toEqual(new Set(["claimed"]));
    expect(pastTime!.scoreWithout).toBe(claimed(lines.slice(0, 45)).score);
  });

  it("has no limit where the category has none, and none is passed by pauses", () => {
    expect(claimed(lines, { ...ALL, operator: "MULTI-OP" }).pastTime).toBeNull();
    const paused = Array.from(
      { length: 18 },
      (_, at) => `${at * 90} DL1QT${String.fromCharCode(65 + (at % 26))} 20m CW 1`,
    );
    expect(claimed(paused).pastTime).toBeNull();
  });
});
