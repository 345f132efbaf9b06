"use client";

import { TabGroup, TabPanel, TabPanels } from "@headlessui/react";
import { ChevronsDownUp, ChevronsUpDown } from "lucide-react";
import { memo, type RefObject, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { LoggedContact } from "@/core/contract";
import { Alerts } from "../alerts/Alerts";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { TabBar } from "../kit/TabBar";
import { useWide } from "../kit/useWide";
import { openBandMap } from "../workspace/panelWindows";
import { Spectrum } from "../signals/Spectrum";
import { type Picked, useRadio, useTuning } from "../shell/radio";
import { TAB_NAMES, type TabName, TABS, useAirwavesTab } from "./airwavesTabs";
import { AnnounceWindow } from "./AnnounceWindow";
import { BandMap } from "./BandMap";
import { Hours } from "./Hours";
import { NetworkState } from "./NetworkState";
import { NetworkWindow } from "./NetworkWindow";
import { EVERY_SPOT, isDuplicate, nextSpot, shownSpots } from "./spotFilter";
import { ShownSpots, SpotsHead } from "./ShownSpots";
import { SunCharts } from "./SunCharts";
import { useShownSpots } from "./useShownSpots";
import { WorldMap } from "./WorldMap";

interface AirwavesPanelsProps {
  /** What stands in the call field. */
  typed: () => string;
  last: LoggedContact | null;
  onPick: (picked: Picked) => void;
  /** To the entry line. */
  onLeave: () => void;
}

/** All but the entry line and the reading: not drawn anew with each key that is typed there. */
export const AirwavesPanels = memo(function AirwavesPanels({ typed, last, onPick, onLeave }: AirwavesPanelsProps) {
  const band = useRadio((radio) => radio.band);
  const tuning = useTuning();
  const shown = useShownSpots();
  const { rows, ofAllBands, now, networks, notice } = shown;
  const isWide = useWide();
  const gridRef = useRef<HTMLDivElement>(null);
  const mapRef = useRef<HTMLDivElement>(null);
  const [announcing, setAnnouncing] = useState(false);
  const [looking, setLooking] = useState(false);
  const { tab, folded, show, turnFold } = useAirwavesTab();

  function step(by: 1 | -1) {
    const { frequencyHz } = tuning.now();
    const spot = nextSpot(rows, band, frequencyHz ?? (by === 1 ? 0 : Infinity), by);
    if (spot === undefined) toast(`There is no spot ${by === 1 ? "above" : "below"} on ${bandLabel(band)}.`);
    else onPick(spot);
  }
  function toBest() {
    const best = shownSpots(rows, EVERY_SPOT, band, now).find((spot) => !isDuplicate(spot));
    if (best === undefined) toast("There is no spot to go to.");
    else onPick(best);
  }
  /** What has the focus as soon as its tab is there. */
  const wantedRef = useRef<typeof gridRef | null>(null);
  const focus = (name: TabName, ref: typeof gridRef) => {
    if (ref.current !== null) return ref.current.focus();
    if (tab.name === name) return void toast("There is no spot to go to.");
    wantedRef.current = ref;
    show(name);
  };
  useActions([
    { id: "toSpots", run: () => focus("Spots", gridRef) },
    { id: "toBandMap", run: () => focus("Band map", mapRef) },
    { id: "toSpectrum", run: () => show("Spectrum") },
    { id: "toMap", run: () => show("Map") },
    { id: "toHours", run: () => show("Hours") },
    { id: "toSun", label: "Show what the sun does", run: () => show("Sun") },
    { id: "toAlerts", run: () => show("Alerts") },
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
    <BandMap
      spots={ofAllBands}
      notice={notice}
      mapRef={mapRef}
      onPick={onPick}
      onLeave={onLeave}
      onWindow={openBandMap}
    />
  );

  const contents: Readonly<Record<TabName, React.ReactNode>> = {
    Spots: (
      <div className="grid h-full grid-cols-[minmax(0,1fr)] 2xl:grid-cols-[minmax(0,1fr)_300px]">
        <ShownSpots shown={shown} gridRef={gridRef} onPick={onPick} onLeave={onLeave} />
        {isWide && <div className="min-h-0 border-l border-line">{bandMap}</div>}
      </div>
    ),
    "Band map": bandMap,
    Spectrum: <Spectrum spots={ofAllBands} onPick={onPick} onLeave={onLeave} />,
    Map: <WorldMap spots={rows} notice={notice} onPick={onPick} onLeave={onLeave} />,
    Hours: <Hours />,
    Sun: <SunCharts />,
    Alerts: <Alerts />,
  };

  return (
    <TabGroup
      selectedIndex={TABS.indexOf(tab)}
      onChange={(index) => show(TAB_NAMES[index]!)}
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)]"
    >
      <section
        aria-label="Networks"
        className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-line bg-panel px-4"
      >
        <TabBar names={TAB_NAMES} />
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
          <SpotsHead shown={shown} />
        </section>
      ) : (
        <span />
      )}
      <TabPanels className="min-h-0 border-t border-line">
        {TAB_NAMES.map((name) => (
          <TabPanel key={name} className="@container h-full min-h-0">
            {contents[name]}
            <FocusOnceThere wantedRef={wantedRef} />
          </TabPanel>
        ))}
      </TabPanels>
      {announcing && (
        <AnnounceWindow
          networks={networks}
          typed={typed()}
          last={last}
          now={tuning.now()}
          onClose={() => setAnnouncing(false)}
        />
      )}
      {looking && <NetworkWindow networks={networks} onClose={() => setLooking(false)} />}
    </TabGroup>
  );
});

/** Gives the focus to what was asked for, when the tab that it is in comes to be there. */
function FocusOnceThere({ wantedRef }: { wantedRef: RefObject<RefObject<HTMLElement | null> | null> }) {
  useEffect(() => {
    wantedRef.current?.current?.focus();
    wantedRef.current = null;
  }, [wantedRef]);
  return null;
}
