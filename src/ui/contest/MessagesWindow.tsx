"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import {
  type Message,
  type MessagePiece,
  messageSetSchema,
  type MessageSet,
  messageText,
  piecesOf,
  USUAL_MESSAGES,
  type Way,
} from "@/core/contest";
import type { ModeGroup } from "@/core/band";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { saveJson } from "../kit/saveJson";
import { Window } from "../kit/Window";
import { useEntries } from "./useEntries";
import { keepKeying, keptKeying } from "./useKeyer";

interface MessagesProps {
  entry: Entry;
  group: ModeGroup;
  onClose: () => void;
}

const EXAMPLE = { theirCall: "LU2QSA", theirName: "ANA", operator: "CX3QUA" };

/** The messages of a mode, as rows of words and pieces. What would go out stands under each. */
export function MessagesWindow({ entry, group, onClose }: MessagesProps) {
  const client = useQueryClient();
  const [set, setSet] = useState<MessageSet>(entry.messages[group] ?? USUAL_MESSAGES);
  const [problem, setProblem] = useState<string | null>(null);
  const [keying, setKeying] = useState(keptKeying);
  const { data: entries } = useEntries(entry.logbookId);
  const others = (entries?.items ?? []).flatMap((other) =>
    Object.entries(other.messages).map(([mode, messages]) => ({
      name: `${other.name} ${other.period.from.slice(0, 4)}, ${mode}`,
      messages,
    })),
  );
  const pieces = piecesOf(entry.rules, entry.side);
  const facts = { ...EXAMPLE, myCall: entry.ownCall, sent: { serial: "1", report: "599", ...entry.sent } };
  const save = useMutation({
    mutationFn: () =>
      ask(contest.changeEntry, {
        params: { entryId: entry.id },
        body: { messages: { ...entry.messages, [group]: set } },
      }),
    onSuccess: async () => {
      keepKeying(keying);
      await client.invalidateQueries({ queryKey: ["contest", "entries"] });
      onClose();
    },
    onError: (error) => setProblem(error.message),
  });

  const change = (way: Way, id: string, by: (message: Message) => Message) =>
    setSet({ ...set, [way]: set[way].map((message) => (message.id === id ? by(message) : message)) });

  async function open(file: File | undefined) {
    if (file === undefined) return;
    try {
      const read = messageSetSchema.safeParse(JSON.parse(await file.text()));
      if (!read.success)
        throw new Error(read.error.issues.map(({ path, message }) => `${path.join(".")}: ${message}`)[0]);
      setSet(read.data);
      setProblem(null);
    } catch (error) {
      setProblem(`${file.name} holds no messages: ${(error as Error).message}`);
    }
  }

  return (
    <Window
      title={`Messages in ${group}`}
      about="Words and pieces, one after the other. A piece is filled in when the message goes out."
      width={860}
      onClose={onClose}
      onSubmit={() => save.mutate()}
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
          <Button onClick={() => saveJson(`${entry.tag}-${group}-messages.json`, JSON.stringify(set, null, 2))}>
            Save as a file
          </Button>
          <Button onClick={() => setSet(USUAL_MESSAGES)}>The usual ones</Button>
          <span className="flex-1" />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={save.isPending}>
            Keep
          </Button>
        </>
      }
    >
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {others.length > 0 && (
        <Choice
          label="Copy the messages of"
          value=""
          onChange={({ target }) => {
            const chosen = others[Number(target.value)];
            if (chosen !== undefined) setSet(chosen.messages);
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
      {group === "CW" && (
        <div className="flex items-end gap-3">
          <Choice
            label="Serials have at least"
            value={set.numbers.digits}
            onChange={({ target }) => setSet({ ...set, numbers: { ...set.numbers, digits: Number(target.value) } })}
          >
            {[1, 2, 3, 4].map((digits) => (
              <option key={digits} value={digits}>
                {digits} {digits === 1 ? "digit" : "digits"}
              </option>
            ))}
          </Choice>
          <Choice
            label="Short numbers (N for 9, T for 0)"
            value={set.numbers.short}
            onChange={({ target }) =>
              setSet({ ...set, numbers: { ...set.numbers, short: target.value as MessageSet["numbers"]["short"] } })
            }
          >
            <option value="none">never</option>
            <option value="reports">in reports</option>
            <option value="all">in all numbers</option>
          </Choice>
          <Choice
            label="Weight"
            value={keying.weight}
            onChange={({ target }) => setKeying({ ...keying, weight: Number(target.value) })}
          >
            {[40, 45, 50, 55, 60].map((weight) => (
              <option key={weight} value={weight}>
                {weight < 50 ? `lighter, ${weight} %` : weight > 50 ? `heavier, ${weight} %` : "even, 50 %"}
              </option>
            ))}
          </Choice>
          <Choice
            label="Between words"
            value={keying.wordSpace}
            onChange={({ target }) => setKeying({ ...keying, wordSpace: Number(target.value) })}
          >
            {[5, 6, 7, 9, 12].map((dots) => (
              <option key={dots} value={dots}>
                {dots} dots
              </option>
            ))}
          </Choice>
        </div>
      )}
      {(["run", "search"] as const).map((way) => (
        <fieldset key={way} className="grid gap-3">
          <legend className="heading mb-1">{way === "run" ? "Running" : "Search and pounce"}</legend>
          {set[way].map((message) => (
            <div key={message.id} className="grid gap-1" role="group" aria-label={message.label}>
              <div className="flex flex-wrap items-center gap-1.5">
                <input
                  aria-label="Label of the message"
                  className="field h-7 w-28"
                  maxLength={30}
                  value={message.label}
                  onChange={({ target }) =>
                    change(way, message.id, (one) => ({ ...one, label: target.value || one.label }))
                  }
                />
                {message.pieces.map((piece, index) => (
                  <Piece
                    key={index}
                    piece={piece}
                    label={"piece" in piece ? (pieces.find(({ id }) => id === piece.piece)?.label ?? piece.piece) : ""}
                    onChange={(next) =>
                      change(way, message.id, (one) => ({
                        ...one,
                        pieces: one.pieces.flatMap((old, at) => (at !== index ? [old] : next === null ? [] : [next])),
                      }))
                    }
                  />
                ))}
                <select
                  aria-label={`Add to ${message.label}`}
                  className="field h-7 w-24"
                  value=""
                  onChange={({ target }) =>
                    change(way, message.id, (one) => ({
                      ...one,
                      pieces: [...one.pieces, target.value === "words" ? { words: "" } : { piece: target.value }],
                    }))
                  }
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
                  value={message.moment}
                  onChange={({ target }) =>
                    change(way, message.id, (one) => ({ ...one, moment: target.value as Message["moment"] }))
                  }
                >
                  {MOMENTS[way].map(([moment, label]) => (
                    <option key={moment} value={moment}>
                      {label}
                    </option>
                  ))}
                </select>
                <Button
                  small
                  look="quiet"
                  aria-label={`Remove ${message.label}`}
                  onClick={() => setSet({ ...set, [way]: set[way].filter(({ id }) => id !== message.id) })}
                >
                  Remove
                </Button>
              </div>
              <p className="pl-1 font-mono text-soft" aria-label={`${message.label} as it goes out`}>
                {messageText(entry.rules, entry.side, message, facts, set.numbers) || "nothing"}
              </p>
            </div>
          ))}
          {set[way].length < MOST && (
            <div>
              <Button small onClick={() => setSet({ ...set, [way]: [...set[way], emptyMessage(set[way])] })}>
                Add a message
              </Button>
            </div>
          )}
        </fieldset>
      ))}
    </Window>
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

function emptyMessage(others: readonly Message[]): Message {
  const number = 1 + Math.max(0, ...others.map(({ id }) => Number(/^own(\d+)$/.exec(id)?.[1] ?? 0)));
  return { id: `own${number}`, label: `Own ${number}`, moment: "extra", pieces: [{ words: "" }] };
}

function Piece({
  piece,
  label,
  onChange,
}: {
  piece: MessagePiece;
  label: string;
  onChange: (piece: MessagePiece | null) => void;
}) {
  return (
    <span className="inline-flex items-center rounded-field border border-edge bg-raised">
      {"words" in piece ? (
        <input
          aria-label="Words"
          className="h-[26px] w-28 bg-transparent px-1.5 font-mono"
          maxLength={200}
          value={piece.words}
          onChange={({ target }) => onChange({ words: target.value.toUpperCase() })}
        />
      ) : (
        <span className="px-2 text-signal">{label}</span>
      )}
      <button
        type="button"
        aria-label={`Take out ${"words" in piece ? piece.words || "the words" : label}`}
        className="px-1.5 text-faint hover:text-stop"
        onClick={() => onChange(null)}
      >
        ×
      </button>
    </span>
  );
}
