"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useFieldArray, useFormContext, type UseFormRegisterReturn, useWatch } from "react-hook-form";
import { z } from "zod";
import {
  type Message,
  type MessagePiece,
  messageSetSchema,
  type MessageSet,
  messageText,
  piecesOf,
  usualMessages,
  type Way,
} from "@/core/contest";
import type { ModeGroup } from "@/core/band";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { ChoiceField, FieldsFault } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { saveJson } from "../kit/saveJson";
import { SortableList } from "../kit/SortableList";
import { useEntries } from "./useEntries";
import { keepKeying, keptKeying } from "../keying/useKeyer";

interface MessagesProps {
  entry: Entry;
  group: ModeGroup;
  onClose: () => void;
}

const EXAMPLE = { theirCall: "LU2QSA", theirName: "ANA", operator: "CX3QUA" };

const messagesForm = z.object({
  set: messageSetSchema,
  keying: z.object({ weight: z.number(), wordSpace: z.number() }),
});
type MessagesForm = z.input<typeof messagesForm>;

/** The messages of a mode, as rows of words and pieces, in the order of their keys. What would go out stands under each. */
export function MessagesWindow({ entry, group, onClose }: MessagesProps) {
  const client = useQueryClient();
  const { data: entries } = useEntries(entry.logbookId);
  const others = (entries?.items ?? []).flatMap((other) =>
    Object.entries(other.messages).map(([mode, messages]) => ({
      name: `${other.name} ${other.period.from.slice(0, 4)}, ${mode}`,
      messages,
    })),
  );
  const form = useZodForm({
    schema: messagesForm,
    start: { set: entry.messages[group] ?? usualMessages(group), keying: keptKeying() },
    send: async ({ set, keying }) => {
      const messages = { ...entry.messages, [group]: set };
      await ask(contest.changeEntry, { params: { entryId: entry.id }, body: { messages } });
      keepKeying(keying);
      await client.invalidateQueries({ queryKey: ["contest", "entries"] });
    },
    onSent: onClose,
  });
  const { getValues, reset, setError } = form.form;
  const take = (set: MessageSet) => reset({ ...getValues(), set }, { keepDefaultValues: true });

  async function open(file: File | undefined) {
    if (file === undefined) return;
    try {
      const read = messageSetSchema.safeParse(JSON.parse(await file.text()));
      if (!read.success)
        throw new Error(read.error.issues.map(({ path, message }) => `${path.join(".")}: ${message}`)[0]);
      take(read.data);
    } catch (error) {
      setError("root", { message: `${file.name} holds no messages: ${(error as Error).message}` });
    }
  }

  return (
    <FormWindow
      form={form}
      title={`Messages in ${group}`}
      about="Words and pieces, one after the other. A piece is filled in when the message goes out."
      width={880}
      onClose={onClose}
      buttons={
        <>
          <label className="inline-flex h-[34px] cursor-pointer items-center rounded-field border border-edge px-3.5 focus-within:outline-2 focus-within:outline-signal hover:bg-signal-wash">
            Open a file
            <input
              type="file"
              accept=".json"
              className="sr-only"
              onChange={({ target }) => void open(target.files?.[0])}
            />
          </label>
          <Button
            onClick={() => saveJson(`${entry.tag}-${group}-messages.json`, JSON.stringify(getValues("set"), null, 2))}
          >
            Save as a file
          </Button>
          <Button onClick={() => take(usualMessages(group))}>The usual ones</Button>
          <span className="flex-1" />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            Keep
          </Button>
        </>
      }
    >
      {others.length > 0 && (
        <Choice
          label="Copy the messages of"
          value=""
          onChange={({ target }) => {
            const chosen = others[Number(target.value)];
            if (chosen !== undefined) take(chosen.messages);
          }}
        >
          <option value="">…</option>
          {others.map(({ name }, index) => (
            <option key={name} value={index}>
              {name}
            </option>
          ))}
        </Choice>
      )}
      {group === "CW" && <MorseFields />}
      {(["run", "search"] as const).map((way) => (
        <MessageRows key={way} way={way} entry={entry} />
      ))}
    </FormWindow>
  );
}

function MorseFields() {
  return (
    <div className="flex items-end gap-3">
      <ChoiceField<MessagesForm> name="set.numbers.digits" label="Serials have at least" as={Number}>
        {[1, 2, 3, 4].map((digits) => (
          <option key={digits} value={digits}>
            {digits} {digits === 1 ? "digit" : "digits"}
          </option>
        ))}
      </ChoiceField>
      <ChoiceField<MessagesForm> name="set.numbers.short" label="Short numbers (N for 9, T for 0)">
        <option value="none">never</option>
        <option value="reports">in reports</option>
        <option value="all">in all numbers</option>
      </ChoiceField>
      <ChoiceField<MessagesForm> name="keying.weight" label="Weight" as={Number}>
        {[40, 45, 50, 55, 60].map((weight) => (
          <option key={weight} value={weight}>
            {weight < 50 ? `lighter, ${weight} %` : weight > 50 ? `heavier, ${weight} %` : "even, 50 %"}
          </option>
        ))}
      </ChoiceField>
      <ChoiceField<MessagesForm> name="keying.wordSpace" label="Between words" as={Number}>
        {[5, 6, 7, 9, 12].map((dots) => (
          <option key={dots} value={dots}>
            {dots} dots
          </option>
        ))}
      </ChoiceField>
    </div>
  );
}

/** The messages of a way of working, which can be put in another order. */
function MessageRows({ way, entry }: { way: Way; entry: Entry }) {
  const { control } = useFormContext<MessagesForm>();
  const { fields, append, remove, replace } = useFieldArray({ control, name: `set.${way}`, keyName: "key" });
  const messages = useWatch({ control, name: `set.${way}` });
  return (
    <fieldset className="grid gap-2">
      <legend className="heading mb-1">{way === "run" ? "Running" : "Search and pounce"}</legend>
      <SortableList
        items={fields}
        idOf={({ id }) => id}
        nameOf={({ id }) => messages.find((one) => one.id === id)?.label ?? id}
        onOrder={(sorted) => replace(sorted.map(({ id }) => messages.find((one) => one.id === id)!))}
      >
        {({ id, key }) => {
          const at = fields.findIndex((one) => one.id === id);
          return <MessageRow key={key} way={way} at={at} entry={entry} onRemove={() => remove(at)} />;
        }}
      </SortableList>
      {fields.length < MOST && (
        <div>
          <Button small onClick={() => append(emptyMessage(messages))}>
            Add a message
          </Button>
        </div>
      )}
    </fieldset>
  );
}

interface RowProps {
  way: Way;
  at: number;
  entry: Entry;
  onRemove: () => void;
}

function MessageRow({ way, at, entry, onRemove }: RowProps) {
  const name = `set.${way}.${at}` as const;
  const { control, register } = useFormContext<MessagesForm>();
  const { fields, append, remove } = useFieldArray({ control, name: `${name}.pieces` });
  const [message, numbers] = useWatch({ control, name: [name, "set.numbers"] });
  const pieces = piecesOf(entry.rules, entry.side);
  const facts = { ...EXAMPLE, myCall: entry.ownCall, sent: { serial: "1", report: "599", ...entry.sent } };
  const labelOf = (piece: MessagePiece | undefined) => {
    if (piece === undefined || !("piece" in piece)) return piece?.words ?? "";
    return pieces.find(({ id }) => id === piece.piece)?.label ?? piece.piece;
  };
  const goesOut = messageSetSchema.shape.run.element.safeParse(message);
  const digits = messageSetSchema.shape.numbers.parse(numbers);
  return (
    <div className="grid flex-1 gap-1" role="group" aria-label={message.label}>
      <div className="flex flex-wrap items-center gap-1.5">
        <input
          aria-label="Label of the message"
          className="field h-7 w-28"
          maxLength={30}
          {...register(`${name}.label`)}
        />
        {fields.map((piece, index) => (
          <Piece
            key={piece.id}
            label={labelOf(message.pieces[index])}
            words={
              "piece" in piece
                ? null
                : register(`${name}.pieces.${index}.words`, { setValueAs: (text: string) => text.toUpperCase() })
            }
            onRemove={() => remove(index)}
          />
        ))}
        <select
          aria-label={`Add to ${message.label}`}
          className="field h-7 w-24"
          value=""
          onChange={({ target }) => append(target.value === "words" ? { words: "" } : { piece: target.value })}
        >
          <option value="">Add…</option>
          <option value="words">Words</option>
          {pieces.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
        <span className="flex-1" />
        <select
          aria-label={`When Enter sends ${message.label}`}
          className="field h-7 w-44"
          {...register(`${name}.moment`)}
        >
          {MOMENTS[way].map(([moment, label]) => (
            <option key={moment} value={moment}>
              {label}
            </option>
          ))}
        </select>
        <Button small look="quiet" aria-label={`Remove ${message.label}`} onClick={onRemove}>
          Remove
        </Button>
      </div>
      <FieldsFault<MessagesForm> name={`${name}.label`} />
      <p className="pl-1 font-mono text-soft" aria-label={`${message.label} as it goes out`}>
        {(goesOut.success && messageText(entry.rules, entry.side, goesOut.data, facts, digits)) || "nothing"}
      </p>
    </div>
  );
}

const MOST = 6;
const MOMENTS: Readonly<Record<Way, readonly (readonly [Message["moment"], string])[]>> = {
  run: [
    ["call", "Enter: to call"],
    ["exchange", "Enter: the exchange"],
    ["again", "Enter: to ask again"],
    ["thanks", "Enter: when logged"],
    ["extra", "by its key alone"],
  ],
  search: [
    ["answer", "Enter: to answer"],
    ["exchange", "Enter: the exchange"],
    ["again", "Enter: to ask again"],
    ["thanks", "by its key, thanks"],
    ["extra", "by its key alone"],
  ],
};

function emptyMessage(others: readonly { readonly id: string }[]): Message {
  const number = 1 + Math.max(0, ...others.map(({ id }) => Number(/^own(\d+)$/.exec(id)?.[1] ?? 0)));
  return { id: `own${number}`, label: `Own ${number}`, moment: "extra", pieces: [{ words: "" }] };
}

interface PieceProps {
  label: string;
  /** The field of words; null for a piece that is filled in. */
  words: UseFormRegisterReturn | null;
  onRemove: () => void;
}

function Piece({ label, words, onRemove }: PieceProps) {
  return (
    <span className="inline-flex items-center rounded-field border border-edge bg-raised">
      {words !== null ? (
        <input
          aria-label="Words"
          className="h-[26px] w-28 bg-transparent px-1.5 font-mono uppercase"
          maxLength={200}
          {...words}
        />
      ) : (
        <span className="px-2 text-signal">{label}</span>
      )}
      <button
        type="button"
        aria-label={`Take out ${label || "the words"}`}
        className="px-1.5 text-faint hover:text-stop"
        onClick={onRemove}
      >
        ×
      </button>
    </span>
  );
}
