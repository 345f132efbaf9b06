import { type Emission, NOISES, PRACTICE_HZ, type PracticeSettings } from "@/core/practice";
import { randomFrom } from "@/core/random";
import { keyed, USUAL_KEYING } from "@/core/signal";
import type { SessionSound } from "./session";

/** The tone that a signal on one's frequency has, Hz. */
const TONE_HZ = 600;
/** How wide one listens, Hz. */
const FILTER_HZ = 500;
/** An element rises and falls within so long, seconds: a third of it is the time constant. */
const EDGE = 0.006;
/** A noise that is this loud, against full scale, is that of a usual band. */
const NOISE = 0.13;
const NOISE_SECONDS = 4;
const OWN_LOUDNESS = 0.18;
const CRASH_SECONDS = 0.4;

export interface AirSound extends SessionSound {
  /** 0 to 1. */
  readonly turn: (volume: number) => void;
  readonly close: () => void;
}

/**
 * Mixes what is on the practice air: every station as a keyed tone where it is beside us, and the noise of the band,
 * through a filter as a receiver has.
 *
 * @param clock seconds from the start of the run
 */
export function createAirSound(settings: Pick<PracticeSettings, "noise" | "seed">, clock: () => number): AirSound {
  const context = new AudioContext();
  const random = randomFrom(settings.seed);
  const loudness = context.createGain();
  loudness.connect(context.destination);
  const limiter = context.createDynamicsCompressor();
  const filter = context.createBiquadFilter();
  filter.type = "bandpass";
  filter.frequency.value = TONE_HZ;
  filter.Q.value = TONE_HZ / FILTER_HZ;
  filter.connect(limiter).connect(loudness);
  const own = context.createGain();
  own.gain.value = 0;
  const side = context.createOscillator();
  side.frequency.value = TONE_HZ;
  side.connect(own).connect(loudness);
  side.start();
  const crashes = noiseOf(context, settings, random, filter);
  const on = new Map<OscillatorNode, Emission>();
  let tuned = PRACTICE_HZ;

  /** A time of the run as the sound's; what is past is at once. */
  const at = (time: number) => Math.max(context.currentTime, context.currentTime + time - clock());
  const toneOf = ({ frequencyHz }: Emission) => Math.max(1, TONE_HZ + frequencyHz - tuned);
  /** How loud a signal is that is so far over the noise of 100 Hz, which is spread over half the rate. */
  const loud = (over: number) => NOISE * Math.sqrt((2 * 100) / (context.sampleRate / 2)) * 10 ** (over / 20);

  return {
    play(emission) {
      const { text, from, to, speed, over, fade } = emission;
      if (to < clock()) return;
      const tone = context.createOscillator();
      tone.frequency.value = toneOf(emission);
      const key = context.createGain();
      key.gain.value = 0;
      const path = context.createGain();
      if (fade !== undefined)
        for (let time = from; time < to; time += 0.25) {
          const deep = (fade.depth / 2) * (1 + Math.sin((2 * Math.PI * time) / fade.period));
          path.gain.linearRampToValueAtTime(10 ** (-deep / 20), at(time));
        }
      let begins = from;
      for (const { down, lasts } of keyed(text, { ...USUAL_KEYING, speed })) {
        for (const element of down) {
          const [rises, falls] = [begins + element.from / 1000, begins + element.to / 1000];
          // Of what began before we listened only the rest is heard.
          if (falls < clock()) continue;
          key.gain.setTargetAtTime(loud(over), at(rises), EDGE / 3);
          key.gain.setTargetAtTime(0, at(falls), EDGE / 3);
        }
        begins += lasts / 1000;
      }
      tone.connect(key).connect(path).connect(filter);
      tone.start();
      tone.stop(at(to) + 0.1);
      on.set(tone, emission);
      tone.onended = () => on.delete(tone);
    },
    key(from, to) {
      own.gain.setTargetAtTime(OWN_LOUDNESS, at(from), EDGE / 3);
      own.gain.setTargetAtTime(0, at(to), EDGE / 3);
    },
    cut(time) {
      own.gain.cancelScheduledValues(at(time));
      own.gain.setTargetAtTime(0, at(time), EDGE / 3);
    },
    tune(frequencyHz) {
      tuned = frequencyHz;
      for (const [tone, emission] of on) tone.frequency.setTargetAtTime(toneOf(emission), context.currentTime, 0.02);
    },
    turn: (wanted) => void loudness.gain.setTargetAtTime(wanted, context.currentTime, 0.02),
    close() {
      clearInterval(crashes);
      void context.close();
    },
  };
}

/** The noise of the band, and its crashes; the timer that makes those. */
function noiseOf(
  context: AudioContext,
  settings: Pick<PracticeSettings, "noise">,
  random: ReturnType<typeof randomFrom>,
  to: AudioNode,
): ReturnType<typeof setInterval> | undefined {
  const { level, crashes } = NOISES[settings.noise];
  const buffer = context.createBuffer(1, NOISE_SECONDS * context.sampleRate, context.sampleRate);
  const samples = buffer.getChannelData(0);
  for (let index = 0; index < samples.length; index++) samples[index] = (2 * random.next() - 1) * Math.sqrt(3);
  const noise = context.createBufferSource();
  noise.buffer = buffer;
  noise.loop = true;
  const gain = context.createGain();
  const loudness = NOISE * 10 ** (level / 20);
  gain.gain.value = loudness;
  noise.connect(gain).connect(to);
  noise.start();
  if (crashes === 0) return undefined;
  return setInterval(() => {
    if (!random.chance(crashes / 120)) return;
    gain.gain.setTargetAtTime(loudness * (6 + 14 * random.next()), context.currentTime, 0.004);
    gain.gain.setTargetAtTime(loudness, context.currentTime + CRASH_SECONDS * random.next(), 0.08);
  }, 500);
}
