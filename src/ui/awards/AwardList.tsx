"use client";

import { useQuery } from "@tanstack/react-query";
import { awardById, type AwardId, AWARDS, nextLevel } from "@/core/award";
import type { AwardProgress } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { progressKey } from "./progressKey";

const COLUMNS = ["Award", "Worked", "Confirmed", "Of", "Toward the next step"];

/** The awards with how far each is; each opens to its table. */
export function AwardList({ onOpen }: { onOpen: (award: AwardId) => void }) {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useQuery({
    queryKey: progressKey(logbook.id),
    queryFn: () => ask(endpoints.awards, { params: { logbookId: logbook.id } }),
  });
  useActions(AWARDS.map(({ id, name }) => ({ id: `award ${id}`, label: `Award: ${name}`, run: () => onOpen(id) })));
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return (
    <section aria-label="Awards" tabIndex={0} className="grid h-full content-start gap-4 overflow-auto p-4">
      <h1 className="text-title font-semibold">Awards</h1>
      {data === undefined ? (
        <p className="text-soft">Loading</p>
      ) : (
        <table className="w-full max-w-4xl border border-line bg-panel">
          <caption className="sr-only">The awards, and how far each is</caption>
          <TableHead titles={COLUMNS} />
          <tbody>
            {data.items.map((progress) => (
              <Line key={progress.award} progress={progress} onOpen={() => onOpen(progress.award)} />
            ))}
          </tbody>
        </table>
      )}
      <p className="max-w-prose text-soft">
        Worked is what stands in the log; confirmed is what a card or a signed confirmation proves. Open an award for
        its table by band, and the contacts behind each cell.
      </p>
    </section>
  );
}

function Line({ progress, onOpen }: { progress: AwardProgress; onOpen: () => void }) {
  const { award: id, worked, confirmed, isCounted } = progress;
  const award = awardById(id)!;
  const all = award.universe?.filter(({ deleted }) => !deleted).length ?? null;
  const next = nextLevel(award, confirmed);
  return (
    <tr className="border-b border-line last:border-0">
      <th scope="row" className="px-2 py-1.5 pl-3 text-left">
        <button type="button" className="font-semibold text-signal underline" onClick={onOpen}>
          {award.name}
        </button>
        {!isCounted && <span className="ml-2 font-normal text-soft">being counted</span>}
      </th>
      <td className="px-2 py-1.5">
        <Mark kind={worked > 0 ? "hold" : "waiting"} /> {count(worked)}
      </td>
      <td className="px-2 py-1.5">
        <Mark kind={confirmed > 0 ? "safe" : "waiting"} /> {count(confirmed)}
      </td>
      <td className="px-2 py-1.5 text-soft">{all === null ? "" : count(all)}</td>
      <td className="px-2 py-1.5">
        {next === null ? (
          <span className="text-soft">{award.levels.length === 0 ? "" : "all steps reached"}</span>
        ) : (
          <span className="flex items-center gap-2.5">
            <span className="h-1.5 w-36 overflow-hidden rounded-full bg-line" aria-hidden>
              <span className="block h-full bg-safe" style={{ width: `${(confirmed / next) * 100}%` }} />
            </span>
            <span className="text-soft">
              {count(next - confirmed)} more for {count(next)}
            </span>
          </span>
        )}
      </td>
    </tr>
  );
}
