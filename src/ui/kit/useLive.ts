"use client";

import { useEffect, useEffectEvent } from "react";
import type { LiveEvent } from "@/core/contract";

type Listener = (event: LiveEvent | { readonly type: "reconnected" } | { readonly type: "lost" }) => void;

const listeners = new Set<Listener>();
let source: EventSource | null = null;

/** One stream for the page, shared by all who listen; it is opened by the first and closed by the last. */
function open(): void {
  connect(false);
}

/** A stream that was refused, and not only broken off, is closed for good by the browser: another is tried for. */
const RETRY_MS = 2000;

function connect(wasLost: boolean): void {
  let lost = wasLost;
  const stream = new EventSource("/api/v1/events");
  source = stream;
  stream.onmessage = ({ data }) => tell(JSON.parse(String(data)) as LiveEvent);
  stream.onopen = () => {
    if (lost) tell({ type: "reconnected" });
    lost = false;
  };
  stream.onerror = () => {
    if (!lost) tell({ type: "lost" });
    lost = true;
    if (stream.readyState === EventSource.CLOSED) setTimeout(() => source === stream && connect(true), RETRY_MS);
  };
}

function tell(event: Parameters<Listener>[0]): void {
  for (const listener of listeners) listener(event);
}

/** Hears what changes on the server. After the connection was lost, "reconnected" means: load anew. */
export function useLive(listener: Listener): void {
  const latest = useEffectEvent(listener);
  useEffect(() => {
    const own: Listener = (event) => latest(event);
    listeners.add(own);
    if (source === null) open();
    return () => {
      listeners.delete(own);
      if (listeners.size > 0) return;
      source?.close();
      source = null;
    };
  }, []);
}
