import { memo } from "react";
import { type ModeGroup, type Region, signalExtent } from "@/core/band";
import type { Size } from "../kit/useSize";
import { bandStretches } from "../tuning/bandStretches";
import { kilohertzText, rulerLines, shareAt, type View } from "../tuning/rulerView";
import type { BandEntry } from "./bandEntries";
import { ACROSS, type BandPlan } from "./bandPlan";

/** The strip at the ruler's outer side that says which modes are usual, pixels. */
const MODES = 13;
/** What a letter of it takes, pixels. */
const LETTER = 5;
const TICK = { labelled: 10, other: 5 };
/** Labels of the ruler that an end would cut are left out, pixels. */
const FROM_END = { upright: 8, lying: 26 };

interface Drawn {
  plan: BandPlan;
  view: View;
  across: Size;
}

/** From along the ruler and across it, pixels, to the picture's right and down. */
function pictureOf({ plan: { way, length }, view, across }: Drawn) {
  const depth = way === "lying" ? across.height : across.width;
  const isLying = way === "lying";
  const x = (a: number, c: number) => (isLying ? a : c);
  const y = (a: number, c: number) => (isLying ? depth - c : length - a);
  return {
    depth,
    x,
    y,
    along: (hertz: number) => shareAt(view, hertz) * length,
    line: (a1: number, c1: number, a2: number, c2: number) => ({
      x1: x(a1, c1),
      y1: y(a1, c1),
      x2: x(a2, c2),
      y2: y(a2, c2),
    }),
    area: (low: number, high: number, from: number, to: number) =>
      isLying
        ? { x: low, width: Math.max(0, high - low), y: depth - to, height: to - from }
        : { x: from, width: to - from, y: length - high, height: Math.max(0, high - low) },
  };
}

interface BandNeedleProps extends Drawn {
  hertz: number;
  mode: string;
  submode: string | null;
}

/** Where the radio is; it moves alone as long as the map does not. */
export function BandNeedle({ hertz, mode, submode, ...drawn }: BandNeedleProps) {
  const { along, area, line } = pictureOf(drawn);
  const { ruler } = ACROSS[drawn.plan.way];
  const [below, above] = signalExtent(hertz, mode, submode);
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0 size-full">
      <rect {...area(along(hertz - below), along(hertz + above), 0, ruler)} className="fill-signal opacity-25" />
      <line {...line(along(hertz), 0, along(hertz), ruler + 8)} className="stroke-signal stroke-2" />
    </svg>
  );
}

interface BandScaleProps extends Drawn {
  band: string;
  region: Region;
  group: ModeGroup;
  licence: string | null;
}

/** The ruler of a band map with its segments, and the leaders to the names. */
export const BandScale = memo(function BandScale(props: BandScaleProps) {
  const { plan, view, band, region, group, licence } = props;
  const { way, length } = plan;
  const { ruler, leaders } = ACROSS[way];
  const isLying = way === "lying";
  const { depth, x, y, along, line, area } = pictureOf(props);
  const { usual, starts, outside, ends } = bandStretches(view, band, region, group, licence);
  const rest = along(view.highHz);
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
    </svg>
  );
});

function leaderLook({ isOwn, by, duplicate }: BandEntry): string {
  if (isOwn || by === "put") return "stroke-signal";
  return duplicate ? "stroke-line" : "stroke-edge";
}
