import type { KeyboardEvent } from "react";

/** Does what a key is for in a control, by the name of the key; with Ctrl, Alt or Meta it is another one's. */
export function pressKey(event: KeyboardEvent, does: Readonly<Record<string, () => void>>): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  const act = does[event.key];
  if (act === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  act();
}
