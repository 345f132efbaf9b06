"use client";

import { Upload } from "lucide-react";
import { type DragEvent, useMemo, useState } from "react";
import { bandLabel } from "@/core/band";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { useMay } from "../people/acting";
import { useLogbook } from "../shell/logbook";
import { ImportWindow } from "../log/ImportWindow";
import { Log } from "../log/Log";
import { useOperating } from "./useOperating";

/** The place one lives in: the entry line, the reading, and the log. */
export function Desk() {
  const { callRef, last, undoLast, undoing, line, reading, windows } = useOperating();
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

  // Without this the whole log is drawn anew with every key of the entry line.
  const log = useMemo(
    () => (
      <Log leaveTo={callRef}>
        {last !== null && (
          <span className="flex items-center gap-2 truncate text-soft max-sm:hidden" role="status">
            Logged <b className="font-mono text-ink">{last.call}</b> on {bandLabel(last.band)}
            <Button small look="quiet" disabled={undoing} onClick={undoLast}>
              Undo
            </Button>
          </span>
        )}
        {mayImport && (
          <Button small onClick={() => setImporting([])}>
            <Upload size={14} aria-hidden /> <span className="max-sm:sr-only">Import</span>
          </Button>
        )}
      </Log>
    ),
    [callRef, last, undoing, undoLast, mayImport],
  );

  return (
    <div
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_minmax(360px,1fr)]"
      onDragOver={(event) => {
        if (!mayImport || !event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setDragging(false)}
      onDrop={onDrop}
    >
      <h1 className="sr-only">Desk</h1>
      {line}
      {reading}
      {log}
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
