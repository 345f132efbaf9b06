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

type Patch = Partial<StoredContact>;

/** What of a contact is edited where it stands. */
export interface EditedCell {
  readonly label: string;
  /** What stands there when it is begun. */
  readonly text: (contact: StoredContact) => string;
  /** What a text changes; null for nothing. */
  readonly meant: (contact: StoredContact, text: string) => Patch | { readonly fault: string } | null;
  /** What is offered. */
  readonly offered?: readonly string[];
  /** Nothing is typed: Enter does what can be done. */
  readonly isTurned?: boolean;
}

interface CellEditorProps {
  contact: StoredContact;
  cell: EditedCell;
  onDone: () => void;
}

/** One field of a contact, edited where it stands. Enter saves, and leaving it does; Escape leaves it as it was. */
export function CellEditor({ contact, cell, onDone }: CellEditorProps) {
  const { label, offered, isTurned = false } = cell;
  const listId = useId();
  const ended = useRef(false);
  const [current, setCurrent] = useState(contact);
  const [text, setText] = useState(() => cell.text(contact));
  const [fault, setFault] = useState<string | null>(null);
  const params = { logbookId: contact.logbookId, contactId: contact.id };
  const save = useMutation({
    mutationFn: (patch: Patch) =>
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
    const patch = cell.meant(current, text);
    if (patch === null) return end();
    if ("fault" in patch) return setFault(patch.fault);
    save.mutate(patch);
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
        aria-label={`${label} of ${contact.call}`}
        aria-invalid={fault !== null}
        className="absolute inset-0 z-10 w-full min-w-24 border-2 border-signal bg-panel px-1.5 font-mono aria-invalid:border-stop"
        list={offered === undefined ? undefined : listId}
        readOnly={isTurned}
        spellCheck={false}
        autoComplete="off"
        value={text}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => (setText(target.value), setFault(null))}
        onKeyDown={onKeyDown}
        onBlur={() => !ended.current && !save.isPending && (isTurned ? end() : submit())}
      />
      {offered !== undefined && (
        <datalist id={listId}>
          {offered.map((text) => (
            <option key={text} value={text} />
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

/** A fact of a column of the log. */
export function factCell(column: LogColumn): EditedCell {
  const { label, id } = column;
  if (id === "pin")
    return {
      label,
      text: ({ pin }) => (pin ? "Enter unpins" : "Enter pins"),
      meant: ({ pin }) => ({ pin: !pin }),
      isTurned: true,
    };
  const fact = factField(id);
  if (fact === undefined) return { label, text: () => "", meant: () => null };
  const { key, kind } = fact;
  return {
    label,
    text(contact) {
      const value = contact[key];
      if (kind !== "entity") return factText(kind, value);
      return value === null ? "" : (entityByCode(Number(value))?.name ?? String(value));
    },
    meant(contact, text) {
      const meant = kind === "entity" ? codeOf(text) : text;
      if (meant === null) return { fault: `"${text}" is no entity: choose one of the list` };
      if (meant === factText(kind, contact[key])) return null;
      const read = readField(fact, meant);
      return "fault" in read ? read : { [key]: read.value };
    },
    ...(kind === "entity" ? { offered: ENTITIES.map(({ name }) => name) } : {}),
  };
}

/** The code of an entity typed by its name, or as a number; null for none. */
function codeOf(typed: string): string | null {
  const wanted = typed.trim().toLowerCase();
  if (wanted === "" || /^\d+$/.test(wanted)) return wanted;
  const found = ENTITIES.find(({ name }) => name.toLowerCase() === wanted);
  return found === undefined ? null : String(found.code);
}
