"use client";

import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useEffect, useRef } from "react";
import { bandLabel } from "@/core/band";
import { type ChartPart, type Figure, serviceById } from "@/core/confirm";
import type { Place } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/inStep";
import { entityByCode } from "@/core/entity";
import { fullTime } from "@/core/time/words";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { many } from "../../kit/format";
import { TableHead } from "../../kit/TableHead";
import { FIGURE_NAMES, partText, placeName } from "./words";

/** A gain that is gone into. */
export interface Gain extends ChartPart {
  readonly place: Place;
  readonly figure: Figure;
}

interface GainListProps {
  logbookId: number;
  actId: number;
  gain: Gain;
  onClose: () => void;
}

/** The contacts behind a gain. */
export function GainList({ logbookId, actId, gain, onClose }: GainListProps) {
  const { place, figure, band, modeGroup } = gain;
  const query = { place, figure, ...(band !== null && { band }), ...(modeGroup !== null && { modeGroup }) };
  const { data, error } = useQuery({
    queryKey: ["gain", logbookId, actId, gain],
    queryFn: () => ask(endpoints.gain, { params: { logbookId, actId }, query }),
  });
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), [gain]);
  const title = `${placeName(place)}, ${partText(gain)}: ${FIGURE_NAMES[figure].toLowerCase()}`;
  return (
    <section className="grid gap-1.5" aria-label="The contacts behind it">
      <div className="flex items-center gap-3">
        <h2 ref={heading} tabIndex={-1} className="heading flex-1">
          {title}, the contacts behind it
        </h2>
        <Button small look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      {error !== null && (
        <p role="alert" className="text-stop">
          {error.message}
        </p>
      )}
      {data === undefined ? (
        error === null && <p className="text-soft">Loading</p>
      ) : data.items.length === 0 ? (
        <p className="text-soft">None of those that this act brought: the rest was logged or changed meanwhile.</p>
      ) : (
        <div
          className="max-h-64 overflow-auto border border-line bg-panel"
          tabIndex={0}
          role="region"
          aria-label={title}
        >
          <table className="w-full">
            <caption className="sr-only">{many(data.items.length, "contact")}</caption>
            <TableHead titles={["UTC", "Call", "Band", "Mode", "Entity", "Through"]} />
            <tbody>
              {data.items.map((contact) => (
                <tr key={contact.contactId} className="border-b border-line whitespace-nowrap last:border-0">
                  <td className="px-2 py-1 pl-3 font-mono">{fullTime(contact.startedAt)}</td>
                  <td className="px-2 py-1 font-mono font-bold">
                    <Link href={`/desk?contact=${contact.contactId}`} className="text-signal underline">
                      {contact.call}
                    </Link>
                  </td>
                  <td className="px-2 py-1">{bandLabel(contact.band)}</td>
                  <td className="px-2 py-1">{contact.mode}</td>
                  <td className="px-2 py-1">
                    {contact.entityCode === null ? "none" : entityByCode(contact.entityCode)?.name}
                  </td>
                  <td className="px-2 py-1 text-soft">{serviceById(contact.service).name}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
