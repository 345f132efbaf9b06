"use client";

import { useEffect } from "react";
import type { Way } from "@/core/contest";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { useRadio } from "../shell/radio";
import type { Seat } from "./position";

const HERE_MS = 15_000;

/** Tells the other positions of an entry who sits here and where, whether they are in sight here or not. */
export function useSitting(entryId: number, seat: Seat | null, way: Way): void {
  const band = useRadio((radio) => radio.band);
  const mode = useRadio((radio) => radio.mode);
  const [position, name, operator] = [seat?.id, seat?.name, seat?.operator ?? ""];
  useEffect(() => {
    if (position === undefined || name === undefined) return;
    const sit = () =>
      void ask(contest.seatPosition, {
        params: { entryId, position },
        body: { name, operator, band, mode, way },
      }).catch(() => {});
    sit();
    const timer = setInterval(sit, HERE_MS);
    return () => clearInterval(timer);
  }, [entryId, position, name, operator, band, mode, way]);
}
