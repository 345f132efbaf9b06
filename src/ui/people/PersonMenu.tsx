"use client";

import { useState } from "react";
import { toast } from "sonner";
import { passwordSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { DropMenu } from "../kit/DropMenu";
import { TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { forgetPages } from "../offline/useInstalled";
import { useActing } from "./acting";
import { PasswordFields } from "./JoinPage";
import { SessionList } from "./SessionList";

/** Who is signed in, and the way out. At a station that is not shared there is nothing of it. */
export function PersonMenu() {
  const { personId, name } = useActing();
  return personId === null ? null : <SignedInMenu name={name} />;
}

function SignedInMenu({ name }: { name: string }) {
  const [open, setOpen] = useState(false);
  const signOut = () =>
    ask(endpoints.signOut)
      .then(forgetPages)
      .then(
        () => location.reload(),
        (error: Error) => void toast.error(error.message),
      );
  const account = () => setOpen(true);
  useActions([
    { id: "account", label: "Your password, and where you are signed in", run: account },
    { id: "signOut", label: "Sign out", run: () => void signOut() },
  ]);
  return (
    <>
      <DropMenu
        label={`Signed in: ${name}`}
        parts={[
          {
            entries: [
              { label: "Password, where you are signed in…", run: account },
              { label: "Sign out", run: () => void signOut() },
            ],
          },
        ]}
      >
        <span className="max-w-24 truncate">{name}</span>
      </DropMenu>
      {open && <AccountWindow name={name} onClose={() => setOpen(false)} />}
    </>
  );
}

const changeSchema = z
  .strictObject({ before: z.string().min(1, "type the one you have"), password: passwordSchema, again: z.string() })
  .refine(({ password, again }) => password === again, { path: ["again"], message: "the two are not the same" });

/** One's own password, and where one is signed in. */
function AccountWindow({ name, onClose }: { name: string; onClose: () => void }) {
  const { data, refetch } = useQuery({ queryKey: ["people", "own"], queryFn: () => ask(endpoints.ownSignIns) });
  const form = useZodForm({
    schema: changeSchema,
    start: { before: "", password: "", again: "" },
    send: ({ before, password }) => ask(endpoints.changePassword, { body: { before, password } }),
    onSent() {
      onClose();
      toast("The password is changed; you are signed out everywhere else.");
    },
  });
  return (
    <FormWindow
      title={name}
      about="Your password, and where you are signed in."
      width={520}
      form={form}
      act="Change the password"
      onClose={onClose}
    >
      <TextField
        name="before"
        label="The password you have"
        type="password"
        autoComplete="current-password"
        autoFocus
      />
      <PasswordFields />
      <SessionList
        items={data?.items}
        end={(signInId) => ask(endpoints.endOwnSignIn, { params: { signInId } })}
        onEnded={() => void refetch()}
      />
    </FormWindow>
  );
}
