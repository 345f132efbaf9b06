"use client";

import { memo, useState } from "react";
import { bandLabel, bandOfFrequency, BANDS, formatFrequency, mayTransmit, parseFrequency } from "@/core/band";
import { regionOf } from "@/core/entity";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { STEPPED_MODES, useRadio } from "../shell/radio";

// With each key of the call the entry line is drawn anew, and these with it only when the radio moved.

/** Says whether one may transmit here in this mode, where there is something to say. */
export const TransmitNotice = memo(function TransmitNotice({ entityCode }: { entityCode: number | null }) {
  const radio = useRadio();
  const region = regionOf(entityCode);
  if (region === null || radio.frequencyHz === null) return null;
  const answer = mayTransmit(radio.frequencyHz, radio.mode, radio.submode, region);
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
  const radio = useRadio();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string>();

  function take() {
    if (typed === null) return;
    const frequencyHz = parseFrequency(typed.replace(/\s/g, ""));
    const band = frequencyHz === null ? undefined : bandOfFrequency(frequencyHz);
    if (typed.trim() === "") radio.set({ frequencyHz: null });
    else if (band === undefined)
      return setWrong(
        frequencyHz === null ? `"${typed}" is no frequency in kHz` : `${typed} kHz lies in no amateur band`,
      );
    else radio.set({ frequencyHz, band: band.name });
    setTyped(null);
    setWrong(undefined);
  }

  return (
    <Field
      label="kHz"
      mono
      value={typed ?? (radio.frequencyHz === null ? "" : formatFrequency(radio.frequencyHz))}
      placeholder={bandLabel(radio.band)}
      onChange={({ target }) => (setTyped(target.value), setWrong(undefined))}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter" && typed !== null) {
          event.preventDefault();
          event.stopPropagation();
          take();
        }
      }}
      fault={wrong ?? fault}
      inputMode="decimal"
      wrapperClassName="w-[104px]"
      className="px-1.5 text-right text-[14px]"
    />
  );
});

export const BandField = memo(function BandField({ fault }: { fault: string | undefined }) {
  const radio = useRadio();
  return (
    <Choice
      label="Band"
      wrapperClassName="w-[72px]"
      aria-invalid={fault !== undefined}
      value={radio.band}
      onChange={({ target }) => radio.set({ band: target.value, frequencyHz: null })}
    >
      {BANDS.map((band) => (
        <option key={band.name} value={band.name}>
          {bandLabel(band.name)}
        </option>
      ))}
    </Choice>
  );
});

export const ModeField = memo(function ModeField() {
  const radio = useRadio();
  const options = STEPPED_MODES.some(({ mode, submode }) => mode === radio.mode && submode === radio.submode)
    ? STEPPED_MODES
    : [...STEPPED_MODES, { mode: radio.mode, submode: radio.submode }];
  const valueOf = ({ mode, submode }: { mode: string; submode: string | null }) => `${mode}|${submode ?? ""}`;
  return (
    <Choice
      label="Mode"
      wrapperClassName="w-[74px]"
      value={valueOf(radio)}
      onChange={({ target }) => {
        const [mode = "CW", submode = ""] = target.value.split("|");
        radio.set({ mode, submode: submode || null });
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
