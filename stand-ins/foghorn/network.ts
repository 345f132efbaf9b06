import { baseCall } from "../../src/core/callsign";
import { bandOfFrequency } from "../../src/core/band";
import { type SpotLine, writeSpotLine } from "../../src/core/spot";
import { READABLE } from "../world/hearing";
import type { AirMode } from "../world/operators";
import type { Random } from "../../src/core/random";
import { remarkBy, reportBy, type Spotter } from "./spotters";

/** What a spotter hears. */
export interface HeardCall {
  readonly call: string;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly speed: number | null;
  /** dB over the noise. */
  readonly over: number;
  /** Seconds since 1970 UTC. */
  readonly at: number;
}

/** A receiver announces the same station on a band once in so long, seconds; a person less often. */
const AGAIN = { receiver: 600, person: 1800 } as const;
/** Of what a person hears he announces so much. */
const ANNOUNCES = 0.06;
/** What goes wrong, and how often. */
const WRONG = { call: 0.04, frequency: 0.03 } as const;
const MOST_KEPT = 500;

/** Who calls all in what is sent; null where nobody does. */
export function callerIn(text: string): string | null {
  const words = text.split(/[ ,]+/);
  return /^CQ\b/i.test(text) ? (words.find((word) => /\d[A-Z]/.test(word) && word.length > 3) ?? null) : null;
}

/** The network's memory, and what its spotters make of what they hear: mostly right, with the usual nonsense. */
export function createNetwork(random: Random) {
  const kept: string[] = [];
  const announced = new Map<string, number>();

  function keep(line: string): string {
    kept.push(line);
    if (kept.length > MOST_KEPT) kept.shift();
    return line;
  }
  const minuteOf = (at: number) => ((Math.floor(at / 60) % 1440) + 1440) % 1440;

  return {
    /** The line with which a spotter announces what he hears; null where he keeps silent. */
    heard({ call: spotter, isReceiver, clock }: Spotter, heard: HeardCall): string | null {
      const { call, frequencyHz, mode, speed, over, at } = heard;
      if (over < READABLE[mode]) return null;
      // Nobody announces what stands where everybody looks, but receivers do.
      if (!isReceiver && (mode === "FT8" || !random.chance(ANNOUNCES))) return null;
      const key = `${spotter} ${baseCall(call)} ${bandOfFrequency(frequencyHz)?.name} ${mode}`;
      const again = isReceiver ? AGAIN.receiver : AGAIN.person;
      if (at - (announced.get(key) ?? -Infinity) < again) return null;
      announced.set(key, at);
      const line: SpotLine = {
        spotter,
        frequencyHz: random.chance(WRONG.frequency) ? frequencyHz + random.between(-9, 9) * 1000 : frequencyHz,
        call: random.chance(WRONG.call) ? misread(random, call) : call,
        remark: isReceiver ? reportBy(mode, over, speed) : remarkBy(random, mode),
        minute: minuteOf(at + clock * 60),
      };
      return keep(writeSpotLine(line));
    },
    /** Somebody announces a station. */
    announce: (line: Omit<SpotLine, "minute">, at: number) => keep(writeSpotLine({ ...line, minute: minuteOf(at) })),
    /** The last lines, the oldest first. */
    last: (count: number) => kept.slice(-count),
  };
}

/** A call with its last letter taken for another one; what is before it keeps the suffix among those of nobody. */
function misread(random: Random, call: string): string {
  return call.replace(/[A-Z]$/, () => random.pick([..."ABDEGHIKLNRSTUVW"]));
}
