"use client";

import { memo, useEffect, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { panelsOf } from "@/core/contract";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { useNarrow } from "../kit/useWide";
import { type AtHand, AtHandProvider } from "./atHand";
import type { TypedStation } from "../entry/useTypedStation";
import { groupWith } from "./arrangement";
import { afterDeed } from "./deeds";
import { Docks } from "./Docks";
import { KeepWindow } from "./KeepWindow";
import { openPanelWindow } from "./panelWindows";
import { PanelsWindow } from "./PanelsWindow";
import { PANELS } from "./panels";
import { rootOf, shown, type WindowNumber, windowOf, withRoot } from "./placing";
import { Stack } from "./Stack";
import { NUMBERED, type WorkspaceState } from "./useWorkspace";
import { WorkspacesWindow } from "./WorkspacesWindow";

interface RoomProps {
  workspace: WorkspaceState;
  /** Which of its windows this is. */
  window: WindowNumber;
  atHand: AtHand;
}

/** The panels of a workspace as they are arranged, with all that one can do to them. */
export function WorkspaceRoom({ typed, ...room }: RoomProps & { typed: TypedStation }) {
  return (
    <AtHandProvider atHand={room.atHand} typed={typed}>
      <Room {...room} />
    </AtHandProvider>
  );
}

/** Not drawn anew with each key that is typed: panels that read take what is typed by themselves. */
const Room = memo(function Room({ workspace, window, atHand }: RoomProps) {
  const { place, current, offered, asKept, arranging, setArranging, arrange, choose } = workspace;
  const { arrangement } = current;
  const root = useMemo(() => rootOf(arrangement, window), [arrangement, window]);
  const isNarrow = useNarrow();
  const [open, setOpen] = useState<"panels" | "keep" | "workspaces" | null>(null);
  const close = () => setOpen(null);
  const room = useRef<HTMLDivElement>(null);
  /** What has the focus as soon as it is there. */
  const wanted = useRef<string | null>(null);
  useEffect(() => {
    const panel = wanted.current;
    if (panel === null) return;
    wanted.current = null;
    // The dock lays itself out after this.
    requestAnimationFrame(() => focusPanel(room.current, panel));
  });

  /** Shows a panel, if need be, and goes to it. */
  function goTo(panel: string) {
    const at = windowOf(arrangement, panel);
    if (at !== undefined && at !== window) {
      const other = arrangement.windows.find(({ number }) => number === at);
      if (other !== undefined) return openPanelWindow(place, other);
      return void toast("It is in the window with the entry line.");
    }
    wanted.current = panel;
    arrange(shown(arrangement, panel, window));
  }
  function nextPanel() {
    const panels = panelsOf(root);
    const here = document.activeElement?.closest<HTMLElement>("[data-panel]")?.dataset["panel"] ?? "";
    const next = panels[panels.indexOf(here) + 1];
    if (next === undefined && panels.includes(here)) return atHand.leave();
    const panel = next ?? panels[0];
    if (panel === undefined || root === null) return;
    const { panels: tabs, shown: front } = groupWith(root, panel);
    if (tabs[front] === panel || isNarrow) focusPanel(room.current, panel);
    else goTo(panel);
  }
  function turnArranging() {
    if (isNarrow) return setOpen("panels");
    setArranging(!arranging);
  }
  useActions([
    ...offered.map((one, at) => ({
      id: at < NUMBERED ? `workspace${at + 1}` : `workspace ${one.of}`,
      label: `Workspace: ${one.name}`,
      run: () => choose(one),
    })),
    ...PANELS.map(({ id, title }) => ({ id: `panel ${id}`, label: `Panel: ${title}`, run: () => goTo(id) })),
    { id: "nextPanel", run: nextPanel },
    { id: "arrange", run: turnArranging },
    { id: "panels", run: () => setOpen("panels") },
    { id: "keepWorkspace", label: "Keep the workspace under a name", run: () => setOpen("keep") },
    { id: "workspaces", label: "Rename or remove workspaces", run: () => setOpen("workspaces") },
  ]);

  return (
    <>
      <div ref={room} className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
        {arranging && !isNarrow ? (
          <div
            role="toolbar"
            aria-label="Arrange the panels"
            className="flex items-center gap-2 border-b border-line bg-signal-wash px-4 py-1"
          >
            <span className="min-w-0 flex-1 truncate">
              Drag a panel by its name, a border by itself. On a name, arrows move the panel, with Shift they resize it,
              Delete closes it.
            </span>
            {current.changed && asKept?.arrangement != null && (
              <Button small look="quiet" onClick={() => choose(asKept)}>
                As it was kept
              </Button>
            )}
            <Button small onClick={() => setOpen("panels")}>
              Panels
            </Button>
            <Button small onClick={() => setOpen("keep")}>
              Keep as
            </Button>
            <Button small look="act" onClick={() => setArranging(false)}>
              Done
            </Button>
          </div>
        ) : (
          <span />
        )}
        {root === null ? (
          <p className="p-8 text-center text-soft">
            No panel is shown.{" "}
            <button type="button" className="text-signal underline" onClick={() => setOpen("panels")}>
              Choose panels
            </button>
          </p>
        ) : isNarrow ? (
          <Stack root={root} />
        ) : (
          <Docks
            of={current.of}
            root={root}
            arranging={arranging}
            isHome={window === null}
            onChange={(next) => arrange(withRoot(arrangement, window, next))}
            onDeed={(panel, deed, as) => {
              const { arrangement: next, opens } = afterDeed(arrangement, window, { panel, deed, shown: as });
              arrange(next);
              const opened = next.windows.find(({ number }) => number === opens);
              if (opened !== undefined) openPanelWindow(place, opened);
            }}
          />
        )}
      </div>
      {open === "panels" && <PanelsWindow workspace={workspace} window={window} onClose={close} />}
      {open === "keep" && <KeepWindow workspace={workspace} onClose={close} />}
      {open === "workspaces" && <WorkspacesWindow workspace={workspace} onClose={close} />}
    </>
  );
});

/** Goes into a panel: to what in it takes the focus first. */
function focusPanel(room: HTMLElement | null, panel: string): void {
  const frame = room?.querySelector<HTMLElement>(`[data-panel="${CSS.escape(panel)}"]`);
  const grid = frame?.querySelector<HTMLElement>("[role=grid], [tabindex='0']");
  (grid ?? frame)?.focus();
}
