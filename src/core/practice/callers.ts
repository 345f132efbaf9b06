import type { Crowd, Floor } from "./floor";
import { fits, meaningOf, slowed } from "./meant";
import { makePerson, type Person } from "./people";
import { practiceTask, type Truth } from "./run";

/** Somebody who wants us. */
interface Caller {
  readonly who: Person;
  /** He waits to be heard; was asked for more; has sent his exchange; or is not there any more. */
  state: "waits" | "asked" | "sent" | "gone";
  /** He has asked us for our exchange again. */
  asks: boolean;
  /** Words a minute, as he sends now. */
  speed: number;
  tries: number;
  /** Until when he sends. */
  busy: number;
  /** From when what he exchanges was heard. */
  from: number;
  /** What he does next unless something else comes; a later one takes its place. */
  step: number;
}

/** How near to a call must be what we send, so that its owner takes himself as meant. */
const MEANT = 0.5;

/** Those who answer us: one, some, or many at once. */
export function createCallers(floor: Floor): Crowd {
  const { random, settings, rules, ownCall, startedAt, at, send, weSend, tuned, made } = floor;
  const task = practiceTask(settings.task);
  const taken = new Set<string>([ownCall]);
  const callers: Caller[] = [];
  let partner: Caller | null = null;

  const isOpen = ({ state }: Caller) => state === "waits" || state === "asked";
  const present = () => callers.filter(({ state }) => state !== "gone");

  function arrive(): void {
    const who = makePerson(random, settings, rules, taken, startedAt);
    taken.add(who.call);
    callers.push({ who, state: "waits", asks: false, speed: who.speed, tries: 0, busy: 0, from: 0, step: 0 });
  }

  /** How many come, as everybody was called. */
  function gather(): void {
    const here = present().length;
    const wanted = task.fills ? settings.stations : random.weighted(RUN_ARRIVALS.slice(0, settings.stations + 1));
    for (let count = here; count < wanted; count++) arrive();
  }

  function says(caller: Caller, text: string, from: number): number {
    const { call, beside, over, fade } = caller.who;
    const begins = Math.max(from, caller.busy + 0.3);
    const who = { by: call, speed: caller.speed, over, frequencyHz: tuned() + beside };
    caller.busy = send(fade === undefined ? who : { ...who, fade }, text, begins);
    return caller.busy;
  }

  /** Does something at its time, unless something else has come up for him. */
  function then(caller: Caller, time: number, act: (time: number) => void): void {
    const step = ++caller.step;
    at(time, (now) => {
      if (caller.step !== step || caller.state === "gone") return;
      // Nobody well-bred calls while we send.
      if (weSend() && !random.chance(caller.who.pushy)) return then(caller, now + 0.5, act);
      act(now);
    });
  }

  function leave(caller: Caller): void {
    caller.state = "gone";
    if (partner === caller) partner = null;
  }

  /** Gives his call, and gives up when he has done so often enough. */
  function calls(caller: Caller, time: number): void {
    const { call, patience } = caller.who;
    then(caller, time, (now) => {
      if (++caller.tries > patience) return weSend() ? calls(caller, now + 1) : leave(caller);
      const twice = caller.state === "asked" || (caller.speed < 40 && random.chance(0.15));
      const ends = says(caller, twice ? `${call} ${call}` : call, now);
      // Who hears nothing calls once more.
      calls(caller, ends + (caller.state === "asked" ? 6 : 3.5) + 3 * random.next());
    });
  }

  function answersWith(caller: Caller, time: number): void {
    const { exchange, slips, deaf } = caller.who;
    then(caller, time, (now) => {
      if (random.chance(deaf)) return asksAgain(caller, now, random.pick(["AGN?", "AGN", "NR?"]));
      const isFirst = caller.state !== "sent";
      caller.state = "sent";
      caller.asks = false;
      partner = caller;
      if (isFirst) caller.from = now;
      const text = isFirst && random.chance(slips) ? withSlip(random.next(), exchange) : exchange;
      waitsForThanks(caller, says(caller, isFirst ? `${random.pick(["R ", "", "TU "])}${text}` : text, now));
    });
  }

  function asksAgain(caller: Caller, time: number, words: string): void {
    if (caller.state !== "sent") caller.state = "asked";
    caller.asks = true;
    partner = caller;
    const ends = says(caller, words, time);
    then(caller, ends + 8, (later) => {
      caller.asks = false;
      if (caller.state === "sent") waitsForThanks(caller, later);
      else calls(caller, later);
    });
  }

  /** Asks whether he is in the log, and takes it so in the end. */
  function waitsForThanks(caller: Caller, from: number): void {
    then(caller, from + 9, (now) => {
      if (++caller.tries > caller.who.patience) return finish(caller, now);
      waitsForThanks(caller, says(caller, "R?", now));
    });
  }

  function truthOf({ who: { call, values, beside }, from }: Caller, at: number): Truth {
    return { call, values: { ...values }, from, at, ours: ownCall, frequencyHz: tuned() + beside };
  }

  function finish(caller: Caller, time: number): void {
    made(truthOf(caller, time));
    leave(caller);
  }

  /** What the one does whom we are with; false where it was not for him. */
  function forPartner(caller: Caller, meaning: ReturnType<typeof meaningOf>, to: number): boolean {
    const meant = Math.max(0, ...meaning.words.map((word) => fits(word, caller.who.call)));
    const others = present().some(
      (one) => one !== caller && meaning.words.some((word) => fits(word, one.who.call) > Math.max(meant, MEANT)),
    );
    if (others) return false;
    const soon = to + 0.3 + 0.5 * random.next();
    if (caller.state === "sent") {
      if (meaning.asks || meaning.exchange !== "none") {
        const { call } = caller.who;
        const asksForCall = meaning.words.some(
          (word) => /^(CALL|CL)\??$/.test(word) || (word.includes("?") && fits(word, call) > 0),
        );
        if (asksForCall) waitsForThanks(caller, says(caller, `${call} ${call}`, soon));
        else answersWith(caller, soon);
        return true;
      }
      if (meaning.ends || meaning.calls || meaning.named) finish(caller, to);
      return !(meaning.ends || meaning.calls || meaning.named);
    }
    if (meaning.calls) return false;
    if (meaning.exchange === "whole") answersWith(caller, soon);
    else if (meaning.exchange === "part") then(caller, soon, (now) => asksAgain(caller, now, "AGN?"));
    else if (meaning.asks || meant >= MEANT) calls(caller, soon);
    else return false;
    return true;
  }

  /** Somebody is called by his call, by a part of it, or by one that is nearly his. */
  function picked(meaning: ReturnType<typeof meaningOf>, to: number): boolean {
    const scored = callers
      .filter(isOpen)
      .map((caller) => ({ caller, fit: Math.max(0, ...meaning.words.map((word) => fits(word, caller.who.call))) }))
      .filter(({ fit }) => fit >= MEANT)
      .sort((one, other) => other.fit - one.fit);
    const best = scored[0];
    if (best === undefined) return false;
    const exact = best.fit === 1;
    for (const { caller, fit } of scored) {
      if (exact && fit < 1) {
        if (random.chance(caller.who.pushy)) calls(caller, to + 0.4 + random.next());
        else hush(caller);
        continue;
      }
      caller.state = "asked";
      caller.tries = 0;
      const soon = to + 0.3 + 0.6 * random.next();
      if (fit === 1 && meaning.exchange === "whole") answersWith(caller, soon);
      else if (fit === 1 && meaning.exchange === "part") {
        then(caller, soon, (now) => asksAgain(caller, now, "AGN?"));
      } else calls(caller, soon);
    }
    // Who was not meant waits, or calls all the same.
    for (const caller of callers.filter(isOpen))
      if (!scored.some((one) => one.caller === caller))
        if (random.chance(caller.who.pushy * 0.6)) calls(caller, to + 0.5 + random.next());
        else hush(caller);
    return true;
  }

  /** Waits until everybody is called, or asked, again. */
  function hush(caller: Caller): void {
    caller.state = "waits";
    caller.step++;
  }

  function invite(to: number): void {
    partner = null;
    gather();
    for (const caller of callers.filter(isOpen)) {
      caller.state = "waits";
      calls(caller, to + 0.3 + (task.gentle ? 0.5 : 1.6 * random.next()));
    }
  }

  return {
    heard(text, from, to) {
      const calling = present().map(({ who }) => who.call);
      const meaning = meaningOf(rules, ownCall, startedAt + Math.floor(from), text, calling);
      // It is said to whom one is with, or else to all.
      if (meaning.slower)
        for (const caller of partner === null ? callers.filter(isOpen) : [partner]) caller.speed = slowed(caller.speed);
      if (partner !== null && forPartner(partner, meaning, to)) return;
      if (!meaning.calls && picked(meaning, to)) return;
      if (meaning.calls || meaning.ends || meaning.named) return invite(to);
      // "?" to nobody: those who wait call once more.
      if (meaning.asks) for (const caller of callers.filter(isOpen)) calls(caller, to + 0.3 + random.next());
    },
    phase() {
      if (present().some(({ asks }) => asks)) return "asks";
      return present().some(({ state }) => state === "sent") ? "sent" : callers.some(isOpen) ? "called" : "quiet";
    },
    places: () => [],
    open: (time) => callers.filter(({ state }) => state === "sent").map((caller) => truthOf(caller, time)),
  };
}

/** How many answer a call in a run, and how likely. */
const RUN_ARRIVALS: readonly (readonly [number, number])[] = [
  [0, 2],
  [1, 6],
  [2, 3],
  [3, 1],
];

/** An exchange whose last word goes wrong at first: said wrong, taken back with a row of dots, and said again. */
function withSlip(share: number, exchange: string): string {
  const words = exchange.split(" ");
  const last = words.at(-1)!;
  const at = Math.floor(share * last.length);
  const other = /\d/.test(last[at]!) ? String((Number(last[at]) + 1 + Math.floor(share * 7)) % 10) : "E";
  const wrong = last.slice(0, at) + other;
  return [...words.slice(0, -1), wrong, "EEEE", last].join(" ");
}
