"use client";

import { useState } from "react";
import { toast } from "sonner";
import { type Arrangement, panelsOf } from "@/core/contract";
import { Button } from "../kit/Button";
import { NameWindow } from "../kit/NameWindow";
import { Window } from "../kit/Window";
import { panelById } from "./panels";
import { type OfferedWorkspace, useKeeping, type WorkspaceState } from "./useWorkspace";

/** The workspaces: shown, and one's own renamed and removed. */
export function WorkspacesWindow({ workspace, onClose }: { workspace: WorkspaceState; onClose: () => void }) {
  const { current, offered, choose } = workspace;
  const { keep, replace, remove } = useKeeping();
  const [renaming, setRenaming] = useState<OfferedWorkspace | null>(null);
  const problem = remove.error ?? keep.error;

  function removed({ of, name, arrangement }: OfferedWorkspace) {
    const action =
      arrangement === null ? undefined : { label: "Undo", onClick: () => keep.mutate({ name, arrangement }) };
    remove.mutate(Number(of), { onSuccess: () => toast(`The workspace ${name} is removed.`, { action }) });
  }

  return (
    <Window
      title="Workspaces"
      about="Arrangements of panels, switched by their keys. Your own are there on every computer that you sign in on."
      width={640}
      onClose={onClose}
      buttons={<Button onClick={onClose}>Close</Button>}
    >
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem.message}
        </p>
      )}
      <ul aria-label="Workspaces" className="divide-y divide-line">
        {offered.map((one) => (
          <li key={one.of} className="flex items-center gap-1 py-1">
            <span className="min-w-0 flex-1">
              <b className="font-semibold">{one.name}</b>
              {one.of === current.of && <span className="text-signal"> shown now</span>}
              <span className={`block truncate ${one.arrangement === null ? "text-stop" : "text-soft"}`}>
                {one.arrangement === null ? `Cannot be shown: ${one.about}` : namesIn(one.arrangement)}
              </span>
            </span>
            {one.arrangement !== null && (
              <Button small aria-label={`Show ${one.name}`} onClick={() => choose(one)}>
                Show
              </Button>
            )}
            {typeof one.of === "number" && (
              <>
                {one.arrangement !== null && (
                  <Button small look="quiet" aria-label={`Rename ${one.name}`} onClick={() => setRenaming(one)}>
                    Rename
                  </Button>
                )}
                <Button small look="quiet" aria-label={`Remove ${one.name}`} onClick={() => removed(one)}>
                  Remove
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {renaming?.arrangement != null && (
        <NameWindow
          title={`Rename ${renaming.name}`}
          start={renaming.name}
          problem={replace.error?.message}
          onClose={() => setRenaming(null)}
          onName={(name) =>
            replace.mutate(
              { id: Number(renaming.of), name, arrangement: renaming.arrangement! },
              { onSuccess: () => setRenaming(null) },
            )
          }
        />
      )}
    </Window>
  );
}

function namesIn({ main, windows }: Arrangement): string {
  const names = (ids: readonly string[]) =>
    ids.map((id) => panelById(id)?.title ?? `${id} (not known here)`).join(", ");
  return [names(panelsOf(main)), ...windows.map(({ root }) => `another window: ${names(panelsOf(root))}`)].join("; ");
}
