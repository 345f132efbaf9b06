"use client";

import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import { formatFrequency } from "@/core/band";
import type { RadioState } from "@/core/radio";
import { Button } from "../kit/Button";
import { useKeysOf } from "../kit/changedKeys";
import { useRadio, useTuning } from "./radio";
import { RadioKnobs } from "./RadioKnobs";
import { type RadioView, whereOf } from "./radioStore";

/** The radio that is followed, as it stands: where it listens, how, where it sends, and whether it does. */
export function RadioRail() {
  const radio = useRadio((view) => view);
  const stopKeys = useKeysOf("stopAll");
  const tuning = useTuning();
  const { link, state } = radio;
  const away = link !== null && state === null;
  const { text, unit, mode } = whereOf(radio);
  return (
    <span className="flex min-w-0 items-center gap-2 whitespace-nowrap max-sm:hidden">
      {state?.transmitting === true && (
        <Button
          small
          className="border-stop! bg-stop! font-semibold text-panel!"
          title={`Transmitting: press to stop (${stopKeys ?? "Escape"}, or Escape)`}
          onClick={tuning.stopAll}
        >
          On air <span aria-hidden>■</span>
          <span className="sr-only">Stop</span>
        </Button>
      )}
      <Popover className="min-w-0">
        <PopoverButton
          aria-label={spokenOf(radio)}
          className="flex items-baseline gap-2 rounded-field px-1 hover:text-signal"
        >
          {link !== null && (
            <span
              className={`truncate max-xl:max-w-16 ${away ? "font-semibold text-stop" : "text-soft max-md:hidden"}`}
            >
              {link.name}
              {away ? " away" : ""}
            </span>
          )}
          <span className="font-mono text-title">{text}</span>
          <span className="text-soft">
            {unit}
            {mode}
          </span>
          <ChevronDown size={14} className="self-center" aria-hidden />
        </PopoverButton>
        <PopoverPanel anchor="bottom end" className="z-50 w-80 rounded-field border border-line bg-panel shadow-lg">
          <RadioKnobs />
        </PopoverPanel>
      </Popover>
      {state !== null && <Meter state={state} />}
    </span>
  );
}

/** All of it as it is said. */
function spokenOf(radio: RadioView): string {
  const { link, state } = radio;
  const { text, unit, mode } = whereOf(radio);
  const which = link === null ? "none, as typed" : `${link.name}${state === null ? ", away" : ""}`;
  const sends = state?.split === true && state.secondHz !== null ? `, sends ${formatFrequency(state.secondHz)}` : "";
  return `Radio: ${which}, ${text} ${unit}${mode}${sends}`;
}

/** Where it sends if elsewhere, filter and power, and how strong it is there. */
function Meter({ state: { split, secondHz, widthHz, watts, strength } }: { state: RadioState }) {
  return (
    <span className="grid min-w-20 text-tiny leading-[13px] text-soft max-lg:hidden">
      {split === true && secondHz !== null && (
        <span className="font-mono font-semibold text-wanted">sends {formatFrequency(secondHz)}</span>
      )}
      <span className="font-mono">
        {widthHz === null ? "" : `${widthHz} Hz`} {watts === null ? "" : `${watts} W`}
      </span>
      {strength !== null && (
        <meter
          className="meter h-1.5 w-full"
          aria-label="Strength, dB over the noise"
          title={`${Math.round(strength)} dB over the noise`}
          min={0}
          max={LOUD}
          value={Math.max(0, Math.min(LOUD, strength))}
        />
      )}
    </span>
  );
}

/** What fills the meter, dB over the noise. */
const LOUD = 60;
