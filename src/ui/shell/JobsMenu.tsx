"use client";

import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import * as jobEndpoints from "@/core/contract/endpoints/jobs";
import { ask } from "../kit/api";
import { JobLine } from "./JobLine";

/** The running jobs at a glance, and the last ones with how they ended. */
export function JobsMenu() {
  const { data } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobEndpoints.jobs) });
  const jobs = data?.items ?? [];
  const running = jobs.filter((job) => job.state === "running").length;
  const stopped = jobs.some((job) => job.state === "interrupted");
  return (
    <Popover className="relative">
      <PopoverButton
        className={`whitespace-nowrap rounded-field px-1 hover:text-signal ${stopped ? "text-stop" : "text-soft"}`}
      >
        {running > 0 ? (
          <>
            Jobs <b className="font-semibold text-signal">{running} running</b>
          </>
        ) : stopped ? (
          "Jobs: one interrupted"
        ) : (
          "Jobs"
        )}
      </PopoverButton>
      <PopoverPanel
        anchor="bottom end"
        className="z-50 mt-2 max-h-[70vh] w-96 overflow-auto rounded-field border border-line bg-panel shadow-lg"
      >
        {jobs.length === 0 && (
          <p className="p-4 text-soft">No job has run yet. Imports, sendings and fetches are listed here.</p>
        )}
        <ul aria-label="Jobs" className="divide-y divide-line">
          {jobs.slice(0, 15).map((job) => (
            <li key={job.id} className="px-4 py-3">
              <JobLine job={job} />
            </li>
          ))}
        </ul>
      </PopoverPanel>
    </Popover>
  );
}
