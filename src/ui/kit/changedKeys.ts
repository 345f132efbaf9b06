"use client";

import { z } from "zod";
import { kept, useKept } from "./kept";
import { type ChangedKeys, keysFor } from "./keymap";
import { spoken } from "./keys";

const NONE: ChangedKeys = {};
const keptSchema = z.record(z.string().max(40), z.string().max(40));
const keys = kept<ChangedKeys>(
  "keys",
  NONE,
  () => localStorage,
  (data) => keptSchema.safeParse(data).data ?? null,
);

/** The keys that the operator changed, as this browser keeps them. */
export const changedKeys = keys.get;
export const changeKeys = keys.set;

export function useChangedKeys(): ChangedKeys {
  return useKept(keys);
}

/** The keys of an action, as they are said; undefined where it has none. */
export function useKeysOf(id: string): string | undefined {
  const own = keysFor(id, useChangedKeys());
  return own === undefined ? undefined : spoken(own);
}
