"use client";

import { useMutation } from "@tanstack/react-query";
import { Download, History, Upload } from "lucide-react";
import { type DragEvent, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import { cleanCall } from "@/core/callsign";
import type { LoggedContact, Reading, StoredContact } from "@/core/contract";
import { useActions } from "../kit/actions";
import { api } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { ContactPanel } from "../log/ContactPanel";
import { ImportDialog } from "../log/ImportDialog";
import { LogTable } from "../log/LogTable";
import { Journal } from "../log/Journal";
import { useContactRows } from "../log/useContactRows";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import { useRadio } from "../shell/radio";
import { CallExceptions } from "./CallExceptions";
import { type Draft, EMPTY_DRAFT, type Offered } from "./draft";
import { EntryLine } from "./EntryLine";
import { ReadingPanel } from "./ReadingPanel";
import { useReading } from "./useReading";

/** The place one lives in: the entry line, the reading, and the log. */
export function Desk() {
  const { logbook } = useLogbook();
  const radio = useRadio();
  const [draft, setDraft] = useKeptDraft(logbook.id);
  const [last, setLast] = useState<LoggedContact | null>(null);
  const [opened, setOpened] = useState<StoredContact | null>(null);
  const [importing, setImporting] = useState(false);
  const [excepting, setExcepting] = useState(false);
  const [journal, setJournal] = useState(false);
  const [file, setFile] = useState<File | null>(null);
  const [dragging, setDragging] = useState(false);
  const callRef = useRef<HTMLInputElement>(null);
  const tableRef = useRef<HTMLDivElement>(null);
  const [find, setFind] = useState("");
  const findRef = useRef<HTMLInputElement>(null);
  const rows = useContactRows(logbook.id, logbook.contactCount, find);
  const { reading, problem } = useReading(logbook.id, draft.call, radio.band, radio.mode, draft.grid);
  const exportUrl = `/api/v1/logbooks/${logbook.id}/export`;

  const undo = useUndo(logbook.id, () => setLast(null));
  const undoLast = () =>
    last === null
      ? void toast("Nothing was logged here that could be undone.")
      : undo.mutate({ batchId: last.batchId, said: `${last.call} is taken out of the log.` });
  const remove = useMutation({
    mutationFn: (contact: StoredContact) =>
      api<{ batchId: number }>(`logbooks/${logbook.id}/contacts/${contact.id}`, { method: "DELETE" }),
    onSuccess: ({ batchId }, contact) => {
      setOpened(null);
      toast(`${contact.call} is deleted.`, {
        action: {
          label: "Undo",
          onClick: () => undo.mutate({ batchId, said: `${contact.call} is in the log again.` }),
        },
      });
    },
    onError: (error) => toast.error(error.message),
  });
  const openImport = () => setImporting(true);

  useActions([
    { id: "undoLast", label: "Undo the last logged contact", keys: "Ctrl+Alt+Z", run: undoLast },
    { id: "toLog", label: "Go to the log", keys: "Ctrl+Alt+L", run: () => tableRef.current?.focus() },
    { id: "find", label: "Find calls in the log", keys: "Ctrl+Alt+F", run: () => findRef.current?.select() },
    { id: "import", label: "Import a log file", keys: "Ctrl+Alt+I", run: openImport },
    { id: "journal", label: "Show the journal of all changes", keys: "Ctrl+Alt+J", run: () => setJournal(true) },
    { id: "exceptions", label: "Say where a call operates from", keys: "Ctrl+Alt+W", run: () => setExcepting(true) },
    { id: "openContact", label: "Open the contact of the row, in the log", keys: "Enter", hint: true, run: () => {} },
    {
      id: "deleteContact",
      label: "Delete the contact of the row, in the log",
      keys: "Delete",
      hint: true,
      run: () => {},
    },
    { id: "export", label: "Export the log as ADIF", run: () => save(`${exportUrl}.adi`) },
    { id: "exportXml", label: "Export the log as ADIF in XML", run: () => save(`${exportUrl}.adx`) },
  ]);

  function onDrop(event: DragEvent) {
    event.preventDefault();
    setDragging(false);
    const dropped = event.dataTransfer.files[0];
    if (dropped === undefined) return;
    setFile(dropped);
    setImporting(true);
  }

  return (
    <div
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] max-lg:overflow-auto max-lg:grid-rows-[auto_auto_auto_minmax(320px,1fr)]"
      onDragOver={(event) => {
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setDragging(false)}
      onDrop={onDrop}
    >
      <h1 className="sr-only">Desk</h1>
      <EntryLine
        logbookId={logbook.id}
        draft={draft}
        setDraft={setDraft}
        offered={offeredFrom(reading, draft.call)}
        callRef={callRef}
        onLogged={setLast}
      />
      <ReadingPanel
        logbook={logbook}
        call={draft.call}
        reading={reading}
        problem={problem}
        band={radio.band}
        mode={radio.mode}
      />
      <div className="flex h-[42px] items-center gap-3 px-4">
        <h2 className="font-semibold">Log</h2>
        <input
          ref={findRef}
          aria-label="Find calls that begin with"
          placeholder="Find a call"
          className="field h-7 w-36 shrink-0 font-mono"
          autoComplete="off"
          spellCheck={false}
          value={find}
          onChange={({ target }) => setFind(cleanCall(target.value))}
          onKeyDown={(event) => {
            if (event.key === "Enter" || event.key === "ArrowDown") tableRef.current?.focus();
            else if (event.key === "Escape") {
              setFind("");
              callRef.current?.focus();
            } else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        />
        <span className="truncate text-soft max-sm:hidden" role="status">
          {find === "" ? "" : `${count(rows.window.total)} of `}
          {many(logbook.contactCount, "contact")}, the newest first
        </span>
        <span className="flex-1" />
        {last !== null && (
          <span className="flex items-center gap-2 text-soft max-sm:hidden" role="status">
            Logged <b className="font-mono text-ink">{last.call}</b> on {bandLabel(last.band)}
            <Button small look="quiet" disabled={undo.isPending} onClick={undoLast}>
              Undo
            </Button>
          </span>
        )}
        <Button small onClick={() => setJournal(true)}>
          <History size={14} aria-hidden /> <span className="max-sm:sr-only">Journal</span>
        </Button>
        <Button small onClick={openImport}>
          <Upload size={14} aria-hidden /> <span className="max-sm:sr-only">Import</span>
        </Button>
        <a
          href={`${exportUrl}.adi`}
          download
          className="inline-flex h-7 items-center gap-2 rounded-field border border-edge bg-panel px-2.5 hover:border-signal hover:bg-signal-wash"
        >
          <Download size={14} aria-hidden /> <span className="max-sm:sr-only">Export</span>
        </a>
      </div>
      <LogTable key={find} find={find} rows={rows} focusRef={tableRef} onOpen={setOpened} onDelete={remove.mutate} />
      {opened !== null && <ContactPanel contact={opened} onClose={() => setOpened(null)} onDelete={remove.mutate} />}
      {dragging && (
        <div className="pointer-events-none absolute inset-2 z-30 grid place-items-center rounded-lg border-2 border-dashed border-signal bg-signal-wash/90 text-title font-semibold text-signal">
          Drop the log file to import it
        </div>
      )}
      {journal && <Journal logbookId={logbook.id} onClose={() => setJournal(false)} />}
      {excepting && <CallExceptions call={draft.call} onClose={() => setExcepting(false)} />}
      <ImportDialog
        file={file}
        open={importing}
        onFile={setFile}
        onClose={() => {
          setImporting(false);
          setFile(null);
        }}
      />
    </div>
  );
}

/** Lets the browser save what an address answers. */
function save(url: string): void {
  const link = document.createElement("a");
  link.href = url;
  link.download = "";
  link.click();
}

/** What earlier contacts with the station offer for fields that are not typed; nothing while the reading is of another call. */
function offeredFrom(reading: Reading | null, call: string): Offered {
  const offered: { name?: string; place?: string; grid?: string } = {};
  if (reading === null || reading.place.call !== cleanCall(call)) return offered;
  for (const contact of reading.station.previous) {
    for (const key of ["name", "place", "grid"] as const) {
      const value = contact[key];
      if (value !== null) offered[key] ??= value;
    }
  }
  return offered;
}

/** The draft, kept over a reload of the page. */
function useKeptDraft(logbookId: number): [Draft, (draft: Draft) => void] {
  const key = `draft-${logbookId}`;
  const [draft, setDraft] = useState(EMPTY_DRAFT);
  useEffect(() => {
    const kept = sessionStorage.getItem(key);
    // After the first paint, which must equal the server's.
    if (kept !== null) queueMicrotask(() => setDraft({ ...EMPTY_DRAFT, ...(JSON.parse(kept) as Partial<Draft>) }));
  }, [key]);
  return [
    draft,
    (next) => {
      sessionStorage.setItem(key, JSON.stringify(next));
      setDraft(next);
    },
  ];
}
