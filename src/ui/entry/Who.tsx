"use client";

import type { Reading } from "@/core/contract";
import { bearingText } from "../kit/format";
import { useDistance } from "../shell/useDistance";
import type { PageReading } from "./useReading";

type WhoReading = Pick<Reading, "place" | "beam" | "sun"> & {
  readonly station: Pick<NonNullable<PageReading["station"]>, "previous" | "directory"> | null;
};

/** Who a call is: the entity, the way to it, and what the log and the directory know of the operator. */
export function Who({ reading }: { reading: WhoReading }) {
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

function sunText(sun: NonNullable<Reading["sun"]>): string {
  const since = sun.since === null ? "" : ` since ${sun.since.slice(11, 16)}`;
  if (sun.phase === "day") return sun.until === null ? "up all day" : `up until ${sun.until.slice(11, 16)}`;
  return sun.phase === "twilight" ? `down${since}, twilight` : `down${since}, dark`;
}
