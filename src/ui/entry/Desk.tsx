"use client";

import { Upload } from "lucide-react";
import { type DragEvent, useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import { cleanCall } from "@/core/callsign";
import type { LoggedContact } from "@/core/contract";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { ImportWindow } from "../log/ImportWindow";
import { Log } from "../log/Log";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import { useRadio } from "../shell/radio";
import { ContestNotice } from "../contest/ContestNotice";
import { useSeat } from "../contest/position";
import { useContestLine } from "../contest/useContestLine";
import { useEntryOn } from "../contest/useEntries";
import { CallExceptions } from "./CallExceptions";
import { DuplicateWindow } from "./DuplicateWindow";
import type { Offered } from "./draft";
import { EntryLine } from "./EntryLine";
import { StationNote } from "./StationNote";
import { useDuplicateWindow } from "./useDuplicateWindow";
import { ReadingPanel } from "./ReadingPanel";
import { useKeptDraft } from "./useKeptDraft";
import { type PageReading, useReading } from "./useReading";

/** The place one lives in: the entry line, the reading, and the log. */
export function Desk() {
  const { logbook } = useLogbook();
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const [draft, setDraft] = useKeptDraft(logbook.id);
  const entry = useEntryOn(logbook.id);
  const [seat] = useSeat();
  const contest = useContestLine({ entry, seat, draft });
  const [last, setLast] = useState<LoggedContact | null>(null);
  const [importing, setImporting] = useState<readonly File[] | null>(null);
  const [excepting, setExcepting] = useState(false);
  const [dragging, setDragging] = useState(false);
  const callRef = useRef<HTMLInputElement>(null);
  const [within, setWithin] = useDuplicateWindow();
  const { reading, problem, refetch } = useReading(logbook, { call: draft.call, band, mode, grid: draft.grid, within });
  const [asking, setAsking] = useState<"note" | "duplicates" | null>(null);

  const undo = useUndo(logbook.id, () => setLast(null));
  const undoLast = () =>
    last === null ? void toast("Nothing was logged here that could be undone.") : undo.mutate(undoingOf(last));
  const isRead = reading !== null;
  const askNote = useCallback(
    () => (isRead ? setAsking("note") : void toast("Type a call first; the note is about its station.")),
    [isRead],
  );
  const openImport = () => setImporting([]);

  useActions([
    { id: "undoLast", run: undoLast },
    { id: "import", run: openImport },
    { id: "note", run: askNote },
    { id: "duplicates", label: "Within which time a contact is a duplicate", run: () => setAsking("duplicates") },
    { id: "exceptions", run: () => setExcepting(true) },
  ]);

  function onDrop(event: DragEvent) {
    event.preventDefault();
    setDragging(false);
    const dropped = [...event.dataTransfer.files];
    if (dropped.length > 0) setImporting(dropped);
  }

  const offered = useMemo(() => offeredFrom(reading, draft.call), [reading, draft.call]);
  const { mutate: undoBatch, isPending: undoing } = undo;
  // Without this the whole log is drawn anew with every key of the entry line.
  const log = useMemo(
    () => (
      <Log leaveTo={callRef}>
        {last !== null && (
          <span className="flex items-center gap-2 truncate text-soft max-sm:hidden" role="status">
            Logged <b className="font-mono text-ink">{last.call}</b> on {bandLabel(last.band)}
            <Button small look="quiet" disabled={undoing} onClick={() => undoBatch(undoingOf(last))}>
              Undo
            </Button>
          </span>
        )}
        <Button small onClick={() => setImporting([])}>
          <Upload size={14} aria-hidden /> <span className="max-sm:sr-only">Import</span>
        </Button>
      </Log>
    ),
    [last, undoing, undoBatch],
  );

  return (
    <div
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_minmax(360px,1fr)]"
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setDragging(false)}
      onDrop={onDrop}
    >
      <h1 className="sr-only">Desk</h1>
      <EntryLine
        logbook={logbook}
        draft={draft}
        setDraft={setDraft}
        offered={offered}
        callRef={callRef}
        onLogged={setLast}
        contest={contest.line}
        notice={<ContestNotice entry={entry ?? null} contest={contest} />}
      />
      <ReadingPanel
        logbook={logbook}
        typed={draft.call !== ""}
        reading={reading}
        problem={problem}
        band={band}
        mode={mode}
        within={within}
        onNote={askNote}
      />
      {log}
      {dragging && (
        <div className="pointer-events-none absolute inset-2 z-30 grid place-items-center rounded-lg border-2 border-dashed border-signal bg-signal-wash/90 text-title font-semibold text-signal">
          Drop log files to import them
        </div>
      )}
      {asking === "note" && reading !== null && reading.station !== null && (
        <StationNote
          logbookId={logbook.id}
          call={reading.place.base}
          note={reading.station.note}
          onKept={() => void refetch()}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === "duplicates" && (
        <DuplicateWindow
          within={within}
          onClose={() => setAsking(null)}
          onDone={(seconds) => {
            setWithin(seconds);
            setAsking(null);
          }}
        />
      )}
      {excepting && <CallExceptions call={draft.call} onClose={() => setExcepting(false)} />}
      {importing !== null && <ImportWindow files={importing} onClose={() => setImporting(null)} />}
    </div>
  );
}

function undoingOf({ batchId, call }: LoggedContact) {
  return { batchId, said: `${call} is taken out of the log.` };
}

/** What earlier contacts with the station, and then the directory, offer for fields that are not typed; nothing while the reading is of another call. */
function offeredFrom(reading: PageReading | null, call: string): Offered {
  const offered: { name?: string; place?: string; grid?: string } = {};
  if (reading?.station == null || reading.place.call !== cleanCall(call)) return offered;
  const { previous, directory } = reading.station;
  for (const contact of [...previous, ...(directory === null ? [] : [directory])]) {
    for (const key of ["name", "place", "grid"] as const) {
      const value = contact[key];
      if (value !== null) offered[key] ??= value;
    }
  }
  return offered;
}
