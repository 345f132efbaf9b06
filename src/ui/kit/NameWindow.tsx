"use client";

import { useState } from "react";
import { Button } from "./Button";
import { Field } from "./Field";
import { Window } from "./Window";

interface NameWindowProps {
  title: string;
  start: string;
  problem?: string | undefined;
  onName: (name: string) => void;
  onClose: () => void;
}

/** Asks for a name. */
export function NameWindow({ title, start, problem, onName, onClose }: NameWindowProps) {
  const [name, setName] = useState(start);
  return (
    <Window
      title={title}
      width={420}
      onClose={onClose}
      onSubmit={() => name.trim() !== "" && onName(name.trim())}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={name.trim() === ""}>
            Keep
          </Button>
        </>
      }
    >
      <Field
        label="Name"
        autoFocus
        maxLength={60}
        value={name}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setName(target.value)}
      />
      {problem !== undefined && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </Window>
  );
}
