"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Job, JobOf } from "@/core/contract";
import * as jobs from "@/core/contract/endpoints/jobs";
import { ask } from "./api";
import { useLive } from "./useLive";

/** A job of one kind by its number, kept up to date by the live stream. */
export function useJob<Kind extends Job["kind"]>(id: number | null, kind: Kind): JobOf<Kind> | null {
  const [told, setTold] = useState<Job | null>(null);
  useLive((event) => {
    if (event.type === "job" && event.job.id === id) setTold(event.job);
  });
  const { data } = useQuery({
    queryKey: ["jobs", id],
    queryFn: () => ask(jobs.job, { params: { jobId: id ?? 0 } }),
    enabled: id !== null,
  });
  // What was told of another job before is none of this one's.
  const live = told?.id === id ? told : null;
  const job = live !== null && (data === undefined || data.state === "running") ? live : (data ?? null);
  return job?.kind === kind ? (job as JobOf<Kind>) : null;
}
