"use client";

import { RadioKnobs } from "../../shell/RadioKnobs";
import { useRadio } from "../../shell/radio";
import { whereOf } from "../../shell/radioStore";

export default function Radio() {
  const radio = useRadio((view) => view);
  const { text, unit, mode } = whereOf(radio);
  return (
    <section aria-label="Radio">
      <p className="flex items-baseline gap-2 px-3 pt-2">
        <b className="font-mono text-[26px] leading-8 font-semibold">{text}</b>
        <span className="text-soft">
          {unit}
          {mode}
        </span>
        {radio.state?.transmitting === true && <b className="font-semibold text-stop">On air</b>}
      </p>
      <RadioKnobs />
    </section>
  );
}
