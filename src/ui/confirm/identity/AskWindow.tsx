"use client";

import { useEffect } from "react";
import { useWatch } from "react-hook-form";
import { z } from "zod";
import { serviceById, type ServiceId } from "@/core/confirm";
import { secondsOf } from "@/core/contact";
import { type CoverageView, type Identity, identityInputSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { resolve } from "@/core/entity";
import { ask } from "../../kit/api";
import { FormDay, FormEntity, TextField } from "../../kit/form/fields";
import { FormWindow } from "../../kit/form/FormWindow";
import { useZodForm } from "../../kit/form/useZodForm";

/** What stands in the form at first. */
export interface Asked {
  readonly call: string;
  readonly from: string;
  readonly to: string | null;
}

const formSchema = z
  .object({
    call: z.string(),
    entityCode: z.string(),
    from: z.string(),
    to: z.string(),
    name: z.string(),
    address: z.string(),
    mail: z.string(),
  })
  .transform(({ entityCode, to, ...rest }): z.input<typeof identityInputSchema> => ({
    ...rest,
    entityCode: entityCode === "" ? NaN : Number(entityCode),
    to: to === "" ? null : to,
  }))
  .pipe(identityInputSchema);
type Form = z.input<typeof formSchema>;

interface AskWindowProps {
  logbookId: number;
  service: ServiceId;
  identities: readonly Identity[];
  /** The calls of the log. */
  calls: CoverageView["calls"];
  start: Asked;
  onAsked: (identity: Identity) => void;
  onClose: () => void;
}

/** What an identity is to sign for, and who one is; a key and a request are made of it. */
export function AskWindow({ logbookId, service, identities, calls, start, onAsked, onClose }: AskWindowProps) {
  const { name } = serviceById(service);
  // Who asked before asks again.
  const before = identities.find(({ address }) => address !== "");
  const form = useZodForm({
    schema: formSchema,
    start: {
      call: start.call,
      entityCode: String(entityOf(start, identities) ?? ""),
      from: start.from,
      to: start.to ?? "",
      name: before?.name ?? "",
      address: before?.address ?? "",
      mail: before?.mail ?? "",
    },
    send: (body) => ask(endpoints.askIdentity, { params: { logbookId, service }, body }),
    onSent: onAsked,
  });
  const { setValue, formState } = form.form;
  const { dirtyFields } = formState;
  const call = useWatch({ control: form.form.control, name: "call" });
  // What follows from the call stands there until it is typed otherwise.
  useEffect(() => {
    const from = call === start.call ? start.from : (calls.find((one) => one.call === call)?.from ?? "");
    if (!dirtyFields.from) setValue("from", from);
    if (!dirtyFields.entityCode) setValue("entityCode", String(entityOf({ call, from }, identities) ?? ""));
  }, [call, start, identities, calls, dirtyFields.from, dirtyFields.entityCode, setValue]);
  return (
    <FormWindow
      form={form}
      width={600}
      title={`Ask ${name} for an identity`}
      about="It signs the contacts of one call between two days. Its key is made here and stays here."
      act="Make the request"
      onClose={onClose}
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-4">
        <TextField<Form> name="call" label="Call, as it was on the air" mono upper autoFocus />
        <FormEntity<Form> name="entityCode" label="Entity it was in" />
        <FormDay<Form> name="from" label="Day of the first contact, UTC" />
        <FormDay<Form> name="to" label="Day of the last; empty while it is in use" />
        <TextField<Form> name="name" label="Your name" autoComplete="name" />
        <TextField<Form> name="mail" label="Your e-mail" type="email" autoComplete="email" />
        <div className="col-span-2">
          <TextField<Form> name="address" label="Your address" autoComplete="street-address" />
        </div>
      </div>
    </FormWindow>
  );
}

function entityOf({ call, from }: Pick<Asked, "call" | "from">, identities: readonly Identity[]): number | null {
  const same = identities.find((one) => one.call === call);
  if (same !== undefined) return same.entityCode;
  const at = from === "" ? Date.now() / 1000 : secondsOf(`${from}T00:00:00Z`);
  return call.length < 3 ? null : (resolve(call, at).entity?.code ?? null);
}
