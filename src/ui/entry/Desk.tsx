"use client";

import { Upload } from "lucide-react";
import { type DragEvent, useCallback, useMemo, useState } from "react";
import { bandLabel } from "@/core/band";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { useMay } from "../people/acting";
import { useLogbook } from "../shell/logbook";
import { ImportWindow } from "../log/ImportWindow";
import { Practise } from "../practice/Practise";
import { useTellTyped } from "../workspace/tellTyped";
import { useWorkspace } from "../workspace/useWorkspace";
import { WorkspaceMenu } from "../workspace/WorkspaceMenu";
import { WorkspaceRoom } from "../workspace/WorkspaceRoom";
import { useOperating } from "./useOperating";
// What the Day shows comes with the page, not after it.
import "../workspace/panels/log";
import "../workspace/panels/reading";

/** The place one lives in: the entry line, and the panels of the workspace: the reading, the log. */
export function Desk() {
  const { callRef, draft, entry, seat, setSeat, last, undoLast, undoing, line, typed, pick, askNote, windows } =
    useOperating();
  const workspace = useWorkspace("desk");
  useTellTyped(draft);
  const [importing, setImporting] = useState<readonly File[] | null>(null);
  const mayImport = useMay("change", useLogbook().logbook.id);
  const [dragging, setDragging] = useState(false);
  useActions(mayImport ? [{ id: "import", run: () => setImporting([]) }] : []);

  function onDrop(event: DragEvent) {
    event.preventDefault();
    setDragging(false);
    const dropped = [...event.dataTransfer.files];
    if (mayImport && dropped.length > 0) setImporting(dropped);
  }

  const leave = useCallback(() => callRef.current?.focus(), [callRef]);
  // Without this the whole log is drawn anew with every key of the entry line.
  const atHand = useMemo(
    () => ({
      ...{ entry, leave, pick, askNote, seat, setSeat },
      way: "search" as const,
      overLog: (
        <>
          {last !== null && (
            <span className="flex items-center gap-2 truncate text-soft @max-[620px]:hidden" role="status">
              Logged <b className="font-mono text-ink">{last.call}</b> on {bandLabel(last.band)}
              <Button small look="quiet" disabled={undoing} onClick={undoLast}>
                Undo
              </Button>
            </span>
          )}
          {mayImport && (
            <Button small onClick={() => setImporting([])}>
              <Upload size={14} aria-hidden /> <span className="@max-[980px]:sr-only">Import</span>
            </Button>
          )}
        </>
      ),
    }),
    [entry, leave, pick, askNote, seat, setSeat, last, undoing, undoLast, mayImport],
  );
  const menu = useMemo(
    () => (
      <>
        <Practise from="/desk" look="line" />
        <WorkspaceMenu workspace={workspace} />
      </>
    ),
    [workspace],
  );

  return (
    <div
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] max-lg:block max-lg:overflow-auto"
      onDragOver={(event) => {
        if (!mayImport || !event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setDragging(false)}
      onDrop={onDrop}
    >
      <h1 className="sr-only">Desk</h1>
      {line(menu)}
      <WorkspaceRoom workspace={workspace} window={null} atHand={atHand} typed={typed} />
      {dragging && (
        <div className="pointer-events-none absolute inset-2 z-30 grid place-items-center rounded-lg border-2 border-dashed border-signal bg-signal-wash/90 text-title font-semibold text-signal">
          Drop log files to import them
        </div>
      )}
      {windows}
      {importing !== null && <ImportWindow files={importing} onClose={() => setImporting(null)} />}
    </div>
  );
}
