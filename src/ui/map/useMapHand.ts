"use client";

import { type KeyboardEvent, type PointerEvent, useState } from "react";
import type { Size } from "../kit/useSize";
import { turnsOf, useWheel } from "../kit/useWheel";
import { type MapView, WHOLE_MAP, zoomed } from "./mapView";

const ZOOM = 1.5;
const STILL_PX = 4;
/** How far an arrow moves the map, pixels. */
const STEP_PX = 60;

interface MapHand {
  /** What the map is drawn in. */
  box: HTMLElement | null;
  size: Size;
  view: MapView;
  look: (view: MapView) => void;
  /** A press on a place that moved nothing, pixels from the upper left corner. */
  onPress?: (at: [number, number]) => void;
  onLeave?: () => void;
}

/** Moves and enlarges a map by hand, by wheel, and by the keys: arrows, + and -, Home for all of it. */
export function useMapHand({ box, size, view, look, onPress, onLeave }: MapHand) {
  const [drag, setDrag] = useState<{ x: number; y: number; view: MapView; moved: boolean } | null>(null);
  const middleOf = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
    const { left, top } = box!.getBoundingClientRect();
    return { x: clientX - left - size.width / 2, y: clientY - top - size.height / 2 };
  };
  useWheel(box, (event) => look(zoomed(view, ZOOM ** turnsOf(event), middleOf(event))));
  const zoom = (way: "in" | "out") => look(zoomed(view, way === "in" ? ZOOM : 1 / ZOOM, { x: 0, y: 0 }));
  const by = (x: number, y: number) => look({ ...view, x: view.x + x, y: view.y + y });
  const keys: Readonly<Record<string, (() => void) | undefined>> = {
    ArrowLeft: () => by(STEP_PX, 0),
    ArrowRight: () => by(-STEP_PX, 0),
    ArrowUp: () => by(0, STEP_PX),
    ArrowDown: () => by(0, -STEP_PX),
    "+": () => zoom("in"),
    "-": () => zoom("out"),
    Home: () => look(WHOLE_MAP),
    Escape: onLeave,
  };
  return {
    zoom,
    handlers: {
      onPointerDown(event: PointerEvent<HTMLElement>) {
        if (event.button !== 0 || (event.target as Element).closest("[data-mark]") !== null) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrag({ x: event.clientX, y: event.clientY, view, moved: false });
      },
      onPointerMove(event: PointerEvent<HTMLElement>) {
        if (drag === null) return;
        const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
        if (!drag.moved && Math.hypot(dx, dy) < STILL_PX) return;
        setDrag({ ...drag, moved: true });
        look({ ...drag.view, x: drag.view.x + dx, y: drag.view.y + dy });
      },
      onPointerUp(event: PointerEvent<HTMLElement>) {
        setDrag(null);
        if (drag === null || drag.moved) return;
        const { x, y } = middleOf(event);
        onPress?.([x + size.width / 2, y + size.height / 2]);
      },
      onPointerCancel: () => setDrag(null),
      onKeyDown(event: KeyboardEvent) {
        const does = keys[event.key];
        if (event.altKey || event.ctrlKey || event.metaKey || does === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        does();
      },
    },
  };
}
