"use client";

import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Field as Labelled, Label } from "@headlessui/react";
import { useId, useState } from "react";
import { ENTITIES, type Entity } from "@/core/entity";
import { FaultText } from "./FaultText";

const OFFERED = 30;

/** An entity, chosen by typing a part of its name or its prefix. */
export function EntityField({
  label = "Entity",
  entity,
  onChange,
  fault,
}: {
  label?: string;
  entity: Entity | null;
  onChange: (entity: Entity | null) => void;
  fault?: string | undefined;
}) {
  const id = useId();
  const [search, setSearch] = useState("");
  const wanted = search.trim().toLowerCase();
  const fits = ENTITIES.filter(
    ({ name, prefix }) => name.toLowerCase().includes(wanted) || prefix.toLowerCase().startsWith(wanted),
  ).slice(0, OFFERED);
  return (
    <Labelled className="relative grid min-w-0 content-start gap-[3px]">
      <Label className="text-tiny text-soft">{label}</Label>
      <Combobox immediate value={entity} onChange={onChange}>
        <ComboboxInput
          aria-invalid={fault !== undefined}
          aria-describedby={fault === undefined ? undefined : id}
          className="field"
          placeholder="Name or prefix"
          displayValue={(chosen: Entity | null) => chosen?.name ?? ""}
          onChange={({ target }) => setSearch(target.value)}
        />
        <ComboboxOptions
          anchor="bottom start"
          className="z-50 max-h-64 w-(--input-width) overflow-auto rounded-field border border-line bg-panel p-1 shadow-lg empty:hidden"
        >
          {fits.map((one) => (
            <ComboboxOption
              key={one.code}
              value={one}
              className="flex justify-between gap-4 rounded-[3px] px-2 py-1 data-focus:bg-signal-wash"
            >
              {one.name}
              <span className="font-mono text-soft">{one.prefix}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      <FaultText id={id} fault={fault} />
    </Labelled>
  );
}
