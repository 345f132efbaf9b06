import type { Part, Rules } from "@/core/contest";
import {
  createPracticeAir,
  type Emission,
  type PracticeLogged,
  type PracticePhase,
  type PracticeRunInput,
  type PracticeSettings,
} from "@/core/practice";
import { createPaddle, keyed, type KeyedLetter, type PaddleSide, USUAL_KEYING } from "@/core/signal";

/** What a run is heard by. Times are seconds from its start. */
export interface SessionSound {
  /** Somebody begins to send. */
  readonly play: (emission: Emission) => void;
  /** Our own key is down. */
  readonly key: (from: number, to: number) => void;
  /** What of ours is still to come is not sent. */
  readonly cut: (at: number) => void;
  readonly tune: (frequencyHz: number) => void;
}

/** A run as it is seen. */
export interface SessionView {
  /** Whole seconds that are left. */
  readonly left: number;
  readonly phase: PracticePhase;
  readonly sending: boolean;
  /** Of what is sent, or was sent last, what has gone out; and its number. */
  readonly sent: string;
  readonly id: number | null;
  readonly contacts: readonly PracticeLogged[];
  readonly places: readonly number[];
  readonly isOver: boolean;
}

export interface Session {
  readonly view: () => SessionView;
  readonly subscribe: (listener: () => void) => () => void;
  /** It is heard by this from now on; null for by nothing. */
  readonly hear: (by: SessionSound | null) => void;
  /** Goes on to a time; often enough that a dot is not late. */
  readonly tick: (now: number) => void;
  /** Sends a text in place of what is sent; its number. It goes on until it is told that no more comes. */
  readonly send: (text: string, speed: number, more: boolean) => number;
  /** Another text for what is sent: what has gone out stays. */
  readonly change: (text: string, more: boolean) => void;
  readonly setSpeed: (speed: number) => void;
  readonly stop: () => void;
  /** A side of the paddle is pressed, or let go, at a time. */
  readonly paddle: (side: PaddleSide, isDown: boolean, at: number) => void;
  readonly tune: (frequencyHz: number) => void;
  readonly log: (contact: Omit<PracticeLogged, "at">) => void;
  /** The last contact is taken out again: its call; null where there is none. */
  readonly undo: () => string | null;
  readonly finish: () => PracticeRunInput;
}

interface Options {
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly ownCall: string;
  readonly parts: readonly Part[];
  readonly startedAt: number;
}

/** A text that goes out: letter by letter, so that a new speed, and another text, hold from the next one. */
interface Sending {
  readonly id: number;
  text: string;
  more: boolean;
  readonly from: number;
  gone: number;
  nextAt: number;
}

/** So far ahead letters are given to what sounds them, seconds. */
const AHEAD = 0.15;
/** Who keys by hand has ended his over after such a silence, seconds. */
const OVER_AFTER = 1.3;

const SILENCE: SessionSound = { play: () => {}, key: () => {}, cut: () => {}, tune: () => {} };

/** A practice run, from its start to its end: our keying, those on its air, and what is logged. */
export function createSession({ settings, rules, ownCall, parts, startedAt }: Options): Session {
  const air = createPracticeAir({ settings, rules, ownCall, startedAt });
  const listeners = new Set<() => void>();
  const logged: PracticeLogged[] = [];
  const ends = settings.minutes * 60;
  let sound = SILENCE;
  let now = 0;
  let speed = settings.speed;
  let sending: Sending | null = null;
  let last = { id: 0, sent: "" };
  let isFinished = false;
  /** What is keyed by hand: since when, and what it was. */
  let byHand: { from: number; text: string } | null = null;
  const paddle = createPaddle(() => speed);
  let view = viewNow();

  function viewNow(): SessionView {
    return {
      left: Math.max(0, Math.ceil(ends - now)),
      phase: air.phase(),
      sending: sending !== null || byHand !== null,
      sent: byHand?.text ?? last.sent,
      id: last.id === 0 ? null : last.id,
      contacts: [...logged],
      places: air.places(),
      isOver: now >= ends || isFinished,
    };
  }
  function show(): void {
    const next = viewNow();
    if (JSON.stringify(next) === JSON.stringify(view)) return;
    view = next;
    for (const listener of listeners) listener();
  }

  const letterOf = (sign: string): KeyedLetter | undefined => keyed(sign, { ...USUAL_KEYING, speed })[0];

  function goOut(one: Sending): void {
    while (one.nextAt <= now + AHEAD) {
      const sign = [...one.text][one.gone];
      if (sign === undefined) {
        if (!one.more && one.nextAt <= now) ended(one.nextAt);
        return;
      }
      one.gone++;
      const letter = letterOf(sign);
      if (letter === undefined) continue;
      // After a silence one goes on from now.
      const begins = Math.max(one.nextAt, one.gone === 1 ? one.from : one.nextAt < now - AHEAD ? now : one.nextAt);
      for (const { from, to } of letter.down) sound.key(begins + from / 1000, begins + to / 1000);
      one.nextAt = begins + letter.lasts / 1000;
      last = { id: one.id, sent: [...one.text].slice(0, one.gone).join("") };
    }
  }
  function ended(at: number): void {
    if (sending === null) return;
    const { from, text, gone } = sending;
    sending = null;
    air.sent([...text].slice(0, gone).join(""), from, Math.max(at, from + 0.05), speed);
  }
  function keyedByHand(): void {
    const { down, text } = paddle.made((now + 0.02) * 1000);
    for (const { from, to } of down) sound.key(from / 1000, to / 1000);
    if (down.length > 0 && byHand === null) {
      stop();
      byHand = { from: down[0]!.from / 1000, text: "" };
      air.begin(now);
    }
    if (byHand === null) return;
    byHand.text += text;
    const lastEnd = paddle.lastEnd()! / 1000;
    if (now - lastEnd >= OVER_AFTER) endByHand(lastEnd);
  }
  function endByHand(at: number): void {
    if (byHand === null) return;
    const { from, text } = byHand;
    byHand = null;
    last = { id: last.id + 1, sent: text };
    air.sent(text, from, at, speed);
  }
  function stop(): void {
    if (sending === null && byHand === null) return;
    sound.cut(now);
    ended(now);
    endByHand(now);
  }

  return {
    view: () => view,
    subscribe(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    hear: (by) => void (sound = by ?? SILENCE),
    tick(time) {
      if (isFinished) return;
      // A computer that slept comes back to the end of the run, not to hours of it.
      now = Math.min(Math.max(now, time), ends);
      if (sending !== null) goOut(sending);
      keyedByHand();
      for (const emission of air.advance(now)) sound.play(emission);
      show();
    },
    send(text, wanted, more) {
      stop();
      speed = wanted;
      const id = last.id + 1;
      last = { id, sent: "" };
      sending = { id, text: text.toUpperCase(), more, from: now, gone: 0, nextAt: now };
      air.begin(now);
      goOut(sending);
      show();
      return id;
    },
    change(text, more) {
      if (sending === null) return;
      const out = [...sending.text].slice(0, sending.gone);
      sending.text = [...out, ...[...text.toUpperCase()].slice(sending.gone)].join("");
      sending.more = more;
      goOut(sending);
      show();
    },
    setSpeed: (wanted) => void (speed = wanted),
    stop() {
      stop();
      show();
    },
    paddle(side, isDown, at) {
      now = Math.max(now, at);
      if (isDown) paddle.press(side, at * 1000);
      else paddle.release(side, at * 1000);
      keyedByHand();
    },
    tune(frequencyHz) {
      air.tune(frequencyHz);
      sound.tune(frequencyHz);
      show();
    },
    log(contact) {
      logged.push({ ...contact, at: Math.round(now * 1000) / 1000 });
      show();
    },
    undo() {
      const call = logged.pop()?.call ?? null;
      show();
      return call;
    },
    finish() {
      stop();
      // Who was logged, and is not thanked yet as the time is over, was worked.
      const worked = air.open().filter(({ from }) => logged.some(({ at }) => at >= from));
      isFinished = true;
      show();
      return {
        settings,
        startedAt,
        seconds: Math.round(Math.min(now, ends)),
        ownCall,
        parts: parts.map(({ id, label }) => ({ id, label })),
        contestName: rules.name,
        logged,
        truths: [...air.truths(), ...worked],
        emissions: air.emissions(),
      };
    },
  };
}
