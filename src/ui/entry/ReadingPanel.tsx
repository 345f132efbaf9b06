"use client";

import { capital } from "@/core/capital";
import { memo, type ReactNode, useDeferredValue } from "react";
import { type AwardWorth, bestWorth, byWorth, ENTITIES_AWARD, type Slot, stateOf, type Worth } from "@/core/award";
import { bandLabel, compareBands, MODE_GROUPS, modeGroup, USUAL_BANDS, usualMode } from "@/core/band";
import type { Logbook, StoredContact } from "@/core/contract";
import { fullTime, spanText } from "@/core/time/words";
import { useKeysOf } from "../kit/changedKeys";
import { bearingText, many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { useDistance } from "../shell/useDistance";
import { PathMap } from "./PathMap";
import type { PageReading } from "./useReading";

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

function Who({ reading }: { reading: PageReading }) {
  const { place, beam, sun } = reading;
  const distance = useDistance();
  const last = reading.station?.previous[0];
  if (place.entity === null) {
    return (
      <>
        <p className="text-title font-semibold">{place.country ?? "No entity"}</p>
        <p className="text-soft">{place.reason}</p>
      </>
    );
  }
  const listed = reading.station?.directory;
  const who = [last?.name ?? listed?.name, last?.place ?? listed?.place].filter(Boolean).join(", ");
  const others = place.candidates
    .filter(({ code }) => code !== place.entity!.code)
    .map(({ name }) => name)
    .join(", ");
  return (
    <>
      <p className="truncate text-title font-semibold" title={`${place.entity.name}, entity ${place.entity.code}`}>
        {place.entity.name} <span className="text-base font-normal text-faint">{place.entity.code}</span>
      </p>
      <p className="h-[18px] truncate text-soft" title={others}>
        {others === "" ? who : `or ${others}`}
      </p>
      <dl className="mt-1.5 grid grid-cols-[68px_1fr] gap-y-[3px]">
        {beam !== null && (
          <>
            <dt className="text-soft">Beam</dt>
            <dd>
              <b className="font-mono">{bearingText(beam.bearing)}</b> short,{" "}
              <span className="font-mono">{bearingText(beam.longBearing)}</span> long
            </dd>
            <dt className="text-soft">Distance</dt>
            <dd className="font-mono">{distance.text(beam.distanceKm)}</dd>
          </>
        )}
        <dt className="text-soft">Zones</dt>
        <dd>
          CQ <span className="font-mono">{place.cqZone}</span>, ITU <span className="font-mono">{place.ituZone}</span>,{" "}
          {place.continent}
        </dd>
        {listed?.confirmsOnline != null && (
          <>
            <dt className="text-soft">Confirms</dt>
            <dd>{listed.confirmsOnline ? "online" : "not online"}, the directory says</dd>
          </>
        )}
        {sun !== null && (
          <>
            <dt className="text-soft">Their sun</dt>
            <dd>{sunText(sun)}</dd>
          </>
        )}
      </dl>
    </>
  );
}

function sunText(sun: NonNullable<PageReading["sun"]>): string {
  const since = sun.since === null ? "" : ` since ${sun.since.slice(11, 16)}`;
  if (sun.phase === "day") return sun.until === null ? "up all day" : `up until ${sun.until.slice(11, 16)}`;
  return sun.phase === "twilight" ? `down${since}, twilight` : `down${since}, dark`;
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
        <Matrix name={place.entity.name} slots={reading.slots} band={band} group={modeGroup(mode)} />
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

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;

/** An entity's slots: a column a band, a row a mode group. Where the contact would fall is tinted. */
function Matrix({ name, slots, band, group }: { name: string; slots: readonly Cell[]; band: string; group: string }) {
  const bands = [...new Set([...USUAL_BANDS, band, ...slots.map((slot) => slot.band)])].sort(compareBands);
  return (
    <table className="w-full table-fixed" aria-label={`${name} by band and mode group`}>
      <thead>
        <tr>
          <td className="w-14" />
          {bands.map((column) => (
            <th
              key={column}
              scope="col"
              className={`py-1 text-tiny font-medium ${column === band ? "bg-signal-wash font-semibold text-signal" : "text-soft"}`}
            >
              {column.replace(/m$/, "")}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {MODE_GROUPS.map((row) => (
          <tr key={row} className="border-t border-line">
            <th
              scope="row"
              className={`py-1.5 text-left font-normal ${row === group ? "font-semibold text-signal" : ""}`}
            >
              {capital(row)}
            </th>
            {bands.map((column) => {
              const here = column === band && row === group;
              const state = stateOf(slots.filter((slot) => slot.band === column && slot.modeGroup === row));
              const tint = here
                ? "bg-signal-wash outline-1 -outline-offset-1 outline-signal"
                : column === band
                  ? "bg-signal-wash"
                  : "";
              return (
                <td key={column} className={`text-center ${tint}`}>
                  {state === "none" ? (
                    here && <Mark kind={slots.length === 0 ? "fresh" : "wanted"} label="new" />
                  ) : (
                    <Mark kind={state} label={state === "safe" ? "confirmed" : "worked"} />
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
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
