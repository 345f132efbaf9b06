"use client";

import { capital } from "@/core/capital";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { ASK_WAYS, askWayText } from "@/core/confirm";
import { type Asking, askInputSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/asking";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { AreaField, ChoiceField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { Window } from "../kit/Window";

interface AskStationWindowProps {
  contact: { readonly id: number; readonly logbookId: number; readonly call: string; readonly startedAt: string };
  /** What the other operator's log says of it, where that is another thing. */
  saysOtherwise?: string;
  onClose: () => void;
}

/** Why a contact is not confirmed, and the question to the other operator. */
export function AskStationWindow({ contact, saysOtherwise, onClose }: AskStationWindowProps) {
  const params = { logbookId: contact.logbookId, contactId: contact.id };
  const { data, error } = useQuery({
    queryKey: ["asking", contact.logbookId, contact.id],
    queryFn: () => ask(endpoints.asking, { params }),
    staleTime: 0,
  });
  if (data !== undefined)
    return (
      <Question
        contact={contact}
        asking={
          saysOtherwise === undefined
            ? data
            : { ...data, text: `${data.text}\n\nPS: yours seems to say ${saysOtherwise}.` }
        }
        onClose={onClose}
      />
    );
  // A window that gives way to another one would take the focus along.
  if (error === null) return null;
  return (
    <Window title={titleOf(contact)} width={620} onClose={onClose} buttons={<Button onClick={onClose}>Close</Button>}>
      <p role="alert" className="text-stop">
        {error.message}
      </p>
    </Window>
  );
}

const titleOf = ({ call }: AskStationWindowProps["contact"]) => `Ask ${call} for a confirmation`;

function Question({ contact, asking, onClose }: AskStationWindowProps & { asking: Asking }) {
  const params = { logbookId: contact.logbookId, contactId: contact.id };
  const client = useQueryClient();
  const form = useZodForm({
    schema: askInputSchema,
    start: { way: ASK_WAYS[0]!, text: asking.text },
    send: (body) => ask(endpoints.askStation, { params, body }),
    onSent({ asked }) {
      toast.success(`${contact.call} is asked ${askWayText(asked[0]!.way)}.`);
      void client.invalidateQueries({ queryKey: ["asking", contact.logbookId] });
      void client.invalidateQueries({ queryKey: ["unanswered", contact.logbookId] });
      onClose();
    },
  });
  const way = useWatch({ control: form.form.control, name: "way" });
  const text = useWatch({ control: form.form.control, name: "text" });
  return (
    <FormWindow
      form={form}
      width={620}
      title={titleOf(contact)}
      about={`Of the contact of ${fullTime(contact.startedAt)} UTC.`}
      act={way === "mail" ? "Note that it is written" : way === "card" ? "Put a card among those owed" : "Ask"}
      onClose={onClose}
    >
      {asking.lacks.length === 0 ? (
        <p className="text-soft">It is confirmed: there is nothing to ask for.</p>
      ) : (
        <ul aria-label="Why it is not confirmed" className="grid gap-0.5">
          {asking.lacks.map((lack) => (
            <li key={lack.channel}>{capital(lack.text)}</li>
          ))}
        </ul>
      )}
      {asking.asked.length > 0 && (
        <p className="text-soft">
          Asked {asking.asked.map((one) => `${askWayText(one.way)} on ${fullTime(one.at)} UTC`).join(", ")}.
        </p>
      )}
      <ChoiceField<{ way: string; text: string }> name="way" label="How" autoFocus>
        {ASK_WAYS.map((one) => (
          <option key={one} value={one}>
            {capital(askWayText(one))}
          </option>
        ))}
      </ChoiceField>
      <AreaField<{ way: string; text: string }> name="text" label="What is written" rows={11} />
      {way === "mail" && (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            onClick={() => {
              void navigator.clipboard.writeText(text).then(() => toast("The text is copied."));
            }}
          >
            Copy the text
          </Button>
          <a
            className="text-signal underline"
            href={`mailto:?subject=${encodeURIComponent(`Our contact, ${contact.call}`)}&body=${encodeURIComponent(text)}`}
          >
            Open it in the mail program
          </a>
        </div>
      )}
    </FormWindow>
  );
}
