"use client";

import { createContext, type ReactNode, useContext, useDeferredValue } from "react";
import type { Way } from "@/core/contest";
import type { Entry } from "@/core/contract";
import type { Seat } from "../contest/position";
import type { PageReading } from "../entry/useReading";
import type { TypedStation } from "../entry/useTypedStation";
import type { Picked } from "../shell/radio";

/** What panels have at hand, wherever they stand. It changes seldom. */
export interface AtHand {
  /** The contest that is on. */
  readonly entry: Entry | null;
  /** Leaves a panel for the entry line. */
  readonly leave: () => void;
  /** Goes to a station. */
  readonly pick: (picked: Picked) => void;
  readonly askNote: () => void;
  readonly seat: Seat | null;
  readonly setSeat: (change: Partial<Seat>) => void;
  readonly way: Way;
  /** Stands at the end of the line over the log. */
  readonly overLog: ReactNode;
}

const Hand = createContext<AtHand | null>(null);
const Typed = createContext<TypedStation | null>(null);

/** Gives what is typed to those parts of a page that ask for it: the rest is not drawn anew with each key. */
export function TypedProvider({ typed, children }: { typed: TypedStation; children: ReactNode }) {
  return <Typed value={typed}>{children}</Typed>;
}

/** Gives panels what they work with; what is typed changes with each key, and comes apart from the rest. */
export function AtHandProvider({
  atHand,
  typed,
  children,
}: {
  atHand: AtHand;
  typed: TypedStation;
  children: ReactNode;
}) {
  return (
    <Hand value={atHand}>
      <TypedProvider typed={typed}>{children}</TypedProvider>
    </Hand>
  );
}

export function useAtHand(): AtHand {
  return useContext(Hand)!;
}

/** The contest that is on; null where none is, and outside of workspaces. */
export function useEntryAtHand(): Entry | null {
  return useContext(Hand)?.entry ?? null;
}

export function useTyped(): TypedStation {
  return useContext(Typed)!;
}

/** The reading of what is typed, a little later: it follows when the entry line and the reading are painted. */
export function useReadingLater(): PageReading | null {
  return useDeferredValue(useTyped().reading);
}
