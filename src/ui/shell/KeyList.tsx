"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { useState } from "react";
import { useActions, useAllActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { Key } from "../kit/Key";
import { spoken } from "./CommandPalette";

/** The keys of the place one is in. */
export function KeyList() {
  const [open, setOpen] = useState(false);
  const actions = useAllActions().filter((action) => action.keys !== undefined);
  useActions([
    { id: "keys", label: "Show the keys", keys: "?", run: () => setOpen(true) },
    { id: "keysTyping", label: "Show the keys, also while typing", keys: "F1", run: () => setOpen(true) },
  ]);
  return (
    <Dialog open={open} onClose={setOpen} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="max-h-[80vh] w-[min(520px,94vw)] overflow-auto rounded-lg border border-line bg-panel p-5 shadow-2xl">
          <div className="mb-3 flex items-center justify-between">
            <DialogTitle className="text-title font-semibold">Keys here</DialogTitle>
            <Button small onClick={() => setOpen(false)}>
              Close
            </Button>
          </div>
          <dl className="divide-y divide-line">
            {actions.map((action) => (
              <div key={action.id} className="flex justify-between gap-6 py-1.5">
                <dt>{action.label}</dt>
                <dd>
                  <Key>{spoken(action.keys!)}</Key>
                </dd>
              </div>
            ))}
          </dl>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
