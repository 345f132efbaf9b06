import FFT from "fft.js";

/** A stretch of a band as sound: what is at its middle is heard as a tone. */
export interface Channel {
  /** The tone of what is at the middle, Hz. */
  readonly tone: number;
  /** The sound since the last samples, at the rate of all channels; it is over when the next samples are taken. */
  readonly sound: Float32Array;
}

/** Parts a band into channels, as many as one likes, at little more than the cost of one. */
export interface Channels {
  /** Of the sound of each channel, samples a second. */
  readonly rate: number;
  /**
   * Its sound is at first what was heard in the last seconds before.
   *
   * @param hertz the middle: of sound from zero, of I and Q from their middle
   */
  readonly open: (hertz: number, pass?: ChannelPass) => Channel;
  readonly close: (channel: Channel) => void;
  /** @param samples of any length, from -1 to 1; I and Q in whole pairs */
  readonly take: (samples: Float32Array) => void;
}

/** A channel that is open. */
interface Kept {
  /** The lowest of its places. */
  readonly first: number;
  readonly weights: Float64Array;
  sound: Float32Array;
  length: number;
}

/** Places of the transform are about so far apart, Hz. */
const PLACE_HZ = 23.4;
/** So many of them make a channel. */
const WIDTH = 128;
/**
 * What a channel lets through: so many places to each side of its middle, and fading away over so many more. Less than
 * that would ring for longer than a block.
 */
const PASSES = { narrow: { whole: 8, edge: 6 }, wide: { whole: 8, edge: 24 } } as const;
/** A narrow one is for one keyed carrier beside others, a wide one for two tones. */
export type ChannelPass = keyof typeof PASSES;
/** So long before it is opened a channel is heard, seconds. */
const PAST_S = 5;
/** What is at the middle is heard at this place. */
const TONE = WIDTH / 4;

/**
 * Fast convolution (overlap-save): the whole is transformed once, each channel takes its places of it, weighed by what
 * lets them through, and turns them back.
 *
 * @param rate samples or pairs a second
 */
export function createChannels(rate: number, isIq: boolean): Channels {
  const size = Math.max(WIDTH * 2, 2 ** Math.round(Math.log2(rate / PLACE_HZ)));
  const hop = size / 2;
  const placeHz = rate / size;
  const whole = new FFT(size);
  const part = new FFT(WIDTH);
  const last = new Float64Array(size * 2);
  const places = new Float64Array(size * 2);
  /** The last transforms, the oldest first. */
  const past: Float32Array[] = [];
  const [own, back] = [new Float64Array(WIDTH * 2), new Float64Array(WIDTH * 2)];
  const gain = (isIq ? 1 : 2) / size;
  const weights = { narrow: weightsOf("narrow", gain), wide: weightsOf("wide", gain) };
  const opened = new Map<Channel, Kept>();
  let [filled, blocks] = [hop, 0];

  function transformed(): void {
    whole.transform(places, last);
    last.copyWithin(0, hop * 2);
    const block = past.length < (PAST_S * rate) / hop ? new Float32Array(size * 2) : past.shift()!;
    block.set(places);
    past.push(block);
    for (const one of opened.values()) addTo(one, block, blocks);
    blocks++;
  }

  /** Adds what a channel has of a block to its sound. */
  function addTo(kept: Kept, block: Float32Array, nth: number): void {
    // By so much the phase of its middle has gone on from block to block.
    const turn = ((kept.first + TONE) & 1) === 1 && (nth & 1) === 1 ? -1 : 1;
    for (let place = 0; place < WIDTH; place++) {
      const from = (((kept.first + place) % size) + size) % size;
      const weight = kept.weights[place]! * turn;
      own[place * 2] = block[from * 2]! * weight;
      own[place * 2 + 1] = block[from * 2 + 1]! * weight;
    }
    part.inverseTransform(back, own);
    if (kept.length + WIDTH / 2 > kept.sound.length) kept.sound = longer(kept.sound);
    for (let at = WIDTH / 4; at < (WIDTH * 3) / 4; at++) kept.sound[kept.length++] = back[at * 2]!;
  }

  return {
    rate: (rate * WIDTH) / size,
    open(hertz, pass = "wide") {
      const middle = Math.round(hertz / placeHz);
      const kept: Kept = {
        first: middle - TONE,
        weights: weights[pass],
        sound: new Float32Array(WIDTH),
        length: 0,
      };
      const channel: Channel = {
        tone: TONE * placeHz + hertz - middle * placeHz,
        get sound() {
          return kept.sound.subarray(0, kept.length);
        },
      };
      for (const [nth, block] of past.entries()) addTo(kept, block, blocks - past.length + nth);
      opened.set(channel, kept);
      return channel;
    },
    close: (channel) => void opened.delete(channel),
    take(samples) {
      for (const one of opened.values()) one.length = 0;
      for (let at = 0; at < samples.length; at += isIq ? 2 : 1) {
        last[filled * 2] = samples[at]!;
        last[filled * 2 + 1] = isIq ? samples[at + 1]! : 0;
        if (++filled < size) continue;
        transformed();
        filled = hop;
      }
    },
  };
}

/** What lets the places of a channel through: none beyond half of its rate, which would be heard where it is not. */
function weightsOf(pass: ChannelPass, gain: number): Float64Array {
  const { whole, edge } = PASSES[pass];
  return Float64Array.from({ length: WIDTH }, (_, place) => {
    const beyond = Math.max(0, Math.abs(place - TONE) - whole);
    return beyond >= edge ? 0 : (gain * WIDTH * (1 + Math.cos((Math.PI * beyond) / edge))) / 2;
  });
}

function longer(sound: Float32Array): Float32Array {
  const next = new Float32Array(sound.length * 2);
  next.set(sound);
  return next;
}
