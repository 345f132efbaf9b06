"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import type { SpotView } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import { type DistanceUnit, distanceText, gridCenter, gridOf, pathBetween, type Point } from "@/core/geo";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { bearingText, many } from "../kit/format";
import { useKept } from "../kit/kept";
import { Mark } from "../kit/Mark";
import { useMinute } from "../kit/night";
import { Tick } from "../kit/Tick";
import { useLive } from "../kit/useLive";
import { useSize } from "../kit/useSize";
import { useLogbook } from "../shell/logbook";
import type { Picked } from "../shell/radio";
import { useReadingLater } from "../workspace/atHand";
import { keptMap, LAYERS, type Layer } from "./keptMap";
import { Bearings, Entities, Grids, Night, PathLines, Spot } from "./MapLayers";
import { contactMarks, marksInSight, type PlacedMark, spotMarks } from "./mapMarks";
import { Earth } from "../map/Earth";
import { inSight, MAP_KINDS, type MapKind, type MapView, placeAt, projectionOf, WHOLE_MAP } from "../map/mapView";
import { wholeText } from "./spotColumns";
import { type Countries, entityAt, useCountries } from "../map/useCountries";
import { useMapHand } from "../map/useMapHand";
import { ZoomButtons } from "../map/ZoomButtons";

const LAST_CONTACTS = 60;
const KINDS: Readonly<Record<MapKind, string>> = { around: "Around the site", world: "World" };

interface WorldMapProps {
  /** Those that are shown. */
  spots: readonly SpotView[];
  /** Why there are none; null where there are. */
  notice: string | null;
  onPick: (picked: Picked) => void;
  onLeave: () => void;
}

/** Where everything is: around the site by beam and distance, or on the whole world; it follows the typed call. */
export function WorldMap({ spots, notice, onPick, onLeave }: WorldMapProps) {
  const { logbook } = useLogbook();
  const facts = useReadingLater();
  const { kind, layers } = useKept(keptMap);
  const home = useMemo(() => gridCenter(logbook.site.grid), [logbook.site.grid]);
  const { countries, failed } = useCountries();
  const now = useMinute();
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const size = useSize(box, { width: 900, height: 320 });
  const [views, setViews] = useState<Readonly<Record<MapKind, MapView>>>({ around: WHOLE_MAP, world: WHOLE_MAP });
  const view = views[kind];
  const look = (next: MapView) => setViews((all) => ({ ...all, [kind]: next }));
  const has = (layer: Layer) => layers.includes(layer);
  const projection = useMemo(
    () => (home === null ? null : projectionOf(kind, home, view, size)),
    [kind, home, view, size],
  );
  const recent = useRecent(logbook.id, has("contacts"));
  const marks = useMemo(
    () => (home === null ? [] : [...(layers.includes("spots") ? spotMarks(spots, home) : []), ...contactMarks(recent)]),
    [home, spots, recent, layers],
  );
  const placed = useMemo(
    () => (projection === null ? [] : marksInSight(marks, projection, size)),
    [projection, marks, size],
  );
  const target = facts?.point ?? null;
  const [pressed, setPressed] = useState<Point | null>(null);
  const [pointed, setPointed] = useState<PlacedMark | null>(null);

  // A call that is typed is brought into sight, once.
  const targetKey = target === null ? null : `${target.latitude} ${target.longitude}`;
  const [followed, setFollowed] = useState<string | null>(null);
  if (targetKey !== followed) {
    setFollowed(targetKey);
    if (target !== null && projection !== null)
      look(inSight(view, projection([target.longitude, target.latitude]), size));
  }

  const { zoom, handlers } = useMapHand({
    box,
    size,
    view,
    look,
    onLeave,
    onPress: (at) => projection !== null && setPressed(placeAt(projection, at)),
  });
  const pressedText = useMemo(
    () => (home === null || pressed === null ? null : placeText(home, pressed, countries, logbook.distances)),
    [home, pressed, countries, logbook.distances],
  );
  const turn = (layer: Layer) =>
    keptMap.set({ kind, layers: has(layer) ? layers.filter((one) => one !== layer) : [...layers, layer] });

  if (home === null)
    return <p className="bg-panel p-8 text-center text-wanted">The site has no grid: say one in Station.</p>;
  return (
    <section
      aria-label="Map"
      className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] bg-panel"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-1">
        <div role="group" aria-label="Which map" className="flex gap-1">
          {MAP_KINDS.map((one) => (
            <Button
              key={one}
              small
              aria-pressed={one === kind}
              className={one === kind ? "border-signal bg-signal-wash text-signal" : ""}
              onClick={() => keptMap.set({ kind: one, layers })}
            >
              {KINDS[one]}
            </Button>
          ))}
        </div>
        <div role="group" aria-label="What is on the map" className="flex flex-wrap gap-x-3">
          {LAYERS.map(({ id, label }) => (
            <Tick key={id} label={label} checked={has(id)} onChange={() => turn(id)} />
          ))}
        </div>
        <span className="flex-1" />
        <ZoomButtons zoom={zoom} />
      </div>
      <div
        ref={setBox}
        role="application"
        tabIndex={0}
        aria-label={`${KINDS[kind]}: arrows move the map, + and - enlarge it, Home shows all of it`}
        className="relative min-h-0 cursor-crosshair touch-none overflow-hidden bg-raised outline-offset-[-2px] select-none"
        {...handlers}
      >
        {projection !== null && (
          <svg width={size.width} height={size.height} aria-hidden className="absolute inset-0">
            <Earth projection={projection} countries={countries} />
            {has("grids") && <Grids projection={projection} size={size} />}
            {has("night") && now !== null && <Night projection={projection} now={now} />}
            {kind === "around" && <Bearings projection={projection} home={home} />}
            {(has("entities") || has("zones")) && (
              <Entities projection={projection} size={size} prefixes={has("entities")} zones={has("zones")} />
            )}
            {target !== null && <PathLines projection={projection} from={home} to={target} />}
            {pressed !== null && <PathLines projection={projection} from={home} to={pressed} isPressed />}
            <Spot at={projection([home.longitude, home.latitude])} look="fill-ink" />
          </svg>
        )}
        {placed.map((at) => (
          <MarkAt key={at.marks[0]!.key} at={at} onPoint={setPointed} onPick={onPick} />
        ))}
        {countries === null && (
          <p className="absolute right-3 bottom-2 text-soft" role="status">
            {failed ? "The outlines could not be loaded; all else is there." : "The outlines are being loaded."}
          </p>
        )}
      </div>
      <p role="status" className="flex h-8 items-center gap-4 border-t border-line px-4 text-soft">
        <span className="min-w-0 truncate">
          {pointed !== null
            ? markText(pointed)
            : pressedText !== null
              ? pressedText
              : target !== null && facts !== null
                ? `${facts.place.call}: ${placeText(home, target, null, logbook.distances)}`
                : `${notice === null ? "" : `${notice}. `}Press anywhere: here stands its beam, distance, grid and entity.`}
        </span>
      </p>
    </section>
  );
}

/** The newest contacts of the log, kept up to date. */
function useRecent(logbookId: number, wanted: boolean) {
  const { data, refetch } = useQuery({
    queryKey: ["mapContacts", logbookId],
    queryFn: () => ask(contacts.listContacts, { params: { logbookId }, query: { limit: LAST_CONTACTS } }),
    enabled: wanted,
  });
  useLive((event) => {
    const isOurs = (event.type === "contacts" || event.type === "manyContacts") && event.logbookId === logbookId;
    if (wanted && isOurs) void refetch({ cancelRefetch: false });
  });
  return useMemo(() => (wanted ? (data?.items ?? []) : []), [wanted, data]);
}

interface MarkAtProps {
  at: PlacedMark;
  onPoint: (at: PlacedMark | null) => void;
  onPick: (picked: Picked) => void;
}

/** What stands at a place: its mark, its call, and how many more there are. A press on a spot goes there. */
function MarkAt({ at, onPoint, onPick }: MarkAtProps) {
  const { x, y, marks, named } = at;
  const { spot, text, duplicate } = marks[0]!;
  return (
    <div
      data-mark
      style={{ left: x - 7, top: y - 8 }}
      className={`absolute flex items-center gap-0.5 font-mono text-tiny whitespace-nowrap ${spot === null ? "cursor-default" : "cursor-pointer"} ${duplicate ? "text-faint" : "font-semibold text-ink"}`}
      onPointerEnter={() => onPoint(at)}
      onPointerLeave={() => onPoint(null)}
      onClick={() => spot !== null && onPick(spot)}
    >
      {spot === null || duplicate ? (
        <svg viewBox="0 0 14 14" className="size-3.5" aria-hidden>
          <circle cx="7" cy="7" r="3" className="fill-faint stroke-panel" />
        </svg>
      ) : (
        <Mark
          kind={
            spot.contest === null ? (spot.worth?.worth ?? "safe") : spot.contest.fresh.length > 0 ? "wanted" : "safe"
          }
        />
      )}
      {named && (
        <span className={`rounded-field bg-panel/70 px-0.5 ${spot !== null && duplicate ? "line-through" : ""}`}>
          {text}
        </span>
      )}
      {named && marks.length > 1 && <span className="font-sans font-normal text-soft">+{marks.length - 1}</span>}
    </div>
  );
}

function markText({ marks }: PlacedMark): string {
  const [first, ...others] = marks;
  const own = first!.spot === null ? `${first!.text}: worked.` : wholeText(first!.spot);
  return others.length === 0
    ? own
    : `${own} And ${many(others.length, "station")} more: ${others.map(({ text }) => text).join(", ")}.`;
}

/** Beam, distance, grid and entity of a place. */
function placeText(home: Point, place: Point, countries: Countries | null, unit: DistanceUnit): string {
  const { bearing, distanceKm, longBearing, longDistanceKm } = pathBetween(home, place);
  const at = countries === null ? null : entityAt(place, countries);
  const where = at === null ? "" : `; ${at.near ? "near " : ""}${at.entity.name}, ${at.entity.prefix}`;
  return `${bearingText(bearing)} ${distanceText(distanceKm, unit)} short, ${bearingText(longBearing)} ${distanceText(longDistanceKm, unit)} long; ${gridOf(place, 6)}${where}`;
}
