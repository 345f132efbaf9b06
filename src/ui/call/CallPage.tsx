"use client";

import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { type FormEvent, type ReactNode, useState } from "react";
import { CHANNEL_IDS } from "@/core/confirm";
import type { Reading, StoredContact, Unanswered } from "@/core/contract";
import * as asking from "@/core/contract/endpoints/asking";
import * as endpoints from "@/core/contract/endpoints/contacts";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { fullTime } from "@/core/time/words";
import { columnById, type LogColumn } from "@/core/view";
import { PathMap } from "../entry/PathMap";
import { SlotMatrix } from "../entry/SlotMatrix";
import { StationNote } from "../entry/StationNote";
import { Who } from "../entry/Who";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { TableHead } from "../kit/TableHead";
import { useAddress } from "../kit/useAddress";
import { useLive, withNews } from "../kit/useLive";
import { cellLook, cellOf } from "../log/columns";
import { useLogbook } from "../shell/logbook";
import { listedFacts, saidIn, slotsOf, standingsOf } from "./known";

/** So many contacts with one station are listed. */
const LISTED = 500;
const COLUMNS: readonly LogColumn[] = [
  ...["startedAt", "call", "band", "mode", "reportSent", "reportReceived"],
  ...CHANNEL_IDS,
  "comment",
].map((id) => columnById(id)!);

/** Everything that is known of a station: who, where, what it said, every contact, and how each is confirmed. */
export function CallPage() {
  const [params, go] = useAddress();
  const call = (params.get("call") ?? "").trim().toUpperCase();
  const [typed, setTyped] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim() !== "") go({ call: typed.trim().toUpperCase() });
  };
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <form onSubmit={submit} className="flex flex-wrap items-center gap-2 border-b border-line bg-panel px-4 py-2">
        <h1 className="text-title font-semibold">
          {call === "" ? "A station" : <span className="font-mono">{call}</span>}
        </h1>
        <span className="flex-1" />
        <input
          aria-label="Another call"
          placeholder="Another call"
          className="field h-7 w-36 font-mono uppercase"
          autoComplete="off"
          spellCheck={false}
          autoFocus={call === ""}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        <Button small type="submit">
          Show
        </Button>
        <Link href="/desk" className="text-signal underline">
          To the Desk
        </Link>
      </form>
      {call === "" ? (
        <p className="p-8 text-soft">Type a call: everything that is known of the station stands here.</p>
      ) : (
        <Known key={call} call={call} />
      )}
    </div>
  );
}

function Known({ call }: { call: string }) {
  const { logbook } = useLogbook();
  const params = { logbookId: logbook.id };
  const reading = useQuery({
    queryKey: ["callPage", "reading", logbook.id, call],
    queryFn: () =>
      withNews(
        () => ask(logbooks.reading, { params, query: { call, band: "20m", mode: "CW" } }),
        // Whether a directory answered for this station is known only with the answer.
        (answer, event) => (event.type === "directory" && event.baseCall === answer.place.base ? null : answer),
      ),
    staleTime: 0,
    retry: false,
  });
  const base = reading.data?.place.base;
  const contacts = useQuery({
    queryKey: ["callPage", "contacts", logbook.id, base],
    queryFn: () => ask(endpoints.listContacts, { params, query: { call: base!, offset: 0, limit: LISTED } }),
    enabled: base !== undefined,
    staleTime: 0,
  });
  const asked = useQuery({
    queryKey: ["unanswered", logbook.id],
    queryFn: () => ask(asking.unanswered, { params }),
    staleTime: 0,
  });
  useLive((event) => {
    if (event.type === "directory" && event.baseCall === base) void reading.refetch();
    if (event.type !== "contacts" && event.type !== "manyContacts") return;
    for (const query of [reading, contacts, asked]) void query.refetch();
  });
  const [noting, setNoting] = useState(false);
  useActions([{ id: "note", run: () => setNoting(true) }]);
  const error = reading.error ?? contacts.error;
  if (error !== null)
    return (
      <LoadFailure
        text={error.message}
        onRetry={() => void Promise.all([reading, contacts].map(({ refetch }) => refetch()))}
      />
    );
  if (reading.data === undefined || contacts.data === undefined) return <p className="p-8 text-soft">Loading</p>;
  const { place, beam, sun, point, station, directory, slots } = reading.data;
  const { items, total = items.length } = contacts.data;
  const ofStation = new Set(items.map(({ id }) => id));
  return (
    <div className="overflow-auto p-3" tabIndex={0} role="region" aria-label={`Everything known of ${call}`}>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)_232px] gap-3 max-lg:grid-cols-1">
        <Part title="Who">
          <Who reading={{ place, beam, sun, station: { previous: station.previous, directory } }} />
        </Part>
        <Part title={`With ${place.base}: ${many(total, "contact")}`}>
          <SlotMatrix name={`Contacts with ${place.base}`} slots={slotsOf(items)} />
          <Standings contacts={items} />
        </Part>
        <div className="grid place-items-center border border-line bg-raised p-2 max-lg:hidden">
          <PathMap grid={logbook.site.grid} target={point} />
        </div>
        <Part title="What it said">
          <SaidList contacts={items} />
        </Part>
        <Part title={place.entity === null ? "In no entity" : `In ${place.entity.name}, with all its stations`}>
          {place.entity !== null && <SlotMatrix name={place.entity.name} slots={slots} />}
        </Part>
        <Part title="Note">
          <p className="whitespace-pre-wrap">{station.note ?? <span className="text-soft">None is kept.</span>}</p>
          <div className="mt-2">
            <Button small onClick={() => setNoting(true)}>
              {station.note === null ? "Keep a note" : "Change it"}
            </Button>
          </div>
        </Part>
        <Part title="What directories say">
          <Listed directory={directory} />
        </Part>
        <Part title="Asked for a confirmation" wide>
          <Asked items={asked.data?.items.filter(({ contactId }) => ofStation.has(contactId)) ?? []} />
        </Part>
      </div>
      <Contacts contacts={items} total={total} />
      {noting && (
        <StationNote
          logbookId={logbook.id}
          call={place.base}
          note={station.note}
          onKept={() => void reading.refetch()}
          onClose={() => setNoting(false)}
        />
      )}
    </div>
  );
}

function Part({ title, wide = false, children }: { title: string; wide?: boolean; children: ReactNode }) {
  return (
    <section
      aria-label={title}
      className={`min-w-0 border border-line bg-panel px-4 py-2.5 ${wide ? "col-span-2 max-lg:col-span-1" : ""}`}
    >
      <h2 className="heading mb-1.5">{title}</h2>
      {children}
    </section>
  );
}

function Standings({ contacts }: { contacts: readonly StoredContact[] }) {
  const standings = standingsOf(contacts);
  if (standings.length === 0) return <p className="mt-2 text-soft">Nothing was sent, and nothing is confirmed.</p>;
  return (
    <ul className="mt-2 flex flex-wrap gap-x-5" aria-label="How they are confirmed">
      {standings.map(({ channel, name, sent, confirmed, waiting }) => (
        <li key={channel}>
          <b className="font-semibold">{name}</b>{" "}
          <span className="text-soft">
            {count(sent)} sent, {count(confirmed)} confirmed{waiting > 0 && `, ${count(waiting)} to go`}
          </span>
        </li>
      ))}
    </ul>
  );
}

function SaidList({ contacts }: { contacts: readonly StoredContact[] }) {
  const said = saidIn(contacts);
  if (said.length === 0) return <p className="text-soft">Nothing of itself in any contact.</p>;
  return (
    <dl className="grid grid-cols-[minmax(72px,auto)_minmax(0,1fr)] gap-x-3 gap-y-[3px]">
      {said.map(({ label, text, at, before }) => (
        <div key={label} className="contents">
          <dt className="text-soft">{label}</dt>
          <dd>
            {text} <span className="text-tiny text-soft">{at.slice(0, 10)}</span>
            {before.length > 0 && <span className="text-soft">; before {before.join(", ")}</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function Listed({ directory }: Pick<Reading, "directory">) {
  if (directory === null)
    return <p className="text-soft">Nothing: they were not asked yet, or do not list the call.</p>;
  return (
    <div className="grid gap-3">
      {directory.by.map(({ directory: id, name, askedAt, listing }) => (
        <div key={id} role="group" aria-label={name}>
          <h3 className="font-semibold">{name}</h3>
          <dl className="grid grid-cols-[72px_minmax(0,1fr)] gap-x-3 gap-y-[3px]">
            {listedFacts(listing).map(([label, text]) => (
              <div key={label} className="contents">
                <dt className="text-soft">{label}</dt>
                <dd className="break-words">{text}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-1 text-tiny text-soft">
            {listing.saidOn !== null && `Said on ${listing.saidOn}, `}asked on {fullTime(askedAt)} UTC.
          </p>
        </div>
      ))}
    </div>
  );
}

function Asked({ items }: { items: readonly Unanswered[] }) {
  if (items.length === 0) return <p className="text-soft">Nobody is waited for.</p>;
  return (
    <ul>
      {items.map(({ contactId, startedAt, band, mode, times, last }) => (
        <li key={contactId}>
          Of <span className="font-mono">{fullTime(startedAt)}</span>, {band} {mode}: asked {many(times, "time")}, last
          on <span className="font-mono">{last.at.slice(0, 10)}</span>, not answered
        </li>
      ))}
    </ul>
  );
}

/** Every contact with it; each opens at the Desk. */
function Contacts({ contacts, total }: { contacts: readonly StoredContact[]; total: number }) {
  if (contacts.length === 0) return <p className="p-4 text-soft">No contact with it yet.</p>;
  const thisYear = new Date().getUTCFullYear();
  return (
    <section aria-label="Contacts" className="mt-3 overflow-x-auto border border-line bg-panel">
      <table className="w-full">
        <caption className="sr-only">Every contact with the station, the newest first</caption>
        <TableHead titles={COLUMNS.map(({ title }) => title)} />
        <tbody>
          {contacts.map((contact) => (
            <tr key={contact.id} className="border-b border-line last:border-0">
              {COLUMNS.map((column) => (
                <td key={column.id} className={`max-w-64 truncate px-2 py-1 first:pl-3 ${cellLook(column)}`}>
                  {column.id === "startedAt" ? (
                    <Link
                      href={`/desk?contact=${contact.id}`}
                      className="underline underline-offset-2 hover:text-signal"
                    >
                      {fullTime(contact.startedAt)}
                    </Link>
                  ) : (
                    cellOf(contact, column, thisYear)
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {total > contacts.length && (
        <p className="px-3 py-1.5 text-soft">
          The newest {count(contacts.length)} of {count(total)}.
        </p>
      )}
    </section>
  );
}
