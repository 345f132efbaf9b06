"use client";

import { useKeysOf } from "./changedKeys";

/** A key's name as it stands on the keyboard. */
export function Key({ children }: { children: string }) {
  return <kbd className="rounded-[3px] border border-current px-1 font-mono text-tiny opacity-80">{children}</kbd>;
}

/** The key of an action, if it has one. */
export function KeyOf({ id }: { id: string }) {
  const keys = useKeysOf(id);
  return keys === undefined ? null : <Key>{keys}</Key>;
}
