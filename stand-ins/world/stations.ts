import { gridOf } from "../../src/core/geo";
import { resolve } from "../../src/core/entity";
import { namingOf } from "./people";
import type { Random } from "../../src/core/random";

/** A made-up station of the demo's world. */
export interface Station {
  readonly call: string;
  readonly name: string | null;
  readonly place: string | null;
  readonly grid: string | null;
  readonly region: Region;
  /** How often it is on the air, against the others. */
  readonly activity: number;
}

export type Region = "near" | "south" | "north" | "europe" | "africa" | "asia" | "oceania";

interface Country {
  readonly prefixes: readonly string[];
  readonly digits: string;
  readonly region: Region;
  readonly stations: number;
  readonly names: readonly string[];
  readonly places: readonly string[];
}

const country = (
  prefixes: string,
  digits: string,
  region: Region,
  stations: number,
  names = "",
  places = "",
): Country => ({
  prefixes: prefixes.split(" "),
  digits,
  region,
  stations,
  names: names ? names.split(" ") : [],
  places: places ? places.split(", ") : [],
});

const namesOf = (entityPrefix: string) => namingOf(entityPrefix)?.names.join(" ");
const SPANISH = namesOf("CX");
const PORTUGUESE = namesOf("PY");
const ENGLISH = namesOf("K");
const GERMAN = namesOf("DL");
const SLAVIC = namesOf("SP");
const ITALIAN = namesOf("I");
const JAPANESE = namesOf("JA");

/** Prefixes are real, so that entities and zones resolve; stations, names and places are not. */
const COUNTRIES: readonly Country[] = [
  country("CX CW", "1234567890", "near", 150, SPANISH, "Puerto Calandria, Arroyo Tero, Cerro del Zorzal"),
  country("LU LW", "123456789", "near", 520, SPANISH, "Villa Quebracho, Laguna Seca, Los Teros, Paso Hondo"),
  country("PY PU PP", "12345678", "near", 560, PORTUGUESE, "Barra do Ipê, Serra Mansa, Porto Araçá"),
  country("CE CA", "12345678", "near", 130, SPANISH, "Caleta Brava, Quillaco, Los Notros"),
  country("ZP", "12345689", "near", 40, SPANISH, "Ybytu, Tacuary"),
  country("CP", "12456", "south", 18, SPANISH, "Altiplano Bajo"),
  country("OA", "12345678", "south", 36, SPANISH, "Huaraco"),
  country("HC", "12345", "south", 30, SPANISH),
  country("HC", "8", "south", 4, SPANISH),
  country("HK", "1234567", "south", 55, SPANISH, "Cañaveral Alto"),
  country("YV YY", "12345678", "south", 60, SPANISH),
  country("PZ", "5", "south", 4),
  country("8R", "1", "south", 3),
  country("FY", "5", "south", 6),
  country("9Y", "4", "south", 8, ENGLISH),
  country("PJ", "2", "south", 5),
  country("PJ", "4", "south", 4),
  country("P4", "0", "south", 4),
  country("CE", "0", "south", 3, SPANISH),
  country("PY", "0", "south", 3, PORTUGUESE),
  country("VP", "8", "south", 4, ENGLISH),
  country(
    "K N W KA KB WA WB AA AB N KD KE",
    "1234567890",
    "north",
    1450,
    ENGLISH,
    "Copper Hollow, Tamarack Point, Little Sandy, Gull Prairie",
  ),
  country("VE VA", "1234567", "north", 130, ENGLISH, "Loon Narrows, Cedar Gap"),
  country("XE", "123", "north", 60, SPANISH),
  country("CO CM", "2678", "north", 45, SPANISH),
  country("HI", "3589", "north", 16, SPANISH),
  country("KP", "4", "north", 24, SPANISH),
  country("KP", "2", "north", 5, ENGLISH),
  country("TI", "245", "north", 14, SPANISH),
  country("HP", "123", "north", 9, SPANISH),
  country("TG", "9", "north", 6, SPANISH),
  country("YS", "1", "north", 4, SPANISH),
  country("YN", "2", "north", 4, SPANISH),
  country("HR", "2", "north", 4, SPANISH),
  country("V3", "1", "north", 3, ENGLISH),
  country("6Y", "5", "north", 4, ENGLISH),
  country("J6", "9", "north", 3, ENGLISH),
  country("8P", "6", "north", 5, ENGLISH),
  country("V2", "6", "north", 3),
  country("VP", "9", "north", 3, ENGLISH),
  country("FG", "5", "north", 5),
  country("FM", "5", "north", 6),
  country("KL", "7", "north", 14, ENGLISH),
  country("KH", "6", "north", 22, ENGLISH),
  country("OX", "3", "north", 3),
  country("I IK IZ IW", "1234567805", "europe", 520, ITALIAN, "Borgo Ginestra, Montecavo, Rocca Salina"),
  country("EA EB", "1234567", "europe", 420, SPANISH, "Cala Mirlo, Valdehierro, Puebla del Cierzo"),
  country("DL DK DJ DF DO", "1234567890", "europe", 470, GERMAN, "Moorkate, Oberlinden, Steinfurth am See"),
  country("F", "14568", "europe", 260, "Anatole Clotilde Gaspard Ysoline Firmin Apolline", "Roquebrède, Saint-Aubry"),
  country("G M", "0134678", "europe", 240, ENGLISH, "Thornby Marsh, Wick Haven"),
  country("GM", "034", "europe", 26, ENGLISH),
  country("GW", "034", "europe", 18, ENGLISH),
  country("GI", "04", "europe", 8, ENGLISH),
  country("EI", "2345678", "europe", 22, ENGLISH),
  country("SP SQ", "1234567890", "europe", 190, SLAVIC),
  country("OK", "1268", "europe", 90, SLAVIC),
  country("OM", "1358", "europe", 40, SLAVIC),
  country("HA", "12345678", "europe", 80, SLAVIC),
  country("S5", "0123", "europe", 50, SLAVIC),
  country("9A", "1234567", "europe", 48, SLAVIC),
  country("YU", "1234567", "europe", 56, SLAVIC),
  country("E7", "0147", "europe", 14, SLAVIC),
  country("Z3", "12", "europe", 8, SLAVIC),
  country("LZ", "12345", "europe", 70, SLAVIC),
  country("YO", "23456789", "europe", 70),
  country("UR US UT", "1234567890", "europe", 150, SLAVIC),
  country("RA UA R", "1346", "europe", 260, SLAVIC),
  country("EW", "1268", "europe", 24, SLAVIC),
  country("LY", "123", "europe", 32),
  country("YL", "23", "europe", 18),
  country("ES", "15", "europe", 14),
  country("OH", "12345678", "europe", 70),
  country("OH", "0", "europe", 4),
  country("SM SA", "1234567", "europe", 80),
  country("LA LB", "1234567", "europe", 46),
  country("OZ", "1234567", "europe", 40),
  country("OY", "14", "europe", 3, "Sunnva", "Klaksvík"),
  country("TF", "3", "europe", 5),
  country("ON", "4567", "europe", 60, "", "Kwadebeek"),
  country("PA PD", "0123579", "europe", 90, "Wiebe Sjoukje Harmke", "Oosterveld"),
  country("LX", "1", "europe", 5),
  country("HB", "9", "europe", 40),
  country("HB", "0", "europe", 3),
  country("OE", "123568", "europe", 40, GERMAN),
  country("CT", "1247", "europe", 70, PORTUGUESE),
  country("CT", "3", "europe", 8, PORTUGUESE),
  country("CU", "2378", "europe", 10, PORTUGUESE),
  country("SV", "12348", "europe", 46),
  country("SV", "9", "europe", 10),
  country("SV", "5", "europe", 6),
  country("9H", "1", "europe", 8),
  country("IS", "0", "europe", 14, ITALIAN),
  country("TK", "5", "europe", 5),
  country("EA", "6", "europe", 12, SPANISH),
  country("T7", "7", "europe", 3),
  country("3A", "2", "europe", 2),
  country("ZA", "1", "europe", 3),
  country("ER", "13", "europe", 6),
  country("UA", "2", "europe", 5, SLAVIC),
  country("ZB", "2", "europe", 3),
  country("C3", "1", "europe", 3),
  country("4O", "4", "europe", 5, SLAVIC),
  country("TA", "1234", "europe", 20),
  country("JW", "5", "europe", 2),
  country("EA", "8", "africa", 40, SPANISH, "Risco del Alba"),
  country("EA", "9", "africa", 6, SPANISH),
  country("CN", "8", "africa", 10),
  country("7X", "2", "africa", 6),
  country("3V", "8", "africa", 3),
  country("SU", "9", "africa", 3),
  country("D4", "4", "africa", 5, PORTUGUESE),
  country("6W", "1", "africa", 4),
  country("5N", "0", "africa", 3),
  country("9J", "2", "africa", 4, "Mutale"),
  country("ZS ZR", "1256", "africa", 50, "Themba Andries Lindiwe", "Rooiklip"),
  country("V5", "1", "africa", 5),
  country("A2", "5", "africa", 3),
  country("ZD", "7", "africa", 2, ENGLISH),
  country("5Z", "4", "africa", 4),
  country("5H", "3", "africa", 2),
  country("FR", "4", "africa", 6),
  country("3B", "8", "africa", 3),
  country("TR", "8", "africa", 2),
  country("TU", "2", "africa", 2),
  country("9G", "5", "africa", 2),
  country("5R", "8", "africa", 2),
  country("JA JH JR JE 7K", "1234567890", "asia", 330, JAPANESE, "Kazahama, Aokawa"),
  country("HL DS", "12345", "asia", 36),
  country("BY BG BD", "1234567", "asia", 44),
  country("BV", "24", "asia", 8),
  country("VR", "2", "asia", 8),
  country("RA UA", "90", "asia", 60, SLAVIC),
  country("UN", "7", "asia", 18, SLAVIC),
  country("4X", "14", "asia", 24),
  country("5B", "4", "asia", 8),
  country("A6", "1", "asia", 6),
  country("A7", "1", "asia", 3),
  country("HZ", "1", "asia", 4),
  country("9K", "2", "asia", 4),
  country("VU", "23", "asia", 30),
  country("4S", "7", "asia", 3),
  country("HS", "0", "asia", 10),
  country("9V", "1", "asia", 4),
  country("9M", "2", "asia", 5),
  country("4L", "1", "asia", 6),
  country("EK", "6", "asia", 3),
  country("YB YC", "0123", "oceania", 46),
  country("DU", "1379", "oceania", 16),
  country("VK", "1234567", "oceania", 90, ENGLISH, "Wirra Creek"),
  country("ZL", "1234", "oceania", 50, ENGLISH, "Tawhai"),
  country("KH", "2", "oceania", 4),
  country("FK", "8", "oceania", 3),
  country("FO", "5", "oceania", 3),
  country("3D", "2", "oceania", 3),
  country("9M", "6", "oceania", 3),
  country("VK", "9", "oceania", 3, ENGLISH),
];

const THIRD = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/** All stations of the demo's world. Every suffix lies in QRA to QUZ, which is issued to nobody. */
export function makeStations(random: Random, now: number): Station[] {
  const stations: Station[] = [];
  const taken = new Set<string>();
  for (const place of COUNTRIES) {
    for (let count = 0; count < place.stations; count++) {
      const suffix = `Q${random.pick([..."RSTU"])}${random.pick([...THIRD])}`;
      const call = `${random.pick(place.prefixes)}${random.pick([...place.digits])}${suffix}`;
      if (taken.has(call)) continue;
      taken.add(call);
      stations.push(makeStation(random, place, call, now));
    }
  }
  return stations;
}

function makeStation(random: Random, place: Country, call: string, now: number): Station {
  const { latitude, longitude } = resolve(call, now);
  const near = (degrees: number) => degrees + (random.next() - 0.5) * 3;
  const grid =
    latitude === null || longitude === null || random.chance(0.35)
      ? null
      : gridOf(
          { latitude: Math.max(-89, Math.min(89, near(latitude))), longitude: near(longitude) },
          random.chance(0.5) ? 4 : 6,
        );
  return {
    call,
    name: place.names.length > 0 && random.chance(0.8) ? random.pick(place.names) : null,
    place: place.places.length > 0 && random.chance(0.6) ? random.pick(place.places) : null,
    grid,
    region: place.region,
    activity: 0.3 + random.next() ** 3 * 6,
  };
}
