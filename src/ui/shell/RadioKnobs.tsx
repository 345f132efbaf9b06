"use client";

import Link from "next/link";
import { formatFrequency, parseFrequency } from "@/core/band";
import type { Link as DeviceLink } from "@/core/contract";
import type { RadioMode, RadioState } from "@/core/radio";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { TakenField } from "../kit/TakenField";
import { Tick } from "../kit/Tick";
import { useRadio, useTuning } from "./radio";
import { useLinks } from "./useLinks";

/** Which radio this window follows, and what can be turned at it. */
export function RadioKnobs() {
  const { link, state } = useRadio((view) => view);
  const { links } = useLinks();
  const radios = links.filter(({ role }) => role === "radio");
  const away = link !== null && state === null;
  return (
    <div className="grid content-start gap-3 p-3">
      <RadioChoice radios={radios} link={link} />
      {link !== null && state !== null && link.text !== null && <p className="text-wanted">{link.text}</p>}
      {link !== null && state !== null && <Knobs link={link} state={state} />}
      {away && (
        <p className="text-stop">{link.text ?? "It is being connected."} Frequency and mode are as typed meanwhile.</p>
      )}
      <Link href="/station?page=links" className="text-signal underline">
        {radios.length === 0 ? "Add a radio in Station" : "Links in Station"}
      </Link>
    </div>
  );
}

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
