"use client";

import Link from "next/link";
import { nextLevel } from "@/core/award";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { useLogbook } from "../shell/logbook";
import { type AwardState, useAwards } from "./useAwards";

/** The awards that one follows, each with how far it is; each leads to its table. */
export function FollowedAwards() {
  const { logbook } = useLogbook();
  const { awards, error, refetch } = useAwards(logbook.id);
  if (awards === undefined)
    return error === null ? (
      <p className="p-4 text-soft">The awards are being loaded.</p>
    ) : (
      <LoadFailure text={error.message} onRetry={() => void refetch()} />
    );
  const followed = awards.filter((one) => one.followed);
  if (followed.length === 0)
    return (
      <p className="p-4 text-soft">
        No award is followed.{" "}
        <Link href="/awards" className="text-signal underline">
          Choose some in Awards
        </Link>
        .
      </p>
    );
  return (
    <table aria-label="Awards followed" className="w-full self-start">
      <tbody>
        {followed.map((state) => (
          <Line key={state.award} state={state} />
        ))}
      </tbody>
    </table>
  );
}

function Line({ state: { award, of, worked, confirmed, deleted } }: { state: AwardState }) {
  const next = nextLevel(of, confirmed - deleted.confirmed);
  return (
    <tr className="border-b border-line last:border-0">
      <th scope="row" className="px-4 py-1 text-left font-normal">
        <Link href={`/awards?award=${award}`} prefetch={false} className="text-signal underline">
          {of.name}
        </Link>
      </th>
      <td className="px-2 py-1 text-right whitespace-nowrap">
        <Mark kind="hold" label="worked" /> {count(worked)}
      </td>
      <td className="px-2 py-1 text-right whitespace-nowrap">
        <Mark kind="safe" label="confirmed" /> {count(confirmed)}
      </td>
      <td className="px-4 py-1 text-right whitespace-nowrap text-soft">{next === null ? "" : `of ${count(next)}`}</td>
    </tr>
  );
}
