"use client";

import { useEffect, useEffectEvent } from "react";
import type { LiveEvent } from "@/core/contract";

type Listener = (event: LiveEvent | { readonly type: "reconnected" } | { readonly type: "lost" }) => void;

const listeners = new Set<Listener>();
let source: EventSource | null = null;

/** One stream for the page, shared by all who listen; it is opened by the first and closed by the last. */
function open(): void {
  let lost = false;
  source = new EventSource("/api/v1/events");
  source.onmessage = ({ data }) => tell(JSON.parse(String(data)) as LiveEvent);
  source.onopen = () => {
    if (lost) tell({ type: "reconnected" });
    lost = false;
  };
  source.onerror = () => {
    if (!lost) tell({ type: "lost" });
    lost = true;
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
