"use client";

import { useMutation } from "@tanstack/react-query";
import { type RefObject, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { checkContact, type ContactInput, contactDoubts, type Fault, isoTime } from "@/core/contact";
import type { Logbook, LoggedContact } from "@/core/contract";
import { ApiProblem } from "../kit/api";
import { newId } from "../kit/newId";
import { useRadio, useTuning } from "../shell/radio";
import { type ContestLine, partDoubts, partKey, partValues, sharedOut } from "./contestLine";
import { logbookReceiver, logOrKeep } from "./handIns";
import {
  afterLogging,
  contactFrom,
  type Draft,
  emptied,
  isEmpty,
  type Offered,
  radioChangeFrom,
  valueIn,
} from "./draft";

export interface EntryOptions {
  logbook: Logbook;
  draft: Draft;
  setDraft: (draft: Draft) => void;
  offered: Offered;
  callRef: RefObject<HTMLInputElement | null>;
  onLogged: (logged: LoggedContact) => void;
  /** A contact stays in this browser, since the server is away. */
  onKept: () => void;
  contest: ContestLine | null;
}

/** What Enter, Escape and the space bar do in the entry line, and what is wrong with what is typed. */
export function useEntryLine({ logbook, draft, setDraft, offered, callRef, onLogged, onKept, contest }: EntryOptions) {
  const mode = useRadio((radio) => radio.mode);
  const tuning = useTuning();
  const [cleared, setCleared] = useState<Draft | null>(null);
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  /** The doubts that were said; Enter again takes the contact as it is. */
  const [doubted, setDoubted] = useState<string | null>(null);
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
      tuning.set(tuned);
      return changeCall("");
    }
    const { input, faults: wrong } = contactFrom(
      draft,
      offered,
      tuning.logged(),
      isoTime(secondsNow()),
      logbook.reports,
    );
    const shared = contest === null ? draft : sharedOut(contest, draft, mode);
    if (contest !== null && !contest.take(shared)) {
      setDraft(shared);
      return draft.call === "" ? undefined : goOn(shared, callRef.current);
    }
    const checked = checkContact(input, secondsNow());
    const found = [...wrong, ...(checked.ok ? [] : checked.faults)];
    if (!checked.ok || found.length > 0) return setFaults(found);
    const doubts = contest === null ? contactDoubts(checked.value) : partDoubts(contest, shared, mode);
    const said = JSON.stringify(doubts);
    if (doubts.length > 0 && doubted !== said) {
      setDoubted(said);
      return setFaults(doubts.map((doubt) => ({ ...doubt, text: `${doubt.text}. Enter again logs it all the same.` })));
    }
    setCleared(null);
    take(afterLogging(draft));
    (draft.past === null ? callRef : timeRef).current?.focus();
    const received = contest === null ? {} : partValues(contest, shared, mode);
    const send = () => (contest === null ? logOfTheDay(input) : contest.post(input, received));
    log.mutate({ send, typed: shared });
  }

  async function logOfTheDay(contact: ContactInput): Promise<LoggedContact | null> {
    const kept = { call: contact.call, handIn: newId(), contact };
    const logged = await logOrKeep(logbookReceiver(logbook.id), kept);
    if (logged === null) onKept();
    return logged;
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
    const past = draft.past === null ? { day: now.slice(0, 10), clock: now.slice(11, 16) } : null;
    // The field is there at once: what is typed next goes into it, and nothing takes the focus later.
    flushSync(() => take({ ...draft, past }));
    (past === null ? callRef : timeRef).current?.focus();
  }

  /** Shares out what stands in the call field, and goes on to what is still needed. */
  function shareOut(at: Element) {
    if (contest === null) return;
    const shared = sharedOut(contest, draft, mode);
    take(shared);
    goOn(shared, at);
  }

  return { faults, cleared, lineRef, timeRef, take, changeCall, submit, clearOrGiveBack, turnPast, shareOut };
}

function secondsNow(): number {
  return Math.floor(Date.now() / 1000);
}

function faultsOf(error: Error): Fault[] {
  if (error instanceof ApiProblem && error.details.errors)
    return error.details.errors.map(({ field, detail }) => ({ field, text: detail }));
  return [{ field: "(whole)", text: `Not logged: ${error.message}` }];
}
