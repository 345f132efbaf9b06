"use client";

import { useEffect } from "react";
import { Button } from "../kit/Button";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { Doorstep } from "./Doorstep";
import { SignInFields, useSignInForm } from "./SignInForm";

/** What stands in the place of every page until one has signed in. */
export function SignInPage() {
  const form = useSignInForm("", () => location.reload());
  useEffect(() => {
    document.title = "Sign in · Ypsiloid";
  }, []);
  return (
    <Doorstep
      title="Sign in"
      about="This station is shared. Without a name of your own, ask who owns it for an invitation; whoever has forgotten the password gets a link for a new one there, too."
      onSubmit={form.submit}
    >
      <FormParts form={form}>
        <SignInFields />
      </FormParts>
      <FormProblem problem={form.problem} />
      <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
        Sign in
      </Button>
    </Doorstep>
  );
}
