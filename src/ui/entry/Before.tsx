"use client";

import Link from "next/link";
import { bandLabel, usualMode } from "@/core/band";
import type { StoredContact } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { callAddress } from "../call/callAddress";
import { many } from "../kit/format";
import type { PageReading } from "./useReading";

export function beforeTitle({ station }: PageReading): string {
  return station === null || station.contacts === 0 ? "Before" : `Before: ${many(station.contacts, "contact")}`;
}

/** The note about the station, the last contacts with it, and the way to all that is known. */
export function Before({ reading, onNote }: { reading: PageReading; onNote: () => void }) {
  if (reading.station === null) return null;
  const { base, previous, note } = reading.station;
  return (
    <>
      <button
        type="button"
        title={note ?? "Keep a note about the station"}
        onClick={onNote}
        className={`mb-1 block w-full truncate text-left hover:text-signal ${note === null ? "text-faint" : "font-semibold"}`}
      >
        {note ?? "No note"}
      </button>
      {previous.length === 0 && <p className="text-soft">First contact with {base}.</p>}
      <PreviousContacts previous={previous} call={reading.place.call} />
      <Link href={callAddress(reading.place.call)} prefetch={false} className="mt-1 text-signal underline">
        All that is known of it
      </Link>
    </>
  );
}

function PreviousContacts({ previous, call }: { previous: readonly StoredContact[]; call: string }) {
  return (
    <ul className="grid gap-[3px]">
      {previous.map((contact) => (
        <li key={contact.id} className="flex gap-3 whitespace-nowrap">
          <span className="font-mono text-soft">{fullTime(contact.startedAt)}</span>
          <span className="w-10">{bandLabel(contact.band)}</span>
          <span className="w-11">{usualMode(contact.mode, contact.submode)}</span>
          <span className="truncate font-mono text-soft">{contact.call === call ? "" : contact.call}</span>
        </li>
      ))}
    </ul>
  );
}
