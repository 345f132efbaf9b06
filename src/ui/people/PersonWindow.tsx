"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import { type MadeInvitation, type Person, personPatchSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { type Role, ROLES } from "@/core/people";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { ChoiceField, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { useLogbook } from "../shell/logbook";
import { ROLE_WORDS } from "./roleWords";
import { SessionList } from "./SessionList";

interface PersonWindowProps {
  person: Person;
  isShared: boolean;
  onClose: () => void;
  onRenewed: (made: MadeInvitation) => void;
}

const AS_AT_STATION = "as";
const roleText = z.enum(["", ...ROLES]).transform((text): Role | null => text || null);
const formSchema = z.strictObject({
  name: personPatchSchema.shape.name.unwrap(),
  call: z
    .string()
    .trim()
    .transform((text) => (text === "" ? null : text))
    .pipe(personPatchSchema.shape.call.unwrap()),
  role: roleText,
  /** By the numbers of logbooks. */
  inLogbooks: z.record(z.string(), z.enum([AS_AT_STATION, ...ROLES])),
});

/** What a person is called and is, where he is signed in, and the way out for him. */
export function PersonWindow({ person, isShared, onClose, onRenewed }: PersonWindowProps) {
  const { id, name, signInName, call, role, inLogbooks, signedIn } = person;
  const { logbooks } = useLogbook();
  const params = { personId: id };
  const roleIn = (logbookId: number) => inLogbooks.find((one) => one.logbookId === logbookId)?.role ?? AS_AT_STATION;
  const form = useZodForm({
    schema: formSchema,
    start: {
      name,
      call: call ?? "",
      role: role ?? ("" as const),
      inLogbooks: Object.fromEntries(logbooks.map((one) => [String(one.id), roleIn(one.id)])),
    },
    send: ({ inLogbooks: chosen, ...rest }) =>
      ask(endpoints.changePerson, {
        params,
        body: {
          ...rest,
          inLogbooks: Object.entries(chosen).flatMap(([logbookId, of]) =>
            of === AS_AT_STATION ? [] : [{ logbookId: Number(logbookId), role: of }],
          ),
        },
      }),
    onSent: onClose,
  });
  const [removing, setRemoving] = useState(false);
  const onError = (error: Error) => void toast.error(error.message);
  const renew = useMutation({
    mutationFn: () => ask(endpoints.renewPassword, { params }),
    onSuccess: onRenewed,
    onError,
  });
  const remove = useMutation({
    mutationFn: () => ask(endpoints.removePerson, { params }),
    onSuccess() {
      onClose();
      toast(`${name} is removed, and signed out. What ${name} logged stays.`);
    },
    onError,
  });
  return (
    <FormWindow
      title={name}
      about={`Signs in as ${signInName}.`}
      width={560}
      form={form}
      onClose={onClose}
      buttons={
        removing ? (
          <>
            <p role="status" className="mr-auto self-center">
              Removed for good, and signed out at once; what was logged stays.
            </p>
            <Button key="back" autoFocus onClick={() => setRemoving(false)}>
              Back
            </Button>
            <Button look="act" disabled={remove.isPending} onClick={() => remove.mutate()}>
              Remove
            </Button>
          </>
        ) : (
          <>
            <Button look="quiet" className="mr-auto" onClick={() => setRemoving(true)}>
              Remove…
            </Button>
            {isShared && (
              <Button disabled={renew.isPending} onClick={() => renew.mutate()}>
                New password…
              </Button>
            )}
            <Button onClick={onClose}>Close</Button>
            <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
              Keep
            </Button>
          </>
        )
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <TextField name="name" label="Name" autoFocus />
        <TextField name="call" label="Call, if there is one" mono upper />
      </div>
      <ChoiceField name="role" label="Role at the station, and in each logbook where nothing else is said">
        <option value="">None</option>
        {ROLES.map((one) => (
          <option key={one} value={one}>
            {ROLE_WORDS[one].name}: may {ROLE_WORDS[one].may}
          </option>
        ))}
      </ChoiceField>
      <div className="grid grid-cols-2 gap-3">
        {logbooks.map((one) => (
          <ChoiceField key={one.id} name={`inLogbooks.${one.id}`} label={`Role in ${one.name}`}>
            <option value={AS_AT_STATION}>As at the station</option>
            {ROLES.filter((of) => of !== "owner").map((of) => (
              <option key={of} value={of}>
                {ROLE_WORDS[of].name}
              </option>
            ))}
          </ChoiceField>
        ))}
      </div>
      <SessionList
        items={signedIn}
        end={(signInId) => ask(endpoints.endSignIn, { params: { ...params, signInId } })}
        onEnded={() => {}}
      />
    </FormWindow>
  );
}
