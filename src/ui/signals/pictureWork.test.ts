import { blockOf } from "@/core/signal";
import { morseSound } from "@/core/signal/testing";
import type { PictureShown } from "./pictureDrawing";
import { createPictureWork, type Give, type SoundPiece, type PictureSource, type PictureTold } from "./pictureWork";
import { readStream } from "./readStream";

const PLACES = 256;
const PLACE_HZ = 20;
const LOW_HZ = 14_000_000;
/** The byte of noise. */
const NOISE = 64;
const SOURCE: PictureSource = { from: { address: "/rows" }, rowsPerSecond: 20, reach: 2 };
const SHOWN = { view: { lowHz: LOW_HZ, highHz: LOW_HZ + 5000 } } as PictureShown;

/** A row with a tone so far over the noise at a place; the second tells when. */
function row(at: number, place: number, over = 30): Uint8Array {
  const levels = Uint8Array.from({ length: PLACES }, (_, nth) => NOISE + ((nth * 7 + Math.round(at * 20) * 5) % 9) - 4);
  if (place >= 0) levels.fill(NOISE + over * 2, place - 1, place + 2);
  return blockOf({ at, lowHz: LOW_HZ, placeHz: PLACE_HZ, noise: -90, looks: 3 }, levels);
}

/** Work on a stream that is fed by hand. */
function begun(response?: Response) {
  const told: PictureTold[] = [];
  const failures: (string | null)[] = [];
  const drawn: number[] = [];
  let feed!: ReadableStreamDefaultController<Uint8Array>;
  const body = () => new ReadableStream<Uint8Array>({ start: (controller) => void (feed = controller) });
  const aborted: AbortSignal[] = [];
  let hear!: Give["sound"];
  const work = createPictureWork(
    { show: () => {}, draw: (_, added) => drawn.push(added) },
    {
      read: (_, give, signal) => {
        aborted.push(signal);
        hear = give.sound;
        return readStream("/rows", give.row, signal, () => Promise.resolve(response ?? new Response(body())));
      },
      tell: (one) => told.push(one),
      ended: (text) => failures.push(text),
      soon: (draw) => draw(),
    },
  );
  work.open(SOURCE);
  const settle = () => new Promise((resolve) => setImmediate(resolve));
  return {
    work,
    told,
    failures,
    drawn,
    aborted,
    settle,
    hear: (piece: SoundPiece) => hear(piece),
    give: async (...rows: Uint8Array[]) => {
      await settle();
      for (const one of rows) feed.enqueue(one);
      await settle();
    },
    end: () => feed.close(),
  };
}
const seconds = (count: number, place: number, from = 0) =>
  Array.from({ length: count * 20 }, (_, nth) => row(1000 + from + nth / 20, place));

test("what stands out is told a few times a second, where it stands on the band", async () => {
  const { give, told } = begun();
  await give(...seconds(3, 100));
  expect(told.length).toBeGreaterThan(8);
  expect(told.length).toBeLessThan(16);
  const { signals, lowHz, highHz } = told.at(-1)!;
  expect([lowHz, highHz]).toEqual([LOW_HZ, LOW_HZ + PLACES * PLACE_HZ]);
  expect(signals).toHaveLength(1);
  expect(Math.abs(signals[0]!.hertz - (LOW_HZ + 100 * PLACE_HZ))).toBeLessThan(5);
});

test("a level that is raised leaves out what is below it", async () => {
  const { give, told, work } = begun();
  work.wish({ trace: "now", pace: 1, level: 36, reads: false, places: [] });
  await give(...seconds(3, 100));
  expect(told.at(-1)!.signals).toEqual([]);
});

test("the level at the pointer is told", async () => {
  const { give, told, work } = begun();
  work.point(LOW_HZ + 100 * PLACE_HZ);
  await give(...seconds(1, 100));
  expect(told.at(-1)!.pointed).toBe(30);
  work.point(null);
  await give(...seconds(1, 100, 1));
  expect(told.at(-1)!.pointed).toBeNull();
});

test("nothing is drawn while nobody sees it, and all that came meanwhile when somebody does", async () => {
  const { give, drawn, work } = begun();
  work.show(SHOWN);
  work.rest(true);
  const before = drawn.length;
  await give(...seconds(1, 100));
  expect(drawn.length).toBe(before);
  work.rest(false);
  expect(drawn.at(-1)).toBe(20);
  await give(row(1001, 100));
  expect(drawn.at(-1)).toBe(1);
});

test("another source takes the place of one", async () => {
  const { work, aborted, settle, failures } = begun();
  await settle();
  work.open(SOURCE);
  await settle();
  expect(aborted.map(({ aborted: is }) => is)).toEqual([true, false]);
  work.stop();
  await settle();
  expect(aborted.every(({ aborted: is }) => is)).toBe(true);
  expect(failures).toEqual([]);
});

test.each([
  ["a page", () => new Response("<!doctype html>\n"), "What came is nothing of a receiver"],
  ["rows of something else", () => new Response(`{"at":"noon","bytes":1}\nx`), "What came is nothing of a receiver"],
  ["a refusal", () => Response.json({ detail: "There is no receiver 9." }, { status: 404 }), "There is no receiver 9."],
  ["a fault without words", () => new Response("", { status: 502 }), "The server answers 502."],
  ["an end", () => new Response(row(1, 3) as Uint8Array<ArrayBuffer>), "The server ended it."],
])("%s is told as what is wrong", async (_, response, text) => {
  const { failures, settle } = begun(response());
  for (let turn = 0; turn < 5; turn++) await settle();
  expect(failures).toEqual([expect.stringContaining(text)]);
});

/** A station at 900 Hz of a sound, a tenth of a second at a time, on the side that it is heard on. */
function* sounding(side: "upper" | "lower"): Generator<SoundPiece> {
  const rate = 8000;
  const sound = morseSound({ text: "CQ DE CX3QUA CX3QUA K", speed: 25, over: 20, tone: () => 900 }, rate);
  for (let at = 0; at < sound.length; at += rate / 10) {
    const samples = sound.subarray(at, at + rate / 10);
    yield { samples, rate, isIq: false, hertz: 14_030_000, side, at: 1000 + at / rate };
  }
}

test.each([
  ["upper", 14_030_900],
  ["lower", 14_029_100],
] as const)("sound on the %s side is read where it stands, if that is wanted", async (side, hertz) => {
  const { give, told, work, hear } = begun();
  const lines = async (at: number) => {
    for (const piece of sounding(side)) hear(piece);
    await give(row(1000 + at, 100));
    return told.at(-1)!.lines;
  };
  expect(await lines(1)).toEqual([]);
  work.wish({ trace: "now", pace: 1, level: 8, reads: true, places: [] });
  const [line] = await lines(2);
  expect(Math.abs(line!.hertz - hertz)).toBeLessThan(6);
  expect(line!.text).toContain("CX3QUA");
  // Also where nothing is found, on the same side.
  const place = { hertz: side === "upper" ? 14_032_000 : 14_028_000, kind: "morse", shiftHz: 0 } as const;
  work.wish({ trace: "now", pace: 1, level: 8, reads: true, places: [place] });
  expect((await lines(3)).find(({ isByHand }) => isByHand)).toMatchObject({ ...place, text: "" });
  work.wish({ trace: "now", pace: 1, level: 8, reads: false, places: [] });
  expect(await lines(4)).toEqual([]);
});
