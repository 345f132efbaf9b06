import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { Part, Rules } from "@/core/contest";
import type { PracticeSettings } from "@/core/practice";
import { type AirSound, createAirSound } from "./airSound";
import { createSession } from "./session";

const TICK_MS = 40;

interface Options {
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly ownCall: string;
  readonly parts: readonly Part[];
  readonly startedAt: number;
  /** 0 to 1. */
  readonly volume: number;
}

/** A run that goes on, and is heard, as long as it is shown. */
export function usePracticeSession(options: Options) {
  const { settings, volume } = options;
  const sound = useRef<AirSound | null>(null);
  const [{ session, clock }] = useState(() => {
    const begun = performance.now();
    return { session: createSession(options), clock: () => (performance.now() - begun) / 1000 };
  });
  useEffect(() => {
    const made = createAirSound(settings, clock);
    sound.current = made;
    session.hear(made);
    const timer = setInterval(() => session.tick(clock()), TICK_MS);
    return () => {
      clearInterval(timer);
      session.hear(null);
      made.close();
      sound.current = null;
    };
  }, [session, clock, settings]);
  useEffect(() => sound.current?.turn(volume), [volume]);
  const view = useSyncExternalStore(session.subscribe, session.view, session.view);
  return { session, view, clock };
}
