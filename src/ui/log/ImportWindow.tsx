"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import { SERVICES } from "@/core/confirm";
import { type ImportChoices, type ImportReport, type JobOf, type LookReport } from "@/core/contract";
import * as station from "@/core/contract/endpoints/station";
import * as jobs from "@/core/contract/endpoints/jobs";
import * as fileEndpoints from "@/core/contract/endpoints/files";
import { fullTime } from "@/core/time/words";
import { addressOf, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { bytesText, count, many } from "../kit/format";
import { useJob } from "../kit/useJob";
import { Window } from "../kit/Window";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";
import { useUndo } from "./useUndo";

interface ImportWindowProps {
  /** The dropped files; none to ask for some. */
  files: readonly File[];
  onClose: () => void;
}

const USUAL_CHOICES: ImportChoices = { duplicates: "skip", siteId: null, recalculate: false, queue: [] };

/** From choosing files, through looking into each before anything is written, to the report of what became of it. */
export function ImportWindow({ files: dropped, onClose }: ImportWindowProps) {
  const { logbook } = useLogbook();
  const logbookId = logbook.id;
  const [files, setFiles] = useState(dropped);
  const [at, setAt] = useState(0);
  const [choices, setChoices] = useState(USUAL_CHOICES);
  const [lookAt, setLookAt] = useState<{ readonly file: File; readonly id: number } | null>(null);
  const [jobId, setJobId] = useState<number | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const file = files[at];
  const lookId = lookAt !== null && lookAt.file === file ? lookAt.id : null;
  /** The file that is waited for: one that was passed over meanwhile is not, and its answer comes all the same. */
  const awaited = useRef<File | undefined>(undefined);
  const looked = useJob(lookId, "look");
  const job = useJob(jobId, "import");
  const report = looked?.state === "done" ? looked.report : null;

  const look = useMutation({
    mutationFn: (chosen: File) =>
      ask(fileEndpoints.startImport, {
        params: { logbookId },
        query: { name: chosen.name, look: "yes" },
        body: chosen,
      }),
    onSuccess: ({ id }, chosen) => {
      if (awaited.current === chosen) setLookAt({ file: chosen, id });
      else void drop(id, true);
    },
  });
  const run = useMutation({
    mutationFn: (id: number) =>
      ask(fileEndpoints.importLookedInto, { params: { logbookId, jobId: id }, body: choices }),
    onSuccess: ({ id }) => setJobId(id),
  });
  const cancel = useMutation({
    mutationFn: (id: number) => ask(jobs.cancelJob, { params: { jobId: id } }),
    onError: (error) => toast.error(error.message),
  });

  const { mutate: lookInto } = look;
  useEffect(() => {
    awaited.current = file;
    if (file !== undefined) lookInto(file);
  }, [file, lookInto]);

  /** A file that was looked into, and is not to be imported, is not kept. */
  async function drop(id: number, isRunning: boolean): Promise<void> {
    const quietly = () => {};
    if (isRunning) await ask(jobs.cancelJob, { params: { jobId: id } }).catch(quietly);
    await ask(fileEndpoints.dropLookedInto, { params: { logbookId, jobId: id } }).catch(quietly);
  }

  function forget() {
    awaited.current = undefined;
    if (lookId !== null && jobId === null) void drop(lookId, looked?.state === "running");
  }

  function close() {
    forget();
    onClose();
  }

  function next() {
    forget();
    setJobId(null);
    look.reset();
    run.reset();
    setAt(at + 1);
  }

  function submit() {
    if (job !== null) return job.state === "running" ? close() : at + 1 < files.length ? next() : close();
    if (report !== null && lookId !== null) run.mutate(lookId);
    else if (file === undefined) picker.current?.click();
  }

  const problem = look.error?.message ?? run.error?.message ?? looked?.problem ?? null;
  const several = files.length > 1 ? ` (${at + 1} of ${files.length})` : "";
  return (
    <Window
      title={`Import into ${logbook.name}`}
      about={
        file === undefined
          ? "ADIF files (.adi, .adx) and contest logs in Cabrillo (.log, .cbr) or EDI (.edi). Nothing is written before you have seen what is in them."
          : `${file.name}, ${bytesText(file.size)}${several}`
      }
      width={760}
      onClose={close}
      onSubmit={submit}
      buttons={
        <>
          {job?.state === "done" && job.report !== null && <UndoImport report={job.report} />}
          {job?.state === "running" && <Button onClick={() => cancel.mutate(job.id)}>Cancel the import</Button>}
          {job === null && at + 1 < files.length && <Button onClick={next}>Pass over this file</Button>}
          {job === null ? (
            <>
              <Button onClick={close}>Close</Button>
              <Button
                key={report === null ? "looking" : "run"}
                type="submit"
                look="act"
                autoFocus
                disabled={(file !== undefined && report === null) || run.isPending}
              >
                {file === undefined ? "Choose files" : report === null ? "Looking into it" : "Import"}
              </Button>
            </>
          ) : (
            <Button key="end" type="submit" look="act" autoFocus>
              {job.state === "running" ? "Go on in the background" : at + 1 < files.length ? "Next file" : "Close"}
            </Button>
          )}
        </>
      }
    >
      <input
        ref={picker}
        type="file"
        multiple
        accept=".adi,.adif,.adx,.xml,.txt,.log,.cbr,.edi"
        aria-label="Log file"
        className="hidden"
        onChange={({ target }) => setFiles([...(target.files ?? [])])}
      />
      {file === undefined && job === null && <History logbookId={logbookId} onShow={setJobId} />}
      {job === null && file !== undefined && problem === null && report === null && (
        <>
          <p className="text-soft" role="status">
            {looked === null ? "The file is being taken." : "Reading it; nothing is written yet."}
          </p>
          {looked !== null && <ProgressBar job={looked} />}
        </>
      )}
      {problem !== null && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {job === null && report !== null && (
        <>
          <Choices choices={choices} setChoices={setChoices} report={report} />
          <Look report={report} />
        </>
      )}
      {job !== null && <ImportProgress job={job} />}
    </Window>
  );
}

function History({ logbookId, onShow }: { logbookId: number; onShow: (jobId: number) => void }) {
  const { data } = useQuery({
    queryKey: ["imports", logbookId],
    queryFn: () => ask(fileEndpoints.imports, { params: { logbookId } }),
    staleTime: 0,
  });
  return (
    <section aria-label="Imported before">
      <p className="mb-3 text-soft">Or drop files anywhere on the Desk.</p>
      <h3 className="heading mb-1">Imported before</h3>
      {data?.items.length === 0 && <p className="text-soft">Nothing yet.</p>}
      <ul className="divide-y divide-line">
        {data?.items.slice(0, 20).map((job) => (
          <li key={job.id} className="flex items-center gap-4 py-1">
            <span className="font-mono text-soft">{fullTime(job.startedAt)}</span>
            <span className="min-w-0 flex-1 truncate">
              {job.title} <span className="text-soft">{job.report === null ? job.state : summaryOf(job)}</span>
            </span>
            <Button small look="quiet" aria-label={`Report of: ${job.title}`} onClick={() => onShow(job.id)}>
              Report
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface ChoicesProps {
  choices: ImportChoices;
  setChoices: (choices: ImportChoices) => void;
  report: LookReport;
}

function Choices({ choices, setChoices, report }: ChoicesProps) {
  const { logbook } = useLogbook();
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  const silent = report.sites.filter(({ call }) => call === null).reduce((sum, site) => sum + site.count, 0);
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      <Choice
        label={`Contacts that are in the log already: ${count(report.duplicates)}`}
        value={choices.duplicates}
        onChange={({ target }) => setChoices({ ...choices, duplicates: target.value as ImportChoices["duplicates"] })}
      >
        <option value="skip">pass over them</option>
        <option value="facts">add what ours lack</option>
        <option value="confirmations">add what ours lack, and confirmations</option>
        <option value="keep">take them in a second time</option>
      </Choice>
      <Choice
        label={`Contacts that do not say our call: ${count(silent)}`}
        value={choices.siteId ?? ""}
        onChange={({ target }) => setChoices({ ...choices, siteId: target.value === "" ? null : Number(target.value) })}
      >
        <option value="">were made under {logbook.site.call}</option>
        {data?.items.map(({ id, name, call, grid }) => (
          <option key={id} value={id}>
            {name}: {call} in {grid}
          </option>
        ))}
      </Choice>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={choices.recalculate}
          onChange={({ target }) => setChoices({ ...choices, recalculate: target.checked })}
          className="size-4 accent-signal"
        />
        Work out entity and zones anew, whatever the file says
      </label>
      {SERVICES.map(({ id, name }) => (
        <label key={id} className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={choices.queue.includes(id)}
            onChange={({ target }) =>
              setChoices({
                ...choices,
                queue: target.checked ? [...choices.queue, id] : choices.queue.filter((service) => service !== id),
              })
            }
            className="size-4 accent-signal"
          />
          Put what is not marked as sent into the outbox of {name}
        </label>
      ))}
    </div>
  );
}

/** What is in the file. */
function Look({ report }: { report: LookReport }) {
  const { logbook } = useLogbook();
  const named = report.sites.filter(({ call }) => call !== null);
  const ours = named.some(({ call }) => call === logbook.site.call);
  return (
    <>
      {report.read > 0 && !ours && named.length > 0 && (
        <p role="alert" className="rounded-field bg-wanted-wash px-3 py-2 text-wanted">
          None of these contacts was made under {logbook.site.call}: is {logbook.name} the right logbook?
        </p>
      )}
      <dl className="grid grid-cols-4 gap-3" aria-label="In the file">
        <Figure label="contacts read" value={report.read} />
        <Figure label="new to the log" value={report.fresh} />
        <Figure label="in the log already" value={report.duplicates} />
        <Figure label="cannot be taken" value={report.refusedCount} bad={report.refusedCount > 0} />
      </dl>
      {report.from !== null && report.to !== null && (
        <p>
          From <b className="font-mono">{fullTime(report.from)}</b> to{" "}
          <b className="font-mono">{fullTime(report.to)}</b> UTC
          {named.length > 0 && (
            <>
              , made under{" "}
              {named.slice(0, 6).map(({ call, grid, count: contacts }, index) => (
                <span key={`${call} ${grid}`}>
                  {index > 0 && ", "}
                  <b className="font-mono">{call}</b>
                  {grid !== null && <span className="font-mono"> in {grid}</span>}{" "}
                  <span className="text-soft">{count(contacts)}</span>
                </span>
              ))}
              {named.length > 6 && ` and ${named.length - 6} more`}
            </>
          )}
          .
        </p>
      )}
      {report.first.length > 0 && (
        <section aria-label="The first contacts">
          <h3 className="heading mb-1">The first contacts</h3>
          <table className="w-full">
            <tbody>
              {report.first.map((contact, index) => (
                <tr key={index} className="border-b border-line last:border-0">
                  <td className="w-40 py-0.5 pr-3 font-mono text-soft">{fullTime(contact.startedAt)}</td>
                  <td className="py-0.5 pr-3 font-mono font-bold">{contact.call}</td>
                  <td className="py-0.5 pr-3">{bandLabel(contact.band)}</td>
                  <td className="py-0.5 pr-3">{contact.mode}</td>
                  <td className="py-0.5">{contact.name}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {report.problems.length > 0 && (
        <section aria-label="Problems by kind">
          <h3 className="heading mb-1">Problems by kind, with the first of each</h3>
          <ul className="divide-y divide-line rounded-field border border-line">
            {report.problems.slice(0, 30).map((problem, index) => (
              <li key={index} className="flex gap-3 px-2 py-1">
                <span className="w-10 shrink-0 text-right font-mono">{count(problem.count)}</span>
                <span className={`w-16 shrink-0 ${problem.refused ? "text-stop" : "text-soft"}`}>
                  {problem.refused ? "refused" : "tolerated"}
                </span>
                <span className="min-w-0 break-words">
                  {problem.field !== "" && <b className="font-mono">{problem.field} </b>}
                  {problem.text} <span className="text-soft">(line {problem.line})</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function ImportProgress({ job }: { job: JobOf<"import"> }) {
  const { report } = job;
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
          <Figure
            label={report.merged > 0 ? `in the log already; ${count(report.merged)} got more` : "in the log already"}
            value={report.duplicates}
          />
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
            <a
              href={addressOf(jobs.refusedRecords, { params: { jobId: job.id } })}
              download
              className="justify-self-start text-signal underline"
            >
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

function UndoImport({ report: { batchId, added, merged } }: { report: ImportReport }) {
  const { logbook } = useLogbook();
  const undo = useUndo(logbook.id);
  if (batchId === null || added + merged === 0) return null;
  return (
    <Button
      disabled={undo.isPending || undo.undone}
      onClick={() => undo.mutate({ batchId, said: "The import is taken back." })}
    >
      {undo.undone ? "Undone" : "Undo this import"}
    </Button>
  );
}
