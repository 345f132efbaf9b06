"use client";

import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { type ReactNode, useState } from "react";
import { describeItem, ENTITIES_AWARD } from "@/core/award";
import { bandLabel, compareBands, MODE_GROUPS } from "@/core/band";
import type { RecordContact, Records } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { fullTime } from "@/core/time/words";
import type { FilterGroup } from "@/core/view";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { useDistance } from "../shell/useDistance";
import { looksKey } from "./awardKeys";

/** The records of the log; each opens to its contact. */
export function RecordsPage({ onLeave }: { onLeave: () => void }) {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useQuery({
    queryKey: [...looksKey(logbook.id), "records"],
    queryFn: () => ask(endpoints.records, { params: { logbookId: logbook.id } }),
  });
  useActions([{ id: "allAwards", run: onLeave }]);
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex items-center gap-x-4 border-b border-line bg-panel px-4 py-1.5">
        <Button small look="quiet" onClick={onLeave}>
          All awards
        </Button>
        <h1 className="text-title font-semibold">Records</h1>
        <p className="text-soft">
          Distances are to the other grid; where it gave none they are about, to the middle of its entity.
        </p>
      </header>
      {error !== null && data === undefined ? (
        <LoadFailure text={error.message} onRetry={() => void refetch()} />
      ) : data === undefined ? (
        <p className="p-8 text-soft">The whole log is looked through.</p>
      ) : (
        <div
          className="grid min-h-0 grid-cols-2 gap-4 overflow-auto p-4 max-lg:grid-cols-1"
          tabIndex={0}
          role="region"
          aria-label="Records"
        >
          <div className="grid content-start gap-4">
            <Farthest records={data} />
            <ByWatt records={data} />
          </div>
          <div className="grid content-start gap-4">
            <Days records={data} />
            <Firsts records={data} />
          </div>
        </div>
      )}
    </div>
  );
}

function Part({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section className="grid content-start gap-1.5">
      <div className="flex items-center gap-3">
        <h2 className="heading flex-1">{title}</h2>
        {aside}
      </div>
      <table className="w-full border border-line bg-panel">
        <caption className="sr-only">{title}</caption>
        {children}
      </table>
    </section>
  );
}

const CELL = "px-2 py-1 first:pl-3";
const none = (
  <tr>
    <td colSpan={6} className={`${CELL} text-soft`}>
      None yet.
    </td>
  </tr>
);

/** A contact as the way to it in the log. */
function ContactLink({ contact }: { contact: RecordContact }) {
  return (
    <Link href={`/desk?contact=${contact.id}`} className="font-mono font-bold text-signal underline">
      {contact.call}
    </Link>
  );
}

function useFar() {
  const distance = useDistance();
  return ({ km, exact }: { km: number; exact: boolean }) => `${exact ? "" : "about "}${distance.text(km)}`;
}

function Farthest({ records }: { records: Records }) {
  const far = useFar();
  const bands = [...new Set(records.farthest.map(({ band }) => band))].sort(compareBands);
  return (
    <Part title="Farthest, by band and mode">
      <TableHead titles={["Band", "Mode", "Distance", "Call", "UTC"]} />
      <tbody>
        {bands.length === 0 && none}
        {bands.flatMap((band) =>
          MODE_GROUPS.map((group) => {
            const one = records.farthest.find((it) => it.band === band && it.modeGroup === group);
            return (
              one !== undefined && (
                <tr key={`${band} ${group}`} className="border-b border-line last:border-0">
                  <td className={CELL}>{bandLabel(band)}</td>
                  <td className={CELL}>{group}</td>
                  <td className={CELL}>{far(one)}</td>
                  <td className={CELL}>
                    <ContactLink contact={one.contact} />
                  </td>
                  <td className={`${CELL} font-mono text-soft`}>{fullTime(one.contact.startedAt)}</td>
                </tr>
              )
            );
          }),
        )}
      </tbody>
    </Part>
  );
}

function ByWatt({ records }: { records: Records }) {
  const far = useFar();
  const { unit, of } = useDistance();
  return (
    <Part title="Farthest for each watt, by band">
      <TableHead titles={["Band", `${unit} a watt`, "Distance", "Power", "Call", "UTC"]} />
      <tbody>
        {records.byWatt.length === 0 && none}
        {[...records.byWatt]
          .sort((a, b) => compareBands(a.band, b.band))
          .map((one) => (
            <tr key={one.band} className="border-b border-line last:border-0">
              <td className={CELL}>{bandLabel(one.band)}</td>
              <td className={CELL}>
                {of(one.kmPerWatt) < 10 ? of(one.kmPerWatt).toFixed(1) : count(of(one.kmPerWatt))}
              </td>
              <td className={CELL}>{far(one)}</td>
              <td className={CELL}>{one.power} W</td>
              <td className={CELL}>
                <ContactLink contact={one.contact} />
              </td>
              <td className={`${CELL} font-mono text-soft`}>{fullTime(one.contact.startedAt)}</td>
            </tr>
          ))}
      </tbody>
    </Part>
  );
}

const dayFilter = (day: string): FilterGroup => ({
  join: "all",
  of: [{ field: "startedAt", is: "onDay", value: day }],
});

function Days({ records: { days } }: { records: Records }) {
  return (
    <Part title="Most in a day, UTC">
      <TableHead titles={["Day", "Contacts"]} />
      <tbody>
        {days.length === 0 && none}
        {days.map(({ day, contacts }) => (
          <tr key={day} className="border-b border-line last:border-0">
            <td className={CELL}>
              <Link
                href={`/desk?filter=${encodeURIComponent(JSON.stringify(dayFilter(day)))}`}
                className="font-mono text-signal underline"
              >
                {day}
              </Link>
            </td>
            <td className={CELL}>{count(contacts)}</td>
          </tr>
        ))}
      </tbody>
    </Part>
  );
}

function Firsts({ records: { firsts } }: { records: Records }) {
  const [order, setOrder] = useState<"newest" | "oldest" | "name">("newest");
  const named = firsts.map(({ item, contact }) => ({ item: describeItem(ENTITIES_AWARD, item), contact }));
  const compare = {
    newest: (a: (typeof named)[number], b: (typeof named)[number]) =>
      b.contact.startedAt.localeCompare(a.contact.startedAt),
    oldest: (a: (typeof named)[number], b: (typeof named)[number]) =>
      a.contact.startedAt.localeCompare(b.contact.startedAt),
    name: (a: (typeof named)[number], b: (typeof named)[number]) => a.item.name.localeCompare(b.item.name),
  }[order];
  return (
    <Part
      title={`First with each entity: ${count(firsts.length)}`}
      aside={
        <Choice
          inline
          className="h-7 text-base"
          label="Order"
          value={order}
          onChange={({ target }) => setOrder(target.value as typeof order)}
        >
          <option value="newest">newest first</option>
          <option value="oldest">oldest first</option>
          <option value="name">by name</option>
        </Choice>
      }
    >
      <TableHead titles={["Entity", "Call", "Band", "Mode", "UTC"]} />
      <tbody>
        {named.length === 0 && none}
        {[...named].sort(compare).map(({ item, contact }) => (
          <tr key={item.item} className="border-b border-line last:border-0">
            <td className={CELL}>{item.name}</td>
            <td className={CELL}>
              <ContactLink contact={contact} />
            </td>
            <td className={CELL}>{bandLabel(contact.band)}</td>
            <td className={CELL}>{contact.submode ?? contact.mode}</td>
            <td className={`${CELL} font-mono text-soft`}>{fullTime(contact.startedAt)}</td>
          </tr>
        ))}
      </tbody>
    </Part>
  );
}
