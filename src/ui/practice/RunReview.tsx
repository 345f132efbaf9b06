"use client";

import { Square, Volume2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { formatFrequency } from "@/core/band";
import { againOf, type Judged, type PracticeRunInput, practiceTask, reviewOf, VERDICTS } from "@/core/practice";
import { Button } from "../kit/Button";
import { clockText, many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { type AirSound, createAirSound } from "./airSound";
import { VOLUME } from "./volume";

/** Every contact of a run against the truth, with what was heard; and what to try next. */
export function RunReview({ run }: { run: PracticeRunInput }) {
  const { contacts, logged, right, accuracy, rate, next } = reviewOf(run);
  const { label, way } = practiceTask(run.settings.task);
  const { playing, play } = useAgain(run);
  return (
    <section aria-label="How it went" className="grid content-start gap-3 p-4">
      <p className="flex flex-wrap items-baseline gap-x-5">
        <b className="text-title font-semibold">{label}</b>
        <span>
          {run.contestName}, {run.settings.speed} words a minute, {clockText(run.seconds)} minutes
        </span>
        <span>
          <b className="font-semibold">{right}</b> of {many(logged, "contact")} right
          {accuracy !== null && <>, {Math.round(accuracy * 100)} %</>}
        </span>
        <span>
          <b className="font-semibold">{Math.round(rate)}</b> right contacts an hour
        </span>
      </p>
      <p className="max-w-[900px] border-l-4 border-signal bg-panel px-4 py-2.5">
        <b className="font-semibold">Next: </b>
        {next}
      </p>
      {contacts.length > 0 && (
        <table className="w-full max-w-[1100px] border border-line bg-panel">
          <TableHead titles={["Time", "Verdict", "Logged", "Really", ...(way === "search" ? ["kHz"] : []), "Sound"]} />
          <tbody>
            {contacts.map((one, index) => (
              <tr key={index} className="border-b border-line last:border-b-0">
                <td className="px-2 py-1 pl-3 font-mono text-soft">{clockText(timeOf(one))}</td>
                <td
                  className={`px-2 py-1 whitespace-nowrap ${one.verdict === "right" ? "" : "font-semibold text-stop"}`}
                >
                  {one.verdict !== "right" && <Mark kind="fault" />} {VERDICTS[one.verdict]}
                </td>
                <td className="px-2 py-1 font-mono">
                  <Line
                    run={run}
                    call={one.logged?.call}
                    values={one.logged?.values}
                    wrong={one.wrong}
                    isWrong={one.verdict === "call"}
                  />
                </td>
                <td className="px-2 py-1 font-mono">
                  <Line run={run} call={one.truth?.call} values={one.truth?.values} wrong={[]} isWrong={false} />
                  {one.verdict === "theirs" && <span className="font-sans text-soft"> has {one.truth!.ours}</span>}
                </td>
                {way === "search" && (
                  <td className="px-2 py-1 font-mono text-soft">
                    {formatFrequency((one.truth ?? one.logged)!.frequencyHz)}
                  </td>
                )}
                <td className="px-2 py-0.5">
                  <Button
                    small
                    look="quiet"
                    aria-label={`${playing === index ? "Stop" : "Hear"} ${(one.truth ?? one.logged)!.call} at ${clockText(timeOf(one))}`}
                    onClick={() => play(index, one)}
                  >
                    {playing === index ? <Square size={14} aria-hidden /> : <Volume2 size={14} aria-hidden />}
                    {playing === index ? "Stop" : "Hear"}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

const timeOf = ({ logged, truth }: Judged) => logged?.at ?? truth!.at;

interface LineProps {
  run: PracticeRunInput;
  call: string | undefined;
  values: Readonly<Record<string, string>> | undefined;
  /** The parts that are wrong. */
  wrong: readonly string[];
  isWrong: boolean;
}

function Line({ run, call, values, wrong, isWrong }: LineProps) {
  if (call === undefined) return <span className="text-faint">nothing</span>;
  return (
    <span className="flex flex-wrap gap-x-2">
      <span className={isWrong ? "font-semibold text-stop underline" : ""}>{call}</span>
      {run.parts.map(({ id, label }) => (
        <span key={id} title={label} className={wrong.includes(id) ? "font-semibold text-stop underline" : "text-soft"}>
          {values?.[id] ?? "–"}
        </span>
      ))}
    </span>
  );
}

/** Hears a contact again: everything that was on the air where it was, from before it began until it was over. */
function useAgain(run: PracticeRunInput) {
  const [playing, setPlaying] = useState<number | null>(null);
  const sound = useRef<{ readonly air: AirSound; readonly timer: ReturnType<typeof setTimeout> } | null>(null);
  function stop(): void {
    if (sound.current === null) return;
    clearTimeout(sound.current.timer);
    sound.current.air.close();
    sound.current = null;
    setPlaying(null);
  }
  useEffect(
    () => () => {
      if (sound.current === null) return;
      clearTimeout(sound.current.timer);
      sound.current.air.close();
    },
    [],
  );
  function play(index: number, judged: Judged): void {
    const isOn = playing === index;
    stop();
    if (isOn) return;
    const { from, to, frequencyHz } = againOf(judged);
    const begun = performance.now();
    const air = createAirSound(run.settings, () => from + (performance.now() - begun) / 1000);
    air.turn(VOLUME.get());
    air.tune(frequencyHz);
    for (const emission of run.emissions) if (emission.to > from && emission.from < to) air.play(emission);
    sound.current = { air, timer: setTimeout(stop, (to - from) * 1000) };
    setPlaying(index);
  }
  return { playing, play };
}
