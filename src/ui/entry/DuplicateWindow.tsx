"use client";

import { useState } from "react";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";

interface DuplicateWindowProps {
  within: number;
  onDone: (seconds: number) => void;
  onClose: () => void;
}

/** Asks within which time a second contact is a duplicate. */
export function DuplicateWindow({ within, onDone, onClose }: DuplicateWindowProps) {
  const [hours, setHours] = useState(String(within / 3600));
  const seconds = Math.round(Number(hours.replace(",", ".")) * 3600);
  const fault = seconds >= 60 && seconds <= 3_600_000_000 ? undefined : `"${hours}" is no number of hours`;
  return (
    <Window
      title="Duplicates"
      about="A second contact with a station on the same band and mode group within this time is shown as a duplicate. It can be logged all the same."
      width={460}
      onClose={onClose}
      onSubmit={() => fault === undefined && onDone(seconds)}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={fault !== undefined}>
            Keep
          </Button>
        </>
      }
    >
      <Field
        label="Hours"
        autoFocus
        mono
        value={hours}
        fault={fault}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setHours(target.value)}
      />
    </Window>
  );
}
