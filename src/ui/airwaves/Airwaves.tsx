"use client";

import Link from "next/link";
import { useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Link as LinkView } from "@/core/contract";
import { useOperating } from "../entry/useOperating";
import { useActions } from "../kit/actions";
import { ApiProblem } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { kept, useKept } from "../kit/kept";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { useNow } from "../kit/useNow";
import { LINK_PHASES } from "../shell/linkPhases";
import { useRadio, useTuning } from "../shell/radio";
import { useLinks } from "../shell/useLinks";
import { AnnounceWindow } from "./AnnounceWindow";
import { NetworkWindow } from "./NetworkWindow";
import { EVERY_SPOT, isDuplicate, nextSpot, type SpotFilter, spotFilterSchema, shownSpots } from "./spotFilter";
import { SpotFilterBar } from "./SpotFilterBar";
import { SpotTable } from "./SpotTable";
import { usePickSpot } from "./usePickSpot";
import { useSpots } from "./useSpots";

const keptFilter = kept<SpotFilter>(
  "spots",
  EVERY_SPOT,
  () => localStorage,
  (data) => {
    const read = spotFilterSchema.safeParse(data);
    return read.success ? read.data : null;
  },
);

/** Where to listen next: what spot networks announce, each with what it is worth and whether it can be heard here. */
export function Airwaves() {
  const operating = useOperating();
  const { logbook, draft, callRef, last, line, reading, windows } = operating;
  const band = useRadio((radio) => radio.band);
  const tuning = useTuning();
  const { spots, loaded, error, refetch } = useSpots(logbook.id);
  const { links } = useLinks();
  const filter = useKept(keptFilter);
  const clock = useNow();
  const now = clock === null ? 0 : Date.parse(clock) / 1000;
  const rows = useMemo(() => shownSpots(spots.values(), filter, band, now), [spots, filter, band, now]);
  const gridRef = useRef<HTMLDivElement>(null);
  const pick = usePickSpot(operating);
  const [announcing, setAnnouncing] = useState(false);
  const [looking, setLooking] = useState(false);
  const networks = links.filter(({ role }) => role === "spots");

  function step(by: 1 | -1) {
    const { frequencyHz } = tuning.now();
    const spot = nextSpot(rows, band, frequencyHz ?? (by === 1 ? 0 : Infinity), by);
    if (spot === undefined) toast(`There is no spot ${by === 1 ? "above" : "below"} on ${bandLabel(band)}.`);
    else pick(spot);
  }
  function toBest() {
    const best = shownSpots(rows, EVERY_SPOT, band, now).find((spot) => !isDuplicate(spot));
    if (best === undefined) toast("There is no spot to go to.");
    else pick(best);
  }
  useActions([
    {
      id: "toSpots",
      run: () => (gridRef.current === null ? void toast("There is no spot to go to.") : gridRef.current.focus()),
    },
    { id: "pickSpot" },
    { id: "spotUp", run: () => step(1) },
    { id: "spotDown", run: () => step(-1) },
    { id: "spotBest", run: toBest },
    { id: "announce", run: () => setAnnouncing(true) },
    { id: "networkText", run: () => setLooking(true) },
  ]);

  return (
    <div className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_auto_minmax(360px,1fr)]">
      <h1 className="sr-only">Airwaves</h1>
      {line}
      {reading}
      <section
        aria-label="Spots"
        className="flex flex-wrap items-center gap-x-4 gap-y-1.5 border-t border-line bg-panel px-4 py-1.5"
      >
        <h2 className="font-semibold whitespace-nowrap" aria-live="off">
          {count(rows.length)} <span className="font-normal text-soft">of {count(spots.size)} spots</span>
        </h2>
        <SpotFilterBar filter={filter} setFilter={keptFilter.set} />
        <span className="flex-1" />
        <span className="flex flex-wrap items-center gap-2">
          {networks.map((network) => (
            <NetworkState key={network.id} network={network} />
          ))}
          {networks.length > 0 && (
            <>
              <Button small onClick={() => setLooking(true)}>
                Text
              </Button>
              <Button small onClick={() => setAnnouncing(true)}>
                Announce
              </Button>
            </>
          )}
        </span>
      </section>
      <Spots
        none={noneText(networks, spots.size)}
        off={isOff(error) ? error.message : null}
        failed={error === null || loaded || isOff(error) ? null : error.message}
        onRetry={() => void refetch()}
        loaded={loaded}
        isEmpty={rows.length === 0}
      >
        <SpotTable
          rows={rows}
          spots={spots}
          filter={filter}
          setFilter={keptFilter.set}
          now={now}
          gridRef={gridRef}
          onPick={pick}
          onLeave={() => callRef.current?.focus()}
        />
      </Spots>
      {windows}
      {announcing && (
        <AnnounceWindow
          networks={networks}
          typed={draft.call}
          last={last}
          now={tuning.now()}
          onClose={() => setAnnouncing(false)}
        />
      )}
      {looking && <NetworkWindow networks={networks} onClose={() => setLooking(false)} />}
    </div>
  );
}

interface SpotsProps {
  none: React.ReactNode;
  /** Why there are none on purpose. */
  off: string | null;
  failed: string | null;
  onRetry: () => void;
  loaded: boolean;
  isEmpty: boolean;
  children: React.ReactNode;
}

function Spots({ none, off, failed, onRetry, loaded, isEmpty, children }: SpotsProps) {
  if (off !== null)
    return (
      <p role="status" className="border-t border-line bg-panel p-8 text-center text-wanted">
        {off}. What you find by tuning can be put on the ruler.
      </p>
    );
  if (failed !== null)
    return (
      <div className="border-t border-line bg-panel">
        <LoadFailure text={`The spots could not be loaded: ${failed}`} onRetry={onRetry} />
      </div>
    );
  if (!loaded) return <p className="border-t border-line bg-panel p-8 text-center text-soft">Loading the spots.</p>;
  if (isEmpty) return <div className="border-t border-line bg-panel p-8 text-center text-soft">{none}</div>;
  return children;
}

/** Spots are shut off by the contest that is on. */
function isOff(error: Error | null): error is ApiProblem {
  return error instanceof ApiProblem && error.details.status === 409;
}

function noneText(networks: readonly LinkView[], all: number) {
  if (networks.length === 0)
    return (
      <>
        No spot network is linked yet.{" "}
        <Link href="/station" className="text-signal underline">
          Add one in Station
        </Link>
        : what others hear then stands here, with what it is worth to you.
      </>
    );
  return all === 0
    ? "Nothing has been announced within the last hour."
    : "None of the spots is shown: choose other bands, modes, worths or chances.";
}

/** How a network is getting on; what is wrong with it in full. */
function NetworkState({ network: { name, phase, text } }: { network: LinkView }) {
  const { mark, label, look } = LINK_PHASES[phase];
  const isUp = phase === "up";
  return (
    <span role="status" className="flex max-w-96 items-center gap-1.5 text-soft" title={text ?? undefined}>
      <Mark kind={isUp && text !== null ? "wanted" : mark} label={label} />
      <span className="truncate">
        {name}
        {!isUp && <span className={look}>, {label.toLowerCase()}</span>}
        {text !== null && <span className={isUp ? "text-wanted" : look}>: {text}</span>}
      </span>
    </span>
  );
}
