"use client";

import { useState } from "react";
import type { AlertRule } from "@/core/contract";
import { useActions } from "../kit/actions";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { AlertHistory } from "./AlertHistory";
import { RuleList } from "./RuleList";
import { RuleWindow } from "./RuleWindow";
import { useAlertState } from "./useAlerts";

/** The rules by which one is called, and what one was called for. */
export function Alerts() {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useAlertState(logbook.id);
  const [editing, setEditing] = useState<AlertRule | "new" | null>(null);
  useActions([{ id: "addAlertRule", label: "Add a rule of alerts", run: () => setEditing("new") }]);
  if (data === undefined)
    return error === null ? (
      <p className="bg-panel p-8 text-center text-soft">The alerts are being loaded.</p>
    ) : (
      <div className="bg-panel">
        <LoadFailure text={`The alerts could not be loaded: ${error.message}`} onRetry={() => void refetch()} />
      </div>
    );
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,440px)_minmax(0,1fr)] bg-panel @max-[860px]:grid-cols-1 @max-[860px]:overflow-auto @min-[1440px]:grid-cols-[minmax(0,600px)_minmax(0,1fr)]">
      <RuleList state={data} onEdit={setEditing} />
      <AlertHistory />
      {editing !== null && (
        <RuleWindow
          key={editing === "new" ? "new" : editing.id}
          rule={editing === "new" ? null : editing}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
}
