"use client";

import { factField } from "@/core/contact";
import type { EnrichLook } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { withToggled } from "../kit/withToggled";

/** So many contacts stand on a page. */
export const PAGE = 50;

interface ProposalTableProps {
  found: EnrichLook;
  /** A directory by its id. */
  nameOf: (directory: string) => string;
  /** Contacts that stay as they are. */
  without: ReadonlySet<number>;
  setWithout: (without: ReadonlySet<number>) => void;
  /** What is doubtful and taken all the same. */
  taken: ReadonlySet<string>;
  setTaken: (taken: ReadonlySet<string>) => void;
  offset: number;
  setOffset: (offset: number) => void;
}

/** Of the columns; the last takes what is left. */
const WIDTHS = ["27%", "14%", "15%", "18%", "9%", undefined] as const;

/** What each contact would get, the old beside the new. What is doubtful is taken only where it is ticked. */
export function ProposalTable(props: ProposalTableProps) {
  const { found, nameOf, without, setWithout, taken, setTaken, offset, setOffset } = props;
  const { rows, changed, selected, doubtful } = found;
  if (changed === 0)
    return <p className="text-soft">Of what is known so far, none of the {many(selected, "contact")} gets anything.</p>;
  const doubts = found.facts.reduce((sum, { doubtful: some }) => sum + some, 0);
  const isAllTaken = doubtful.length > 0 && doubtful.every((cell) => taken.has(cell));
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
        <span role="status" aria-label="What would change" className="flex-1">
          <b className="font-semibold">{many(changed, "contact")}</b> of {count(selected)} would get something
          {without.size > 0 && `, but for ${count(without.size)} that you left out`}
          {doubts > 0 && (
            <>
              ; <Mark kind="fault" /> {count(doubts)} doubtful, not taken unless ticked
            </>
          )}
        </span>
        {doubts > 0 && doubtful.length === doubts && (
          <Button small onClick={() => setTaken(new Set(isAllTaken ? [] : doubtful))}>
            {isAllTaken ? "Take none of the doubtful" : "Take all of the doubtful"}
          </Button>
        )}
        {changed > PAGE && (
          <>
            <span className="text-soft">
              {count(offset + 1)} to {count(Math.min(changed, offset + PAGE))}
            </span>
            <Button small disabled={offset === 0} onClick={() => setOffset(Math.max(0, offset - PAGE))}>
              Before
            </Button>
            <Button small disabled={offset + PAGE >= changed} onClick={() => setOffset(offset + PAGE)}>
              Next
            </Button>
          </>
        )}
      </div>
      <table className="w-full table-fixed" aria-label="What each contact would get">
        <colgroup>
          {WIDTHS.map((width, index) => (
            <col key={index} style={{ width }} />
          ))}
        </colgroup>
        <TableHead titles={["Contact", "Fact", "Is", "Becomes", "By", "Doubt"]} />
        <tbody>
          {rows.map(({ contactId, call, startedAt, proposals }) => {
            const isLeft = without.has(contactId);
            return proposals.map(({ fact, was, is, directory, doubt }, index) => {
              const cell = `${contactId} ${fact}`;
              const isTaken = !isLeft && (doubt === null || taken.has(cell));
              const label = factField(fact)!.label;
              return (
                <tr key={cell} className={`align-top ${index === 0 ? "border-t border-line" : ""}`}>
                  {index === 0 && (
                    <th scope="rowgroup" rowSpan={proposals.length} className="py-1 pr-2 pl-3 text-left font-normal">
                      <label className="flex items-center gap-1.5 whitespace-nowrap">
                        <input
                          type="checkbox"
                          checked={!isLeft}
                          onChange={() => setWithout(withToggled(without, contactId))}
                        />
                        <b className="font-mono">{call}</b>{" "}
                        <span className="font-mono text-tiny text-soft">{fullTime(startedAt)}</span>
                      </label>
                    </th>
                  )}
                  <td className="px-2 py-1 whitespace-nowrap text-soft">{label}</td>
                  <td className="px-2 py-1 break-words text-soft">{was ?? ""}</td>
                  <td className={`px-2 py-1 break-words ${isTaken ? "font-semibold" : "text-soft line-through"}`}>
                    {is}
                  </td>
                  <td className="px-2 py-1 whitespace-nowrap text-soft">{nameOf(directory)}</td>
                  <td className="px-2 py-1">
                    {doubt !== null && (
                      <label className="flex items-start gap-1.5">
                        <input
                          type="checkbox"
                          className="mt-1"
                          aria-label={`Take the ${label} of ${call} all the same: ${doubt}`}
                          disabled={isLeft}
                          checked={taken.has(cell)}
                          onChange={() => setTaken(withToggled(taken, cell))}
                        />
                        <span>
                          <Mark kind="fault" /> {doubt}
                        </span>
                      </label>
                    )}
                  </td>
                </tr>
              );
            });
          })}
        </tbody>
      </table>
    </div>
  );
}
