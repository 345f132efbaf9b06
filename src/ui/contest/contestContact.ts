import { type ContactInput, LINE_FIELDS } from "@/core/contact";
import type { ContestHandIn } from "../entry/handIns";
import { newId } from "../kit/newId";
import type { Seat } from "./position";

const OTHER_FACTS = LINE_FIELDS.flatMap(({ fields }) => fields.map(({ key }) => key));

/** What is logged into the contest: what was heard, by whom, where, and all other facts of the line. */
export function contestContact(
  input: ContactInput,
  received: Readonly<Record<string, string>>,
  seat: Seat,
  serial: number | null,
): ContestHandIn {
  const facts = Object.fromEntries(
    OTHER_FACTS.map((key) => [key, input[key]] as const).filter(([, value]) => value !== undefined && value !== null),
  );
  return {
    call: input.call,
    startedAt: input.startedAt,
    endedAt: input.endedAt ?? null,
    band: input.band ?? "",
    frequencyHz: input.frequencyHz ?? null,
    mode: input.mode,
    submode: input.submode ?? null,
    received,
    serialSent: serial,
    operator: seat.operator,
    position: seat.id,
    handIn: newId(),
    facts: seat.transmitter === null ? facts : { ...facts, transmitter: seat.transmitter },
    extra: input.extra ?? [],
  };
}
