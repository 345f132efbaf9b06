import { begunSound } from "../kit/begunSound";
import { type SoundPiece, tapOf } from "../signals/soundTap";

/** A sound output that is open, with one tone. Times in seconds, by its own clock. */
export interface SoundOutput {
  /** Samples a second. */
  readonly rate: number;
  readonly now: () => number;
  /** From then on another tone, without a jump of its phase. */
  readonly tone: (hertz: number, at: number) => void;
  /** It is heard until then, unless it is told so again. */
  readonly soundUntil: (at: number) => void;
  /** Hears what goes out, as it does. */
  readonly listen: (take: (piece: SoundPiece) => void) => void;
  /** Calls when it was pulled out, or taken away, also before. */
  readonly onLost: (listener: () => void) => void;
  readonly close: () => void;
}

/** How soft its edges are: a third of them, seconds. */
const EDGE = 0.002;
/** Milliseconds. */
const BEGINS_WITHIN = 2000;

/** What browsers have, and the types do not know yet. */
type WithSink = AudioContext & { setSinkId?: (deviceId: string) => Promise<void> };

/**
 * @param deviceId the one that was chosen; null for the usual one
 * @param loudness 0 to 1
 * @throws {Error} with what is wrong and how to mend it
 */
export async function openSoundOutput(deviceId: string | null, loudness: number): Promise<SoundOutput> {
  const context: WithSink = new AudioContext();
  try {
    await choose(context, deviceId);
    if (!(await begunSound(context, BEGINS_WITHIN)))
      throw new Error(
        "The sound output does not begin: is it plugged in? Browsers also hold sounds back until a key is pressed.",
      );
    const tone = context.createOscillator();
    const volume = context.createGain();
    volume.gain.value = 0;
    tone.connect(volume).connect(context.destination);
    const tap = await tapOf(context, volume);
    tone.start();
    return outputOf(context, tone, volume, { tap, deviceId, loudness });
  } catch (error) {
    await context.close();
    throw error;
  }
}

async function choose(context: WithSink, deviceId: string | null): Promise<void> {
  if (deviceId === null) return;
  if (context.setSinkId === undefined)
    throw new Error("This browser sends sound to the usual output alone: choose that, or use another browser.");
  await context.setSinkId(deviceId).catch((error: unknown) => {
    throw new Error("The sound output that was chosen is not there: plug it in, or choose another one.", {
      cause: error,
    });
  });
}

function outputOf(
  context: AudioContext,
  tone: OscillatorNode,
  volume: GainNode,
  { tap, deviceId, loudness }: { tap: () => MessagePort; deviceId: string | null; loudness: number },
): SoundOutput {
  const port = tap();
  let [lost, isLost]: [() => void, boolean] = [() => {}, false];
  const onDevices = () => void look();
  navigator.mediaDevices?.addEventListener("devicechange", onDevices);
  async function look(): Promise<void> {
    if (deviceId === null) return;
    const devices = await navigator.mediaDevices.enumerateDevices();
    if (devices.some((device) => device.deviceId === deviceId)) return;
    isLost = true;
    lost();
  }
  return {
    rate: context.sampleRate,
    now: () => context.currentTime,
    tone: (hertz, at) => void tone.frequency.setValueAtTime(hertz, at),
    soundUntil(at) {
      volume.gain.cancelScheduledValues(context.currentTime);
      volume.gain.setTargetAtTime(loudness, context.currentTime, EDGE);
      volume.gain.setTargetAtTime(0, at, EDGE);
    },
    listen: (take) => void (port.onmessage = ({ data }: MessageEvent<SoundPiece>) => take(data)),
    onLost(listener) {
      lost = listener;
      if (isLost) lost();
    },
    close() {
      navigator.mediaDevices?.removeEventListener("devicechange", onDevices);
      port.onmessage = null;
      void context.close();
    },
  };
}
