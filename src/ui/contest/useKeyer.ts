"use client";

import { useEffect, useEffectEvent, useRef, useState } from "react";
import { toast } from "sonner";
import { FASTEST, type Keying, SLOWEST, USUAL_KEYING } from "@/core/signal";
import * as keyerEndpoints from "@/core/contract/endpoints/keyer";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";

const SPEED_KEPT_AS = "keyer-speed";
const KEYING_KEPT_AS = "keyer-keying";
const TONE_KEPT_AS = "keyer-tone";
const TONE_HZ = 620;
const LOUDNESS = 0.12;

/** The keyer as this browser sees it: what goes out, how fast, and the tone. */
export interface KeyerState {
  readonly sending: boolean;
  /** What went out of the transmission so far. */
  readonly sent: string;
  readonly speed: number;
  readonly tone: boolean;
  /** Sends a text, or one that is still to come; `goes` hears it as its turn comes. Texts go in the order asked for. */
  readonly send: (text: string | Promise<string>, goes: (text: string) => void) => void;
  readonly stop: () => void;
  readonly changeSpeed: (by: number) => void;
  readonly turnTone: () => void;
}

export function useKeyer(position: string): KeyerState {
  const [sending, setSending] = useState(false);
  const [sent, setSent] = useState("");
  const [speed, setSpeed] = useState(USUAL_KEYING.speed);
  const [tone, setTone] = useState(false);
  const sound = useRef<AudioContext | null>(null);
  /** The text asked for last, and how often it was told to stop: what waited for its turn then goes out no more. */
  const last = useRef(Promise.resolve());
  const stops = useRef(0);

  useEffect(() => {
    const kept = Number(localStorage.getItem(SPEED_KEPT_AS));
    const heard = localStorage.getItem(TONE_KEPT_AS) === "on";
    queueMicrotask(() => {
      if (kept >= SLOWEST && kept <= FASTEST) setSpeed(kept);
      setTone(heard);
    });
  }, []);

  useLive((event) => {
    if (event.type !== "keyer" || event.position !== position) return;
    if (event.is === "letter") {
      setSent((before) => before + (event.letter ?? ""));
      if (tone) sound.current = play(sound.current, event.down ?? []);
      return;
    }
    setSending(false);
    if (event.is === "limit") toast.warning("The transmission was over its limit and was stopped.");
    if (event.is === "broken") toast.error(event.text ?? "The keyer broke off.");
  });

  const stop = () => {
    stops.current++;
    setSending(false);
    void ask(keyerEndpoints.keyerStop).catch((error: Error) => toast.error(error.message));
  };
  const onEscape = useEffectEvent((event: KeyboardEvent) => {
    if (event.key !== "Escape" || !sending) return;
    // Stops from anywhere, and does nothing else.
    event.preventDefault();
    event.stopImmediatePropagation();
    stop();
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onEscape(event);
    window.addEventListener("keydown", listener, true);
    return () => window.removeEventListener("keydown", listener, true);
  }, []);

  return {
    sending,
    sent,
    speed,
    tone,
    stop,
    send(asked, goes) {
      const before = stops.current;
      setSending(true);
      last.current = Promise.all([asked, last.current]).then(async ([text]) => {
        if (stops.current !== before) return;
        goes(text);
        if (text.trim() === "") return setSending(false);
        setSent("");
        try {
          await ask(keyerEndpoints.keyerSend, { body: { ...keptKeying(), speed, text, position } });
        } catch (error) {
          setSending(false);
          toast.error((error as Error).message, { id: "keyer" });
        }
      });
    },
    changeSpeed(by) {
      const next = Math.min(FASTEST, Math.max(SLOWEST, speed + by));
      setSpeed(next);
      localStorage.setItem(SPEED_KEPT_AS, String(next));
      void ask(keyerEndpoints.keyerSpeed, { body: { speed: next } }).catch((error: Error) => {
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
