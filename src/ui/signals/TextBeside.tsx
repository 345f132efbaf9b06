"use client";

import type { ReadLine } from "@/core/signal";
import { useValue } from "../kit/valueStore";
import { DOUBTS, runsOf } from "./textEntries";
import type { LinesShown } from "./readMarks";

/** So much of a text is drawn beside a name. */
const MOST_SIGNS = 60;

/** The end of what is read of a signal, as it comes. */
export function TextBeside({ lines, id }: { lines: LinesShown; id: number }) {
  const line = useValue(lines, (now): ReadLine | undefined => now.find((one) => one.id === id));
  if (line === undefined) return null;
  return (
    <span
      aria-hidden
      className="flex min-w-0 flex-1 justify-end overflow-hidden ml-2 text-small font-normal whitespace-pre no-underline"
      title={line.text.trim()}
    >
      {runsOf(line, MOST_SIGNS).map(({ text, doubt }, nth) => (
        <span key={nth} className={DOUBTS[doubt]}>
          {text}
        </span>
      ))}
    </span>
  );
}
