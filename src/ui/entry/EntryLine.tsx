"use client";

import { useMutation } from "@tanstack/react-query";
import { type KeyboardEvent, type RefObject, useState } from "react";
import { BANDS, bandLabel, defaultReport, formatFrequency, parseFrequency, bandOfFrequency } from "@/core/band";
import { checkContact, type ContactInput, contactDoubts, type Fault, isoTime } from "@/core/contact";
import type { LoggedContact } from "@/core/contract";
import { useActions } from "../kit/actions";
import { api, ApiProblem } from "../kit/api";
import { Button } from "../kit/Button";
import { Field } from "../kit/Field";
import { Key } from "../kit/Key";
import { STEPPED_MODES, useRadio } from "../shell/radio";
import { contactFrom, type Draft, EMPTY_DRAFT, isEmpty, type Offered, radioChangeFrom } from "./draft";

interface EntryLineProps {
  logbookId: number;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  offered: Offered;
  callRef: RefObject<HTMLInputElement | null>;
  onLogged: (logged: LoggedContact) => void;
}

/** Where a contact is typed. Enter logs, Escape clears and, pressed again, gives back. */
export function EntryLine({ logbookId, draft, setDraft, offered, callRef, onLogged }: EntryLineProps) {
  const radio = useRadio();
  const [cleared, setCleared] = useState<Draft | null>(null);
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  /** The doubts that were said; Enter again takes the contact as it is. */
  const [doubted, setDoubted] = useState<string | null>(null);

  const log = useMutation({
    mutationFn: async ({ input }: { input: ContactInput; typed: Draft }) => logContact(logbookId, input),
    onSuccess: onLogged,
    onError: (error, { typed }) => {
      setDraft(typed);
      setFaults(faultsOf(error));
    },
  });

  const faultOf = (field: string) => faults.find((fault) => fault.field === field)?.text;

  function change(part: Partial<Draft>) {
    const next = { ...draft, ...part };
    if (part.call !== undefined) {
      next.startedAt = part.call === "" ? null : (draft.startedAt ?? isoTime(secondsNow()));
      setCleared(null);
    }
    setFaults([]);
    setDoubted(null);
    setDraft(next);
  }

  function submit() {
    const tuned = radioChangeFrom(draft.call);
    if (tuned !== null) {
      radio.set(tuned);
      return change({ call: "" });
    }
    const input = contactFrom(draft, offered, radio, isoTime(secondsNow()));
    const checked = checkContact(input, secondsNow());
    if (!checked.ok) return setFaults(checked.faults);
    const doubts = contactDoubts(checked.value);
    const said = JSON.stringify(doubts);
    if (doubts.length > 0 && doubted !== said) {
      setDoubted(said);
      return setFaults(doubts.map((doubt) => ({ ...doubt, text: `${doubt.text}. Enter again logs it all the same.` })));
    }
    setFaults([]);
    setDoubted(null);
    setCleared(null);
    setDraft(EMPTY_DRAFT);
    callRef.current?.focus();
    log.mutate({ input, typed: draft });
  }

  function clearOrGiveBack() {
    if (!isEmpty(draft)) {
      setCleared(draft);
      setDraft(EMPTY_DRAFT);
    } else if (cleared !== null) {
      setDraft(cleared);
      setCleared(null);
    }
    setFaults([]);
    setDoubted(null);
    callRef.current?.focus();
  }

  useActions([
    { id: "log", label: "Log the contact", keys: "Enter", hint: true, run: submit },
    {
      id: "clear",
      label: "Clear the entry line; again gives it back",
      keys: "Escape",
      hint: true,
      run: clearOrGiveBack,
    },
    { id: "clear2", label: "Clear the entry line", run: clearOrGiveBack },
    { id: "toCall", label: "Go to the call field", keys: "Ctrl+Alt+E", run: () => callRef.current?.focus() },
    { id: "bandUp", label: "Next higher band", keys: "PageUp", run: () => radio.stepBand(1) },
    { id: "bandDown", label: "Next lower band", keys: "PageDown", run: () => radio.stepBand(-1) },
    { id: "modeUp", label: "Next mode", keys: "Shift+PageUp", run: () => radio.stepMode(1) },
    { id: "modeDown", label: "Mode before", keys: "Shift+PageDown", run: () => radio.stepMode(-1) },
    { id: "up", label: "100 Hz up", keys: "Alt+ArrowUp", run: () => radio.stepFrequency(100) },
    { id: "down", label: "100 Hz down", keys: "Alt+ArrowDown", run: () => radio.stepFrequency(-100) },
  ]);

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    const onControl = event.target instanceof HTMLButtonElement || event.target instanceof HTMLSelectElement;
    if (event.key === "Enter" && !onControl) {
      event.preventDefault();
      submit();
    } else if (event.key === "Escape") {
      event.preventDefault();
      clearOrGiveBack();
    }
  }

  const report = defaultReport(radio.mode, radio.submode);
  const text = (key: "reportSent" | "reportReceived" | "name" | "place" | "grid" | "comment") => ({
    value: draft[key],
    onChange: ({ target }: { target: HTMLInputElement }) => change({ [key]: target.value }),
    fault: faultOf(key),
  });
  const general = faults.filter((fault) => !SHOWN_AT_FIELDS.has(fault.field));
  return (
    <section aria-label="Entry line" onKeyDown={onKeyDown} className="border-b border-line bg-panel px-4 pt-2.5 pb-3">
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
          onChange={({ target }) => change({ call: target.value.toUpperCase() })}
          fault={faultOf("call")}
          maxLength={30}
          autoCapitalize="characters"
          wrapperClassName="w-[180px] max-sm:w-full"
          className="h-[38px] border-2 border-signal bg-panel text-[22px] font-semibold tracking-wide"
        />
        <Field label="Sent" mono placeholder={report} wrapperClassName="w-[58px]" {...text("reportSent")} />
        <Field label="Received" mono placeholder={report} wrapperClassName="w-[62px]" {...text("reportReceived")} />
        <Field label="Name" placeholder={offered.name ?? ""} wrapperClassName="w-[100px]" {...text("name")} />
        <Field label="Place" placeholder={offered.place ?? ""} wrapperClassName="w-[108px]" {...text("place")} />
        <Field
          label="Grid"
          mono
          placeholder={offered.grid ?? ""}
          maxLength={12}
          wrapperClassName="w-[80px]"
          {...text("grid")}
        />
        <Field label="Comment" wrapperClassName="min-w-20 flex-1" {...text("comment")} />
        <Button look="act" onClick={submit}>
          Log it <Key>Enter</Key>
        </Button>
      </div>
      {general.length > 0 && (
        <p role="alert" className="mt-2 text-stop">
          {general.map((fault) => fault.text).join("; ")}
        </p>
      )}
      {isEmpty(draft) && cleared !== null && (
        <p className="mt-2 text-soft">Cleared {cleared.call || "the entry line"}. Escape again gives it back.</p>
      )}
    </section>
  );
}

function secondsNow(): number {
  return Math.floor(Date.now() / 1000);
}

const SHOWN_AT_FIELDS = new Set([
  "call",
  "reportSent",
  "reportReceived",
  "name",
  "place",
  "grid",
  "comment",
  "frequencyHz",
  "band",
]);

async function logContact(logbookId: number, input: ContactInput): Promise<LoggedContact> {
  return api(`logbooks/${logbookId}/contacts`, { method: "POST", json: input });
}

function faultsOf(error: Error): Fault[] {
  if (error instanceof ApiProblem && error.details.errors)
    return error.details.errors.map(({ field, detail }) => ({ field, text: detail }));
  return [{ field: "(whole)", text: `Not logged: ${error.message}` }];
}

function FrequencyField({ fault }: { fault: string | undefined }) {
  const radio = useRadio();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string>();

  function take() {
    if (typed === null) return;
    const frequencyHz = parseFrequency(typed.replace(/\s/g, ""));
    const band = frequencyHz === null ? undefined : bandOfFrequency(frequencyHz);
    if (typed.trim() === "") radio.set({ frequencyHz: null });
    else if (band === undefined)
      return setWrong(
        frequencyHz === null ? `"${typed}" is no frequency in kHz` : `${typed} kHz lies in no amateur band`,
      );
    else radio.set({ frequencyHz, band: band.name });
    setTyped(null);
    setWrong(undefined);
  }

  return (
    <Field
      label="kHz"
      mono
      value={typed ?? (radio.frequencyHz === null ? "" : formatFrequency(radio.frequencyHz))}
      placeholder={bandLabel(radio.band)}
      onChange={({ target }) => (setTyped(target.value), setWrong(undefined))}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter" && typed !== null) {
          event.preventDefault();
          event.stopPropagation();
          take();
        }
      }}
      fault={wrong ?? fault}
      inputMode="decimal"
      wrapperClassName="w-[104px]"
      className="px-1.5 text-right text-[14px]"
    />
  );
}

function BandField({ fault }: { fault: string | undefined }) {
  const radio = useRadio();
  return (
    <div className="grid w-[72px] gap-[3px]">
      <label htmlFor="entry-band" className="text-tiny text-soft">
        Band
      </label>
      <select
        id="entry-band"
        className="field px-1"
        aria-invalid={fault !== undefined}
        value={radio.band}
        onChange={({ target }) => radio.set({ band: target.value, frequencyHz: null })}
      >
        {BANDS.map((band) => (
          <option key={band.name} value={band.name}>
            {bandLabel(band.name)}
          </option>
        ))}
      </select>
    </div>
  );
}

function ModeField() {
  const radio = useRadio();
  const options = STEPPED_MODES.some(({ mode, submode }) => mode === radio.mode && submode === radio.submode)
    ? STEPPED_MODES
    : [...STEPPED_MODES, { mode: radio.mode, submode: radio.submode }];
  const valueOf = ({ mode, submode }: { mode: string; submode: string | null }) => `${mode}|${submode ?? ""}`;
  return (
    <div className="grid w-[74px] gap-[3px]">
      <label htmlFor="entry-mode" className="text-tiny text-soft">
        Mode
      </label>
      <select
        id="entry-mode"
        className="field px-1"
        value={valueOf(radio)}
        onChange={({ target }) => {
          const [mode = "CW", submode = ""] = target.value.split("|");
          radio.set({ mode, submode: submode || null });
        }}
      >
        {options.map((option) => (
          <option key={valueOf(option)} value={valueOf(option)}>
            {option.submode ?? option.mode}
          </option>
        ))}
      </select>
    </div>
  );
}
