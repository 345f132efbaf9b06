"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { toast } from "sonner";
import { type Award, awardById, ownAwards } from "@/core/award";
import type { AwardProgress } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { ask } from "../kit/api";
import { withNews } from "../kit/useLive";
import { progressKey } from "./awardKeys";

/** An award of a logbook with how far it is. */
export interface AwardState extends AwardProgress {
  readonly of: Award;
}

/** All awards of a logbook, those that ship and the operator's own; undefined until they are known. */
export function useAwards(logbookId: number) {
  const { data, error, refetch } = useQuery({
    queryKey: progressKey(logbookId),
    queryFn: () =>
      withNews(
        () => ask(endpoints.awards, { params: { logbookId } }),
        (answer, { type }) => (["contacts", "slots", "awards"].includes(type) ? null : answer),
      ),
  });
  const awards = useMemo(() => {
    if (data === undefined) return undefined;
    const own = ownAwards(data.items.flatMap(({ rules }) => rules ?? []));
    return data.items.flatMap((progress): AwardState[] => {
      const of = own.find(({ id }) => id === progress.award) ?? awardById(progress.award);
      return of === undefined ? [] : [{ ...progress, of }];
    });
  }, [data]);
  return { awards, error, refetch };
}

/** Follows an award, or no longer, at a press: what the list says changes at once, and back where it fails. */
export function useFollow(logbookId: number) {
  const client = useQueryClient();
  const queryKey = progressKey(logbookId);
  return async ({ award, followed }: Pick<AwardProgress, "award" | "followed">) => {
    await client.cancelQueries({ queryKey });
    client.setQueryData<{ items: readonly AwardProgress[] }>(
      queryKey,
      (before) =>
        before && { items: before.items.map((one) => (one.award === award ? { ...one, followed: !followed } : one)) },
    );
    try {
      await ask(endpoints.followAward, { params: { logbookId, award }, body: { followed: !followed } });
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
    await client.invalidateQueries({ queryKey });
  };
}
