import { readWavHead, WAV_HEAD, type WavForm } from "@/core/signal";

/** How what is in a recording stands on the band. */
export const RECORDED_AS = [
  { id: "iq", name: "I and Q", about: "Around a frequency", channels: 2 },
  { id: "swapped", name: "I and Q, swapped", about: "Around a frequency, turned round", channels: 2 },
  { id: "upper", name: "Sound, upper sideband", about: "Above the dial", channels: 1 },
  { id: "lower", name: "Sound, lower sideband", about: "Below the dial", channels: 1 },
] as const;
export type RecordedAs = (typeof RECORDED_AS)[number]["id"];

/** A WAV file that is looked at as if it were heard now. */
export interface Recording {
  readonly file: Blob & { readonly name: string };
  readonly form: WavForm;
  readonly as: RecordedAs;
  /** The frequency in the middle of I and Q, or where the dial was, Hz; 0 where that is not known. */
  readonly hertz: number;
}

/** Reads how the sound of a file stands in it, or what is wrong with it; of a large one only the beginning is read. */
export async function lookIntoRecording(file: Blob): Promise<ReturnType<typeof readWavHead>> {
  const head = await file.slice(0, WAV_HEAD).arrayBuffer();
  return readWavHead(new Uint8Array(head), file.size);
}

/** What a recording can be: one channel alone is no I and Q. */
export function recordedAs({ channels }: WavForm): (typeof RECORDED_AS)[number][] {
  return RECORDED_AS.filter((one) => one.channels <= channels);
}

/** How long a recording is, seconds. */
export function recordedSeconds({ rate, channels, bits, dataBytes }: WavForm): number {
  return dataBytes / ((channels * bits) / 8) / rate;
}
