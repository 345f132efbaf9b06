"use client";

import { useRouter } from "next/navigation";
import { type ReactNode, useCallback, useMemo, useState } from "react";
import { toast } from "sonner";
import type { Logbook } from "@/core/contract";
import { callAddress } from "../call/callAddress";
import { useActions } from "../kit/actions";
import { useRadio } from "../shell/radio";
import { CallExceptions } from "./CallExceptions";
import { DuplicateWindow } from "./DuplicateWindow";
import { StationNote } from "./StationNote";
import { useDuplicateWindow } from "./useDuplicateWindow";
import { type PageReading, useReading } from "./useReading";

/** What stands in the call field, and what is said of it. */
export interface TypedStation {
  readonly call: string;
  /** Null while no call is typed. */
  readonly reading: PageReading | null;
  readonly problem: Error | null;
  readonly band: string;
  readonly mode: string;
  /** Within which time a second contact is a duplicate, seconds. */
  readonly within: number;
}

/** Where no call is typed, or nothing says anything of it. */
export const NOTHING_TYPED = { call: "", grid: "" };

/** The station that is typed, and what one can do about it. */
export function useTypedStation(logbook: Logbook, { call, grid }: { readonly call: string; readonly grid: string }) {
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const [within, setWithin] = useDuplicateWindow();
  const { reading, problem, refetch } = useReading(logbook, { call, band, mode, grid, within });
  const router = useRouter();
  const [asking, setAsking] = useState<"note" | "duplicates" | "exceptions" | null>(null);
  const close = () => setAsking(null);
  const isRead = reading !== null;
  const askNote = useCallback(
    () => (isRead ? setAsking("note") : void toast("Type a call first; the note is about its station.")),
    [isRead],
  );
  useActions([
    { id: "note", run: askNote },
    {
      id: "callPage",
      run: () =>
        reading === null
          ? void toast("Type a call first: everything known of its station is shown.")
          : router.push(callAddress(reading.place.call)),
    },
    { id: "duplicates", label: "Within which time a contact is a duplicate", run: () => setAsking("duplicates") },
    { id: "exceptions", run: () => setAsking("exceptions") },
  ]);
  const typed = useMemo(
    (): TypedStation => ({ call, reading, problem, band, mode, within }),
    [call, reading, problem, band, mode, within],
  );
  const windows: ReactNode = (
    <>
      {asking === "note" && reading !== null && reading.station !== null && (
        <StationNote
          logbookId={logbook.id}
          call={reading.place.base}
          note={reading.station.note}
          onKept={() => void refetch()}
          onClose={close}
        />
      )}
      {asking === "duplicates" && (
        <DuplicateWindow
          within={within}
          onClose={close}
          onDone={(seconds) => {
            setWithin(seconds);
            close();
          }}
        />
      )}
      {asking === "exceptions" && <CallExceptions call={call} onClose={close} />}
    </>
  );
  return { typed, askNote, windows };
}
