import type { SpotFilter, SpotView } from "@/core/contract";
import { CHANCES } from "@/core/spot";

export const EVERY_SPOT: SpotFilter = {
  band: "",
  modeGroup: "",
  worth: "",
  chance: "",
  continent: "",
  minutes: 0,
  order: "rank",
  descending: true,
};

/** Worked in the contest that is on, or else on the band and in the mode within the last day. */
export function isDuplicate({ duplicate, contest }: Pick<SpotView, "duplicate" | "contest">): boolean {
  return contest?.duplicate ?? duplicate;
}

const NEEDED = ["fresh", "wanted"];

/** @param now seconds since 1970 UTC */
function isShown(spot: SpotView, filter: SpotFilter, band: string, now: number): boolean {
  const { modeGroup, worth, chance, continent, minutes } = filter;
  const wantedBand = filter.band === "here" ? band : filter.band;
  if (wantedBand !== "" && spot.band !== wantedBand) return false;
  if (modeGroup !== "" && spot.modeGroup !== modeGroup) return false;
  if (worth !== "" && !isNeeded(spot, worth)) return false;
  if (chance !== "" && CHANCES.indexOf(spot.chance) > CHANCES.indexOf(chance)) return false;
  if (continent !== "" && !spot.heard.some((one) => one.continent === continent)) return false;
  return minutes === 0 || now - secondsOf(spot.lastAt) <= minutes * 60;
}

function isNeeded(spot: SpotView, how: "needed" | "unconfirmed"): boolean {
  const { worth, contest } = spot;
  if (isDuplicate(spot)) return false;
  if (contest !== null) return how === "unconfirmed" || contest.fresh.length > 0;
  if (worth === null) return false;
  return how === "needed" ? NEEDED.includes(worth.worth) : worth.worth !== "safe";
}

const secondsOf = (iso: string) => Date.parse(iso) / 1000;

const compareText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const COMPARED: Readonly<Record<SpotFilter["order"], (a: SpotView, b: SpotView) => number>> = {
  rank: (a, b) => a.rank - b.rank || compareText(a.lastAt, b.lastAt),
  frequency: (a, b) => a.frequencyHz - b.frequencyHz,
  age: (a, b) => compareText(a.lastAt, b.lastAt),
  call: (a, b) => compareText(a.call, b.call),
};

/** Those that are shown, in their order; of two alike the one that was there before. */
export function shownSpots(spots: Iterable<SpotView>, filter: SpotFilter, band: string, now: number): SpotView[] {
  const turned = filter.descending ? -1 : 1;
  const compare = COMPARED[filter.order];
  return [...spots]
    .filter((spot) => isShown(spot, filter, band, now))
    .sort((a, b) => turned * compare(a, b) || a.id - b.id);
}

/** The next spot up or down from a frequency, of those on the band that were not worked lately; the nearest first. */
export function nextSpot(
  spots: readonly SpotView[],
  band: string,
  frequencyHz: number,
  by: 1 | -1,
): SpotView | undefined {
  const onBand = spots.filter((spot) => spot.band === band && !isDuplicate(spot));
  const beyond = onBand.filter((spot) => (spot.frequencyHz - frequencyHz) * by > 0);
  return beyond.sort((a, b) => (a.frequencyHz - b.frequencyHz) * by)[0];
}
