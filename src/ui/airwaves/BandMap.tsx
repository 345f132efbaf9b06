"use client";

import { AppWindow, Minus, Plus } from "lucide-react";
import { type PointerEvent, type RefObject, useCallback, useMemo, useState } from "react";
import { bandLabel, bandOfFrequency, compareBands, formatFrequency, modeGroup, USUAL_BANDS } from "@/core/band";
import { baseCall } from "@/core/callsign";
import type { SpotView } from "@/core/contract";
import { regionOf } from "@/core/entity";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { many } from "../kit/format";
import { useKept } from "../kit/kept";
import { pressKey } from "../kit/pressKey";
import { useNow } from "../kit/useNow";
import { useSize } from "../kit/useSize";
import { turnsOf, useWheel } from "../kit/useWheel";
import { useLogbook } from "../shell/logbook";
import { type Picked, useRadio } from "../shell/radio";
import { edgesOf } from "../tuning/bandStretches";
import { HERE } from "../tuning/marks";
import {
  hertzAt,
  keptInSight,
  reachOf,
  reachText,
  shareAt,
  stretched,
  type View,
  viewAround,
  wholeOf,
} from "../tuning/rulerView";
import { steps } from "../tuning/steps";
import { useBandMarks } from "../tuning/useBandMarks";
import { type BandEntry, bandEntries, nextEntry } from "./bandEntries";
import { BandNames } from "./BandNames";
import { ACROSS, bandPlan } from "./bandPlan";
import { BandNeedle, BandScale } from "./BandScale";
import { keptBandMap } from "./keptBandMap";
import { wholeText } from "./spotColumns";

const ZOOM = 1.5;
/** A press that moves less is a press, pixels. */
const STILL_PX = 4;
/** A press so near to a mark without a name is on it, pixels. */
const ON_PX = 6;
/** How far a page key goes, of what is in sight. */
const PAGE = 0.75;

interface BandMapProps {
  /** Of any band. */
  spots: readonly SpotView[];
  /** What is said where there are no spots, and why; null where there are. */
  notice: string | null;
  mapRef?: RefObject<HTMLDivElement | null>;
  onPick: (picked: Picked) => void;
  /** Leaves the map for the entry line. */
  onLeave: () => void;
  /** Opens it in a window of its own; left out where it is one. */
  onWindow?: () => void;
}

/** What a press is of, as long as it goes on. */
interface Drag {
  readonly at: number;
  readonly view: View;
  readonly moved: boolean;
}

/**
 * A band as a map: its ruler, the stations on it by name, and where one is. It follows the radio, or stays on a band;
 * the wheel stretches it, dragging moves it along, a press goes there.
 */
export function BandMap({ spots, notice, mapRef, onPick, onLeave, onWindow }: BandMapProps) {
  const { logbook } = useLogbook();
  const radioBand = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const submode = useRadio((radio) => radio.submode);
  const radioHz = useRadio((radio) => radio.frequencyHz);
  const { follows, band: chosen } = useKept(keptBandMap);
  const band = follows ? radioBand : chosen;
  const hertz = band === radioBand ? radioHz : null;
  const region = regionOf(logbook.site.entityCode) ?? 2;
  const whole = useMemo(() => wholeOf(edgesOf(band, region)), [band, region]);
  const [views, setViews] = useState<Readonly<Record<string, View>>>({});
  const seen = views[band] ?? whole;
  const [drag, setDrag] = useState<Drag | null>(null);
  const view = hertz === null || !follows || drag !== null ? seen : keptInSight(seen, hertz, whole);
  const look = (next: View) => setViews((all) => ({ ...all, [band]: next }));
  if (view !== seen) look(view);
  const step = useKept(steps)[modeGroup(mode)];

  const ownBase = baseCall(logbook.site.call);
  const marks = useBandMarks(logbook.id, band);
  const minute = useNow()?.slice(0, 16);
  const all = useMemo(
    () => bandEntries(spots, marks, band, ownBase, minute === undefined ? 0 : Date.parse(`${minute}Z`)),
    [spots, marks, band, ownBase, minute],
  );
  /** While the pointer is in it nothing comes under the pointer. */
  const [held, setHeld] = useState<{ readonly band: string; readonly entries: readonly BandEntry[] } | null>(null);
  const entries = held?.band === band ? held.entries : all;
  const waiting = entries === all ? 0 : countNew(all, entries);

  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const size = useSize(box, { width: 260, height: 400 });
  const [activeKey, setActiveKey] = useState<string | null>(null);
  const plan = useMemo(() => bandPlan(entries, view, size, activeKey), [entries, view, size, activeKey]);
  const { way, length } = plan;
  const active = entries.find(({ key }) => key === activeKey);
  const [pointed, setPointed] = useState<BandEntry | null>(null);
  const told = pointed ?? active ?? null;

  const stretch = (factor: number, about: number) => look(stretched(view, about, factor, whole));
  const middle = () => hertz ?? active?.hertz ?? (view.lowHz + view.highHz) / 2;
  function slideTo(next: View) {
    const to = viewAround((next.lowHz + next.highHz) / 2, reachOf(view), whole);
    look(to);
    // Who looks elsewhere does not want to be brought back.
    if (follows && hertz !== null && keptInSight(to, hertz, whole) !== to) keptBandMap.set({ follows: false, band });
  }
  const slide = (byHz: number) => slideTo({ lowHz: view.lowHz + byHz, highHz: view.highHz + byHz });

  const go = useCallback(
    ({ key, text, hertz: frequencyHz, spot }: BandEntry) => {
      setActiveKey(key);
      onPick(spot ?? { call: text === HERE ? null : text, frequencyHz, band });
    },
    [onPick, band],
  );
  function goTo(frequencyHz: number) {
    const on = bandOfFrequency(frequencyHz);
    if (on !== undefined) onPick({ call: null, frequencyHz, band: on.name });
  }

  /** Where along the ruler a pointer is, pixels from its low end. */
  const alongOf = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
    const { left, bottom } = box!.getBoundingClientRect();
    return way === "lying" ? clientX - left : bottom - clientY;
  };
  function onDown(event: PointerEvent<HTMLDivElement>) {
    if (event.button !== 0 || (event.target as Element).closest("[role=option]") !== null) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ at: alongOf(event), view, moved: false });
  }
  function onMove(event: PointerEvent<HTMLDivElement>) {
    if (drag === null) return;
    const by = alongOf(event) - drag.at;
    if (!drag.moved && Math.abs(by) < STILL_PX) return;
    setDrag({ ...drag, moved: true });
    const byHz = (by / length) * reachOf(drag.view);
    slideTo({ lowHz: drag.view.lowHz - byHz, highHz: drag.view.highHz - byHz });
  }
  function onUp(event: PointerEvent<HTMLDivElement>) {
    setDrag(null);
    if (drag === null || drag.moved) return;
    const at = alongOf(event);
    const near = plan.unnamed.find((entry) => Math.abs(shareAt(view, entry.hertz) * length - at) <= ON_PX);
    if (near !== undefined) go(near);
    else goTo(hertzAt(view, at / length, step));
  }
  useWheel(box, (event) => {
    const turns = turnsOf(event);
    if (event.shiftKey) slide((turns * reachOf(view)) / 8);
    else stretch(ZOOM ** turns, hertzAt(view, alongOf(event) / length, 1));
  });

  function move(by: 1 | -1) {
    const next = nextEntry(entries, activeKey, by, middle());
    if (next === undefined) return;
    setActiveKey(next.key);
    look(keptInSight(view, next.hertz, whole));
  }
  function onKey(event: React.KeyboardEvent) {
    pressKey(event, {
      ArrowUp: () => move(1),
      ArrowRight: () => move(1),
      ArrowDown: () => move(-1),
      ArrowLeft: () => move(-1),
      Enter: () => active !== undefined && go(active),
      "+": () => stretch(ZOOM, middle()),
      "-": () => stretch(1 / ZOOM, middle()),
      Home: () => look(whole),
      PageUp: () => slide(reachOf(view) * PAGE),
      PageDown: () => slide(-reachOf(view) * PAGE),
      Escape: onLeave,
    });
  }

  return (
    <section
      aria-label="Band map"
      className="grid h-full min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] bg-panel"
    >
      <div className="flex h-9 items-center gap-1.5 border-b border-line px-2">
        <Choice
          label="Band of the map"
          inline
          wrapperClassName="w-[78px] shrink-0"
          value={band}
          onChange={({ target }) => keptBandMap.set({ follows: false, band: target.value })}
        >
          {[...new Set([...USUAL_BANDS, band])].sort(compareBands).map((one) => (
            <option key={one} value={one}>
              {bandLabel(one)}
            </option>
          ))}
        </Choice>
        <Button
          small
          aria-pressed={follows}
          title="The map shows where the radio is; else it stays where it is"
          className={follows ? "border-signal bg-signal-wash text-signal" : ""}
          onClick={() => keptBandMap.set({ follows: !follows, band })}
        >
          Follow
        </Button>
        <span className="flex-1" />
        <Button
          small
          look="quiet"
          aria-label="Show more of the band on the map"
          onClick={() => stretch(1 / ZOOM, middle())}
        >
          <Minus size={14} aria-hidden />
        </Button>
        <span className="text-tiny whitespace-nowrap text-soft" title="So much of the band is in sight">
          {reachText(reachOf(view))}
        </span>
        <Button small look="quiet" aria-label="Stretch the map" onClick={() => stretch(ZOOM, middle())}>
          <Plus size={14} aria-hidden />
        </Button>
        {onWindow !== undefined && (
          <Button
            small
            look="quiet"
            aria-label="Band map in a window of its own"
            title="In a window of its own"
            onClick={onWindow}
          >
            <AppWindow size={14} aria-hidden />
          </Button>
        )}
      </div>
      <div
        ref={setBox}
        className="relative min-h-0 cursor-crosshair touch-none overflow-hidden select-none"
        onPointerDown={onDown}
        onPointerMove={onMove}
        onPointerUp={onUp}
        onPointerCancel={() => setDrag(null)}
        onKeyDown={onKey}
        onPointerEnter={() => setHeld({ band, entries: all })}
        onPointerLeave={() => {
          setHeld(null);
          setPointed(null);
        }}
      >
        <BandScale
          plan={plan}
          view={view}
          across={size}
          band={band}
          region={region}
          group={modeGroup(mode)}
          licence={logbook.site.licence}
        />
        {hertz !== null && <BandNeedle plan={plan} view={view} across={size} {...{ hertz, mode, submode }} />}
        <BandNames
          plan={plan}
          activeKey={activeKey}
          boxRef={mapRef}
          offset={ACROSS[way].ruler + ACROSS[way].leaders}
          hasRoom={way === "upright" && size.width >= 250}
          onPick={go}
          onPoint={setPointed}
        />
        {entries.length === 0 && (
          <p className="pointer-events-none absolute inset-y-0 right-3 left-24 grid place-items-center text-center text-soft">
            {notice ?? `Nothing is announced on ${bandLabel(band)}, and nothing was put there.`}
          </p>
        )}
      </div>
      <p
        role="status"
        className="flex h-[54px] items-start gap-3 border-t border-line px-2 py-1 text-tiny text-soft"
        aria-live={told === null ? "off" : "polite"}
      >
        <span className="line-clamp-3 min-w-0 flex-1">
          {told === null ? (entries.length > 0 ? notice : "") : entryText(told)}
        </span>
        {plan.unnamed.length > 0 && (
          <span className="whitespace-nowrap">{plan.unnamed.length} without a name: stretch</span>
        )}
        {waiting > 0 && <span className="whitespace-nowrap">{many(waiting, "station")} more</span>}
      </p>
    </section>
  );
}

function entryText({ text, hertz, by, spot, isOwn }: BandEntry): string {
  if (spot !== null)
    return isOwn ? `You are announced on ${formatFrequency(hertz)} kHz. ${wholeText(spot)}` : wholeText(spot);
  return `${text === HERE ? "A mark" : text}: ${by === "put" ? "put" : "worked"} at ${formatFrequency(hertz)} kHz.`;
}

function countNew(all: readonly BandEntry[], held: readonly BandEntry[]): number {
  const there = new Set(held.map(({ key }) => key));
  return all.filter(({ key }) => !there.has(key)).length;
}
