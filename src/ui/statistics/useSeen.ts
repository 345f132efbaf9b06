"use client";

import { type RefObject, useEffect, useState } from "react";

/** Whether something came into sight, or near it, since it is there. */
export function useSeen(box: RefObject<HTMLElement | null>): boolean {
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    const watcher = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: "200px" },
    );
    watcher.observe(box.current!);
    return () => watcher.disconnect();
  }, [box]);
  return isSeen;
}
