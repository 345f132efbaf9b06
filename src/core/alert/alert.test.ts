import fc from "fast-check";
import {
  ALERT_WAYS,
  type AlertChoices,
  type AlertSubject,
  alertText,
  alertTitle,
  calledOnce,
  fits,
  isLike,
  isQuiet,
  isZone,
  mayFit,
  ruleSentence,
  spelled,
  spokenAlert,
} from ".";

const NOW = Date.UTC(2026, 10, 27, 22, 30) / 1000;
const ago = (minutes: number) => new Date((NOW - minutes * 60) * 1000).toISOString();
const ANY: AlertChoices = {
  brings: [],
  awards: [],
  calls: [],
  bands: [],
  modeGroups: [],
  heardIn: [],
  chance: "none",
  quiet: null,
  once: "band",
  ways: ["page"],
};
const SPOT: AlertSubject = {
  call: "P5QUZ/P",
  base: "P5QUZ",
  band: "20m",
  modeGroup: "CW",
  lastAt: ago(1),
  heard: [
    { continent: "SA", at: ago(1) },
    { continent: "EU", at: ago(20) },
    { continent: null, at: ago(0) },
  ],
  worth: { worth: "fresh" },
  worths: [
    { award: "entities", name: "Entities", item: "344", worth: "fresh", text: "" },
    { award: "cqZones", name: "CQ zones", item: "25", worth: "safe", text: "" },
  ],
  duplicate: false,
  contest: null,
  chance: "fair",
};
const asked = (award: string, item: string | null = null) => ({ award, item, name: `${award} ${item ?? ""}` });
const calls = (rule: Partial<AlertChoices>, spot: Partial<AlertSubject> = {}, now = NOW) =>
  fits({ ...ANY, ...rule }, { ...SPOT, ...spot }, now);

test.each<[string, Partial<AlertChoices>, boolean]>([
  ["nothing is chosen", {}, true],
  ["it is fresh", { brings: ["fresh", "wanted"] }, true],
  ["it is none of them", { brings: ["hold"] }, false],
  ["an award for which it is worth that", { brings: ["fresh"], awards: [asked("entities")] }, true],
  ["an award for which it is worth less", { brings: ["fresh"], awards: [asked("cqZones")] }, false],
  ["an item that it has", { awards: [asked("cqZones", "25")] }, true],
  ["an item that it has not", { awards: [asked("cqZones", "24")] }, false],
  ["one of two items", { awards: [asked("cqZones", "24"), asked("entities", "344")], brings: ["fresh"] }, true],
  ["an award for which it is nothing", { awards: [asked("squares")] }, false],
  ["a multiplier where no contest is on", { brings: ["multiplier"] }, false],
  ["the band", { bands: ["40m", "20m"] }, true],
  ["another band", { bands: ["40m"] }, false],
  ["the mode", { modeGroups: ["CW", "digital"] }, true],
  ["another mode", { modeGroups: ["voice"] }, false],
  ["heard there lately", { heardIn: ["SA"] }, true],
  ["heard there too long ago", { heardIn: ["EU"] }, false],
  ["never heard there", { heardIn: ["AS"] }, false],
  ["as likely", { chance: "fair" }, true],
  ["less likely", { chance: "good" }, false],
  ["its base call", { calls: ["P5QUZ"] }, true],
  ["its call", { calls: ["P5QUZ/P"] }, true],
  ["its prefix", { calls: ["3Y*", "P5*"] }, true],
  ["another call", { calls: ["P5"] }, false],
  ["quiet hours", { quiet: { from: "22:00", to: "07:00", zone: "UTC" } }, false],
  ["quiet hours elsewhere", { quiet: { from: "22:00", to: "07:00", zone: "America/Montevideo" } }, true],
  [
    "all of it at once",
    { brings: ["fresh"], bands: ["20m"], modeGroups: ["CW"], heardIn: ["SA"], chance: "fair" },
    true,
  ],
  ["all but one", { brings: ["fresh"], bands: ["20m"], modeGroups: ["voice"], heardIn: ["SA"], chance: "fair" }, false],
])("a rule is held against a station: %s", (_, rule, called) => expect(calls(rule)).toBe(called));

test("what was worked today, and what was announced too long ago, calls nobody; in a contest it counts what it is there", () => {
  expect(calls({}, { duplicate: true })).toBe(false);
  expect(calls({}, { lastAt: ago(16) })).toBe(false);
  expect(calls({}, { lastAt: ago(15) })).toBe(true);
  const contest = { duplicate: false, fresh: ["Zone: 25"] };
  expect(calls({ brings: ["multiplier"] }, { duplicate: true, contest })).toBe(true);
  expect(calls({ brings: ["multiplier"] }, { contest: { ...contest, fresh: [] } })).toBe(false);
  expect(calls({}, { contest: { ...contest, duplicate: true } })).toBe(false);
});

const subject = fc.record({
  call: fc.constantFrom("P5QUZ", "DL1QTA", "CX3QUA/P"),
  base: fc.constantFrom("P5QUZ", "DL1QTA", "CX3QUA"),
  band: fc.constantFrom("20m", "40m"),
  modeGroup: fc.constantFrom("CW" as const, "voice" as const),
});

test("what may not fit by itself fits never; and each choice more only narrows a rule", () => {
  fc.assert(
    fc.property(
      subject,
      fc.subarray(["20m", "40m", "80m"]),
      fc.subarray(["CW", "voice"] as const),
      fc.subarray(["P5*", "*1QTA", "DL1QTA"]),
      (some, bands, modeGroups, patterns) => {
        const rule = { ...ANY, bands, modeGroups, calls: patterns };
        const spot = { ...SPOT, ...some };
        if (!mayFit(rule, some)) expect(fits(rule, spot, NOW)).toBe(false);
        if (fits(rule, spot, NOW)) expect(fits(ANY, spot, NOW)).toBe(true);
      },
    ),
  );
});

test("a pattern is like what a regular expression of its letters is like", () => {
  const letters = fc.string({ unit: fc.constantFrom("A", "B", "*"), maxLength: 6 });
  fc.assert(
    fc.property(letters, fc.string({ unit: fc.constantFrom("A", "B"), maxLength: 8 }), (pattern, call) => {
      const expression = new RegExp(`^${pattern.replaceAll("*", ".*")}$`);
      expect(isLike(pattern, call)).toBe(expression.test(call));
    }),
  );
});

test("quiet hours may go past midnight, begin with their first minute and end before their last", () => {
  const at = (text: string) => Date.parse(`2026-11-27T${text}:00Z`) / 1000;
  const night = { from: "22:00", to: "07:00", zone: "UTC" };
  expect(["21:59", "22:00", "00:00", "06:59", "07:00"].map((text) => isQuiet(night, at(text)))).toEqual([
    false,
    true,
    true,
    true,
    false,
  ]);
  const noon = { from: "12:00", to: "13:00", zone: "UTC" };
  expect(["11:59", "12:00", "13:00"].map((text) => isQuiet(noon, at(text)))).toEqual([false, true, false]);
  // Summer time in Berlin is two hours, winter time one.
  const berlin = { from: "22:00", to: "23:00", zone: "Europe/Berlin" };
  expect(isQuiet(berlin, Date.UTC(2026, 6, 1, 20, 30) / 1000)).toBe(true);
  expect(isQuiet(berlin, Date.UTC(2026, 11, 1, 20, 30) / 1000)).toBe(false);
  expect(isQuiet(berlin, Date.UTC(2026, 11, 1, 21, 30) / 1000)).toBe(true);
  expect([isZone("America/Montevideo"), isZone("Farol/Cabo")]).toEqual([true, false]);
});

test("a station is called once: on the band and day, on the day, or on the band and hour", () => {
  const spot = { base: "P5QUZ", band: "20m" };
  expect(calledOnce({ once: "band" }, spot, NOW)).toBe("P5QUZ 20m 2026-11-27");
  expect(calledOnce({ once: "station" }, spot, NOW)).toBe("P5QUZ 2026-11-27");
  expect(calledOnce({ once: "hour" }, spot, NOW)).toBe("P5QUZ 20m 2026-11-27T22");
  expect(calledOnce({ once: "hour" }, spot, NOW + 1800)).toBe("P5QUZ 20m 2026-11-27T23");
});

test("a rule is a sentence that says what is chosen, and nothing of what is not", () => {
  expect(ruleSentence(ANY)).toBe("Any station: on the page, once per station, band and day.");
  const all: AlertChoices = {
    brings: ["fresh", "wanted"],
    awards: [],
    calls: [],
    bands: ["20m", "15m"],
    modeGroups: ["CW", "digital"],
    heardIn: ["SA"],
    chance: "fair",
    quiet: { from: "22:00", to: "07:00", zone: "America/Montevideo" },
    once: "hour",
    ways: ["mail", "page", "sound"],
  };
  expect(ruleSentence(all)).toBe(
    "Stations that are fresh or wanted, on 20 m or 15 m, in CW or digital, heard in South America, with a chance at least fair, not between 22:00 and 07:00 (America/Montevideo): on the page, by a sound and by e-mail, once per station, band and hour.",
  );
  expect(ruleSentence({ ...ANY, calls: ["P5*", "3Y0QUZ"], brings: ["fresh"], chance: "good", once: "station" })).toBe(
    "P5* or 3Y0QUZ, where fresh, with a good chance: on the page, once per station and day.",
  );
  const zone = { award: "cqZones", item: "23", name: "CQ zones: Zone 23" };
  expect(ruleSentence({ ...ANY, brings: ["fresh"], awards: [zone] })).toMatch(
    /^Stations that are fresh, for CQ zones: Zone 23: on the page/,
  );
  expect(new Set(ALERT_WAYS.map(({ id }) => id)).size).toBe(ALERT_WAYS.length);
});

test("what one is told: a title, why, and aloud the call letter by letter", () => {
  const facts = {
    call: "P5QUZ/P",
    frequencyHz: 14_025_300,
    band: "20m",
    mode: "MFSK",
    submode: "FT4",
    why: "fresh: North Korea is new",
    chance: "good",
    reason: "LU5QTN heard it just now, 210 km from here",
  };
  expect(alertTitle(facts)).toBe("P5QUZ/P, 20 m FT4, 14 025.30 kHz");
  expect(alertText(facts)).toBe("Fresh: North Korea is new. Chance good: LU5QTN heard it just now, 210 km from here.");
  expect(alertText({ ...facts, why: null })).toBe("Chance good: LU5QTN heard it just now, 210 km from here.");
  expect(spelled("p5quz/p")).toBe("Papa 5 Quebec Uniform Zulu stroke Papa");
  expect(spokenAlert({ ...facts, submode: null, mode: "CW" })).toBe(
    "Papa 5 Quebec Uniform Zulu stroke Papa. 20 metres CW. fresh: North Korea is new. chance good",
  );
});
