"use client";

import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { ChevronDown } from "lucide-react";
import Link from "next/link";
import { bandLabel, formatFrequency, parseFrequency } from "@/core/band";
import type { Link as DeviceLink } from "@/core/contract";
import type { RadioMode, RadioState } from "@/core/radio";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { useKeysOf } from "../kit/changedKeys";
import { TakenField } from "../kit/TakenField";
import { Tick } from "../kit/Tick";
import { useRadio, useTuning } from "./radio";
import type { RadioView } from "./radioStore";
import { useLinks } from "./useLinks";

/** The radio that is followed, as it stands: where it listens, how, where it sends, and whether it does. */
export function RadioRail() {
  const radio = useRadio((view) => view);
  const { links } = useLinks();
  const stopKeys = useKeysOf("stopAll");
  const tuning = useTuning();
  const radios = links.filter(({ role }) => role === "radio");
  const { link, state } = radio;
  const away = link !== null && state === null;
  const mode = state?.mode ?? radio.submode ?? radio.mode;
  const frequencyHz = state?.frequencyHz ?? radio.frequencyHz;
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
            <span className={`truncate max-xl:max-w-16 ${away ? "font-semibold text-stop" : "text-soft"}`}>
              {link.name}
              {away ? " away" : ""}
            </span>
          )}
          <span className="font-mono text-title">
            {frequencyHz === null ? bandLabel(radio.band) : formatFrequency(frequencyHz)}
          </span>
          <span className="text-soft">
            {frequencyHz === null ? "" : "kHz "}
            {mode}
          </span>
          <ChevronDown size={14} className="self-center" aria-hidden />
        </PopoverButton>
        <PopoverPanel
          anchor="bottom end"
          className="z-50 grid w-80 gap-3 rounded-field border border-line bg-panel p-3 shadow-lg"
        >
          <RadioChoice radios={radios} link={link} />
          {link !== null && state !== null && link.text !== null && <p className="text-wanted">{link.text}</p>}
          {link !== null && state !== null && <Knobs link={link} state={state} />}
          {away && (
            <p className="text-stop">
              {link.text ?? "It is being connected."} Frequency and mode are as typed meanwhile.
            </p>
          )}
          <Link href="/station?page=links" className="text-signal underline">
            {radios.length === 0 ? "Add a radio in Station" : "Links in Station"}
          </Link>
        </PopoverPanel>
      </Popover>
      {state !== null && <Meter state={state} />}
    </span>
  );
}

/** All of it as it is said. */
function spokenOf({ link, state, band, frequencyHz: typedHz, mode, submode }: RadioView): string {
  const which = link === null ? "none, as typed" : `${link.name}${state === null ? ", away" : ""}`;
  const hertz = state?.frequencyHz ?? typedHz;
  const where = hertz === null ? bandLabel(band) : `${formatFrequency(hertz)} kHz`;
  const sends = state?.split === true && state.secondHz !== null ? `, sends ${formatFrequency(state.secondHz)}` : "";
  return `Radio: ${which}, ${where} ${state?.mode ?? submode ?? mode}${sends}`;
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

function RadioChoice({ radios, link }: { radios: readonly DeviceLink[]; link: DeviceLink | null }) {
  const tuning = useTuning();
  return (
    <Choice
      label="Radio that this window follows"
      value={link?.id ?? ""}
      onChange={({ target }) => tuning.choose(target.value === "" ? null : Number(target.value))}
    >
      {radios
        .filter(({ on }) => on)
        .map(({ id, name, phase }) => (
          <option key={id} value={id}>
            {name}
            {phase === "up" ? "" : ", away"}
          </option>
        ))}
      <option value="">None, as typed</option>
    </Choice>
  );
}

/** What can be turned at a radio besides frequency and mode. */
function Knobs({ link, state }: { link: DeviceLink; state: RadioState }) {
  const tuning = useTuning();
  const radio = link.radio!;
  const tells = (field: keyof RadioState) => radio.tells.includes(field) && state[field] !== null;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {tells("mode") && (
        <Choice
          label="Mode of the radio"
          value={state.mode!}
          onChange={({ target }) => tuning.turn({ mode: target.value as RadioMode })}
        >
          {radio.modes.map((mode) => (
            <option key={mode}>{mode}</option>
          ))}
        </Choice>
      )}
      {tells("widthHz") && (
        <Choice
          label="Filter, Hz"
          value={state.widthHz!}
          onChange={({ target }) => tuning.turn({ widthHz: Number(target.value) })}
        >
          {[...new Set([...radio.filters, state.widthHz!])].map((width) => (
            <option key={width}>{width}</option>
          ))}
        </Choice>
      )}
      {tells("watts") && <PowerField most={radio.watts} watts={state.watts!} />}
      {tells("antenna") && (
        <Choice
          label="Antenna"
          value={state.antenna!}
          onChange={({ target }) => tuning.turn({ antenna: target.value })}
        >
          {[...new Set([...radio.antennas, state.antenna!])].map((antenna) => (
            <option key={antenna}>{antenna}</option>
          ))}
        </Choice>
      )}
      {tells("split") && (
        <Tick
          label="Split"
          checked={state.split!}
          onChange={(split) =>
            tuning.turn({ split, ...(split ? { secondHz: state.secondHz ?? state.frequencyHz! } : {}) })
          }
        />
      )}
      {tells("secondHz") && state.split === true && <SecondField secondHz={state.secondHz!} />}
      {radio.transmits && (
        <Button
          className={`col-span-full ${state.transmitting === true ? "border-stop text-stop" : ""}`}
          onClick={tuning.transmit}
        >
          {state.transmitting === true ? "Stop transmitting" : `Transmit, for ${radio.limitSeconds} s at most`}
        </Button>
      )}
    </div>
  );
}

function PowerField({ watts, most }: { watts: number; most: number }) {
  const tuning = useTuning();
  return (
    <TakenField
      label={`Power, W of ${most}`}
      mono
      inputMode="decimal"
      shown={String(watts)}
      take={(typed) => {
        const value = Number(typed.replace(",", "."));
        if (typed.trim() === "" || !(value >= 0 && value <= most)) return `0 to ${most} W`;
        tuning.turn({ watts: value });
      }}
    />
  );
}

function SecondField({ secondHz }: { secondHz: number }) {
  const tuning = useTuning();
  return (
    <TakenField
      label="Sends on, kHz"
      mono
      inputMode="decimal"
      shown={formatFrequency(secondHz)}
      take={(typed) => {
        const meant = parseFrequency(typed.replace(/\s/g, ""));
        if (meant === null) return `"${typed}" is no frequency in kHz`;
        tuning.turn({ secondHz: meant });
      }}
    />
  );
}
