"use client";

import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useMemo, useState } from "react";
import { z } from "zod";
import { BANDS, bandLabel } from "@/core/band";
import { isoTime, secondsOf } from "@/core/contact";
import { checkRules, OUTSIDE, type Rules, rulesSchema, type Tried, tryRules } from "@/core/contest";
import type { Announced } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { CheckedEditor } from "../kit/json/CheckedEditor";
import type { JsonFault } from "../kit/json/JsonEditor";
import { parseTyped, pathOf } from "../kit/json/parseTyped";
import { type JsonSchema, withoutDefaults } from "../kit/json/schemaAt";
import { saveJson } from "../kit/saveJson";
import { useNow } from "../kit/useNow";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { faultLines } from "../kit/faultLines";
import { RulesForm } from "./RulesForm";
import { type TypedDefinition, typedDefinition } from "./typedDefinition";

const BLANK = {
  format: "ypsiloid-contest/2",
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

interface RulesWindowProps {
  /** Null for a new one. */
  start: Rules | null;
  /** What a new one is about, where a calendar announced it. */
  announced: Announced | null;
  onClose: () => void;
}

function blankFor(announced: Announced | null) {
  if (announced === null) return BLANK;
  const { name, about, from, to } = announced;
  const tag = plainTag(name) || BLANK.tag;
  return { ...BLANK, name, tag, about, when: { fixed: [{ from, to }] } };
}

function textOf(definition: unknown): string {
  return JSON.stringify(definition, null, 2);
}

/** A tag from a name: capitals, digits and hyphens. */
function plainTag(name: string): string {
  const plain = name.normalize("NFD").replace(/\p{M}/gu, "").toUpperCase();
  return plain
    .replace(/[^A-Z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, LONGEST_TAG);
}

const LONGEST_TAG = 40;

const SCHEMA = z.toJSONSchema(rulesSchema, { io: "input", unrepresentable: "any" }) as JsonSchema;
const TAB =
  "border-b-2 border-transparent px-2 py-1 text-soft hover:text-signal data-selected:border-signal data-selected:font-semibold data-selected:text-signal";

/** A contest's definition as text and as a form, checked as it is typed, with a call and an exchange to try it with. */
export function RulesWindow({ start, announced, onClose }: RulesWindowProps) {
  const client = useQueryClient();
  const [text, setText] = useState(() => textOf(start === null ? blankFor(announced) : withoutDefaults(SCHEMA, start)));
  const [begun] = useState(text);
  const [leaving, setLeaving] = useState(false);
  const read = useMemo(() => readRules(text), [text]);
  const keep = useMutation({
    mutationFn: () => ask(contest.keepContest, { body: read.rules }),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["contest"] });
      onClose();
    },
  });
  const leave = () => (text === begun || leaving ? onClose() : setLeaving(true));

  return (
    <Window
      title={read.rules?.name ?? "A contest's definition"}
      about="What each line means stands in docs/contest-rules.md. One that ships is kept as your own when it is changed."
      width={1200}
      onClose={leave}
      buttons={
        <>
          <Button onClick={() => saveJson(`${read.rules?.tag ?? "contest"}.json`, text)}>Save as a file</Button>
          <span role="status" className="flex-1 self-center text-wanted">
            {leaving && "What was changed is not kept: close once more to leave it."}
          </span>
          <Button onClick={leave}>Close</Button>
          <Button look="act" disabled={read.rules === null || keep.isPending} onClick={() => keep.mutate()}>
            Keep the definition
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[minmax(0,1fr)_440px] gap-4 max-lg:grid-cols-1">
        <CheckedEditor
          label="Definition, JSON"
          value={text}
          onChange={(changed) => {
            setText(changed);
            setLeaving(false);
          }}
          schema={SCHEMA}
          faults={read.faults}
          sound="The definition is sound."
        >
          {keep.error !== null &&
            faultLines(keep.error).map((fault) => (
              <p key={fault} className="break-words text-stop">
                {fault}
              </p>
            ))}
        </CheckedEditor>
        <TabGroup className="grid content-start gap-2.5">
          <TabList className="flex border-b border-line">
            <Tab className={TAB}>Usual changes</Tab>
            <Tab className={TAB}>Try it</Tab>
          </TabList>
          <TabPanels>
            <TabPanel className="h-[56vh] overflow-auto pr-1" tabIndex={-1}>
              {read.typed === null ? (
                <p className="text-soft">The text is no JSON at the moment: mend that first.</p>
              ) : (
                <RulesForm rules={read.typed} text={text} onChange={setText} />
              )}
            </TabPanel>
            <TabPanel className="h-[56vh] overflow-auto pr-1" tabIndex={-1}>
              <TryOut rules={read.rules} />
            </TabPanel>
          </TabPanels>
        </TabGroup>
      </div>
    </Window>
  );
}

/** A call and an exchange, and how the definition as it stands understands and scores them. */
function TryOut({ rules }: { rules: Rules | null }) {
  const { logbook } = useLogbook();
  const now = useNow();
  const [tried, setTried] = useState<Omit<Tried, "ownCall" | "ownGrid">>({
    call: "LU2QSA",
    exchange: "599 001",
    band: "20m",
    mode: "CW",
  });
  const asked = useDeferredValue(tried);
  const outcome = useMemo(() => {
    if (rules === null || now === null) return null;
    const { call: ownCall, grid: ownGrid } = logbook.site;
    return tryRules(rules, { ownCall, ownGrid, ...asked }, secondsOf(now));
  }, [rules, asked, now, logbook.site]);
  return (
    <section aria-label="Try it" className="grid content-start gap-2.5">
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
        <Choice label="Band" value={tried.band} onChange={({ target }) => setTried({ ...tried, band: target.value })}>
          {BANDS.map(({ name }) => (
            <option key={name} value={name}>
              {bandLabel(name)}
            </option>
          ))}
        </Choice>
        <Choice label="Mode" value={tried.mode} onChange={({ target }) => setTried({ ...tried, mode: target.value })}>
          {["CW", "SSB", "RTTY", "FT8"].map((mode) => (
            <option key={mode}>{mode}</option>
          ))}
        </Choice>
      </div>
      {rules === null && <p className="text-soft">It is tried as soon as the definition is sound.</p>}
      {outcome?.ok === false && (
        <p role="alert" className="text-stop">
          {outcome.faults.map(({ text }) => text).join("; ")}
        </p>
      )}
      {outcome?.ok === true && <Outcome {...outcome.value} />}
    </section>
  );
}

type TriedOut = Extract<ReturnType<typeof tryRules>, { ok: true }>["value"];

function Outcome({ values, leftover, judgement, side, ownSide, next }: TriedOut) {
  const { points, refused, why, fresh } = judgement;
  const rows: [label: string, said: string][] = [
    [
      "Understood",
      Object.entries(values)
        .map(([id, value]) => `${id} ${value}`)
        .join(", ") || "nothing",
    ],
    ...(leftover.length > 0 ? [["Not understood", leftover.join(" ")] as [string, string]] : []),
    ["Points", refused === null ? `${points}, ${why}` : `none: ${refused}`],
    [
      "Multipliers",
      fresh.map(({ label, item, name }) => `${label}: ${item}${name === item ? "" : ` ${name}`}`).join("; ") || "none",
    ],
    ...(side === ownSide && side === OUTSIDE
      ? []
      : [["Sides", `we are ${ownSide}, they are ${side}`] as [string, string]]),
    [
      "Next",
      next === null ? "does not run any more" : `${fullTime(isoTime(next.from))} to ${fullTime(isoTime(next.to))} UTC`,
    ],
  ];
  return (
    <dl aria-label="Outcome" className="grid grid-cols-[110px_1fr] gap-x-2 gap-y-1">
      {rows.map(([label, said]) => (
        <div key={label} className="contents">
          <dt className="text-soft">{label}</dt>
          <dd className={label === "Not understood" ? "text-stop" : ""}>{said}</dd>
        </div>
      ))}
    </dl>
  );
}

/** A definition as it is typed: whole, or what is wrong with it and where. */
function readRules(text: string): {
  readonly rules: Rules | null;
  /** What was typed, where it is JSON of an object. */
  readonly typed: TypedDefinition | null;
  readonly faults: readonly JsonFault[];
} {
  const read = parseTyped(text);
  if (!read.ok) return { rules: null, typed: null, faults: [read.fault] };
  const { data } = read;
  const checked = checkRules(data);
  const typed = typedDefinition(data);
  if (checked.ok) return { rules: checked.value, typed, faults: [] };
  const faults = checked.faults.map(({ field, text: said }) => ({ at: pathOf(field), text: `${field}: ${said}` }));
  return { rules: null, typed, faults };
}
