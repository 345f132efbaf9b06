"use client";

import { Suspense } from "react";
import { panelById } from "./panels";

/** What a panel shows; nothing where this version does not know it. */
export function PanelContent({ panel }: { panel: string }) {
  const kind = panelById(panel);
  if (kind === undefined) return null;
  return (
    <Suspense>
      <kind.Content />
    </Suspense>
  );
}
