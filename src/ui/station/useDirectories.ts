"use client";

import { useQuery } from "@tanstack/react-query";
import * as endpoints from "@/core/contract/endpoints/directories";
import { ask } from "../kit/api";
import { directoriesKey } from "./directoriesKey";

/** The directories of stations, in the order in which they are asked. */
export function useDirectories() {
  return useQuery({ queryKey: directoriesKey, queryFn: () => ask(endpoints.directories), staleTime: 0 });
}
