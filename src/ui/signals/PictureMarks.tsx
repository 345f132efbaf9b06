"use client";

import { signalExtent } from "@/core/band";
import { shareAt, type View } from "../tuning/rulerView";
import { depthOfLevel, type PictureLayout, placedIn, TRACE_LINES } from "./pictureLayout";

interface PictureMarksProps {
  layout: PictureLayout;
  view: View;
  mode: string;
  submode: string | null;
  /** Where one receives, Hz; null where that is not known. */
  receivesHz: number | null;
  /** Where one transmits, where that is elsewhere, Hz. */
  transmitsHz: number | null;
  level: number;
  /** What is read by hand, Hz. */
  readsHz: readonly number[];
  /** Where the pointer is, and how far around a press is taken for a signal, pixels. */
  pointer: { readonly along: number; readonly reach: number } | null;
}

/** What stands over the picture: where one receives and transmits, the level, and the pointer. */
export function PictureMarks(props: PictureMarksProps) {
  const { layout, view, mode, submode, receivesHz, transmitsHz, level, readsHz, pointer } = props;
  const { point } = placedIn(layout);
  const { along, depth, trace } = layout;
  const at = (hertz: number) => shareAt(view, hertz) * along;
  const across = (a: number) => lineOf(point(a, 0), point(a, depth));
  const stretch = (low: number, high: number, until = depth) => boxOf(point(low, 0), point(high, until));
  const passband = (hertz: number) => {
    const [below, above] = signalExtent(hertz, mode, submode);
    return stretch(at(hertz - below), at(hertz + above));
  };
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0 size-full">
      {receivesHz !== null && (
        <>
          <rect {...passband(receivesHz)} className="fill-signal opacity-20" />
          <line {...across(at(receivesHz))} className="stroke-signal stroke-[1.5]" />
        </>
      )}
      {transmitsHz !== null && (
        <>
          <rect {...passband(transmitsHz)} className="fill-stop opacity-15" />
          <line {...across(at(transmitsHz))} className="stroke-stop stroke-[1.5]" strokeDasharray="6 3" />
        </>
      )}
      {readsHz.map((hertz) => (
        <line key={hertz} {...across(at(hertz))} className="stroke-signal" strokeDasharray="1 5" />
      ))}
      {TRACE_LINES.map((line) => {
        const [x, y] = point(along, depthOfLevel(line, trace));
        const isLying = layout.way === "lying";
        return (
          <text
            key={line}
            x={isLying ? x - 3 : x - 2}
            y={isLying ? y - 2 : y + 10}
            textAnchor="end"
            paintOrder="stroke"
            strokeWidth={3}
            className="fill-soft stroke-panel text-[9px]"
          >
            {!isLying ? line : line === 0 ? "noise" : `+${line} dB`}
          </text>
        );
      })}
      <line
        {...lineOf(point(0, depthOfLevel(level, trace)), point(along, depthOfLevel(level, trace)))}
        className="stroke-wanted"
        strokeDasharray="2 3"
      />
      {pointer !== null && (
        <>
          <rect
            {...stretch(pointer.along - pointer.reach, pointer.along + pointer.reach, 4)}
            className="fill-signal opacity-50"
          />
          <line {...across(pointer.along)} className="stroke-soft" strokeDasharray="1 2" />
        </>
      )}
    </svg>
  );
}

type Point = readonly [x: number, y: number];

function lineOf([x1, y1]: Point, [x2, y2]: Point) {
  return { x1, y1, x2, y2 };
}

function boxOf([x1, y1]: Point, [x2, y2]: Point) {
  return { x: Math.min(x1, x2), y: Math.min(y1, y2), width: Math.abs(x1 - x2), height: Math.abs(y1 - y2) };
}
