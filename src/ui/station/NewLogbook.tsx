"use client";

import { useState } from "react";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { FormWindow } from "../kit/form/FormWindow";
import { LogbookFields, useLogbookForm } from "./LogbookForm";

/** Makes another logbook, from the command palette. */
export function NewLogbook() {
  const [open, setOpen] = useState(false);
  useActions([{ id: "newLogbook", label: "New logbook", run: () => setOpen(true) }]);
  return open && <NewLogbookWindow onClose={() => setOpen(false)} />;
}

function NewLogbookWindow({ onClose }: { onClose: () => void }) {
  const form = useLogbookForm("/desk", onClose);
  return (
    <FormWindow
      form={form}
      title="New logbook"
      about="A log of its own, with its own place to operate from."
      width={480}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            Make it
          </Button>
        </>
      }
    >
      <LogbookFields />
    </FormWindow>
  );
}
