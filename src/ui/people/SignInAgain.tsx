"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import * as endpoints from "@/core/contract/endpoints/people";
import { ask, onSignedOut } from "../kit/api";
import { Button } from "../kit/Button";
import { FormWindow } from "../kit/form/FormWindow";
import { useLive } from "../kit/useLive";
import { useActing } from "./acting";
import { SignInFields, useSignInForm } from "./SignInForm";

/** Asks one to sign in again where the server wants that; what was typed stays where it is. */
export function SignInAgain() {
  const [asks, setAsks] = useState(false);
  const { personId } = useActing();
  useEffect(() => onSignedOut(() => setAsks(true)), []);
  useLive(({ type }) => {
    // The stream ends for who is signed out, without a word.
    if (type === "lost" && personId !== null) void ask(endpoints.acting).catch(() => {});
  });
  return asks ? <SignInWindow onClose={() => setAsks(false)} /> : null;
}

function SignInWindow({ onClose }: { onClose: () => void }) {
  const acting = useActing();
  const client = useQueryClient();
  const form = useSignInForm("", ({ personId }) => {
    if (personId !== acting.personId) return location.reload();
    onClose();
    void client.invalidateQueries();
  });
  return (
    <FormWindow
      title="Sign in again"
      about={`${acting.name} is signed out. What you typed is still there.`}
      width={420}
      form={form}
      onClose={onClose}
      buttons={
        <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
          Sign in
        </Button>
      }
    >
      <SignInFields />
    </FormWindow>
  );
}
