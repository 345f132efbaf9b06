"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Arrival, ArrivalFacts } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/arrivals";
import { HoldButton } from "../entry/HoldButton";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { useKeysOf } from "../kit/changedKeys";
import { Field } from "../kit/Field";
import { many } from "../kit/format";

const FIELDS = [
  { key: "comment", label: "Comment" },
  { key: "propagation", label: "Propagation" },
  { key: "power", label: "Power, W" },
] as const;
type Key = (typeof FIELDS)[number]["key"];
type Typed = Readonly<Record<Key, string>>;
const NOTHING: Typed = { comment: "", propagation: "", power: "" };

/**
 * A contact that another program sent and that waits to be confirmed, in a corner: it comes without taking the
 * keyboard from who is typing, and a key goes to it. What is held stays for the next.
 */
export function ArrivalForm() {
  const { data } = useQuery({
    queryKey: ["arrivals", "asked"],
    queryFn: () => ask(endpoints.arrivals, { query: { outcome: "asked", limit: 500 } }),
  });
  const [typed, setTyped] = useState<Typed>(NOTHING);
  const [held, setHeld] = useState<readonly Key[]>([]);
  const [fault, setFault] = useState<string>();
  const box = useRef<HTMLFormElement>(null);
  const before = useRef<HTMLElement | null>(null);
  const keys = useKeysOf("toArrival");
  const asked = data?.items ?? [];
  /** The one that came first is asked about first. */
  const arrival = asked.at(-1);
  useActions([
    {
      id: "toArrival",
      run: () => {
        before.current = document.activeElement as HTMLElement | null;
        const first = box.current?.querySelector("input");
        if (first == null) toast("No contact of another program waits to be confirmed.");
        else first.focus();
      },
    },
  ]);

  const after = () => {
    setTyped(Object.fromEntries(FIELDS.map(({ key }) => [key, held.includes(key) ? typed[key] : ""])) as Typed);
    setFault(undefined);
    if (asked.length < 2) before.current?.focus();
  };
  const confirm = useMutation({
    mutationFn: ({ id, facts }: { id: number; facts: ArrivalFacts }) =>
      ask(endpoints.confirmArrival, { params: { arrivalId: id }, body: facts }),
    onSuccess: ({ call, outcome }) => {
      toast.success(outcome === "twin" ? `${call}: the log has it already.` : `${call} is logged.`);
      after();
    },
    onError: (problem) => setFault(problem.message),
  });
  const drop = useMutation({
    mutationFn: ({ id }: Arrival) => ask(endpoints.undoArrival, { params: { arrivalId: id } }),
    onSuccess: after,
    onError: (problem) => setFault(problem.message),
  });
  if (arrival === undefined) return null;

  function submit(event: FormEvent) {
    event.preventDefault();
    const power = Number(typed.power.replace(",", "."));
    if (typed.power.trim() !== "" && !(power >= 0 && power <= 10_000))
      return setFault(`Power: "${typed.power}" is no number of watts`);
    confirm.mutate({
      id: arrival!.id,
      facts: {
        ...(typed.comment.trim() === "" ? {} : { comment: typed.comment.trim() }),
        ...(typed.propagation.trim() === "" ? {} : { propagation: typed.propagation.trim().toUpperCase() }),
        ...(typed.power.trim() === "" ? {} : { power }),
      },
    });
  }

  return (
    <form
      ref={box}
      aria-label="A contact to confirm"
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === "Escape") before.current?.focus();
      }}
      className="fixed bottom-3 left-20 z-30 grid w-[560px] max-w-[calc(100vw-2rem)] gap-2 rounded-lg border border-signal bg-panel p-3 shadow-2xl max-sm:left-4 print:hidden"
    >
      <p role="status">
        {arrival.linkName} made a contact: <b className="font-mono">{arrival.call}</b>,{" "}
        {arrival.band === null ? "" : bandLabel(arrival.band)} {arrival.mode} at {arrival.startedAt?.slice(11, 16)} UTC.
        {asked.length > 1 && <span className="text-soft"> {many(asked.length - 1, "more")} after it.</span>}
      </p>
      <div className="flex items-end gap-2">
        {FIELDS.map(({ key, label }) => (
          <Field
            key={key}
            label={label}
            value={typed[key]}
            onChange={({ target }) => (setTyped({ ...typed, [key]: target.value }), setFault(undefined))}
            wrapperClassName={key === "comment" ? "flex-1" : "w-24"}
            aside={
              <HoldButton
                label={label}
                held={held.includes(key)}
                onTurn={() => setHeld(held.includes(key) ? held.filter((one) => one !== key) : [...held, key])}
              />
            }
          />
        ))}
        <Button type="submit" look="act" disabled={confirm.isPending}>
          Log it
        </Button>
        <Button disabled={drop.isPending} onClick={() => drop.mutate(arrival)}>
          Drop
        </Button>
      </div>
      {fault !== undefined && (
        <p role="alert" className="text-stop">
          {fault}
        </p>
      )}
      {keys !== undefined && <p className="text-tiny text-soft">{keys} goes here, Escape back.</p>}
    </form>
  );
}
