"use client";

import { useEffect } from "react";
import { DoorstepForm } from "./Doorstep";
import { SignInFields, useSignInForm } from "./SignInForm";

/** What stands in the place of every page until one has signed in. */
export function SignInPage() {
  const form = useSignInForm("", () => location.reload());
  useEffect(() => {
    document.title = "Sign in · Ypsiloid";
  }, []);
  return (
    <DoorstepForm
      title="Sign in"
      about="This station is shared. Without a name of your own, ask who owns it for an invitation; whoever has forgotten the password gets a link for a new one there, too."
      form={form}
      act="Sign in"
    >
      <SignInFields />
    </DoorstepForm>
  );
}
