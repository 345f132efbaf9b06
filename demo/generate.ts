import type { ContactInput } from "../src/core/contact";
import { isoTime } from "../src/core/contact";
import { type Random, randomFrom } from "../src/core/random";
import { powerOn, referencesOf } from "./references";
import { stateOf } from "./states";
import { makeStations, type Region, type Station } from "../stand-ins/world/stations";

/** The demo's site; see docs/words.md for the scenario. */
export const HOME = { name: "Cabo Farol", call: "CX3QUA", operator: "CX3QUA", grid: "GF35co", power: 100 };
export const FIRST_CALL = "CX8QSB";
/** A cabin on the other side of the river. */
export const TRIP = { name: "Isla Martín", call: "LU/CX3QUA", operator: "CX3QUA", grid: "FF97mk" };
/** How far into the log the first call was given up. */
const CALL_CHANGED = 0.22;
const SEED = 20_301;
const YEARS = 6;
const DAY = 86_400;
const HOUR = 3600;

interface BandPlan {
  readonly band: string;
  readonly cw: readonly [number, number];
  readonly voice: readonly [number, number];
  readonly ft8: number;
  readonly rtty: number;
}

/** Where one finds whom, in kHz. */
const PLANS: Readonly<Record<string, BandPlan>> = Object.fromEntries(
  (
    [
      ["160m", [1815, 1838], [1842, 1890], 1840, 1838],
      ["80m", [3505, 3550], [3650, 3790], 3573, 3590],
      ["60m", [5351.5, 5354], [5354, 5366], 5357, 5357],
      ["40m", [7005, 7035], [7090, 7190], 7074, 7045],
      ["30m", [10103, 10125], [10103, 10125], 10136, 10142],
      ["20m", [14005, 14060], [14150, 14320], 14074, 14085],
      ["17m", [18070, 18090], [18115, 18160], 18100, 18103],
      ["15m", [21005, 21060], [21200, 21400], 21074, 21085],
      ["12m", [24892, 24910], [24935, 24985], 24915, 24918],
      ["10m", [28005, 28060], [28400, 28600], 28074, 28085],
      ["6m", [50090, 50100], [50110, 50180], 50313, 50300],
    ] as const
  ).map(([band, cw, voice, ft8, rtty]) => [band, { band, cw, voice, ft8, rtty }]),
);

/** What is open at an hour UTC from the coast of Uruguay, and to where, roughly. */
function openings(hour: number, month: number, sunspots: number): (readonly [readonly [string, Region], number])[] {
  const night = hour >= 23 || hour < 9;
  const evening = hour >= 20 || hour < 2;
  const morning = hour >= 9 && hour < 14;
  const list: [readonly [string, Region], number][] = [];
  const open = (band: string, region: Region, weight: number) => list.push([[band, region], weight]);
  if (night) {
    open("40m", "europe", 5);
    open("40m", "north", 6);
    open("40m", "near", 3);
    open("80m", "near", 4);
    open("80m", "north", 2);
    open("80m", "europe", 1);
    open("160m", "near", 0.8);
    open("160m", "north", 0.4);
    open("30m", "europe", 3);
    open("30m", "north", 3);
    open("30m", "south", 1);
    open("40m", "asia", hour >= 6 ? 3 : 0.3);
    open("40m", "oceania", hour >= 5 ? 2 : 0.3);
    open("60m", "near", 0.3);
  }
  if (evening) {
    open("20m", "europe", 5);
    open("20m", "north", 6);
    open("17m", "north", 3);
    open("20m", "africa", 1.2);
    open("15m", "north", 2 + 2 * sunspots);
    open("20m", "south", 1.5);
    open("15m", "asia", 1.5 * sunspots);
    open("10m", "asia", 2 * sunspots);
  }
  if (morning) {
    open("20m", "near", 2);
    open("15m", "europe", 4 + 3 * sunspots);
    open("10m", "europe", 6 * sunspots);
    open("12m", "europe", 3 * sunspots);
    open("17m", "europe", 3);
    open("20m", "asia", 2);
    open("20m", "oceania", 1.5);
    open("40m", "near", 2);
    open("15m", "asia", 1.5);
  }
  if (!night) {
    open("10m", "north", 4 * sunspots);
    open("10m", "europe", 5 * sunspots);
    open("12m", "north", 2 * sunspots);
    open("15m", "europe", 4);
    open("15m", "africa", 1);
    open("10m", "africa", 1.2 * sunspots);
    open("40m", "near", 3);
    open("17m", "africa", 0.6);
    open("10m", "near", 1.5);
    open("15m", "south", 1);
  }
  if ((month >= 11 || month <= 2) && !night) {
    open("6m", "near", 1.6);
    open("6m", "south", 0.8);
    open("6m", "north", 0.5 * sunspots);
  }
  return list;
}

const startOf = (until: number) => until - YEARS * 365.25 * DAY;

/** When the first call was given up in a log that ends then. Both are seconds since 1970 UTC. */
export function formerUntil(until: number): number {
  const days = Math.ceil(YEARS * 365.25 * CALL_CHANGED);
  return Math.floor((startOf(until) + days * DAY) / DAY) * DAY;
}

/**
 * The demo log: about 18 000 contacts over six years, the oldest first. The same seed and the same end give the same log.
 *
 * @param until the end of the log, seconds since 1970 UTC
 */
export function generateContacts(until: number, wanted = 18_000): ContactInput[] {
  const random = randomFrom(SEED);
  const stations = makeStations(random, until);
  const byRegion = new Map<Region, readonly (readonly [Station, number])[]>();
  for (const region of ["near", "south", "north", "europe", "africa", "asia", "oceania"] as const) {
    byRegion.set(
      region,
      stations.filter((station) => station.region === region).map((station) => [station, station.activity] as const),
    );
  }
  const start = startOf(until);
  const contacts: ContactInput[] = [];
  const perDay = wanted / (YEARS * 365.25);
  for (let day = start; day < until; day += DAY) {
    const weekday = new Date(day * 1000).getUTCDay();
    const week = Math.floor(day / (7 * DAY));
    const contest = (weekday === 6 || weekday === 0) && week % 9 === 4;
    const trip = week % 23 === 7 && weekday >= 4;
    if (!contest && !trip && random.chance(0.32)) continue;
    const count = Math.round(perDay * (contest ? 6 : trip ? 2 : 0.75 + random.next() * 0.9));
    oneDay(random, byRegion, contacts, { day, until, count, contest, trip, progress: (day - start) / (until - start) });
  }
  return contacts.sort((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
}

interface Day {
  readonly day: number;
  readonly until: number;
  readonly count: number;
  readonly contest: boolean;
  readonly trip: boolean;
  /** From 0, six years ago, to 1, today. */
  readonly progress: number;
}

function oneDay(
  random: Random,
  byRegion: ReadonlyMap<Region, readonly (readonly [Station, number])[]>,
  contacts: ContactInput[],
  of: Day,
): void {
  const sunspots = 0.25 + 0.75 * Math.sin(Math.PI * Math.min(1, of.progress * 0.9 + 0.05));
  const month = new Date(of.day * 1000).getUTCMonth() + 1;
  let serial = 0;
  const hours = Array.from({ length: of.contest ? 12 : random.between(1, 3) }, () =>
    random.weighted([
      [random.between(21, 25) % 24, 5],
      [random.between(9, 13), 3],
      [random.between(0, 23), 2],
    ]),
  );
  for (let made = 0; made < of.count; made++) {
    const hour = random.pick(hours);
    const at = Math.floor(of.day / DAY) * DAY + hour * HOUR + random.between(0, HOUR - 1);
    if (at >= of.until - 600) continue;
    const [band, region] = random.weighted(openings(hour, month, sunspots));
    const station = random.weighted(byRegion.get(region)!);
    contacts.push(oneContact(random, station, band, at, of, of.contest ? ++serial : null));
  }
}

function oneContact(
  random: Random,
  station: Station,
  band: string,
  at: number,
  of: Day,
  serial: number | null,
): ContactInput {
  const kind = kindOf(random, band, serial !== null);
  const mode =
    kind === "FT4"
      ? { mode: "MFSK", submode: "FT4" }
      : kind === "SSB"
        ? { mode: "SSB", submode: band === "160m" || band === "80m" || band === "40m" ? "LSB" : "USB" }
        : { mode: kind, submode: null };
  const level = () => `${random.chance(0.7) ? "-" : "+"}${String(random.between(1, 22)).padStart(2, "0")}`;
  const weak = random.chance(0.25);
  const report =
    kind === "FT8" || kind === "FT4"
      ? level
      : () => (kind === "SSB" ? (weak ? random.pick(["55", "57"]) : "59") : weak ? random.pick(["559", "579"]) : "599");
  const ownCall = of.trip
    ? TRIP.call
    : serial !== null && random.chance(0.5)
      ? "CX9QTH"
      : of.progress < CALL_CHANGED
        ? FIRST_CALL
        : HOME.call;
  const travelling = random.chance(0.03) ? random.pick(["/P", "/M", "/QRP"]) : "";
  const knows = random.chance(serial === null ? 0.75 : 0.15);
  return {
    call: station.call + travelling,
    startedAt: isoTime(at),
    endedAt: isoTime(at + random.between(20, serial === null ? 240 : 40)),
    band,
    frequencyHz: frequencyFor(random, band, kind),
    ...mode,
    reportSent: report(),
    reportReceived: report(),
    name: knows ? station.name : null,
    place: knows && random.chance(0.6) ? station.place : null,
    grid: knows || kind === "FT8" ? station.grid : null,
    state: knows ? stateOf(station.call, at) : null,
    ownCall,
    operator: "CX3QUA",
    ownGrid: of.trip ? TRIP.grid : HOME.grid,
    ownCqZone: 13,
    ownItuZone: 14,
    power: serial === null ? powerOn(of.day, HOME.power) : HOME.power,
    ...(serial === null && referencesOf(station.call + travelling, at)),
    contestId: serial === null ? null : kind === "RTTY" ? "CAMALOTE-RTTY" : "SUDESTADA-PREFIX",
    serialSent: serial,
    serialReceived: serial === null ? null : random.between(1, 900),
    comment: random.chance(0.04) ? random.pick(REMARKS) : null,
    pin: random.chance(0.004),
  };
}

const REMARKS = [
  "long path, very quiet band",
  "first contact of the year",
  "three elements at 12 m",
  "asked for a card",
  "heard again an hour later",
  "running 5 W from a hill",
  "wind on the antenna, fading",
  "sent greetings to the club of the lighthouse",
];

function kindOf(random: Random, band: string, contest: boolean): string {
  if (contest)
    return random.weighted([
      ["CW", 6],
      ["RTTY", 2],
    ]);
  if (band === "30m" || band === "60m")
    return random.weighted([
      ["CW", 5],
      ["FT8", 4],
      ["RTTY", 0.2],
    ]);
  if (band === "6m")
    return random.weighted([
      ["FT8", 6],
      ["SSB", 2],
      ["CW", 1],
    ]);
  return random
    .weighted([
      ["CW", 4],
      ["SSB", 3.4],
      ["FT8", 3],
      ["FT4", 0.5],
      ["RTTY", 0.4],
      ["PSK31", 0.1],
    ])
    .replace("PSK31", "PSK");
}

function frequencyFor(random: Random, band: string, kind: string): number {
  const plan = PLANS[band]!;
  const within = ([low, high]: readonly [number, number]) =>
    Math.round((low + random.next() * (high - low)) * 10) * 100;
  if (kind === "CW") return within(plan.cw);
  if (kind === "SSB") return Math.round(within(plan.voice) / 1000) * 1000;
  return (kind === "FT8" ? plan.ft8 : plan.rtty) * 1000 + random.between(0, 15) * 100;
}
