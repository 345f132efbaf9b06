"use client";

import { createContext, type ReactNode, useContext } from "react";
import type { Acting } from "@/core/contract";
import { mayDo, type Right } from "@/core/people";

const Context = createContext<Acting | null>(null);

/** Says who acts to what is inside. */
export function ActingProvider({ acting, children }: { acting: Acting; children: ReactNode }) {
  return <Context value={acting}>{children}</Context>;
}

export function useActing(): Acting {
  return useContext(Context)!;
}

/** Whether who acts has a right in a logbook, or, with null, at the station. What he has not, the server refuses. */
export function useMay(right: Right, logbookId: number | null): boolean {
  return mayDo(useActing(), right, logbookId);
}
