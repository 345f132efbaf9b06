import { getTimes } from "suncalc";
import { USUAL_BANDS } from "../band";
import { gridCenter } from "../geo";
import { chanceByPath, dayOfChances, type HourChance, spansOfChance, sunMarks } from ".";

const FAROL = gridCenter("GF35co")!;
const BREMEN = gridCenter("JO43")!;
const DAY = Date.UTC(2026, 10, 27) / 1000;
const SOLAR = { sunspots: 80, kIndex: 2 };
const day = dayOfChances(BREMEN, FAROL, USUAL_BANDS, 2, "CW", DAY, SOLAR);
const at = (band: string, hour: number) => day.find((one) => one.band === band && one.hour === hour)!;

test("each hour of each band has the chance and the reason of its middle", () => {
  expect(day).toHaveLength(USUAL_BANDS.length * 24);
  expect(at("20m", 10)).toEqual({
    band: "20m",
    hour: 10,
    ...chanceByPath(BREMEN, FAROL, 14_175_000, "CW", DAY + 10.5 * 3600, SOLAR),
  });
  // What is absorbed by day is heard by night, and the other way round above what the night bears.
  expect(at("40m", 3).spare).toBeGreaterThan(at("40m", 15).spare + 20);
  expect(at("10m", 15).spare).toBeGreaterThan(at("10m", 3).spare + 20);
  expect(at("10m", 3).reason).toContain("the path bears only up to");
});

test("a band that the region does not have is left out", () => {
  expect(dayOfChances(BREMEN, FAROL, ["4m", "20m"], 2, "CW", DAY, SOLAR).map(({ band }) => band)).toEqual(
    new Array(24).fill("20m"),
  );
});

function hours(text: string): HourChance[] {
  const CHANCE = { g: "good", f: "fair", p: "poor", ".": "none" } as const;
  return [...text].map((letter, hour) => ({
    band: "20m",
    hour,
    chance: CHANCE[letter as "g"],
    spare: 0,
    reason: "",
  }));
}

test.each([
  ["........................", "fair", []],
  ["gggggggggggggggggggggggg", "fair", [{ from: 0, to: 24 }]],
  ["..gfg.......p...........", "fair", [{ from: 2, to: 5 }]],
  [
    "..gfg.......p...........",
    "poor",
    [
      { from: 2, to: 5 },
      { from: 12, to: 13 },
    ],
  ],
  [
    "..gfg...................",
    "good",
    [
      { from: 2, to: 3 },
      { from: 4, to: 5 },
    ],
  ],
  ["g.....................gg", "good", [{ from: 22, to: 1 }]],
  ["......................gg", "good", [{ from: 22, to: 24 }]],
] as const)("%s is at least %s in %j", (text, least, spans) => {
  expect(spansOfChance(hours(text), "20m", least)).toEqual(spans);
  expect(spansOfChance(hours(text), "40m", least)).toEqual([]);
});

test("the sun rises and sets at both ends as suncalc has it; where it does neither nothing is marked", () => {
  const hourOf = (date: Date | null) => (date!.getTime() / 1000 - DAY) / 3600;
  for (const { end, what, hour } of sunMarks(FAROL, BREMEN, DAY)) {
    const { latitude, longitude } = end === "here" ? FAROL : BREMEN;
    const times = getTimes(new Date((DAY + 43_200) * 1000), latitude, longitude);
    // Within two minutes.
    expect(Math.abs(hour - hourOf(what === "rise" ? times.sunrise : times.sunset))).toBeLessThan(1 / 30);
  }
  expect(sunMarks(FAROL, BREMEN, DAY)).toHaveLength(4);
  expect(sunMarks(FAROL, { latitude: 80, longitude: 0 }, DAY).map(({ end }) => end)).toEqual(["here", "here"]);
});
