"use client";

import { useQuery } from "@tanstack/react-query";
import type { ComponentProps } from "react";
import { LINE_FIELDS } from "@/core/contact";
import * as station from "@/core/contract/endpoints/station";
import { ask } from "../kit/api";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { type Draft, EQUIPMENT, withHeldTurned } from "./draft";
import { HoldButton } from "./HoldButton";

interface UnfoldedProps {
  draft: Draft;
  /** What a field of a key is bound by. */
  field: (key: string, label: string) => ComponentProps<typeof Field>;
  take: (draft: Draft) => void;
  hold: (draft: Draft) => void;
}

/** All other facts of a contact, what it was made with, and from where. */
export function UnfoldedFields({ draft, field, take, hold }: UnfoldedProps) {
  return (
    <div className="mt-2 grid gap-2">
      {LINE_FIELDS.map(({ title, fields }) => (
        <fieldset key={title} className="grid grid-cols-8 items-end gap-2.5 max-lg:grid-cols-3">
          <legend className="heading">{title}</legend>
          {fields.map(({ key, label, kind }) => (
            <Field
              key={key}
              mono={kind !== "text" && kind !== "long"}
              wrapperClassName={key === "notes" ? "col-span-3" : ""}
              {...field(key, label)}
            />
          ))}
        </fieldset>
      ))}
      <div className="grid grid-cols-8 items-end gap-2.5 max-lg:grid-cols-3">
        {EQUIPMENT.map(({ key, label }) => (
          <Field key={key} {...field(key, label)} />
        ))}
        <SiteChoice
          siteId={draft.siteId}
          held={draft.held.includes("siteId")}
          onChoose={(siteId) => take({ ...draft, siteId })}
          onHold={() => hold(withHeldTurned(draft, "siteId"))}
        />
      </div>
    </div>
  );
}

interface SiteChoiceProps {
  siteId: number | null;
  held: boolean;
  onChoose: (siteId: number | null) => void;
  onHold: () => void;
}

function SiteChoice({ siteId, held, onChoose, onHold }: SiteChoiceProps) {
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  return (
    <div className="col-span-2 flex items-end gap-1">
      <Choice
        label="Site"
        wrapperClassName="flex-1"
        data-fact="siteId"
        value={siteId ?? ""}
        onChange={({ target }) => onChoose(target.value === "" ? null : Number(target.value))}
      >
        <option value="">that of the logbook</option>
        {data?.items.map(({ id, name, call, grid }) => (
          <option key={id} value={id}>
            {name}: {call} in {grid}
          </option>
        ))}
      </Choice>
      <HoldButton label="Site" held={held} onTurn={onHold} />
    </div>
  );
}
