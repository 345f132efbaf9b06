"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { findNodeAtLocation, parseTree } from "jsonc-parser";
import { useMemo, useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import * as endpoints from "@/core/contract/endpoints/links";
import {
  checkDescriptor,
  type Descriptor,
  descriptorSchema,
  dialectOf,
  type PartName,
  PARTS,
  type PartValue,
} from "@/core/radio";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { CheckedEditor } from "../kit/json/CheckedEditor";
import type { JsonFault } from "../kit/json/JsonEditor";
import { lineOf, parseTyped, pathOf } from "../kit/json/parseTyped";
import { type JsonSchema, withoutDefaults } from "../kit/json/schemaAt";
import { saveJson } from "../kit/saveJson";
import { Window } from "../kit/Window";

const SCHEMA = z.toJSONSchema(descriptorSchema, { io: "input", unrepresentable: "any" }) as JsonSchema;

/** A radio's descriptor as text, checked as it is typed, with a try-out: what would be sent, what an answer would mean. */
export function DescriptorWindow({ start, onClose }: { start: string; onClose: () => void }) {
  const client = useQueryClient();
  const [text, setText] = useState(() => tidied(start));
  const [begun] = useState(text);
  const [leaving, setLeaving] = useState(false);
  const { descriptor, data, faults } = useMemo(() => readDescriptor(text), [text]);
  const keep = useMutation({
    mutationFn: () => ask(endpoints.keepDescriptor, { body: data }),
    onSuccess: async ({ descriptor: { name } }) => {
      toast.success(`${name} is kept, and in force.`);
      await client.invalidateQueries({ queryKey: ["descriptors"] });
      await client.invalidateQueries({ queryKey: ["links", "kinds"] });
      onClose();
    },
  });
  const leave = () => (text === begun || leaving ? onClose() : setLeaving(true));
  return (
    <Window
      title={descriptor?.name ?? "A radio's descriptor"}
      about="What each line means stands in docs/radios.md. One that ships is kept as your own when it is changed."
      width={1160}
      onClose={leave}
      buttons={
        <>
          <Button onClick={() => saveJson(`${descriptor?.tag ?? "radio"}.json`, text)}>Save as a file</Button>
          <span role="status" className="flex-1 self-center text-wanted">
            {leaving && "What was changed is not kept: close once more to leave it."}
          </span>
          <Button onClick={leave}>Close</Button>
          <Button look="act" disabled={descriptor === null || keep.isPending} onClick={() => keep.mutate()}>
            Keep the descriptor
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)_400px] gap-4 max-lg:grid-cols-1">
        <CheckedEditor
          label="Descriptor, JSON"
          value={text}
          onChange={(changed) => {
            setText(changed);
            setLeaving(false);
          }}
          schema={SCHEMA}
          faults={faults}
          sound="The descriptor is sound."
        >
          {keep.error !== null && <p className="break-words text-stop">{keep.error.message}</p>}
        </CheckedEditor>
        {descriptor === null ? (
          <p className="text-soft">It is tried as soon as the descriptor is sound.</p>
        ) : (
          <TryOut descriptor={descriptor} />
        )}
      </div>
    </Window>
  );
}

/** What would be sent for a value, and what an answer would mean. */
function TryOut({ descriptor }: { descriptor: Descriptor }) {
  const names = Object.keys(descriptor.parts) as PartName[];
  const [chosen, setChosen] = useState<PartName>("frequency");
  const [typed, setTyped] = useState("14025300");
  const [answer, setAnswer] = useState("");
  const part = names.includes(chosen) ? chosen : names[0]!;
  const { ask: asked } = descriptor.parts[part] ?? {};
  const value = valueOf(part, typed);
  const told = value === null ? null : dialectOf(descriptor).tell(part, value);
  return (
    <section aria-label="Try it" className="grid content-start gap-3">
      <h3 className="heading">Try it</h3>
      <div className="grid grid-cols-2 gap-2">
        <Choice label="Part" value={part} onChange={({ target }) => setChosen(target.value as PartName)}>
          {names.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </Choice>
        <Field label={WHAT[PARTS[part].kind]} mono value={typed} onChange={({ target }) => setTyped(target.value)} />
      </div>
      <dl aria-label="What would be sent" className="grid grid-cols-[110px_1fr] gap-x-2 gap-y-1">
        <dt className="text-soft">It is asked by</dt>
        <dd className="font-mono break-all">{asked === undefined ? "–" : shown(asked, descriptor)}</dd>
        <dt className="text-soft">It is told by</dt>
        <dd className="font-mono break-all">
          {told === null ? (value === null ? "that is no value" : "–") : shown(told, descriptor)}
        </dd>
      </dl>
      <Field
        label="What the radio says"
        mono
        value={answer}
        placeholder={asked === undefined ? "" : (descriptor.parts[part]?.answer ?? "")}
        onChange={({ target }) => setAnswer(target.value)}
      />
      <p role="status" aria-label="What it would mean">
        {answer === "" ? "" : meaningOf(descriptor, answer)}
      </p>
    </section>
  );
}

const WHAT = {
  number: "Value, in Hz, W or dB",
  switch: "Value, on or off",
  mode: "Value, as CW or USB",
  text: "Value",
} as const;

function valueOf(part: PartName, typed: string): PartValue | null {
  const { kind } = PARTS[part];
  if (kind === "switch") return typed === "on" ? true : typed === "off" ? false : null;
  if (kind !== "number")
    return typed.trim() === "" ? null : kind === "mode" ? typed.trim().toUpperCase() : typed.trim();
  const number = Number(typed.replace(",", "."));
  return typed.trim() === "" || !Number.isFinite(number) ? null : number;
}

/** A line with its end as it is written. */
function shown(line: string, { lineEnd }: Descriptor): string {
  return line + lineEnd.replace("\r", "\\r").replace("\n", "\\n");
}

function meaningOf(descriptor: Descriptor, line: string): string {
  const heard = dialectOf(descriptor).understand(line);
  switch (heard.is) {
    case "value":
      return `${heard.part} is ${String(heard.value)}${heard.byItself ? ", told by itself" : ""}.`;
    case "identity":
      return heard.model === descriptor.identity?.is
        ? `It is a ${heard.model}.`
        : `It says that it is a ${heard.model}: not this radio.`;
    case "refused":
      return "It refuses.";
    case "done":
    case "strange": {
      const orders = [...Object.values(descriptor.parts), descriptor.key, descriptor.stop];
      const isDone = orders.some((order) => order?.done === line.trim());
      return isDone ? "It has done what it was told." : "The descriptor does not know that.";
    }
  }
}

/** The text with what does not differ from the usual left out, where it is a sound descriptor. */
function tidied(text: string): string {
  const read = parseTyped(text);
  if (!read.ok || !checkDescriptor(read.data).ok) return text;
  return JSON.stringify(withoutDefaults(SCHEMA, read.data), null, 2);
}

function readDescriptor(text: string): {
  readonly descriptor: Descriptor | null;
  readonly data: unknown;
  readonly faults: readonly JsonFault[];
} {
  const read = parseTyped(text);
  if (!read.ok) return { descriptor: null, data: null, faults: [read.fault] };
  const checked = checkDescriptor(read.data);
  if (checked.ok) return { descriptor: checked.value, data: read.data, faults: [] };
  const tree = parseTree(text);
  const faults = checked.faults.map(({ field, text: said }) => {
    const at = pathOf(field);
    const line = lineOf(text, offsetOf(tree, at));
    return { at, text: `Line ${line}, ${field}: ${said}` };
  });
  return { descriptor: null, data: read.data, faults };
}

/** Where a path begins in the text, or what of it is there. */
function offsetOf(tree: ReturnType<typeof parseTree>, path: readonly (string | number)[]): number {
  for (let length = path.length; tree !== undefined && length > 0; length--) {
    const node = findNodeAtLocation(tree, path.slice(0, length));
    if (node !== undefined) return node.offset;
  }
  return 0;
}
