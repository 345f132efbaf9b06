"use client";

import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { secondsOf } from "@/core/contact";
import { messageText, partsOf, type Rules, stationByCall, stationOf } from "@/core/contest";
import {
  coached,
  type PracticeLogged,
  type PracticeRunInput,
  type PracticeSettings,
  practiceTask,
  voiceLine,
} from "@/core/practice";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { clockText, many } from "../kit/format";
import { kept, useKept } from "../kit/kept";
import { TableHead } from "../kit/TableHead";
import { Tick } from "../kit/Tick";
import type { ContestLine } from "../entry/contestLine";
import { EMPTY_DRAFT } from "../entry/draft";
import { EntryLine } from "../entry/EntryLine";
import { TypedSending } from "../keying/TypedSending";
import { MessageBar } from "../contest/MessageBar";
import { sentValues } from "../contest/sentValues";
import { sentText } from "../contest/useContestLine";
import { useFlow } from "../contest/useFlow";
import { useLogbook } from "../shell/logbook";
import { useRadio } from "../shell/radio";
import { PaddleKeys } from "./PaddleKeys";
import { PlacesStrip } from "./PlacesStrip";
import { practiceEntry } from "./practiceEntry";
import { PracticeRadio } from "./PracticeRadio";
import { usePracticeKeyer } from "./usePracticeKeyer";
import { usePracticeSession } from "./usePracticeSession";
import { VOLUME } from "./volume";

interface RunningProps {
  settings: PracticeSettings;
  rules: Rules;
  /** Seconds since 1970. */
  startedAt: number;
  onOver: (run: PracticeRunInput) => void;
}

const NOTHING_OFFERED = {};
/** Who has logged so many contacts in a run needs no more to be told what to press. */
const KNOWS_IT = 3;
const NOT_KEPT = () => {};
/** Whether each step is explained; null where nobody said: it is, until a run has gone well enough. */
const explains = kept<boolean | null>(
  "practice-explains",
  null,
  () => localStorage,
  (data) => (typeof data === "boolean" ? data : null),
);
/** A practice run as it goes on: the entry line and the messages of a contest, on an air of its own. */
export function PracticeRunning(props: RunningProps) {
  const { settings, rules, startedAt } = props;
  const { logbook } = useLogbook();
  const [entry] = useState(() => practiceEntry(logbook, rules, settings, startedAt));
  const volume = useKept(VOLUME);
  const run = usePracticeSession({
    settings,
    rules,
    ownCall: entry.ownCall,
    parts: partsOf(rules, entry.side),
    startedAt,
    volume,
  });
  const { tune } = run.session;
  return (
    <PracticeRadio onTune={tune}>
      <Operating {...props} entry={entry} run={run} volume={volume} />
    </PracticeRadio>
  );
}

interface OperatingProps extends RunningProps {
  entry: ReturnType<typeof practiceEntry>;
  run: ReturnType<typeof usePracticeSession>;
  volume: number;
}

function Operating({ settings, onOver, entry, run, volume }: OperatingProps) {
  const { session, view, clock } = run;
  const { logbook } = useLogbook();
  const [draft, setDraft] = useState(EMPTY_DRAFT);
  const callRef = useRef<HTMLInputElement>(null);
  const frequencyHz = useRadio((radio) => radio.frequencyHz) ?? 0;
  const { way, label } = practiceTask(settings.task);
  const keyer = usePracticeKeyer(session, view, settings.speed, {
    tone: volume > 0,
    turnTone: () => VOLUME.set(volume > 0 ? 0 : VOLUME.start),
  });
  const isExplained = useKept(explains) ?? true;
  const [serial, setSerial] = useState(1);
  const call = draft.call.trim();
  const line = useMemo((): ContestLine => {
    const station = stationByCall(call, secondsOf(entry.period.from));
    const { side } = stationOf(entry.rules, station);
    const parts = partsOf(entry.rules, side);
    return {
      entry,
      side,
      parts,
      // What the call tells is not offered: one practises to hear it.
      guesses: {},
      lastSerial: null,
      lastAt: null,
      sends: sentText(entry, serial, "CW"),
      button: "Log it",
      take: () => true,
      cleared: () => {},
      post(input, values) {
        session.log({ call: input.call.trim().toUpperCase(), values: { ...values }, frequencyHz });
        setSerial((before) => before + 1);
        return Promise.resolve(null);
      },
    };
  }, [entry, call, serial, session, frequencyHz]);
  const contest = { line, serial, reserve: () => Promise.resolve(serial) };
  const flow = useFlow({ entry, contest, draft, keyer, operator: entry.ownCall, begins: way });

  function end(): void {
    const made = session.finish();
    if (explains.get() === null && made.logged.length >= KNOWS_IT) explains.set(false);
    onOver(made);
  }
  const onTimeOver = useEffectEvent(end);
  const hasLogged = view.contacts.length > 0;
  /** Who goes to another page has ended his run, where there is something to keep. */
  const onLeft = useEffectEvent(() => {
    if (session.view().contacts.length > 0 && !session.view().isOver) end();
  });
  useEffect(() => () => onLeft(), []);
  useEffect(() => {
    if (!hasLogged) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [hasLogged]);
  useEffect(() => {
    if (view.isOver) onTimeOver();
  }, [view.isOver]);
  useActions([
    ...flow.actions,
    { id: "faster", run: () => keyer.changeSpeed(2) },
    { id: "slower", run: () => keyer.changeSpeed(-2) },
    { id: "stopSending" },
    {
      id: "undoLast",
      run() {
        const taken = session.undo();
        toast(taken === null ? "Nothing is logged that could be undone." : `${taken} is taken out of the run.`);
      },
    },
    { id: "endPractice", label: "End the practice run", run: end },
  ]);
  const leave = useCallback(() => callRef.current?.focus(), []);
  const spare = way === "search" ? <PlacesStrip places={view.places} /> : <></>;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] overflow-auto">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
        <h1 className="text-title font-semibold">Practice: {label}</h1>
        <span className="text-soft">{entry.name}</span>
        <span role="timer" aria-label="Time left" className="font-mono">
          {clockText(view.left)} left
        </span>
        <span role="status" aria-label="In this run">
          {many(view.contacts.length, "contact")} logged
        </span>
        <span className="flex-1" />
        <label className="flex items-center gap-1.5 text-soft">
          Volume
          <input
            type="range"
            min={0}
            max={1}
            step={0.05}
            value={volume}
            onChange={({ target }) => VOLUME.set(Number(target.value))}
            className="w-24 accent-signal"
          />
        </label>
        <Tick label="Explain each step" checked={isExplained} onChange={explains.set} />
        <Button small onClick={end}>
          End the run
        </Button>
      </header>
      <EntryLine
        logbook={logbook}
        draft={draft}
        setDraft={setDraft}
        offered={NOTHING_OFFERED}
        callRef={callRef}
        onLogged={NOT_KEPT}
        contest={flow.line}
        notice={
          <span className="text-soft">Practice: nothing of it goes into the log, and nothing is transmitted.</span>
        }
        under={spare}
      />
      <MessageBar flow={flow} keyer={keyer} runText={null} />
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] content-start gap-4 p-4 max-lg:grid-cols-1">
        <div className="grid content-start gap-3">
          {isExplained && flow.step !== null && (
            <Explained
              entry={entry}
              serial={serial}
              call={call}
              now={{ way, phase: view.phase, call, step: flow.step, sending: view.sending }}
            />
          )}
          <div className="grid gap-2 border border-line bg-panel">
            <TypedSending keyer={keyer} onLeave={leave} />
            <div className="px-3 pb-2">
              <PaddleKeys onPaddle={(side, isDown) => session.paddle(side, isDown, clock())} />
            </div>
          </div>
        </div>
        <Logged contacts={view.contacts} parts={partsOf(entry.rules, line.side)} />
      </div>
    </div>
  );
}

/** The contacts of the run so far, the newest first. */
function Logged({ contacts, parts }: { contacts: readonly PracticeLogged[]; parts: ContestLine["parts"] }) {
  if (contacts.length === 0)
    return <p className="text-soft">What you log stands here. Whether it is right is said after the run.</p>;
  return (
    <table aria-label="Logged in this run" className="self-start border border-line bg-panel">
      <TableHead titles={["Time", "Call", ...parts.map(({ label }) => label)]} />
      <tbody>
        {[...contacts].reverse().map(({ at, call, values }) => (
          <tr key={at} className="border-b border-line font-mono last:border-b-0">
            <td className="px-2 py-1 pl-3 text-soft">{clockText(at)}</td>
            <td className="px-2 py-1 font-semibold">{call}</td>
            {parts.map(({ id }) => (
              <td key={id} className="px-2 py-1">
                {values[id] ?? ""}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface ExplainedProps {
  entry: OperatingProps["entry"];
  serial: number;
  call: string;
  now: Parameters<typeof coached>[0];
}

/** What to do at this moment, what is sent for it, and how one would say it by voice. */
function Explained({ entry, serial, call, now }: ExplainedProps) {
  const step = coached(now);
  const { moment } = step;
  const texts = (["CW", "voice"] as const).map((group) => {
    const set = entry.messages[group]!;
    const message = moment === null ? undefined : set[now.way].find((one) => one.moment === moment);
    const mode = group === "CW" ? "CW" : "SSB";
    const facts = {
      theirCall: call,
      myCall: entry.ownCall,
      theirName: "",
      operator: entry.ownCall,
      sent: sentValues(entry, serial, mode),
    };
    return message === undefined ? "" : messageText(entry.rules, entry.side, message, facts, set.numbers);
  });
  return (
    <section aria-label="What to do now" className="border-l-4 border-signal bg-panel px-4 py-2.5">
      <p role="status" className="text-title">
        {step.says}
      </p>
      {texts[0] !== "" && (
        <dl className="mt-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 text-soft">
          <dt>In Morse</dt>
          <dd className="font-mono text-ink">{texts[0]}</dd>
          <dt>By voice</dt>
          <dd className="text-ink">{voiceLine(texts[1]!)}</dd>
        </dl>
      )}
    </section>
  );
}
