import type { Rules } from "../contest";
import { randomFrom } from "../random";
import { keyingTime, USUAL_KEYING } from "../signal";
import { createCallers } from "./callers";
import { createCallingStations } from "./callingStations";
import { type Crowd, type Floor, PRACTICE_HZ, type PracticePhase } from "./floor";
import { type Emission, LONGEST_TEXT, type PracticeSettings, practiceTask, type Truth } from "./run";

/** The air of one practice run. Times are seconds from its start, and only go on. */
export interface PracticeAir {
  /** Goes on to a time: what begins to be sent up to then, or shortly after. */
  readonly advance: (to: number) => Emission[];
  /** We begin to send. */
  readonly begin: (at: number) => void;
  /** We have sent, from when and until when; it is what went out, also where it was broken off. */
  readonly sent: (text: string, from: number, to: number, speed: number) => void;
  /** We listen elsewhere. */
  readonly tune: (frequencyHz: number) => void;
  readonly phase: () => PracticePhase;
  /** Those who call along the band: where. */
  readonly places: () => number[];
  /** The contacts that were made. */
  readonly truths: () => Truth[];
  /** Those that would be made if we were just done: his exchange was sent, and he was not thanked yet. */
  readonly open: () => Truth[];
  /** Everything that was sent, ours too. */
  readonly emissions: () => Emission[];
}

interface Options {
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly ownCall: string;
  readonly startedAt: number;
}

/** An air where nobody is but those who are made up for what one tries; the same seed makes the same people. */
export function createPracticeAir({ settings, rules, ownCall, startedAt }: Options): PracticeAir {
  const random = randomFrom(settings.seed);
  let now = 0;
  const waiting: { readonly time: number; readonly act: (time: number) => void }[] = [];
  let fresh: Emission[] = [];
  const all: Emission[] = [];
  const truths: Truth[] = [];
  let tuned = PRACTICE_HZ;
  let isSending = false;

  const floor: Floor = {
    random,
    settings,
    rules,
    ownCall,
    startedAt,
    at(time, act) {
      const place = waiting.findIndex((one) => one.time > time);
      waiting.splice(place < 0 ? waiting.length : place, 0, { time, act });
    },
    send(who, text, from) {
      const to = from + keyingTime(text, { ...USUAL_KEYING, speed: who.speed }) / 1000;
      const emission = { ...who, text, from: milliseconds(from), to: milliseconds(to) };
      fresh.push(emission);
      all.push(emission);
      return to;
    },
    weSend: () => isSending,
    tuned: () => tuned,
    made: (truth) => truths.push(truth),
  };
  const crowd: Crowd = practiceTask(settings.task).way === "run" ? createCallers(floor) : createCallingStations(floor);

  return {
    advance(to) {
      while (waiting.length > 0 && waiting[0]!.time <= to) {
        const { time, act } = waiting.shift()!;
        now = Math.max(now, time);
        act(now);
      }
      now = Math.max(now, to);
      const begun = fresh;
      fresh = [];
      return begun;
    },
    begin(at) {
      isSending = true;
      now = Math.max(now, at);
    },
    sent(text, from, to, speed) {
      isSending = false;
      now = Math.max(now, to);
      if (text.trim() === "") return;
      all.push({
        by: ownCall,
        text: text.slice(0, LONGEST_TEXT),
        from: milliseconds(from),
        to: milliseconds(to),
        speed,
        frequencyHz: tuned,
        over: OWN_OVER,
      });
      crowd.heard(text, from, now);
    },
    tune: (frequencyHz) => (tuned = frequencyHz),
    phase: crowd.phase,
    places: crowd.places,
    truths: () => truths.map(rounded),
    open: () => crowd.open(now).map(rounded),
    emissions: () => [...all].sort((one, other) => one.from - other.from),
  };
}

/** Times are kept to the millisecond: nobody hears more. */
const milliseconds = (time: number) => Math.round(time * 1000) / 1000;

const rounded = (one: Truth): Truth => ({ ...one, from: milliseconds(one.from), at: milliseconds(one.at) });

/** Our own tone beside the others. */
const OWN_OVER = 24;
