"use client";

import { type ReactNode, type RefObject, useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { cleanCall } from "@/core/callsign";
import type { Entry, LoggedContact } from "@/core/contract";
import { ContestNotice } from "../contest/ContestNotice";
import { type Seat, useSeat } from "../contest/position";
import { useContestLine } from "../contest/useContestLine";
import { useEntryOn } from "../contest/useEntries";
import { useActions } from "../kit/actions";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import type { Picked } from "../shell/radio";
import type { Draft, Offered } from "./draft";
import { EntryLine } from "./EntryLine";
import { useKeptDraft } from "./useKeptDraft";
import { usePick } from "./usePick";
import type { PageReading } from "./useReading";
import { type TypedStation, useTypedStation } from "./useTypedStation";

/** The entry line, and what is typed there, wherever one operates from. */
interface Operating {
  readonly typed: TypedStation;
  readonly draft: Draft;
  readonly callRef: RefObject<HTMLInputElement | null>;
  /** Goes to a station: the radio is there, its call in the entry line. */
  readonly pick: (picked: Picked) => void;
  readonly askNote: () => void;
  /** The contest that is on. */
  readonly entry: Entry | null;
  readonly seat: Seat | null;
  readonly setSeat: (change: Partial<Seat>) => void;
  /** What was logged here last, until it is undone. */
  readonly last: LoggedContact | null;
  readonly undoLast: () => void;
  readonly undoing: boolean;
  /** @param aside stands at the end of its last row */
  readonly line: (aside?: ReactNode) => ReactNode;
  /** What is open over the page. */
  readonly windows: ReactNode;
}

export function useOperating(): Operating {
  const { logbook } = useLogbook();
  const [draft, setDraft] = useKeptDraft(logbook.id);
  const entry = useEntryOn(logbook.id) ?? null;
  const [seat, setSeat] = useSeat();
  const contest = useContestLine({ entry, seat, draft });
  const [last, setLast] = useState<LoggedContact | null>(null);
  const callRef = useRef<HTMLInputElement>(null);
  const { typed, askNote, windows } = useTypedStation(logbook, draft);
  const { reading } = typed;
  const pick = usePick({ draft, setDraft, callRef });

  const { mutate: undoBatch, isPending: undoing } = useUndo(logbook.id, () => setLast(null));
  const undoLast = useCallback(
    () => (last === null ? void toast("Nothing was logged here that could be undone.") : undoBatch(undoingOf(last))),
    [last, undoBatch],
  );
  useActions([{ id: "undoLast", run: undoLast }]);

  const { name, place, grid } = offeredFrom(reading, draft.call);
  // The same as long as it says the same: the entry line is not drawn anew with each answer.
  const offered = useMemo(() => ({ name, place, grid }), [name, place, grid]);
  return {
    typed,
    draft,
    callRef,
    pick,
    askNote,
    entry,
    seat,
    setSeat,
    last,
    undoLast,
    undoing,
    line: (aside) => (
      <EntryLine
        logbook={logbook}
        draft={draft}
        setDraft={setDraft}
        offered={offered}
        callRef={callRef}
        onLogged={setLast}
        contest={contest.line}
        notice={entry === null ? null : <ContestNotice entry={entry} contest={contest} />}
        aside={aside}
      />
    ),
    windows,
  };
}

function undoingOf({ batchId, call }: LoggedContact) {
  return { batchId, said: `${call} is taken out of the log.` };
}

/** What earlier contacts with the station, and then the directory, offer for fields that are not typed; nothing while the reading is of another call. */
function offeredFrom(reading: PageReading | null, call: string): Offered {
  const offered: { name?: string; place?: string; grid?: string } = {};
  if (reading?.station == null || reading.place.call !== cleanCall(call)) return offered;
  const { previous, directory } = reading.station;
  for (const contact of [...previous, ...(directory === null ? [] : [directory])]) {
    for (const key of ["name", "place", "grid"] as const) {
      const value = contact[key];
      if (value !== null) offered[key] ??= value;
    }
  }
  return offered;
}
