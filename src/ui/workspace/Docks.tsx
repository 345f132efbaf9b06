"use client";

import { Activity, useState } from "react";
import { createPortal } from "react-dom";
import { type PanelPart, panelsOf } from "@/core/contract";
import { Dock, type DockProps } from "./Dock";
import type { CurrentWorkspace } from "./keptWorkspace";
import { PanelContent } from "./PanelContent";
import { createPanelHosts } from "./panelHosts";
import { panelById } from "./panels";
import { NUMBERED } from "./useWorkspace";

interface Kept {
  readonly of: CurrentWorkspace["of"];
  readonly root: PanelPart;
}

/**
 * The docks of the workspaces that were shown: one that is shown again is there at once, with its panels as they were.
 * A panel that several of them show is the same in all, and goes from one to the other.
 */
export function Docks({ of, root, ...dock }: Kept & Omit<DockProps, "isShown" | "hosts">) {
  const [hosts] = useState(createPanelHosts);
  const [isThere, setThere] = useState(false);
  const [before, setBefore] = useState<readonly Kept[]>([]);
  const kept = withShown(before, { of, root });
  if (kept !== before) setBefore(kept);
  const shown = panelsOf(root);
  const panels = [...new Set(kept.flatMap((one) => panelsOf(one.root)))];
  return (
    <div
      ref={(box) => setThere(box !== null)}
      className="h-full min-h-0"
      onScrollCapture={({ target }) => hosts.scrolled(target as Element)}
    >
      {kept.map((one) => {
        const isShown = one.of === of;
        return (
          <div key={one.of} className={isShown ? "h-full" : "hidden"}>
            <Dock {...dock} root={one.root} arranging={isShown && dock.arranging} isShown={isShown} hosts={hosts} />
          </div>
        );
      })}
      {isThere &&
        panels.map((panel) =>
          createPortal(
            // What is not shown does nothing meanwhile.
            <Activity mode={shown.includes(panel) ? "visible" : "hidden"}>
              <div
                data-panel={panel}
                role="group"
                aria-label={panelById(panel)?.title ?? panel}
                tabIndex={0}
                className="panel @container h-full overflow-auto bg-panel focus-visible:outline-2 focus-visible:-outline-offset-2"
              >
                <PanelContent panel={panel} />
              </div>
            </Activity>,
            hosts.of(panel),
            panel,
          ),
        )}
    </div>
  );
}

/** The workspaces that have a dock, in the order in which they came: a dock that changes its place would be drawn anew. */
function withShown(kept: readonly Kept[], shown: Kept): readonly Kept[] {
  const known = kept.find(({ of }) => of === shown.of);
  if (known?.root === shown.root) return kept;
  if (known !== undefined) return kept.map((one) => (one === known ? shown : one));
  return [...kept.slice(kept.length < NUMBERED ? 0 : 1), shown];
}
