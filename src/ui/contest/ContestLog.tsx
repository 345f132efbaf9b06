"use client";

import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type RefObject, useRef, useState } from "react";
import { bandLabel } from "@/core/band";
import { type Entry, type StoredContact } from "@/core/contract";
import { columnById } from "@/core/view";
import * as contest from "@/core/contract/endpoints/contest";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { CellEditor } from "../log/CellEditor";
import { ContactPanel } from "../log/ContactPanel";
import { useDeleteContact } from "../log/useDeleteContact";

const SHOWN = 100;
const MOST_SHOWN = 500;
/** The columns that can be changed where they stand. */
const COLUMNS = ["startedAt", "call", "band", "mode", "serialSent", "serialReceived", "exchangeReceived"] as const;
const HEADS: Readonly<Record<string, string>> = {
  startedAt: "UTC",
  call: "Call",
  band: "Band",
  mode: "Mode",
  serialSent: "Nr sent",
  serialReceived: "Nr",
  exchangeReceived: "Received",
};

/** The newest contacts of the contest with what each brought. Arrows move, F2 changes a cell, Enter opens all of it. */
export function ContestLog({ entry, leaveTo }: { entry: Entry; leaveTo: RefObject<HTMLInputElement | null> }) {
  const [limit, setLimit] = useState(SHOWN);
  const { data, error, refetch } = useQuery({
    queryKey: ["contest", entry.id, "rows", limit],
    queryFn: () => ask(contest.contestRows, { params: { entryId: entry.id }, query: { limit } }),
    placeholderData: (before) => before,
  });
  const [active, setActive] = useState({ row: 0, column: 1 });
  const [editing, setEditing] = useState<{ contact: StoredContact; id: string } | null>(null);
  const [open, setOpen] = useState<StoredContact | null>(null);
  const grid = useRef<HTMLTableElement>(null);
  const remove = useDeleteContact(entry.logbookId);
  useActions([{ id: "toLog", run: () => focusCell(active) }, { id: "editCell" }]);
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const rows = data?.items ?? [];
  const hasSerial = Object.values(entry.rules.exchange).some((parts) => parts.some(({ type }) => type === "serial"));
  const hasOther = Object.values(entry.rules.exchange).some((parts) =>
    parts.some(({ type }) => type !== "serial" && type !== "report"),
  );
  const columns = COLUMNS.filter(
    (id) => (hasSerial || !id.startsWith("serial")) && (hasOther || id !== "exchangeReceived"),
  );

  function focusCell({ row, column }: typeof active) {
    grid.current?.querySelector<HTMLElement>(`[data-cell="${row}-${column}"]`)?.focus();
  }

  function onKeyDown(event: KeyboardEvent) {
    if (editing !== null) return;
    const by: Readonly<Record<string, readonly [number, number]>> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
    };
    const step = by[event.key];
    const contact = rows[active.row]?.contact;
    if (step !== undefined) {
      const row = Math.min(rows.length - 1, Math.max(0, active.row + step[0]));
      const column = Math.min(columns.length - 1, Math.max(0, active.column + step[1]));
      setActive({ row, column });
      focusCell({ row, column });
    } else if (event.key === "F2" && contact !== undefined) {
      setEditing({ contact, id: columns[active.column]! });
    } else if (event.key === "Enter" && contact !== undefined) setOpen(contact);
    else if (event.key === "Delete" && contact !== undefined) remove(contact);
    else if (event.key === "Escape") leaveTo.current?.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  return (
    <div className="min-h-0 overflow-auto bg-panel">
      <table ref={grid} className="w-full" role="grid" aria-label="Log of the contest" onKeyDown={onKeyDown}>
        <thead className="sticky top-0 z-10 bg-raised text-left text-tiny text-soft">
          <tr>
            {columns.map((id) => (
              <th key={id} scope="col" className="px-2 py-1 font-medium first:pl-4">
                {HEADS[id]}
              </th>
            ))}
            <th scope="col" className="px-2 py-1 text-right font-medium">
              Points
            </th>
            <th scope="col" className="px-2 py-1 font-medium">
              Brought
            </th>
            <th scope="col" className="px-2 py-1 font-medium">
              By
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ contact, judgement }, row) => (
            <tr
              key={contact.id}
              className={`border-t border-line ${judgement.duplicate || judgement.refused !== null ? "text-faint" : ""}`}
              onDoubleClick={() => setOpen(contact)}
            >
              {columns.map((id, column) => {
                const isActive = active.row === row && active.column === column;
                return (
                  <td
                    key={id}
                    role="gridcell"
                    data-cell={`${row}-${column}`}
                    tabIndex={isActive ? 0 : -1}
                    onFocus={() => setActive({ row, column })}
                    className={`relative h-7 px-2 font-mono whitespace-nowrap first:pl-4 ${id === "call" ? "font-semibold" : ""} ${id === "call" && judgement.duplicate ? "line-through" : ""}`}
                  >
                    {editing?.contact.id === contact.id && editing.id === id ? (
                      <CellEditor
                        contact={contact}
                        column={columnById(id)!}
                        onDone={() => {
                          setEditing(null);
                          requestAnimationFrame(() => focusCell(active));
                        }}
                      />
                    ) : (
                      textOf(contact, id)
                    )}
                  </td>
                );
              })}
              <td className="px-2 text-right font-mono">{judgement.points}</td>
              <td className="max-w-52 truncate px-2" title={judgement.refused ?? judgement.why}>
                {judgement.refused !== null ? (
                  <span className="text-stop">{judgement.refused}</span>
                ) : judgement.duplicate ? (
                  "duplicate"
                ) : (
                  judgement.fresh.map(({ id, item, within, name }) => (
                    <span key={id} className={`mr-2 ${within === "" ? "text-fresh" : "text-wanted"}`}>
                      <Mark kind={within === "" ? "fresh" : "wanted"} /> {/^\d/.test(item) ? name : item}
                    </span>
                  ))
                )}
              </td>
              <td className="px-2 font-mono text-soft">{contact.operator}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data !== undefined && rows.length === 0 && (
        <p className="p-4 text-soft">No contact of this contest yet. The first one that is logged stands here.</p>
      )}
      {data !== undefined && data.total > rows.length && (
        <p className="border-t border-line px-4 py-2 text-soft">
          The newest {rows.length} of {data.total}.{" "}
          {limit < MOST_SHOWN ? (
            <Button small look="quiet" onClick={() => setLimit(MOST_SHOWN)}>
              Show older ones
            </Button>
          ) : (
            "All of them are in the log at the Desk."
          )}
        </p>
      )}
      {open !== null && (
        <ContactPanel
          contact={open}
          onClose={() => setOpen(null)}
          onDelete={(contact) => {
            setOpen(null);
            remove(contact);
          }}
        />
      )}
    </div>
  );
}

function textOf(contact: StoredContact, id: (typeof COLUMNS)[number]): string {
  if (id === "startedAt") return contact.startedAt.slice(11, 16);
  if (id === "band") return bandLabel(contact.band);
  if (id === "serialSent" || id === "serialReceived") return contact[id]?.toString().padStart(3, "0") ?? "";
  return contact[id] ?? "";
}
