import { clockText } from "../kit/format";
import { type PictureRow, pictureLookSchema } from "@/core/contract";
import { levelOf, type WavForm } from "@/core/signal";
import { lookIntoRecording, recordedAs, recordedSeconds, type RecordedAs, type Recording } from "./recording";
import type { SoundPiece } from "./pictureWork";
import { playRecording } from "./playRecording";

const RATE = 8000;
const SECONDS = 3;
const HERTZ = 14_050_000;
const LOOK = pictureLookSchema.parse({});

/** A recording of sixteen bits with a tone, in the second of so many channels Q, a quarter of a turn later. */
function recordingOf(as: RecordedAs, channels: 1 | 2, toneHz: number): Recording {
  const bytes = new DataView(new ArrayBuffer(RATE * SECONDS * channels * 2));
  for (let at = 0; at < RATE * SECONDS; at++) {
    const phase = (2 * Math.PI * toneHz * at) / RATE;
    // A little of everything, so that there is a noise to be over.
    const noise = ((at * 7919) % 101) / 101 - 0.5;
    for (let channel = 0; channel < channels; channel++) {
      const part = channel === 0 ? Math.cos(phase) : Math.sin(phase);
      bytes.setInt16((at * channels + channel) * 2, 8000 * part + 300 * noise, true);
    }
  }
  const form: WavForm = {
    channels,
    rate: RATE,
    bits: 16,
    isFloat: false,
    dataAt: 0,
    dataBytes: bytes.byteLength,
    isCut: false,
  };
  return { file: Object.assign(new Blob([bytes.buffer]), { name: "band.wav" }), form, as, hertz: HERTZ };
}

interface Played {
  readonly rows: { readonly row: PictureRow; readonly levels: Uint8Array }[];
  readonly pieces: SoundPiece[];
  readonly waited: number[];
}
async function play(recording: Recording, from = 0, signal = new AbortController().signal): Promise<Played> {
  const played: Played = { rows: [], pieces: [], waited: [] };
  await playRecording(
    { recording, look: LOOK, from },
    { row: (row, levels) => void played.rows.push({ row, levels }), sound: (piece) => void played.pieces.push(piece) },
    signal,
    (seconds) => {
      played.waited.push(seconds);
      return Promise.resolve();
    },
  );
  return played;
}
/** Where the loudest place of a row stands, Hz. */
function loudest({ row, levels }: Played["rows"][number]): number {
  return row.lowHz + levels.indexOf(Math.max(...levels)) * row.placeHz;
}

test.each([
  ["iq", 2, 1000, 1000],
  ["iq", 2, -1000, -1000],
  ["swapped", 2, 1000, -1000],
  ["upper", 1, 1000, 1000],
  ["upper", 2, 1000, 1000],
  ["lower", 1, 1000, -1000],
] as const)(
  "%s of %i channels: a tone of %i Hz stands %i Hz from the frequency that is said",
  async (as, channels, tone, at) => {
    const { rows } = await play(recordingOf(as, channels, tone));
    const last = rows.at(-1)!;
    expect(Math.abs(loudest(last) - (HERTZ + at))).toBeLessThanOrEqual(last.row.placeHz);
    expect(levelOf(Math.max(...last.levels))).toBeGreaterThan(20);
  },
);

test("it is played as fast as it was recorded, to its end", async () => {
  const { rows, waited } = await play(recordingOf("upper", 1, 1000));
  expect(rows.length).toBeGreaterThanOrEqual(SECONDS * LOOK.rows - 2);
  expect(rows.at(-1)!.row.at).toBeCloseTo(SECONDS, 1);
  expect(waited.at(-1)).toBeCloseTo(SECONDS, 1);
  for (let nth = 1; nth < waited.length; nth++) expect(waited[nth]!).toBeGreaterThan(waited[nth - 1]!);
});

test("it is played from where one goes, and ends where one leaves it", async () => {
  const { rows, waited } = await play(recordingOf("iq", 2, 1000), 2);
  expect(rows[0]!.row.at).toBeGreaterThan(2);
  expect(waited[0]).toBeLessThan(0.3);
  const left = new AbortController();
  left.abort();
  expect((await play(recordingOf("iq", 2, 1000), 0, left.signal)).rows).toEqual([]);
});

test("of three gigabytes only the pieces that are heard are read", async () => {
  const one = recordingOf("iq", 2, 1000);
  const asked: number[] = [];
  const huge = {
    name: "huge.wav",
    slice(from: number, to: number) {
      asked.push(to - from);
      return one.file.slice(0, to - from);
    },
  } as Recording["file"];
  const dataBytes = 3 * 2 ** 30;
  const leaving = new AbortController();
  await playRecording(
    { recording: { ...one, file: huge, form: { ...one.form, dataBytes } }, look: LOOK, from: 90_000 },
    { row: () => void (asked.length > 3 && leaving.abort()), sound: () => {} },
    leaving.signal,
    () => Promise.resolve(),
  );
  expect(asked).toEqual([8000, 8000, 8000, 8000]);
});

test("a file that is gone is told as what is wrong", async () => {
  const one = recordingOf("upper", 1, 1000);
  const gone = { name: "gone.wav", slice: () => ({ arrayBuffer: () => Promise.reject(new Error("NotFound")) }) };
  await expect(play({ ...one, file: gone as unknown as Recording["file"] })).rejects.toThrow(/cannot be read any more/);
});

test("how long it is, and what it can be", async () => {
  const { form } = recordingOf("iq", 2, 0);
  expect(recordedSeconds(form)).toBe(SECONDS);
  expect(recordedAs(form).map(({ id }) => id)).toEqual(["iq", "swapped", "upper", "lower"]);
  expect(recordedAs({ ...form, channels: 1 }).map(({ id }) => id)).toEqual(["upper", "lower"]);
  expect([0, 75, 3661, -4].map(clockText)).toEqual(["0:00", "1:15", "1:01:01", "0:00"]);
  expect(await lookIntoRecording(new Blob(["<p>no</p>"]))).toMatchObject({ ok: false });
});
