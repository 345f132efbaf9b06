"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { MODE_GROUPS } from "@/core/band";
import type { Logbook } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/logbooks";
import { fullTime } from "@/core/time/words";
import { useRun } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { useLogbook } from "../shell/logbook";
import { ChangeLogbook } from "./ChangeLogbook";
import { countsWithText } from "./countsWith";
import { DeleteLogbook } from "./DeleteLogbook";
import { DISTANCE_WORDS } from "./distanceWords";
import { ZERO_WORDS } from "./zeroWords";

/** The logbooks: how much is in each, what it offers, and where it is changed, used and deleted. */
export function LogbookList() {
  const { logbook, logbooks, choose } = useLogbook();
  const run = useRun();
  const [open, setOpen] = useState<{ readonly what: "change" | "delete"; readonly logbook: Logbook } | null>(null);
  const onClose = () => setOpen(null);
  return (
    <section aria-label="Logbooks" className="grid gap-3 p-4">
      <ul aria-label="Logbooks" className="divide-y divide-line border border-line bg-panel">
        {logbooks.map((one) => (
          <li key={one.id} className="flex items-start gap-3 px-3 py-2.5">
            <div className="min-w-0 flex-1">
              <b className="font-semibold">{one.name}</b>
              {one.id === logbook.id && <span className="ml-3 font-semibold text-signal">In use</span>}
              {one.about !== "" && <p className="whitespace-pre-wrap">{one.about}</p>}
              <Totals logbook={one} />
              <p className="text-soft">{offersText(one, logbooks)}</p>
            </div>
            {one.id !== logbook.id && (
              <Button small aria-label={`Use ${one.name}`} onClick={() => choose(one.id)}>
                Use
              </Button>
            )}
            <Button small aria-label={`Change ${one.name}`} onClick={() => setOpen({ what: "change", logbook: one })}>
              Change
            </Button>
            {logbooks.length > 1 && (
              <Button
                small
                look="quiet"
                aria-label={`Delete ${one.name}`}
                onClick={() => setOpen({ what: "delete", logbook: one })}
              >
                Delete
              </Button>
            )}
          </li>
        ))}
      </ul>
      <div>
        <Button small look="act" onClick={() => run("newLogbook")}>
          New logbook
        </Button>
      </div>
      {open?.what === "change" && <ChangeLogbook logbook={open.logbook} onClose={onClose} />}
      {open?.what === "delete" && <DeleteLogbook logbook={open.logbook} onClose={onClose} />}
    </section>
  );
}

function Totals({ logbook: { id, contactCount } }: { logbook: Logbook }) {
  const { data } = useQuery({
    // What was logged since changes them.
    queryKey: ["logbookTotals", id, contactCount],
    queryFn: () => ask(endpoints.logbookTotals, { params: { logbookId: id } }),
  });
  if (data === undefined) return <p>{many(contactCount, "contact")}</p>;
  const { contacts, confirmed, entities, entitiesConfirmed, first, last } = data;
  if (contacts === 0) return <p>No contact yet</p>;
  return (
    <p>
      {many(contacts, "contact")}, {count(confirmed)} confirmed; {many(entities, "entity", "entities")},{" "}
      {count(entitiesConfirmed)} confirmed; from <span className="font-mono">{fullTime(first!)}</span> to{" "}
      <span className="font-mono">{fullTime(last!)}</span>
    </p>
  );
}

/** "From Cabo Farol, CX3QUA; 100 W; reports as usual; distances in km". */
function offersText(logbook: Logbook, logbooks: readonly Logbook[]): string {
  const { site, power, reports, distances, zero } = logbook;
  const watts = power ?? site.power;
  const own = MODE_GROUPS.flatMap((group) => (reports[group] === undefined ? [] : [`${reports[group]} in ${group}`]));
  return [
    `From ${site.name}, ${site.call}`,
    watts === null ? null : `${watts} W`,
    own.length === 0 ? "reports as usual" : `report ${own.join(", ")}`,
    `distances in ${DISTANCE_WORDS[distances]}`,
    zero === "plain" ? ZERO_WORDS[zero] : null,
    countsWithText(logbook, logbooks),
  ]
    .filter((part) => part !== null)
    .join("; ");
}
