"use client";

import { useEffect, useEffectEvent } from "react";

/** Hears the wheel over an element, and keeps the page from scrolling, as React's own listener may not. */
export function useWheel(box: HTMLElement | null, onWheel: (event: WheelEvent) => void): void {
  const latest = useEffectEvent(onWheel);
  useEffect(() => {
    if (box === null) return;
    const listener = (event: WheelEvent) => {
      event.preventDefault();
      latest(event);
    };
    box.addEventListener("wheel", listener, { passive: false });
    return () => box.removeEventListener("wheel", listener);
  }, [box]);
}

/** Turns of the wheel, up being more. */
export function turnsOf({ deltaY, deltaX }: WheelEvent): number {
  return -Math.sign(deltaY || -deltaX);
}
