"use client";

import { useState } from "react";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { Window } from "../kit/Window";
import { LogbookFields, useLogbookForm } from "./LogbookForm";

/** Makes another logbook, from the command palette. */
export function NewLogbook() {
  const [open, setOpen] = useState(false);
  useActions([{ id: "newLogbook", label: "New logbook", run: () => setOpen(true) }]);
  return open && <NewLogbookWindow onClose={() => setOpen(false)} />;
}

function NewLogbookWindow({ onClose }: { onClose: () => void }) {
  const state = useLogbookForm();
  return (
    <Window
      title="New logbook"
      about="A log of its own, with its own place to operate from."
      width={480}
      onClose={onClose}
      onSubmit={() => state.create.mutate(undefined, { onSuccess: onClose })}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={state.create.isPending}>
            Make it
          </Button>
        </>
      }
    >
      <LogbookFields {...state} />
    </Window>
  );
}
