"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { ChartColumn, Columns3, Download, History, Mail } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useEffectEvent, useRef, useState } from "react";
import { toast } from "sonner";
import type { SavedView, StoredContact } from "@/core/contract";
import { goneFrom, USUAL_LAYOUT } from "@/core/view";
import * as contacts from "@/core/contract/endpoints/contacts";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { DropMenu } from "../kit/DropMenu";
import { count } from "../kit/format";
import { useAddress } from "../kit/useAddress";
import { useSettled } from "../kit/useSettled";
import { useMay } from "../people/acting";
import { useLogbook } from "../shell/logbook";
import { statisticsAddress } from "../statistics/address";
import { ALWAYS } from "../statistics/span";
import { CardsWindow } from "./CardsWindow";
import { EnrichWindow } from "../enrich/EnrichWindow";
import { SendWindow } from "../confirm/SendWindow";
import { ChangeWindow } from "./ChangeWindow";
import { ColumnsWindow } from "./ColumnsWindow";
import { ContactPanel } from "./ContactPanel";
import { ExportWindow } from "./ExportWindow";
import { type EditedCondition, FilterBar } from "./FilterBar";
import { FilterMenu } from "./FilterMenu";
import { Journal } from "./Journal";
import { LogTable } from "./LogTable";
import { ALL_PICKED, NONE_PICKED, pickedCount, selectionOf } from "./selection";
import { isNarrowed, useContactRows } from "./useContactRows";
import { useDeleteContact } from "./useDeleteContact";
import { useLayout } from "./useLayout";
import { useSavedViews } from "../kit/useSaved";
import { ViewsWindow } from "./ViewsWindow";

const FIND_DEBOUNCE_MS = 60;

interface LogProps {
  /** Leaves the log for the entry line. */
  onLeave: () => void;
  /** More buttons for the line above the table. */
  children: ReactNode;
}

/** The log: found in, filtered, sorted, selected from, and changed. */
export function Log({ onLeave, children }: LogProps) {
  const { logbook } = useLogbook();
  const mayChange = useMay("change", logbook.id);
  const [params, go] = useAddress();
  const views = useSavedViews(logbook.id);
  const [layout, setLayout] = useLayout(logbook.id, views.items);
  const [typed, setTyped] = useFindText(params.get("find") ?? "");
  // What Enter was pressed on is not waited for: the keys that follow are meant for what it finds.
  const [entered, setEntered] = useState(typed);
  const settled = useSettled(typed, FIND_DEBOUNCE_MS);
  const find = typed === entered ? typed : settled;
  useEffect(() => go({ find: find || null }, "replace"), [find, go]);
  const asked = { find, filter: layout.filter, sort: layout.sort };
  const rows = useContactRows(logbook.id, logbook.contactCount, asked);
  const shown = JSON.stringify(asked);
  // A selection belongs to what was shown when it was made.
  const [selected, setSelected] = useState({ of: shown, picked: NONE_PICKED });
  const picked = selected.of === shown ? selected.picked : NONE_PICKED;
  const [open, setOpen] = useState<
    "journal" | "columns" | "views" | "change" | "enrich" | "send" | "export" | "cards" | null
  >(null);
  const [editing, setEditing] = useState<EditedCondition | null>(null);
  const openedId = Number(params.get("contact") ?? "");
  const setContact = (one: StoredContact | null) => go({ contact: one === null ? null : String(one.id) });
  const tableRef = useRef<HTMLDivElement>(null);
  const findRef = useRef<HTMLInputElement>(null);
  const narrowed = isNarrowed(asked);
  const held = {
    ...(find.trim() === "" ? {} : { find: find.trim() }),
    ...(layout.filter.of.length === 0 ? {} : { filter: layout.filter }),
  };
  const chosen = pickedCount(picked, rows.window.total);

  const router = useRouter();
  const deleteContact = useDeleteContact(logbook.id);
  const remove = (one: StoredContact) => deleteContact(one, () => setContact(null));

  const pin = useMutation({
    mutationFn: ({ id, pin: pinned, revision }: StoredContact) =>
      ask(contacts.changeContact, {
        params: { logbookId: logbook.id, contactId: id },
        body: { pin: !pinned, revision },
      }),
    onSuccess: ({ call, pin: pinned }) => toast(pinned ? `${call} is pinned.` : `The pin of ${call} is taken off.`),
    onError: (error) => toast.error(error.message),
  });

  function show(view: SavedView) {
    setLayout(view.layout, view.id);
    setOpen(null);
    const gone = goneFrom(view.layout);
    if (gone.length > 0) toast(`${view.name} has columns that are no longer there: ${gone.join(", ")}.`);
  }

  const showStatistics = () => router.push(statisticsAddress(layout.filter, ALWAYS));

  const withSelected = (what: "change" | "enrich" | "send") =>
    !mayChange
      ? void toast("Many contacts at once are changed by who has the role manager: ask who owns the station for it.")
      : chosen === 0
        ? void toast("Select contacts first: Space on a row, or Ctrl A for all.")
        : setOpen(what);
  useActions([
    { id: "toLog", run: () => tableRef.current?.focus() },
    { id: "find", run: () => findRef.current?.select() },
    { id: "change", run: () => withSelected("change") },
    { id: "journal", run: () => setOpen("journal") },
    { id: "cards", run: () => setOpen("cards") },
    { id: "statistics", run: showStatistics },
    { id: "labels", label: "Cards owed, with labels", run: () => router.push("/labels") },
    { id: "export", run: () => setOpen("export") },
    { id: "enrich", label: "Enrich the selected contacts from directories", run: () => withSelected("enrich") },
    { id: "sendSelected", label: "Send the selected contacts", run: () => withSelected("send") },
    { id: "columns", label: "Choose the columns of the log", run: () => setOpen("columns") },
    { id: "views", run: () => setOpen("views") },
    { id: "openContact" },
    { id: "editCell" },
    { id: "pickRow" },
    { id: "pickMore" },
    { id: "pickAll" },
    { id: "deleteContact" },
  ]);

  return (
    <section
      aria-label="Log"
      className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)]"
    >
      <div className="flex h-[42px] items-center gap-2 px-4 @max-[620px]:overflow-x-auto">
        <h2 className="mr-1 font-semibold">Log</h2>
        <input
          ref={findRef}
          aria-label="Find in the log: a call, a name, a place, a word"
          placeholder="Call, name, place, word"
          className="field h-7 w-44 shrink-0"
          autoComplete="off"
          spellCheck={false}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter" || event.key === "ArrowDown") {
              setEntered(typed);
              tableRef.current?.focus();
            } else if (event.key === "Escape") {
              setTyped("");
              onLeave();
            } else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        />
        <FilterMenu
          logbookId={logbook.id}
          setFilter={(filter) => setLayout({ ...layout, filter })}
          onAdd={() => setEditing({ into: [] })}
          noneText="No filter"
          shortens
        />
        <DropMenu
          label="View"
          parts={[
            {
              title: "Views",
              entries: [
                { label: "Usual", run: () => setLayout(USUAL_LAYOUT) },
                ...views.items.map((view) => ({ label: view.name, run: () => show(view) })),
              ],
            },
            {
              entries: [
                { label: "Columns…", run: () => setOpen("columns") },
                { label: "Keep, rename, remove views…", run: () => setOpen("views") },
              ],
            },
          ]}
        >
          <Columns3 size={14} aria-hidden /> <span className="@max-[620px]:sr-only">View</span>
        </DropMenu>
        <span className="truncate text-soft @max-[620px]:hidden" role="status" aria-label="How many contacts">
          {count(logbook.contactCount)} in the log
          {narrowed && <>, {count(rows.window.total)} in the filter</>}
          {chosen > 0 && (
            <>
              , <b className="font-semibold text-ink">{count(chosen)} selected</b>
            </>
          )}
        </span>
        {chosen > 0 && mayChange && (
          <>
            <Button small look="act" onClick={() => withSelected("change")}>
              Change
            </Button>
            <Button small onClick={() => withSelected("enrich")}>
              Enrich
            </Button>
            <Button small onClick={() => withSelected("send")}>
              Send
            </Button>
          </>
        )}
        <span className="flex-1" />
        {children}
        <Button small onClick={showStatistics}>
          <ChartColumn size={14} aria-hidden /> <span className="@max-[1180px]:sr-only">Statistics</span>
        </Button>
        <Button small onClick={() => setOpen("cards")}>
          <Mail size={14} aria-hidden /> <span className="@max-[980px]:sr-only">Cards</span>
        </Button>
        <Button small onClick={() => setOpen("export")}>
          <Download size={14} aria-hidden /> <span className="@max-[980px]:sr-only">Export</span>
        </Button>
        <Button small onClick={() => setOpen("journal")}>
          <History size={14} aria-hidden /> <span className="@max-[980px]:sr-only">Journal</span>
        </Button>
      </div>
      <div>
        <FilterBar
          logbookId={logbook.id}
          filter={layout.filter}
          setFilter={(filter) => setLayout({ ...layout, filter })}
          editing={editing}
          setEditing={setEditing}
        />
      </div>
      <LogTable
        rows={rows}
        shown={shown}
        isReady={rows.isReady && typed === find}
        layout={layout}
        setLayout={setLayout}
        picked={picked}
        setPicked={(change) =>
          setSelected((now) => ({ of: shown, picked: change(now.of === shown ? now.picked : NONE_PICKED) }))
        }
        emptyText={emptyText(find, narrowed)}
        focusRef={tableRef}
        onOpen={setContact}
        onDelete={remove}
        onPin={pin.mutate}
      />
      {openedId > 0 && (
        <OpenedContact
          key={openedId}
          logbookId={logbook.id}
          contactId={openedId}
          inHand={() => rows.window.rows.find((row) => row?.id === openedId)}
          onClose={() => setContact(null)}
          onDelete={remove}
        />
      )}
      {open === "journal" && <Journal logbookId={logbook.id} onClose={() => setOpen(null)} />}
      {open === "cards" && <CardsWindow logbookId={logbook.id} onClose={() => setOpen(null)} />}
      {open === "columns" && (
        <ColumnsWindow
          layout={layout}
          onClose={() => setOpen(null)}
          onDone={(next) => {
            setLayout(next);
            setOpen(null);
          }}
        />
      )}
      {open === "views" && (
        <ViewsWindow logbookId={logbook.id} layout={layout} onShow={show} onClose={() => setOpen(null)} />
      )}
      {open === "export" && (
        <ExportWindow
          logbookId={logbook.id}
          layout={layout}
          total={logbook.contactCount}
          filtered={narrowed ? { selection: selectionOf(ALL_PICKED, held), count: rows.window.total } : null}
          selected={chosen > 0 ? { selection: selectionOf(picked, held), count: chosen } : null}
          onClose={() => setOpen(null)}
        />
      )}
      {open === "send" && (
        <SendWindow logbookId={logbook.id} selection={selectionOf(picked, held)} onClose={() => setOpen(null)} />
      )}
      {open === "enrich" && (
        <EnrichWindow
          logbookId={logbook.id}
          selection={selectionOf(picked, held)}
          selected={chosen}
          onClose={() => setOpen(null)}
        />
      )}
      {open === "change" && (
        <ChangeWindow
          logbookId={logbook.id}
          selection={selectionOf(picked, held)}
          selected={chosen}
          onClose={() => setOpen(null)}
        />
      )}
    </section>
  );
}

/** What is typed to find, which the address follows; going back and forward, it follows the address. */
function useFindText(inAddress: string) {
  const [typed, setTyped] = useState(inAddress);
  const [seen, setSeen] = useState(inAddress);
  if (inAddress !== seen) {
    setSeen(inAddress);
    // Of what is still being typed the address knows the beginning.
    if (!typed.startsWith(inAddress)) setTyped(inAddress);
  }
  return [typed, setTyped] as const;
}

interface OpenedProps {
  logbookId: number;
  contactId: number;
  /** The contact as a row of the table has it, which the live stream keeps up to date. */
  inHand: () => StoredContact | undefined;
  onClose: () => void;
  onDelete: (contact: StoredContact) => void;
}

/** The contact of the address, which may be gone. */
function OpenedContact({ logbookId, contactId, inHand, onClose, onDelete }: OpenedProps) {
  const { data, error } = useQuery({
    queryKey: ["contact", logbookId, contactId],
    queryFn: () => ask(contacts.contact, { params: { logbookId, contactId } }),
    initialData: inHand,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const gone = useEffectEvent((text: string) => {
    toast.error(text);
    onClose();
  });
  useEffect(() => {
    if (error !== null) gone(error.message);
  }, [error]);
  return data === undefined ? null : <ContactPanel contact={data} onClose={onClose} onDelete={onDelete} />;
}

function emptyText(find: string, narrowed: boolean): string {
  if (find.trim() !== "") return `No contact here has "${find.trim()}" in its call, name, place, comment or notes.`;
  if (narrowed) return "No contact fits the filter. Remove a condition, or clear the filter.";
  return "No contact yet. Type a call above and press Enter, or import a log file.";
}
