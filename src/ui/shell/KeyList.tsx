"use client";

import { useState } from "react";
import { useActions, useAllActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { useChangedKeys } from "../kit/changedKeys";
import { Key } from "../kit/Key";
import { keysFor } from "../kit/keymap";
import { spoken } from "../kit/keys";
import { Window } from "../kit/Window";
import { KeysWindow } from "./KeysWindow";

/** The keys of the place one is in. */
export function KeyList() {
  const [open, setOpen] = useState<"list" | "change" | null>(null);
  const changed = useChangedKeys();
  const actions = useAllActions().flatMap(({ id, label }) => {
    const keys = keysFor(id, changed);
    return keys === undefined ? [] : [{ id, label, keys }];
  });
  useActions([
    { id: "keys", run: () => setOpen("list") },
    { id: "keysTyping", run: () => setOpen("list") },
    { id: "changeKeys", label: "Change the keys", run: () => setOpen("change") },
  ]);
  if (open === null) return null;
  if (open === "change") return <KeysWindow onClose={() => setOpen(null)} />;
  return (
    <Window
      title="Keys here"
      width={520}
      onClose={() => setOpen(null)}
      onSubmit={() => setOpen(null)}
      buttons={
        <>
          <Button onClick={() => setOpen("change")}>Change the keys</Button>
          <Button type="submit" look="act" autoFocus>
            Close
          </Button>
        </>
      }
    >
      <dl className="divide-y divide-line">
        {actions.map(({ id, label, keys }) => (
          <div key={id} className="flex justify-between gap-6 py-1.5">
            <dt>{label}</dt>
            <dd>
              <Key>{spoken(keys)}</Key>
            </dd>
          </div>
        ))}
      </dl>
    </Window>
  );
}
