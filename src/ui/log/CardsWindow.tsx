"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useRef, useState } from "react";
import type { z } from "zod";
import { bandLabel, usualMode } from "@/core/band";
import { standing } from "@/core/confirm";
import type { StoredContact } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { DayField } from "../kit/DayField";
import { Field } from "../kit/Field";
import { many } from "../kit/format";
import { Window } from "../kit/Window";
import { withToggled } from "../kit/withToggled";
import { cardOf } from "./labels";
import { useUndo } from "./useUndo";

const LISTED = 100;
/** Contacts for which a card is owed, as a filter. */
export const OWED = JSON.stringify({ join: "all", of: [{ field: "card.sent", is: "is", value: "wanted" }] });

/** A pile of received cards, one after the other: call, Enter, tick the contacts on the card, Enter. */
export function CardsWindow({ logbookId, onClose }: { logbookId: number; onClose: () => void }) {
  const [typed, setTyped] = useState("");
  const [call, setCall] = useState("");
  const [ticked, setTicked] = useState<ReadonlySet<number>>(new Set());
  const [on, setOn] = useState(() => new Date().toISOString().slice(0, 10));
  const [via, setVia] = useState("bureau");
  const [owe, setOwe] = useState(false);
  const [last, setLast] = useState<{ readonly batchIds: readonly number[]; readonly said: string } | null>(null);
  const callRef = useRef<HTMLInputElement>(null);
  const undo = useUndo(logbookId, () => setLast(null));
  const params = { logbookId };
  const { data, error } = useQuery({
    queryKey: ["cards", logbookId, call],
    queryFn: () => ask(contacts.listContacts, { params, query: { call, limit: LISTED } }),
    enabled: call !== "",
    staleTime: 0,
  });
  const { data: owed } = useQuery({
    queryKey: ["cardsOwed", logbookId],
    queryFn: () => ask(contacts.listContacts, { params, query: { filter: OWED, offset: 0, limit: 1 } }),
    staleTime: 0,
  });
  const mark = useMutation({
    mutationFn: async (ids: number[]) => {
      const send = (body: z.input<typeof contacts.markCards.body>) => ask(contacts.markCards, { params, body });
      const received = await send({ ids, received: "confirmed", on: on || null, via: via || null });
      const unanswered = items.filter((one) => ids.includes(one.id) && !isSent(one)).map(({ id }) => id);
      const owed =
        owe && unanswered.length > 0 ? await send({ ids: unanswered, sent: "wanted", via: via || null }) : null;
      // The later one first, so that none stands in the other's way when they are undone.
      const batchIds = [owed?.batchId, received.batchId].filter((id) => typeof id === "number");
      return { batchIds, changed: received.changed };
    },
    onSuccess: ({ batchIds, changed }) => {
      setLast(batchIds.length === 0 ? null : { batchIds, said: `${call}: ${many(changed, "card")} received` });
      setTyped("");
      setCall("");
      setTicked(new Set());
      callRef.current?.focus();
    },
  });
  /** Whether the contacts shown are those of the call that is typed. */
  const asked = call !== "" && typed.trim() === call;
  const items = call === "" ? [] : (data?.items ?? []);

  function submit() {
    if (!asked) {
      setTicked(new Set());
      return setCall(typed.trim());
    }
    if (ticked.size > 0) mark.mutate([...ticked]);
  }

  async function takeBack(batchIds: readonly number[]) {
    for (const batchId of batchIds) await undo.mutateAsync({ batchId, said: "It is taken back." }).catch(() => {});
  }

  function tick(id: number) {
    setTicked(withToggled(ticked, id));
  }

  return (
    <Window
      title="Cards received"
      about="Call, Enter; tick the contacts on the card, Enter; the next card."
      width={720}
      onClose={onClose}
      onSubmit={submit}
      buttons={
        <>
          <Link href="/labels" className="self-center text-signal underline" onClick={onClose}>
            {owed?.total === undefined ? "Cards owed" : `${many(owed.total, "card")} owed: list and labels`}
          </Link>
          <span className="flex-1" />
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={mark.isPending}>
            {asked ? `Received: ${ticked.size}` : "Find the contacts"}
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1.2fr_1fr_1fr_auto] items-end gap-3 max-sm:grid-cols-2">
        <Field
          label="Call on the card"
          mono
          ref={callRef}
          autoFocus
          value={typed}
          onChange={({ target }) => setTyped(target.value.toUpperCase())}
        />
        <DayField label="Received on" value={on} onChange={setOn} />
        <Choice label="By way of" value={via} onChange={({ target }) => setVia(target.value)}>
          <option value="bureau">the bureau</option>
          <option value="direct">direct</option>
          <option value="">not said</option>
        </Choice>
        <label className="flex h-[34px] items-center gap-2 whitespace-nowrap">
          <input
            type="checkbox"
            checked={owe}
            onChange={({ target }) => setOwe(target.checked)}
            className="size-4 accent-signal"
          />
          I owe one back
        </label>
      </div>
      {(error ?? mark.error) !== null && (
        <p role="alert" className="text-stop">
          {(error ?? mark.error)!.message}
        </p>
      )}
      {last !== null && call === "" && (
        <p role="status" className="flex items-center gap-3">
          {last.said}.
          <Button small look="quiet" onClick={() => void takeBack(last.batchIds)}>
            Undo
          </Button>
        </p>
      )}
      {call !== "" && data !== undefined && items.length === 0 && (
        <p role="status">
          No contact with <b className="font-mono">{call}</b> in this log.
        </p>
      )}
      {items.length > 0 && (
        <ul aria-label={`Contacts with ${call}`} className="divide-y divide-line">
          {items.map((contact) => (
            <li key={contact.id}>
              <label className="grid grid-cols-[20px_150px_110px_60px_60px_1fr] items-center gap-2 py-1">
                <input
                  type="checkbox"
                  checked={ticked.has(contact.id)}
                  onChange={() => tick(contact.id)}
                  className="size-4 accent-signal"
                />
                <span className="font-mono text-soft">{fullTime(contact.startedAt)}</span>
                <b className="font-mono">{contact.call}</b>
                <span>{bandLabel(contact.band)}</span>
                <span>{usualMode(contact.mode, contact.submode)}</span>
                <span className="text-soft">{cardWord(contact)}</span>
              </label>
            </li>
          ))}
        </ul>
      )}
    </Window>
  );
}

function isSent(contact: StoredContact): boolean {
  return cardOf(contact)?.sent === "sent";
}

function cardWord(contact: StoredContact): string {
  const word = standing(cardOf(contact));
  return word === null ? "no card yet" : word === "confirmed" ? "card received already" : `card ${word}`;
}
