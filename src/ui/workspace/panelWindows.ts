"use client";

import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import type { PanelWindow } from "@/core/contract";
import { tabId } from "../kit/tabId";
import { tellSiblings, useSiblings } from "../shell/siblings";
import type { PanelPlace } from "./keptWorkspace";

export const PANELS_PATH = "/panels";
/** A window that is there answers within so long, milliseconds. */
const ANSWER_MS = 400;
const USUAL_BOX = { width: 1100, height: 820 };

/** Opens a window of panels, or brings it to the front. It is of the same position as this window. */
export function openPanelWindow(place: PanelPlace, { number, box }: PanelWindow): void {
  const { width, height } = box ?? USUAL_BOX;
  const at = box === null ? "" : `,left=${box.left},top=${box.top}`;
  const opened = window.open(
    `${PANELS_PATH}?place=${place}&window=${number}`,
    `panels-${tabId()}-${place}-${number}`,
    `popup,width=${width},height=${height}${at}`,
  );
  if (opened === null)
    toast.error("The browser did not open the window: allow this site to open windows, and press once more.");
  else opened.focus();
}

/** Opens the band map in a window that belongs to no workspace, or brings it to the front. */
export function openBandMap(): void {
  window.open(`${PANELS_PATH}?panel=bandMap`, `band-map-${tabId()}`, "popup,width=340,height=820")?.focus();
}

/**
 * Which windows of panels of a place are open. One that closes may not get to say so: they are asked anew whenever this
 * window is gone to, and when others are wanted.
 */
export function useOpenWindows(place: PanelPlace, wanted: readonly PanelWindow[]): readonly number[] {
  const [open, setOpen] = useState<readonly number[]>([]);
  const heard = useRef(new Set<number>());
  useSiblings((news) => {
    if (news.is !== "window" || news.place !== place) return;
    if (news.here) heard.current.add(news.number);
    setOpen((all) => [...all.filter((number) => number !== news.number), ...(news.here ? [news.number] : [])]);
  });
  const numbers = wanted.map(({ number }) => number).join(" ");
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const askAnew = () => {
      clearTimeout(timer);
      heard.current.clear();
      tellSiblings({ is: "askWindows" });
      timer = setTimeout(() => setOpen([...heard.current]), ANSWER_MS);
    };
    askAnew();
    window.addEventListener("focus", askAnew);
    return () => {
      clearTimeout(timer);
      window.removeEventListener("focus", askAnew);
    };
  }, [numbers]);
  return open;
}
