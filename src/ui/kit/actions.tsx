"use client";

import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  useSyncExternalStore,
} from "react";

/** Something the operator can do: by a key, from the command palette, and listed by "?". */
export interface Action {
  readonly id: string;
  readonly label: string;
  /** As in "Ctrl+K", "PageUp", "Shift+PageUp"; a single letter or sign never fires while typing. */
  readonly keys?: string;
  /** Shown in the key list only, where the key is dealt with by the control that has the focus. */
  readonly hint?: boolean;
  readonly run: () => void;
}

interface Registry {
  readonly add: (owner: object, actions: readonly Action[]) => void;
  readonly remove: (owner: object) => void;
  readonly subscribe: (listener: () => void) => () => void;
  readonly all: () => readonly Action[];
}

function createRegistry(): Registry {
  const owned = new Map<object, readonly Action[]>();
  const listeners = new Set<() => void>();
  let snapshot: readonly Action[] = [];
  const changed = () => {
    snapshot = [...owned.values()].flat();
    for (const listener of listeners) listener();
  };
  return {
    add: (owner, actions) => (owned.set(owner, actions), changed()),
    remove: (owner) => (owned.delete(owner), changed()),
    subscribe: (listener) => (listeners.add(listener), () => listeners.delete(listener)),
    all: () => snapshot,
  };
}

const Context = createContext<Registry | null>(null);

/** Holds the actions of what is on screen, and runs them by their keys. */
export function ActionsProvider({ children }: { children: ReactNode }) {
  const registry = useMemo(() => createRegistry(), []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.getModifierState("AltGraph")) return;
      const pressed = keysOf(event);
      const action = registry.all().find((candidate) => !candidate.hint && candidate.keys === pressed);
      if (action === undefined || (isPlain(event) && isTyping(event.target))) return;
      event.preventDefault();
      action.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [registry]);
  return <Context value={registry}>{children}</Context>;
}

/** Makes actions known while the component is shown. The list's ids and keys must not change between renders. */
export function useActions(actions: readonly Action[]): void {
  const registry = useContext(Context)!;
  const owner = useRef({});
  const run = useEffectEvent((id: string) => actions.find((action) => action.id === id)?.run());
  const shape = JSON.stringify(actions.map(({ id, label, keys, hint }) => ({ id, label, keys, hint })));
  useEffect(() => {
    const key = owner.current;
    const stable = (JSON.parse(shape) as Omit<Action, "run">[]).map((action) => ({
      ...action,
      run: () => run(action.id),
    }));
    registry.add(key, stable);
    return () => registry.remove(key);
  }, [registry, shape]);
}

export function useAllActions(): readonly Action[] {
  const registry = useContext(Context)!;
  return useSyncExternalStore(registry.subscribe, registry.all, registry.all);
}

function keysOf(event: KeyboardEvent): string {
  const name = event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const shift = event.shiftKey && event.key.length > 1;
  return [event.ctrlKey || event.metaKey ? "Ctrl" : "", event.altKey ? "Alt" : "", shift ? "Shift" : "", name]
    .filter(Boolean)
    .join("+");
}

function isPlain(event: KeyboardEvent): boolean {
  return event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey;
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
