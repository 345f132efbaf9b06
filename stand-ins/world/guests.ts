import { bandOfFrequency } from "../../src/core/band";
import type { Running, Searching, Transmission } from "./air";
import type { Ear } from "./hearing";
import type { AirMode, Operator } from "./operators";
import type { Random } from "./random";
import { reportFor } from "./report";
import { speechOf } from "./speech";
import { entryOf, type LogEntry } from "./worldLog";

/** Somebody outside of the world who sends on its air: one of ours. */
export interface Guest extends Ear {
  readonly call: string;
}

/** What is sent. */
export interface Order {
  readonly frequencyHz: number;
  readonly mode: AirMode;
  /** Morse, words a minute. */
  readonly speed: number;
  readonly text: string;
}

/** What the air lends to those who deal with guests. */
interface World {
  readonly random: Random;
  readonly at: (time: number, act: (time: number) => void) => void;
  /** When what is sent ends. */
  readonly transmit: (by: Operator, frequencyHz: number, mode: AirMode, text: string, from: number) => number;
  readonly turnAfter: (time: number, mode: AirMode, pause: number) => number;
  readonly reads: (by: Ear, of: Ear, frequencyHz: number, mode: AirMode, time: number) => number | null;
  readonly running: Iterable<Running>;
  readonly searchingOn: (band: string, mode: AirMode) => Iterable<Searching>;
  readonly write: (entry: LogEntry) => void;
}

/** What a station waits for from a guest. */
interface Expected {
  readonly guest: Guest;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly until: number;
  readonly isMeant: (text: string) => boolean;
  readonly then: (time: number) => void;
}

/** Two are on one frequency within this, Hz. */
const SAME_FREQUENCY = 300;
/** Whoever waits for an answer waits so long, seconds; in FT8 for some turns. */
const PATIENCE = 20;
const FT8_PATIENCE = 75;
const MOST_CALLERS = 4;
/** What a guest sends is a report like any: what it says is not read. */
const REPORT = { CW: "599", RTTY: "599", SSB: "59", FT8: "-10" } as const;

/** How the stations of the air deal with guests. */
export function createGuests({ random, at, transmit, turnAfter, reads, running, searchingOn, write }: World) {
  let sending: Transmission[] = [];
  let expected: Expected[] = [];
  const patience = (mode: AirMode) => (mode === "FT8" ? FT8_PATIENCE : PATIENCE);
  const isNear = (one: number, other: number) => Math.abs(one - other) <= SAME_FREQUENCY;

  /** A guest has ended: whoever waited for it goes on, else it is a call for somebody, or for all. */
  function ended(guest: Guest, { frequencyHz, mode, text, from }: Transmission, time: number): void {
    const said = text.toUpperCase();
    expected = expected.filter(({ until }) => until >= from);
    const met = expected.find(
      (one) =>
        one.guest.call === guest.call && one.mode === mode && isNear(one.frequencyHz, frequencyHz) && one.isMeant(said),
    );
    if (met !== undefined) {
      expected = expected.filter((one) => one !== met);
      return met.then(time);
    }
    for (const own of running) {
      if (own.mode !== mode || !isNear(own.frequencyHz, frequencyHz)) continue;
      const over = reads(own.operator, guest, frequencyHz, mode, time);
      if (over !== null && said.includes(guest.call)) own.caller = { guest, over };
      return;
    }
    if (/\b(CQ|TEST)\b/.test(said)) answerAll(guest, frequencyHz, mode, time);
  }

  /** Some of those who search the band, and hear the guest, call him. */
  function answerAll(guest: Guest, frequencyHz: number, mode: AirMode, time: number): void {
    const band = bandOfFrequency(frequencyHz)?.name;
    if (band === undefined) return;
    let callers = 0;
    for (const searcher of searchingOn(band, mode)) {
      const { operator, worked, busyUntil } = searcher;
      if (callers >= MOST_CALLERS || busyUntil > time || worked.has(guest.call) || !random.chance(0.4)) continue;
      const over = reads(operator, guest, frequencyHz, mode, time);
      if (over === null) continue;
      callers++;
      const begins = turnAfter(time, mode, 0.5 + 1.5 * random.next());
      const ends = transmit(operator, frequencyHz, mode, speechOf(operator, mode).call(guest.call), begins);
      searcher.busyUntil = ends + patience(mode);
      expected.push({
        guest,
        frequencyHz,
        mode,
        until: ends + patience(mode),
        isMeant: (text) => text.includes(operator.call),
        then: (later) => tell(searcher, guest, frequencyHz, mode, reportFor(over, mode), later),
      });
    }
  }

  /** A station that a guest has answered gives its report, and takes the contact for made. */
  function tell(
    searcher: Searching,
    guest: Guest,
    frequencyHz: number,
    mode: AirMode,
    report: string,
    time: number,
  ): void {
    const { operator } = searcher;
    const from = turnAfter(time, mode, 0.6);
    const to = transmit(operator, frequencyHz, mode, speechOf(operator, mode).answer(guest.call, report), from);
    searcher.worked.add(guest.call);
    searcher.busyUntil = to + random.between(10, 60);
    at(to, () => write(entryOf(random, { frequencyHz, mode, from, to }, operator, guest.call, report, REPORT[mode])));
  }

  return {
    /** A guest has begun to send. */
    sent(guest: Guest, transmission: Transmission): void {
      sending.push(transmission);
      at(transmission.to, (time) => {
        const isOn = sending.includes(transmission);
        sending = sending.filter((one) => one !== transmission);
        if (isOn) ended(guest, transmission, time);
      });
    },
    /** What was broken off is no call and no answer. */
    stopped(id: number): void {
      sending = sending.filter((one) => one.id !== id);
    },
    /** Until when a guest sends on a station's frequency; null where none does. */
    busyUntil({ frequencyHz, mode }: Running, time: number): number | null {
      const over = sending.find((one) => one.mode === mode && one.to > time && isNear(one.frequencyHz, frequencyHz));
      return over?.to ?? null;
    },
    /** A station that calls on a frequency of its own answers a guest, and goes on when he is done or gone. */
    answer(
      { operator, frequencyHz, mode }: Running,
      { guest, over }: NonNullable<Running["caller"]>,
      time: number,
      goOn: (time: number) => void,
    ): void {
      const speech = speechOf(operator, mode);
      const report = reportFor(over, mode);
      const from = turnAfter(time, mode, 0.5);
      const ends = transmit(operator, frequencyHz, mode, speech.report(guest.call, report), from);
      const until = ends + patience(mode);
      let isDone = false;
      expected.push({
        guest,
        frequencyHz,
        mode,
        until,
        isMeant: () => true,
        then(later) {
          isDone = true;
          const to = transmit(operator, frequencyHz, mode, speech.thanks(guest.call), turnAfter(later, mode, 0.5));
          write(entryOf(random, { frequencyHz, mode, from, to }, operator, guest.call, report, REPORT[mode]));
          at(to + 1.5, goOn);
        },
      });
      at(until, (later) => {
        const busy = sending.find((one) => one.call === guest.call && isNear(one.frequencyHz, frequencyHz));
        if (isDone) return;
        if (busy === undefined) return goOn(later);
        at(busy.to + 0.1, (after) => {
          if (!isDone) goOn(after);
        });
      });
    },
  };
}
