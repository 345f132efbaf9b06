"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Way } from "@/core/contest";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { useRadio } from "../shell/radio";
import type { Seat } from "./position";

/** Whether the category may have several transmitters, which a log file tells apart as 0 and 1. */
function hasSeveral({ category: { operator = "", transmitter } }: Entry): boolean {
  return operator.startsWith("MULTI") && transmitter !== "ONE";
}

interface PositionsProps {
  entry: Entry;
  seat: Seat | null;
  way: Way;
  onSeat: (change: Partial<Seat>) => void;
}

/** Who sits on which band, and short notes to one another. */
export function Positions({ entry, seat, way, onSeat }: PositionsProps) {
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const client = useQueryClient();
  const [text, setText] = useState("");
  const key = ["contest", entry.id, "positions"];
  const params = { entryId: entry.id };
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => ask(contest.positions, { params }),
  });
  const notes = useQuery({
    queryKey: ["contest", entry.id, "notes"],
    queryFn: () => ask(contest.positionNotes, { params }),
  });
  const [seatId, name] = [seat?.id, seat?.name];
  const write = useMutation({
    mutationFn: () => ask(contest.addPositionNote, { params, body: { position: seat?.name ?? "?", text } }),
    onSuccess: () => {
      setText("");
      void client.invalidateQueries({ queryKey: ["contest", entry.id, "notes"] });
    },
    onError: (error) => toast.error(error.message),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    if (text.trim() !== "") write.mutate();
  }
  const others = data?.items.filter(({ id }) => id !== seatId) ?? [];
  const sameBand = others.filter((other) => other.band === band && other.mode === mode && other.way === "run");
  return (
    <section aria-label="Positions" className="grid content-start gap-1.5 px-4 py-2.5">
      <h2 className="heading">Positions</h2>
      <ul className="grid gap-0.5">
        <li className="flex items-center gap-2">
          <input
            aria-label="Name of this position"
            className="field h-6 w-32 px-1.5 text-base"
            maxLength={40}
            value={name ?? ""}
            onChange={({ target }) => onSeat({ name: target.value || "Position" })}
          />
          <span className="text-soft">
            here, {bandLabel(band)} {mode}
          </span>
          {hasSeveral(entry) && (
            <label className="flex items-center gap-1 text-soft">
              transmitter
              <select
                aria-label="Transmitter of this position"
                className="field h-6 w-12 px-1 text-base"
                value={seat?.transmitter ?? 0}
                onChange={({ target }) => onSeat({ transmitter: Number(target.value) })}
              >
                <option>0</option>
                <option>1</option>
              </select>
            </label>
          )}
        </li>
        {others.map((other) => (
          <li key={other.id} className="flex items-center gap-2">
            <b className="font-semibold">{other.name}</b>
            <span className="font-mono">{other.operator}</span>
            <span className="text-soft">
              {bandLabel(other.band)} {other.mode}, {other.way === "run" ? "running" : "searching"}
            </span>
          </li>
        ))}
      </ul>
      {sameBand.length > 0 && way === "run" && (
        <p role="alert" className="text-wanted">
          {sameBand[0]!.name} runs on {bandLabel(band)} {mode}, too.
        </p>
      )}
      <form onSubmit={submit} className="flex gap-2">
        <input
          aria-label="Note to the other positions"
          placeholder="A note to the others"
          className="field h-7 flex-1 text-base"
          maxLength={200}
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <Button small type="submit">
          Say
        </Button>
      </form>
      <ul aria-label="Notes" aria-live="polite">
        {notes.data?.items.slice(0, 6).map((note) => (
          <li key={note.id} className="break-words">
            <span className="font-mono text-soft">{note.at.slice(11, 16)}</span>{" "}
            <b className="font-semibold">{note.position}</b> {note.text}
          </li>
        ))}
      </ul>
    </section>
  );
}
