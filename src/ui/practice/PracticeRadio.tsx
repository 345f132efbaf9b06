"use client";

import { type ReactNode, useEffect, useState } from "react";
import { regionOf } from "@/core/entity";
import { PRACTICE_HZ } from "@/core/practice";
import { useLogbook } from "../shell/logbook";
import { RadioOf, useTuning } from "../shell/radio";
import { createRadioStore } from "../shell/radioStore";
import { tuningOf } from "../shell/tuning";

/** Where one is on the practice air: no radio hears of it, and nothing of it is kept. */
export function PracticeRadio({ onTune, children }: { onTune: (frequencyHz: number) => void; children: ReactNode }) {
  const { logbook } = useLogbook();
  const { silence } = useTuning();
  useEffect(() => silence("You practise: end the run before the radio transmits."), [silence]);
  const [{ store, tuning, surround }] = useState(() => {
    const made = createRadioStore({
      start: { frequencyHz: PRACTICE_HZ, band: "20m", mode: "CW", submode: null },
      keep: () => {},
      tell: () => Promise.reject(new Error("There is no radio on the practice air.")),
      refused: () => {},
      rttyAsSound: () => false,
      paint: (work) => requestAnimationFrame(work),
    });
    return { store: made, ...tuningOf(made) };
  });
  useEffect(() => {
    surround({
      region: regionOf(logbook.site.entityCode),
      licensed: undefined,
      radios: [],
      known: true,
      choose: () => {},
    });
  }, [surround, logbook]);
  useEffect(
    () =>
      store.subscribe(() => {
        const { frequencyHz } = store.get();
        if (frequencyHz !== null) onTune(frequencyHz);
      }),
    [store, onTune],
  );
  return (
    <RadioOf store={store} tuning={tuning}>
      {children}
    </RadioOf>
  );
}
