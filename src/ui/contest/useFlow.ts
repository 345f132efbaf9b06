"use client";

import { useState } from "react";
import {
  type Message,
  type MessageFacts,
  type MessageSet,
  messageText,
  nextStep,
  type Step,
  usualMessages,
  type Way,
} from "@/core/contest";
import { modeGroup } from "@/core/band";
import type { Entry } from "@/core/contract";
import { type ContestLine, isComplete } from "../entry/contestLine";
import type { Draft } from "../entry/draft";
import { useRadio, useTuning } from "../shell/radio";
import { sentValues } from "./sentValues";
import type { useContestLine } from "./useContestLine";
import type { KeyerState } from "../keying/useKeyer";

interface FlowInput {
  readonly entry: Entry;
  readonly contest: Pick<ReturnType<typeof useContestLine>, "line" | "serial" | "reserve">;
  readonly draft: Draft;
  readonly keyer: KeyerState;
  readonly operator: string;
  /** What one begins with. */
  readonly begins?: Way;
}

/** Running or searching: the messages, what Enter does next, and the entry line that does it. */
export function useFlow({ entry, contest, draft, keyer, operator, begins = "run" }: FlowInput) {
  const mode = useRadio((radio) => radio.mode);
  const tuning = useTuning();
  const [way, setWay] = useState<Way>(begins);
  const [byEnter, setByEnter] = useState(true);
  const [runHz, setRunHz] = useState<number | null>(null);
  /** What was sent to the call that stands there. */
  const [done, setDone] = useState({ call: "", answered: false, exchanged: false });
  const [spoken, setSpoken] = useState("");
  const group = modeGroup(mode);
  /** It is sent by what keys, and not said, or sent by another program. */
  const isKeyed = group === "CW" || (keyer.mode !== null && keyer.isThere);
  const set: MessageSet = entry.messages[group] ?? usualMessages(group);
  const messages = set[way];
  const here = done.call === draft.call ? done : { answered: false, exchanged: false };
  const base = contest.line;

  const stepFor = (typed: Draft): Step =>
    nextStep({
      way,
      call: typed.call.trim(),
      complete: base !== null && isComplete(base, typed),
      answered: here.answered,
      exchanged: here.exchanged,
    });

  const factsWith = (serial: number): MessageFacts => ({
    theirCall: draft.call.trim(),
    myCall: entry.ownCall,
    theirName: base?.guesses.name?.value ?? "",
    operator,
    sent: sentValues(entry, serial, mode),
  });
  const textOf = (message: Message, serial = contest.serial) =>
    messageText(entry.rules, entry.side, message, factsWith(serial), set.numbers);

  /** Sends a message as the mode does: by the keyer, or as a line to say. */
  function send(message: Message) {
    if (isKeyed && !tuning.mayBegin()) return;
    if (message.moment === "call") setRunHz(tuning.now().frequencyHz);
    if (message.moment === "answer") setDone({ ...here, call: draft.call, answered: true });
    if (message.moment !== "exchange") return goOut(textOf(message));
    setDone({ ...here, call: draft.call, exchanged: true });
    goOut(contest.reserve().then((serial) => textOf(message, serial ?? contest.serial)));
  }

  function goOut(text: string | Promise<string>) {
    if (isKeyed) keyer.send(text, setSpoken);
    else void Promise.resolve(text).then(setSpoken);
  }

  function take(typed: Draft): boolean {
    if (!byEnter) return true;
    const step = stepFor(typed);
    const message = messages.find(({ moment }) => moment === step.send);
    // A set without that message goes on as if it had been sent.
    if (message !== undefined) send(message);
    else if (step.send === "exchange") setDone({ ...here, call: draft.call, exchanged: true });
    else if (step.send === "answer") setDone({ ...here, call: draft.call, answered: true });
    return step.logs;
  }

  const step = stepFor(draft);
  const line: ContestLine | null =
    base === null
      ? null
      : {
          ...base,
          button: byEnter ? (STEP_BUTTONS[step.send ?? "none"] ?? "Log it") : "Log it",
          take,
          cleared() {
            base.cleared();
            setDone({ call: "", answered: false, exchanged: false });
            setSpoken("");
          },
        };
  const turnWay = () => setWay(way === "run" ? "search" : "run");
  const turnByEnter = () => setByEnter(!byEnter);
  return {
    line,
    way,
    turnWay,
    byEnter,
    turnByEnter,
    actions: [
      ...messages.map((message, index) => ({
        id: `message${index}`,
        label: `Send: ${message.label}`,
        run: () => send(message),
      })),
      { id: "way", run: turnWay },
      { id: "byEnter", run: turnByEnter },
    ],
    set,
    messages,
    group,
    isKeyed,
    step: byEnter ? step : null,
    textOf,
    send,
    /** What went out last, or is to be said. */
    spoken,
    runHz,
    toRun: () => {
      if (runHz === null) return;
      tuning.set({ frequencyHz: runHz });
      setWay("run");
    },
  };
}

const STEP_BUTTONS: Readonly<Record<string, string>> = {
  call: "Call",
  answer: "Answer",
  exchange: "Exchange",
  again: "Ask again",
  thanks: "Log, thank",
  none: "Log it",
};
