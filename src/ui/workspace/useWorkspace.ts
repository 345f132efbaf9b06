"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { toast } from "sonner";
import { type Arrangement, arrangementSchema, type Workspace } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/workspaces";
import { ask } from "../kit/api";
import { useKept } from "../kit/kept";
import { tellSiblings, useSiblings } from "../shell/siblings";
import {
  type CurrentWorkspace,
  currentFrom,
  keptHere,
  keptLast,
  type PanelPlace,
  rearranged,
  usualAt,
} from "./keptWorkspace";
import { SHIPPED } from "./shipped";

/** One that can be chosen; without an arrangement it cannot be read, and says why. */
export interface OfferedWorkspace {
  readonly of: CurrentWorkspace["of"];
  readonly name: string;
  readonly about: string;
  readonly arrangement: Arrangement | null;
}

/** So many workspaces have a key, by their order. */
export const NUMBERED = 6;
const queryKey = ["workspaces"];

/** The workspaces that can be chosen: those that ship, then one's own. */
function useOffered() {
  const { data } = useQuery({ queryKey, queryFn: () => ask(endpoints.workspaces), staleTime: 60_000 });
  return useMemo(
    (): readonly OfferedWorkspace[] => [
      ...SHIPPED.map(({ id, ...rest }) => ({ of: id, ...rest })),
      ...(data?.items ?? []).map(({ id, name, arrangement, fault }) => ({
        of: id,
        name,
        arrangement,
        about: fault ?? "Your own",
      })),
    ],
    [data],
  );
}

/** The workspace that a place shows, in all windows of this position; and those that can be chosen in its place. */
export function useWorkspace(place: PanelPlace) {
  const here = useKept(keptHere[place]);
  const last = useKept(keptLast[place]);
  const usual = useMemo(() => usualAt(place), [place]);
  const current = here ?? last ?? usual;
  // What is chosen in another position from now on is that one's own.
  useEffect(() => {
    if (keptHere[place].get() === null) keptHere[place].set(keptLast[place].get() ?? usual);
  }, [place, usual]);
  const offered = useOffered();
  const [arranging, setArranging] = useState(false);
  useSiblings((news) => {
    if (news.is !== "arranged" || news.place !== place) return;
    const told = currentFrom(news.current);
    if (told !== null) keptHere[place].set(told);
  });

  const show = useCallback(
    (next: CurrentWorkspace) => {
      keptHere[place].set(next);
      keptLast[place].set(next);
      tellSiblings({ is: "arranged", place, current: next });
    },
    [place],
  );
  const arrange = useCallback(
    (arrangement: Arrangement) => {
      const { error } = arrangementSchema.safeParse(arrangement);
      if (error !== undefined)
        return void toast.error(`The panels stay as they were: ${error.issues[0]?.message ?? "they cannot be so"}.`);
      show(rearranged(keptHere[place].get() ?? keptLast[place].get() ?? usual, arrangement));
    },
    [place, show, usual],
  );
  const choose = useCallback(
    ({ of, name, arrangement, about }: OfferedWorkspace) => {
      if (arrangement === null) return void toast.error(`${name} cannot be shown: ${about}. It is kept as it is.`);
      show({ of, name, arrangement, changed: false });
    },
    [show],
  );
  /** As it was kept, of what is shown now; null where it is gone. */
  const asKept = offered.find(({ of }) => of === current.of) ?? null;
  return useMemo(
    () => ({ place, current, offered, asKept, arranging, setArranging, show, arrange, choose }),
    [place, current, offered, asKept, arranging, show, arrange, choose],
  );
}

export type WorkspaceState = ReturnType<typeof useWorkspace>;

/** How one's own workspaces are kept, replaced and removed. */
export function useKeeping() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey });
  const keep = useMutation({
    mutationFn: (body: Pick<Workspace, "name"> & { arrangement: Arrangement }) =>
      ask(endpoints.keepWorkspace, { body }),
    onSuccess,
  });
  const replace = useMutation({
    mutationFn: ({ id, ...body }: { id: number; name: string; arrangement: Arrangement }) =>
      ask(endpoints.replaceWorkspace, { params: { workspaceId: id }, body }),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: number) => ask(endpoints.removeWorkspace, { params: { workspaceId: id } }),
    onSuccess,
  });
  return { keep, replace, remove };
}
