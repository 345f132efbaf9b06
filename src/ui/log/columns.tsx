import type { ReactNode } from "react";
import { bandLabel, formatFrequency, usualMode } from "@/core/band";
import { standing } from "@/core/confirm";
import type { StoredContact } from "@/core/contract";
import { columnText, type LogColumn } from "@/core/view";
import { shortTime } from "@/core/time/words";
import { Mark, type MarkKind } from "../kit/Mark";

const MONO: ReadonlySet<string> = new Set(["upper", "time", "kHz", "number", "watts", "day"]);
const MARKS: Readonly<Record<NonNullable<ReturnType<typeof standing>>, MarkKind>> = {
  confirmed: "safe",
  sent: "hold",
  waiting: "waiting",
  owed: "waiting",
};

/** How the cells of a column look. */
export function cellLook({ id, kind }: LogColumn): string {
  const mono = MONO.has(kind) || id === "reportSent" || id === "reportReceived" ? "font-mono" : "";
  const weight = id === "call" ? "font-bold" : id === "comment" || id === "notes" ? "text-soft" : "";
  return `${mono} ${weight}`;
}

/** What a cell shows. */
export function cellOf(contact: StoredContact, column: LogColumn, thisYear: number): ReactNode {
  const { id, kind } = column;
  if (kind === "time") return shortTime(contact[id as "startedAt" | "endedAt"], thisYear);
  if (id === "frequencyHz" || id === "frequencyReceivedHz")
    return contact[id] === null ? "" : formatFrequency(contact[id]);
  if (kind === "band") return bandLabel(contact[id as "band"] ?? "");
  if (id === "mode") return usualMode(contact.mode, contact.submode);
  if (kind === "standing") {
    const word = standing(contact.confirmations.find(({ channel }) => channel === column.channel));
    if (word === null) return null;
    return (
      <>
        <Mark kind={MARKS[word]} /> <span className="text-soft">{word}</span>
      </>
    );
  }
  return columnText(contact, column);
}
