"use client";

import { type PanelPart, panelsOf } from "@/core/contract";
import { PanelContent } from "./PanelContent";
import { panelById } from "./panels";

/** Panels under one another, for a narrow screen. */
export function Stack({ root }: { root: PanelPart }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start">
      {panelsOf(root).map((id) => {
        const kind = panelById(id);
        return (
          kind !== undefined && (
            <div
              key={id}
              data-panel={id}
              role="group"
              aria-label={kind.title}
              tabIndex={0}
              className="panel @container min-h-0 overflow-auto border-b border-line bg-panel focus-visible:outline-2 focus-visible:-outline-offset-2"
              style={kind.stacked === null ? {} : { height: kind.stacked }}
            >
              <PanelContent panel={id} />
            </div>
          )
        );
      })}
    </div>
  );
}
