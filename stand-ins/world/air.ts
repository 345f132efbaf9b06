import { bandOfFrequency } from "../../src/core/band";
import { pathBetween } from "../../src/core/geo";
import { createAgenda } from "./agenda";
import { type AirContest, contestAt } from "./contests";
import { createContesting } from "./contesting";
import type { SaidExchange } from "../../src/core/contest";
import { AIR_BANDS, frequencyFor, isAbove54 } from "./frequency";
import { createHearing, type Ear, type Heard, READABLE } from "./hearing";
import { type AirMode, likelyAwake, makeOperators, type Neighbourhood, type Operator } from "./operators";
import { type Random, randomFrom } from "../../src/core/random";
import { FT8_SLOT, lastsFor, speechOf } from "./speech";
import { createGuests, type Guest, type Order } from "./guests";
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
  /** The contest that it is of, by its tag. */
  readonly contest: string | null;
  /** What each sent to the other. */
  readonly exchanged: readonly [byOne: SaidExchange, byOther: SaidExchange];
}

export interface AirOptions {
  readonly seed: number;
  /** How many stations there are. */
  readonly stations: number;
  /** When it begins, seconds since 1970 UTC. */
  readonly startsAt: number;
  /** Those of the stations that are near to us. */
  readonly nearby?: Neighbourhood;
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
  /** Sends something from outside of the world, from now on, or as if it had begun before; stations answer to it when it ends. */
  send(guest: Guest, order: Order, from?: number): Transmission;
  /** Ends what a guest sends before its time. */
  stop(id: number): void;
}

/** Who calls on a frequency of his own. */
export interface Running {
  readonly operator: Operator;
  readonly band: string;
  readonly mode: AirMode;
  readonly frequencyHz: number;
  /** The contest that he takes part in. */
  readonly contest: AirContest | null;
  readonly until: number;
  unanswered: number;
  /** A guest who called, with which call, and how well he was heard. */
  caller: { readonly guest: Guest; readonly as: string; readonly over: number } | null;
}

/** Who goes to those who call. */
export interface Searching {
  readonly operator: Operator;
  readonly contest: AirContest | null;
  /** Whom he has worked on the band: since he is there, or in the contest. */
  readonly worked: Set<string>;
  busyUntil: number;
}

const MINUTE = 60;
/** How much likelier somebody who likes contests is at his station while one is on. */
const CONTEST_WAKES = 0.7;
/** Above 54 MHz nobody is heard from farther away, km. */
const NEAR_KM = 600;
/** Stations that a band is judged by. */
const SAMPLE = 10;

export function createAir(options: AirOptions): Air {
  const { seed, startsAt } = options;
  const random = randomFrom(seed);
  const operators = makeOperators(random, options.stations, startsAt, options.nearby);
  const neighbours = neighboursOf(operators);
  const { contestFor, modesFor, workedBy, exchangeBy } = createContesting(random, neighbours);
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
    const { draws } = contestAt(time);
    if (!random.chance(likelyAwake(operator, time) + CONTEST_WAKES * draws ** 2 * operator.contesting)) {
      return at(time + random.between(15, 45) * MINUTE, (later) => wake(operator, later));
    }
    settle(operator, time, time + random.between(30, 180) * MINUTE);
  }

  /** Chooses a band and a mode, and whether to call there or to answer those who do. */
  function settle(operator: Operator, time: number, until: number): void {
    if (time >= until) return at(time + random.between(20, 90) * MINUTE, (later) => wake(operator, later));
    const contest = contestFor(operator, time);
    const mode = random.weighted(modesFor(operator, contest));
    const band = bandFor(operator, mode, contest?.bands ?? AIR_BANDS, time);
    const stays = time + random.between(10, 50) * MINUTE;
    const frequencyHz = random.chance(operator.runs)
      ? frequencyFor(random, band, mode, operator.region, frequenciesOf(band, mode))
      : null;
    const leave = (later: number) => settle(operator, later, until);
    if (frequencyHz !== null)
      return run(
        { operator, band, mode, frequencyHz, contest, until: stays, unanswered: 0, caller: null },
        time,
        leave,
      );
    const worked = contest === null ? new Set<string>() : workedBy(operator, contest, band);
    const own: Searching = { operator, contest, worked, busyUntil: time };
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
  function bandFor(operator: Operator, mode: AirMode, bands: readonly string[], time: number): string {
    const sampleOf = (all: readonly Operator[]) =>
      all.length === 0 ? [] : Array.from({ length: SAMPLE }, () => random.pick(all)).filter((one) => one !== operator);
    const [sample, near] = [sampleOf(operators), sampleOf(neighbours.get(operator)!)];
    const worth = bands.map((band): readonly [string, number] => {
      const others = isAbove54(band) ? near : sample;
      if (others.length === 0 || frequencyFor(random, band, mode, operator.region, []) === null) return [band, 0];
      const frequencyHz = LOW_EDGE[band]!;
      const open = others.filter(
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
    const { operator, frequencyHz, mode, contest, caller } = own;
    const busy = guests.busyUntil(own, time);
    if (busy !== null) return at(busy + 0.3, (later) => callCq(own, later, leave));
    if (caller !== null) {
      own.caller = null;
      return guests.answer(own, caller, time, (later) => callCq(own, later, leave));
    }
    const begins = turnAfter(time, mode, 0);
    const ends = transmit(operator, frequencyHz, mode, speechOf(operator, mode, contest !== null).cq(), begins);
    at(ends, (later) => listen(own, later, leave));
  }

  /** Those who heard the call answer; of them the one that is heard best is taken. */
  function listen(own: Running, time: number, leave: (time: number) => void): void {
    const { operator, band, mode, frequencyHz, contest } = own;
    const inContest = contest !== null;
    let best: { readonly searcher: Searching; readonly over: number; readonly heardOver: number } | null = null;
    let last = time;
    for (const searcher of searching.get(place(band, mode)) ?? []) {
      const { operator: other, worked } = searcher;
      if (searcher.contest !== contest || searcher.busyUntil > time || worked.has(operator.call)) continue;
      if (!random.chance(inContest ? 0.35 : 0.2)) continue;
      const heardOver = reads(other, operator, frequencyHz, mode, time);
      if (heardOver === null) continue;
      const begins = turnAfter(time, mode, 0.3 + random.next());
      const ends = transmit(other, frequencyHz, mode, speechOf(other, mode, inContest).call(operator.call), begins);
      searcher.busyUntil = ends;
      last = Math.max(last, ends);
      const over = reads(operator, other, frequencyHz, mode, time);
      if (over !== null && (best === null || over > best.over)) best = { searcher, over, heardOver };
    }
    if (best === null) {
      own.unanswered++;
      return at(last + (inContest ? 1 + 2 * random.next() : random.between(2, 8)), (later) =>
        callCq(own, later, leave),
      );
    }
    own.unanswered = 0;
    const { searcher, over, heardOver } = best;
    const exchanged = [
      exchangeBy(operator, contest, over, mode, last),
      exchangeBy(searcher.operator, contest, heardOver, mode, last),
    ] as const;
    talk(own, searcher, exchanged, last, leave);
  }

  /** From the report to the thanks, after which both write it down. */
  function talk(
    own: Running,
    searcher: Searching,
    exchanged: AirContact["exchanged"],
    time: number,
    leave: (time: number) => void,
  ): void {
    const { operator, frequencyHz, mode, contest } = own;
    const inContest = contest !== null;
    const other = searcher.operator;
    const [ours, theirs] = [speechOf(operator, mode, inContest), speechOf(other, mode, inContest)];
    const [bySelf, byOther] = exchanged.map(({ said }) => said.join(" ")) as [string, string];
    const from = turnAfter(time, mode, 0.5);
    let ends = transmit(operator, frequencyHz, mode, ours.report(other.call, bySelf), from);
    ends = transmit(other, frequencyHz, mode, theirs.answer(operator.call, byOther), turnAfter(ends, mode, 0.6));
    ends = transmit(operator, frequencyHz, mode, ours.thanks(other.call), turnAfter(ends, mode, 0.5));
    searcher.busyUntil = ends + random.between(5, inContest ? 25 : 90);
    searcher.worked.add(operator.call);
    if (contest !== null) workedBy(operator, contest, own.band).add(other.call);
    at(ends, (to) => {
      const tag = contest?.rules.tag ?? null;
      const contact: AirContact = { one: operator, other, frequencyHz, mode, contest: tag, from, to, exchanged };
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
    exchangeBy,
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
    send(guest, order, from = now) {
      const transmission = transmissionOf(guest, order, from);
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

/** To each station those that it may hear above 54 MHz. */
function neighboursOf(operators: readonly Operator[]): ReadonlyMap<Operator, readonly Operator[]> {
  const able = operators.filter(({ above54 }) => above54);
  return new Map(
    operators.map((one) => [
      one,
      one.above54
        ? able.filter((other) => other !== one && pathBetween(one.point, other.point).distanceKm <= NEAR_KM)
        : [],
    ]),
  );
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
