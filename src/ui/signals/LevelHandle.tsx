"use client";

import { type PointerEvent, useState } from "react";
import { pressKey } from "../kit/pressKey";
import { LEVELS } from "./keptPicture";
import { depthOfLevel, levelAtDepth, type PictureLayout, placedIn } from "./pictureLayout";

interface LevelHandleProps {
  layout: PictureLayout;
  level: number;
  onLevel: (level: number) => void;
}

/** The level from which on something is a signal: it is dragged, or turned by the arrow keys. */
export function LevelHandle({ layout, level, onLevel }: LevelHandleProps) {
  const [isDragging, setDragging] = useState(false);
  const { point, back } = placedIn(layout);
  const [x, y] = point(0, depthOfLevel(level, layout.trace));
  const set = (next: number) => onLevel(Math.min(LEVELS.most, Math.max(LEVELS.least, Math.round(next))));

  function onMove({ currentTarget, clientX, clientY }: PointerEvent<HTMLSpanElement>) {
    if (!isDragging) return;
    const { left, top } = currentTarget.parentElement!.getBoundingClientRect();
    set(levelAtDepth(back(clientX - left, clientY - top).d, layout.trace));
  }
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label="Level of signals, decibels over the noise"
      aria-valuemin={LEVELS.least}
      aria-valuemax={LEVELS.most}
      aria-valuenow={level}
      aria-valuetext={`${level} dB over the noise`}
      title="What stands above this level is a signal: drag it, or turn it with the arrow keys"
      style={layout.way === "lying" ? { left: x + 1, top: y - 9 } : { left: x - 17, top: y - 19 }}
      className={`absolute grid h-[18px] w-[34px] place-items-center rounded-field border border-wanted bg-wanted-wash font-mono text-[10px] text-wanted touch-none ${layout.way === "lying" ? "cursor-ns-resize" : "cursor-ew-resize"}`}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setDragging(true);
      }}
      onPointerMove={onMove}
      onPointerUp={(event) => {
        event.stopPropagation();
        setDragging(false);
      }}
      onPointerCancel={() => setDragging(false)}
      onKeyDown={(event) =>
        pressKey(event, {
          ArrowUp: () => set(level + 1),
          ArrowRight: () => set(level + 1),
          ArrowDown: () => set(level - 1),
          ArrowLeft: () => set(level - 1),
          Home: () => set(LEVELS.least),
          End: () => set(LEVELS.most),
        })
      }
    >
      {level} dB
    </span>
  );
}
