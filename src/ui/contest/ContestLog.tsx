"use client";

import { useQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { bandLabel } from "@/core/band";
import type { ContestRow, Entry, StoredContact } from "@/core/contract";
import type { Part } from "@/core/contest";
import { columnById } from "@/core/view";
import * as contest from "@/core/contract/endpoints/contest";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import type { GridColumn } from "../kit/grid/column";
import { DataGrid } from "../kit/grid/DataGrid";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { CellEditor, factCell } from "../log/CellEditor";
import { partCell, receivedParts } from "./partCell";
import { ContactPanel } from "../log/ContactPanel";
import { useDeleteContact } from "../log/useDeleteContact";

const SHOWN = 100;
const MOST_SHOWN = 500;

/** The newest contacts of the contest with what each brought. Arrows move, F2 changes a cell, Enter opens all of it. */
export function ContestLog({ entry, onLeave }: { entry: Entry; onLeave: () => void }) {
  const [limit, setLimit] = useState(SHOWN);
  const { data, error, refetch } = useQuery({
    queryKey: ["contest", entry.id, "rows", limit],
    queryFn: () => ask(contest.contestRows, { params: { entryId: entry.id }, query: { limit } }),
    placeholderData: (before) => before,
  });
  const [editing, setEditing] = useState<{ contact: StoredContact; id: string } | null>(null);
  const [open, setOpen] = useState<StoredContact | null>(null);
  const grid = useRef<HTMLDivElement>(null);
  const remove = useDeleteContact(entry.logbookId);
  useActions([{ id: "toLog", run: () => grid.current?.focus() }, { id: "editCell" }]);
  const columns = useMemo(() => columnsFor(entry), [entry]);
  const cells = useMemo(
    () => new Map(receivedParts(entry.rules).map((part) => [partColumn(part), partCell(entry.rules, part)])),
    [entry],
  );
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const rows = data?.items ?? [];

  return (
    <div className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] bg-panel">
      <DataGrid
        name="contest"
        label="Log of the contest"
        columns={columns}
        count={rows.length}
        rowAt={(index) => rows[index]}
        rowHeight={28}
        beginAt={1}
        gridRef={grid}
        rowLook={(row) =>
          row !== undefined && (row.judgement.duplicate || row.judgement.refused !== null) ? "text-faint" : ""
        }
        editor={({ contact }) =>
          editing?.contact.id === contact.id
            ? {
                column: editing.id,
                field: (
                  <CellEditor
                    contact={contact}
                    cell={cells.get(editing.id) ?? factCell(columnById(editing.id)!)}
                    onDone={() => {
                      setEditing(null);
                      grid.current?.focus();
                    }}
                  />
                ),
              }
            : null
        }
        onOpen={({ contact }) => setOpen(contact)}
        onEdit={({ contact }, { id }) => setEditing({ contact, id })}
        onKey={({ key }, row) => {
          if (key === "Delete" && row !== undefined) remove(row.contact);
          else if (key === "Escape") onLeave();
          else return false;
          return true;
        }}
      >
        {data !== undefined && rows.length === 0 && (
          <div role="row">
            <p role="gridcell" className="p-4 text-soft">
              No contact of this contest yet. The first one that is logged stands here.
            </p>
          </div>
        )}
      </DataGrid>
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

/** The columns that a contest needs. The keys go to those that can be changed where they stand. */
function columnsFor({ rules }: Entry): GridColumn<ContestRow>[] {
  const parts = receivedParts(rules);
  const hasSerial = Object.values(rules.exchange)
    .flat()
    .some(({ type }) => type === "serial");
  const fact = (
    id: string,
    title: string,
    width: number,
    text: (contact: StoredContact) => string | null,
  ): GridColumn<ContestRow> => ({
    id,
    title,
    width,
    fixed: true,
    look: "font-mono",
    cell: ({ contact }) => text(contact),
  });
  return [
    fact("startedAt", "UTC", 68, ({ startedAt }) => startedAt.slice(11, 16)),
    {
      ...fact("call", "Call", 98, ({ call }) => call),
      look: ({ judgement }) => `font-mono font-semibold ${judgement.duplicate ? "line-through" : ""}`,
    },
    fact("band", "Band", 56, ({ band }) => bandLabel(band)),
    fact("mode", "Mode", 52, ({ mode }) => mode),
    ...(hasSerial ? [fact("serialSent", "Nr sent", 62, serialText)] : []),
    ...parts.map((part): GridColumn<ContestRow> => ({
      id: partColumn(part),
      title: part.label,
      label: `${part.label} received`,
      width: WIDTHS[part.type] ?? 58,
      look: "font-mono",
      cell: ({ contact, judgement }) => <Received part={part} contact={contact} values={judgement.values} />,
    })),
    {
      id: "points",
      title: "Points",
      width: 56,
      fixed: true,
      align: "right",
      passedOver: true,
      look: "font-mono",
      cell: ({ judgement }) => judgement.points,
    },
    { id: "brought", title: "Brought", width: 130, passedOver: true, cell: Brought },
    {
      id: "operator",
      title: "By",
      width: 72,
      fixed: true,
      passedOver: true,
      look: "font-mono text-soft",
      cell: ({ contact }) => contact.operator,
    },
  ];
}

const WIDTHS: Partial<Record<Part["type"], number>> = {
  report: 60,
  cqZone: 52,
  ituZone: 52,
  age: 48,
  name: 84,
  text: 90,
};

function partColumn({ id }: Part): string {
  return `part ${id}`;
}

function serialText({ serialSent }: StoredContact): string {
  return serialSent?.toString().padStart(3, "0") ?? "";
}

/** A part as it is understood, or in red as it was typed. */
function Received({ part, contact, values }: { part: Part; contact: StoredContact; values: Record<string, string> }) {
  const value = values[part.id];
  const typed = contact.partsReceived?.[part.id];
  if (value !== undefined) return part.type === "serial" ? value.padStart(3, "0") : value;
  return typed === undefined ? null : (
    <span className="text-stop" title={`${typed} is no ${part.label}`}>
      {typed}
    </span>
  );
}

function Brought({ judgement }: ContestRow) {
  const { refused, duplicate, fresh, why } = judgement;
  return (
    <span title={refused ?? why}>
      {refused !== null ? (
        <span className="text-stop">{refused}</span>
      ) : duplicate ? (
        "duplicate"
      ) : (
        fresh.map(({ id, item, within, name }) => (
          <span key={id} className={`mr-2 ${within === "" ? "text-fresh" : "text-wanted"}`}>
            <Mark kind={within === "" ? "fresh" : "wanted"} /> {/^\d/.test(item) ? name : item}
          </span>
        ))
      )}
    </span>
  );
}
