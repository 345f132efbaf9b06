"use client";

import { createContext, type ReactNode, useContext, useEffect, useState } from "react";
import { bandByName, bandOfFrequency, MODES, USUAL_BANDS } from "@/core/band";

/** Where one listens and sends, as typed for now. */
export interface RadioSetting {
  readonly frequencyHz: number | null;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
}

interface RadioState extends RadioSetting {
  readonly set: (change: Partial<RadioSetting>) => void;
  readonly stepBand: (by: 1 | -1) => void;
  readonly stepMode: (by: 1 | -1) => void;
  readonly stepFrequency: (byHz: number) => void;
}

/** What the mode key steps through: the modes most contacts are made in. */
export const STEPPED_MODES: readonly { readonly mode: string; readonly submode: string | null }[] = [
  { mode: "CW", submode: null },
  { mode: "SSB", submode: null },
  { mode: "FT8", submode: null },
  { mode: "MFSK", submode: "FT4" },
  { mode: "RTTY", submode: null },
  { mode: "PSK", submode: "PSK31" },
  { mode: "FM", submode: null },
];

const START: RadioSetting = { frequencyHz: 21_025_300, band: "15m", mode: "CW", submode: null };
const KEPT_AS = "radio";
const Context = createContext<RadioState | null>(null);

export function RadioProvider({ children }: { children: ReactNode }) {
  const [setting, setSetting] = useState(START);
  useEffect(() => {
    const kept = readKept();
    // The first paint must equal the server's, which cannot know what this browser kept.
    if (kept !== null) queueMicrotask(() => setSetting(kept));
  }, []);

  const set = (change: Partial<RadioSetting>) =>
    setSetting((old) => {
      const next = { ...old, ...change };
      localStorage.setItem(KEPT_AS, JSON.stringify(next));
      return next;
    });

  const state: RadioState = {
    ...setting,
    set,
    stepBand(by) {
      const at = USUAL_BANDS.indexOf(setting.band);
      const band = USUAL_BANDS[(at + by + USUAL_BANDS.length) % USUAL_BANDS.length]!;
      set({ band, frequencyHz: null });
    },
    stepMode(by) {
      const at = STEPPED_MODES.findIndex(({ mode, submode }) => mode === setting.mode && submode === setting.submode);
      set(STEPPED_MODES[(at + by + STEPPED_MODES.length) % STEPPED_MODES.length]!);
    },
    stepFrequency(byHz) {
      const from = setting.frequencyHz ?? bandByName(setting.band)?.lowHz;
      if (from === undefined) return;
      const frequencyHz = from + byHz;
      const band = bandOfFrequency(frequencyHz);
      if (band !== undefined) set({ frequencyHz, band: band.name });
    },
  };
  return <Context value={state}>{children}</Context>;
}

export function useRadio(): RadioState {
  return useContext(Context)!;
}

function readKept(): RadioSetting | null {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT_AS) ?? "null") as Partial<RadioSetting> | null;
    if (kept === null || bandByName(kept.band ?? "") === undefined || !MODES.some(({ name }) => name === kept.mode))
      return null;
    return {
      frequencyHz: typeof kept.frequencyHz === "number" ? kept.frequencyHz : null,
      band: kept.band!,
      mode: kept.mode!,
      submode: kept.submode ?? null,
    };
  } catch {
    return null;
  }
}
