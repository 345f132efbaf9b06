"use client";

import { proxy, type Remote, transfer, wrap } from "comlink";
import { useEffect, useState } from "react";
import type { HeardStore } from "./heardStore";
import type { PictureApi } from "./pictureWorker";

interface PictureWorker {
  readonly api: Remote<PictureApi> | null;
  /** Why there is no picture; null where nothing is wrong. */
  readonly failure: string | null;
  /** A recording is at its end. */
  readonly isOver: boolean;
  readonly setOver: (isOver: boolean) => void;
}

const NO_WORKER = "The picture could not be begun in this browser: reload the page.";

/** A worker with a canvas in a box, as long as the box is there; it draws only while that is seen. */
export function usePictureWorker(box: HTMLElement | null, heard: HeardStore): PictureWorker {
  const [api, setApi] = useState<Remote<PictureApi> | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    if (box === null) return;
    // A canvas can be given to a worker once: each has its own.
    const canvas = document.createElement("canvas");
    canvas.className = "absolute inset-0 size-full";
    canvas.ariaHidden = "true";
    box.prepend(canvas);
    const worker = new Worker(new URL("./pictureWorker.ts", import.meta.url), { type: "module" });
    worker.addEventListener("error", ({ message }) => setFailure(message || NO_WORKER));
    const remote = wrap<PictureApi>(worker);
    const ended = (text: string | null) => (text === null ? setOver(true) : setFailure(text));
    const offscreen = canvas.transferControlToOffscreen();
    void remote.begin(transfer(offscreen, [offscreen]), proxy(heard.set), proxy(ended));
    const seen = new IntersectionObserver(([entry]) => void remote.rest(entry?.isIntersecting !== true));
    seen.observe(canvas);
    queueMicrotask(() => setApi(() => remote));
    return () => {
      seen.disconnect();
      worker.terminate();
      canvas.remove();
      heard.set(null);
      setApi(null);
    };
  }, [box, heard]);
  return { api, failure, isOver, setOver };
}
