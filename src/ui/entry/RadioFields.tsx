"use client";

import { memo } from "react";
import { bandLabel, bandOfFrequency, BANDS, formatFrequency, mayTransmit, parseFrequency } from "@/core/band";
import type { Site } from "@/core/contract";
import { regionOf } from "@/core/entity";
import { transmitHz } from "@/core/radio";
import { Choice } from "../kit/Choice";
import { TakenField } from "../kit/TakenField";
import { licensedAt } from "../shell/licence";
import { useRadio, useTuning } from "../shell/radio";
import { STEPPED_MODES } from "../shell/tuning";

// With each key of the call the entry line is drawn anew, and these with it only when the radio moved.

/** Says whether one may transmit here in this mode, where there is something to say. */
export const TransmitNotice = memo(function TransmitNotice({ site }: { site: Site }) {
  const { frequencyHz, mode, submode, state } = useRadio((radio) => radio);
  const region = regionOf(site.entityCode);
  const where = state === null ? frequencyHz : transmitHz(state);
  if (region === null || where === null) return null;
  const answer = mayTransmit(where, mode, submode, region, licensedAt(site));
  if (answer.text === null) return null;
  return (
    <span role="status" className={answer.may ? "text-wanted" : "font-semibold text-stop"}>
      {answer.may ? "Unusual here: " : "Do not transmit: "}
      {answer.text}
    </span>
  );
});

/** The frequency, typed in kHz; the band follows it. */
export const FrequencyField = memo(function FrequencyField({ fault }: { fault: string | undefined }) {
  const frequencyHz = useRadio((radio) => radio.frequencyHz);
  const band = useRadio((radio) => radio.band);
  const tuning = useTuning();

  function take(typed: string): string | undefined {
    const meant = parseFrequency(typed.replace(/\s/g, ""));
    const on = meant === null ? undefined : bandOfFrequency(meant);
    if (typed.trim() === "") tuning.set({ frequencyHz: null });
    else if (on === undefined)
      return meant === null ? `"${typed}" is no frequency in kHz` : `${typed} kHz lies in no amateur band`;
    else tuning.set({ frequencyHz: meant, band: on.name });
  }

  return (
    <TakenField
      label="kHz"
      mono
      shown={frequencyHz === null ? "" : formatFrequency(frequencyHz)}
      take={take}
      placeholder={bandLabel(band)}
      fault={fault}
      inputMode="decimal"
      wrapperClassName="w-[104px]"
      className="px-1.5 text-right text-[14px]"
    />
  );
});

export const BandField = memo(function BandField({ fault }: { fault: string | undefined }) {
  const band = useRadio((radio) => radio.band);
  const tuning = useTuning();
  return (
    <Choice
      label="Band"
      wrapperClassName="w-[72px]"
      aria-invalid={fault !== undefined}
      value={band}
      onChange={({ target }) => tuning.set({ band: target.value, frequencyHz: null })}
    >
      {BANDS.map(({ name }) => (
        <option key={name} value={name}>
          {bandLabel(name)}
        </option>
      ))}
    </Choice>
  );
});

export const ModeField = memo(function ModeField() {
  const mode = useRadio((radio) => radio.mode);
  const submode = useRadio((radio) => radio.submode);
  const tuning = useTuning();
  const options = STEPPED_MODES.some((one) => one.mode === mode && one.submode === submode)
    ? STEPPED_MODES
    : [...STEPPED_MODES, { mode, submode }];
  const valueOf = (one: { mode: string; submode: string | null }) => `${one.mode}|${one.submode ?? ""}`;
  return (
    <Choice
      label="Mode"
      wrapperClassName="w-[74px]"
      value={valueOf({ mode, submode })}
      onChange={({ target }) => {
        const [chosen = "CW", sub = ""] = target.value.split("|");
        tuning.set({ mode: chosen, submode: sub || null });
      }}
    >
      {options.map((option) => (
        <option key={valueOf(option)} value={valueOf(option)}>
          {option.submode ?? option.mode}
        </option>
      ))}
    </Choice>
  );
});
