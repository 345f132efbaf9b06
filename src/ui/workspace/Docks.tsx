"use client";

import { Activity, useLayoutEffect, useState } from "react";
import { type PanelPart, panelsOf } from "@/core/contract";
import { groupsOf } from "./arrangement";
import { Dock, type DockProps } from "./Dock";
import type { CurrentWorkspace } from "./keptWorkspace";
import { PanelContent } from "./PanelContent";
import { createPanelPlaces, panelElementId } from "./panelPlaces";
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
export function Docks({ of, root, ...dock }: Kept & Omit<DockProps, "isShown" | "places">) {
  const [places] = useState(createPanelPlaces);
  const [isThere, setThere] = useState(false);
  const [before, setBefore] = useState<readonly Kept[]>([]);
  const kept = withShown(before, { of, root });
  if (kept !== before) setBefore(kept);
  const inSight = groupsOf(root).map(({ panels, shown }) => panels[shown] ?? panels[0]);
  const panels = [...new Set(kept.flatMap((one) => panelsOf(one.root)))];
  // After the docks, which have shown their slots by then.
  useLayoutEffect(() => places.place());
  return (
    <div ref={(room) => setThere(room !== null)} className="relative isolate h-full min-h-0">
      <div className="docks h-full">
        {kept.map((one) => {
          const isShown = one.of === of;
          return (
            <div key={one.of} className={isShown ? "h-full" : "hidden"}>
              <Dock {...dock} root={one.root} arranging={isShown && dock.arranging} isShown={isShown} places={places} />
            </div>
          );
        })}
      </div>
      <div className="panels">
        {(isThere ? panels : []).map((panel) => (
          // What is not in sight does nothing meanwhile.
          <Activity key={panel} mode={inSight.includes(panel) ? "visible" : "hidden"}>
            <div
              ref={(element) => (element === null ? undefined : places.panel(panel, element))}
              id={panelElementId(panel)}
              data-panel={panel}
              role="group"
              aria-label={panelById(panel)?.title ?? panel}
              tabIndex={0}
              className="panel @container invisible absolute inset-0 overflow-auto bg-panel focus-visible:outline-2 focus-visible:-outline-offset-2"
            >
              <PanelContent panel={panel} />
            </div>
          </Activity>
        ))}
      </div>
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
