import { pictureLookSchema, pictureRowSchema, readLinesSchema } from "../../core/contract";
import { createBlockReader, type ReadPlace } from "../../core/signal";
import { keyDown, noiseOf } from "../../core/signal/testing";
import { makerOf } from "./makers";

const [RATE, CENTRE_HZ] = [24_000, 14_030_000];

/** A station 3 kHz above the middle, a tenth of a second at a time: pairs of I and Q. */
function* tenths(seconds: number): Generator<readonly [samples: Float32Array, at: number]> {
  const noise = noiseOf(1);
  const { isDown } = keyDown({ text: "CQ CQ DE CX3QUA CX3QUA K CQ CQ DE CX3QUA", speed: 25 });
  const step = RATE / 10;
  for (let tenth = 0; tenth < seconds * 10; tenth++) {
    const samples = Float32Array.from({ length: step * 2 }, () => noise() * 0.01);
    for (let pair = 0; pair < step; pair++) {
      const second = tenth / 10 + pair / RATE;
      const loud = isDown(second) ? 0.1 : 0;
      samples[pair * 2]! += loud * Math.cos(2 * Math.PI * 3000 * second);
      samples[pair * 2 + 1]! += loud * Math.sin(2 * Math.PI * 3000 * second);
    }
    yield [samples, 1000 + (tenth + 1) / 10];
  }
}

function headsOf(blocks: readonly Uint8Array[]): unknown[] {
  const heads: unknown[] = [];
  const reader = createBlockReader((head) => heads.push(head), 100_000);
  for (const block of blocks) reader.take(block);
  return heads;
}

test("what is read is told with its frequency, and only when it is more", () => {
  const make = makerOf("text", RATE);
  const told = [...tenths(18)].map(([samples, at]) => make(samples, { at, centreHz: CENTRE_HZ }));
  expect(told.every((blocks) => blocks.length <= 1)).toBe(true);
  const all = headsOf(told.flat()).map((head) => readLinesSchema.parse(head));
  const [line] = all.at(-1)!.lines;
  expect(line).toMatchObject({ hertz: 14_033_000, kind: "morse" });
  expect(line!.text).toContain("CX3QUA CX3QUA K");
  expect(line!.at).toBeGreaterThan(1005);
  for (const [nth, one] of all.entries()) if (nth > 0) expect(one).not.toEqual(all[nth - 1]);
  // Nothing more comes: nothing is told.
  const silence = new Float32Array(RATE * 2);
  for (let second = 0; second < 4; second++) make(silence, { at: 1018 + second, centreHz: CENTRE_HZ });
  expect(make(silence, { at: 1022, centreHz: CENTRE_HZ })).toEqual([]);
  // Elsewhere on the band it is read no more.
  const elsewhere = headsOf(make(silence, { at: 1023, centreHz: 14_060_000 }));
  expect(elsewhere).toEqual([{ lines: [] }]);
});

test("a place that is put is read where it is on the band, also when the receiver is turned", () => {
  let places: readonly ReadPlace[] = [];
  const make = makerOf("text", RATE, () => places);
  const silence = new Float32Array(RATE * 2);
  const told = (at: number, centreHz: number) =>
    headsOf(make(silence, { at, centreHz })).map((head) => readLinesSchema.parse(head).lines);
  expect(told(1000, CENTRE_HZ)).toEqual([[]]);
  places = [{ hertz: CENTRE_HZ + 2000, kind: "morse", shiftHz: 0 }];
  expect(told(1001, CENTRE_HZ)).toMatchObject([[{ hertz: CENTRE_HZ + 2000, isByHand: true, text: "" }]]);
  expect(told(1002, CENTRE_HZ + 5000)).toMatchObject([[{ hertz: CENTRE_HZ + 2000, isByHand: true }]]);
  expect(told(1003, CENTRE_HZ + 50_000)).toEqual([[]]);
  expect(told(1004, CENTRE_HZ)).toMatchObject([[{ hertz: CENTRE_HZ + 2000 }]]);
  places = [];
  expect(told(1005, CENTRE_HZ)).toEqual([[]]);
});

test("rows stand around the frequency in the middle", () => {
  const make = makerOf(pictureLookSchema.parse({}), RATE);
  const heads = headsOf([...tenths(1)].flatMap(([samples, at]) => make(samples, { at, centreHz: CENTRE_HZ })));
  const { lowHz, placeHz, bytes } = pictureRowSchema.parse(heads.at(-1));
  expect(heads.length).toBeGreaterThan(15);
  expect([lowHz, lowHz + placeHz * bytes]).toEqual([14_018_000, 14_042_000]);
});

test("where the receiver is turned, the picture goes on, and stands elsewhere", () => {
  const make = makerOf(pictureLookSchema.parse({}), RATE);
  const heads = headsOf(
    [...tenths(2)].flatMap(([samples, at], nth) => make(samples, { at, centreHz: CENTRE_HZ + (nth < 10 ? 0 : 500) })),
  ).map((head) => pictureRowSchema.parse(head));
  expect(heads.length).toBeGreaterThan(35);
  expect([...new Set(heads.map(({ lowHz }) => lowHz))]).toEqual([14_018_000, 14_018_500]);
});
