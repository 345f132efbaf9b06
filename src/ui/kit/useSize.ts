"use client";

import { useEffect, useState } from "react";

/** Pixels, of what is inside. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** How large an element is, as it changes; before it is known, what is said. One that is hidden has the size it had. */
export function useSize(box: HTMLElement | null, start: Size): Size {
  const [size, setSize] = useState(start);
  useEffect(() => {
    if (box === null) return;
    const observer = new ResizeObserver(([entry]) => {
      const { width = 0, height = 0 } = entry?.contentRect ?? {};
      if (width === 0 && height === 0) return;
      setSize((before) => (before.width === width && before.height === height ? before : { width, height }));
    });
    observer.observe(box);
    return () => observer.disconnect();
  }, [box]);
  return size;
}
