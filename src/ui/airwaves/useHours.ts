"use client";

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type Remote, wrap } from "comlink";
import { type Region, USUAL_BANDS } from "@/core/band";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import * as sun from "@/core/contract/endpoints/sun";
import type { Point } from "@/core/geo";
import type { Solar } from "@/core/propagation";
import { ask } from "../kit/api";
import type { HoursWork } from "./hoursWorker";

/** The worker, and what fails where it cannot be begun. */
interface Work {
  readonly remote: Remote<HoursWork>;
  readonly failure: Promise<never>;
}
let work: Work | null = null;

function worker(): Work {
  if (work !== null) return work;
  const begun = new Worker(new URL("./hoursWorker.ts", import.meta.url), { type: "module" });
  const failure = new Promise<never>((_, reject) => {
    begun.addEventListener("error", ({ message }) => {
      // The next asking begins another one.
      work = null;
      reject(new Error(message || "its worker could not be begun"));
    });
  });
  failure.catch(() => {});
  return (work = { remote: wrap<HoursWork>(begun), failure });
}

/** A path of which the hours are asked for. */
export interface AskedPath {
  readonly from: Point;
  readonly to: Point;
  readonly region: Region;
  readonly mode: string;
  /** The day's beginning, seconds since 1970 UTC. */
  readonly day: number;
}

/** The chances on a path by hours and bands; worked out in a worker. */
export function useHours(path: AskedPath | null, solar: Solar | undefined) {
  return useQuery({
    queryKey: ["hours", path, solar],
    queryFn: () => {
      const { from, to, region, mode, day } = path!;
      const { remote, failure } = worker();
      return Promise.race([remote.dayOfChances(from, to, [...USUAL_BANDS], region, mode, day, solar!), failure]);
    },
    enabled: path !== null && solar !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
}

/** When an entity was worked before, by hours and bands. */
export function useWorkedHours(logbookId: number, entity: number | undefined) {
  return useQuery({
    queryKey: ["workedHours", logbookId, entity],
    queryFn: () => ask(logbooks.workedHours, { params: { logbookId }, query: { entity: entity! } }),
    enabled: entity !== undefined,
  });
}

/** What the sun does. */
export function useSun() {
  return useQuery({ queryKey: ["sun"], queryFn: () => ask(sun.sun) });
}
