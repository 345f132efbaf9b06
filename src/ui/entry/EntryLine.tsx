"use client";

import { type KeyboardEvent, memo, type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import { defaultReport } from "@/core/band";
import { LINE_FIELDS } from "@/core/contact";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { Key } from "../kit/Key";
import { useRadio, useTuning } from "../shell/radio";
import { Ruler } from "../tuning/Ruler";
import { CallHints } from "./CallHints";
import { type ContestLine, partKey } from "./contestLine";
import { EQUIPMENT, isEmpty, LINE_KEYS, valueIn, withHeldTurned, withValue } from "./draft";
import { ExchangeFields } from "./ExchangeFields";
import { HoldButton } from "./HoldButton";
import { PastFields } from "./PastFields";
import { BandField, FrequencyField, ModeField, TransmitNotice } from "./RadioFields";
import { logbookReceiver } from "./handIns";
import { KeptNotice } from "./KeptNotice";
import { UnfoldedFields } from "./UnfoldedFields";
import { type EntryOptions, useEntryLine } from "./useEntryLine";
import { useHandIns } from "./useHandIns";

/** A call of more letters is shown in smaller ones, so that all of it is seen. */
const LARGE_CALL = 10;

interface EntryLineProps extends Omit<EntryOptions, "contest" | "onKept"> {
  /** The contest that contacts go into; null for those of a day. */
  contest?: ContestLine | null;
  /** What is to be said of a contest that does not run. */
  notice?: ReactNode;
  /** Stands at the end of the last row. */
  aside?: ReactNode;
  /** What stands under it in place of the ruler of the band. */
  under?: ReactNode;
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
  aside = null,
  under,
}: EntryLineProps) {
  const mode = useRadio((radio) => radio.mode);
  const submode = useRadio((radio) => radio.submode);
  const tuning = useTuning();
  const [unfolded, setUnfolded] = useState(false);
  const { waiting, countAnew } = useHandIns(logbookReceiver(logbook.id));
  const entry = useEntryLine({ logbook, draft, setDraft, offered, callRef, onLogged, onKept: countAnew, contest });
  const { faults, cleared, lineRef, timeRef, take, changeCall, submit, clearOrGiveBack, turnPast } = entry;
  const faultOf = (field: string) => faults.find((fault) => fault.field === field)?.text;

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
    { id: "bandUp", run: () => tuning.stepBand(1) },
    { id: "bandDown", run: () => tuning.stepBand(-1) },
    { id: "bandBack", run: tuning.bandBack },
    { id: "modeUp", run: () => tuning.stepMode(1) },
    { id: "modeDown", run: () => tuning.stepMode(-1) },
  ]);

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    if (event.ctrlKey || event.altKey || event.metaKey) return;
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
      entry.shareOut(event.target);
    }
  }

  // The ruler is not to be drawn anew with each key of the call.
  const latest = useRef(changeCall);
  useEffect(() => {
    latest.current = changeCall;
  });
  const pick = useCallback((call: string) => latest.current(call), []);

  const report = defaultReport(mode, submode, logbook.reports);
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
    <div>
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
            className={`h-[38px] border-2 border-signal bg-panel font-semibold ${draft.call.length > LARGE_CALL ? "text-[15px]" : "text-[22px] tracking-wide"}`}
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
            <ExchangeFields contest={contest} draft={draft} mode={mode} take={take} faultOf={faultOf} />
          )}
          <Button look="act" onClick={submit}>
            {contest?.button ?? "Log it"} <Key>Enter</Key>
          </Button>
        </div>
        {unfolded && <UnfoldedFields draft={draft} field={field} take={take} hold={setDraft} />}
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
          <span role="status">
            <KeptNotice waiting={waiting} />
          </span>
          {notice}
          <TransmitNotice site={logbook.site} />
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
          {aside}
        </div>
      </section>
      {under ?? <Ruler callRef={callRef} onPick={pick} />}
    </div>
  );
});

const SHOWN_AT_FIELDS = [...LINE_KEYS, "frequencyHz", "band"];
const MORE_KEYS = [
  ...LINE_FIELDS.flatMap(({ fields }) => fields.map(({ key }) => key)),
  ...EQUIPMENT.map(({ key }) => key),
];
