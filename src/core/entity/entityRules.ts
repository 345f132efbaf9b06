import type { Callsign } from "../callsign";
import { countedAt, ENTITIES, type Entity, entityByCode } from "./entity";

/**
 * Prefixes under which several entities operate and the call does not tell which: prefixes | entity codes, the
 * likeliest first. "X<1976" holds before that year only; an entity that did not count at the time is left out.
 * Source: the administrations' published use of their series.
 */
// prettier-ignore
export const AMBIGUOUS_LINES = `
VP8|141 235 241 238 240 13
3Y|24 199
E5 ZK1<2007|234 191
FO|175 508 509 36
TX|175 162 508 509 512 36
TO|79 84 63 453 169 213 516 277
FK|162 512
3D2|176 460 489
3D2R|460 176
3D2C|489 176
VP6>1967|172 513
HK0 HJ0 5J0 5K0|216 161 19 228
JD1 JD|192 177
KH8 AH8 NH8 WH8|9 515
FT|131 41 10 124 99 276 13
VK9 VI9|189 35 38 147 171 303 198 267
VK0|13 153 111
PP0-PY0 ZV0-ZZ0|56 253 273
CE0 CA0-CD0 XQ0 XR0 3G0|47 125 217
CE9 CA9-CD9 XQ9 XR9 3G9 LU#Z AY#Z RI1AN R1AN|13 241 238
GZ MZ 2Z|279 223
GB|223 279 294 265 114 106 122
4U|117 289 206 248
PJ PJ0 PJ1|517 520 518 519
CR8<1962|101 42 200
VQ9<1977|379 33 8 44 55
EA9<1970|32 113 302
EA9<1976|32 302
KC6<1987|173 22
VK9N<1976|267 189
`;

const UNITED_STATES = 291;
const GUANTANAMO_BAY = 105;
const EUROPEAN_RUSSIA = 54;
const ASIATIC_RUSSIA = 15;
const KALININGRAD = 126;
const GREECE = 236;
const MOUNT_ATHOS = 180;

/**
 * Letters after a stroke that tell an island of those one prefix is shared by: entity that the call is of | letter |
 * entity it stands for. Source: the administrations' published use of their series.
 */
const ISLAND_STROKES: ReadonlyMap<string, number> = new Map([
  ["453 G", 99],
  ["453 J", 124],
  ["453 E", 124],
  ["453 T", 276],
  ["176 R", 460],
  ["176 C", 489],
  ["162 C", 512],
]);

/** Entities that are listed under a prefix and a mark: "E5/N". */
const MARKED = ENTITIES.flatMap((entity) => {
  const [head = "", mark] = entity.prefix.split("/");
  return mark === undefined ? [] : [{ head, mark, entity }];
});

/**
 * The entity whose mark stands between the place and the call: E5/N/CX3QUA is in the North Cook Islands, while
 * JD1/CX3QUA/M is a mobile station.
 */
function markedPlace({ call, base, portable, markers }: Callsign): Entity | undefined {
  if (!portable || markers.length === 0) return undefined;
  const [place = "", letter, ...behind] = call.split("/");
  if (place === base || behind.length === 0) return undefined;
  return MARKED.find(({ head, mark }) => place.startsWith(head) && mark === letter)?.entity;
}

/**
 * What a plain prefix match gets wrong: the entities a call may stand for, the likeliest first, or null where the
 * prefix match stands.
 *
 * @param at seconds since 1970 UTC: an island counts from some day on
 */
export function ruleFor(matched: Entity, call: Callsign, location: string, at: number): readonly Entity[] | null {
  const marked = markedPlace(call);
  if (marked !== undefined && countedAt(marked, at)) return [marked];
  switch (matched.code) {
    case UNITED_STATES:
      return guantanamoBay(call, location);
    case EUROPEAN_RUSSIA:
      return russia(location);
    case GREECE:
      return mountAthos(call);
    default:
      return islandByStroke(matched, call, at);
  }
}

function islandByStroke(matched: Entity, call: Callsign, at: number): readonly Entity[] | null {
  for (const marker of call.markers) {
    const island = ISLAND_STROKES.get(`${matched.code} ${marker}`);
    if (island !== undefined && countedAt(entityByCode(island)!, at)) return entities(island, matched.code);
  }
  return null;
}

/** KG4 and two letters is Guantanamo Bay; one or three letters are in the United States. */
function guantanamoBay(call: Callsign, location: string): readonly Entity[] | null {
  if (call.portable && location === "KG4") return entities(GUANTANAMO_BAY, UNITED_STATES);
  return /^KG4[A-Z]{2}$/.test(location) ? entities(GUANTANAMO_BAY) : null;
}

/**
 * Russia by area digit and the letter after it: 8, 9 and 0 lie in Asia but for Perm (F, G), Orenburg (S, T),
 * Bashkortostan (W) and Komi (X) in areas 8 and 9; area 2 with F or K, and UA2 and RA2 whole, are Kaliningrad.
 */
function russia(location: string): readonly Entity[] {
  const [, national = "", digits = "", letter = ""] = /^([A-Z]+)([0-9]*)([A-Z]?)/.exec(location) ?? [];
  if (digits === "") return entities(EUROPEAN_RUSSIA, ASIATIC_RUSSIA, KALININGRAD);
  if (digits.length > 1) return entities(EUROPEAN_RUSSIA, ASIATIC_RUSSIA);
  if (digits === "2") {
    if (letter === "F" || letter === "K" || national === "UA" || national === "RA") return entities(KALININGRAD);
    return letter === "" ? entities(EUROPEAN_RUSSIA, KALININGRAD) : entities(EUROPEAN_RUSSIA);
  }
  if (digits === "0") return entities(ASIATIC_RUSSIA);
  if (digits === "8" || digits === "9") {
    if (letter === "") return entities(ASIATIC_RUSSIA, EUROPEAN_RUSSIA);
    return entities("FGSTWX".includes(letter) ? EUROPEAN_RUSSIA : ASIATIC_RUSSIA);
  }
  return entities(EUROPEAN_RUSSIA);
}

/** A stroke A behind a call of Greece's second area is how the monks of Mount Athos sign; others there use it too. */
function mountAthos(call: Callsign): readonly Entity[] | null {
  const mayBe = !call.portable && call.digit === "2" && call.markers.includes("A");
  return mayBe ? entities(GREECE, MOUNT_ATHOS) : null;
}

/**
 * Where a stroke moves a station to without saying so in full: a station of the possessions, Hawaii or Alaska that
 * signs a digit ("KH6QUA/4") is on the mainland, and one of Argentina that signs a province's letter ("LU1QUA/X") is
 * in that province. The location to look up then, or null.
 */
export function movedByStroke(call: Callsign): string | null {
  if (call.portable || call.markers.length === 0) return null;
  if (/^(A[HL]|[KNW][HLP])[0-9]/.test(call.base)) {
    return call.markers.some((marker) => /^[0-9]$/.test(marker)) ? `W${call.digit}${call.suffix}` : null;
  }
  if (/^(L[2-9O-W]|A[YZ])/.test(call.base)) {
    const province = call.markers.find((marker) => /^[V-Z]$/.test(marker));
    return province === undefined ? null : call.prefix + province;
  }
  return null;
}

const MEMO = new Map<string, readonly Entity[]>();

function entities(...codes: readonly number[]): readonly Entity[] {
  const key = codes.join(" ");
  let found = MEMO.get(key);
  if (found === undefined) {
    found = codes.map((code) => entityByCode(code)!);
    MEMO.set(key, found);
  }
  return found;
}
