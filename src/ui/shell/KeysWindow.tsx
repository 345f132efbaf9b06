"use client";

import { useEffect, useEffectEvent, useState } from "react";
import { Button } from "../kit/Button";
import { changeKeys, useChangedKeys } from "../kit/changedKeys";
import { Key } from "../kit/Key";
import { clashesOf, type KeyedAction, KEYMAP, keysFor } from "../kit/keymap";
import { keysOf, spoken, takenBy } from "../kit/keys";
import { Window } from "../kit/Window";

const where = ({ places }: KeyedAction) => (places.length === 4 ? "Everywhere" : places.join(" and "));
const GROUPS = [...new Set(KEYMAP.map(where))].map(
  (place) => [place, KEYMAP.filter((action) => where(action) === place)] as const,
);

/** Every key, to be changed; what it clashes with is said beside it. */
export function KeysWindow({ onClose }: { onClose: () => void }) {
  const changed = useChangedKeys();
  const [waiting, setWaiting] = useState<string | null>(null);
  const set = (id: string, keys: string | null) => {
    const { [id]: _, ...others } = changed;
    changeKeys(keys === null ? others : { ...others, [id]: keys });
    setWaiting(null);
  };
  const take = useEffectEvent((event: KeyboardEvent) => {
    if (waiting === null) return;
    const keys = keysOf(event);
    event.preventDefault();
    event.stopImmediatePropagation();
    if (keys === "Escape") setWaiting(null);
    else if (keys !== null) set(waiting, keys);
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => take(event);
    window.addEventListener("keydown", onKey, true);
    return () => window.removeEventListener("keydown", onKey, true);
  }, []);
  return (
    <Window
      title="Keys"
      about="With Ctrl or Alt a key is meant by its place on the keyboard, whatever sign the layout makes there. Kept in this browser."
      width={680}
      onClose={onClose}
      onSubmit={onClose}
      buttons={
        <>
          <Button disabled={Object.keys(changed).length === 0} onClick={() => changeKeys({})}>
            All as shipped
          </Button>
          <Button type="submit" look="act">
            Close
          </Button>
        </>
      }
    >
      {GROUPS.map(([place, actions]) => (
        <section key={place} aria-label={place}>
          <h3 className="heading mb-1">{place}</h3>
          <ul className="divide-y divide-line">
            {actions.map((action) => (
              <Row
                key={action.id}
                action={action}
                keys={keysFor(action.id, changed)}
                isChanged={action.id in changed}
                clashes={clashesOf(action.id, keysFor(action.id, changed) ?? "", changed)}
                waiting={waiting === action.id}
                onAsk={() => setWaiting(action.id)}
                onReset={() => set(action.id, null)}
                onNone={() => set(action.id, "")}
              />
            ))}
          </ul>
        </section>
      ))}
    </Window>
  );
}

interface RowProps {
  action: KeyedAction;
  keys: string | undefined;
  isChanged: boolean;
  clashes: readonly KeyedAction[];
  waiting: boolean;
  onAsk: () => void;
  onReset: () => void;
  onNone: () => void;
}

function Row({ action, keys, isChanged, clashes, waiting, onAsk, onReset, onNone }: RowProps) {
  const taken = keys === undefined || action.fixed === true ? null : takenBy(keys);
  const doubts = [
    clashes.length > 0 ? `also: ${clashes.map(({ label }) => label).join("; ")}` : "",
    taken === null ? "" : `${taken} usually keep it for themselves`,
  ].filter((doubt) => doubt !== "");
  return (
    <li className="flex min-h-9 flex-wrap items-center gap-x-2 py-0.5">
      <span className="min-w-0 flex-1">{action.label}</span>
      <span className="whitespace-nowrap" aria-live="polite">
        {waiting ? "Press the keys, Escape leaves it" : keys === undefined ? "no key" : <Key>{spoken(keys)}</Key>}
      </span>
      {action.fixed === true ? (
        <span className="w-40 text-right text-soft">belongs to the field</span>
      ) : (
        <span className="flex w-40 justify-end gap-1">
          {isChanged && (
            <Button small look="quiet" aria-label={`As shipped: ${action.label}`} onClick={onReset}>
              Shipped
            </Button>
          )}
          {!isChanged && (
            <Button small look="quiet" aria-label={`No key for: ${action.label}`} onClick={onNone}>
              None
            </Button>
          )}
          <Button small aria-label={`Change the key of: ${action.label}`} onClick={onAsk}>
            Change
          </Button>
        </span>
      )}
      {doubts.length > 0 && (
        <p role="alert" className="w-full text-stop">
          {doubts.join("; ")}
        </p>
      )}
    </li>
  );
}
