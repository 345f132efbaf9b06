"use client";

import { Radio, RadioGroup } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useMemo, useRef, useState } from "react";
import type { Award } from "@/core/award";
import * as endpoints from "@/core/contract/endpoints/credits";
import { bandLabel, MODE_GROUPS } from "@/core/band";
import { capital } from "@/core/capital";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import type { GridColumn } from "../kit/grid/column";
import { DataGrid } from "../kit/grid/DataGrid";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { useLogbook } from "../shell/logbook";
import { creditsKey } from "./awardKeys";
import { CellContacts } from "./CellContacts";
import { type AwardRow, type Cell, type Group, type Order, progressOf, selectRows, type Shown } from "./progress";
import { useAwardTable } from "./useAwardTable";

const GROUPS: readonly Group[] = ["mixed", ...MODE_GROUPS];
const SHOWN: readonly (readonly [Shown, string])[] = [
  ["worked", "worked"],
  ["unconfirmed", "not confirmed"],
  ["claimable", "to be claimed"],
  ["deleted", "deleted"],
  ["missing", "never worked"],
  ["all", "all"],
];

/** Of an award of which nobody can list all there are none that are missing. */
function isOffered({ universe }: Award, shown: Shown): boolean {
  if (shown === "deleted") return universe?.some(({ deleted }) => deleted) ?? false;
  return universe !== null || (shown !== "missing" && shown !== "all");
}

/** What the contacts are asked for behind a cell: of one item, or of all of them, on a band or on all. */
interface Opened {
  /** Null for all of them. */
  readonly row: AwardRow | null;
  readonly band: string | null;
}

/** An award by band: worked and confirmed. Arrow keys move over the cells, Enter shows the contacts behind one. */
export function TableView({ award }: { award: Award }) {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useAwardTable(logbook.id, award.id);
  const [group, setGroup] = useState<Group>("mixed");
  const [shown, setShown] = useState<Shown>("worked");
  const [order, setOrder] = useState<Order>("name");
  const [search, setSearch] = useState("");
  const [open, setOpen] = useState<Opened | null>(null);
  const searchRef = useRef<HTMLInputElement>(null);
  const { data: credits } = useQuery({
    queryKey: creditsKey(logbook.id, award.id),
    queryFn: () => ask(endpoints.awardCredits, { params: { logbookId: logbook.id, award: award.id } }),
  });
  const progress = useMemo(
    () => (data === undefined ? null : progressOf(award, data, group, credits?.items)),
    [award, data, group, credits],
  );
  const rows = useMemo(
    () => (progress === null ? [] : selectRows(progress.rows, shown, search, order)),
    [progress, shown, search, order],
  );
  useActions([
    { id: "search", run: () => searchRef.current?.focus() },
    ...GROUPS.map((one) => ({
      id: `group${one}`,
      label: `Count ${capital(one).toLowerCase()}`,
      run: () => setGroup(one),
    })),
    { id: "table" },
  ]);

  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-panel px-4 py-1.5">
        <RadioGroup
          value={group}
          onChange={setGroup}
          aria-label="Modes counted"
          className="flex overflow-hidden rounded-field border border-edge"
        >
          {GROUPS.map((one) => (
            <Radio
              key={one}
              value={one}
              className="cursor-pointer px-3 py-1 data-checked:bg-signal data-checked:font-semibold data-checked:text-signal-ink data-focus:outline-2 data-focus:-outline-offset-2"
            >
              {capital(one)}
            </Radio>
          ))}
        </RadioGroup>
        <label className="flex items-center gap-2 text-soft">
          <span className="max-[1400px]:sr-only">Show</span>
          <select
            className="field h-7 w-auto text-base"
            value={shown}
            onChange={({ target }) => setShown(target.value as Shown)}
          >
            {SHOWN.filter(([value]) => isOffered(award, value)).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 text-soft">
          <span className="max-[1400px]:sr-only">Sort by</span>
          <select
            className="field h-7 w-auto text-base"
            value={order}
            onChange={({ target }) => setOrder(target.value as Order)}
          >
            <option value="name">name</option>
            {award.noteTitle !== undefined && <option value="note">{award.noteTitle?.toLowerCase()}</option>}
            <option value="contacts">contacts</option>
          </select>
        </label>
        <input
          ref={searchRef}
          className="field h-7 w-40 text-base"
          placeholder={`Search ${award.one}`}
          aria-label={`Search ${award.one}`}
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        <span className="flex-1" />
        {progress !== null && (
          <p className="text-soft">
            {count(rows.length)} of {count(progress.rows.length)}
            {progress.deleted > 0 && `, ${count(progress.deleted)} worked and deleted since`}
          </p>
        )}
      </div>
      {progress === null ? (
        <p className="p-8 text-soft">Loading</p>
      ) : (
        <Table
          award={award}
          bands={progress.bands}
          totals={progress.totals}
          rows={rows}
          onOpen={(row, band) => setOpen({ row, band })}
        />
      )}
      {open !== null && (
        <CellContacts
          award={award.id}
          item={open.row?.item ?? null}
          band={open.band}
          group={group}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  );
}

interface TableProps {
  award: Award;
  bands: readonly string[];
  totals: readonly { readonly worked: number; readonly confirmed: number }[];
  rows: readonly AwardRow[];
  onOpen: (row: AwardRow | null, band: string | null) => void;
}

function factsOf(award: Award): GridColumn<AwardRow>[] {
  const name: GridColumn<AwardRow> = {
    id: "item",
    title: capital(award.one),
    width: 220,
    isRowHeader: true,
    passedOver: true,
    cell: ({ item }) => (
      <>
        {item.name} {item.deleted && <span className="text-faint">deleted</span>}
      </>
    ),
  };
  const note: GridColumn<AwardRow> = {
    id: "note",
    title: award.noteTitle ?? "",
    width: 72,
    fixed: true,
    passedOver: true,
    look: "font-mono text-soft",
    cell: ({ item }) => item.note,
  };
  const contacts: GridColumn<AwardRow> = {
    id: "contacts",
    title: "Contacts",
    width: 84,
    fixed: true,
    passedOver: true,
    align: "right",
    look: "text-soft",
    cell: (row) => (row.contacts === 0 ? "" : count(row.contacts)),
  };
  return award.noteTitle === undefined ? [name, contacts] : [name, note, contacts];
}

function Table({ award, bands, totals, rows, onOpen }: TableProps) {
  const columns = useMemo(() => {
    const ofBand = (band: string | null, at: number): GridColumn<AwardRow> => ({
      id: band ?? "all",
      title: band === null ? "All" : bandLabel(band),
      width: 52,
      align: "center",
      look: ({ cells }) =>
        `${band === null ? "bg-raised" : ""} ${cells[at] === "none" ? "" : "cursor-pointer hover:bg-signal-wash"}`,
      cell: ({ cells }) => <CellMark cell={cells[at]!} />,
    });
    return [...factsOf(award), ...[null, ...bands].map(ofBand)];
  }, [award, bands]);
  const first = columns.findIndex(({ id }) => id === "all");
  const place = (id: string) => columns.findIndex((column) => column.id === id) - first;
  const bandOf = (id: string) => (id === "all" ? null : id);
  return (
    <DataGrid
      name="award"
      label={`${award.name} by band`}
      columns={columns}
      count={rows.length}
      rowAt={(index) => rows[index]}
      rowHeight={27}
      onOpen={(row, { id }) => onOpen(row, bandOf(id))}
      onCellClick={(_, index, { id }) => {
        const row = rows[index]!;
        const at = place(id);
        if (at >= 0 && row.cells[at] !== "none") onOpen(row, bandOf(id));
      }}
      foot={({ id }) => {
        if (id === "item") return <Totals worked="Worked" confirmed="Confirmed" />;
        const total = totals[place(id)];
        if (total === undefined) return null;
        if (total.worked === 0) return <Totals {...total} />;
        const band = bandOf(id);
        return (
          <button
            type="button"
            className="w-full hover:bg-signal-wash"
            aria-label={`${total.worked} worked, ${total.confirmed} confirmed ${band === null ? "on all bands" : `on ${bandLabel(band)}`}: the contacts behind it`}
            onClick={() => onOpen(null, band)}
          >
            <Totals {...total} />
          </button>
        );
      }}
    >
      {rows.length === 0 && (
        <div role="row">
          <p role="gridcell" className="p-8 text-center text-soft">
            No {award.one} fits.
          </p>
        </div>
      )}
    </DataGrid>
  );
}

function Totals({ worked, confirmed }: { worked: ReactNode; confirmed: ReactNode }) {
  return (
    <>
      {worked}
      <br />
      <b className="font-semibold text-safe">{confirmed}</b>
    </>
  );
}

const CELL_WORDS = { hold: "worked", safe: "confirmed", claimed: "claimed", granted: "granted" } as const;

function CellMark({ cell }: { cell: Cell }) {
  return cell === "none" ? null : <Mark kind={cell} label={CELL_WORDS[cell]} />;
}
