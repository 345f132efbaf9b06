"use client";

import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useEffectEvent, useState } from "react";
import { factField } from "@/core/contact";
import type { Change, ChangeReport, Directory, EnrichLook, JobOf, Selection } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import * as directories from "@/core/contract/endpoints/directories";
import * as jobs from "@/core/contract/endpoints/jobs";
import { ENRICHED, type Enriched, type EnrichWay } from "@/core/directory";
import { UndoChange } from "../log/ChangeWindow";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { count, many } from "../kit/format";
import { Tick } from "../kit/Tick";
import { useJob } from "../kit/useJob";
import { useNow } from "../kit/useNow";
import { Window } from "../kit/Window";
import { withToggled } from "../kit/withToggled";
import { ProgressBar } from "../shell/JobLine";
import { useDirectories } from "../station/useDirectories";
import { PAGE, ProposalTable } from "./ProposalTable";
import { type Since, timeLeft } from "./timeLeft";

interface EnrichWindowProps {
  logbookId: number;
  selection: Selection;
  selected: number;
  onClose: () => void;
}

/** Contacts get what directories say of their stations: asked for, looked at, ticked, and taken over as one change. */
export function EnrichWindow(props: EnrichWindowProps) {
  const { data, error } = useDirectories();
  const used = data?.items.filter(({ isUsed }) => isUsed);
  if (used !== undefined && used.length > 0) return <Enriching {...props} used={used} />;
  return (
    <Window
      title={`Enrich ${many(props.selected, "contact")}`}
      width={560}
      onClose={props.onClose}
      buttons={<Button onClick={props.onClose}>Close</Button>}
    >
      <p>
        {error !== null
          ? error.message
          : used === undefined
            ? "Loading"
            : "No directory is asked: turn one on in Station, Directories."}
      </p>
    </Window>
  );
}

const WAYS: readonly (readonly [EnrichWay, string])[] = [
  ["empty", "Fill only what is empty"],
  ["refresh", "Refresh: also replace what is there"],
];
/** So many stations are looked up first, to see how it looks. */
const A_FEW = 10;

function Enriching({ logbookId, selection, selected, onClose, used }: EnrichWindowProps & { used: Directory[] }) {
  const [way, setWay] = useState<EnrichWay>("empty");
  const [leftOut, setLeftOut] = useState<{ facts: ReadonlySet<Enriched>; directories: ReadonlySet<string> }>({
    facts: new Set(),
    directories: new Set(),
  });
  const [without, setWithout] = useState<ReadonlySet<number>>(new Set());
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const [goOn, setGoOn] = useState(true);
  const [offset, setOffset] = useState(0);
  const [startedId, setStartedId] = useState<number | null>(null);
  // One that was begun before may still go on.
  const { data: recent } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobs.jobs) });
  const goingOn = recent?.items.find(
    (job) => job.kind === "lookUp" && job.logbookId === logbookId && job.state === "running",
  );
  const lookUpId = startedId ?? goingOn?.id ?? null;
  const lookUp = useJob(lookUpId, "lookUp");
  const taking = useTaking(logbookId);

  const choice = {
    way,
    facts: ENRICHED.filter((fact) => !leftOut.facts.has(fact)),
    directories: used.map(({ id }) => id).filter((id) => !leftOut.directories.has(id)),
  };
  const isAnything = choice.facts.length > 0 && choice.directories.length > 0;
  const isRunning = lookUp?.state === "running";
  // What comes in meanwhile is shown now and then.
  const asked = Math.floor((lookUp?.progress.done ?? 0) / REFRESHED_AFTER);
  const look = useQuery({
    queryKey: ["enriching", logbookId, selection, choice, offset, lookUp?.state, asked],
    queryFn: () =>
      ask(directories.enrichLook, { params: { logbookId }, body: { selection, choice, offset, limit: PAGE } }),
    enabled: isAnything && taking.report === null,
    placeholderData: keepPreviousData,
    staleTime: 0,
    gcTime: 0,
  });
  const start = useMutation({
    mutationFn: (first: number | null) =>
      ask(directories.lookUp, { params: { logbookId }, body: { selection, choice, first, goOn } }),
    onSuccess: ({ id }) => setStartedId(id),
  });
  const pause = useMutation({
    mutationFn: (jobId: number) => ask(jobs.cancelJob, { params: { jobId } }),
    onSuccess: ({ id }) => setStartedId(id),
  });
  const problem = start.error?.message ?? pause.error?.message ?? look.error?.message ?? taking.problem;
  const found = look.data;

  function choose(next: Partial<typeof leftOut>): void {
    setLeftOut({ ...leftOut, ...next });
    setOffset(0);
  }

  return (
    <Window
      title={`Enrich ${many(selected, "contact")}`}
      about="Call, time, band, frequency, mode, reports and exchanges stay as they were on the air. Nothing is changed before you have seen it."
      width={980}
      onClose={onClose}
      onSubmit={() =>
        taking.report !== null
          ? onClose()
          : taking.take(selection, { ...choice, do: "enrich", without: [...without], taken: [...taken] })
      }
      buttons={
        taking.report === null ? (
          <>
            <Button onClick={onClose}>{isRunning ? "Close, and look up in the background" : "Close"}</Button>
            <Button
              type="submit"
              look="act"
              disabled={!isAnything || isRunning || taking.isTaking || (found?.changed ?? 0) === 0}
            >
              {taking.isTaking ? "Taking over" : "Take over what is ticked"}
            </Button>
          </>
        ) : (
          <>
            <UndoChange logbookId={logbookId} report={taking.report} />
            <Button key="close" type="submit" look="act" autoFocus>
              Close
            </Button>
          </>
        )
      }
    >
      {taking.job !== null && (
        <div role="status">
          {taking.isTaking && <ProgressBar job={taking.job} />}
          {taking.report !== null && <p>{takenText(taking.report)}</p>}
        </div>
      )}
      {taking.report === null && (
        <>
          <div className="grid grid-cols-[260px_minmax(0,1fr)] gap-x-5 gap-y-2 max-lg:grid-cols-1">
            <Choice
              label="How"
              autoFocus
              value={way}
              onChange={({ target }) => {
                setWay(target.value as EnrichWay);
                setOffset(0);
              }}
            >
              {WAYS.map(([id, label]) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </Choice>
            <div>
              <Ticks label="Facts">
                {ENRICHED.map((fact) => (
                  <Tick
                    key={fact}
                    label={`${factField(fact)!.label}${countedText(found, fact)}`}
                    checked={!leftOut.facts.has(fact)}
                    onChange={() => choose({ facts: withToggled(leftOut.facts, fact) })}
                  />
                ))}
              </Ticks>
              <Ticks label="Directories">
                {used.map(({ id, name }) => (
                  <Tick
                    key={id}
                    label={`${name}${brought(found, id)}`}
                    checked={!leftOut.directories.has(id)}
                    onChange={() => choose({ directories: withToggled(leftOut.directories, id) })}
                  />
                ))}
              </Ticks>
            </div>
          </div>
          {!isAnything ? (
            <p role="alert" className="text-stop">
              Tick a fact and a directory.
            </p>
          ) : (
            <LookUpPart
              found={found}
              lookUp={lookUp}
              goOn={goOn}
              setGoOn={setGoOn}
              isBusy={start.isPending || pause.isPending || taking.isTaking}
              onStart={(first) => start.mutate(first)}
              onPause={() => lookUpId !== null && pause.mutate(lookUpId)}
            />
          )}
          {problem !== null && (
            <p role="alert" className="text-stop">
              {problem}
            </p>
          )}
          {isAnything && found !== undefined && (
            <ProposalTable
              found={found}
              nameOf={(id) => used.find((one) => one.id === id)?.name ?? id}
              without={without}
              setWithout={setWithout}
              taken={taken}
              setTaken={setTaken}
              offset={offset}
              setOffset={setOffset}
            />
          )}
        </>
      )}
    </Window>
  );
}

function takenText({ changed, unchanged, refused, meanwhile }: ChangeReport): string {
  const parts = [
    `${many(changed, "contact")} enriched`,
    unchanged > 0 ? `${count(unchanged)} as before` : "",
    ...refused.slice(0, 3).map(({ call, reason }) => `${call} not: ${reason}`),
    meanwhile > 0 ? `${count(meanwhile)} left alone, changed meanwhile` : "",
  ];
  return `${parts.filter(Boolean).join(", ")}. The journal has it as one batch.`;
}

/** After so many stations more what is shown is read anew. */
const REFRESHED_AFTER = 100;

function Ticks({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div role="group" aria-label={label} className="grid grid-cols-[88px_minmax(0,1fr)] items-baseline">
      <span className="text-soft">{label}</span>
      <div className="flex flex-wrap gap-x-4">{children}</div>
    </div>
  );
}

function countedText(found: EnrichLook | undefined, fact: Enriched): string {
  const one = found?.facts.find((of) => of.fact === fact);
  if (one === undefined || one.count === 0) return "";
  return one.doubtful === 0 ? ` ${count(one.count)}` : ` ${count(one.count)}, ${count(one.doubtful)} doubtful`;
}

function brought(found: EnrichLook | undefined, id: string): string {
  const one = found?.directories.find(({ directory }) => directory === id);
  return one === undefined || one.count === 0 ? "" : ` ${count(one.count)}`;
}

interface LookUpPartProps {
  found: EnrichLook | undefined;
  lookUp: JobOf<"lookUp"> | null;
  goOn: boolean;
  setGoOn: (goOn: boolean) => void;
  isBusy: boolean;
  onStart: (first: number | null) => void;
  onPause: () => void;
}

/** How many stations are still to be asked for, and how far that is. */
function LookUpPart({ found, lookUp, goOn, setGoOn, isBusy, onStart, onPause }: LookUpPartProps) {
  if (lookUp?.state === "running") {
    return <Progress lookUp={lookUp} onPause={onPause} />;
  }
  const open = found?.unasked ?? 0;
  const isPaused = lookUp?.state === "cancelled";
  return (
    <div className="grid gap-1.5">
      {lookUp?.state === "failed" && lookUp.problem !== null && <p className="text-stop">{lookUp.problem}</p>}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span role="status" className="basis-full">
          {found === undefined
            ? "Looking"
            : open === 0
              ? `All of the ${many(found.stations, "station")} that lack something are looked up.`
              : `${isPaused ? "Paused: " : ""}${count(open)} of ${many(found.stations, "station")} that lack something are still to be looked up.`}
        </span>
        {open > 0 && (
          <>
            <Tick label="Where a limit is reached, go on by itself the next day" checked={goOn} onChange={setGoOn} />
            {open > A_FEW && (
              <Button small disabled={isBusy} onClick={() => onStart(A_FEW)}>
                Look up {A_FEW} first
              </Button>
            )}
            <Button small look="act" disabled={isBusy} onClick={() => onStart(null)}>
              {isPaused ? "Go on with all" : "Look up all"} {count(open)}
            </Button>
          </>
        )}
      </div>
    </div>
  );
}

function Progress({ lookUp, onPause }: { lookUp: JobOf<"lookUp">; onPause: () => void }) {
  const { done, total } = lookUp.progress;
  const now = useNow();
  const [since, setSince] = useState<Since | null>(null);
  if (since === null && now !== null && total !== null) setSince({ at: Date.parse(now), done });
  const left = since === null || now === null ? "" : timeLeft(since, lookUp.progress, Date.parse(now));
  return (
    <div className="grid gap-1.5">
      <ProgressBar job={lookUp} />
      <div className="flex items-center gap-3">
        <span role="status" className="flex-1">
          {total === null ? "Looking up" : `${count(done)} of ${many(total, "station")} looked up${left}`}
        </span>
        <Button small onClick={onPause}>
          Pause
        </Button>
      </div>
    </div>
  );
}

type EnrichChange = Extract<Change, { do: "enrich" }>;

/** Takes over what is ticked: it is listed first, so that what others change meanwhile is left alone. */
function useTaking(logbookId: number) {
  const [previewId, setPreviewId] = useState<number | null>(null);
  const [changeId, setChangeId] = useState<number | null>(null);
  const preview = useJob(previewId, "preview");
  const change = useJob(changeId, "change");
  const list = useMutation({
    mutationFn: (body: { selection: Selection; change: EnrichChange }) =>
      ask(contacts.previewChange, { params: { logbookId }, body }),
    onSuccess: ({ id }) => setPreviewId(id),
  });
  const run = useMutation({
    mutationFn: (id: number) => ask(contacts.runChange, { params: { logbookId, jobId: id } }),
    onSuccess: ({ id }) => setChangeId(id),
    onSettled: () => setPreviewId(null),
  });
  const listed = useEffectEvent(() => {
    if (preview?.state === "done") run.mutate(preview.id);
  });
  useEffect(() => listed(), [preview?.state]);
  const report: ChangeReport | null = change?.state === "done" ? change.report : null;
  // One that could not be listed is not waited for.
  const isListing = previewId !== null && (preview === null || preview.problem === null);
  return {
    job: change,
    report,
    isTaking: list.isPending || isListing || run.isPending || change?.state === "running",
    problem: list.error?.message ?? run.error?.message ?? preview?.problem ?? change?.problem ?? null,
    take: (selection: Selection, asked: EnrichChange) => list.mutate({ selection, change: asked }),
  };
}
