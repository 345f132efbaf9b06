"use client";

import { useEffect, useEffectEvent, useRef, useState } from "react";
import { toast } from "sonner";
import {
  asKeyed,
  FASTEST,
  KEYED,
  KEYED_MODES,
  type KeyedMode,
  type Keying,
  misprints,
  rttyTonesOn,
  type SentSign,
  SLOWEST,
  USUAL_KEYING,
} from "@/core/signal";
import type { LinkNews, RadioCommand } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";
import { useKept } from "../kit/kept";
import { tabId } from "../kit/tabId";
import { useLive } from "../kit/useLive";
import { useRadio } from "../shell/radio";
import { useLinks } from "../shell/useLinks";
import { holdLease } from "./lease";
import { RTTY_WAY, USUAL_OUTPUT } from "./rttyWay";
import { SOUND_KEYER, type SoundNews, type TransmitSwitch } from "./soundKeyer";
import { openSoundOutput } from "./soundOutput";
import { useEscapeStops } from "./useEscapeStops";

const SPEED_KEPT_AS = "keyer-speed";
const KEYING_KEPT_AS = "keyer-keying";
const TONE_KEPT_AS = "keyer-tone";
const TONE_HZ = 620;
const LOUDNESS = 0.12;
/** What is said where nothing keys a mode. */
export const noKeyer = (mode: KeyedMode) =>
  `There is nothing that keys ${KEYED[mode].name}: add a keyer in Station, or ${mode === "RTTY" ? "send it as sound" : "follow a radio that does"}.`;

/** The keyer as this browser sees it: what goes out, how fast, and the tone. */
export interface KeyerState {
  /** In what it would send now; null where the radio is in a mode that is not keyed. */
  readonly mode: KeyedMode | null;
  /** Something is there that keys that. */
  readonly isThere: boolean;
  readonly sending: boolean;
  /** The transmission that goes out, or went out last. */
  readonly id: number | null;
  /** What went out of it so far. */
  readonly sent: string;
  /** Words of it that the other end prints otherwise. */
  readonly misprints: ReturnType<typeof misprints>;
  readonly speed: number;
  readonly tone: boolean;
  /** The sound output by which it sends; null where something else keys it. */
  readonly bySound: string | null;
  /** Sends a text, or one that is still to come; `goes` hears it as its turn comes. Texts go in the order asked for. */
  readonly send: (text: string | Promise<string>, goes: (text: string) => void) => void;
  /** Begins a transmission that goes on until it is told that no more comes: its number; null where it did not begin. */
  readonly begin: (text: string) => Promise<number | null>;
  /** Another text for what is sent: what has gone out stays. */
  readonly change: (text: string, more: boolean) => void;
  readonly stop: () => void;
  readonly changeSpeed: (by: number) => void;
  readonly turnTone: () => void;
}

/** What goes out of one transmission. */
interface Going {
  readonly id: number | null;
  readonly signs: readonly SentSign[];
  /** Of a sound, what was read of it; null where the codes are told that went out. */
  readonly read: readonly SentSign[] | null;
}
const NOTHING: Going = { id: null, signs: [], read: null };
type Heard = Extract<LinkNews, { id: number }> | SoundNews;

/** How texts are keyed in a mode of the radio; null where they are not. */
function keyedIn(mode: string): KeyedMode | null {
  return KEYED_MODES.find((one) => one === mode) ?? null;
}

export function useKeyer(): KeyerState {
  const [sending, setSending] = useState(false);
  const [going, setGoing] = useState(NOTHING);
  const [speed, setSpeed] = useState(USUAL_KEYING.speed);
  const [tone, setTone] = useState(false);
  const sound = useRef<AudioContext | null>(null);
  /** The text asked for last, and how often it was told to stop: what waited for its turn then goes out no more. */
  const last = useRef(Promise.resolve());
  const stops = useRef(0);
  /** The transmission that was begun here and goes on; null while none does, or another one of this position. */
  const begun = useRef<number | null>(null);
  /** What changes a text that is sent: one goes after the other, and of those that wait the last alone. */
  const changes = useRef<{ isGoing: boolean; next: RadioCommand | null }>({ isGoing: false, next: null });

  useEffect(() => {
    const kept = Number(localStorage.getItem(SPEED_KEPT_AS));
    const heard = localStorage.getItem(TONE_KEPT_AS) === "on";
    queueMicrotask(() => {
      if (kept >= SLOWEST && kept <= FASTEST) setSpeed(kept);
      setTone(heard);
    });
  }, []);

  const { links } = useLinks();
  const radio = useRadio(({ link }) => link);
  const mode = useRadio((now) => keyedIn(now.mode));
  const keyers = links.filter(({ role, on }) => role === "keyer" && on);
  /** A keyer that keys it, or else the radio that is followed, where it does. */
  const able = [...keyers, ...(radio === null ? [] : [radio])].find(({ keysIn }) => keysIn.includes(mode ?? "CW"));
  // A keyer that is away says by itself why it does not send.
  const link = able ?? keyers[0] ?? null;
  const way = useKept(RTTY_WAY);
  const isSound = mode === "RTTY" && way.by === "sound";

  /** By the sound output that was chosen, with the radio that is followed. */
  async function tellSound(command: RadioCommand): Promise<number | null> {
    if (command.do === "text") SOUND_KEYER.change(command.text, command.more);
    if (command.do !== "send") return null;
    return SOUND_KEYER.send(command.text, command.more ?? false, {
      open: () => openSoundOutput(way.output?.deviceId ?? null, way.loudness / 100),
      tones: rttyTonesOn(way.side),
      radio: radio?.radio?.transmits === true ? transmitSwitch(radio.id) : null,
    });
  }

  async function tell(command: RadioCommand): Promise<number | null> {
    if (isSound) return tellSound(command);
    if (link === null) throw new Error(noKeyer(mode ?? "CW"));
    const query = { position: tabId() };
    return (await ask(endpoints.commandLink, { params: { linkId: link.id }, query, body: command })).id;
  }

  /** Sends, and goes on saying that this page is there. */
  async function begin(text: string, more: boolean): Promise<number | null> {
    setGoing(NOTHING);
    setSending(true);
    try {
      const id = await tell({ do: "send", ...keptKeying(), speed, mode: mode ?? "CW", text, more });
      if (!isSound) holdLease(link!.id);
      begun.current = id;
      return id;
    } catch (error) {
      setSending(false);
      toast.error((error as Error).message, { id: "keyer" });
      return null;
    }
  }

  async function change(text: string, more: boolean): Promise<void> {
    const { current } = changes;
    current.next = { do: "text", text, more };
    if (current.isGoing) return;
    current.isGoing = true;
    while (current.next !== null) {
      const { next } = current;
      current.next = null;
      // What has ended meanwhile says so by itself.
      await tell(next).catch(() => {});
    }
    current.isGoing = false;
  }

  function hear(news: Heard): void {
    if (news.is === "letter") {
      if (news.id !== begun.current) begun.current = null;
      const sign = { letter: news.letter ?? "", codes: ("codes" in news ? news.codes : null) ?? [] };
      setGoing(({ id, signs, read }) =>
        id === news.id ? { id, signs: [...signs, sign], read } : { id: news.id, signs: [sign], read: null },
      );
      setSending(true);
      if (tone && "down" in news && news.down !== undefined) sound.current = play(sound.current, news.down);
      return;
    }
    if (news.is === "read")
      return setGoing((before) => (before.id === news.id ? { ...before, read: news.signs } : before));
    // The end of one may be heard after the next has begun.
    if (begun.current !== null && news.id !== begun.current) return;
    begun.current = null;
    setSending(false);
    // A radio does not tell its letters one by one.
    const whole = [...(news.text ?? "")].map((letter) => ({ letter, codes: [] }));
    if (news.is === "done")
      setGoing((before) => (before.signs.length > 0 ? before : { id: news.id, signs: whole, read: null }));
    if (news.is === "limit") toast.warning("The transmission was over its limit and was stopped.", { id: "limit" });
    if (news.is === "broken") toast.error(news.text ?? "The keyer broke off.", { id: "keyer" });
  }
  const onSound = useEffectEvent((news: SoundNews) => hear(news));
  useEffect(() => SOUND_KEYER.subscribe((news) => onSound(news)), []);
  useLive((event) => {
    if (event.type !== "link" || event.linkId !== link?.id || event.position !== tabId() || isSound) return;
    const { news } = event;
    if (news !== undefined && news.is !== "radio" && news.is !== "line") hear(news);
  });

  const stop = () => {
    stops.current++;
    setSending(false);
    // Also where another mode, or another way to send, was chosen meanwhile.
    SOUND_KEYER.stop();
    if (!isSound) void tell({ do: "stop" }).catch((error: Error) => toast.error(error.message));
  };
  useEscapeStops(sending, stop);

  return {
    mode,
    isThere: isSound || able !== undefined,
    sending,
    id: going.id,
    sent: going.signs.map(({ letter }) => letter).join(""),
    misprints: misprints(going.read ?? going.signs.filter(({ codes }) => codes.length > 0)),
    speed,
    tone,
    bySound: isSound ? (way.output?.name ?? USUAL_OUTPUT) : null,
    stop,
    begin: (text) => begin(text, true),
    change: (text, more) => void change(text, more),
    send(asked, goes) {
      const before = stops.current;
      setSending(true);
      last.current = Promise.all([asked, last.current]).then(async ([text]) => {
        if (stops.current !== before) return;
        goes(text);
        if (text.trim() === "") return setSending(false);
        await begin(asKeyed(mode ?? "CW", text), false);
      });
    },
    changeSpeed(by) {
      const next = Math.min(FASTEST, Math.max(SLOWEST, speed + by));
      setSpeed(next);
      localStorage.setItem(SPEED_KEPT_AS, String(next));
      void tell({ do: "speed", speed: next }).catch((error: Error) => {
        // Without a transmission there need not be a keyer yet: the speed goes with the next one.
        if (sending) toast.error(error.message, { id: "keyer" });
      });
    },
    turnTone() {
      setTone(!tone);
      localStorage.setItem(TONE_KEPT_AS, tone ? "off" : "on");
    },
  };
}

/** The transmit switch of a radio over its link. */
function transmitSwitch(linkId: number): TransmitSwitch {
  const order = (body: RadioCommand) =>
    ask(endpoints.commandLink, { params: { linkId }, query: { position: tabId() }, body });
  return {
    on: () => order({ do: "transmit", on: true }),
    here: () => order({ do: "here" }).then(({ id }) => id !== null),
    off: () => order({ do: "transmit", on: false }),
  };
}

type Touch = Pick<Keying, "weight" | "wordSpace">;

/** How heavy the elements are, and how far apart the words, as this browser wants it. */
export function keptKeying(): Touch {
  const { weight, wordSpace } = USUAL_KEYING;
  const kept = localStorage.getItem(KEYING_KEPT_AS);
  return { weight, wordSpace, ...(kept === null ? {} : (JSON.parse(kept) as Partial<Touch>)) };
}

export function keepKeying(touch: Touch): void {
  localStorage.setItem(KEYING_KEPT_AS, JSON.stringify(touch));
}

/** Sounds one letter: a soft edge on each element, so that it does not click. */
function play(before: AudioContext | null, down: readonly { readonly from: number; readonly to: number }[]) {
  const context = before ?? new AudioContext();
  const start = context.currentTime + 0.02;
  const tone = context.createOscillator();
  const volume = context.createGain();
  tone.frequency.value = TONE_HZ;
  volume.gain.value = 0;
  for (const { from, to } of down) {
    volume.gain.setTargetAtTime(LOUDNESS, start + from / 1000, 0.002);
    volume.gain.setTargetAtTime(0, start + to / 1000, 0.002);
  }
  tone.connect(volume).connect(context.destination);
  tone.start(start);
  tone.stop(start + (down.at(-1)?.to ?? 0) / 1000 + 0.05);
  return context;
}
