"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import { z } from "zod";
import type { Identities } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { TextField } from "../../kit/form/fields";
import { FormWindow } from "../../kit/form/FormWindow";
import { useZodForm } from "../../kit/form/useZodForm";

const formSchema = z
  .object({ current: z.string(), next: z.string(), again: z.string() })
  .refine(({ next }) => next === "" || next.length >= 8, { error: "use at least 8 characters", path: ["next"] })
  .refine(({ next, again }) => next === again, { error: "type the same passphrase again", path: ["again"] });

/** Sets the passphrase that the keys rest under, changes it, or takes it away. */
export function PassphraseWindow({ state, onClose }: { state: Identities["passphrase"]; onClose: () => void }) {
  const isSet = state !== "none";
  const form = useZodForm({
    schema: formSchema,
    start: { current: "", next: "", again: "" },
    send: ({ current, next }) =>
      ask(endpoints.setPassphrase, { body: { current: isSet ? current : null, next: next === "" ? null : next } }),
    onSent({ passphrase }) {
      toast.success(passphrase === "none" ? "The keys rest without a passphrase." : "The keys rest under it.");
      onClose();
    },
  });
  return (
    <FormWindow
      form={form}
      width={480}
      title="Passphrase of the keys"
      about="Whoever has the database, or a backup of it, cannot sign without it. It is asked for once, after each start."
      act={isSet ? "Change" : "Set"}
      onClose={onClose}
    >
      {isSet && (
        <TextField name="current" label="Passphrase so far" type="password" autoComplete="current-password" autoFocus />
      )}
      <TextField
        name="next"
        label={isSet ? "New passphrase; empty for none" : "Passphrase"}
        type="password"
        autoComplete="new-password"
        autoFocus={!isSet}
      />
      <TextField name="again" label="Once more" type="password" autoComplete="new-password" />
    </FormWindow>
  );
}

/** Opens the keys, until they are closed or the application ends. */
export function OpenWindow({ onClose }: { onClose: () => void }) {
  const form = useZodForm({
    schema: z.object({ passphrase: z.string() }),
    start: { passphrase: "" },
    send: (body) => ask(endpoints.openKeys, { body }),
    onSent: onClose,
  });
  const forget = useMutation({
    mutationFn: () => ask(endpoints.forgetKeys),
    onSuccess() {
      toast("The keys are gone, and so is the passphrase. Load each identity from its file.");
      onClose();
    },
    onError: (problem) => toast.error(problem.message),
  });
  const tried = form.form.formState.submitCount > 0;
  return (
    <FormWindow
      form={form}
      width={440}
      title="Open the keys"
      about="Until they are closed, or the application ends."
      act="Open"
      onClose={onClose}
    >
      <TextField name="passphrase" label="Passphrase" type="password" autoComplete="current-password" autoFocus />
      {tried && (
        <p className="text-soft">
          Forgotten? The keys cannot be had without it, but each identity can be loaded again from its file.{" "}
          <Button small look="quiet" onClick={() => forget.mutate()}>
            Take the keys away
          </Button>
        </p>
      )}
    </FormWindow>
  );
}
