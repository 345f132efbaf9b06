"use client";

import { useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { describeItem, nextLevel } from "@/core/award";
import type { AwardNews } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { newsKey } from "./awardKeys";
import { CountedWith } from "./CountedWith";
import { FollowTick } from "./FollowTick";
import { type AwardState, useAwards } from "./useAwards";

const COLUMNS = [
  "Award",
  "Follow",
  "Worked",
  "Confirmed",
  "Claimed",
  "Granted",
  "Of",
  "Toward the next step",
  "New this month",
];

interface AwardListProps {
  onOpen: (award: string) => void;
  onNew: () => void;
  onRecords: () => void;
  onClaims: () => void;
  onTieOut: () => void;
}

/** The awards with how far each is, those one follows first; each opens to its table. */
export function AwardList({ onOpen, onNew, onRecords, onClaims, onTieOut }: AwardListProps) {
  const { logbook } = useLogbook();
  const { awards, error, refetch } = useAwards(logbook.id);
  const { data: news } = useQuery({
    queryKey: newsKey(logbook.id),
    queryFn: () => ask(endpoints.awardNews, { params: { logbookId: logbook.id } }),
  });
  useActions([
    { id: "newAward", run: onNew },
    { id: "records", run: onRecords },
    { id: "claims", run: onClaims },
    { id: "tieOut", run: onTieOut },
    ...(awards ?? []).map(({ award, of }) => ({
      id: `award ${award}`,
      label: `Award: ${of.name}`,
      run: () => onOpen(award),
    })),
  ]);
  if (error !== null && awards === undefined)
    return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const parts = [
    { title: "Followed", awards: awards?.filter(({ followed }) => followed) ?? [] },
    { title: "Others", awards: awards?.filter(({ followed }) => !followed) ?? [] },
  ];
  return (
    <section aria-label="Awards" tabIndex={0} className="grid h-full content-start gap-4 overflow-auto p-4">
      <div className="flex items-center gap-3">
        <h1 className="text-title font-semibold">Awards</h1>
        <CountedWith />
        <span className="flex-1" />
        <Button small onClick={onClaims}>
          Claims
        </Button>
        <Button small onClick={onTieOut}>
          Tie out
        </Button>
        <Button small onClick={onRecords}>
          Records
        </Button>
        <Button small onClick={onNew}>
          New award
        </Button>
      </div>
      {awards === undefined ? (
        <p className="text-soft">Loading</p>
      ) : (
        <table className="w-full border border-line bg-panel">
          <caption className="sr-only">The awards, and how far each is</caption>
          <TableHead titles={COLUMNS} />
          <tbody>
            {parts.map(({ title, awards: own }) => (
              <Fragment key={title}>
                <tr className="border-b border-line bg-raised">
                  <th scope="rowgroup" colSpan={COLUMNS.length} className="px-2 py-1 pl-3 text-left text-soft">
                    {title}
                    {own.length === 0 && <span className="font-normal">: none</span>}
                  </th>
                </tr>
                {own.map((state) => (
                  <Line
                    key={state.award}
                    state={state}
                    news={news?.items.find(({ award }) => award === state.award)}
                    onOpen={() => onOpen(state.award)}
                  />
                ))}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
      <p className="max-w-prose text-soft">
        Worked is what stands in the log; confirmed is what a card or a signed confirmation proves. The reading, the
        spots and the alerts speak of the awards that you follow. Open an award for its table, and the contacts behind
        each cell.
      </p>
    </section>
  );
}

function Line({ state, news, onOpen }: { state: AwardState; news: AwardNews | undefined; onOpen: () => void }) {
  const { of, worked, confirmed, claimed, granted, deleted, isCounted, rules } = state;
  const all = of.universe?.filter(({ deleted }) => !deleted).length ?? null;
  // Steps are of what counts today.
  const reached = confirmed - deleted.confirmed;
  const next = nextLevel(of, reached);
  return (
    <tr className="border-b border-line last:border-0">
      <th scope="row" className="px-2 py-1 pl-3 text-left">
        <button type="button" className="text-left font-semibold text-signal underline" onClick={onOpen}>
          {of.name}
        </button>
        {rules !== null && <span className="ml-2 font-normal text-faint">own</span>}
        {!isCounted && <span className="ml-2 font-normal text-soft">being counted</span>}
      </th>
      <td className="px-2 py-1">
        <FollowTick state={state} />
      </td>
      <td className="px-2 py-1">
        <Mark kind={worked > 0 ? "hold" : "waiting"} /> {count(worked)}
      </td>
      <td className="px-2 py-1">
        <Mark kind={confirmed > 0 ? "safe" : "waiting"} /> {count(confirmed)}
        {deleted.confirmed > 0 && <span className="text-soft">, {count(deleted.confirmed)} deleted</span>}
      </td>
      <td className="px-2 py-1">
        {claimed > 0 && (
          <>
            <Mark kind="claimed" /> {count(claimed)}
          </>
        )}
      </td>
      <td className="px-2 py-1">
        {granted > 0 && (
          <>
            <Mark kind="granted" /> {count(granted)}
          </>
        )}
      </td>
      <td className="px-2 py-1 text-soft">{all === null ? "" : count(all)}</td>
      <td className="px-2 py-1">
        {next === null ? (
          <span className="text-soft">{of.levels.length === 0 ? "" : "all steps reached"}</span>
        ) : (
          <span className="flex items-center gap-2.5">
            <span className="h-1.5 w-28 shrink-0 overflow-hidden rounded-full bg-line" aria-hidden>
              <span className="block h-full bg-safe" style={{ width: `${(reached / next) * 100}%` }} />
            </span>
            <span className="whitespace-nowrap text-soft">
              {count(next - reached)} more for {count(next)}
            </span>
          </span>
        )}
      </td>
      <td className="px-2 py-1">{news !== undefined && <News state={state} news={news} />}</td>
    </tr>
  );
}

const NAMED = 4;

/** What came new: how many, and which. */
function News({ state: { of }, news }: { state: AwardState; news: AwardNews }) {
  const names = (items: readonly string[]) => items.map((item) => describeItem(of, item).name);
  const said = (items: readonly string[]) =>
    `${names(items).slice(0, NAMED).join(", ")}${items.length > NAMED ? ` and ${count(items.length - NAMED)} more` : ""}`;
  return (
    <span className="flex flex-wrap gap-x-4">
      {news.worked.length > 0 && (
        <span title={said(news.worked)}>
          <Mark kind="hold" /> {many(news.worked.length, "worked", "worked")}
          <span className="sr-only">: {said(news.worked)}</span>
        </span>
      )}
      {news.confirmed.length > 0 && (
        <span title={said(news.confirmed)}>
          <Mark kind="safe" /> {many(news.confirmed.length, "confirmed", "confirmed")}
          <span className="sr-only">: {said(news.confirmed)}</span>
        </span>
      )}
    </span>
  );
}
