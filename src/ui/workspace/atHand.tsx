"use client";

import { createContext, type ReactNode, useContext } from "react";
import type { Way } from "@/core/contest";
import type { Entry } from "@/core/contract";
import type { Seat } from "../contest/position";
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
      <Typed value={typed}>{children}</Typed>
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
