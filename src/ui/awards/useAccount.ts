"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { toast } from "sonner";
import { type ServiceId, SERVICES } from "@/core/confirm";
import * as endpoints from "@/core/contract/endpoints/credits";
import * as jobEndpoints from "@/core/contract/endpoints/jobs";
import { ask } from "../kit/api";
import { accountKey } from "./awardKeys";

/** The services that grant awards. */
export const GRANTORS: readonly {
  readonly id: ServiceId;
  readonly name: string;
  readonly awards: readonly string[];
}[] = SERVICES.flatMap(({ id, name, grantor }) => (grantor === null ? [] : [{ id, name, awards: grantor.awards }]));

/** The account of awards that a service keeps, against the log. */
export function useAccount(logbookId: number, service: ServiceId) {
  return useQuery({
    queryKey: [...accountKey(logbookId), service],
    queryFn: () => ask(endpoints.awardAccount, { params: { logbookId, service } }),
    staleTime: 0,
  });
}

/** Fetches the account of a service; whether that is under way, and how the last time went. */
export function useFetchAccount(logbookId: number, service: ServiceId) {
  const { data: jobs } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobEndpoints.jobs) });
  const job = jobs?.items.find(
    (one) => one.kind === "fetchAccount" && one.logbookId === logbookId && one.service === service,
  );
  const start = useMutation({
    mutationFn: () => ask(endpoints.fetchAccount, { params: { logbookId, service } }),
    onError: (fault) => toast.error(fault.message),
  });
  const isBusy = start.isPending || job?.state === "running";
  return { job, isBusy, fetch: () => !isBusy && start.mutate() };
}
