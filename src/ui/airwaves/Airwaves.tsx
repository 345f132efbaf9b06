"use client";

import { TabGroup, TabPanel, TabPanels } from "@headlessui/react";
import { ChevronsDownUp, ChevronsUpDown } from "lucide-react";
import Link from "next/link";
import { type RefObject, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { z } from "zod";
import { bandLabel } from "@/core/band";
import type { Link as LinkView } from "@/core/contract";
import { useOperating } from "../entry/useOperating";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { kept, useKept } from "../kit/kept";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TabBar } from "../kit/TabBar";
import { useAddress } from "../kit/useAddress";
import { useWide } from "../kit/useWide";
import { openBandMap } from "../shell/bandMapWindow";
import { LINK_PHASES } from "../shell/linkPhases";
import { useRadio, useTuning } from "../shell/radio";
import { AnnounceWindow } from "./AnnounceWindow";
import { BandMap } from "./BandMap";
import { FoldedReading } from "./FoldedReading";
import { Hours } from "./Hours";
import { NetworkWindow } from "./NetworkWindow";
import { EVERY_SPOT, isDuplicate, nextSpot, shownSpots } from "./spotFilter";
import { SpotFilterBar } from "./SpotFilterBar";
import { SpotTable } from "./SpotTable";
import { SunCharts } from "./SunCharts";
import { keptFilter, useShownSpots } from "./useShownSpots";
import { WorldMap } from "./WorldMap";

/** What Airwaves shows; which of them are of spots, so that the spots' filter stands over them. */
const TABS = [
  { name: "Spots", ofSpots: true },
  { name: "Band map", ofSpots: true },
  { name: "Map", ofSpots: true },
  { name: "Hours", ofSpots: false },
  { name: "Sun", ofSpots: false },
] as const;
type TabName = (typeof TABS)[number]["name"];
const NAMES = TABS.map(({ name }) => name);
/** Where the reading is folded: the map needs the room, and has its own. */
const keptFolds = kept<readonly string[]>(
  "folds",
  ["Map"],
  () => localStorage,
  (data) => z.array(z.string()).max(20).safeParse(data).data ?? null,
);
const inAddress = (name: string) => name.toLowerCase().replace(" ", "-");

/** Where to listen next: what spot networks announce, each with what it is worth and whether it can be heard here. */
export function Airwaves() {
  const operating = useOperating();
  const { draft, callRef, last, line, reading, facts, windows, pick } = operating;
  const band = useRadio((radio) => radio.band);
  const tuning = useTuning();
  const { spots, rows, ofAllBands, filter, now, networks, loaded, off, failed, notice, refetch } = useShownSpots();
  const isWide = useWide();
  const gridRef = useRef<HTMLDivElement>(null);
  const mapRef = useRef<HTMLDivElement>(null);
  const [announcing, setAnnouncing] = useState(false);
  const [looking, setLooking] = useState(false);
  const [params, go] = useAddress();
  const tab = TABS.find(({ name }) => inAddress(name) === params.get("tab")) ?? TABS[0];
  const show = (name: TabName) => go({ tab: name === TABS[0].name ? null : inAddress(name) }, "replace");

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
  /** What has the focus as soon as its tab is there. */
  const wantedRef = useRef<typeof gridRef | null>(null);
  const focus = (name: TabName, ref: typeof gridRef) => {
    if (ref.current !== null) return ref.current.focus();
    if (tab.name === name) return void toast("There is no spot to go to.");
    wantedRef.current = ref;
    show(name);
  };
  const foldedAt = useKept(keptFolds);
  const folded = foldedAt.includes(tab.name);
  const turnFold = () => keptFolds.set(folded ? foldedAt.filter((name) => name !== tab.name) : [...foldedAt, tab.name]);
  const toCall = () => callRef.current?.focus();
  useActions([
    { id: "toSpots", run: () => focus("Spots", gridRef) },
    { id: "toBandMap", run: () => focus("Band map", mapRef) },
    { id: "toMap", run: () => show("Map") },
    { id: "toHours", run: () => show("Hours") },
    { id: "toSun", label: "Show what the sun does", run: () => show("Sun") },
    { id: "foldReading", run: turnFold },
    { id: "pickSpot" },
    { id: "stretchMap" },
    { id: "spotUp", run: () => step(1) },
    { id: "spotDown", run: () => step(-1) },
    { id: "spotBest", run: toBest },
    { id: "announce", run: () => setAnnouncing(true) },
    { id: "networkText", run: () => setLooking(true) },
  ]);
  const bandMap = (
    <BandMap spots={ofAllBands} notice={notice} mapRef={mapRef} onPick={pick} onLeave={toCall} onWindow={openBandMap} />
  );

  const contents: Readonly<Record<TabName, React.ReactNode>> = {
    Spots: (
      <div className="grid h-full grid-cols-[minmax(0,1fr)] 2xl:grid-cols-[minmax(0,1fr)_300px]">
        <Spots
          none={noneText(networks, spots.size)}
          off={off}
          failed={failed}
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
            onLeave={toCall}
          />
        </Spots>
        {isWide && <div className="min-h-0 border-l border-line">{bandMap}</div>}
      </div>
    ),
    "Band map": bandMap,
    Map: <WorldMap spots={rows} facts={facts} onPick={pick} onLeave={toCall} />,
    Hours: <Hours facts={facts} />,
    Sun: <SunCharts />,
  };

  return (
    <TabGroup
      selectedIndex={TABS.indexOf(tab)}
      onChange={(index) => show(NAMES[index]!)}
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_auto_auto_minmax(360px,1fr)]"
    >
      <h1 className="sr-only">Airwaves</h1>
      {line}
      {folded ? <FoldedReading facts={facts} /> : reading}
      <section
        aria-label="Networks"
        className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line bg-panel px-4"
      >
        <TabBar names={NAMES} />
        <span className="flex-1" />
        <Button
          small
          look="quiet"
          aria-pressed={folded}
          title={folded ? "Show the whole reading" : "Fold the reading, for more room below"}
          onClick={turnFold}
        >
          {folded ? <ChevronsUpDown size={14} aria-hidden /> : <ChevronsDownUp size={14} aria-hidden />}
          {folded ? "Unfold" : "Fold"}
        </Button>
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
      {tab.ofSpots ? (
        <section
          aria-label="Spots"
          className="flex flex-wrap items-center gap-x-4 gap-y-1.5 border-t border-line bg-panel px-4 py-1.5"
        >
          <h2 className="font-semibold whitespace-nowrap" aria-live="off">
            {count(rows.length)} <span className="font-normal text-soft">of {count(spots.size)} spots</span>
          </h2>
          <SpotFilterBar filter={filter} setFilter={keptFilter.set} />
        </section>
      ) : (
        <span />
      )}
      <TabPanels className="min-h-0 border-t border-line">
        {NAMES.map((name) => (
          <TabPanel key={name} className="h-full min-h-0">
            {contents[name]}
            <FocusOnceThere wantedRef={wantedRef} />
          </TabPanel>
        ))}
      </TabPanels>
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
    </TabGroup>
  );
}

/** Gives the focus to what was asked for, when the tab that it is in comes to be there. */
function FocusOnceThere({ wantedRef }: { wantedRef: RefObject<RefObject<HTMLElement | null> | null> }) {
  useEffect(() => {
    wantedRef.current?.current?.focus();
    wantedRef.current = null;
  }, [wantedRef]);
  return null;
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
      <p role="status" className="bg-panel p-8 text-center text-wanted">
        {off}.
      </p>
    );
  if (failed !== null)
    return (
      <div className="bg-panel">
        <LoadFailure text={`The spots could not be loaded: ${failed}`} onRetry={onRetry} />
      </div>
    );
  if (!loaded) return <p className="bg-panel p-8 text-center text-soft">Loading the spots.</p>;
  if (isEmpty) return <div className="bg-panel p-8 text-center text-soft">{none}</div>;
  return children;
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
