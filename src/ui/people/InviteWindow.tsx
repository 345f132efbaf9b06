"use client";

import { invitationInputSchema, type MadeInvitation } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/people";
import { ROLES } from "@/core/people";
import { useWatch } from "react-hook-form";
import { ask } from "../kit/api";
import { ChoiceField, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { useLogbook } from "../shell/logbook";
import { ROLE_WORDS } from "./roleWords";

const LASTS = [
  [4, "4 hours"],
  [72, "3 days"],
  [24 * 14, "14 days"],
] as const;

/** Asks whom one invites, and to what. */
export function InviteWindow({ onClose, onMade }: { onClose: () => void; onMade: (made: MadeInvitation) => void }) {
  const { logbook, logbooks } = useLogbook();
  const form = useZodForm({
    schema: invitationInputSchema,
    start: { forWhom: "", role: "logger" as const, logbookId: logbook.id, hours: 72 },
    send: (body) => ask(endpoints.invite, { body }),
    onSent: onMade,
  });
  const [role, logbookId] = useWatch({ control: form.form.control, name: ["role", "logbookId"] });
  const roles = ROLES.filter((one) => one !== "owner" || logbookId === null);
  return (
    <FormWindow
      title="Invite somebody"
      about="You get a link and a picture of it, which work once: pass one of them on."
      width={480}
      form={form}
      act="Make the link"
      onClose={onClose}
    >
      <TextField name="forWhom" label="Name of who is invited" autoFocus />
      <ChoiceField
        name="logbookId"
        label="For"
        as={(chosen) => {
          if (chosen !== "" && role === "owner") form.form.setValue("role", "manager");
          return chosen === "" ? null : Number(chosen);
        }}
      >
        {logbooks.map(({ id, name }) => (
          <option key={id} value={id}>
            the logbook {name}
          </option>
        ))}
        <option value="">the station, with every logbook</option>
      </ChoiceField>
      <ChoiceField name="role" label="Role">
        {roles.map((one) => (
          <option key={one} value={one}>
            {ROLE_WORDS[one].name}
          </option>
        ))}
      </ChoiceField>
      <p className="text-soft">May {ROLE_WORDS[role].may}.</p>
      <ChoiceField name="hours" label="The link holds" as={Number}>
        {LASTS.map(([hours, name]) => (
          <option key={hours} value={hours}>
            {name}
          </option>
        ))}
      </ChoiceField>
    </FormWindow>
  );
}
