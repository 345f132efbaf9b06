"use client";

import { useSyncExternalStore } from "react";
import { z } from "zod";
import { type ChangedKeys, keysFor } from "./keymap";
import { spoken } from "./keys";

const KEPT_AS = "keys";
const NONE: ChangedKeys = {};
const keptSchema = z.record(z.string().max(40), z.string().max(40));
const listeners = new Set<() => void>();
let kept: ChangedKeys | null = null;

/** The keys that the operator changed, as this browser keeps them. */
export function changedKeys(): ChangedKeys {
  if (typeof window === "undefined") return NONE;
  kept ??= readKept();
  return kept;
}

function readKept(): ChangedKeys {
  try {
    return keptSchema.safeParse(JSON.parse(localStorage.getItem(KEPT_AS) ?? "{}")).data ?? NONE;
  } catch {
    return NONE;
  }
}

export function changeKeys(next: ChangedKeys): void {
  kept = next;
  localStorage.setItem(KEPT_AS, JSON.stringify(next));
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useChangedKeys(): ChangedKeys {
  return useSyncExternalStore(subscribe, changedKeys, () => NONE);
}

/** The keys of an action, as they are said; undefined where it has none. */
export function useKeysOf(id: string): string | undefined {
  const keys = keysFor(id, useChangedKeys());
  return keys === undefined ? undefined : spoken(keys);
}
