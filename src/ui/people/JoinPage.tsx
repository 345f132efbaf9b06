"use client";

import { useQuery } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { z } from "zod";
import { acceptanceSchema, type Invited, passwordSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { ask } from "../kit/api";
import { TextField } from "../kit/form/fields";
import { useZodForm } from "../kit/form/useZodForm";
import { Doorstep, DoorstepForm } from "./Doorstep";
import { ROLE_WORDS } from "./roleWords";

/** Where an invitation leads. What comes behind the # of its link stays in this browser until it is taken up. */
export function JoinPage() {
  const token = useSyncExternalStore(
    onHash,
    () => location.hash.slice(1),
    () => null,
  );
  const { data, error } = useQuery({
    queryKey: ["invitation", token],
    queryFn: () => ask(endpoints.lookAtInvitation, { body: { token: token! } }),
    enabled: token !== null && token !== "",
    retry: false,
  });
  if (token === "")
    return <Doorstep title="No invitation" about="The link was not copied whole: it ends in # and many signs." />;
  if (error !== null) return <Doorstep title="No invitation" about={error.message} />;
  if (data === undefined || token === null) return <Doorstep title="Invitation" about="Loading" />;
  return data.signInName === null ? (
    <NewPerson token={token} invited={data} />
  ) : (
    <NewPassword token={token} signInName={data.signInName} />
  );
}

function onHash(tell: () => void): () => void {
  addEventListener("hashchange", tell);
  return () => removeEventListener("hashchange", tell);
}

/** The whole page is loaded anew: it begins as who has come in. */
function goIn(): void {
  history.replaceState(null, "", "/desk");
  location.reload();
}

const again = z.string();
const UNLIKE = { path: ["again"], message: "the two are not the same" };

const newPersonSchema = z
  .strictObject({
    person: acceptanceSchema.shape.person.unwrap().extend({
      call: z
        .string()
        .trim()
        .transform((text) => (text === "" ? null : text))
        .pipe(acceptanceSchema.shape.person.unwrap().shape.call),
    }),
    password: passwordSchema,
    again,
  })
  .refine(({ password, again: typed }) => password === typed, UNLIKE);

function NewPerson({ token, invited: { forWhom, madeBy, role, logbook } }: { token: string; invited: Invited }) {
  const form = useZodForm({
    schema: newPersonSchema,
    start: { person: { name: forWhom, signInName: "", call: "" }, password: "", again: "" },
    send: ({ person, password }) => ask(endpoints.acceptInvitation, { body: { token, person, password } }),
    onSent: goIn,
  });
  const part = role === null ? "" : ` as ${ROLE_WORDS[role].name.toLowerCase()}: you may ${ROLE_WORDS[role].may}`;
  const where = logbook === null ? "at this station" : `in the logbook ${logbook}`;
  return (
    <DoorstepForm
      title={forWhom === "" ? "Welcome" : `Welcome, ${forWhom}`}
      about={`${madeBy === "" ? "You come in" : `${madeBy} invites you`} ${where}${part}. This link works once.`}
      form={form}
      act="Come in"
    >
      <TextField name="person.name" label="Your name" autoComplete="name" autoFocus />
      <TextField name="person.call" label="Your call, if you have one: what you log says so" mono upper />
      <TextField name="person.signInName" label="Name to sign in by, as your call or a word" autoComplete="username" />
      <PasswordFields />
    </DoorstepForm>
  );
}

const newPasswordSchema = z
  .strictObject({ password: passwordSchema, again })
  .refine(({ password, again: typed }) => password === typed, UNLIKE);

function NewPassword({ token, signInName }: { token: string; signInName: string }) {
  const form = useZodForm({
    schema: newPasswordSchema,
    start: { password: "", again: "" },
    send: ({ password }) => ask(endpoints.acceptInvitation, { body: { token, password, person: null } }),
    onSent: goIn,
  });
  return (
    <DoorstepForm
      title="A new password"
      about={
        <>
          For who signs in as <b className="text-ink">{signInName}</b>. This link works once.
        </>
      }
      form={form}
      act="Keep it, and come in"
    >
      <PasswordFields autoFocus />
    </DoorstepForm>
  );
}

/** A password, typed twice. */
export function PasswordFields({ autoFocus = false }: { autoFocus?: boolean }) {
  return (
    <>
      <TextField
        name="password"
        label="Password, of at least 10 signs"
        type="password"
        autoComplete="new-password"
        autoFocus={autoFocus}
      />
      <TextField name="again" label="The password again" type="password" autoComplete="new-password" />
    </>
  );
}
