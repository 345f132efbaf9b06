import fc from "fast-check";
import { readWavHead, type WavForm, wavFrame, wavSamples } from "./wav";

interface Made {
  readonly format?: number;
  readonly channels?: number;
  readonly rate?: number;
  readonly bits?: number;
  readonly data?: Uint8Array;
  /** What the file says of how many bytes of sound it has. */
  readonly says?: number;
  /** What stands before the sound. */
  readonly before?: Uint8Array;
  readonly extensible?: boolean;
}

const ascii = (text: string) => [...text].map((letter) => letter.charCodeAt(0));
const le = (value: number, bytes: number) =>
  Array.from({ length: bytes }, (_, nth) => Math.floor(value / 256 ** nth) % 256);

/** A WAV file, written down from the specification byte by byte. */
function wav(made: Made = {}): Uint8Array {
  const { format = 1, channels = 1, rate = 8000, bits = 16, extensible = false } = made;
  const { data = Uint8Array.of(1, 2, 3, 4), says = data.length, before = new Uint8Array(0) } = made;
  const frame = (channels * bits) / 8;
  const plain = [...le(extensible ? 0xfffe : format, 2), ...le(channels, 2), ...le(rate, 4), ...le(rate * frame, 4)];
  const fmt = [...plain, ...le(frame, 2), ...le(bits, 2)];
  if (extensible)
    fmt.push(...le(22, 2), ...le(bits, 2), ...le(0, 4), ...le(format, 2), ...new Array<number>(14).fill(0));
  const chunks = [...ascii("fmt "), ...le(fmt.length, 4), ...fmt, ...before, ...ascii("data"), ...le(says, 4), ...data];
  return Uint8Array.from([...ascii("RIFF"), ...le(chunks.length + 4, 4), ...ascii("WAVE"), ...chunks]);
}
const read = (file: Uint8Array, fileBytes = file.length) => readWavHead(file, fileBytes);
function formOf(file: Uint8Array, fileBytes = file.length): WavForm {
  const head = read(file, fileBytes);
  if (!head.ok) throw new Error(head.text);
  return head.form;
}
const chunk = (name: string, bytes: readonly number[]) =>
  Uint8Array.from([...ascii(name), ...le(bytes.length, 4), ...bytes, ...(bytes.length % 2 === 1 ? [0] : [])]);

test("what a file says of its sound", () => {
  expect(formOf(wav({ channels: 2, rate: 96_000, bits: 24, data: new Uint8Array(60) }))).toEqual({
    channels: 2,
    rate: 96_000,
    bits: 24,
    isFloat: false,
    dataAt: 44,
    dataBytes: 60,
    isCut: false,
  });
  expect(formOf(wav({ format: 3, bits: 32, extensible: true }))).toMatchObject({ isFloat: true, bits: 32, dataAt: 68 });
});

test("what stands before the sound is passed over, also where it is of an odd length", () => {
  fc.assert(
    fc.property(fc.array(fc.uint8Array({ maxLength: 40 }), { maxLength: 4 }), (parts) => {
      const before = Uint8Array.from(parts.flatMap((part) => [...chunk("LIST", [...part])]));
      const file = wav({ before, data: Uint8Array.of(9, 8) });
      const { dataAt, dataBytes } = formOf(file);
      expect([...file.subarray(dataAt, dataAt + dataBytes)]).toEqual([9, 8]);
    }),
  );
});

test("of a file that was cut off there is what is left of it, in whole moments", () => {
  const file = wav({ channels: 2, data: new Uint8Array(400) });
  expect(formOf(file.subarray(0, 44 + 102), 44 + 102)).toMatchObject({ dataBytes: 100, isCut: true });
});

test("a size that was never filled in is what is there", () => {
  for (const says of [0, 0xffff_ffff])
    expect(formOf(wav({ data: new Uint8Array(20), says }))).toMatchObject({ dataBytes: 20, isCut: false });
});

test("three gigabytes are told from the first bytes; more than four by their long size", () => {
  const three = 3 * 2 ** 30;
  expect(formOf(wav({ channels: 2, says: three }), 44 + three)).toMatchObject({ dataBytes: three, isCut: false });
  const eight = 8 * 2 ** 30;
  const long = [...le(0, 8), ...le(eight, 8), ...le(0, 8), ...le(0, 4)];
  const file = Uint8Array.from([
    ...ascii("RF64"),
    ...le(0xffff_ffff, 4),
    ...ascii("WAVE"),
    ...chunk("ds64", long),
    ...wav({ says: 0xffff_ffff }).subarray(12),
  ]);
  expect(formOf(file, file.length - 4 + eight)).toMatchObject({ dataBytes: eight, isCut: false });
});

test.each([
  ["nothing", new Uint8Array(0), "no WAV file"],
  ["a text", Uint8Array.from(ascii("<!doctype html><p>No")), "no WAV file"],
  ["a head that ends in its middle", wav().subarray(0, 30), "how its sound is written"],
  ["a head without sound", wav().subarray(0, 36), "no sound"],
  ["no samples", wav({ data: new Uint8Array(0) }), "no sound"],
  ["half a sample", wav({ bits: 24, data: Uint8Array.of(1, 2) }), "no sound"],
  ["compressed sound", wav({ format: 85 }), "compressed (format 85)"],
  ["six channels", wav({ channels: 6 }), "6 channels"],
  ["no channel", wav({ channels: 0 }), "0 channels"],
  ["twelve bits", wav({ bits: 12 }), "12 bits"],
  ["sixteen bits with a point", wav({ format: 3, bits: 16 }), "16 bits"],
  ["no rate", wav({ rate: 0 }), "0 samples a second"],
])("%s is refused, with what is wrong", (_, file, text) => {
  const head = read(file);
  expect(head).toEqual({ ok: false, text: expect.stringContaining(text) as string });
});

test("whatever bytes come, they are read or refused", () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), fc.nat(60), (noise, at) => {
      const file = wav({ data: new Uint8Array(40) });
      file.set(noise.subarray(0, Math.max(0, file.length - at)), at);
      const head = read(file);
      if (head.ok) expect(head.form.dataAt + head.form.dataBytes).toBeLessThanOrEqual(file.length);
    }),
  );
});

test.each([
  ["8 bits, without a sign", 8, false, [0, 128, 255], [-1, 0, 127 / 128]],
  ["16 bits", 16, false, [0, 0x80, 0xff, 0x7f, 0, 0], [-1, 32_767 / 32_768, 0]],
  ["24 bits", 24, false, [0, 0, 0x80, 0xff, 0xff, 0x7f, 1, 0, 0], [-1, 8_388_607 / 8_388_608, 1 / 8_388_608]],
  ["32 bits", 32, false, [0, 0, 0, 0x80, 0, 0, 0, 0x40], [-1, 0.5]],
  ["32 bits with a point", 32, true, [0, 0, 0, 0x3f, 0, 0, 0x80, 0xff, 0, 0, 0, 0x40], [0.5, 0, 1]],
] as const)("samples of %s", (_, bits, isFloat, bytes, expected) => {
  const form = { ...formOf(wav()), bits, isFloat } as WavForm;
  const samples = wavSamples(form, Uint8Array.from(bytes));
  expect(samples).toHaveLength(expected.length);
  for (const [nth, value] of expected.entries()) expect(samples[nth]).toBeCloseTo(value, 6);
  expect(wavFrame({ ...form, channels: 2 })).toBe(bits / 4);
});
