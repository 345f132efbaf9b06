"use client";

import { useLogbook } from "../shell/logbook";
import { type AwardState, useFollow } from "./useAwards";

/** Follows an award, or no longer, at one press. */
export function FollowTick({ state, label }: { state: AwardState; label?: string }) {
  const { logbook } = useLogbook();
  const follow = useFollow(logbook.id);
  return (
    <label className="inline-flex min-h-6 items-center gap-1.5 whitespace-nowrap">
      <input
        type="checkbox"
        checked={state.followed}
        aria-label={label === undefined ? `Follow ${state.of.name}` : undefined}
        onChange={() => void follow(state)}
      />
      {label}
    </label>
  );
}
