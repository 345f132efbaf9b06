import { bandOfFrequency } from "../../src/core/band";
import { parseCallsign } from "../../src/core/callsign";
import type { Running, Searching, Transmission } from "./air";
import type { Ear } from "./hearing";
import type { AirContest } from "./contests";
import { heardExchange, type SaidExchange } from "../../src/core/contest";
import { heardReport, reportAlone } from "./exchange";
import type { AirMode, Operator } from "./operators";
import type { Random } from "../../src/core/random";
import { againIn, speechOf } from "./speech";
import { entryOf, type LogEntry } from "./worldLog";

/** Somebody outside of the world who sends on its air: one of ours, at the station of a call. He may say another one. */
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
  readonly exchangeBy: (
    operator: Operator,
    contest: AirContest | null,
    over: number,
    mode: AirMode,
    time: number,
  ) => SaidExchange;
  readonly write: (entry: LogEntry) => void;
}

/** Where and in what a station talks with a guest. */
interface Talk {
  readonly operator: Operator;
  readonly guest: Guest;
  /** The call that he gave. */
  readonly as: string;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly contest: AirContest | null;
}

/** What a station waits for from a guest. */
interface Expected {
  readonly guest: Guest;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly until: number;
  readonly isMeant: (text: string) => boolean;
  readonly then: (time: number, text: string) => void;
}

/** Two are on one frequency within this, Hz. */
const SAME_FREQUENCY = 300;
/** Whoever waits for an answer waits so long, seconds; in FT8 for some turns. */
const PATIENCE = 20;
const FT8_PATIENCE = 75;
const MOST_CALLERS = 4;
/** A station asks so often for what was missing. */
const MOST_AGAIN = 2;

/** How the stations of the air deal with guests. */
export function createGuests(world: World) {
  const { random, at, transmit, turnAfter, reads, running, searchingOn, exchangeBy, write } = world;
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
      return met.then(time, said);
    }
    for (const own of running) {
      if (own.mode !== mode || !isNear(own.frequencyHz, frequencyHz)) continue;
      const over = reads(own.operator, guest, frequencyHz, mode, time);
      const as = callIn(said, own.operator.call);
      if (over !== null && as !== null) own.caller = { guest, as, over };
      return;
    }
    const isTest = /\b(TEST|CONTEST)\b/.test(said);
    const as = callIn(said);
    if (as !== null && (isTest || /\bCQ\b/.test(said))) answerAll(guest, as, frequencyHz, mode, isTest, time);
  }

  /** Some of those who search the band, and hear the guest, call him: in a contest those who take part. */
  function answerAll(
    guest: Guest,
    as: string,
    frequencyHz: number,
    mode: AirMode,
    isTest: boolean,
    time: number,
  ): void {
    const band = bandOfFrequency(frequencyHz)?.name;
    if (band === undefined) return;
    let callers = 0;
    for (const searcher of searchingOn(band, mode)) {
      const { operator, contest, worked, busyUntil } = searcher;
      if (callers >= MOST_CALLERS || busyUntil > time || worked.has(as)) continue;
      if ((contest !== null) !== isTest || !random.chance(0.4)) continue;
      const over = reads(operator, guest, frequencyHz, mode, time);
      if (over === null) continue;
      callers++;
      const begins = turnAfter(time, mode, 0.5 + 1.5 * random.next());
      const ends = transmit(operator, frequencyHz, mode, speechOf(operator, mode, isTest).call(as), begins);
      searcher.busyUntil = ends + patience(mode);
      const talk: Talk = { operator, guest, as, frequencyHz, mode, contest };
      awaitExchange(
        talk,
        ends,
        (text) => text.includes(operator.call),
        (later, received) => {
          const sent = exchangeBy(operator, contest, over, mode, later);
          const from = turnAfter(later, mode, 0.6);
          const said = speechOf(operator, mode, isTest).answer(as, sent.said.join(" "));
          const to = transmit(operator, frequencyHz, mode, said, from);
          worked.add(as);
          searcher.busyUntil = to + random.between(10, 60);
          at(to, () => write(entryOf(random, { ...facts(talk), from, to }, operator, as, sent, received)));
        },
      );
    }
  }

  /** Waits for what a guest exchanges, and asks again for what is missing; whoever never gets it whole gives up. */
  function awaitExchange(
    talk: Talk,
    from: number,
    isMeant: Expected["isMeant"],
    then: (time: number, received: SaidExchange) => void,
    gaveUp: (time: number) => void = () => {},
    tries = 0,
  ): void {
    const { operator, guest, as, frequencyHz, mode, contest } = talk;
    const until = from + patience(mode);
    let isHeard = false;
    expected.push({
      guest,
      frequencyHz,
      mode,
      until,
      isMeant,
      then(time, text) {
        isHeard = true;
        const received =
          contest === null
            ? reportAlone(heardReport(text, mode))
            : heardExchange(contest.rules, as, time, text, [as, operator.call]);
        if (received !== null) return then(time, received);
        if (tries === MOST_AGAIN) return gaveUp(time);
        const asked = transmit(operator, frequencyHz, mode, againIn(mode), turnAfter(time, mode, 0.4));
        awaitExchange(talk, asked, () => true, then, gaveUp, tries + 1);
      },
    });
    const lookAt = (time: number) => {
      if (isHeard) return;
      const busy = sending.find((one) => one.call === guest.call && isNear(one.frequencyHz, frequencyHz));
      if (busy === undefined) gaveUp(time);
      else at(busy.to + 0.1, lookAt);
    };
    at(until, lookAt);
  }

  function facts({ frequencyHz, mode, contest }: Talk) {
    return { frequencyHz, mode, contest: contest?.rules.tag ?? null };
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
      { operator, frequencyHz, mode, contest }: Running,
      { guest, as, over }: NonNullable<Running["caller"]>,
      time: number,
      goOn: (time: number) => void,
    ): void {
      const speech = speechOf(operator, mode, contest !== null);
      const sent = exchangeBy(operator, contest, over, mode, time);
      const from = turnAfter(time, mode, 0.5);
      const ends = transmit(operator, frequencyHz, mode, speech.report(as, sent.said.join(" ")), from);
      const talk: Talk = { operator, guest, as, frequencyHz, mode, contest };
      const thank = (later: number, received: SaidExchange) => {
        const to = transmit(operator, frequencyHz, mode, speech.thanks(as), turnAfter(later, mode, 0.5));
        write(entryOf(random, { ...facts(talk), from, to }, operator, as, sent, received));
        at(to + 1.5, goOn);
      };
      awaitExchange(
        talk,
        ends,
        () => true,
        thank,
        (later) => at(later + 0.5, goOn),
      );
    },
  };
}

/** The first call in what is said that is not the other one's. */
function callIn(said: string, other?: string): string | null {
  return said.split(/[\s,]+/).find((word) => word !== other && /\d/.test(word) && parseCallsign(word).ok) ?? null;
}
