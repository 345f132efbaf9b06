import fc from "fast-check";
import { BANDS } from "../band";
import { antennaOn, parseAntennas } from "./antennas";

const HOME = "20m-10m: three-element beam; 40m, 30m: dipole\nlong wire";

test.each([
  ["20m", "three-element beam"],
  ["17m", "three-element beam"],
  ["10m", "three-element beam"],
  ["30m", "dipole"],
  ["40m", "dipole"],
  ["160m", "long wire"],
  [null, "long wire"],
])("on %s there is the %s", (band, antenna) => {
  expect(antennaOn(HOME, band)).toBe(antenna);
});

test("without one for all others a band that is not named has none", () => {
  expect(antennaOn("10m - 20m: beam", "15m")).toBe("beam");
  expect(antennaOn("10m - 20m: beam", "40m")).toBeNull();
  expect(antennaOn(null, "40m")).toBeNull();
});

test.each([
  ["21m: beam", '"21m: beam": "21m" is no band: write it as in 20m or 70cm'],
  ["20m: ", '"20m:": an antenna follows the colon, as in 40m: dipole'],
  [": beam", '": beam": bands stand before the colon, as in 40m: dipole'],
  ["20m-15m-10m: beam", '"20m-15m-10m: beam": "20m-15m-10m" is no range: write it as 20m-10m'],
  ["20m-10m: beam; 15m: loop", '"15m: loop": 15m has "beam" already'],
  ["beam; loop", '"loop": "beam" has no bands already: name those of one, as 40m: dipole'],
])("%s is refused with the mend", (text, said) => {
  expect(parseAntennas(text)).toEqual({ ok: false, text: said });
});

test("every band of a range has its antenna, whichever end comes first, and no other band", () => {
  const places = fc.nat(BANDS.length - 1);
  fc.assert(
    fc.property(places, places, (one, other) => {
      const text = `${BANDS[one]!.name}-${BANDS[other]!.name}: beam`;
      const [first, last] = [Math.min(one, other), Math.max(one, other)];
      BANDS.forEach(({ name }, place) =>
        expect(antennaOn(text, name)).toBe(place >= first && place <= last ? "beam" : null),
      );
    }),
  );
});
