"use client";

import { useEffect, useEffectEvent, useState } from "react";
import type { LiveEvent } from "@/core/contract";
import { events } from "@/core/contract/endpoints/station";
import { addressOf } from "./api";
import { tabId } from "./tabId";

/** What happens on the server, or to the stream that tells it: opened, for the first time or again, or lost. */
export type Heard = LiveEvent | { readonly type: "opened" } | { readonly type: "lost" };
type Listener = (event: Heard) => void;

const listeners = new Set<Listener>();
let source: EventSource | null = null;

/** The logbook whose events are heard, besides those of this tab and of everybody, and how far was told when the page was made. */
let of: { readonly logbook: number; readonly after: string } | null = null;

/** One stream for the page, shared by all who listen; it is opened for the first and closed by the last. */
function open(): void {
  if (source === null && of !== null && listeners.size > 0) connect(of, false);
}

function close(): void {
  source?.close();
  source = null;
}

/** A stream that was refused, and not only broken off, is closed for good by the browser: another is tried for. */
const RETRY_MS = 2000;

function connect(from: NonNullable<typeof of>, wasLost: boolean): void {
  let lost = wasLost;
  const stream = new EventSource(addressOf(events, { query: { ...from, position: tabId() } }));
  source = stream;
  stream.onmessage = ({ data }) => tell(JSON.parse(String(data)) as LiveEvent);
  stream.onopen = () => {
    tell({ type: "opened" });
    lost = false;
  };
  stream.onerror = () => {
    if (!lost) tell({ type: "lost" });
    lost = true;
    if (stream.readyState === EventSource.CLOSED) setTimeout(() => source === stream && connect(from, true), RETRY_MS);
  };
}

function tell(event: Heard): void {
  // Who begins to listen on hearing it hears what comes next.
  for (const listener of [...listeners]) {
    try {
      listener(event);
    } catch (error) {
      // What one of them cannot do keeps it from nobody else.
      queueMicrotask(() => {
        throw error;
      });
    }
  }
}

/** Says whose events the page hears, and from which mark of the server's on. It stands before all that listen. */
export function LiveOf({ logbookId, after }: { logbookId: number; after: string }) {
  // A page that is drawn anew goes on listening to the same stream.
  const [mark] = useState(after);
  useEffect(() => {
    of = { logbook: logbookId, after: mark };
    open();
    return () => {
      of = null;
      close();
    };
  }, [logbookId, mark]);
  return null;
}

/** Hears what happens from now on; returns what ends it. */
function listen(listener: Listener): () => void {
  listeners.add(listener);
  open();
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) close();
  };
}

/**
 * An answer, and what was told while it was on its way, which it may be older than. Where the stream was opened meanwhile
 * something may have been missed: it is asked for again.
 *
 * @param merged null where it has to be asked for again as well
 */
export async function withNews<Answer>(
  ask: () => Promise<Answer>,
  merged: (before: Answer, event: Heard) => Answer | null,
): Promise<Answer> {
  const news: Heard[] = [];
  const end = listen((event) => void news.push(event));
  try {
    let answer: Answer | null = await ask();
    for (const event of news) {
      const isMissed = event.type === "opened" || event.type === "missed";
      answer = answer === null || isMissed ? null : merged(answer, event);
    }
    if (answer !== null) return answer;
  } finally {
    end();
  }
  return withNews(ask, merged);
}

/**
 * Hears what changes on the server. "missed" means: load anew; "opened" that of what passes, links and spots, nothing
 * is missed from now on.
 */
export function useLive(listener: Listener): void {
  const latest = useEffectEvent(listener);
  useEffect(() => {
    return listen((event) => latest(event));
  }, []);
}
