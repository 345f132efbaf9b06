"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { isoTime } from "@/core/contact";
import { type Rules, SHIPPED_CONTESTS } from "@/core/contest";
import * as contest from "@/core/contract/endpoints/contest";
import * as practice from "@/core/contract/endpoints/practice";
import {
  anHour,
  forKeeping,
  practiceRules,
  type PracticeRunInput,
  type PracticeRunLine,
  type PracticeSettings,
  practiceTask,
  practisable,
} from "@/core/practice";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { LoadFailure } from "../kit/LoadFailure";
import { TableHead } from "../kit/TableHead";
import { useAddress } from "../kit/useAddress";
import { useMay } from "../people/acting";
import { useLogbook } from "../shell/logbook";
import { PracticeRunning } from "./PracticeRunning";
import { PracticeSetup } from "./PracticeSetup";
import { RunReview } from "./RunReview";
import { RunsChart } from "./RunsChart";

interface Running {
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly startedAt: number;
}

/** A band to practise on: what to try, the run itself, and how it and earlier ones went. */
export function Practice() {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const [params, go] = useAddress();
  const inLogbook = { logbookId: logbook.id };
  const [running, setRunning] = useState<Running | null>(null);
  const [made, setMade] = useState<PracticeRunInput | null>(null);
  const mayKeep = useMay("change", logbook.id);
  const queryKey = ["practiceRuns", logbook.id];
  const { data, error, refetch } = useQuery({
    queryKey,
    queryFn: () => ask(practice.practiceRuns, { params: inLogbook }),
  });
  const definitions = useQuery({ queryKey: ["contest", "definitions"], queryFn: () => ask(contest.contests) });
  // Without the server's list there are those that ship.
  const known = definitions.data?.items.map(({ rules }) => rules) ?? (definitions.isError ? SHIPPED_CONTESTS : null);
  const keep = useMutation({
    mutationFn: (run: PracticeRunInput) => ask(practice.keepPracticeRun, { params: inLogbook, body: forKeeping(run) }),
    onSuccess: () => client.invalidateQueries({ queryKey }),
  });
  const tag = params.get("contest");
  const shown = params.get("run");

  function over(run: PracticeRunInput) {
    setRunning(null);
    setMade(run);
    if (mayKeep) keep.mutate(run);
  }
  if (running !== null) return <PracticeRunning {...running} onOver={over} />;
  return (
    <div className="h-full overflow-auto">
      <header className="flex items-center gap-3 border-b border-line bg-panel px-4 py-2.5">
        <h1 className="text-title font-semibold">{made !== null || shown !== null ? "How it went" : "Practice"}</h1>
        <span className="flex-1" />
        {(made !== null || shown !== null) && (
          <Button
            small
            look="act"
            autoFocus={made !== null}
            onClick={() => {
              setMade(null);
              go({ run: null });
            }}
          >
            Practise again
          </Button>
        )}
        <BackLink />
      </header>
      {made !== null ? (
        <>
          {keep.isError && (
            <p role="alert" className="flex items-center gap-3 border-b border-line px-4 py-2 text-stop">
              The run is not kept: {keep.error.message}
              <Button small onClick={() => keep.mutate(made)}>
                Keep it
              </Button>
            </p>
          )}
          <RunReview run={made} />
        </>
      ) : shown !== null ? (
        <KeptRun key={shown} id={Number(shown)} />
      ) : known === null || (data === undefined && error === null) ? (
        <p className="p-4 text-soft">Your runs are being loaded.</p>
      ) : (
        <PracticeSetup
          contest={tag}
          contests={practisable(known)}
          onStart={(settings) =>
            setRunning({
              settings,
              rules: practiceRules(settings.contest, known),
              startedAt: Math.floor(Date.now() / 1000),
            })
          }
        />
      )}
      {error !== null && data === undefined ? (
        <LoadFailure text={error.message} onRetry={() => void refetch()} />
      ) : data === undefined ? null : (
        <Runs
          runs={data.items}
          onShow={(id) => {
            setMade(null);
            go({ run: String(id) });
          }}
        />
      )}
    </div>
  );
}

function BackLink() {
  const isDesk = usePathname().startsWith("/desk");
  return (
    <Link href={isDesk ? "/desk" : "/contest"} className="text-signal underline">
      {isDesk ? "To the Desk" : "To the contests"}
    </Link>
  );
}

function KeptRun({ id }: { id: number }) {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useQuery({
    queryKey: ["practiceRun", logbook.id, id],
    queryFn: () => ask(practice.practiceRun, { params: { logbookId: logbook.id, runId: id } }),
    retry: false,
  });
  if (error !== null) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return data === undefined ? <p className="p-4 text-soft">The run is being loaded.</p> : <RunReview run={data} />;
}

/** The runs that are kept, and how they went one after another. */
function Runs({ runs, onShow }: { runs: readonly PracticeRunLine[]; onShow: (id: number) => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const mayRemove = useMay("change", logbook.id);
  const remove = useMutation({
    mutationFn: (runId: number) => ask(practice.removePracticeRun, { params: { logbookId: logbook.id, runId } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["practiceRuns", logbook.id] }),
    onError: (problem) => toast.error(problem.message),
  });
  if (runs.length === 0)
    return (
      <p className="p-4 text-soft">Runs that you have made stand here, with every contact against what really was.</p>
    );
  return (
    <section aria-label="Your runs" className="grid gap-2 p-4">
      <h2 className="heading">Your runs</h2>
      <div className="grid max-w-[1240px] grid-cols-[minmax(0,1fr)_minmax(0,1fr)] items-start gap-4 max-lg:grid-cols-1">
        <table className="border border-line bg-panel">
          <TableHead titles={["When", "What", "wpm", "Right", "An hour", "Run"]} />
          <tbody>
            {runs.slice(0, LISTED).map((run) => {
              const { id, startedAt, settings, logged, right } = run;
              const name = `${practiceTask(settings.task).label} of ${fullTime(isoTime(startedAt))}`;
              return (
                <tr key={id} className="border-b border-line last:border-b-0">
                  <td className="px-2 py-1 pl-3 font-mono whitespace-nowrap text-soft">
                    {isoTime(startedAt).slice(0, 16).replace("T", " ")}
                  </td>
                  <td className="px-2 py-1">{practiceTask(settings.task).label}</td>
                  <td className="px-2 py-1 font-mono">{settings.speed}</td>
                  <td className="px-2 py-1 font-mono whitespace-nowrap">
                    {right} of {logged}
                  </td>
                  <td className="px-2 py-1 font-mono">{Math.round(anHour(run))}</td>
                  <td className="px-2 py-0.5 text-right whitespace-nowrap">
                    <Button small look="quiet" aria-label={`Look at ${name}`} onClick={() => onShow(id)}>
                      Look
                    </Button>
                    {mayRemove && (
                      <Button small look="quiet" aria-label={`Remove ${name}`} onClick={() => remove.mutate(id)}>
                        Remove
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <RunsChart runs={runs.slice(0, LISTED)} />
      </div>
    </section>
  );
}

const LISTED = 30;
