import type { PageReading } from "../entry/useReading";
import { bearingText } from "../kit/format";
import { Mark } from "../kit/Mark";
import { useDistance } from "../shell/useDistance";

/** The reading in a line. */
export function FoldedReading({ facts }: { facts: PageReading | null }) {
  const distance = useDistance();
  const beam = facts?.beam;
  return (
    <p role="status" aria-label="Reading" className="flex h-9 items-center gap-4 border-b border-line bg-panel px-4">
      {facts === null ? (
        <span className="text-faint">Type a call: here stands who it is and what it is worth.</span>
      ) : (
        <>
          <b className="font-semibold">{facts.place.entity?.name ?? facts.place.call}</b>
          {facts.worth !== null && (
            <span>
              <Mark kind={facts.worth.worth} /> {facts.worth.text}
            </span>
          )}
          {beam != null && (
            <span className="text-soft">
              {bearingText(beam.bearing)} short, {bearingText(beam.longBearing)} long, {distance.text(beam.distanceKm)}
            </span>
          )}
        </>
      )}
    </p>
  );
}
