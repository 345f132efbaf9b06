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
import { changedKeys } from "./changedKeys";
import { keyedAction, keysFor } from "./keymap";
import { isPressed, isTypedByAltGraph } from "./keys";

/** Something the operator can do: by a key of the keymap, from the command palette, and listed by "?". */
export interface Action {
  readonly id: string;
  /** Where the keymap says none, or another one. */
  readonly label?: string;
  /** Left out where the control that has the focus deals with the key: it is only listed. */
  readonly run?: () => void;
}

/** An action as it is known: with its label, and its keys if it has any. */
export interface KnownAction {
  readonly id: string;
  readonly label: string;
  readonly run: (() => void) | null;
}

interface Registry {
  readonly add: (owner: object, actions: readonly KnownAction[]) => void;
  readonly remove: (owner: object) => void;
  readonly subscribe: (listener: () => void) => () => void;
  readonly all: () => readonly KnownAction[];
}

function createRegistry(): Registry {
  const owned = new Map<object, readonly KnownAction[]>();
  const listeners = new Set<() => void>();
  let snapshot: readonly KnownAction[] = [];
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
      const typing = isTyping(event.target);
      if (event.defaultPrevented || (typing && isTypedByAltGraph(event))) return;
      const action = registry.all().find(({ id, run }) => {
        const keys = run === null ? undefined : keysFor(id, changedKeys());
        return keys !== undefined && isPressed(event, keys) && !(typing && keys.length === 1);
      });
      if (action === undefined) return;
      event.preventDefault();
      action.run?.();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [registry]);
  return <Context value={registry}>{children}</Context>;
}

/** Makes actions known while the component is shown. */
export function useActions(actions: readonly Action[]): void {
  const registry = useContext(Context)!;
  const owner = useRef({});
  const run = useEffectEvent((id: string) => actions.find((action) => action.id === id)?.run?.());
  const shape = JSON.stringify(
    actions.map(({ id, label = keyedAction(id)?.label ?? id, run: does }) => ({ id, label, runs: does !== undefined })),
  );
  useEffect(() => {
    const key = owner.current;
    const known = (JSON.parse(shape) as { id: string; label: string; runs: boolean }[]).map(({ id, label, runs }) => ({
      id,
      label,
      run: runs ? () => run(id) : null,
    }));
    registry.add(key, known);
    return () => registry.remove(key);
  }, [registry, shape]);
}

export function useAllActions(): readonly KnownAction[] {
  const registry = useContext(Context)!;
  return useSyncExternalStore(registry.subscribe, registry.all, registry.all);
}

/** Runs an action by its name, where it is known. */
export function useRun(): (id: string) => void {
  const registry = useContext(Context)!;
  return (id) =>
    registry
      .all()
      .find((action) => action.id === id)
      ?.run?.();
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
