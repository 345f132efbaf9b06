"use client";

import { ChevronLeft, ChevronRight, Minus, Plus } from "lucide-react";
import { memo, type PointerEvent, type RefObject, useMemo, useState } from "react";
import {
  bandLabel,
  bandOfFrequency,
  formatFrequency,
  modeGroup,
  type ModeGroup,
  type Region,
  signalExtent,
} from "@/core/band";
import { regionOf } from "@/core/entity";
import { useActions, useRun } from "../kit/actions";
import { useKeysOf } from "../kit/changedKeys";
import { useLogbook } from "../shell/logbook";
import { useRadio, useTuning } from "../shell/radio";
import { useKept } from "../kit/kept";
import { pressKey } from "../kit/pressKey";
import { useSize } from "../kit/useSize";
import { turnsOf, useWheel } from "../kit/useWheel";
import { bandStretches, edgesOf } from "./bandStretches";
import { HERE, put, putMarks, taken } from "./marks";
import { places } from "./PlaceKeeper";
import {
  hertzAt,
  keptInSight,
  kilohertzText,
  labelledOf,
  reachOf,
  reachText,
  rulerLines,
  shareAt,
  stretched,
  type View,
  viewAround,
  wholeOf,
} from "./rulerView";
import { STEPS, steps, stepText } from "./steps";
import { type BandMark, useBandMarks } from "./useBandMarks";

const HEIGHT = 46;
/** How far the finger moves up to stretch the ruler to twice, pixels. */
const TWICE_PX = 60;
/** A press that moves less is a press, pixels. */
const STILL_PX = 4;
const LABEL_PX = 58;
const ZOOM = 1.6;

/** A press that goes on: where it began, and what was in sight. */
interface Drag {
  readonly view: View;
  readonly x: number;
  readonly y: number;
  readonly still: boolean;
}

interface RulerProps {
  /** The call field: what is put at a frequency is put under what stands there. */
  callRef: RefObject<HTMLInputElement | null>;
  /** A call that was put is gone to. */
  onPick: (call: string) => void;
}

/**
 * The band as a ruler: a press goes to a place, sliding tunes, and moving up or down stretches it under the finger. It
 * shows how far it reaches, how much a step is, where segments and the allocation end, what was worked or put there,
 * and where one was.
 */
export const Ruler = memo(function Ruler({ callRef, onPick }: RulerProps) {
  const { logbook } = useLogbook();
  const tuning = useTuning();
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const submode = useRadio((radio) => radio.submode);
  const hertz = useRadio((radio) => radio.frequencyHz);
  const group = modeGroup(mode);
  const step = useKept(steps)[group];
  const region = regionOf(logbook.site.entityCode) ?? 2;
  const [box, setBox] = useState<HTMLDivElement | null>(null);
  const { width } = useSize(box, { width: 900, height: HEIGHT });
  const whole = useMemo(() => wholeOf(edgesOf(band, region)), [band, region]);
  /** What is in sight of each band. */
  const [views, setViews] = useState<Readonly<Record<string, View>>>({});
  const seen = views[band] ?? whole;
  const [drag, setDrag] = useState<Drag | null>(null);
  const view = hertz === null || drag !== null ? seen : keptInSight(seen, hertz, whole);
  const look = (next: View) => setViews((all) => ({ ...all, [band]: next }));
  // Where the ruler moved under the needle it stays, until the needle is at its end again.
  if (view !== seen) look(view);
  const marks = useBandMarks(logbook.id, band);

  const go = (to: number) => {
    const on = bandOfFrequency(to);
    if (on !== undefined) tuning.set({ frequencyHz: to, band: on.name });
  };
  const stretch = (factor: number, about = hertz ?? (view.lowHz + view.highHz) / 2) =>
    look(stretched(view, about, factor, whole));

  useActions([
    { id: "up", run: () => tuning.stepFrequency(step) },
    { id: "down", run: () => tuning.stepFrequency(-step) },
    { id: "closer", label: "Stretch the ruler", run: () => stretch(ZOOM) },
    { id: "wider", label: "Show more of the band", run: () => stretch(1 / ZOOM) },
    {
      id: "putHere",
      run: () => {
        const { frequencyHz } = tuning.now();
        if (frequencyHz === null) return;
        const call = callRef.current?.value.trim() ?? "";
        const off = call === "" ? taken(putMarks.get(), frequencyHz) : null;
        putMarks.set(off ?? put(putMarks.get(), frequencyHz, call || HERE, Date.now()));
      },
    },
  ]);

  function onDown(event: PointerEvent<SVGSVGElement>) {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    setDrag({ view, x: event.clientX, y: event.clientY, still: true });
  }
  function onMove(event: PointerEvent<SVGSVGElement>) {
    if (drag === null) return;
    const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
    if (drag.still && Math.hypot(dx, dy) < STILL_PX) return;
    if (drag.still) setDrag({ ...drag, still: false });
    const about = hertzAt(drag.view, shareOf(event), 1);
    const next = stretched(drag.view, about, 2 ** (-dy / TWICE_PX), whole);
    look(next);
    go(hertzAt(next, shareOf(event), step));
  }
  function onUp(event: PointerEvent<SVGSVGElement>) {
    setDrag(null);
    if (drag?.still !== true) return;
    const at = hertzAt(drag.view, shareOf(event), step);
    const near = nearest(marks, at, (reachOf(drag.view) / width) * 8);
    go(near?.hertz ?? at);
    if (near !== null && near.by === "put" && near.text !== HERE) onPick(near.text);
  }
  const shareOf = ({ clientX, currentTarget }: PointerEvent<SVGSVGElement>) => {
    const { left, width: wide } = currentTarget.getBoundingClientRect();
    return (clientX - left) / wide;
  };

  useWheel(box, (event) => {
    const turns = turnsOf(event);
    if (!event.ctrlKey) return tuning.stepFrequency(turns * step * (event.shiftKey ? 10 : 1));
    const { left, width: wide } = box!.getBoundingClientRect();
    look(stretched(view, hertzAt(view, (event.clientX - left) / wide, 1), ZOOM ** turns, whole));
  });

  function onKey(event: React.KeyboardEvent) {
    const far = event.shiftKey ? 10 : 1;
    pressKey(event, {
      ArrowRight: () => tuning.stepFrequency(step * far),
      ArrowUp: () => tuning.stepFrequency(step * far),
      ArrowLeft: () => tuning.stepFrequency(-step * far),
      ArrowDown: () => tuning.stepFrequency(-step * far),
      Home: () => go(Math.ceil(edgesOf(band, region).lowHz)),
      End: () => go(Math.floor(edgesOf(band, region).highHz)),
      "+": () => stretch(ZOOM),
      "-": () => stretch(1 / ZOOM),
    });
  }

  const percent = (at: number) => `${shareAt(view, at) * 100}%`;
  const [below, above] = hertz === null ? [0, 0] : signalExtent(hertz, mode, submode);
  return (
    <section
      aria-label="Tuning"
      className="grid grid-cols-[minmax(0,1fr)_auto] items-stretch border-b border-line bg-panel max-sm:hidden"
    >
      <div ref={setBox} className="relative min-w-0 touch-none">
        <Overview whole={whole} view={view} band={band} region={region} onView={look} hertz={hertz} />
        <svg
          role="slider"
          tabIndex={0}
          aria-label={`Frequency on ${bandLabel(band)}, kHz`}
          aria-valuemin={whole.lowHz / 1000}
          aria-valuemax={whole.highHz / 1000}
          aria-valuenow={(hertz ?? whole.lowHz) / 1000}
          aria-valuetext={hertz === null ? "not set" : `${formatFrequency(hertz)} kHz`}
          height={HEIGHT}
          className="block w-full cursor-crosshair touch-none select-none"
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={() => setDrag(null)}
          onKeyDown={onKey}
        >
          <Scale
            view={view}
            width={width}
            band={band}
            region={region}
            group={group}
            licence={logbook.site.licence}
            marks={marks}
          />
          {hertz !== null && (
            <>
              <rect
                x={percent(hertz - below)}
                width={`${((above + below) / reachOf(view)) * 100}%`}
                height={HEIGHT}
                className="fill-signal opacity-25"
              />
              <line x1={percent(hertz)} x2={percent(hertz)} y1={0} y2={HEIGHT} className="stroke-signal stroke-2" />
            </>
          )}
        </svg>
      </div>
      <div className="flex items-center gap-1 border-l border-line px-2 text-tiny text-soft">
        <RulerButton label="The place before" id="placeBack">
          <ChevronLeft size={15} aria-hidden />
        </RulerButton>
        <RulerButton label="The next place" id="placeForth">
          <ChevronRight size={15} aria-hidden />
        </RulerButton>
        <RulerButton label="Show more of the band" id="wider">
          <Minus size={15} aria-hidden />
        </RulerButton>
        <span className="w-16 text-center" title="So much of the band is in sight">
          reach <b className="block font-semibold text-ink">{reachText(reachOf(view))}</b>
        </span>
        <RulerButton label="Stretch the ruler" id="closer">
          <Plus size={15} aria-hidden />
        </RulerButton>
        <label className="grid">
          step, {group}
          <select
            className="field h-6 w-[76px] px-1 text-base"
            value={step}
            onChange={({ target }) => steps.set({ ...steps.get(), [group]: Number(target.value) })}
          >
            {[...new Set([...STEPS, step])].map((one) => (
              <option key={one} value={one}>
                {stepText(one)}
              </option>
            ))}
          </select>
        </label>
        <RulerButton label="Put the call that is typed here, or a mark; again takes it off" id="putHere">
          <span className="text-base">Put</span>
        </RulerButton>
      </div>
    </section>
  );
});

interface ScaleProps extends SegmentsProps {
  width: number;
  marks: readonly BandMark[];
}

/** All but the needle, which moves alone as long as the ruler does not. */
const Scale = memo(function Scale({ view, width, band, region, group, licence, marks }: ScaleProps) {
  const { visited, at: place } = useKept(places);
  const percent = (at: number) => `${shareAt(view, at) * 100}%`;
  const labelled = labelledOf(marks, view, width, LABEL_PX);
  return (
    <>
      <Segments view={view} band={band} region={region} group={group} licence={licence} />
      {rulerLines(view, width).map((line) => (
        <g key={line.hertz}>
          <line
            x1={percent(line.hertz)}
            x2={percent(line.hertz)}
            y1={HEIGHT}
            y2={HEIGHT - (line.labelled ? 12 : 5)}
            className="stroke-edge"
          />
          {line.labelled && isClearOfEnds(shareAt(view, line.hertz) * width, width) && (
            <text x={percent(line.hertz)} y={HEIGHT - 15} textAnchor="middle" className="fill-soft font-mono text-tiny">
              {kilohertzText(line.hertz)}
            </text>
          )}
        </g>
      ))}
      {visited.map((at, index) => (
        <circle
          key={at}
          cx={percent(at)}
          cy={HEIGHT - 3}
          r={2.5}
          className={index === place ? "fill-signal" : "fill-faint"}
        >
          <title>{`You were at ${formatFrequency(at)} kHz`}</title>
        </circle>
      ))}
      {marks.map((mark) => (
        <g key={`${mark.by} ${mark.text} ${mark.hertz}`} className={mark.by === "put" ? "fill-signal" : "fill-soft"}>
          <title>{`${mark.text}, ${mark.by} at ${formatFrequency(mark.hertz)} kHz`}</title>
          <rect x={percent(mark.hertz)} y={2} width={mark.by === "put" ? 2 : 1} height={labelled.has(mark) ? 13 : 5} />
          {labelled.has(mark) && (
            <text
              x={percent(mark.hertz)}
              dx={4}
              y={13}
              paintOrder="stroke"
              strokeWidth={3}
              className="stroke-panel font-mono text-tiny"
            >
              {mark.text}
            </text>
          )}
        </g>
      ))}
    </>
  );
});

function RulerButton({ label, id, children }: { label: string; id: string; children: React.ReactNode }) {
  const keys = useKeysOf(id);
  const run = useRun();
  return (
    <button
      type="button"
      aria-label={label}
      title={keys === undefined ? label : `${label} (${keys})`}
      onClick={() => run(id)}
      className="grid h-7 min-w-7 place-items-center rounded-field px-1 hover:bg-signal-wash hover:text-signal"
    >
      {children}
    </button>
  );
}

/** Whether a label at a place is not cut by an end. */
function isClearOfEnds(x: number, width: number): boolean {
  return x > LABEL_PX / 2 && x < width - LABEL_PX / 2;
}

interface Surroundings {
  readonly band: string;
  readonly region: Region;
}

interface SegmentsProps extends Surroundings {
  view: View;
  group: ModeGroup;
  licence: string | null;
}

/** Where the mode is licensed, or usual where the licence is the region's, is light, where other modes begin is a line with their names, and what is not allocated is marked. */
function Segments({ view, band, region, group, licence }: SegmentsProps) {
  const { usual, starts, outside, ends } = bandStretches(view, band, region, group, licence);
  const percent = (hertz: number) => `${shareAt(view, hertz) * 100}%`;
  const stretch = ({ lowHz, highHz }: View) => ({
    x: percent(lowHz),
    width: `${((highHz - lowHz) / reachOf(view)) * 100}%`,
  });
  return (
    <>
      {usual.map((part) => (
        <rect key={part.lowHz} {...stretch(part)} height={HEIGHT} className="fill-signal-wash" />
      ))}
      {starts.map(({ hertz, text }) => (
        <g key={hertz}>
          <line
            x1={percent(hertz)}
            x2={percent(hertz)}
            y1={16}
            y2={HEIGHT}
            className="stroke-edge"
            strokeDasharray="1 3"
          />
          <text x={percent(hertz)} dx={3} y={HEIGHT - 2} className="fill-faint text-[9px]">
            {text}
          </text>
        </g>
      ))}
      {outside.map((part) => (
        <rect key={part.lowHz} {...stretch(part)} height={HEIGHT} className="fill-stop-wash" />
      ))}
      {ends.map((edge) => (
        <line
          key={edge}
          x1={percent(edge)}
          x2={percent(edge)}
          y1={0}
          y2={HEIGHT}
          className="stroke-stop"
          strokeDasharray="3 2"
        />
      ))}
    </>
  );
}

/** The whole band, thin, with what is in sight of it: a press shows another part. */
function Overview({
  whole,
  view,
  band,
  region,
  hertz,
  onView,
}: Surroundings & { whole: View; view: View; hertz: number | null; onView: (view: View) => void }) {
  const edges = edgesOf(band, region);
  const percent = (at: number) => `${shareAt(whole, at) * 100}%`;
  const show = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons === 0) return;
    const { left, width } = event.currentTarget.getBoundingClientRect();
    onView(viewAround(hertzAt(whole, (event.clientX - left) / width, 1), reachOf(view), whole));
  };
  return (
    <div
      aria-hidden
      title="The whole band: press to look at another part of it"
      className="relative h-2.5 cursor-pointer touch-none bg-stop-wash"
      onPointerDown={show}
      onPointerMove={show}
    >
      <span
        className="absolute inset-y-0 bg-raised"
        style={{ left: percent(edges.lowHz), right: `${(1 - shareAt(whole, edges.highHz)) * 100}%` }}
      />
      <span
        className="absolute inset-y-0 border-x border-edge bg-line"
        style={{ left: percent(view.lowHz), width: `${(reachOf(view) / reachOf(whole)) * 100}%` }}
      />
      {hertz !== null && <span className="absolute inset-y-0 w-0.5 bg-signal" style={{ left: percent(hertz) }} />}
    </div>
  );
}

function nearest(marks: readonly BandMark[], hertz: number, within: number): BandMark | null {
  let found: BandMark | null = null;
  for (const mark of marks) {
    const away = Math.abs(mark.hertz - hertz);
    if (away <= within && (found === null || away < Math.abs(found.hertz - hertz))) found = mark;
  }
  return found;
}
