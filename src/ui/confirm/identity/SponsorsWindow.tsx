"use client";

import { useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { serviceById } from "@/core/confirm";
import type { Identity } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/identities";
import { ask } from "../../kit/api";
import { ChoiceField } from "../../kit/form/fields";
import { FormWindow } from "../../kit/form/FormWindow";
import { useZodForm } from "../../kit/form/useZodForm";

interface SponsorsWindowProps {
  logbookId: number;
  identity: Identity;
  /** Who is to be replaced; null where the request is handed in. */
  replaced: string | null;
  onClose: () => void;
}

const sponsor = z.string().min(1, "choose an operator");

/** Who vouches: named when a request is handed in, or one instead of another. */
export function SponsorsWindow({ logbookId, identity, replaced, onClose }: SponsorsWindowProps) {
  const { id: identityId, service, call, sponsors } = identity;
  const { name, registrar } = serviceById(service);
  const places = replaced === null ? registrar!.sponsors : 1;
  const params = { logbookId, service, identityId };
  const { data, error } = useQuery({
    queryKey: ["sponsors", logbookId, service],
    queryFn: () => ask(endpoints.sponsors, { params: { logbookId, service } }),
    staleTime: 60_000,
  });
  const form = useZodForm({
    schema: z.object({ sponsors: z.array(sponsor) }),
    start: { sponsors: Array.from({ length: places }, () => "") },
    send: ({ sponsors: chosen }) =>
      replaced === null
        ? ask(endpoints.handIn, { params, body: { sponsors: chosen } })
        : ask(endpoints.replaceSponsor, { params, body: { call: replaced, by: chosen[0]! } }),
    onSent: onClose,
    nameOf: (field) => (field.startsWith("sponsors") || field === "by" ? "sponsors.0" : field),
  });
  const asked = new Set(sponsors.map((one) => one.call));
  const open = data?.items.filter((one) => !asked.has(one.call) && one.call !== call) ?? [];
  return (
    <FormWindow
      form={form}
      width={520}
      title={replaced === null ? `Hand the request for ${call} in` : `Another operator than ${replaced}`}
      about={
        replaced === null
          ? `${name} asks ${places} operators whether they know you. Choose some who do.`
          : `${name} asks whether this operator knows you.`
      }
      act={replaced === null ? "Hand in" : "Ask"}
      onClose={onClose}
    >
      {error !== null && (
        <p role="alert" className="text-stop">
          {error.message}
        </p>
      )}
      {Array.from({ length: places }, (_, place) => (
        <ChoiceField<{ sponsors: string[] }>
          key={place}
          name={`sponsors.${place}`}
          label={places === 1 ? "Operator" : place === 0 ? "First operator" : "Second operator"}
          autoFocus={place === 0}
        >
          <option value="">{data === undefined && error === null ? `Asking ${name}` : "Choose"}</option>
          {open.map((one) => (
            <option key={one.call} value={one.call}>
              {one.call} {one.name}
            </option>
          ))}
        </ChoiceField>
      ))}
    </FormWindow>
  );
}
