"use client";

import { useEffect, useEffectEvent, useRef, useState } from "react";
import { toast } from "sonner";
import { FASTEST, type Keying, SLOWEST, USUAL_KEYING } from "@/core/signal";
import type { RadioCommand } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";
import { useLive } from "../kit/useLive";
import { useRadio } from "../shell/radio";
import { useLinks } from "../shell/useLinks";

const SPEED_KEPT_AS = "keyer-speed";
const KEYING_KEPT_AS = "keyer-keying";
const TONE_KEPT_AS = "keyer-tone";
const TONE_HZ = 620;
const LOUDNESS = 0.12;
const NO_KEYER =
  "There is nothing that keys: add a keyer in Station, or follow a radio that does. The contact can be logged all the same.";

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

  const { links } = useLinks();
  const radio = useRadio(({ link }) => link);
  /** A keyer, or else the radio that is followed, where it keys. */
  const link = links.find(({ role, on }) => role === "keyer" && on) ?? (radio?.keys === true ? radio : null);
  async function tell(command: RadioCommand) {
    if (link === null) throw new Error(NO_KEYER);
    await ask(endpoints.commandLink, { params: { linkId: link.id }, query: { position }, body: command });
  }

  useLive((event) => {
    if (event.type !== "link" || event.linkId !== link?.id || event.position !== position) return;
    const { news } = event;
    if (news === undefined || news.is === "radio") return;
    if (news.is === "letter") {
      setSent((before) => before + (news.letter ?? ""));
      if (tone) sound.current = play(sound.current, news.down ?? []);
      return;
    }
    setSending(false);
    // A radio does not tell its letters one by one.
    if (news.is === "done") setSent((before) => before || (news.text ?? ""));
    if (news.is === "limit") toast.warning("The transmission was over its limit and was stopped.");
    if (news.is === "broken") toast.error(news.text ?? "The keyer broke off.");
  });

  const stop = () => {
    stops.current++;
    setSending(false);
    void tell({ do: "stop" }).catch((error: Error) => toast.error(error.message));
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
          await tell({ do: "send", ...keptKeying(), speed, text });
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
