"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { checkRules, type Rules } from "@/core/contest";
import { BANDS, bandLabel } from "@/core/band";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { saveJson } from "../kit/saveJson";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { faultLines } from "./faultLines";

const BLANK = {
  format: "ypsiloid-contest/1",
  name: "My contest",
  tag: "MY-CONTEST",
  about: "",
  when: { every: { month: 1, week: 1, day: "saturday", full: true, start: "12:00", hours: 24 } },
  deadlineDays: 7,
  bands: ["80m", "40m", "20m", "15m", "10m"],
  modes: ["CW", "voice"],
  exchange: {
    all: [
      { id: "report", label: "Report", type: "report" },
      { id: "serial", label: "Serial", type: "serial" },
    ],
  },
  points: [{ if: { same: ["entity"] }, points: 1 }, { points: 3 }],
  multipliers: [{ id: "entity", label: "Entities", of: "entity", per: "band" }],
  duplicates: { per: "band" },
  categories: { operator: ["SINGLE-OP", "MULTI-OP"] },
};

/** A contest's definition as text, checked as it is typed, and a call and an exchange to try it with. */
export function RulesWindow({ start, onClose }: { start: Rules | null; onClose: () => void }) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const [text, setText] = useState(() => JSON.stringify(start ?? BLANK, null, 2));
  const [tried, setTried] = useState({ call: "LU2QSA", exchange: "599 001", band: "20m", mode: "CW" });
  const read = useMemo(() => readRules(text), [text]);
  const keep = useMutation({
    mutationFn: () => ask(contest.keepContest, { body: read.rules }),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["contest", "definitions"] });
      onClose();
    },
  });
  const tryIt = useMutation({
    mutationFn: () =>
      ask(contest.tryOut, {
        body: { rules: read.rules, ownCall: logbook.site.call, ownGrid: logbook.site.grid, ...tried },
      }),
  });
  const result = tryIt.data;
  const faults = [...read.faults, ...(keep.error === null ? [] : faultLines(keep.error))];

  return (
    <Window
      title={read.rules?.name ?? "A contest's definition"}
      about="What each line means stands in docs/contest-rules.md. One that ships is kept as your own when it is changed."
      width={1120}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={() => saveJson(`${read.rules?.tag ?? "contest"}.json`, text)}>Save as a file</Button>
          <span className="flex-1" />
          <Button onClick={onClose}>Close</Button>
          <Button look="act" disabled={read.rules === null || keep.isPending} onClick={() => keep.mutate()}>
            Keep the definition
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)_400px] gap-4 max-lg:grid-cols-1">
        <div className="grid content-start gap-2">
          <label htmlFor="rules-text" className="text-tiny text-soft">
            Definition, JSON
          </label>
          <textarea
            id="rules-text"
            spellCheck={false}
            className="field h-[52vh] resize-none py-2 font-mono text-base whitespace-pre"
            value={text}
            aria-invalid={read.rules === null}
            onChange={({ target }) => setText(target.value)}
          />
          <div role="status" aria-label="What is wrong" className="max-h-28 overflow-auto">
            {faults.length === 0 && <p className="text-safe">The definition is sound.</p>}
            {faults.slice(0, 20).map((fault) => (
              <p key={fault} className="break-words text-stop">
                {fault}
              </p>
            ))}
          </div>
        </div>
        <section aria-label="Try it" className="grid content-start gap-2.5">
          <h3 className="heading">Try it</h3>
          <div className="grid grid-cols-2 gap-2">
            <Field
              label="Their call"
              mono
              value={tried.call}
              onChange={({ target }) => setTried({ ...tried, call: target.value.toUpperCase() })}
            />
            <Field
              label="What they send"
              mono
              value={tried.exchange}
              onChange={({ target }) => setTried({ ...tried, exchange: target.value.toUpperCase() })}
            />
            <Choice
              label="Band"
              value={tried.band}
              onChange={({ target }) => setTried({ ...tried, band: target.value })}
            >
              {BANDS.map(({ name }) => (
                <option key={name} value={name}>
                  {bandLabel(name)}
                </option>
              ))}
            </Choice>
            <Choice
              label="Mode"
              value={tried.mode}
              onChange={({ target }) => setTried({ ...tried, mode: target.value })}
            >
              {["CW", "SSB", "RTTY", "FT8"].map((mode) => (
                <option key={mode}>{mode}</option>
              ))}
            </Choice>
          </div>
          <Button disabled={read.rules === null || tryIt.isPending} onClick={() => tryIt.mutate()}>
            Score it
          </Button>
          {tryIt.error !== null && (
            <p role="alert" className="text-stop">
              {faultLines(tryIt.error).join("; ")}
            </p>
          )}
          {result !== undefined && (
            <dl aria-label="Outcome" className="grid grid-cols-[110px_1fr] gap-x-2 gap-y-1">
              <dt className="text-soft">Understood</dt>
              <dd className="font-mono">
                {Object.entries(result.values)
                  .map(([id, value]) => `${id} ${value}`)
                  .join(", ") || "nothing"}
              </dd>
              {result.leftover.length > 0 && (
                <>
                  <dt className="text-soft">Not understood</dt>
                  <dd className="font-mono text-stop">{result.leftover.join(" ")}</dd>
                </>
              )}
              <dt className="text-soft">Points</dt>
              <dd>
                <b className="font-semibold">{result.judgement.points}</b>{" "}
                {result.judgement.refused === null ? result.judgement.why : `none: ${result.judgement.refused}`}
              </dd>
              <dt className="text-soft">Multipliers</dt>
              <dd>
                {result.judgement.fresh
                  .map(({ label, item, name }) => `${label}: ${item}${name === item ? "" : ` ${name}`}`)
                  .join("; ") || "none"}
              </dd>
              <dt className="text-soft">Sides</dt>
              <dd>
                we are {result.ownSide}, they are {result.side}
              </dd>
              <dt className="text-soft">Next</dt>
              <dd className="font-mono">
                {result.next === null ? "does not run any more" : `${result.next.from} to ${result.next.to}`}
              </dd>
            </dl>
          )}
        </section>
      </div>
    </Window>
  );
}

function readRules(text: string): { readonly rules: Rules | null; readonly faults: readonly string[] } {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return { rules: null, faults: [`It is no JSON: ${(error as Error).message}`] };
  }
  const checked = checkRules(data);
  if (checked.ok) return { rules: checked.value, faults: [] };
  return { rules: null, faults: checked.faults.map(({ field, text: said }) => `${field}: ${said}`) };
}
