"use client";

import Link from "next/link";
import { memo, type ReactNode, useDeferredValue } from "react";
import { type AwardWorth, bestWorth, byWorth, ENTITIES_AWARD, type Worth } from "@/core/award";
import { bandLabel, modeGroup, usualMode } from "@/core/band";
import type { Logbook, StoredContact } from "@/core/contract";
import { fullTime, spanText } from "@/core/time/words";
import { callAddress } from "../call/callAddress";
import { useKeysOf } from "../kit/changedKeys";
import { many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { PathMap } from "./PathMap";
import { SlotMatrix } from "./SlotMatrix";
import type { PageReading } from "./useReading";
import { Who } from "./Who";

interface ReadingPanelProps {
  logbook: Logbook;
  /** Whether there is a call to read. */
  typed: boolean;
  reading: PageReading | null;
  problem: Error | null;
  band: string;
  mode: string;
  /** Within which time a second contact is a duplicate, seconds. */
  within: number;
  onNote: () => void;
}

/** What is known of the call being typed: who, what a contact would be worth, what was before, and where it lies. */
export const ReadingPanel = memo(function ReadingPanel({
  logbook,
  typed,
  reading,
  problem,
  band,
  mode,
  within,
  onNote,
}: ReadingPanelProps) {
  // The map takes longer to paint than all the rest: it follows in the next frame.
  const target = useDeferredValue(reading?.point ?? null);
  return (
    <section
      aria-label="Reading"
      data-call={reading?.place.call}
      className="grid h-[224px] grid-cols-[minmax(250px,1fr)_minmax(430px,1.6fr)_minmax(240px,1.1fr)_224px] border-b border-line bg-panel max-lg:h-auto max-lg:grid-cols-2 max-sm:grid-cols-1"
    >
      <Part title="Who" live>
        {problem !== null && typed ? (
          <p className="text-soft">{problem.message}</p>
        ) : reading === null ? (
          <Waiting />
        ) : (
          <Who reading={reading} />
        )}
      </Part>
      <Part title="Worth" live>
        {reading === null ? <WorthKey /> : <WorthPart reading={reading} band={band} mode={mode} within={within} />}
      </Part>
      <Part title={reading === null ? "Before" : beforeTitle(reading)}>
        {reading === null ? (
          <p className="text-faint">Earlier contacts with the station.</p>
        ) : (
          <Before reading={reading} onNote={onNote} />
        )}
      </Part>
      <div className="grid place-items-center overflow-hidden bg-raised max-lg:hidden">
        <PathMap grid={logbook.site.grid} target={target} />
      </div>
    </section>
  );
});

function Part({ title, live = false, children }: { title: string; live?: boolean; children: ReactNode }) {
  return (
    <div
      className="min-w-0 overflow-hidden border-r border-line px-4 py-2.5 max-sm:border-r-0 max-sm:border-b"
      aria-live={live ? "polite" : undefined}
    >
      <h2 className="heading mb-1.5">{title}</h2>
      {children}
    </div>
  );
}

function Waiting() {
  const keys = useKeysOf("keysTyping");
  return (
    <div className="grid gap-1.5 text-soft">
      <p>Type a call. A frequency, a band or a mode is understood there, too.</p>
      {keys !== undefined && <p className="text-faint">{keys} shows the keys of this place.</p>}
    </div>
  );
}

function WorthKey() {
  const meanings: readonly (readonly [Worth, string, string])[] = [
    ["fresh", "fresh", "never worked"],
    ["wanted", "wanted", "new on this band or in this mode"],
    ["hold", "hold", "worked, not confirmed"],
    ["safe", "safe", "confirmed"],
  ];
  return (
    <dl className="grid grid-cols-[90px_1fr] gap-y-1.5">
      {meanings.map(([kind, word, text]) => (
        <div key={kind} className="contents">
          <dt className="flex items-center gap-2 font-semibold">
            <Mark kind={kind} /> {word}
          </dt>
          <dd className="text-soft">{text}</dd>
        </div>
      ))}
    </dl>
  );
}

const TAG: Readonly<Record<Worth, string>> = {
  fresh: "bg-fresh-wash text-fresh",
  wanted: "bg-wanted-wash text-wanted",
  hold: "bg-hold-wash text-hold",
  safe: "bg-safe-wash text-safe",
};

function WorthPart({
  reading,
  band,
  mode,
  within,
}: {
  reading: PageReading;
  band: string;
  mode: string;
  within: number;
}) {
  const { duplicate, place, followed } = reading;
  const others = followed?.filter(({ award }) => award !== ENTITIES_AWARD.id) ?? [];
  // Before it is known which are followed it is taken that entities are: they always are at first.
  const followsEntities = followed === null || others.length < followed.length;
  const worth = followsEntities ? reading.worth : bestWorth(others, others.length);
  return (
    <>
      <div className="mb-2 flex h-6 gap-2 overflow-hidden">
        {worth !== null && (
          <span className={`flex min-w-0 items-center gap-1.5 rounded-[4px] px-2 font-semibold ${TAG[worth.worth]}`}>
            <Mark kind={worth.worth} label={worth.worth} /> <span className="truncate">{worth.text}</span>
          </span>
        )}
        {duplicate && (
          <span className="flex shrink-0 items-center rounded-[4px] bg-raised px-2 font-semibold text-soft line-through decoration-1">
            duplicate within {spanText(within)}
          </span>
        )}
      </div>
      {place.entity !== null && (
        <SlotMatrix name={place.entity.name} slots={reading.slots} here={{ band, group: modeGroup(mode) }} />
      )}
      {others.length > 0 && <Followed worths={others} />}
    </>
  );
}

/** What it is worth for the other awards that are followed, the most first. */
function Followed({ worths }: { worths: readonly AwardWorth[] }) {
  return (
    <ul aria-label="Other awards followed" className="mt-1.5 flex h-[20px] flex-wrap gap-x-4 overflow-hidden">
      {byWorth(worths).map(({ award, item, name, worth, text }) => (
        <li key={`${award} ${item}`} className="flex items-center gap-1.5 whitespace-nowrap" title={`${name}: ${text}`}>
          <Mark kind={worth} label={worth} /> <span className="text-soft">{name}</span> {item}
        </li>
      ))}
    </ul>
  );
}

function beforeTitle({ station }: PageReading): string {
  return station === null || station.contacts === 0 ? "Before" : `Before: ${many(station.contacts, "contact")}`;
}

function Before({ reading, onNote }: { reading: PageReading; onNote: () => void }) {
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
