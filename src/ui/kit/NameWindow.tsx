"use client";

import { z } from "zod";
import { Button } from "./Button";
import { TextField } from "./form/fields";
import { FormProblem, FormWindow } from "./form/FormWindow";
import { useZodForm } from "./form/useZodForm";

const nameForm = z.object({ name: z.string().trim().min(1, "a name is missing").max(60) });

interface NameWindowProps {
  title: string;
  start: string;
  problem?: string | undefined;
  onName: (name: string) => void;
  onClose: () => void;
}

/** Asks for a name. */
export function NameWindow({ title, start, problem, onName, onClose }: NameWindowProps) {
  const form = useZodForm({
    schema: nameForm,
    start: { name: start },
    send: ({ name }) => name,
    onSent: onName,
  });
  return (
    <FormWindow
      form={form}
      title={title}
      width={420}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act">
            Keep
          </Button>
        </>
      }
    >
      <TextField<z.input<typeof nameForm>>
        name="name"
        label="Name"
        autoFocus
        maxLength={60}
        onFocus={({ target }) => target.select()}
      />
      <FormProblem problem={problem} />
    </FormWindow>
  );
}
