import { bandOfFrequency } from "../../src/core/band";
import { createAgenda } from "./agenda";
import { AIR_BANDS, frequencyFor } from "./frequency";
import { createHearing, type Ear, type Heard, READABLE } from "./hearing";
import { type AirMode, likelyAwake, makeOperators, type Operator } from "./operators";
import { type Random, randomFrom } from "./random";
import { FT8_SLOT, lastsFor, speechOf } from "./speech";
import { createGuests, type Guest, type Order } from "./guests";
import { reportFor } from "./report";
import { sunAt } from "./sun";
import { entriesOf, type LogEntry } from "./worldLog";

/** Something that is sent, from its first moment to its last, seconds since 1970 UTC. */
export interface Transmission {
  readonly id: number;
  /** Whose: a station of the air, or a guest. */
  readonly by: Ear;
  readonly call: string;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  /** Morse, words a minute; null in other modes. */
  readonly speed: number | null;
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** A contact of two stations as it was, and not as either logged it. */
export interface AirContact {
  readonly one: Operator;
  readonly other: Operator;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly from: number;
  readonly to: number;
  /** What each heard of the other. */
  readonly reports: readonly [byOne: string, byOther: string];
}

export interface AirOptions {
  readonly seed: number;
  /** How many stations there are. */
  readonly stations: number;
  /** When it begins, seconds since 1970 UTC. */
  readonly startsAt: number;
  /** Hears of each transmission as it begins. */
  readonly onTransmission?: (transmission: Transmission) => void;
  /** Hears of what a station wrote into its log. */
  readonly onEntry?: (entry: LogEntry) => void;
  /** Hears of each contact as it was. */
  readonly onContact?: (contact: AirContact) => void;
}

/** The simulated air. The same options give the same air, in however many steps it is run. */
export interface Air {
  readonly operators: readonly Operator[];
  readonly now: number;
  /** Lets time go on to a moment. */
  runUntil(at: number): void;
  /** What is being sent now. */
  sending(): readonly Transmission[];
  /** How a transmission arrives somewhere. */
  heard(transmission: Transmission, by: Ear): Heard;
  /** Sends something from outside of the world, from now on; stations answer to it when it ends. */
  send(guest: Guest, order: Order): Transmission;
  /** Ends what a guest sends before its time. */
  stop(id: number): void;
}

/** Who calls on a frequency of his own. */
export interface Running {
  readonly operator: Operator;
  readonly band: string;
  readonly mode: AirMode;
  readonly frequencyHz: number;
  readonly until: number;
  unanswered: number;
  /** A guest who called, and how well he was heard. */
  caller: { readonly guest: Guest; readonly over: number } | null;
}

/** Who goes to those who call. */
export interface Searching {
  readonly operator: Operator;
  /** Whom he has worked since he is there. */
  readonly worked: Set<string>;
  busyUntil: number;
}

const MINUTE = 60;
/** Stations that a band is judged by. */
const SAMPLE = 10;

export function createAir(options: AirOptions): Air {
  const { seed, startsAt } = options;
  const random = randomFrom(seed);
  const operators = makeOperators(random, options.stations, startsAt);
  const agenda = createAgenda();
  const hear = createHearing((at) => sunAt(seed, at));
  const running = new Set<Running>();
  const searching = new Map<string, Set<Searching>>();
  let sent: Transmission[] = [];
  let now = startsAt;
  let transmissions = 0;

  const at = (time: number, act: (time: number) => void) => agenda.put(time, () => act(time));
  const place = (band: string, mode: AirMode) => `${band} ${mode}`;
  /** Signals rise and fall by some decibels. */
  const fading = () => (random.next() + random.next() + random.next() - 1.5) * 6;

  function transmissionOf(by: Operator | Guest, { frequencyHz, mode, speed, text }: Order, from: number): Transmission {
    const to = from + lastsFor(text, mode, speed);
    const shown = mode === "CW" ? speed : null;
    return { id: ++transmissions, by, call: by.call, frequencyHz, mode, speed: shown, text, from, to };
  }

  function emit(transmission: Transmission): void {
    sent.push(transmission);
    options.onTransmission?.(transmission);
  }

  function transmit(operator: Operator, frequencyHz: number, mode: AirMode, text: string, from: number): number {
    const transmission = transmissionOf(operator, { frequencyHz, mode, speed: operator.speed, text }, from);
    at(from, () => emit(transmission));
    return transmission.to;
  }

  /** When a transmission may begin: FT8 goes by the clock, and by turns. */
  function turnAfter(time: number, mode: AirMode, pause: number): number {
    return mode === "FT8" ? Math.ceil(time / FT8_SLOT) * FT8_SLOT : time + pause;
  }

  function reads(by: Ear, of: Ear, frequencyHz: number, mode: AirMode, time: number): number | null {
    const over = hear(of, by, frequencyHz, mode, time).over + fading();
    return over >= READABLE[mode] ? over : null;
  }

  /** Somebody comes to his station, or looks in again later. */
  function wake(operator: Operator, time: number): void {
    if (!random.chance(likelyAwake(operator, time))) {
      return at(time + random.between(15, 45) * MINUTE, (later) => wake(operator, later));
    }
    settle(operator, time, time + random.between(30, 180) * MINUTE);
  }

  /** Chooses a band and a mode, and whether to call there or to answer those who do. */
  function settle(operator: Operator, time: number, until: number): void {
    if (time >= until) return at(time + random.between(20, 90) * MINUTE, (later) => wake(operator, later));
    const mode = random.weighted(operator.modes);
    const band = bandFor(operator, mode, time);
    const stays = time + random.between(10, 50) * MINUTE;
    const frequencyHz = random.chance(operator.runs)
      ? frequencyFor(random, band, mode, operator.region, frequenciesOf(band, mode))
      : null;
    const leave = (later: number) => settle(operator, later, until);
    if (frequencyHz !== null)
      return run({ operator, band, mode, frequencyHz, until: stays, unanswered: 0, caller: null }, time, leave);
    const own: Searching = { operator, worked: new Set(), busyUntil: time };
    const others = searching.get(place(band, mode)) ?? new Set<Searching>();
    searching.set(place(band, mode), others.add(own));
    at(stays, (later) => {
      others.delete(own);
      leave(Math.max(later, own.busyUntil));
    });
  }

  function* frequenciesOf(band: string, mode: AirMode): Generator<number> {
    for (const one of running) if (one.band === band && one.mode === mode) yield one.frequencyHz;
  }

  /** A band on which others can be heard, the more of them the likelier. */
  function bandFor(operator: Operator, mode: AirMode, time: number): string {
    const sample = Array.from({ length: SAMPLE }, () => random.pick(operators)).filter((other) => other !== operator);
    const worth = AIR_BANDS.map((band): readonly [string, number] => {
      if (frequencyFor(random, band, mode, operator.region, []) === null) return [band, 0];
      const frequencyHz = LOW_EDGE[band]!;
      const open = sample.filter(
        (other) => hear(other, operator, frequencyHz, mode, time).over >= READABLE[mode],
      ).length;
      return [band, 0.05 + open ** 2];
    });
    return random.weighted(worth);
  }

  function run(own: Running, time: number, leave: (time: number) => void): void {
    running.add(own);
    callCq(own, time, (later) => {
      running.delete(own);
      leave(later);
    });
  }

  function callCq(own: Running, time: number, leave: (time: number) => void): void {
    if (time >= own.until || own.unanswered > 25) return leave(time);
    const { operator, frequencyHz, mode, caller } = own;
    const busy = guests.busyUntil(own, time);
    if (busy !== null) return at(busy + 0.3, (later) => callCq(own, later, leave));
    if (caller !== null) {
      own.caller = null;
      return guests.answer(own, caller, time, (later) => callCq(own, later, leave));
    }
    const begins = turnAfter(time, mode, 0);
    const ends = transmit(operator, frequencyHz, mode, speechOf(operator, mode).cq(), begins);
    at(ends, (later) => listen(own, later, leave));
  }

  /** Those who heard the call answer; of them the one that is heard best is taken. */
  function listen(own: Running, time: number, leave: (time: number) => void): void {
    const { operator, band, mode, frequencyHz } = own;
    let best: { readonly searcher: Searching; readonly over: number; readonly heardOver: number } | null = null;
    let last = time;
    for (const searcher of searching.get(place(band, mode)) ?? []) {
      const { operator: other, worked } = searcher;
      if (searcher.busyUntil > time || worked.has(operator.call) || !random.chance(0.2)) continue;
      const heardOver = reads(other, operator, frequencyHz, mode, time);
      if (heardOver === null) continue;
      const begins = turnAfter(time, mode, 0.3 + random.next());
      const ends = transmit(other, frequencyHz, mode, speechOf(other, mode).call(operator.call), begins);
      searcher.busyUntil = ends;
      last = Math.max(last, ends);
      const over = reads(operator, other, frequencyHz, mode, time);
      if (over !== null && (best === null || over > best.over)) best = { searcher, over, heardOver };
    }
    if (best === null) {
      own.unanswered++;
      return at(last + random.between(2, 8), (later) => callCq(own, later, leave));
    }
    own.unanswered = 0;
    talk(own, best.searcher, [reportFor(best.over, mode), reportFor(best.heardOver, mode)], last, leave);
  }

  /** From the report to the thanks, after which both write it down. */
  function talk(
    own: Running,
    searcher: Searching,
    reports: AirContact["reports"],
    time: number,
    leave: (time: number) => void,
  ): void {
    const { operator, frequencyHz, mode } = own;
    const other = searcher.operator;
    const [ours, theirs] = [speechOf(operator, mode), speechOf(other, mode)];
    const from = turnAfter(time, mode, 0.5);
    let ends = transmit(operator, frequencyHz, mode, ours.report(other.call, reports[0]), from);
    ends = transmit(other, frequencyHz, mode, theirs.answer(operator.call, reports[1]), turnAfter(ends, mode, 0.6));
    ends = transmit(operator, frequencyHz, mode, ours.thanks(other.call), turnAfter(ends, mode, 0.5));
    searcher.busyUntil = ends + random.between(5, 90);
    searcher.worked.add(operator.call);
    at(ends, (to) => {
      const contact: AirContact = { one: operator, other, frequencyHz, mode, from, to, reports };
      options.onContact?.(contact);
      for (const entry of entriesOf(random, contact)) options.onEntry?.(entry);
      at(to + random.between(1, 4), (later) => callCq(own, later, leave));
    });
  }

  const guests = createGuests({
    random,
    at,
    transmit,
    turnAfter,
    reads,
    running,
    searchingOn: (band, mode) => searching.get(place(band, mode)) ?? [],
    write: (entry) => options.onEntry?.(entry),
  });

  for (const operator of operators) at(startsAt + random.next() * 45 * MINUTE, (time) => wake(operator, time));

  return {
    operators,
    get now() {
      return now;
    },
    runUntil(until) {
      while (agenda.next <= until) {
        now = agenda.next;
        agenda.act();
      }
      now = Math.max(now, until);
      sent = sent.filter(({ to }) => to > now);
    },
    sending: () => sent.filter(({ from, to }) => from <= now && to > now),
    heard: ({ by: from, frequencyHz, mode }, by) => hear(from, by, frequencyHz, mode, now),
    send(guest, order) {
      const transmission = transmissionOf(guest, order, now);
      emit(transmission);
      guests.sent(guest, transmission);
      return transmission;
    },
    stop(id) {
      guests.stopped(id);
      sent = sent.filter((one) => one.id !== id);
    },
  };
}

/** Where a band is judged, Hz. */
const LOW_EDGE: Readonly<Record<string, number>> = Object.fromEntries(
  AIR_BANDS.map((band) => [band, frequencyFor(middling(), band, "CW", 2, [])!]),
);

/** No dice: the middle of everything. */
function middling(): Random {
  return { ...randomFrom(0), next: () => 0.5 };
}

/** The band that a transmission is on. */
export function bandOf({ frequencyHz }: Pick<Transmission, "frequencyHz">): string {
  return bandOfFrequency(frequencyHz)!.name;
}
