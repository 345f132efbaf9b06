"use client";

import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef } from "react";
import { X } from "lucide-react";
import { toast } from "sonner";
import { formatFrequency } from "@/core/band";
import type { SpotView } from "@/core/contract";
import type { ReadLine, ReadPlace } from "@/core/signal";
import { useActions } from "../kit/actions";
import { useValue } from "../kit/valueStore";
import { type Picked, useRadio, useTuning } from "../shell/radio";
import { useEntryAtHand } from "../workspace/atHand";
import { typedCall } from "../workspace/tellTyped";
import { type HeardExchange, heardExchange } from "./heardExchange";
import {
  byHandAt,
  type CallOffered,
  DOUBTS,
  howSent,
  lineAt,
  pickedOf,
  readPlaceOf,
  runsOf,
  type TextEntry,
  textEntries,
} from "./textEntries";

/** So much of a text is drawn: more has no room anywhere. */
const MOST_SIGNS = 140;

const NOTHING_READ = "Nothing is read. Morse and RTTY that stand out of the noise are, some seconds after they begin.";

interface DecodedTextProps {
  lines: readonly ReadLine[];
  /** Of any band. */
  spots: readonly SpotView[];
  /** Why nothing can be read; null where nothing is wrong. */
  why: string | null;
  /** Goes there; null where it is heard no more, as in a recording: nothing is gone to. */
  onPick: ((picked: Picked) => void) | null;
  /** Reads a place whatever is found there, or no more. */
  onRead: (place: ReadPlace, on: boolean) => void;
  /** Leaves it for the entry line. */
  onLeave: () => void;
}

/**
 * What is read of the Morse and RTTY that is heard, a line for each signal, by frequency: where it is, how it is sent,
 * the calls in it, and its text up to now. A press on a frequency goes there, on a call it goes there with the call.
 */
export function DecodedText({ lines, spots, why, onPick, onRead, onLeave }: DecodedTextProps) {
  const tuning = useTuning();
  const receivesHz = useRadio(({ frequencyHz }) => frequencyHz);
  const entries = useMemo(() => textEntries(lines, spots), [lines, spots]);
  const here = receivesHz === null || onPick === null ? undefined : lineAt(entries, receivesHz);
  const contest = useEntryAtHand();
  const typed = useValue(typedCall, (call) => call.trim());
  const exchange = useMemo(
    () => (contest === null || here === undefined ? null : heardExchange(contest, typed, here)),
    [contest, typed, here],
  );
  const body = useRef<HTMLTableSectionElement>(null);

  const go =
    onPick &&
    ((entry: TextEntry, call: CallOffered | null) => {
      const picked = pickedOf(entry, call, tuning.now());
      if (picked === null) toast("It is outside of the amateur bands.");
      else onPick(picked);
    });
  function takeExchange({ values }: HeardExchange) {
    const { frequencyHz, band } = tuning.now();
    if (frequencyHz !== null) onPick?.({ call: null, frequencyHz, band, exchange: values });
  }
  useActions([
    {
      id: "takeHeard",
      run: () => {
        const call = here?.calls[0];
        if (here === undefined) toast("Nothing is read where the radio is.");
        else if (exchange !== null) takeExchange(exchange);
        else if (call === undefined) toast("No call is read there yet.");
        else go?.(here, call);
      },
    },
    {
      id: "readHere",
      run: () => {
        const { frequencyHz, mode } = tuning.now();
        if (onPick === null || frequencyHz === null)
          return void toast("There is no radio here whose place could be read.");
        const place = readPlaceOf(null, frequencyHz, mode);
        onRead(place, byHandAt(lines, place) === undefined);
      },
    },
    { id: "toText", run: () => body.current?.querySelector("button")?.focus() },
  ]);

  function onKeyDown(event: KeyboardEvent<HTMLElement>) {
    if (event.key === "Escape") {
      event.preventDefault();
      return onLeave();
    }
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const row = (event.target as HTMLElement).closest("tr");
    if (by === undefined || row === null) return;
    event.preventDefault();
    // From a call to the next one, over what has none.
    const column = (event.target as HTMLElement).dataset.call === undefined ? "button" : "button[data-call]";
    let next: Element | null = row;
    do next = by === 1 ? next.nextElementSibling : next.previousElementSibling;
    while (next !== null && next.querySelector(column) === null);
    next?.querySelector<HTMLElement>(column)?.focus();
  }

  if (entries.length === 0)
    return <p className="grid h-full place-items-center p-4 text-center text-soft">{why ?? NOTHING_READ}</p>;
  return (
    <div className="h-full overflow-auto" onKeyDown={onKeyDown}>
      {why !== null && (
        <p role="status" className="sticky top-0 bg-wanted-wash px-2 py-0.5 text-small">
          {why}
        </p>
      )}
      <table className="w-full table-fixed text-small">
        <caption className="sr-only">Decoded text</caption>
        <colgroup>
          <col className="w-26" />
          <col className="w-38 @max-[640px]:w-0" />
          <col className="w-40 @max-[640px]:w-24" />
          <col />
        </colgroup>
        <thead className="sr-only">
          <tr>
            <th>kHz</th>
            <th>How it is sent</th>
            <th>Calls</th>
            <th>Text</th>
          </tr>
        </thead>
        <tbody ref={body}>
          {entries.map((entry) => (
            <TextRow
              key={entry.id}
              entry={entry}
              isHere={entry === here}
              onGo={go}
              onTakeAway={entry.isByHand ? () => onRead(entry, false) : null}
            >
              {entry === here && exchange !== null && (
                <Press
                  isCall
                  className="font-semibold text-signal"
                  title={`Take it into the entry line: ${exchange.about}`}
                  onPress={() => takeExchange(exchange)}
                >
                  {exchange.text}
                </Press>
              )}
            </TextRow>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface TextRowProps {
  entry: TextEntry;
  isHere: boolean;
  onGo: ((entry: TextEntry, call: CallOffered | null) => void) | null;
  /** Reads it no more; null where it was found by itself. */
  onTakeAway: (() => void) | null;
  /** What else of it can be taken. */
  children: ReactNode;
}

function TextRow({ entry, isHere, onGo, onTakeAway, children }: TextRowProps) {
  const { hertz, calls } = entry;
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (isHere) row.current?.scrollIntoView({ block: "nearest" });
  }, [isHere]);
  return (
    <tr
      ref={row}
      aria-current={isHere || undefined}
      className={`border-b border-line ${isHere ? "bg-signal-wash" : ""}`}
    >
      <td className="px-2 py-0.5 text-right whitespace-nowrap">
        {onTakeAway !== null && (
          <button
            type="button"
            aria-label={`Read ${formatFrequency(hertz)} no more`}
            title="Read by hand: read it no more"
            className="mr-1 align-middle text-soft hover:text-signal"
            onClick={onTakeAway}
          >
            <X size={13} aria-hidden />
          </button>
        )}
        <Press className="tabular-nums" title="Go there" onPress={onGo && (() => onGo(entry, null))}>
          {formatFrequency(hertz)}
        </Press>
      </td>
      <td className="truncate py-0.5 text-tiny text-soft" title={howSent(entry)}>
        {howSent(entry)}
      </td>
      <td className="truncate px-2 py-0.5">
        {calls.map((call) => (
          <Press
            key={call.call}
            isCall
            className={`mr-2 ${call.isWorked ? "text-soft line-through" : call.isSure ? "font-semibold" : "text-soft"}`}
            title={`${onGo === null ? "" : "Go there, and take the call: "}${knownOf(call)}`}
            onPress={onGo && (() => onGo(entry, call))}
          >
            {call.call}
          </Press>
        ))}
        {children}
      </td>
      <td className="py-0.5 pr-2">
        <div className="flex justify-end overflow-hidden font-mono whitespace-pre" title={entry.text.trim()}>
          {runsOf(entry, MOST_SIGNS).map(({ text, doubt }, nth) => (
            <span key={nth} className={DOUBTS[doubt]}>
              {text}
            </span>
          ))}
        </div>
      </td>
    </tr>
  );
}

interface PressProps {
  className: string;
  title: string;
  isCall?: boolean;
  /** Null where there is nothing to be done. */
  onPress: (() => void) | null;
  children: string;
}

/** Something that is gone to; where it cannot be, the text alone. */
function Press({ className, title, isCall, onPress, children }: PressProps) {
  if (onPress === null)
    return (
      <span className={className} title={isCall === true ? title : undefined}>
        {children}
      </span>
    );
  return (
    <button
      type="button"
      data-call={isCall}
      className={`hover:text-signal ${className}`}
      title={title}
      onClick={onPress}
    >
      {children}
    </button>
  );
}

function knownOf({ times, isWorked, spot }: CallOffered): string {
  const often = times === 1 ? "read once" : `read ${times} times`;
  return `${often}${isWorked ? ", worked already" : spot === null ? "" : ", announced"}`;
}
