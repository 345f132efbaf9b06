import { useQuery } from "@tanstack/react-query";
import * as endpoints from "@/core/contract/endpoints/people";
import { ask } from "../kit/api";

export function usePeople(enabled = true) {
  return useQuery({ queryKey: ["people", "all"], queryFn: () => ask(endpoints.people), enabled });
}

export function useSharing() {
  return useQuery({ queryKey: ["people", "sharing"], queryFn: () => ask(endpoints.sharing) });
}
