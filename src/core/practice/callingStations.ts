import { type Crowd, type Floor, PRACTICE_HZ } from "./floor";
import { editDistance } from "../reference";
import { meaningOf, slowed } from "./meant";
import { makePerson, type Person } from "./people";
import type { Truth } from "./run";

/** Somebody who calls on a frequency of his own. */
interface Calling {
  readonly who: Person;
  readonly frequencyHz: number;
  /** He calls, listens, has sent us his exchange, or deals with another one. */
  state: "calls" | "listens" | "sent" | "elsewhere";
  /** As whom he has us. */
  as: string;
  /** He has asked us for our exchange again. */
  asks: boolean;
  /** Words a minute, as he sends now. */
  speed: number;
  tries: number;
  busy: number;
  from: number;
  step: number;
  done: boolean;
}

/** Stations lie so far apart, from and to, Hz. */
const APART = [500, 1400] as const;
/** Who was worked stays so long, from and to, seconds; then another one calls near there. */
const STAYS = [30, 90] as const;
const BESIDE_HZ = 150;
/** Who is farther beside a station than this is not heard there, Hz. */
const HEARD_WITHIN = 200;

/** Those who call along the band, and are called by others than us as well. */
export function createCallingStations(floor: Floor): Crowd {
  const { random, settings, rules, ownCall, startedAt, at, send, tuned, made, weSend } = floor;
  const taken = new Set<string>([ownCall]);
  const stations: Calling[] = [];
  let frequencyHz = PRACTICE_HZ - 5000;
  for (let count = 0; count < settings.stations; count++) {
    frequencyHz += random.between(...APART);
    come(frequencyHz);
  }

  function person(): Person {
    const who = makePerson(random, settings, rules, taken, startedAt);
    taken.add(who.call);
    return who;
  }

  function come(place: number, from = 0): void {
    const who = person();
    const own: Calling = {
      who,
      speed: who.speed,
      frequencyHz: place,
      state: "calls",
      as: ownCall,
      asks: false,
      tries: 0,
      busy: 0,
      from: 0,
      step: 0,
      done: false,
    };
    stations.push(own);
    cq(own, from + 4 * random.next());
  }

  function says(own: Calling, text: string, from: number): number {
    const { call, over, fade } = own.who;
    const who = { by: call, speed: own.speed, over, frequencyHz: own.frequencyHz };
    own.busy = send(fade === undefined ? who : { ...who, fade }, text, Math.max(from, own.busy + 0.2));
    return own.busy;
  }

  function then(own: Calling, time: number, act: (time: number) => void): void {
    const step = ++own.step;
    at(time, (now) => {
      if (own.step !== step) return;
      // He hears that somebody sends on his frequency.
      if (own.state === "listens" && isHere(own) && weSend()) return then(own, now + 0.5, act);
      act(now);
    });
  }

  const isHere = (own: Calling) => Math.abs(own.frequencyHz - tuned()) <= HEARD_WITHIN;

  function cq(own: Calling, time: number): void {
    own.state = "calls";
    own.tries = 0;
    then(own, time, (now) => {
      const { call } = own.who;
      const ends = says(
        own,
        settings.contest === null ? `CQ DE ${call} ${call} K` : `CQ TEST ${call} ${random.chance(0.5) ? call : "TEST"}`,
        now,
      );
      then(own, ends, () => {
        own.state = "listens";
        then(own, ends + 2.6 + 1.2 * random.next(), (later) =>
          random.chance(0.3) ? deals(own, later) : cq(own, later),
        );
      });
    });
  }

  /** Somebody else calls him, and is answered. */
  function deals(own: Calling, time: number): void {
    own.state = "elsewhere";
    const other = person();
    const base = { by: other.call, speed: other.speed, over: other.over, frequencyHz: own.frequencyHz + other.beside };
    const called = send(base, other.call, time);
    const given = says(own, `${other.call} ${own.who.exchange}`, called + 0.5);
    const returned = send(base, `R ${other.exchange}`, given + 0.5);
    const over = says(own, `TU ${own.who.call}`, returned + 0.4);
    then(own, over, (now) => {
      own.state = "listens";
      then(own, now + 2.5, (later) => cq(own, later));
    });
  }

  function answers(own: Calling, to: number): void {
    own.state = "sent";
    own.asks = false;
    own.from = to;
    // Now and then one is copied wrong, and has to say so.
    own.as = random.chance(own.who.deaf * 0.5) ? misheard(random.next(), ownCall) : ownCall;
    waits(own, says(own, `${own.as} ${own.who.exchange}`, to + 0.4 + 0.4 * random.next()));
  }

  /** Waits for our exchange, asks for it, and goes on without us. */
  function waits(own: Calling, from: number): void {
    then(own, from + 7, (now) => {
      if (weSend() && isHere(own)) return waits(own, now - 5);
      if (++own.tries > 2) return cq(own, now);
      waits(own, says(own, `${own.as}?`, now));
    });
  }

  function truthOf({ who: { call, values }, from, as, frequencyHz: place }: Calling, at: number): Truth {
    return { call, values: { ...values }, from, at, ours: as, frequencyHz: place };
  }

  function finish(own: Calling, to: number): void {
    made(truthOf(own, to));
    const { call } = own.who;
    own.done = true;
    at(to + random.between(...STAYS), (now) => {
      stations.splice(stations.indexOf(own), 1);
      own.step++;
      come(own.frequencyHz + random.between(-BESIDE_HZ, BESIDE_HZ), now);
    });
    then(own, says(own, `TU ${call}`, to + 0.4), (now) => {
      own.state = "listens";
      then(own, now + 2.5, (later) => cq(own, later));
    });
  }

  return {
    heard(text, from, to) {
      const own = stations.find(isHere);
      if (own === undefined) return;
      const meaning = meaningOf(rules, ownCall, startedAt + Math.floor(from), text, [own.who.call]);
      if (own.state === "sent") {
        if (meaning.slower) own.speed = slowed(own.speed);
        if (meaning.named && own.as !== ownCall) {
          own.as = ownCall;
          if (meaning.exchange !== "whole") return waits(own, says(own, `${ownCall} ${own.who.exchange}`, to + 0.5));
        }
        if (meaning.exchange === "whole" || (meaning.ends && !meaning.asks)) return finish(own, to);
        if (meaning.asks) return waits(own, says(own, own.who.exchange, to + 0.4));
        if (meaning.exchange === "part") {
          own.asks = true;
          return waits(own, says(own, "AGN?", to + 0.4));
        }
        return waits(own, to);
      }
      // Who sends while he sends is not heard.
      if (own.busy > from + 0.3 || own.state === "elsewhere") return;
      const named = meaning.words.some(
        (word) => word === ownCall || (word.length > 3 && editDistance(word, ownCall) === 1),
      );
      if (!named) return;
      if (own.done) return void then(own, says(own, `${ownCall} QSO B4`, to + 0.5), (now) => cq(own, now + 1));
      const crowd = Math.min(0.6, own.tries * 0.05 + (settings.stations - 1) * 0.05);
      // Another one was louder.
      if (random.chance(crowd)) return deals(own, to + 0.1);
      answers(own, to);
    },
    phase() {
      const own = stations.find(isHere);
      if (own === undefined) return "quiet";
      return own.state !== "sent" ? "called" : own.asks ? "asks" : "sent";
    },
    places: () => stations.map((one) => one.frequencyHz),
    open: (time) => stations.filter(({ state }) => state === "sent").map((own) => truthOf(own, time)),
  };
}

/** A call with one letter of it heard as another that sounds nearly so. */
function misheard(share: number, call: string): string {
  const at = Math.floor(share * call.length);
  const letter = call[at]!;
  const other = NEARLY[letter] ?? (/\d/.test(letter) ? String((Number(letter) + 1) % 10) : "E");
  return call.slice(0, at) + other + call.slice(at + 1);
}

/** One dot more, or one less. */
const NEARLY: Readonly<Record<string, string>> = {
  S: "H",
  H: "S",
  A: "U",
  U: "A",
  B: "D",
  D: "B",
  V: "U",
  N: "D",
  Q: "G",
  X: "B",
  C: "K",
  K: "C",
};
