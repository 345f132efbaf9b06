import { parseCallsign } from "../callsign";
import { chooseEntity, ENTITIES, entityByCode, resolve } from ".";
import type { CallException } from ".";

const at = (date: string) => Date.parse(`${date}T12:00:00Z`) / 1000;
const NOW = at("2026-11-23");
/** Seconds: far enough before an entity's end for any time zone. */
const FIVE_DAYS = 5 * 86_400;

test("the table holds the standard's whole list: 340 current and 62 deleted, each code once", () => {
  expect(ENTITIES.filter((entity) => !entity.deleted)).toHaveLength(340);
  expect(ENTITIES.filter((entity) => entity.deleted)).toHaveLength(62);
  expect(new Set(ENTITIES.map((entity) => entity.code)).size).toBe(402);
  for (const entity of ENTITIES) {
    expect(entity.cqZone).toBeGreaterThanOrEqual(1);
    expect(entity.cqZone).toBeLessThanOrEqual(40);
    expect(entity.ituZone).toBeGreaterThanOrEqual(1);
    expect(entity.ituZone).toBeLessThanOrEqual(90);
    expect(Math.abs(entity.latitude)).toBeLessThanOrEqual(90);
    expect(Math.abs(entity.longitude)).toBeLessThanOrEqual(180);
    expect(entity.continent).toMatch(/^(AF|AN|AS|EU|NA|OC|SA)$/);
  }
});

/** For entities that their own prefixes do not lead to, a call that does, or candidates. */
const BY_RULE: Readonly<Record<number, string>> = { 15: "UA9QRA", 54: "UA1QRA", 105: "KG4QR", 126: "UA2QRA" };

test.each(ENTITIES.filter((entity) => !entity.deleted).map((entity) => [entity.name, entity] as const))(
  "%s is reached by a call",
  (_, entity) => {
    const tokens = entity.callPrefixes.filter((token) => !token.includes("<"));
    const calls = tokens
      .map((token) => token.split(/[->]/)[0]!.replace(/#/g, "5"))
      .map((token) =>
        token.startsWith("=") ? token.slice(1) : /\d/.test(token.slice(1)) ? `${token}QRA` : `${token}1QRA`,
      );
    const found = [BY_RULE[entity.code] ?? "", ...calls].filter(Boolean).map((call) => resolve(call, NOW));
    expect(found.map((resolution) => resolution.entity?.code)).toContain(entity.code);
  },
);

test.each(ENTITIES.filter((entity) => entity.deleted).map((entity) => [entity.name, entity] as const))(
  "%s was reached by a call while it counted",
  (_, entity) => {
    const calls = (entity.callPrefixes.length > 0 ? entity.callPrefixes : [entity.prefix])
      .map((token) => token.split(/[-<>]/)[0]!.replace(/#/g, "5"))
      .map((prefix) => (/\d/.test(prefix.slice(1)) ? `${prefix}QRA` : `${prefix}1QRA`));
    const found = calls.map((call) => resolve(call, entity.counts.at(-1)!.until - FIVE_DAYS));
    expect(found.flatMap(({ entity: likeliest, candidates }) => [likeliest, ...candidates])).toContain(entity);
  },
);

test.each([
  // call, entity, continent, CQ zone, ITU zone
  ["CX3QUA", "Uruguay", "SA", 13, 14],
  ["UA1QRA", "European Russia", "EU", 16, 29],
  ["RA4HQR", "European Russia", "EU", 16, 30],
  ["UA1NQR", "European Russia", "EU", 16, 19],
  ["UA9AQR", "Asiatic Russia", "AS", 17, 30],
  ["RK9FQR", "European Russia", "EU", 17, 30],
  ["R9XQRA", "European Russia", "EU", 17, 20],
  ["RA9WQR", "European Russia", "EU", 16, 30],
  ["R8SQRA", "European Russia", "EU", 16, 30],
  ["UA9HQR", "Asiatic Russia", "AS", 18, 31],
  ["UA0YQR", "Asiatic Russia", "AS", 23, 32],
  ["RV0ZQR", "Asiatic Russia", "AS", 19, 35],
  ["UA0QRA", "Asiatic Russia", "AS", 19, 23],
  ["UA1QRA/9", "Asiatic Russia", "AS", 17, 30],
  ["R2FQRA", "Kaliningrad", "EU", 15, 29],
  ["RA2QRA", "Kaliningrad", "EU", 15, 29],
  ["R2DQRA", "European Russia", "EU", 16, 29],
  ["RI1FQR", "Franz Josef Land", "EU", 40, 75],
  ["KH6QRA", "Hawaii", "OC", 31, 61],
  ["WH7QRA", "Hawaii", "OC", 31, 61],
  ["AL7QRA", "Alaska", "NA", 1, 1],
  ["WP4QRA", "Puerto Rico", "NA", 8, 11],
  ["NP2QRA", "US Virgin Islands", "NA", 8, 11],
  ["AH2QRA", "Guam", "OC", 27, 64],
  ["KH8SQR", "Swains Island", "OC", 32, 62],
  ["KH7KQR", "Kure Island", "OC", 31, 61],
  ["KG4QR", "Guantanamo Bay", "NA", 8, 11],
  ["KG4QRA", "United States", "NA", 5, 8],
  ["KG4Q", "United States", "NA", 5, 8],
  ["W1QRA", "United States", "NA", 5, 8],
  ["N6QRA", "United States", "NA", 3, 6],
  ["AA0QRA", "United States", "NA", 4, 7],
  ["KH6QRA/4", "United States", "NA", 5, 8],
  ["W1QRA/KH6", "Hawaii", "OC", 31, 61],
  ["W1QRA/6", "United States", "NA", 3, 6],
  ["VE3QRA", "Canada", "NA", 4, 4],
  ["VO2QRA", "Canada", "NA", 2, 9],
  ["VY1QRA", "Canada", "NA", 1, 2],
  ["CY0QRA", "Sable Island", "NA", 5, 9],
  ["VK6QRA", "Australia", "OC", 29, 58],
  ["VK9XQR", "Christmas Island", "OC", 29, 54],
  ["VK9CQR", "Cocos (Keeling) Islands", "OC", 29, 54],
  ["VK9LQR", "Lord Howe Island", "OC", 30, 60],
  ["VK9MQR", "Mellish Reef", "OC", 30, 56],
  ["VK9WQR", "Willis Island", "OC", 30, 55],
  ["VK0MQR", "Macquarie Island", "OC", 30, 60],
  ["VK0HQR", "Heard Island", "AF", 39, 68],
  ["ZL7QRA", "Chatham Islands", "OC", 32, 60],
  ["ZL8QRA", "Kermadec Islands", "OC", 32, 60],
  ["ZL9QRA", "New Zealand Subantarctic Islands", "OC", 32, 60],
  ["BG3GQR", "China", "AS", 23, 33],
  ["BY0QRA", "China", "AS", 23, 42],
  ["BV2QRA", "Taiwan", "AS", 24, 44],
  ["BS7QRA", "Scarborough Reef", "AS", 27, 50],
  ["BV9PQR", "Pratas Island", "AS", 24, 44],
  ["PY0FQR", "Fernando de Noronha", "SA", 11, 13],
  ["PY0TQR", "Trindade and Martim Vaz Islands", "SA", 11, 15],
  ["PP8QRA", "Brazil", "SA", 11, 12],
  ["CE0ZQR", "Juan Fernandez Islands", "SA", 12, 14],
  ["CE0XQR", "San Félix and San Ambrosio", "SA", 12, 14],
  ["CE0YQR", "Easter Island", "SA", 12, 63],
  ["HC8QRA", "Galapagos Islands", "SA", 10, 12],
  ["TI9QRA", "Cocos Island", "NA", 7, 11],
  ["YV0QRA", "Aves Island", "NA", 8, 11],
  ["XF4QRA", "Revillagigedo", "NA", 6, 10],
  ["LU7XQR", "Argentina", "SA", 13, 16],
  ["EA8QRA", "Canary Islands", "AF", 33, 36],
  ["AM6QRA", "Balearic Islands", "EU", 14, 37],
  ["EA1QRA/9", "Ceuta and Melilla", "AF", 33, 37],
  ["CT3QRA", "Madeira Islands", "AF", 33, 36],
  ["CR3QRA", "Madeira Islands", "AF", 33, 36],
  ["CU2QRA", "Azores", "EU", 14, 36],
  ["IS0QRA", "Sardinia", "EU", 15, 28],
  ["IS/CX3QUA", "Sardinia", "EU", 15, 28],
  ["CX3QUA/SM", "Sweden", "EU", 14, 18],
  ["CX3QUA/P/EA8", "Canary Islands", "AF", 33, 36],
  ["E5/N/CX3QUA", "North Cook Islands", "OC", 32, 62],
  ["E5/S/CX3QUA", "South Cook Islands", "OC", 32, 63],
  ["VP8/H/CX3QUA", "South Shetland Islands", "SA", 13, 73],
  ["VP8/G/CX3QUA/P", "South Georgia", "SA", 13, 73],
  ["FO/C/CX3QUA", "Clipperton Island", "NA", 7, 10],
  ["JD1/M/CX3QUA", "Minami Torishima", "OC", 27, 90],
  ["JD1/CX3QUA/M", "Ogasawara", "AS", 27, 45],
  ["CX3QUA/JD1/M", "Ogasawara", "AS", 27, 45],
  ["FO5QRA/C", "French Polynesia", "OC", 32, 63],
  ["TX9", "Chesterfield Islands", "OC", 30, 56],
  ["ZM7QRA", "Chatham Islands", "OC", 32, 60],
  ["PX8QRA", "Brazil", "SA", 11, 13],
  ["IW0UQR", "Sardinia", "EU", 15, 28],
  ["IG9QRA", "Italy", "EU", 33, 37],
  ["SV5QRA", "Dodecanese", "EU", 20, 28],
  ["SX9QRA", "Crete", "EU", 20, 28],
  ["OJ0QRA", "Market Reef", "EU", 15, 18],
  ["OG0QRA", "Åland Islands", "EU", 15, 18],
  ["OG5QRA", "Finland", "EU", 15, 18],
  ["JW5QRA", "Svalbard", "EU", 40, 18],
  ["JX5QRA", "Jan Mayen", "EU", 40, 18],
  ["OX3QRA", "Greenland", "NA", 40, 5],
  ["2M0QRA", "Scotland", "EU", 14, 27],
  ["MW0QRA", "Wales", "EU", 14, 27],
  ["GU4QRA", "Guernsey", "EU", 14, 27],
  ["2E0QRA", "England", "EU", 14, 27],
  ["TM5QRA", "France", "EU", 14, 27],
  ["TK5QRA", "Corsica", "EU", 15, 28],
  ["FT5WQR", "Crozet Island", "AF", 39, 68],
  ["FT8XQR", "Kerguelen Islands", "AF", 39, 68],
  ["FT4TQR", "Tromelin Island", "AF", 39, 53],
  ["3B8QRA", "Mauritius", "AF", 39, 53],
  ["3B9QRA", "Rodrigues Island", "AF", 39, 53],
  ["T30QRA", "Western Kiribati", "OC", 31, 65],
  ["T33QRA", "Banaba Island", "OC", 31, 65],
  ["H40QRA", "Temotu Province", "OC", 32, 51],
  ["H44QRA", "Solomon Islands", "OC", 28, 51],
  ["VU4QRA", "Andaman and Nicobar Islands", "AS", 26, 49],
  ["VU7QRA", "Lakshadweep Islands", "AS", 22, 41],
  ["4U1UN", "United Nations Headquarters", "NA", 5, 8],
  ["4U1ITU", "ITU Headquarters", "EU", 14, 28],
  ["4J1QRA", "Azerbaijan", "AS", 21, 29],
  ["9M6QRA", "East Malaysia", "OC", 28, 54],
  ["9M2QRA", "West Malaysia", "AS", 28, 54],
  ["HB0QRA", "Liechtenstein", "EU", 14, 28],
  ["KC4AAQ", "Antarctica", "AN", 12, 67],
  ["HK0QRA", "San Andrés and Providencia", "NA", 7, 11],
  ["3D2CQR", "Conway Reef", "OC", 32, 56],
  ["3D2QRA/R", "Rotuma Island", "OC", 32, 56],
  ["FR5QRA/G", "Glorioso Islands", "AF", 39, 53],
  ["FR5QRA/T", "Tromelin Island", "AF", 39, 53],
  ["KG6QR/4", "United States", "NA", 5, 8],
  ["RA3FQR/9", "Asiatic Russia", "AS", 17, 30],
  ["UA3QRA/0", "Asiatic Russia", "AS", 18, 32],
  ["RA3FQR/2", "Kaliningrad", "EU", 15, 29],
  ["IW3UQR/0", "Italy", "EU", 15, 28],
  ["AP2QRA/4", "Pakistan", "AS", 21, 41],
  ["KL7QRA/7", "United States", "NA", 3, 6],
  ["LU1QRA/X", "Argentina", "SA", 13, 16],
  ["LU1QRA/D", "Argentina", "SA", 13, 14],
  ["LU1QRA/Z", "Antarctica", "AN", 13, 73],
  ["VE2QRA", "Canada", "NA", 5, 4],
  ["CP1QRA", "Bolivia", "SA", 10, 12],
  ["CP6QRA", "Bolivia", "SA", 10, 14],
  ["UN7LQR", "Kazakhstan", "AS", 17, 30],
  ["UN7GQR", "Kazakhstan", "AS", 17, 31],
  ["UP2FQR", "Kazakhstan", "AS", 17, 31],
  ["3H1QRA", "China", "AS", 24, 44],
  ["3H3GQR", "China", "AS", 23, 33],
  ["BN2QRA", "Taiwan", "AS", 24, 44],
  ["BO0QRA", "Taiwan", "AS", 24, 44],
  ["BQ9PQR", "Pratas Island", "AS", 24, 44],
  ["SSA1QRA", "Egypt", "AF", 34, 38],
] as const)("%s is in %s, %s, zones %i and %i", (call, name, continent, cqZone, ituZone) => {
  const resolution = resolve(call, NOW);
  expect([resolution.entity?.name, resolution.continent, resolution.cqZone, resolution.ituZone]).toEqual([
    name,
    continent,
    cqZone,
    ituZone,
  ]);
});

test.each([
  // call, day, entity as of that day
  ["PJ2QRA", "2009-06-01", "Bonaire, Curaçao (Netherlands Antilles)"],
  ["PJ2QRA", "2011-06-01", "Curaçao"],
  ["PJ7QRA", "2009-06-01", "St. Maarten, Saba, St. Eustatius"],
  ["VP2AQR", "1975-06-01", "Antigua and Barbuda"],
  ["VP6QRA", "1960-06-01", "Barbados"],
  ["VP6QRA", "1999-06-01", "Pitcairn Island"],
  ["VR2QRA", "1965-06-01", "Fiji"],
  ["VR2QRA", "1999-06-01", "Hong Kong"],
  ["UK2QRA", "1980-06-01", "Latvia"],
  ["CR8QRA", "1970-06-01", "Portuguese Timor"],
  ["OQ5QRA", "1955-06-01", "Democratic Republic of the Congo"],
  ["Y21QRA", "1985-06-01", "German Democratic Republic"],
  ["DL1QRA", "1985-06-01", "Germany"],
  ["OK1QRA", "1990-06-01", "Czechoslovakia"],
  ["OK1QRA", "1994-06-01", "Czech Republic"],
  ["UB5QRA", "1988-06-01", "Ukraine"],
  ["UB5QRA", "2015-06-01", "European Russia"],
  ["UA4QRA", "1975-06-01", "European Russia"],
  ["KH5KQR", "2015-06-01", "Kingman Reef"],
  ["KH5KQR", "2017-06-01", "Palmyra and Jarvis Islands"],
  ["ST0QRA", "1985-06-01", "Southern Sudan"],
  ["ST0QRA", "2005-06-01", "Sudan"],
  ["Z81QRA", "2012-06-01", "South Sudan"],
  ["FJ5QRA", "2010-06-01", "St. Barthélemy"],
  ["4W1QRA", "1985-06-01", "Yemen Arab Republic"],
  ["4W1QRA", "2005-06-01", "Timor-Leste"],
  ["VO1QRA", "1948-06-01", "Newfoundland, Labrador"],
  ["VO1QRA", "1950-06-01", "Canada"],
  ["VQ9QRA", "1970-06-01", "Seychelles"],
  ["VQ9AQR", "1970-06-01", "Aldabra"],
  ["VQ9QRA", "1980-06-01", "Chagos Islands"],
  ["VQ5QRA", "1960-06-01", "Uganda"],
  ["FA1QRA", "1955-06-01", "Algeria"],
  ["FB8QRA", "1955-06-01", "Madagascar"],
  ["7J1QRA", "1978-06-01", "Okino Tori-shima"],
  ["7J1QRA", "1990-06-01", "Japan"],
  ["FJ5QRA", "2007-12-13", "St. Martin"],
  ["FJ5QRA", "2007-12-15", "St. Barthélemy"],
  ["4O3QRA", "2006-03-01", "Serbia"],
  ["4O3QRA", "2006-06-27", "Serbia"],
  ["4O3QRA", "2006-06-29", "Montenegro"],
  ["5U7QRA", "1960-08-02", undefined],
  ["5U7QRA", "1960-08-04", "Niger"],
  ["9M6QRA", "1963-09-15", undefined],
  ["9M6QRA", "1963-09-17", "East Malaysia"],
  ["ET2QRA", "1962-11-14", "Eritrea"],
  ["ET2QRA", "1962-11-16", "Ethiopia"],
  ["E31QRA", "1991-05-23", undefined],
  ["E31QRA", "1991-05-25", "Eritrea"],
  ["CT2QRA", "1980-06-01", "Azores"],
  ["CT2QRA", "1990-06-01", "Portugal"],
  ["HM1QRA", "1975-06-01", "Republic of Korea"],
  ["HM1QRA", "1999-06-01", "Democratic People's Republic of Korea"],
  ["PX1QRA", "1965-06-01", "Andorra"],
  ["VS1QRA", "1955-06-01", "Singapore"],
  ["VS1QRA", "1964-06-01", "West Malaysia"],
  ["9V1QRA", "1964-06-01", "West Malaysia"],
  ["9V1QRA", "1965-08-08", "West Malaysia"],
  ["9V1QRA", "1965-08-10", "Singapore"],
  ["VS7QRA", "1947-06-01", "Sri Lanka"],
  ["ZB1QRA", "1960-06-01", "Malta"],
  ["ZB1QRA", "1990-06-01", "Gibraltar"],
  ["ZM6QRA", "1960-06-01", "Samoa"],
  ["ZM7QRA", "1975-06-01", "Tokelau Islands"],
  ["ZS7QRA", "1955-06-01", "Eswatini"],
  ["ZS8QRA", "1960-06-01", "Lesotho"],
  ["ZS9QRA", "1960-06-01", "Botswana"],
  ["ZS9QRA", "1985-06-01", "Walvis Bay"],
  ["AC5QRA", "1965-06-01", "Bhutan"],
  ["FK/C/CX3QUA", "1990-06-01", "New Caledonia"],
] as const)("%s on %s was in %s", (call, day, name) => {
  expect(resolve(call, at(day)).entity?.name).toBe(name);
});

test("where the call cannot tell, the likeliest stands first among the candidates, and a choice wins", () => {
  const resolution = resolve("VP8QRA", NOW);
  expect(resolution.candidates.map(({ name }) => name)).toEqual(
    expect.arrayContaining([
      "Falkland Islands",
      "South Georgia",
      "South Shetland Islands",
      "South Orkney Islands",
      "South Sandwich Islands",
    ]),
  );
  expect(resolve("GB2QRA", NOW).candidates[0]).toMatchObject({ name: "England" });
  expect(resolve("GB2QRA", NOW).candidates).toHaveLength(7);
  const parsed = parseCallsign("VP8QRA");
  const chosen = parsed.ok && chooseEntity(resolution, parsed.callsign, 235, NOW);
  expect(chosen).toMatchObject({ entity: { name: "South Georgia" }, ituZone: 73 });
});

test("a candidate counted at the time, and no letter of the call has settled it", () => {
  const names = (call: string, time: number) => resolve(call, time).candidates.map(({ name }) => name);
  expect(names("EA9QRA", at("1960-06-01"))).toEqual(["Ceuta and Melilla", "Ifni", "Western Sahara"]);
  expect(names("EA9QRA", NOW)).toEqual([]);
  expect(names("VP6QRA", at("1999-06-01"))).toEqual([]);
  expect(names("VP6QRA", NOW)).toEqual(["Pitcairn Island", "Ducie Island"]);
  expect(names("CE0QRA", NOW)).toHaveLength(3);
  expect(names("CE0YQR", NOW)).toEqual([]);
  expect(names("PY0FQR", NOW)).toEqual([]);
});

test("every whole call of the table can be read, and leads to its entity", () => {
  const whole = ENTITIES.flatMap(({ code, callPrefixes }) =>
    callPrefixes.filter((token) => token.startsWith("=")).map((token) => [token.slice(1), code] as const),
  );
  expect(whole.length).toBeGreaterThan(50);
  expect(whole.map(([call]) => [call, resolve(call, NOW).entity?.code])).toEqual(whole);
});

test("at sea and in the air there is no entity", () => {
  expect(resolve("VE0QRA", NOW)).toMatchObject({ entity: null, reason: "maritime mobile stations are in no entity" });
  expect(resolve("CX3QUA/MM", NOW)).toMatchObject({
    entity: null,
    reason: "maritime mobile stations are in no entity",
  });
  expect(resolve("CX3QUA/AM", NOW).entity).toBeNull();
});

test("a series without an entity names its country, an unallocated one says so", () => {
  expect(resolve("C71QRA", NOW)).toMatchObject({ entity: null, country: "World Meteorological Organization" });
  expect(resolve("1B1QRA", NOW).reason).toContain("not allocated");
});

test("an exception of the operator is used before the rules, between its dates", () => {
  const exception: CallException = {
    call: "CX9QTH",
    entityCode: 13,
    from: at("2026-01-01"),
    until: at("2026-02-01"),
    cqZone: 12,
  };
  const exceptions = new Map([["CX9QTH", [exception]]]);
  expect(resolve("CX9QTH", at("2026-01-15"), exceptions)).toMatchObject({ entity: entityByCode(13), cqZone: 12 });
  expect(resolve("CX9QTH", at("2026-03-15"), exceptions).entity?.name).toBe("Uruguay");
});
