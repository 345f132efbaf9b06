"use client";

import dynamic from "next/dynamic";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download, Upload } from "lucide-react";
import { type DragEvent, type Ref, useRef, useState } from "react";
import { toast } from "sonner";
import type { Rules } from "@/core/contest";
import type { Announced, Contest, Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { fullTime } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { addressOf, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { faultLines } from "../kit/faultLines";
import { Practise } from "../practice/Practise";
import { SetupWindow } from "./SetupWindow";
import { useNow } from "../kit/useNow";

const LARGEST_FILE = 900_000;

/** With its editor it is large, and rarely wanted. */
const RulesWindow = dynamic(() => import("./RulesWindow").then((module) => module.RulesWindow), { ssr: false });

/** Contests that run, that come, and that were entered. */
export function Calendar({ entries, onOpen }: { entries: readonly Entry[]; onOpen: (id: number) => void }) {
  const client = useQueryClient();
  const { logbook } = useLogbook();
  const now = useNow() ?? "";
  const [setting, setSetting] = useState<Rules | null>(null);
  /** A definition that is changed, or what a new one begins with. */
  const [editing, setEditing] = useState<{ rules: Rules | null; from?: Announced } | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const picker = useRef<HTMLInputElement>(null);
  const calendarPicker = useRef<HTMLInputElement>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ["contest", "definitions"],
    queryFn: () => ask(contest.contests),
  });
  const keep = useMutation({
    mutationFn: (rules: unknown) => ask(contest.keepContest, { body: rules }),
    onSuccess: ({ rules }) => {
      setFaults([]);
      toast.success(`${rules.name} is kept.`);
      void client.invalidateQueries({ queryKey: ["contest", "definitions"] });
    },
    onError: (problem) => setFaults(faultLines(problem)),
  });
  const announced = useQuery({ queryKey: ["contest", "announced"], queryFn: () => ask(contest.announced) });
  const renewAnnounced = () => client.invalidateQueries({ queryKey: ["contest", "announced"] });
  const takeCalendar = useMutation({
    mutationFn: (text: string) => ask(contest.takeCalendar, { body: { text } }),
    onSuccess: ({ fresh, known, passed }) => {
      setFaults([]);
      toast.success(`${many(fresh, "contest")} announced; ${known} known already, ${passed} over or without a time.`);
      void renewAnnounced();
    },
    onError: (problem) => setFaults(faultLines(problem)),
  });
  const forget = useMutation({
    mutationFn: ({ id }: Announced) => ask(contest.forgetAnnounced, { params: { announcedId: id } }),
    onSuccess: renewAnnounced,
    onError: (problem) => toast.error(problem.message),
  });
  const remove = useMutation({
    mutationFn: (tag: string) => ask(contest.removeContest, { params: { tag } }),
    // What a calendar announced of it is listed again.
    onSuccess: () => client.invalidateQueries({ queryKey: ["contest"] }),
    onError: (problem) => toast.error(problem.message),
  });
  const turn = useMutation({
    mutationFn: ({ id, on }: { id: number; on: boolean }) =>
      ask(contest.changeEntry, { params: { entryId: id }, body: { on } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["contest", "entries", logbook.id] }),
    onError: (problem) => toast.error(problem.message),
  });
  useActions([
    { id: "definitionFile", label: "Add a contest's definition from a file", run: () => picker.current?.click() },
    { id: "definitionNew", label: "Write a contest's definition", run: () => setEditing({ rules: null }) },
    { id: "calendarFile", label: "Add contests from a calendar file", run: () => calendarPicker.current?.click() },
  ]);

  async function takeFile(file: File | undefined) {
    if (file === undefined) return;
    if (file.size > LARGEST_FILE)
      return setFaults([`${file.name} is far larger than any contest's definition or calendar: is it another file?`]);
    if (/\.ics$/i.test(file.name)) return takeCalendar.mutate(await file.text());
    try {
      keep.mutate(JSON.parse(await file.text()));
    } catch (problem) {
      setFaults([`${file.name} is no JSON: ${(problem as Error).message}`]);
    }
  }

  function onDrop(event: DragEvent) {
    event.preventDefault();
    void takeFile(event.dataTransfer.files[0]);
  }

  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const runs = ({ next }: Contest) => next !== null && next.from <= now;
  const entered = (tag: string, from: string | undefined) =>
    entries.find((entry) => entry.tag === tag && entry.period.from === from);
  return (
    <div className="h-full overflow-auto" onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <header className="flex flex-wrap items-center gap-3 border-b border-line bg-panel px-4 py-2.5">
        <h1 className="text-title font-semibold">Contests</h1>
        <p className="text-soft">Enter one, and the entry line at the Desk and here logs into it.</p>
        <span className="flex-1" />
        <Practise />
        <a
          href={addressOf(contest.calendarFile)}
          download
          className="inline-flex h-7 items-center gap-1.5 rounded-field border border-edge bg-panel px-2.5 hover:border-signal hover:bg-signal-wash"
        >
          <Download size={14} aria-hidden /> As a calendar
        </a>
        <Button small onClick={() => calendarPicker.current?.click()}>
          <Upload size={14} aria-hidden /> Calendar file
        </Button>
        <Button small onClick={() => picker.current?.click()}>
          <Upload size={14} aria-hidden /> Definition file
        </Button>
        <Button small onClick={() => setEditing({ rules: null })}>
          Write a definition
        </Button>
        <FilePicker ref={calendarPicker} label="Calendar file" accept=".ics,text/calendar" onFile={takeFile} />
        <FilePicker ref={picker} label="Definition file" accept=".json,application/json" onFile={takeFile} />
      </header>
      {faults.length > 0 && (
        <div role="alert" className="mx-4 mt-3 rounded-field bg-stop-wash px-3 py-2 text-stop">
          <p className="font-semibold">The file was not taken.</p>
          <ul>
            {faults.slice(0, 12).map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        </div>
      )}
      <table className="m-4 w-[calc(100%-2rem)] border border-line bg-panel" aria-label="Calendar">
        <thead className="text-left text-tiny text-soft">
          <tr className="border-b border-line">
            <th className="px-3 py-1.5 font-medium">Contest</th>
            <th className="px-3 py-1.5 font-medium">Runs, UTC</th>
            <th className="px-3 py-1.5 font-medium max-lg:hidden">What it asks</th>
            <th className="px-3 py-1.5 text-right font-medium">
              <span className="sr-only">What can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {data?.items.map((contest) => {
            const { tag, rules, next, last, deadline, shipped } = contest;
            const now1 = entered(tag, next?.from);
            const open = deadline !== null && deadline > now && last !== null;
            return (
              <tr key={tag} className="border-b border-line align-top last:border-b-0">
                <td className="px-3 py-2">
                  <p className="font-semibold">{rules.name}</p>
                  <p className="font-mono text-tiny text-faint">{tag}</p>
                </td>
                <td className="px-3 py-2 whitespace-nowrap">
                  {runs(contest) && <b className="mr-2 font-semibold text-signal">runs now</b>}
                  <span className="font-mono">{next === null ? "no more" : fullTime(next.from)}</span>
                  {next !== null && <span className="text-soft"> to {fullTime(next.to)}</span>}
                  {open && <p className="text-wanted">the last is over; logs until {fullTime(deadline)}</p>}
                </td>
                <td className="px-3 py-2 text-soft max-lg:hidden">
                  {rules.about ||
                    Object.values(rules.exchange)[0]
                      ?.map(({ label }) => label)
                      .join(", ")}
                </td>
                <td className="px-3 py-2 text-right whitespace-nowrap">
                  <span className="inline-flex gap-2">
                    {!shipped && (
                      <Button small look="quiet" onClick={() => remove.mutate(tag)}>
                        Remove
                      </Button>
                    )}
                    <Button small look="quiet" onClick={() => setEditing({ rules })}>
                      Rules
                    </Button>
                    {now1 === undefined ? (
                      <Button
                        small
                        look={runs(contest) ? "act" : "plain"}
                        disabled={next === null && !open}
                        onClick={() => setSetting(rules)}
                      >
                        Enter it
                      </Button>
                    ) : (
                      <Button small look="act" onClick={() => onOpen(now1.id)}>
                        Open
                      </Button>
                    )}
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {announced.data !== undefined && announced.data.items.length > 0 && (
        <section aria-label="Announced" className="m-4">
          <h2 className="heading mb-2">Announced by a calendar, without rules</h2>
          <ul
            className="max-h-72 overflow-auto border border-line bg-panel"
            tabIndex={0}
            aria-label="Announced contests"
          >
            {announced.data.items.map((one) => (
              <li key={one.id} className="flex items-center gap-3 border-b border-line px-3 py-1.5 last:border-b-0">
                <span className="font-mono whitespace-nowrap">{fullTime(one.from)}</span>
                <span className="whitespace-nowrap text-soft">to {fullTime(one.to)}</span>
                <span className="truncate font-semibold">{one.name}</span>
                <span className="min-w-0 flex-1 truncate text-soft" title={one.about}>
                  {one.about}
                </span>
                <Button
                  small
                  look="quiet"
                  aria-label={`Forget ${one.name}`}
                  disabled={forget.isPending}
                  onClick={() => forget.mutate(one)}
                >
                  Forget
                </Button>
                <Button
                  small
                  aria-label={`Write the rules of ${one.name}`}
                  onClick={() => setEditing({ rules: null, from: one })}
                >
                  Write its rules
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Entries" className="m-4">
        <h2 className="heading mb-2">Entered from this logbook</h2>
        {entries.length === 0 ? (
          <p className="text-soft">None yet.</p>
        ) : (
          <ul className="border border-line bg-panel">
            {entries.map((entry) => (
              <li key={entry.id} className="flex items-center gap-3 border-b border-line px-3 py-1.5 last:border-b-0">
                <span className="font-mono">{entry.period.from.slice(0, 10)}</span>
                <span className="font-semibold">{entry.name}</span>
                <span className="text-soft">as {entry.ownCall}</span>
                <span className="flex-1" />
                {entry.on && <span className="text-signal">on</span>}
                <Button small look="quiet" onClick={() => turn.mutate({ id: entry.id, on: !entry.on })}>
                  {entry.on ? "Switch off" : "Switch on"}
                </Button>
                <Button small onClick={() => onOpen(entry.id)}>
                  Open
                </Button>
              </li>
            ))}
          </ul>
        )}
      </section>
      {setting !== null && (
        <SetupWindow
          rules={setting}
          entry={null}
          onClose={() => setSetting(null)}
          onDone={(entry) => {
            setSetting(null);
            onOpen(entry.id);
          }}
        />
      )}
      {editing !== null && (
        <RulesWindow start={editing.rules} announced={editing.from ?? null} onClose={() => setEditing(null)} />
      )}
    </div>
  );
}

interface FilePickerProps {
  label: string;
  accept: string;
  onFile: (file: File) => unknown;
  ref: Ref<HTMLInputElement>;
}

/** What a button opens to choose a file with; the same file can be chosen again. */
function FilePicker({ label, accept, onFile, ref }: FilePickerProps) {
  return (
    <input
      ref={ref}
      type="file"
      accept={accept}
      aria-label={label}
      className="hidden"
      onChange={({ target }) => {
        const [file] = target.files ?? [];
        if (file !== undefined) onFile(file);
        target.value = "";
      }}
    />
  );
}
