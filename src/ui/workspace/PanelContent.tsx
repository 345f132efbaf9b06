"use client";

import { memo, Suspense } from "react";
import { panelById } from "./panels";

/** What a panel shows; nothing where this version does not know it. It is not drawn anew where panels are only moved. */
export const PanelContent = memo(function PanelContent({ panel }: { panel: string }) {
  const kind = panelById(panel);
  if (kind === undefined) return null;
  return (
    <Suspense>
      <kind.Content />
    </Suspense>
  );
});
