/**
 * How the sound of a WAV file stands in it. The format is that of Microsoft and IBM, Multimedia Programming Interface
 * and Data Specifications 1.0 (1991); RF64 for what is larger than 4 GB is EBU Tech 3306.
 */
export interface WavForm {
  readonly channels: 1 | 2;
  /** Samples a second of each channel. */
  readonly rate: number;
  readonly bits: 8 | 16 | 24 | 32 | 64;
  readonly isFloat: boolean;
  /** Where the samples begin, and how many bytes of them are there. */
  readonly dataAt: number;
  readonly dataBytes: number;
  /** It promises more than there is: it was cut off. */
  readonly isCut: boolean;
}

export type WavHead = { readonly ok: true; readonly form: WavForm } | { readonly ok: false; readonly text: string };

/** So much of a file is enough to find where its sound begins, bytes. */
export const WAV_HEAD = 1 << 20;
const [PCM, FLOAT, EXTENSIBLE] = [1, 3, 0xfffe];
const [LEAST_RATE, MOST_RATE] = [2000, 4_000_000];
/** A size that is not known, or stands elsewhere. */
const UNKNOWN_SIZE = 0xffff_ffff;
const BITS: readonly number[] = [8, 16, 24, 32];
const FLOAT_BITS: readonly number[] = [32, 64];

/**
 * Reads the beginning of a WAV file, and says how its sound stands in it, or what is wrong and how to mend it.
 *
 * @param head the first bytes of the file, `WAV_HEAD` of them where it has as many
 * @param fileBytes how many the whole file has
 */
export function readWavHead(head: Uint8Array, fileBytes: number): WavHead {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const nameAt = (at: number) => String.fromCharCode(...head.subarray(at, at + 4));
  const kind = nameAt(0);
  if (head.length < 12 || (kind !== "RIFF" && kind !== "RF64") || nameAt(8) !== "WAVE")
    return fault("It is no WAV file: choose one, or convert it to WAV.");
  let form: Pick<WavForm, "channels" | "rate" | "bits" | "isFloat"> | null = null;
  let longSize: number | null = null;
  for (let at = 12; at + 8 <= head.length;) {
    const name = nameAt(at);
    const size = view.getUint32(at + 4, true);
    const from = at + 8;
    if (name === "ds64" && from + 16 <= head.length) longSize = Number(view.getBigUint64(from + 8, true));
    if (name === "fmt ") {
      const read = readForm(view, from, size);
      if (typeof read === "string") return fault(read);
      form = read;
    }
    if (name === "data") {
      if (form === null) return fault("It does not say how its sound is written: record or convert it anew.");
      return soundOf(form, from, size === UNKNOWN_SIZE ? longSize : size, fileBytes);
    }
    at = from + size + (size % 2);
  }
  return fault("There is no sound in it: record or convert it anew.");
}

function soundOf(
  form: Pick<WavForm, "channels" | "rate" | "bits" | "isFloat">,
  dataAt: number,
  promised: number | null,
  fileBytes: number,
): WavHead {
  const frame = (form.channels * form.bits) / 8;
  const there = Math.max(0, fileBytes - dataAt);
  // Who records without an end in sight leaves no size, or none.
  const wanted = promised === null || promised === 0 ? there : promised;
  const dataBytes = Math.floor(Math.min(wanted, there) / frame) * frame;
  if (dataBytes === 0) return fault("There is no sound in it: record or convert it anew.");
  return { ok: true, form: { ...form, dataAt, dataBytes, isCut: wanted > there } };
}

/** What a "fmt " chunk says; a text where that cannot be read. */
function readForm(
  view: DataView,
  at: number,
  size: number,
): Pick<WavForm, "channels" | "rate" | "bits" | "isFloat"> | string {
  if (size < 16 || at + size > view.byteLength) return "It does not say how its sound is written: convert it anew.";
  const said = view.getUint16(at, true);
  const format = said === EXTENSIBLE && size >= 26 ? view.getUint16(at + 24, true) : said;
  const channels = view.getUint16(at + 2, true);
  const rate = view.getUint32(at + 4, true);
  const bits = view.getUint16(at + 14, true);
  if (format !== PCM && format !== FLOAT)
    return `Its sound is compressed (format ${format}): convert it to PCM of 8, 16, 24 or 32 bits.`;
  if (channels !== 1 && channels !== 2) return `It has ${channels} channels: one, or two, can be read.`;
  if (rate < LEAST_RATE || rate > MOST_RATE) return `It has ${rate} samples a second: 2000 to 4000000 can be read.`;
  if (!(format === FLOAT ? FLOAT_BITS : BITS).includes(bits))
    return `Its samples have ${bits} bits: convert it to 8, 16, 24 or 32.`;
  return { channels, rate, bits: bits as WavForm["bits"], isFloat: format === FLOAT };
}

function fault(text: string): WavHead {
  return { ok: false, text };
}

/** Bytes of one moment, of all channels. */
export function wavFrame({ channels, bits }: WavForm): number {
  return (channels * bits) / 8;
}

/** Samples from -1 to 1, channel by channel in turn; what is no number is silence. */
export function wavSamples({ bits, isFloat }: WavForm, bytes: Uint8Array): Float32Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const step = bits / 8;
  const sampleAt = SAMPLES[isFloat ? `f${bits}` : `i${bits}`]!;
  return Float32Array.from({ length: Math.floor(bytes.length / step) }, (_, nth) => {
    const sample = sampleAt(view, nth * step);
    return Number.isFinite(sample) ? Math.max(-1, Math.min(1, sample)) : 0;
  });
}

/** Those of eight bits have no sign. */
const SAMPLES: Readonly<Record<string, (view: DataView, at: number) => number>> = {
  i8: (view, at) => (view.getUint8(at) - 128) / 128,
  i16: (view, at) => view.getInt16(at, true) / 32_768,
  i24: (view, at) => (view.getUint8(at) | (view.getInt16(at + 1, true) << 8)) / 8_388_608,
  i32: (view, at) => view.getInt32(at, true) / 2_147_483_648,
  f32: (view, at) => view.getFloat32(at, true),
  f64: (view, at) => view.getFloat64(at, true),
};
