"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { bandByName, bandLabel } from "@/core/band";
import type { Entry } from "@/core/contract";
import { entityByCode } from "@/core/entity";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";

/** What counts as multipliers, with full names, and where each was worked: it replaces the sheet of paper. */
export function SheetView({ entry }: { entry: Entry }) {
  const [search, setSearch] = useState("");
  const [onlyOpen, setOnlyOpen] = useState(false);
  const { data, error, refetch } = useQuery({
    queryKey: ["contest", entry.id, "sheets"],
    queryFn: () => ask(contest.sheets, { params: { entryId: entry.id } }),
  });
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-4 text-soft">The multipliers are being counted.</p>;
  if (data.items.length === 0)
    return <p className="p-4 text-soft">This contest has no multipliers: the points alone count.</p>;
  const words = search.trim().toLowerCase();
  return (
    <div className="p-4">
      <div className="mb-3 flex items-center gap-4">
        <input
          autoFocus
          aria-label="Find a multiplier by its code or name"
          placeholder="Code or name"
          className="field h-7 w-56"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={onlyOpen} onChange={({ target }) => setOnlyOpen(target.checked)} />
          Only what is still missing somewhere
        </label>
      </div>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(420px,1fr))] items-start gap-4 max-sm:grid-cols-1">
        {data.items.map((sheet) => {
          const shown = sheet.items.filter(
            ({ code, name, worked }) =>
              (code.toLowerCase().startsWith(words) || name.toLowerCase().includes(words)) &&
              (!onlyOpen || Object.keys(worked).length < sheet.columns.length),
          );
          const count = sheet.items.reduce((sum, { worked }) => sum + Object.keys(worked).length, 0);
          return (
            <section key={sheet.id} aria-label={sheet.label} className="border border-line bg-panel">
              <h2 className="flex items-baseline gap-2 border-b border-line px-3 py-1.5 font-semibold">
                {sheet.label} <span className="font-normal text-soft">{count} worked</span>
              </h2>
              <table className="w-full">
                <thead className="text-tiny text-soft">
                  <tr>
                    <th scope="col" className="px-3 py-1 text-left font-medium" colSpan={2}>
                      What
                    </th>
                    {sheet.columns.map((column) => (
                      <th key={column} scope="col" className="px-1 py-1 font-medium">
                        {column === "" ? "Worked" : column.replace(/^([\d.]+)m\b/, "$1")}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {shown.map(({ item, entity, code, name, worked }) => (
                    <tr key={`${entity} ${item}`} className="border-t border-line">
                      <td className="w-px py-0.5 pr-2 pl-3 font-mono font-semibold whitespace-nowrap">{code}</td>
                      <td className="max-w-52 truncate text-soft" title={name}>
                        {name === code ? "" : name}
                        {entity !== null && <span className="text-faint">, {entityByCode(entity)?.name}</span>}
                      </td>
                      {sheet.columns.map((column) => {
                        const one = worked[column];
                        const where = column === "" ? "" : ` ${whereOf(column)}`;
                        return (
                          <td
                            key={column}
                            className="text-center"
                            title={one === undefined ? "" : `${one.call}${where}`}
                          >
                            {one === undefined ? (
                              <span className="text-faint" aria-label={`missing${where}`} role="img">
                                ·
                              </span>
                            ) : column === "" ? (
                              <span className="font-mono">{one.call}</span>
                            ) : (
                              <Mark kind="safe" label={`${one.call}${where}`} />
                            )}
                          </td>
                        );
                      })}
                    </tr>
                  ))}
                </tbody>
              </table>
              {shown.length === 0 && (
                <p className="px-3 py-2 text-soft">
                  {sheet.items.length === 0 ? "None worked yet; they are listed as they come." : "None of them fits."}
                </p>
              )}
            </section>
          );
        })}
      </div>
    </div>
  );
}

/** "on 20 m" for "20m" and "20m CW"; "in hour 3" for what is counted by the hour. */
function whereOf(column: string): string {
  const [first = ""] = column.split(" ");
  return bandByName(first) === undefined ? `in ${column}` : `on ${bandLabel(first)}`;
}
