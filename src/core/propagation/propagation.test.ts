import fc from "fast-check";
import type { Point } from "../geo";
import { maximumFrequency, noisePower, pathLoss } from ".";

const FAROL: Point = { latitude: -34.4, longitude: -53.8 };
const BREMEN: Point = { latitude: 53.1, longitude: 8.8 };
const PLATA: Point = { latitude: -34.9, longitude: -57.9 };
const hour = (hours: number) => Date.UTC(2026, 10, 26, hours) / 1000;
const SOLAR = { sunspots: 80, kIndex: 2 };

const place = fc.record({
  latitude: fc.double({ min: -70, max: 70, noNaN: true }),
  longitude: fc.double({ min: -180, max: 180, noNaN: true }),
});
const time = fc.integer({ min: hour(0), max: hour(0) + 365 * 86_400 });

/** The method's own program, line by line, with its own sun; longitudes west, all in radians. */
function asPublished(from: Point, to: Point, at: number, sunspots: number): number {
  const radians = Math.PI / 180;
  const [l1, w1, l2, w2] = [from.latitude, -from.longitude, to.latitude, -to.longitude].map((a) => a * radians) as [
    number,
    number,
    number,
    number,
  ];
  const date = new Date(at * 1000);
  const [m0, d6, t5] = [date.getUTCMonth() + 1, date.getUTCDate(), date.getUTCHours() + date.getUTCMinutes() / 60];
  const { sin, cos, exp, atan, sqrt, abs, sign, acos } = Math;
  const g1 = acos(Math.max(-1, Math.min(1, sin(l1) * sin(l2) + cos(l1) * cos(l2) * cos(w2 - w1))));
  const k6 = Math.max(1, 1.59 * g1);
  let k5 = 1 / k6;
  let j9 = 100;
  for (let k1 = 1 / (2 * k6); k1 <= 1 - 1 / (2 * k6) + 1e-9; k1 += Math.max(1e-3, 0.9999 - 1 / k6)) {
    if (k5 !== 1) k5 = 0.5;
    const p = sin(l2);
    const q = cos(l2);
    const a = (sin(l1) - p * cos(g1)) / (q * sin(g1));
    const b = g1 * k1;
    const c = p * cos(b) + q * sin(b) * a;
    const d = acos(Math.max(-1, Math.min(1, (cos(b) - c * p) / (q * sqrt(1 - c * c)))));
    let w0 = w2 + sign(sin(w1 - w2)) * d;
    w0 = ((w0 % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
    const l0 = Math.PI / 2 - acos(c);
    const y1 = 0.0172 * (10 + (m0 - 1) * 30.4 + d6);
    const y2 = 0.409 * cos(y1);
    let k8 = 3.82 * w0 + 12 + 0.13 * (sin(y1) + 1.2 * sin(2 * y1));
    if (k8 > 24) k8 -= 24;
    let g0 = 0;
    let k9 = 0;
    if (cos(l0 + y2) > -0.26) {
      k9 = (-0.26 + sin(y2) * sin(l0)) / (cos(y2) * cos(l0) + 0.001);
      k9 = 12 - atan(k9 / sqrt(abs(1 - k9 * k9))) * 7.639437;
      let t = k8 - k9 / 2;
      if (t < 0) t += 24;
      let t4 = k8 + k9 / 2;
      if (t4 > 24) t4 -= 24;
      const c0 = abs(cos(l0 + y2));
      const t9 = Math.max(0.1, 9.7 * c0 ** 9.6);
      const g8 = (Math.PI * t9) / k9;
      const isDay = t4 < t ? (t5 - t4) * (t - t5) <= 0 : (t5 - t) * (t4 - t5) > 0;
      if (isDay) {
        const t6 = t5 < t ? t5 + 24 : t5;
        const g9 = (Math.PI * (t6 - t)) / k9;
        const u = (t - t6) / t9;
        g0 = (c0 * (sin(g9) + g8 * (exp(u) - cos(g9)))) / (1 + g8 * g8);
        g0 = Math.max(g0, (c0 * (g8 * (exp(-k9 / t9) + 1)) * exp((k9 - 24) / 2)) / (1 + g8 * g8));
      } else {
        const t6 = t5 < t4 ? t5 + 24 : t5;
        g0 = (c0 * (g8 * (exp(-k9 / t9) + 1)) * exp((t4 - t6) / 2)) / (1 + g8 * g8);
      }
    }
    let m9 = sin(Math.min(Math.PI / 2, 2.5 * g1 * k5));
    m9 = 1 + 2.5 * m9 * sqrt(m9);
    let g2 = (1 + sunspots / 250) * m9 * sqrt(6 + 58 * sqrt(g0));
    g2 *= 1 - 0.1 * exp((k9 - 24) / 3);
    g2 *= 1 + (1 - sign(l1) * sign(l2)) * 0.1;
    g2 *= 1 - 0.1 * (1 + sign(abs(sin(l0)) - cos(l0)));
    j9 = Math.min(j9, g2);
  }
  return j9;
}

describe("the highest frequency that a path bears", () => {
  it("is that of the published program, whose sun is a few minutes apart", () => {
    for (const [from, to] of [
      [FAROL, BREMEN],
      [FAROL, PLATA],
      [BREMEN, { latitude: 35.7, longitude: 139.7 }],
      [BREMEN, { latitude: 41, longitude: -74 }],
      [FAROL, { latitude: -41.3, longitude: 174.8 }],
    ] as const)
      for (let at = 0; at < 24; at++) {
        const published = asPublished(from, to, hour(at), 80);
        // Around sunrise a few minutes are much.
        expect(Math.abs(maximumFrequency(from, to, hour(at), SOLAR) / published - 1)).toBeLessThan(0.12);
      }
  });

  it("is the same both ways, and higher with more sunspots", () => {
    fc.assert(
      fc.property(place, place, time, (from, to, at) => {
        const there = maximumFrequency(from, to, at, SOLAR);
        expect(maximumFrequency(to, from, at, SOLAR)).toBeCloseTo(there, 3);
        expect(maximumFrequency(from, to, at, { sunspots: 120 })).toBeGreaterThan(there);
      }),
    );
  });

  it("is higher by day than by night, and on a longer hop", () => {
    const near = (at: number) => maximumFrequency(FAROL, PLATA, hour(at), SOLAR);
    expect(near(17)).toBeGreaterThan(1.5 * near(7));
    const far = { latitude: -30, longitude: -85 };
    expect(maximumFrequency(FAROL, far, hour(17), SOLAR)).toBeGreaterThan(1.5 * near(17));
  });
});

describe("what is lost on a path", () => {
  const on = (megahertz: number, at: number, to: Point = BREMEN, solar = SOLAR) =>
    pathLoss(FAROL, to, megahertz * 1e6, hour(at), solar);

  it("is absorbed on low bands by day, and not at night", () => {
    expect(on(3.5, 15).absorption).toBeGreaterThan(100);
    expect(on(3.5, 3).absorption).toBeLessThan(1);
    expect(on(28, 15).absorption).toBeLessThan(on(14, 15).absorption / 2);
    expect(on(14, 15, BREMEN, { sunspots: 150, kIndex: 2 }).absorption).toBeGreaterThan(on(14, 15).absorption);
  });

  it("is absorbed as the formula says: one hop, the sun nearly overhead", () => {
    // At 12 UTC of the solstice the sun stands over 0° E; worked out by hand: 677.2 × 1.296 × 0.98 × sec i / 236.6.
    const at = Date.UTC(2026, 11, 21, 12) / 1000;
    const [west, east] = [
      { latitude: -23.4, longitude: -5 },
      { latitude: -23.4, longitude: 5 },
    ];
    const { absorption, by } = pathLoss(west, east, 14.5e6, at, { sunspots: 80, kIndex: 0 });
    // Half a hop of 4.588°: elevation 29.9°, and 58.6° at the height of 100 km.
    expect(by).toBe("ionosphere");
    expect(absorption).toBeCloseTo((677.2 * 1.296) / Math.cos((58.6 * Math.PI) / 180) / (15.7 ** 1.98 + 10.2), 0);
  });

  it("is much above the highest frequency that the path bears", () => {
    const { maximum } = on(28, 3);
    expect(maximum).toBeLessThan(20);
    expect(on(28, 3).loss).toBeGreaterThan(on(14, 3).loss + 20);
  });

  it("goes along the ground to near places, and to the horizon on VHF", () => {
    const next = { latitude: -34.45, longitude: -53.8 };
    expect(on(3.5, 15, next).by).toBe("ground");
    const [seen, behind] = [on(144, 15, next), on(144, 15, PLATA)];
    // 5.6 km in free space: 32.45 + 20 log 144 + 20 log 5.56.
    expect(seen.loss).toBeCloseTo(90.5, 0);
    expect([seen.by, behind.by]).toEqual(["troposphere", "troposphere"]);
    expect(behind.loss).toBeGreaterThan(150);
  });

  it("is a number for any two places and times", () => {
    const frequency = fc.constantFrom(1.83e6, 3.6e6, 7.1e6, 14.1e6, 28.5e6, 50.1e6, 145e6, 433e6);
    fc.assert(
      fc.property(place, place, time, frequency, (from, to, at, frequencyHz) => {
        const { loss, absorption } = pathLoss(from, to, frequencyHz, at, SOLAR);
        expect(loss).toBeGreaterThan(0);
        expect(absorption).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe("noise", () => {
  it("is what people make, by the recommendation's figures", () => {
    // At 10 MHz by day: 72.5 - 27.7 = 44.8 dB over -174 dBm a hertz, 27 dB more in 500 Hz.
    expect(noisePower(10e6, 500, "residential", false)).toBeCloseTo(-174 + 44.8 + 27, 0);
    expect(noisePower(10e6, 500, "city", false) - noisePower(10e6, 500, "rural", false)).toBeCloseTo(9, 0);
  });

  it("is stronger on low bands, and there at night", () => {
    expect(noisePower(3.5e6, 500, "rural", false)).toBeGreaterThan(noisePower(28e6, 500, "rural", false) + 20);
    expect(noisePower(1.8e6, 500, "rural", true)).toBeGreaterThan(noisePower(1.8e6, 500, "rural", false) + 3);
    // Thermal noise in 2500 Hz, and the sky 8.6 dB below it.
    expect(noisePower(432e6, 2500, "quiet", false)).toBeCloseTo(-174 + 34 + 0.6, 1);
  });
});
