"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { Lock, LockOpen } from "lucide-react";
import { type KeyboardEvent, memo, type ReactNode, type RefObject, useRef, useState } from "react";
import { toast } from "sonner";
import { defaultReport } from "@/core/band";
import { checkContact, type ContactInput, contactDoubts, type Fault, isoTime, LINE_FIELDS } from "@/core/contact";
import type { Logbook, LoggedContact } from "@/core/contract";
import * as station from "@/core/contract/endpoints/station";
import * as contacts from "@/core/contract/endpoints/contacts";
import { useActions } from "../kit/actions";
import { ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { Key } from "../kit/Key";
import { useRadio } from "../shell/radio";
import { CallHints } from "./CallHints";
import { type ContestLine, partDoubts, partKey, partValues, sharedOut } from "./contestLine";
import {
  afterLogging,
  contactFrom,
  type Draft,
  emptied,
  EQUIPMENT,
  isEmpty,
  LINE_KEYS,
  type Offered,
  radioChangeFrom,
  valueIn,
  withHeldTurned,
  withValue,
} from "./draft";
import { PastFields } from "./PastFields";
import { BandField, FrequencyField, ModeField, TransmitNotice } from "./RadioFields";

interface EntryLineProps {
  logbook: Logbook;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  offered: Offered;
  callRef: RefObject<HTMLInputElement | null>;
  onLogged: (logged: LoggedContact) => void;
  /** The contest that contacts go into; null for those of a day. */
  contest?: ContestLine | null;
  /** What is to be said of a contest that does not run. */
  notice?: ReactNode;
}

/**
 * Where a contact is typed. Enter logs, Escape clears and, pressed again, gives back. It unfolds to all facts, any of
 * which can be held for the next contact, and takes contacts of the past with a day and a time.
 */
export const EntryLine = memo(function EntryLine({
  logbook,
  draft,
  setDraft,
  offered,
  callRef,
  onLogged,
  contest = null,
  notice = null,
}: EntryLineProps) {
  const radio = useRadio();
  const [cleared, setCleared] = useState<Draft | null>(null);
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  /** The doubts that were said; Enter again takes the contact as it is. */
  const [doubted, setDoubted] = useState<string | null>(null);
  const [unfolded, setUnfolded] = useState(false);
  const timeRef = useRef<HTMLInputElement>(null);
  const lineRef = useRef<HTMLElement>(null);

  const log = useMutation({
    // What goes out is settled when Enter is pressed: the line is drawn anew before the request begins.
    mutationFn: async ({ send }: { send: () => Promise<LoggedContact | null>; typed: Draft }) => send(),
    onSuccess: (logged) => logged !== null && onLogged(logged),
    onError: (error, { typed }) => {
      setDraft(typed);
      setFaults(faultsOf(error));
    },
  });

  const faultOf = (field: string) => faults.find((fault) => fault.field === field)?.text;

  function take(next: Draft) {
    setFaults([]);
    setDoubted(null);
    setDraft(next);
  }

  function changeCall(call: string) {
    setCleared(null);
    take({ ...draft, call, startedAt: call === "" ? null : (draft.startedAt ?? isoTime(secondsNow())) });
  }

  function submit() {
    if (draft.past !== null && draft.call === "") return callRef.current?.focus();
    const tuned = radioChangeFrom(draft.call);
    if (tuned !== null) {
      radio.set(tuned);
      return changeCall("");
    }
    const { input, faults: wrong } = contactFrom(draft, offered, radio, isoTime(secondsNow()));
    const shared = contest === null ? draft : sharedOut(contest, draft, radio.mode);
    if (contest !== null && !contest.take(shared)) {
      setDraft(shared);
      return draft.call === "" ? undefined : goOn(shared, callRef.current);
    }
    const checked = checkContact(input, secondsNow());
    const found = [...wrong, ...(checked.ok ? [] : checked.faults)];
    if (!checked.ok || found.length > 0) return setFaults(found);
    const doubts = contest === null ? contactDoubts(checked.value) : partDoubts(contest, shared, radio.mode);
    const said = JSON.stringify(doubts);
    if (doubts.length > 0 && doubted !== said) {
      setDoubted(said);
      return setFaults(doubts.map((doubt) => ({ ...doubt, text: `${doubt.text}. Enter again logs it all the same.` })));
    }
    setCleared(null);
    take(afterLogging(draft));
    (draft.past === null ? callRef : timeRef).current?.focus();
    const received = contest === null ? {} : partValues(contest, shared, radio.mode);
    const send = () => (contest === null ? logContact(logbook.id, input) : contest.post(input, received));
    log.mutate({ send, typed: shared });
  }

  /** Goes to the next field of the exchange that needs something, after the one that has the focus. */
  function goOn(from: Draft, at: Element | null) {
    const fields = [...(lineRef.current?.querySelectorAll<HTMLInputElement>("[data-part]") ?? [])];
    const start = fields.indexOf(at as HTMLInputElement) + 1;
    const inTurn = [...fields.slice(start), ...fields.slice(0, start)];
    const needs = ({ dataset }: HTMLInputElement) =>
      dataset.report === undefined && valueIn(from, partKey(dataset.part!)) === "";
    (inTurn.find(needs) ?? inTurn[0])?.focus();
  }

  function clearOrGiveBack() {
    contest?.cleared();
    if (!isEmpty(draft)) {
      setCleared(draft);
      take(emptied(draft));
    } else if (cleared !== null) {
      take(cleared);
      setCleared(null);
    } else take(draft);
    callRef.current?.focus();
  }

  function turnPast() {
    const now = isoTime(secondsNow());
    take({ ...draft, past: draft.past === null ? { day: now.slice(0, 10), clock: now.slice(11, 16) } : null });
    if (draft.past === null) requestAnimationFrame(() => timeRef.current?.focus());
    else callRef.current?.focus();
  }

  function holdFocused() {
    const key = (document.activeElement as HTMLElement | null)?.dataset.fact;
    if (key === undefined || !lineRef.current?.contains(document.activeElement))
      return void toast("Go to a field of the entry line first; then it is held for the next contact.");
    setDraft(withHeldTurned(draft, key));
  }

  useActions([
    { id: "log" },
    {
      id: "clear",
    },
    { id: "clear2", label: "Clear the entry line", run: clearOrGiveBack },
    { id: "toCall", run: () => callRef.current?.focus() },
    {
      id: "unfold",
      run: () => setUnfolded(!unfolded),
    },
    { id: "past", run: turnPast },
    { id: "hold", run: holdFocused },
    { id: "bandUp", run: () => radio.stepBand(1) },
    { id: "bandDown", run: () => radio.stepBand(-1) },
    { id: "modeUp", run: () => radio.stepMode(1) },
    { id: "modeDown", run: () => radio.stepMode(-1) },
    { id: "up", run: () => radio.stepFrequency(100) },
    { id: "down", run: () => radio.stepFrequency(-100) },
  ]);

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    const onControl = event.target instanceof HTMLButtonElement || event.target instanceof HTMLSelectElement;
    if (event.key === "Enter" && !onControl) {
      event.preventDefault();
      submit();
    } else if (event.key === "Escape") {
      event.preventDefault();
      clearOrGiveBack();
    } else if (event.key === " " && contest !== null && event.target instanceof HTMLInputElement) {
      const { part } = event.target.dataset;
      if (part === undefined && event.target !== callRef.current) return;
      event.preventDefault();
      const shared = sharedOut(contest, draft, radio.mode);
      take(shared);
      goOn(shared, event.target);
    }
  }

  const report = defaultReport(radio.mode, radio.submode);
  const field = (key: string, label: string) => ({
    label,
    "data-fact": key,
    value: valueIn(draft, key),
    onChange: ({ target }: { target: HTMLInputElement }) => take(withValue(draft, key, target.value)),
    fault: faultOf(key),
    aside: (
      <HoldButton label={label} held={draft.held.includes(key)} onTurn={() => setDraft(withHeldTurned(draft, key))} />
    ),
  });
  const partKeys = contest?.parts.map(({ id }) => partKey(id)) ?? [];
  const shown = new Set([...SHOWN_AT_FIELDS, ...(unfolded ? MORE_KEYS : []), ...partKeys]);
  const general = faults.filter((fault) => !shown.has(fault.field));
  return (
    <section
      ref={lineRef}
      aria-label="Entry line"
      onKeyDown={onKeyDown}
      className="border-b border-line bg-panel px-4 pt-2 pb-1"
    >
      {draft.past !== null && (
        <PastFields
          past={draft.past}
          timeRef={timeRef}
          callRef={callRef}
          onChange={(past) => take({ ...draft, past })}
        />
      )}
      <div className="flex items-end gap-2.5 max-lg:flex-wrap">
        <FrequencyField fault={faultOf("frequencyHz")} />
        <BandField fault={faultOf("band")} />
        <ModeField />
        <Field
          label="Call"
          mono
          ref={callRef}
          autoFocus
          value={draft.call}
          onChange={({ target }) => changeCall(target.value.toUpperCase())}
          fault={faultOf("call")}
          maxLength={30}
          autoCapitalize="characters"
          wrapperClassName="w-[180px] max-sm:w-full"
          className="h-[38px] border-2 border-signal bg-panel text-[22px] font-semibold tracking-wide"
        />
        {contest === null ? (
          <>
            <Field mono placeholder={report} wrapperClassName="w-[64px]" {...field("reportSent", "Sent")} />
            <Field mono placeholder={report} wrapperClassName="w-[64px]" {...field("reportReceived", "Rcvd")} />
            <Field placeholder={offered.name ?? ""} wrapperClassName="w-[100px]" {...field("name", "Name")} />
            <Field placeholder={offered.place ?? ""} wrapperClassName="w-[104px]" {...field("place", "Place")} />
            <Field
              mono
              placeholder={offered.grid ?? ""}
              maxLength={12}
              wrapperClassName="w-[80px]"
              {...field("grid", "Grid")}
            />
            <Field wrapperClassName="min-w-20 flex-1" {...field("comment", "Comment")} />
          </>
        ) : (
          <ExchangeFields contest={contest} draft={draft} mode={radio.mode} take={take} faultOf={faultOf} />
        )}
        <Button look="act" onClick={submit}>
          {contest?.button ?? "Log it"} <Key>Enter</Key>
        </Button>
      </div>
      {unfolded && (
        <div className="mt-2 grid gap-2">
          {LINE_FIELDS.map(({ title, fields }) => (
            <fieldset key={title} className="grid grid-cols-8 items-end gap-2.5 max-lg:grid-cols-3">
              <legend className="heading">{title}</legend>
              {fields.map(({ key, label, kind }) => (
                <Field
                  key={key}
                  mono={kind !== "text" && kind !== "long"}
                  wrapperClassName={key === "notes" ? "col-span-3" : ""}
                  {...field(key, label)}
                />
              ))}
            </fieldset>
          ))}
          <div className="grid grid-cols-8 items-end gap-2.5 max-lg:grid-cols-3">
            {EQUIPMENT.map(({ key, label }) => (
              <Field key={key} {...field(key, label)} />
            ))}
            <SiteChoice
              siteId={draft.siteId}
              held={draft.held.includes("siteId")}
              onChoose={(siteId) => take({ ...draft, siteId })}
              onHold={() => setDraft(withHeldTurned(draft, "siteId"))}
            />
          </div>
        </div>
      )}
      <div className="flex h-[26px] items-center gap-4 overflow-hidden whitespace-nowrap">
        {general.length > 0 ? (
          <p role="alert" className="truncate text-stop" title={general.map((fault) => fault.text).join("; ")}>
            {general.map((fault) => fault.text).join("; ")}
          </p>
        ) : isEmpty(draft) && cleared !== null ? (
          <p className="text-soft">Cleared {cleared.call || "the entry line"}. Escape again gives it back.</p>
        ) : (
          <CallHints logbookId={logbook.id} call={draft.call} callRef={callRef} onPick={changeCall} />
        )}
        <span className="flex-1" />
        {notice}
        <TransmitNotice entityCode={logbook.site.entityCode} />
        <button
          type="button"
          className="text-soft hover:text-signal"
          aria-pressed={draft.past !== null}
          onClick={turnPast}
        >
          {draft.past === null ? "After the fact" : "Live again"}
        </button>
        <button
          type="button"
          className="text-soft hover:text-signal"
          aria-expanded={unfolded}
          onClick={() => setUnfolded(!unfolded)}
        >
          {unfolded ? "Fold" : "More fields"}
        </button>
      </div>
    </section>
  );
});

function HoldButton({ label, held, onTurn }: { label: string; held: boolean; onTurn: () => void }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`Hold ${label} for the next contact`}
      title={held ? "Held for the next contact" : "Hold it for the next contact"}
      aria-pressed={held}
      onClick={onTurn}
      className={`shrink-0 ${held ? "text-signal" : "text-faint opacity-50 hover:opacity-100"}`}
    >
      {held ? <Lock size={11} aria-hidden /> : <LockOpen size={11} aria-hidden />}
    </button>
  );
}

interface SiteChoiceProps {
  siteId: number | null;
  held: boolean;
  onChoose: (siteId: number | null) => void;
  onHold: () => void;
}

function SiteChoice({ siteId, held, onChoose, onHold }: SiteChoiceProps) {
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask(station.sites) });
  return (
    <div className="col-span-2 flex items-end gap-1">
      <Choice
        label="Site"
        wrapperClassName="flex-1"
        data-fact="siteId"
        value={siteId ?? ""}
        onChange={({ target }) => onChoose(target.value === "" ? null : Number(target.value))}
      >
        <option value="">that of the logbook</option>
        {data?.items.map(({ id, name, call, grid }) => (
          <option key={id} value={id}>
            {name}: {call} in {grid}
          </option>
        ))}
      </Choice>
      <HoldButton label="Site" held={held} onTurn={onHold} />
    </div>
  );
}

function secondsNow(): number {
  return Math.floor(Date.now() / 1000);
}

interface ExchangeFieldsProps {
  contest: ContestLine;
  draft: Draft;
  mode: string;
  take: (draft: Draft) => void;
  faultOf: (field: string) => string | undefined;
}

/** The parts of the exchange that their station sends, and before them what we send. */
function ExchangeFields({ contest, draft, mode, take, faultOf }: ExchangeFieldsProps) {
  return (
    <>
      <div className="grid min-w-0 gap-[3px]">
        <span className="text-tiny text-soft">We send</span>
        <output className="flex h-[34px] items-center truncate px-1 font-mono text-[15px] text-soft">
          {contest.sends || "…"}
        </output>
      </div>
      {contest.parts.map((part) => {
        const key = partKey(part.id);
        const guess = contest.guesses[part.id];
        return (
          <Field
            key={part.id}
            label={part.optional ? `${part.label}, if any` : part.label}
            mono
            data-part={part.id}
            {...(part.type === "report" ? { "data-report": "" } : {})}
            value={valueIn(draft, key)}
            placeholder={part.type === "report" ? defaultReport(mode, null) : (guess?.value ?? "")}
            title={guess === undefined ? undefined : `${guess.value} is a guess, from ${guess.from}`}
            fault={faultOf(key)}
            maxLength={60}
            wrapperClassName={WIDTHS[part.type] ?? "w-[96px]"}
            onChange={({ target }) => take(withValue(draft, key, target.value.toUpperCase()))}
          />
        );
      })}
      <span className="flex-1 max-lg:hidden" />
    </>
  );
}

const WIDTHS: Readonly<Record<string, string>> = {
  report: "w-[64px]",
  cqZone: "w-[72px]",
  ituZone: "w-[72px]",
  serial: "w-[92px]",
  name: "w-[140px]",
  text: "w-[180px]",
};

const SHOWN_AT_FIELDS = [...LINE_KEYS, "frequencyHz", "band"];
const MORE_KEYS = [
  ...LINE_FIELDS.flatMap(({ fields }) => fields.map(({ key }) => key)),
  ...EQUIPMENT.map(({ key }) => key),
];

async function logContact(logbookId: number, input: ContactInput): Promise<LoggedContact> {
  return ask(contacts.logContact, { params: { logbookId }, body: input });
}

function faultsOf(error: Error): Fault[] {
  if (error instanceof ApiProblem && error.details.errors)
    return error.details.errors.map(({ field, detail }) => ({ field, text: detail }));
  return [{ field: "(whole)", text: `Not logged: ${error.message}` }];
}
