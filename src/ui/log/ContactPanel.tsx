"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import Link from "next/link";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { toast } from "sonner";
import { channelName, isConfirmed } from "@/core/confirm";
import { FACT_GROUPS } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import * as contacts from "@/core/contract/endpoints/contacts";
import { fullTime } from "@/core/time/words";
import { ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { FormEntity, TextField } from "../kit/form/fields";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { callAddress } from "../call/callAddress";
import { AskStationWindow } from "../confirm/AskStationWindow";
import { CardFields } from "./CardFields";
import { changeInWords, type Difference, differences, type PanelForm, panelFormOf, panelSchema } from "./contactForm";

interface PanelProps {
  contact: StoredContact;
  onClose: () => void;
  onDelete: (contact: StoredContact) => void;
}

/** All of one contact, beside the log: to be read, mended and deleted, with its history at the end. */
export function ContactPanel({ contact: opened, onClose, onDelete }: PanelProps) {
  const [contact, setContact] = useState(opened);
  const [meanwhile, setMeanwhile] = useState<StoredContact | null>(null);
  const [leaving, setLeaving] = useState(false);
  const [asking, setAsking] = useState(false);
  const params = { logbookId: contact.logbookId, contactId: contact.id };
  const schema = panelSchema(contact);
  const form = useZodForm({
    schema,
    start: panelFormOf(contact),
    atOnce: true,
    nameOf: (field) => `facts.${field}`,
    send: async (patch) => {
      try {
        return {
          patch,
          saved: await ask(contacts.changeContact, { params, body: { ...patch, revision: contact.revision } }),
        };
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.details.status !== 409) throw error;
        setMeanwhile(await ask(contacts.contact, { params }));
        return null;
      }
    },
    onSent: (sent) => {
      if (sent === null) return;
      const also = differences(contact, sent.saved, sent.patch);
      toast.success(`${sent.saved.call} is changed.`, {
        ...(also.length === 0 ? {} : { description: `With it: ${also.map(told).join("; ")}.` }),
      });
      onClose();
    },
  });
  const { isDirty: dirty, isValid, isSubmitting } = form.form.formState;

  /** What the other one saved is taken over; what was typed here stays, and can be saved on top of it. */
  function goOnFrom(current: StoredContact, keepMine: boolean) {
    form.form.reset(panelFormOf(current), { keepDirtyValues: keepMine });
    setContact(current);
    setMeanwhile(null);
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    if (dirty) form.submit();
  }

  return (
    <Dialog open onClose={() => (dirty && !leaving ? setLeaving(true) : onClose())} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <DialogPanel
        as="form"
        onSubmit={submit}
        className="fixed inset-y-0 right-0 grid w-[min(700px,100vw)] grid-rows-[auto_minmax(0,1fr)_auto] border-l border-line bg-panel shadow-2xl"
      >
        <div className="flex items-baseline gap-3 border-b border-line px-5 py-3">
          <DialogTitle className="font-mono text-title font-bold">{contact.call}</DialogTitle>
          <span className="text-soft">
            {fullTime(contact.startedAt)} UTC
            {contact.entityCode !== null && `, ${entityByCode(contact.entityCode)?.name ?? contact.entityCode}`}
          </span>
          {!dirty && (
            <Link href={callAddress(contact.call)} prefetch={false} className="ml-auto text-signal underline">
              All that is known of it
            </Link>
          )}
        </div>
        <FormParts form={form}>
          <div data-window className="grid content-start gap-5 overflow-auto px-5 py-4">
            {FACT_GROUPS.map(({ title, fields }) => (
              <fieldset key={title} className="grid grid-cols-3 gap-x-3 gap-y-2.5 max-sm:grid-cols-2">
                <legend className="heading mb-2">{title}</legend>
                {fields.map(({ key, label, kind }) =>
                  kind === "entity" ? (
                    <FormEntity<PanelForm> key={key} name={`facts.${key}`} label={label} />
                  ) : (
                    <TextField<PanelForm>
                      key={key}
                      name={`facts.${key}`}
                      label={label}
                      autoFocus={key === "call"}
                      mono={kind !== "text" && kind !== "long"}
                      wrapperClassName={key === "comment" || kind === "long" ? "col-span-full" : ""}
                    />
                  ),
                )}
              </fieldset>
            ))}
            <CardFields />
            <Confirmations contact={contact} onAsk={() => setAsking(true)} />
            <OtherFields contact={contact} />
            <History params={params} />
          </div>
        </FormParts>
        <div className="grid gap-2 border-t border-line px-5 py-3">
          {meanwhile !== null && (
            <ChangedMeanwhile
              found={differences(contact, meanwhile)}
              onMine={() => goOnFrom(meanwhile, true)}
              onTheirs={() => goOnFrom(meanwhile, false)}
            />
          )}
          <FormProblem problem={form.problem} />
          {leaving && dirty && (
            <p role="alert" className="text-stop">
              What you changed is not saved. Save it with Enter, or press Escape again to drop it.
            </p>
          )}
          <div className="flex gap-2">
            <Button look="quiet" onClick={() => onDelete(contact)}>
              Delete
            </Button>
            <span className="flex-1" />
            <Button onClick={onClose}>{dirty ? "Drop changes" : "Close"}</Button>
            <Button type="submit" look="act" disabled={!dirty || !isValid || isSubmitting || meanwhile !== null}>
              Save
            </Button>
          </div>
        </div>
      </DialogPanel>
      {asking && <AskStationWindow contact={contact} onClose={() => setAsking(false)} />}
    </Dialog>
  );
}

function told({ label, is, was }: Difference): string {
  return `${label} ${is}, was ${was}`;
}

function ChangedMeanwhile({
  found,
  onMine,
  onTheirs,
}: {
  found: readonly Difference[];
  onMine: () => void;
  onTheirs: () => void;
}) {
  return (
    <div role="alert" className="grid gap-2 rounded-field bg-wanted-wash px-3 py-2 text-wanted">
      <p>
        The contact was changed elsewhere since you opened it
        {found.length === 0 ? "." : `: ${found.map(told).join("; ")}.`}
      </p>
      <div className="flex gap-2">
        <Button small onClick={onMine}>
          Keep what I typed, on top of it
        </Button>
        <Button small onClick={onTheirs}>
          Take the other change
        </Button>
      </div>
    </div>
  );
}

function Confirmations({ contact, onAsk }: { contact: StoredContact; onAsk: () => void }) {
  const services = contact.confirmations.filter(({ channel }) => channel !== "card");
  const isLacking = !contact.confirmations.some(isConfirmed);
  if (services.length === 0 && !isLacking) return null;
  return (
    <section aria-label="Confirmations" className="grid gap-1">
      <h3 className="heading mb-1">Confirmations by services</h3>
      {services.map((one) => (
        <p key={one.channel}>
          <b className="font-semibold">{channelName(one.channel)}</b>{" "}
          <span className="text-soft">
            ours: {[one.sent, one.sentOn, one.sentVia].filter(Boolean).join(", ")}; theirs:{" "}
            {[one.received, one.receivedOn, one.receivedVia].filter(Boolean).join(", ")}
          </span>
        </p>
      ))}
      {isLacking && (
        <div>
          <Button small onClick={onAsk}>
            Ask for a confirmation
          </Button>
        </div>
      )}
    </section>
  );
}

function OtherFields({ contact }: { contact: StoredContact }) {
  if (contact.extra.length === 0) return null;
  return (
    <section aria-label="Other ADIF fields" className="grid gap-1">
      <h3 className="heading mb-1">Other ADIF fields, kept as they came</h3>
      {contact.extra.map(({ name, value }) => (
        <p key={name} className="grid grid-cols-[200px_minmax(0,1fr)] gap-3 font-mono">
          <span className="truncate text-soft">{name}</span>
          <span className="break-words">{value}</span>
        </p>
      ))}
    </section>
  );
}

function History({ params }: { params: { logbookId: number; contactId: number } }) {
  const { data } = useQuery({
    queryKey: ["history", params],
    queryFn: () => ask(contacts.contactHistory, { params }),
    staleTime: 0,
  });
  return (
    <section aria-label="History" className="grid gap-1">
      <h3 className="heading mb-1">History</h3>
      {data?.items.map(({ batch, before, after }) => (
        <p key={`${batch.id}-${JSON.stringify(after)}`} className={batch.undoneBy === null ? "" : "line-through"}>
          <span className="font-mono text-soft">{fullTime(batch.at)}</span> {batch.summary}
          {batch.personId !== null && <span className="text-soft"> by {batch.actor}</span>}
          <span className="text-soft">{after !== null && `: ${changeInWords(before, after)}`}</span>
        </p>
      ))}
    </section>
  );
}
