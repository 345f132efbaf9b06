"use client";

import { useMutation } from "@tanstack/react-query";
import { type KeyboardEvent, useId, useRef, useState } from "react";
import { toast } from "sonner";
import { factField, factText } from "@/core/contact";
import type { StoredContact } from "@/core/contract";
import { ENTITIES, entityByCode } from "@/core/entity";
import type { LogColumn } from "@/core/view";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ApiProblem, ask } from "../kit/api";
import { differences, readField } from "./contactForm";

interface CellEditorProps {
  contact: StoredContact;
  column: LogColumn;
  onDone: () => void;
}

/** One field of a contact, edited where it stands. Enter saves, and leaving it does; Escape leaves it as it was. */
export function CellEditor({ contact, column, onDone }: CellEditorProps) {
  const fact = factField(column.id);
  const listId = useId();
  const ended = useRef(false);
  const [current, setCurrent] = useState(contact);
  const [text, setText] = useState(() => shownText(contact, column));
  const [fault, setFault] = useState<string | null>(null);
  const params = { logbookId: contact.logbookId, contactId: contact.id };
  const save = useMutation({
    mutationFn: (patch: object) =>
      ask(contacts.changeContact, { params, body: { ...patch, revision: current.revision } }),
    onSuccess: (saved, patch) => {
      const also = differences(current, saved, patch);
      if (also.length > 0)
        toast.success(`${saved.call} is changed.`, {
          description: `With it: ${also.map(({ label, is, was }) => `${label} ${is}, was ${was}`).join("; ")}.`,
        });
      end();
    },
    onError: async (error) => {
      if (!(error instanceof ApiProblem) || error.details.status !== 409) return setFault(error.message);
      const now = await ask(contacts.contact, { params });
      const [found] = differences(current, now);
      setCurrent(now);
      setFault(
        `Changed elsewhere meanwhile${found === undefined ? "" : `: ${found.label} ${found.is}, was ${found.was}`}. Enter again saves yours on top.`,
      );
    },
  });

  function end() {
    ended.current = true;
    onDone();
  }

  function submit() {
    if (column.id === "pin") return save.mutate({ pin: !current.pin });
    if (fact === undefined) return end();
    const meant = fact.kind === "entity" ? codeOf(text) : text;
    if (meant === null) return setFault(`"${text}" is no entity: choose one of the list`);
    if (meant === factText(fact.kind, current[fact.key])) return end();
    const read = readField(fact, meant);
    if ("fault" in read) return setFault(read.fault);
    save.mutate({ [fact.key]: read.value });
  }

  function onKeyDown(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === "Enter") {
      event.preventDefault();
      submit();
    } else if (event.key === "Escape") {
      event.preventDefault();
      end();
    }
  }

  return (
    <>
      <input
        autoFocus
        aria-label={`${column.label} of ${contact.call}`}
        aria-invalid={fault !== null}
        className="absolute inset-0 z-10 w-full min-w-24 border-2 border-signal bg-panel px-1.5 font-mono aria-invalid:border-stop"
        list={column.kind === "entity" ? listId : undefined}
        readOnly={column.id === "pin"}
        spellCheck={false}
        autoComplete="off"
        value={text}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => (setText(target.value), setFault(null))}
        onKeyDown={onKeyDown}
        onBlur={() => !ended.current && !save.isPending && (column.id === "pin" ? end() : submit())}
      />
      {column.kind === "entity" && (
        <datalist id={listId}>
          {ENTITIES.map(({ code, name }) => (
            <option key={code} value={name} />
          ))}
        </datalist>
      )}
      {fault !== null && (
        <p
          role="alert"
          className="absolute top-full left-0 z-20 mt-1 w-max max-w-80 rounded-field bg-stop-wash px-2 py-1 whitespace-normal text-stop shadow-md"
        >
          {fault}
        </p>
      )}
    </>
  );
}

function shownText(contact: StoredContact, column: LogColumn): string {
  if (column.id === "pin") return contact.pin ? "Enter unpins" : "Enter pins";
  const fact = factField(column.id);
  if (fact === undefined) return "";
  const value = contact[fact.key];
  if (fact.kind === "entity") return value === null ? "" : (entityByCode(Number(value))?.name ?? String(value));
  return factText(fact.kind, value);
}

/** The code of an entity typed by its name, or as a number; null for none. */
function codeOf(typed: string): string | null {
  const wanted = typed.trim().toLowerCase();
  if (wanted === "" || /^\d+$/.test(wanted)) return wanted;
  const found = ENTITIES.find(({ name }) => name.toLowerCase() === wanted);
  return found === undefined ? null : String(found.code);
}
