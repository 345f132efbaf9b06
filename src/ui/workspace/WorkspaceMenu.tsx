"use client";

import { memo } from "react";
import { Button } from "../kit/Button";
import { DropMenu } from "../kit/DropMenu";
import { useRun } from "../kit/actions";
import { openPanelWindow, useOpenWindows } from "./panelWindows";
import { broughtBack } from "./placing";
import { NUMBERED, type WorkspaceState } from "./useWorkspace";

interface WorkspaceMenuProps {
  workspace: WorkspaceState;
  /** Whether it stands in the window with the entry line. */
  isHome?: boolean;
}

/** Which workspace is shown: chosen here, arranged, and kept; and its windows, where they are closed. */
export const WorkspaceMenu = memo(function WorkspaceMenu({ workspace, isHome = true }: WorkspaceMenuProps) {
  const { place, current, offered, asKept, arranging, arrange, choose } = workspace;
  const run = useRun();
  const { windows } = current.arrangement;
  const open = useOpenWindows(place, windows);
  const missing = isHome ? windows.filter(({ number }) => !open.includes(number)) : [];
  return (
    <>
      {missing.map((one) => (
        <Button key={one.number} small look="quiet" onClick={() => openPanelWindow(place, one)}>
          Open its window{windows.length > 1 ? ` ${one.number}` : ""}
        </Button>
      ))}
      <DropMenu
        quiet
        label={`Workspace: ${current.name}`}
        parts={[
          {
            title: "Workspaces",
            entries: offered.map((one, at) => ({
              label: one.arrangement === null ? `${one.name}: cannot be shown` : one.name,
              run: () => choose(one),
              chosen: one.of === current.of,
              ...(at < NUMBERED ? { keysOf: `workspace${at + 1}` } : {}),
            })),
          },
          {
            entries: [
              {
                label: arranging ? "Done arranging" : "Arrange the panels",
                run: () => run("arrange"),
                keysOf: "arrange",
              },
              { label: "Panels…", run: () => run("panels"), keysOf: "panels" },
              { label: "Keep as…", run: () => run("keepWorkspace") },
              ...(current.changed && asKept?.arrangement != null
                ? [{ label: "As it was kept", run: () => choose(asKept) }]
                : []),
              ...missing.map(({ number }) => ({
                label: `Bring the panels of window ${number} here`,
                run: () => arrange(broughtBack(current.arrangement, number)),
              })),
              { label: "Rename or remove…", run: () => run("workspaces") },
            ],
          },
        ]}
      >
        {current.name}
        {current.changed && <span className="text-faint">changed</span>}
      </DropMenu>
    </>
  );
});
