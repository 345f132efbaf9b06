"use client";

import { type RefObject, useEffect } from "react";

/**
 * Gives the focus back to where it last was in the frame when a window closed and left it nowhere: what is typed next
 * would be lost. Windows lie outside the frame, at the end of the page.
 */
export function useFocusKeeper(frame: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    let last: HTMLElement | null = null;
    const keep = (target: unknown) => {
      if (target instanceof HTMLElement && frame.current?.contains(target)) last = target;
    };
    const onFocus = ({ target }: FocusEvent) => keep(target);
    const giveBack = () => {
      const nowhere = document.activeElement === document.body && document.querySelector("[role=dialog]") === null;
      if (nowhere && last?.isConnected) last.focus();
    };
    const observer = new MutationObserver((changes) => {
      if (changes.some(({ removedNodes }) => removedNodes.length > 0)) setTimeout(giveBack);
    });
    keep(document.activeElement);
    document.addEventListener("focusin", onFocus);
    observer.observe(document.body, { childList: true });
    return () => {
      document.removeEventListener("focusin", onFocus);
      observer.disconnect();
    };
  }, [frame]);
}
