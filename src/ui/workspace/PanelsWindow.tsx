"use client";

import { Button } from "../kit/Button";
import { Tick } from "../kit/Tick";
import { Window } from "../kit/Window";
import { PANELS } from "./panels";
import { closed, shown, type WindowNumber, windowOf } from "./placing";
import type { WorkspaceState } from "./useWorkspace";

interface PanelsWindowProps {
  workspace: WorkspaceState;
  window: WindowNumber;
  onClose: () => void;
}

/** Every kind of panel: whether it is shown, and what it is for. */
export function PanelsWindow({ workspace, window, onClose }: PanelsWindowProps) {
  const { arrange, current } = workspace;
  const { arrangement } = current;
  return (
    <Window
      title="Panels"
      about={`What the workspace ${current.name} shows. A panel that is added stands at the right; Arrange moves it.`}
      width={640}
      onClose={onClose}
      buttons={
        <Button look="act" onClick={onClose}>
          Done
        </Button>
      }
    >
      <ul className="divide-y divide-line">
        {PANELS.map(({ id, title, about }) => {
          const at = windowOf(arrangement, id);
          return (
            <li
              key={id}
              className="grid grid-cols-[170px_minmax(0,1fr)] items-baseline gap-3 py-1.5 max-sm:grid-cols-1"
            >
              <Tick
                label={title}
                checked={at !== undefined}
                onChange={(on) => arrange(on ? shown(arrangement, id, window) : closed(arrangement, id))}
              />
              <span className="text-soft">
                {about}
                {at !== undefined && at !== window && ". Shown in another window"}
              </span>
            </li>
          );
        })}
      </ul>
    </Window>
  );
}
