"use client";

import type { Acting } from "@/core/contract";
import { signInSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { ask } from "../kit/api";
import { TextField } from "../kit/form/fields";
import { useZodForm } from "../kit/form/useZodForm";

/** The form by which one signs in. */
export function useSignInForm(signInName: string, onDone: (acting: Acting) => void) {
  return useZodForm({
    schema: signInSchema,
    start: { signInName, password: "" },
    send: (body) => ask(endpoints.signIn, { body }),
    onSent: onDone,
  });
}

export function SignInFields({ knowsName = false }: { knowsName?: boolean }) {
  return (
    <>
      <TextField name="signInName" label="Name you sign in by" autoComplete="username" autoFocus={!knowsName} />
      <TextField
        name="password"
        label="Password"
        type="password"
        autoComplete="current-password"
        autoFocus={knowsName}
      />
    </>
  );
}
