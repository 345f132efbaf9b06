"use client";

import { useEffect, useState } from "react";

/** Pixels, of what is inside. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** How large an element is, as it changes; before it is known, what is said. */
export function useSize(box: HTMLElement | null, start: Size): Size {
  const [size, setSize] = useState(start);
  useEffect(() => {
    if (box === null) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry !== undefined) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(box);
    return () => observer.disconnect();
  }, [box]);
  return size;
}
