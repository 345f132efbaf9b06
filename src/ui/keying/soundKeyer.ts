import {
  createRttyReader,
  createRttySender,
  KEYED,
  type RttyRead,
  type RttyReader,
  type RttySender,
  type RttyTones,
  type SentSign,
  type SignOut,
  signsRead,
} from "@/core/signal";
import { LEASE_MS, LONGEST_SENT } from "@/core/contract";
import type { SoundPiece } from "../signals/soundTap";
import type { SoundOutput } from "./soundOutput";

/** The transmit switch of a radio. */
export interface TransmitSwitch {
  readonly on: () => Promise<unknown>;
  /** Says that we are still there: false where the radio does not transmit for us any more. */
  readonly here: () => Promise<boolean>;
  readonly off: () => Promise<unknown>;
}

/** What is heard of a text that is sent as sound. */
export type SoundNews =
  | { readonly is: "letter"; readonly id: number; readonly letter: string }
  /** The signs until now with the codes that were read of their sound, in place of those that were meant. */
  | { readonly is: "read"; readonly id: number; readonly signs: readonly SentSign[] }
  | { readonly is: "done" | "stopped" | "limit" | "broken"; readonly id: number; readonly text?: string };

interface SoundKeyerOptions {
  readonly open: () => Promise<SoundOutput>;
  readonly tones: RttyTones;
  /** Of the radio that is followed; null where the sound alone is to do it. */
  readonly radio: TransmitSwitch | null;
}

/** Sends RTTY as sound. */
export interface SoundKeyer {
  /** Sends a text in place of what it was sending: its number. @throws {Error} why it does not begin */
  readonly send: (text: string, more: boolean, options: SoundKeyerOptions) => Promise<number>;
  /** Another text: what has gone out stays. */
  readonly change: (text: string, more: boolean) => void;
  /** Whether anything was sent, or about to be. */
  readonly stop: () => boolean;
  /** Hears of it until that is ended; without anybody who does nothing is sent. */
  readonly subscribe: (listener: (news: SoundNews) => void) => () => void;
}

/** So long before the first sign, and behind the last one, mark is sent, seconds: a radio takes time to turn. */
const LEAD = 0.25;
const TAIL = 0.15;
/** What begins sooner may come too late to be in step, seconds. */
const SOON = 0.05;
/** What begins within so long is on its way: later corrections come too late. */
const AHEAD = 0.4;
/** Without anybody who sends on it falls silent after so long. */
const ALIVE = 1;
/** The reader says of a sign what it was so long after it. */
const READ_LATER = 1.5;
const HERE_MS = 500;
/** The longest transmission, seconds, where no radio has a limit of its own. */
const LIMIT = 180;

/** One transmission. */
interface Sending {
  readonly id: number;
  readonly options: SoundKeyerOptions;
  readonly output: SoundOutput;
  readonly sender: RttySender;
  readonly reader: RttyReader;
  readonly watch: ReturnType<typeof setInterval>;
  readonly signs: SignOut[];
  /** What was read of signs that are not checked yet. */
  read: RttyRead[];
  /** The signs that were held against what was read, with the codes of that. */
  readonly checked: SentSign[];
  /** Where the reader's time began, by the output's clock; null before. */
  readAt: number | null;
  /** How many signs were told. */
  told: number;
  /** Until when it sounds without more, by the output's clock. */
  alive: number;
  /** By the other clock: when sound went out last, and when the radio said last that it transmits for us. */
  heardAt: number;
  hereAt: number;
  saidAt: number;
}

/**
 * Sends RTTY as two tones of a sound output, with the radio's transmit switch, and reads what went out from that very
 * sound. All goes on only as long as the page does: the sound by itself falls silent without it, and so does the radio.
 *
 * @param clock milliseconds, for what does not follow the sound
 * @param limit the longest transmission, seconds
 */
export function createSoundKeyer(clock: () => number = () => performance.now(), limit = LIMIT): SoundKeyer {
  const listeners = new Set<(news: SoundNews) => void>();
  const hear = (news: SoundNews) => listeners.forEach((listener) => listener(news));
  let last = 0;
  let current: Sending | null = null;
  /** What is wanted while a transmission begins; null where it is not wanted any more. */
  let begins: { readonly id: number; text: string; more: boolean } | null = null;
  /** One begins after the other. */
  let turn: Promise<unknown> = Promise.resolve();

  function send(text: string, more: boolean, options: SoundKeyerOptions): Promise<number> {
    const fault = faultOf(text);
    if (fault !== null) return Promise.reject(new Error(fault));
    const id = ++last;
    begins = { id, text, more };
    const started = turn.then(() => start(id, options));
    turn = started.catch(() => {});
    return started.then(() => id);
  }

  async function start(id: number, options: SoundKeyerOptions): Promise<void> {
    const isWanted = () => begins?.id === id;
    if (!isWanted()) return;
    const before = current;
    current = null;
    if (before !== null) await close(before);
    let output: SoundOutput | null = null;
    try {
      output = await options.open();
      if (isWanted()) await options.radio?.on();
      if (isWanted()) return begin(id, options, output);
    } catch (error) {
      if (isWanted()) begins = null;
      output?.close();
      throw error;
    }
    output.close();
    await options.radio?.off().catch(() => {});
  }

  function begin(id: number, options: SoundKeyerOptions, output: SoundOutput): void {
    const { text, more } = begins!;
    begins = null;
    const now = clock();
    const sending: Sending = {
      id,
      options,
      output,
      sender: createRttySender(text, more, output.now() + LEAD),
      reader: createRttyReader(options.tones, output.rate),
      watch: setInterval(() => {
        if (current === sending && clock() - sending.heardAt > LEASE_MS)
          finish(sending, "broken", "The sound output does not go on: is it plugged in?");
      }, HERE_MS),
      signs: [],
      read: [],
      readAt: null,
      told: 0,
      checked: [],
      alive: 0,
      heardAt: now,
      hereAt: now,
      saidAt: now,
    };
    current = sending;
    output.tone(options.tones.mark, output.now());
    keepOn(sending);
    const began = output.now();
    output.onLost(() => finish(sending, "broken", "The sound output was pulled out, or taken away."));
    output.listen((piece) => goOn(sending, piece, began));
  }

  /** The sound goes on, and with it what is sent. */
  function goOn(sending: Sending, { samples, at }: SoundPiece, began: number): void {
    if (current !== sending) return;
    const { output, sender, options, signs, reader, id } = sending;
    sending.heardAt = clock();
    sending.readAt ??= at;
    sending.read.push(...reader.take(samples).map((one) => ({ ...one, at: one.at + sending.readAt! })));
    const now = at + samples.length / output.rate;
    const next = sender.between(output.now() + SOON, output.now() + AHEAD);
    for (const { at: when, isMark } of next.tones) output.tone(isMark ? options.tones.mark : options.tones.space, when);
    signs.push(...next.signs);
    while (sending.told < signs.length && signs[sending.told]!.from <= now)
      hear({ is: "letter", id, letter: signs[sending.told++]!.letter });
    keepOn(sending);
    check(sending, now - READ_LATER);
    sayHere(sending);
    const ends = sender.endsAt();
    if (ends !== null && now >= ends + TAIL) return finish(sending, "done");
    if (now - began > limit) finish(sending, "limit");
  }

  function keepOn(sending: Sending): void {
    const { output } = sending;
    if (sending.alive - output.now() > ALIVE / 2) return;
    sending.alive = output.now() + ALIVE;
    output.soundUntil(sending.alive);
  }

  /** Holds the signs that have ended by then against what was read of them; those before stand. */
  function check(sending: Sending, until: number): void {
    const { signs, read, checked, id } = sending;
    const settled = signs.slice(checked.length).filter(({ to }) => to <= until);
    if (settled.length === 0) return;
    checked.push(...signsRead(settled, read));
    // What comes is of later signs.
    sending.read = read.filter(({ at }) => at > settled.at(-1)!.from);
    hear({ is: "read", id, signs: [...checked] });
  }

  /** Says that we are still there, and hears whether the radio still transmits for us. */
  function sayHere(sending: Sending): void {
    const { radio } = sending.options;
    if (radio === null) return;
    if (clock() - sending.hereAt > LEASE_MS)
      return finish(sending, "broken", "The server does not answer any more: the radio was not told to go on.");
    if (clock() - sending.saidAt < HERE_MS) return;
    sending.saidAt = clock();
    void radio.here().then(
      (isOn) => {
        if (isOn) sending.hereAt = clock();
        else if (current === sending)
          finish(sending, "broken", "The radio does not transmit any more: it was stopped, or over its limit.");
      },
      () => {},
    );
  }

  function finish(sending: Sending, is: "done" | "stopped" | "limit" | "broken", text?: string): void {
    if (current !== sending) return;
    current = null;
    void close(sending);
    if (is === "done") {
      sending.read.push(...sending.reader.end().map((one) => ({ ...one, at: one.at + (sending.readAt ?? 0) })));
      check(sending, Infinity);
    }
    const { id } = sending;
    hear({ is, id, ...(text === undefined ? {} : { text }) });
  }

  /** What cannot be told to a server that is gone, the radio does by itself. */
  async function close({ output, watch, options }: Sending): Promise<void> {
    clearInterval(watch);
    output.close();
    await options.radio?.off().catch(() => {});
  }

  function stop(): boolean {
    const isSending = begins !== null || current !== null;
    begins = null;
    if (current !== null) finish(current, "stopped");
    return isSending;
  }

  return {
    send,
    change(text, more) {
      // What cannot be sent does not take the place of what can.
      if (faultOf(text) !== null) return;
      if (begins !== null) Object.assign(begins, { text, more });
      else current?.sender.change(text, more);
    },
    stop,
    subscribe(listener) {
      listeners.add(listener);
      return () => {
        listeners.delete(listener);
        if (listeners.size === 0) stop();
      };
    },
  };
}

/** Why a text cannot be sent; null where it can. */
function faultOf(text: string): string | null {
  const { name, odd } = KEYED.RTTY;
  const signs = odd(text);
  if (signs.length > 0) return `${name} has no sign for ${signs.join(" ")}: change it, and send it again.`;
  if ([...text].length > LONGEST_SENT)
    return `A transmission has at most ${LONGEST_SENT} signs: send the text in parts.`;
  return null;
}

/** That of this page: what one part of it sends all of it show. */
export const SOUND_KEYER = createSoundKeyer();
