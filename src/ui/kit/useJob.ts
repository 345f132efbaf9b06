"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Job } from "@/core/contract";
import { api } from "./api";
import { useLive } from "./useLive";

/** A job by its number, kept up to date by the live stream. */
export function useJob(id: number | null): Job | null {
  const [live, setLive] = useState<Job | null>(null);
  useLive((event) => {
    if (event.type === "job" && event.job.id === id) setLive(event.job);
  });
  const { data } = useQuery({ queryKey: ["jobs", id], queryFn: () => api<Job>(`jobs/${id}`), enabled: id !== null });
  if (id === null) return null;
  return live?.id === id && (data === undefined || data.state === "running") ? live : (data ?? live);
}
