import { type PictureRow, pictureLookSchema } from "@/core/contract";
import type { SoundPlace } from "@/core/signal";
import { noiseOf } from "@/core/signal/testing";
import { hearSound } from "./hearSound";
import type { SoundPiece } from "./pictureWork";

const RATE = 48_000;
const LOOK = pictureLookSchema.parse({});

/** What is heard of a tone, where a radio is. */
function hear(place: () => SoundPlace) {
  const rows: { row: PictureRow; levels: Uint8Array }[] = [];
  const pieces: SoundPiece[] = [];
  let take: ((samples: Float32Array) => void) | null = null;
  const leaving = new AbortController();
  let now = 1000;
  const noise = noiseOf(1);
  const heard = hearSound(
    { rate: RATE, listen: (next) => (take = next) },
    LOOK,
    { row: (row, levels) => void rows.push({ row, levels }), sound: (piece) => void pieces.push(piece) },
    leaving.signal,
    { placeNow: place, now: () => now },
  );
  const sound = (toneHz: number, seconds: number) => {
    for (let piece = 0; piece < (seconds * RATE) / 1024; piece++) {
      now += 1024 / RATE;
      const samples = Float32Array.from({ length: 1024 }, (_, nth) => {
        const at = piece * 1024 + nth;
        return 0.3 * Math.sin((2 * Math.PI * toneHz * at) / RATE) + noise() * 0.01;
      });
      take?.(samples);
    }
  };
  const loudest = () => {
    const { row, levels } = rows.at(-1)!;
    return row.lowHz + levels.indexOf(Math.max(...levels)) * row.placeHz;
  };
  return { rows, pieces, sound, loudest, leaving, heard, isHeard: () => take !== null };
}

test("a tone stands above the dial on the upper sideband, below it on the lower one", () => {
  for (const [side, at] of [
    ["upper", 14_201_000],
    ["lower", 14_199_000],
  ] as const) {
    const { sound, loudest, rows } = hear(() => ({ hertz: 14_200_000, side }));
    sound(1000, 1);
    expect(Math.abs(loudest() - at)).toBeLessThanOrEqual(rows[0]!.row.placeHz);
  }
});

test("what is beyond a radio's filter is left out", () => {
  const { sound, rows } = hear(() => ({ hertz: 14_200_000, side: "upper" }));
  sound(1000, 1);
  const { lowHz, placeHz, bytes } = rows.at(-1)!.row;
  expect(lowHz).toBe(14_200_000);
  expect(Math.abs(bytes * placeHz - 5000)).toBeLessThanOrEqual(placeHz);
});

test("where the radio is turned, it stands elsewhere from then on", () => {
  let hertz = 14_200_000;
  const { sound, loudest } = hear(() => ({ hertz, side: "upper" }));
  sound(1000, 1);
  hertz = 7_050_000;
  sound(1000, 1);
  expect(Math.abs(loudest() - 7_051_000)).toBeLessThan(30);
});

test("the sound itself is given to be read, with where it stands", () => {
  const { sound, pieces } = hear(() => ({ hertz: 7_050_000, side: "lower" }));
  sound(1000, 0.1);
  expect(pieces[0]).toMatchObject({ rate: RATE, isIq: false, hertz: 7_050_000, side: "lower" });
  expect(pieces[0]!.samples).toHaveLength(1024);
});

test("it ends where one leaves it", async () => {
  const { leaving, heard, isHeard } = hear(() => ({ hertz: 0, side: "upper" }));
  expect(isHeard()).toBe(true);
  leaving.abort();
  await heard;
  expect(isHeard()).toBe(false);
});
