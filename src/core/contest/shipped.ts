import { soundRules } from "./checkRules";
import type { Rules, RulesInput } from "./rules";

const HF = ["160m", "80m", "40m", "20m", "15m", "10m"];
const POWER = ["HIGH", "LOW", "QRP"];

const PREFIX_DASH: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "Sudestada Prefix Dash",
  tag: "SUDESTADA-PREFIX",
  about: "Everybody works everybody, with a serial; each prefix counts once.",
  when: { every: { month: 10, week: 3, day: "thursday", start: "21:00", hours: 30 } },
  deadlineDays: 7,
  bands: HF,
  modes: ["CW", "voice"],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "serial", label: "Serial", type: "serial" },
    ],
  },
  conditions: { low: { band: ["160m", "80m", "40m"] } },
  points: [
    { if: { same: ["entity"] }, points: 1 },
    { if: { same: ["continent"], named: ["low"] }, points: 3 },
    { if: { same: ["continent"] }, points: 2 },
    { if: { named: ["low"] }, points: 5 },
    { points: 4 },
  ],
  multipliers: [{ id: "prefix", label: "Prefixes", of: "prefix", per: "contest" }],
  duplicates: { per: "band", station: "place" },
  categories: {
    operator: ["SINGLE-OP", "MULTI-OP", "CHECKLOG"],
    assisted: ["NON-ASSISTED", "ASSISTED"],
    band: ["ALL", "160M", "80M", "40M", "20M", "15M", "10M"],
    mode: ["CW", "SSB", "MIXED"],
    power: POWER,
  },
  combinations: [
    { operator: ["SINGLE-OP", "CHECKLOG"] },
    { operator: ["MULTI-OP"], band: ["ALL"], power: ["HIGH", "LOW"] },
  ],
  limits: [
    { category: { operator: ["SINGLE-OP"] }, operatingHours: 22, offMinutes: 45 },
    { category: { operator: ["MULTI-OP"] }, bandChangesAnHour: 8 },
  ],
};

const ZONE_SPRINT: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "Ombu Zone Sprint",
  tag: "OMBU-ZONE",
  about: "Report and CQ zone; zones and entities count on each band.",
  when: { every: { month: 11, week: 3, day: "wednesday", start: "17:00", hours: 10 } },
  deadlineDays: 5,
  bands: HF,
  modes: ["CW"],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
    ],
  },
  points: [
    { if: { same: ["entity"] }, points: 1 },
    { if: { same: ["continent"], ours: { continent: ["OC"] } }, points: 3 },
    { if: { same: ["continent"] }, points: 2 },
    { points: 4 },
  ],
  multipliers: [
    { id: "zone", label: "Zones", of: "part", part: "zone", per: "band" },
    { id: "entity", label: "Entities", of: "entity", per: "band" },
  ],
  duplicates: { per: "band", station: "place" },
  categories: {
    operator: ["SINGLE-OP", "MULTI-OP"],
    band: ["ALL", "160M", "80M", "40M", "20M", "15M", "10M"],
    power: POWER,
  },
};

/** Where a station of the field weekend is. */
const FIELD_LETTERS = {
  A: "On a beach or dune",
  B: "On a hill",
  C: "In a wood",
  D: "On a boat or pier",
  E: "At a lighthouse",
  F: "In a town",
};

const FIELD_WEEKEND: RulesInput = {
  format: "ypsiloid-contest/2",
  name: "Mareas Field Weekend",
  tag: "MAREAS-FIELD",
  about: "Stations in the field, with class and section; little power counts more, and so does power from the sun.",
  when: { every: { month: 2, week: 3, day: "friday", start: "22:00", hours: 25 } },
  deadlineDays: 30,
  bands: ["80m", "40m", "20m", "15m", "10m", "6m", "2m"],
  modes: ["CW", "voice", "digital"],
  conditions: { northAmerica: { theirs: { entity: [1, 291] } } },
  sides: [
    { id: "inside", label: "United States and Canada", when: { theirs: { entity: [1, 291, 6, 110, 202, 285] } } },
  ],
  exchange: {
    inside: [
      { id: "class", label: "Class", type: "class", form: "#[ABCDEF]", letters: FIELD_LETTERS },
      { id: "section", label: "Section", type: "section" },
    ],
    outside: [
      { id: "class", label: "Class", type: "class", form: "#[ABCDEF]", letters: FIELD_LETTERS },
      { id: "section", label: "Section", type: "list", list: "abroad" },
    ],
  },
  lists: { abroad: [{ code: "DX", name: "Outside the United States and Canada" }] },
  points: [{ if: { mode: ["voice"] }, points: 2 }, { points: 3 }],
  multipliers: [],
  duplicates: { per: "bandAndMode", station: "place" },
  bonuses: [
    { kind: "claimed", id: "sun", label: "Power from the sun", points: 70 },
    { kind: "claimed", id: "visitors", label: "Open to visitors", points: 40 },
    {
      kind: "station",
      id: "lighthouse",
      label: "Contact with the lighthouse",
      points: 25,
      call: "CX9QTH",
      per: "contest",
    },
  ],
  powerFactors: [
    { upToWatts: 10, factor: 3 },
    { upToWatts: 50, factor: 1.5 },
    { upToWatts: 1e6, factor: 1 },
  ],
  categories: { operator: ["SINGLE-OP", "MULTI-OP"], station: ["PORTABLE", "FIXED"] },
};

const FIRST_WIRE: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "First Wire Party",
  tag: "FIRST-WIRE",
  about:
    "Report and the year of one's first antenna, five hours on a Friday evening; a station may be worked anew each hour.",
  when: { every: { month: 12, week: 2, day: "friday", start: "20:30", hours: 5 } },
  deadlineDays: 14,
  bands: ["80m", "40m", "20m", "15m"],
  modes: ["CW", "voice"],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "year", label: "Year", type: "year" },
      { id: "name", label: "Name", type: "name", from: "operator", optional: true },
    ],
  },
  workable: { not: { same: ["call"] } },
  points: [
    { if: { theirs: { portable: true } }, points: 6 },
    { if: { distance: { over: 3000 } }, points: 4 },
    { if: { any: [{ mode: ["CW"] }, { other: ["cqZone"] }] }, points: 2 },
    { points: 1 },
  ],
  multipliers: [{ id: "year", label: "Years", of: "part", part: "year", per: "contest" }],
  duplicates: { per: "band", station: "place", hours: 1 },
  categories: { operator: ["SINGLE-OP"], power: POWER },
};

const CAMALOTE: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "Camalote RTTY Night",
  tag: "CAMALOTE-RTTY",
  about:
    "Zone for everybody, and the state too for stations of the United States, Canada, Argentina, Brazil and Uruguay.",
  when: { every: { month: 3, week: 4, day: "thursday", start: "23:00", hours: 9 } },
  deadlineDays: 7,
  bands: ["80m", "40m", "20m", "15m", "10m"],
  modes: ["digital"],
  sides: [{ id: "states", label: "Entities with states", when: { theirs: { entity: [1, 291, 100, 108, 144] } } }],
  exchange: {
    states: [
      { id: "report", label: "Report", type: "report" },
      { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
      { id: "state", label: "State", type: "subdivision", from: "site.state", entities: [1, 291, 100, 108, 144] },
    ],
    outside: [
      { id: "report", label: "Report", type: "report" },
      { id: "zone", label: "Zone", type: "cqZone", from: "site.cqZone" },
    ],
  },
  points: [{ if: { same: ["entity"] }, points: 1 }, { if: { same: ["continent"] }, points: 3 }, { points: 4 }],
  multipliers: [
    { id: "entity", label: "Entities", of: "entity", per: "band" },
    { id: "state", label: "States", of: "part", part: "state", per: "band", if: { theirs: { side: ["states"] } } },
    { id: "zone", label: "Zones", of: "part", part: "zone", per: "contest" },
  ],
  duplicates: { per: "band", station: "place" },
  categories: {
    operator: ["SINGLE-OP", "MULTI-OP"],
    band: ["ALL", "80M", "40M", "20M", "15M", "10M"],
    power: POWER,
    overlay: ["NONE", "ROOKIE"],
  },
  limits: [{ category: { operator: ["SINGLE-OP"] }, operatingHours: 7, offMinutes: 20 }],
};

const CUCHILLA: RulesInput = {
  format: "ypsiloid-contest/2",
  name: "Cuchilla Mobile Round",
  tag: "CUCHILLA-MOBILE",
  about:
    "Mobiles drive from department to department of Uruguay and may be worked anew in each; all others send their zone.",
  when: { every: { month: 4, week: 3, day: "friday", start: "15:00", hours: 13 } },
  deadlineDays: 10,
  bands: ["40m", "20m", "10m"],
  modes: ["CW", "voice"],
  sessions: [
    { id: "afternoon", label: "Afternoon", after: 0, hours: 4 },
    { id: "night", label: "Night", after: 7, hours: 6 },
  ],
  sides: [{ id: "uruguay", label: "Uruguay", when: { part: { id: "where", as: "subdivision" } } }],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      {
        id: "where",
        label: "Department or zone",
        type: "subdivision",
        entities: [144],
        or: [{ type: "cqZone" }],
        from: "site.state",
      },
    ],
  },
  points: [
    { if: { theirs: { portable: true } }, points: 4 },
    { if: { band: ["40m"], time: { from: "22:00", to: "02:00" } }, points: 3 },
    { if: { theirs: { side: ["uruguay"] } }, points: 2 },
    { points: 1 },
  ],
  multipliers: [
    {
      id: "department",
      label: "Departments",
      of: "part",
      part: "where",
      per: "mode",
      weight: 2,
      if: { theirs: { side: ["uruguay"] } },
    },
    {
      id: "zone",
      label: "Zones",
      of: "part",
      part: "where",
      per: "contest",
      if: { part: { id: "where", as: "cqZone" } },
    },
  ],
  duplicates: { per: "bandAndMode", station: "place", parts: ["where"], points: -2 },
  wrongPoints: -6,
  categories: { operator: ["SINGLE-OP", "MULTI-OP"], station: ["FIXED", "MOBILE"], power: POWER },
  categoryFactors: [{ category: { station: ["MOBILE"] }, factor: 1.5 }],
  limits: [{ category: { power: ["LOW"] }, watts: 50 }],
};

const BANADO: RulesInput = {
  format: "ypsiloid-contest/2",
  name: "Bañado Grid Legs",
  tag: "BANADO-GRID",
  about:
    "Serial and grid on the bands above 100 MHz, points by distance; an evening and a morning, each with its score.",
  when: { every: { month: 1, week: 2, day: "wednesday", start: "22:00", hours: 17 } },
  deadlineDays: 9,
  bands: ["2m", "70cm", "23cm"],
  modes: ["CW", "voice"],
  sessions: [
    { id: "evening", label: "Evening leg", after: 0, hours: 3 },
    { id: "morning", label: "Morning leg", after: 13, hours: 4 },
  ],
  sessionScores: "apart",
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "serial", label: "Serial", type: "serial" },
      { id: "grid", label: "Grid", type: "grid", from: "site.fullGrid" },
    ],
  },
  points: [
    { if: { band: ["23cm"] }, points: { base: 60, perKm: 1, points: 3, round: "nearest" } },
    { points: { base: 20, perKm: 1, points: 1, round: "nearest" } },
  ],
  multipliers: [
    { id: "square", label: "Squares", of: "gridSquare", per: "band" },
    { id: "entity", label: "Entities", of: "entity", per: "contest" },
  ],
  multipliersAre: "multiplied",
  duplicates: { per: "band", station: "place" },
  categories: {
    operator: ["SINGLE-OP", "MULTI-OP"],
    band: ["ALL", "2M", "432", "1.2G"],
    station: ["FIXED", "PORTABLE"],
    power: ["HIGH", "LOW"],
  },
};

/** The contests that ship; all of them made up. */
export const SHIPPED_CONTESTS: readonly Rules[] = [
  PREFIX_DASH,
  ZONE_SPRINT,
  FIELD_WEEKEND,
  FIRST_WIRE,
  CAMALOTE,
  CUCHILLA,
  BANADO,
].map(soundRules);
