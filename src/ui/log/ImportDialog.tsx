"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { toast } from "sonner";
import type { ImportReport, Job } from "@/core/contract";
import { api, ApiProblem, withQuery } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { useJob } from "../kit/useJob";
import { ProgressBar } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";
import { useUndo } from "./useUndo";

interface ImportDialogProps {
  /** The dropped file, or null to ask for one. */
  file: File | null;
  open: boolean;
  onClose: () => void;
  onFile: (file: File) => void;
}

/** From choosing a file to the report of what became of it. */
export function ImportDialog({ file, open, onClose, onFile }: ImportDialogProps) {
  const { logbook } = useLogbook();
  const [queue, setQueue] = useState(false);
  const [jobId, setJobId] = useState<number | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const upload = useMutation({
    mutationFn: (chosen: File) =>
      api<Job>(
        withQuery(`logbooks/${logbook.id}/imports`, { name: chosen.name, queue: queue ? "lantern" : undefined }),
        {
          method: "POST",
          body: chosen,
          headers: { "content-type": "application/octet-stream" },
        },
      ),
    onSuccess: (job) => setJobId(job.id),
  });
  const job = useJob(jobId);
  const cancel = useMutation({
    mutationFn: (id: number) => api(`jobs/${id}/cancel`, { method: "POST" }),
    onError: (error) => toast.error(error.message),
  });

  function close() {
    setJobId(null);
    upload.reset();
    onClose();
  }

  return (
    <Dialog open={open} onClose={close} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="grid max-h-[88vh] w-[min(720px,96vw)] grid-rows-[auto_minmax(0,1fr)_auto] gap-4 overflow-hidden rounded-lg border border-line bg-panel p-5 shadow-2xl">
          <DialogTitle className="text-title font-semibold">Import into {logbook.name}</DialogTitle>
          <div className="grid min-h-0 content-start gap-4 overflow-auto">
            {job === null && (
              <>
                <p className="text-soft">
                  An ADIF file (.adi). Contacts that are in the log already are passed over; the whole import can be
                  undone.
                </p>
                <div className="flex items-center gap-3">
                  <Button autoFocus={file === null} onClick={() => picker.current?.click()}>
                    Choose a file
                  </Button>
                  <span className="truncate">
                    {file === null ? (
                      <span className="text-faint">or drop one anywhere on the Desk</span>
                    ) : (
                      `${file.name}, ${size(file.size)}`
                    )}
                  </span>
                  <input
                    ref={picker}
                    type="file"
                    accept=".adi,.adif,.txt"
                    aria-label="Log file"
                    className="hidden"
                    onChange={({ target }) => target.files?.[0] && onFile(target.files[0])}
                  />
                </div>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={queue}
                    onChange={({ target }) => setQueue(target.checked)}
                    className="size-4 accent-signal"
                  />
                  Put what the file does not mark as sent into the outbox of Lantern
                </label>
                {upload.error !== null && (
                  <p role="alert" className="text-stop">
                    {upload.error instanceof ApiProblem ? upload.error.message : "The file could not be read."}
                  </p>
                )}
              </>
            )}
            {job !== null && <ImportProgress job={job} />}
          </div>
          <div className="flex justify-end gap-2">
            {job?.state === "done" && <UndoImport job={job} />}
            {job?.state === "running" && <Button onClick={() => cancel.mutate(job.id)}>Cancel the import</Button>}
            <Button look={job === null ? "plain" : "act"} onClick={close}>
              {job?.state === "running" ? "Go on in the background" : "Close"}
            </Button>
            {job === null && (
              <Button
                look="act"
                autoFocus={file !== null}
                disabled={file === null || upload.isPending}
                onClick={() => file && upload.mutate(file)}
              >
                {upload.isPending ? "Taking the file" : "Import"}
              </Button>
            )}
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function ImportProgress({ job }: { job: Job }) {
  const report = job.report as ImportReport | null;
  return (
    <>
      {job.state === "running" && <ProgressBar job={job} />}
      {job.problem !== null && (
        <p role="alert" className="text-stop">
          {job.problem}
        </p>
      )}
      {report !== null && (
        <dl className="grid grid-cols-4 gap-3" aria-label="Report">
          <Figure label="read" value={report.read} />
          <Figure label="added" value={report.added} />
          <Figure label="in the log already" value={report.duplicates} />
          <Figure label="refused" value={report.refusedCount} bad={report.refusedCount > 0} />
        </dl>
      )}
      {job.state !== "running" && report !== null && (
        <>
          <Lines
            title={`Refused: ${many(report.refusedCount, "record")}`}
            rows={report.refused.map(({ line, call, reason }) => ({ line, what: call ?? "", text: reason }))}
            more={report.refusedCount - report.refused.length}
          />
          {report.refusedCount > 0 && (
            <a href={`/api/v1/jobs/${job.id}/refused`} download className="justify-self-start text-signal underline">
              Save the refused records as they came
            </a>
          )}
          <Lines
            title={`Tolerated: ${many(report.noteCount, "remark")}`}
            rows={report.notes.map(({ line, field, text }) => ({ line, what: field, text }))}
            more={report.noteCount - report.notes.length}
          />
        </>
      )}
    </>
  );
}

function Figure({ label, value, bad = false }: { label: string; value: number; bad?: boolean }) {
  return (
    <div className="flex flex-col-reverse rounded-field border border-line px-3 py-2">
      <dt className="text-tiny text-soft">{label}</dt>
      <dd className={`font-mono text-title ${bad ? "text-stop" : ""}`}>{count(value)}</dd>
    </div>
  );
}

function Lines({
  title,
  rows,
  more,
}: {
  title: string;
  rows: { line: number; what: string; text: string }[];
  more: number;
}) {
  if (rows.length === 0) return null;
  return (
    <section>
      <h3 className="heading mb-1">{title}</h3>
      <div
        className="max-h-48 overflow-auto rounded-field border border-line"
        tabIndex={0}
        role="region"
        aria-label={title}
      >
        <table className="w-full">
          <tbody>
            {rows.map((row, index) => (
              <tr key={index} className="border-b border-line align-top last:border-0">
                <td className="w-20 px-2 py-1 text-soft">line {row.line}</td>
                <td className="w-32 px-2 py-1 font-mono break-all">{row.what}</td>
                <td className="px-2 py-1">{row.text}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {more > 0 && <p className="px-2 py-1 text-faint">and {count(more)} more</p>}
      </div>
    </section>
  );
}

function UndoImport({ job }: { job: Job }) {
  const { logbook } = useLogbook();
  const { batchId, added } = job.report as ImportReport;
  const undo = useUndo(logbook.id);
  if (batchId === null || added === 0) return null;
  return (
    <Button
      disabled={undo.isPending || undo.isSuccess}
      onClick={() => undo.mutate({ batchId, said: "The import is taken back." })}
    >
      {undo.isSuccess ? "Undone" : "Undo this import"}
    </Button>
  );
}

function size(bytes: number): string {
  if (bytes < 1000) return many(bytes, "byte");
  return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}
