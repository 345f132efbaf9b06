"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Entity, entityByCode } from "@/core/entity";
import * as calls from "@/core/contract/endpoints/calls";
import { ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { EntityField } from "../kit/EntityField";
import { DayField } from "../kit/DayField";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";

/** Where the operator says from where a call operated, when its letters do not tell: an expedition under an odd call. */
export function CallExceptions({ call: typed, onClose }: { call: string; onClose: () => void }) {
  const [call, setCall] = useState(typed);
  const [entity, setEntity] = useState<Entity | null>(null);
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const { data, refetch } = useQuery({
    queryKey: ["exceptions"],
    queryFn: () => ask(calls.exceptions),
  });
  const add = useMutation({
    mutationFn: () =>
      ask(calls.addException, {
        body: { call, entityCode: entity?.code ?? 0, from: from || null, until: until || null },
      }),
    onSuccess: () => {
      setCall("");
      setEntity(null);
      void refetch();
    },
  });
  const remove = useMutation({
    mutationFn: (id: number) => ask(calls.removeException, { params: { exceptionId: id } }),
    onSettled: () => void refetch(),
  });
  const problem = add.error instanceof ApiProblem ? add.error : null;
  return (
    <Window
      title="Where a call operates from"
      about="What is said here is used before the rules, for contacts on these days."
      width={600}
      onClose={onClose}
      onSubmit={() => entity !== null && add.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={add.isPending || entity === null}>
            Add
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1fr_1.6fr] gap-3">
        <Field
          label="Call"
          autoFocus
          mono
          required
          value={call}
          onChange={({ target }) => setCall(target.value.toUpperCase())}
          fault={problem?.faultOf("call")}
        />
        <EntityField entity={entity} onChange={setEntity} fault={problem?.faultOf("entityCode")} />
        <DayField label="From (UTC day, or empty)" value={from} onChange={setFrom} fault={problem?.faultOf("from")} />
        <DayField
          label="Until, inclusive (or empty)"
          value={until}
          onChange={setUntil}
          fault={problem?.faultOf("until")}
        />
      </div>
      {problem !== null && problem.details.errors === undefined && (
        <p role="alert" className="text-stop">
          {problem.message}
        </p>
      )}
      {data !== undefined && data.items.length > 0 && (
        <ul aria-label="Exceptions" className="divide-y divide-line border-t border-line">
          {data.items.map((entry) => (
            <li key={entry.id} className="flex items-center gap-4 py-1.5">
              <b className="w-28 font-mono">{entry.call}</b>
              <span className="flex-1">{entityByCode(entry.entityCode)?.name}</span>
              <span className="text-soft">
                {entry.from ?? "always"} to {entry.until ?? "now"}
              </span>
              <Button small look="quiet" onClick={() => remove.mutate(entry.id)} aria-label={`Remove ${entry.call}`}>
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
    </Window>
  );
}
