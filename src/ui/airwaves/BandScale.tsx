import { memo } from "react";
import { type ModeGroup, type Region, signalExtent } from "@/core/band";
import type { Size } from "../kit/useSize";
import { bandStretches } from "../tuning/bandStretches";
import { kilohertzText, reachOf, rulerLines, shareAt, type View } from "../tuning/rulerView";
import type { BandEntry } from "./bandEntries";
import { ACROSS, type BandPlan } from "./bandPlan";

/** The strip at the ruler's outer side that says which modes are usual, pixels. */
const MODES = 13;
/** What a letter of it takes, pixels. */
const LETTER = 5;
const TICK = { labelled: 10, other: 5 };
/** Labels of the ruler that an end would cut are left out, pixels. */
const FROM_END = { upright: 8, lying: 26 };

interface BandScaleProps {
  plan: BandPlan;
  view: View;
  across: Size;
  band: string;
  region: Region;
  group: ModeGroup;
  licence: string | null;
  /** Where the radio is; null where it is on another band. */
  radio: { readonly hertz: number; readonly mode: string; readonly submode: string | null } | null;
}

/** The ruler of a band map with its segments, the leaders to the names, and where the radio is. */
export const BandScale = memo(function BandScale(props: BandScaleProps) {
  const { plan, view, across, band, region, group, licence, radio } = props;
  const { way, length } = plan;
  const { ruler, leaders } = ACROSS[way];
  const depth = way === "lying" ? across.height : across.width;
  const along = (hertz: number) => shareAt(view, hertz) * length;
  const isLying = way === "lying";
  /** From along the ruler and across it to the picture's right and down. */
  const x = (a: number, c: number) => (isLying ? a : c);
  const y = (a: number, c: number) => (isLying ? depth - c : length - a);
  const line = (a1: number, c1: number, a2: number, c2: number) => ({
    x1: x(a1, c1),
    y1: y(a1, c1),
    x2: x(a2, c2),
    y2: y(a2, c2),
  });
  const area = (low: number, high: number, from: number, to: number) =>
    isLying
      ? { x: low, width: Math.max(0, high - low), y: depth - to, height: to - from }
      : { x: from, width: to - from, y: length - high, height: Math.max(0, high - low) };
  const { usual, starts, outside, ends } = bandStretches(view, band, region, group, licence);
  const [below, above] = radio === null ? [0, 0] : signalExtent(radio.hertz, radio.mode, radio.submode);
  const rest = along(view.lowHz + reachOf(view));
  return (
    <svg aria-hidden className="absolute inset-0 size-full">
      <rect {...area(0, rest, 0, ruler)} className="fill-raised" />
      {usual.map(({ lowHz, highHz }) => (
        <rect key={lowHz} {...area(along(lowHz), along(highHz), 0, ruler)} className="fill-signal-wash" />
      ))}
      {outside.map(({ lowHz, highHz }) => (
        <rect key={lowHz} {...area(along(lowHz), along(highHz), 0, ruler)} className="fill-stop-wash" />
      ))}
      {starts.map(({ hertz, text }, index) => (
        <g key={hertz}>
          <line {...line(along(hertz), 0, along(hertz), ruler)} className="stroke-edge" strokeDasharray="1 3" />
          {along(starts[index + 1]?.hertz ?? view.highHz) - along(hertz) > text.length * LETTER && (
            <text
              x={x(along(hertz), 9)}
              y={y(along(hertz), 3)}
              dx={isLying ? 3 : 0}
              dy={isLying ? 0 : -4}
              transform={isLying ? undefined : `rotate(-90 ${x(along(hertz), 9)} ${y(along(hertz), 3)})`}
              className="fill-faint text-[9px]"
            >
              {text}
            </text>
          )}
        </g>
      ))}
      {ends.map((edge) => (
        <line key={edge} {...line(along(edge), 0, along(edge), ruler)} className="stroke-stop" strokeDasharray="3 2" />
      ))}
      <line {...line(0, ruler, rest, ruler)} className="stroke-edge" />
      {rulerLines(view, length).map(({ hertz, labelled }) => {
        const at = along(hertz);
        return (
          <g key={hertz}>
            <line {...line(at, ruler, at, ruler - (labelled ? TICK.labelled : TICK.other))} className="stroke-edge" />
            {labelled && at > FROM_END[way] && at < length - FROM_END[way] && (
              <text
                x={isLying ? at : ruler - TICK.labelled - 2}
                y={isLying ? depth - MODES - 3 : length - at + 4}
                textAnchor={isLying ? "middle" : "end"}
                className="fill-soft font-mono text-[10px]"
              >
                {kilohertzText(hertz)}
              </text>
            )}
          </g>
        );
      })}
      {plan.unnamed.map((entry) => (
        <circle
          key={entry.key}
          cx={x(along(entry.hertz), ruler + 4)}
          cy={y(along(entry.hertz), ruler + 4)}
          r={2}
          className={entry.duplicate ? "fill-faint" : "fill-soft"}
        />
      ))}
      {plan.labels.map(({ mark: { entry, at }, at: named }) => (
        <polyline
          key={entry.key}
          points={[
            [at, ruler],
            [at, ruler + 4],
            [named, ruler + leaders - 5],
            [named, ruler + leaders],
          ]
            .map(([a, c]) => `${x(a!, c!)},${y(a!, c!)}`)
            .join(" ")}
          fill="none"
          strokeWidth={entry.isOwn || entry.by === "put" ? 1.5 : 1}
          className={leaderLook(entry)}
        />
      ))}
      {radio !== null && (
        <>
          <rect
            {...area(along(radio.hertz - below), along(radio.hertz + above), 0, ruler)}
            className="fill-signal opacity-25"
          />
          <line {...line(along(radio.hertz), 0, along(radio.hertz), ruler + 8)} className="stroke-signal stroke-2" />
        </>
      )}
    </svg>
  );
});

function leaderLook({ isOwn, by, duplicate }: BandEntry): string {
  if (isOwn || by === "put") return "stroke-signal";
  return duplicate ? "stroke-line" : "stroke-edge";
}
