"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { callSchema, daySchema } from "@/core/contact";
import { entityByCode } from "@/core/entity";
import * as calls from "@/core/contract/endpoints/calls";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { FormDay, FormEntity, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { typedOrNone } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";

const exceptionForm = z.object({
  call: callSchema,
  entityCode: z.string().min(1, "choose an entity: type a part of its name, or its prefix").transform(Number),
  from: typedOrNone(daySchema.nullable()),
  until: typedOrNone(daySchema.nullable()),
});
type ExceptionForm = z.input<typeof exceptionForm>;

/** Where the operator says from where a call operated, when its letters do not tell: an expedition under an odd call. */
export function CallExceptions({ call: typed, onClose }: { call: string; onClose: () => void }) {
  const { data, refetch } = useQuery({
    queryKey: ["exceptions"],
    queryFn: () => ask(calls.exceptions),
  });
  const form = useZodForm({
    schema: exceptionForm,
    start: { call: typed, entityCode: "", from: "", until: "" },
    send: (body) => ask(calls.addException, { body }),
    onSent: () => {
      form.form.reset({ call: "", entityCode: "", from: "", until: "" });
      void refetch();
    },
  });
  const remove = useMutation({
    mutationFn: (id: number) => ask(calls.removeException, { params: { exceptionId: id } }),
    onSettled: () => void refetch(),
  });
  return (
    <FormWindow
      form={form}
      title="Where a call operates from"
      about="What is said here is used before the rules, for contacts on these days."
      width={600}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            Add
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1fr_1.6fr] gap-3">
        <TextField<ExceptionForm> name="call" label="Call" autoFocus mono upper />
        <FormEntity<ExceptionForm> name="entityCode" />
        <FormDay<ExceptionForm> name="from" label="From (UTC day, or empty)" />
        <FormDay<ExceptionForm> name="until" label="Until, inclusive (or empty)" />
      </div>
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
    </FormWindow>
  );
}
