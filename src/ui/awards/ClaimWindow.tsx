"use client";

import { useState } from "react";
import { Button } from "../kit/Button";
import { faultLines } from "../kit/faultLines";
import { Field } from "../kit/Field";
import { many } from "../kit/format";
import { useNow } from "../kit/useNow";
import { Window } from "../kit/Window";

interface ClaimWindowProps {
  credits: number;
  contacts: number;
  problem: Error | null;
  isSending: boolean;
  onSend: (claim: { number: string; day: string }) => void;
  onClose: () => void;
}

/** Records the plan as a claim that was sent by hand: under which number, and when. */
export function ClaimWindow({ credits, contacts, problem, isSending, onSend, onClose }: ClaimWindowProps) {
  const now = useNow();
  const today = now?.slice(0, 10) ?? "";
  const [number, setNumber] = useState("");
  const [day, setDay] = useState<string | null>(null);
  const [tried, setTried] = useState(false);
  const meant = { number: number.trim(), day: day ?? today };
  const fault = meant.number === "" ? "give the claim a number, or a name" : undefined;
  const dayFault = /^\d{4}-\d{2}-\d{2}$/.test(meant.day) ? undefined : "write a day as in 2026-11-28";
  return (
    <Window
      title="Record the claim"
      about={`${many(credits, "credit")} of ${many(contacts, "contact")}, sent by hand. It is one batch of the journal, and can be taken back there.`}
      width={520}
      onClose={onClose}
      onSubmit={() => {
        setTried(true);
        if (fault === undefined && dayFault === undefined) onSend(meant);
      }}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={isSending}>
            Record
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Number of the claim, or a name"
          autoFocus
          maxLength={60}
          value={number}
          fault={tried ? fault : undefined}
          onChange={({ target }) => setNumber(target.value)}
        />
        <Field
          label="Sent on, UTC"
          mono
          maxLength={10}
          value={day ?? today}
          fault={tried ? dayFault : undefined}
          onChange={({ target }) => setDay(target.value)}
        />
      </div>
      {problem !== null && (
        <div role="alert" className="text-stop">
          {faultLines(problem).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
    </Window>
  );
}
