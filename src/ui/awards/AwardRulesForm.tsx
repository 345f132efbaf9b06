"use client";

import { useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { SOURCES } from "@/core/award";
import { bandLabel, MODE_GROUPS, USUAL_BANDS } from "@/core/band";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import type { AwardState } from "./useAwards";

type Data = Readonly<Record<string, unknown>>;

interface AwardRulesFormProps {
  /** The award as it is typed; what has another form is left as it is. */
  data: Data;
  awards: readonly AwardState[];
  onChange: (data: Data) => void;
}

const YEAR = /^(\d{4})-01-01$/;
const textIn = (value: unknown) => (typeof value === "string" || typeof value === "number" ? String(value) : "");
const firstIn = (value: unknown) => (Array.isArray(value) ? textIn(value[0]) : "");

/** The usual choices of an award: what it counts, and which contacts; each writes into the text. */
export function AwardRulesForm({ data, awards, onChange }: AwardRulesFormProps) {
  const { data: known } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const only = z.record(z.string(), z.unknown()).safeParse(data.only).data ?? {};
  const set = (changes: Data) => onChange(cleaned({ ...data, ...changes }));
  const setOnly = (changes: Data) => set({ only: cleaned({ ...only, ...changes }) });
  const isYear = textIn(only.to) === `${YEAR.exec(textIn(only.from))?.[1]}-12-31`;
  const bases = [
    ...SOURCES.map(({ id, name }) => ({ id, name })),
    ...awards
      .filter(({ rules, award }) => rules !== null && award !== data.id)
      .map(({ award, of }) => ({ id: award, name: of.name })),
  ];
  return (
    <section aria-label="Usual choices" className="grid grid-cols-3 gap-2.5">
      <Field
        label="Name"
        wrapperClassName="col-span-2"
        value={textIn(data.name)}
        onChange={({ target }) => set({ name: target.value })}
      />
      <Choice label="Counts" value={textIn(data.of)} onChange={({ target }) => set({ of: target.value })}>
        {!bases.some(({ id }) => id === data.of) && <option value={textIn(data.of)}>{textIn(data.of)}</option>}
        {bases.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <Field
        label="Own power up to, W"
        inputMode="decimal"
        value={textIn(only.watts)}
        onChange={({ target }) => setOnly({ watts: numberFrom(target.value) })}
      />
      <Field
        label="In the year"
        inputMode="numeric"
        maxLength={4}
        key={isYear ? textIn(only.from) : ""}
        defaultValue={isYear ? textIn(only.from).slice(0, 4) : ""}
        onChange={({ target }) => {
          const year = /^\d{4}$/.test(target.value) ? target.value : null;
          if (year !== null) setOnly({ from: `${year}-01-01`, to: `${year}-12-31` });
          else if (target.value === "") setOnly({ from: undefined, to: undefined });
        }}
      />
      <Choice
        label="From the site"
        value={firstIn(only.sites)}
        onChange={({ target }) => setOnly({ sites: target.value === "" ? undefined : [Number(target.value)] })}
      >
        <option value="">any</option>
        {known?.items.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <Choice
        label="Band"
        value={firstIn(only.bands)}
        onChange={({ target }) => setOnly({ bands: target.value === "" ? undefined : [target.value] })}
      >
        <option value="">any</option>
        {USUAL_BANDS.map((band) => (
          <option key={band} value={band}>
            {bandLabel(band)}
          </option>
        ))}
      </Choice>
      <Choice
        label="Modes"
        value={firstIn(only.modeGroups)}
        onChange={({ target }) => setOnly({ modeGroups: target.value === "" ? undefined : [target.value] })}
      >
        <option value="">any</option>
        {MODE_GROUPS.map((group) => (
          <option key={group}>{group}</option>
        ))}
      </Choice>
      <Field
        label="At least as far, km"
        inputMode="numeric"
        value={textIn(only.km)}
        onChange={({ target }) => setOnly({ km: numberFrom(target.value) })}
      />
    </section>
  );
}

/** A number as soon as it is written as one; before that the text, so that "0." can go on; nothing for "". */
function numberFrom(typed: string): number | string | undefined {
  if (typed.trim() === "") return undefined;
  return String(Number(typed)) === typed ? Number(typed) : typed;
}

/** Without what is not said. */
function cleaned(data: Data): Data {
  return Object.fromEntries(
    Object.entries(data).filter(
      ([, value]) =>
        value !== undefined &&
        !(typeof value === "object" && value !== null && !Array.isArray(value) && Object.keys(value).length === 0),
    ),
  );
}
