"use client";

import { useRouter } from "next/navigation";
import { type ReactNode, type RefObject, useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { cleanCall } from "@/core/callsign";
import type { Logbook, LoggedContact } from "@/core/contract";
import { callAddress } from "../call/callAddress";
import { ContestNotice } from "../contest/ContestNotice";
import { useSeat } from "../contest/position";
import { useContestLine } from "../contest/useContestLine";
import { useEntryOn } from "../contest/useEntries";
import { useActions } from "../kit/actions";
import { useUndo } from "../log/useUndo";
import { useLogbook } from "../shell/logbook";
import { type Picked, useRadio } from "../shell/radio";
import { CallExceptions } from "./CallExceptions";
import type { Draft, Offered } from "./draft";
import { DuplicateWindow } from "./DuplicateWindow";
import { EntryLine } from "./EntryLine";
import { ReadingPanel } from "./ReadingPanel";
import { StationNote } from "./StationNote";
import { useDuplicateWindow } from "./useDuplicateWindow";
import { useKeptDraft } from "./useKeptDraft";
import { usePick } from "./usePick";
import { type PageReading, useReading } from "./useReading";

/** The entry line and the reading, wherever one operates from. */
export interface Operating {
  readonly logbook: Logbook;
  readonly draft: Draft;
  readonly setDraft: (draft: Draft) => void;
  readonly callRef: RefObject<HTMLInputElement | null>;
  /** Goes to a station: the radio is there, its call in the entry line. */
  readonly pick: (picked: Picked) => void;
  /** What was logged here last, until it is undone. */
  readonly last: LoggedContact | null;
  readonly undoLast: () => void;
  readonly undoing: boolean;
  readonly line: ReactNode;
  readonly reading: ReactNode;
  /** What the reading says; null while no call is typed. */
  readonly facts: PageReading | null;
  /** What is open over the page. */
  readonly windows: ReactNode;
}

export function useOperating(): Operating {
  const { logbook } = useLogbook();
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const [draft, setDraft] = useKeptDraft(logbook.id);
  const entry = useEntryOn(logbook.id);
  const [seat] = useSeat();
  const contest = useContestLine({ entry, seat, draft });
  const [last, setLast] = useState<LoggedContact | null>(null);
  const [excepting, setExcepting] = useState(false);
  const callRef = useRef<HTMLInputElement>(null);
  const [within, setWithin] = useDuplicateWindow();
  const { reading, problem, refetch } = useReading(logbook, { call: draft.call, band, mode, grid: draft.grid, within });
  const router = useRouter();
  const pick = usePick({ draft, setDraft, callRef });
  const [asking, setAsking] = useState<"note" | "duplicates" | null>(null);

  const { mutate: undoBatch, isPending: undoing } = useUndo(logbook.id, () => setLast(null));
  const undoLast = useCallback(
    () => (last === null ? void toast("Nothing was logged here that could be undone.") : undoBatch(undoingOf(last))),
    [last, undoBatch],
  );
  const isRead = reading !== null;
  const askNote = useCallback(
    () => (isRead ? setAsking("note") : void toast("Type a call first; the note is about its station.")),
    [isRead],
  );
  useActions([
    { id: "undoLast", run: undoLast },
    { id: "note", run: askNote },
    {
      id: "callPage",
      run: () =>
        reading === null
          ? void toast("Type a call first: everything known of its station is shown.")
          : router.push(callAddress(reading.place.call)),
    },
    { id: "duplicates", label: "Within which time a contact is a duplicate", run: () => setAsking("duplicates") },
    { id: "exceptions", run: () => setExcepting(true) },
  ]);

  const offered = useMemo(() => offeredFrom(reading, draft.call), [reading, draft.call]);
  return {
    logbook,
    draft,
    setDraft,
    callRef,
    pick,
    last,
    undoLast,
    undoing,
    line: (
      <EntryLine
        logbook={logbook}
        draft={draft}
        setDraft={setDraft}
        offered={offered}
        callRef={callRef}
        onLogged={setLast}
        contest={contest.line}
        notice={<ContestNotice entry={entry ?? null} contest={contest} />}
      />
    ),
    reading: (
      <ReadingPanel
        logbook={logbook}
        typed={draft.call !== ""}
        reading={reading}
        problem={problem}
        band={band}
        mode={mode}
        within={within}
        onNote={askNote}
      />
    ),
    facts: reading,
    windows: (
      <>
        {asking === "note" && reading !== null && reading.station !== null && (
          <StationNote
            logbookId={logbook.id}
            call={reading.place.base}
            note={reading.station.note}
            onKept={() => void refetch()}
            onClose={() => setAsking(null)}
          />
        )}
        {asking === "duplicates" && (
          <DuplicateWindow
            within={within}
            onClose={() => setAsking(null)}
            onDone={(seconds) => {
              setWithin(seconds);
              setAsking(null);
            }}
          />
        )}
        {excepting && <CallExceptions call={draft.call} onClose={() => setExcepting(false)} />}
      </>
    ),
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
