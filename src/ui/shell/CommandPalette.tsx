"use client";

import { Command } from "cmdk";
import { useState } from "react";
import { useActions, useAllActions } from "../kit/actions";
import { KeyOf } from "../kit/Key";

/** Every action by its name. */
export function CommandPalette() {
  const [open, setOpen] = useState(false);
  const actions = useAllActions();
  useActions([{ id: "palette", run: () => setOpen((was) => !was) }]);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label="Actions"
      overlayClassName="fixed inset-0 z-40 bg-shade/40"
      contentClassName="fixed top-[16vh] left-1/2 z-50 w-[min(560px,94vw)] -translate-x-1/2 overflow-hidden rounded-lg border border-line bg-panel shadow-2xl"
    >
      <Command.Input
        placeholder="What shall be done?"
        className="h-12 w-full border-b border-line bg-transparent px-4 text-large outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-auto p-1.5">
        <Command.Empty className="px-3 py-6 text-center text-soft">No action of that name.</Command.Empty>
        {actions
          .filter((action) => action.run !== null && action.id !== "palette")
          .map((action) => (
            <Command.Item
              key={action.id}
              value={action.label}
              onSelect={() => {
                setOpen(false);
                // After the dialog gave the focus back, so that an action may move it.
                setTimeout(() => action.run?.(), 0);
              }}
              className="flex cursor-pointer items-center justify-between rounded-field px-3 py-2 data-[selected=true]:bg-signal-wash data-[selected=true]:text-signal"
            >
              {action.label}
              <KeyOf id={action.id} />
            </Command.Item>
          ))}
      </Command.List>
    </Command.Dialog>
  );
}
