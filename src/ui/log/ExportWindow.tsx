"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { z } from "zod";
import { type Export, EXPORT_FORMS, type ExportForm, type ExportInput, type Selection } from "@/core/contract";
import type { Layout } from "@/core/view";
import * as files from "@/core/contract/endpoints/files";
import { fullTime } from "@/core/time/words";
import { addressOf, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { DayField } from "../kit/DayField";
import { count, many } from "../kit/format";
import { Window } from "../kit/Window";
import { UnsavedKeys } from "../confirm/identity/UnsavedKeys";
import { SIGNING } from "../confirm/identity/useIdentities";

const FORM_WORDS: Readonly<Record<ExportForm, string>> = {
  adi: "ADIF (.adi)",
  adx: "ADIF in XML (.adx)",
  csv: "CSV, with the columns shown (.csv)",
};

type What = "log" | "new" | "filter" | "selected" | "days";

interface ExportWindowProps {
  logbookId: number;
  layout: Layout;
  total: number;
  /** What the filter holds and what is selected, where there is a filter or a selection. */
  filtered: { readonly selection: Selection; readonly count: number } | null;
  selected: { readonly selection: Selection; readonly count: number } | null;
  onClose: () => void;
}

/** The log, or a part of it, as a file; and what was exported before. */
export function ExportWindow({ logbookId, layout, total, filtered, selected, onClose }: ExportWindowProps) {
  const [form, setForm] = useState<ExportForm>("adi");
  const [what, setWhat] = useState<What>(selected !== null ? "selected" : filtered !== null ? "filter" : "log");
  const [from, setFrom] = useState("");
  const [until, setUntil] = useState("");
  const fileOf = (exportId: number) => addressOf(files.exportFile, { params: { logbookId, exportId } });
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ["exports", logbookId],
    queryFn: () => ask(files.exports, { params: { logbookId } }),
    staleTime: 0,
  });
  const start = useMutation({
    mutationFn: (body: ExportInput) => ask(files.startExport, { params: { logbookId }, body }),
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: ["exports", logbookId] });
      save(fileOf(id));
    },
  });

  const wrongDay = [from, until].find((day) => what === "days" && day !== "" && !z.iso.date().safeParse(day).success);

  function submit() {
    if (wrongDay !== undefined) return;
    const columns = form === "csv" ? { columns: layout.columns.map(({ id }) => id) } : {};
    start.mutate({ form, what: asked(), ...columns });
  }

  function asked(): ExportInput["what"] {
    if (what === "filter" && filtered !== null) return { kind: "selection", selection: filtered.selection };
    if (what === "selected" && selected !== null) return { kind: "selection", selection: selected.selection };
    if (what === "days") {
      const all = {
        ...(from === "" ? {} : { from: `${from}T00:00:00Z` }),
        ...(until === "" ? {} : { to: `${until}T23:59:59Z` }),
      };
      return { kind: "selection", selection: { all: all as object, except: [] } };
    }
    return { kind: what === "new" ? "new" : "log" };
  }

  return (
    <Window
      title="Export"
      width={620}
      onClose={onClose}
      onSubmit={submit}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={start.isPending}>
            Save the file
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice label="What" autoFocus value={what} onChange={({ target }) => setWhat(target.value as What)}>
          <option value="log">The whole log, {count(total)}</option>
          <option value="new">What is new since the last export of this kind</option>
          <option value="days">From day to day</option>
          {filtered !== null && <option value="filter">What the filter holds, {count(filtered.count)}</option>}
          {selected !== null && <option value="selected">What is selected, {count(selected.count)}</option>}
        </Choice>
        <Choice label="As" value={form} onChange={({ target }) => setForm(target.value as ExportForm)}>
          {EXPORT_FORMS.map((one) => (
            <option key={one} value={one}>
              {FORM_WORDS[one]}
            </option>
          ))}
        </Choice>
        {what === "days" && (
          <>
            <DayField label="From (UTC day, or empty)" value={from} onChange={setFrom} />
            <DayField label="Until, inclusive (or empty)" value={until} onChange={setUntil} />
          </>
        )}
      </div>
      {wrongDay !== undefined && (
        <p role="alert" className="text-stop">
          “{wrongDay}” is no day, which is written like 2026-11-23.
        </p>
      )}
      {start.error !== null && (
        <p role="alert" className="text-stop">
          {start.error.message}
        </p>
      )}
      {what === "log" &&
        SIGNING.map((service) => <UnsavedKeys key={service} logbookId={logbookId} service={service} />)}
      <section aria-label="Exported before">
        <h3 className="heading mb-1">Exported before</h3>
        {data?.items.length === 0 && <p className="text-soft">Nothing yet.</p>}
        <ul className="divide-y divide-line">
          {data?.items.slice(0, 12).map((one) => (
            <li key={one.id} className="flex items-center gap-4 py-1">
              <span className="font-mono text-soft">{fullTime(one.at)}</span>
              <span className="flex-1">
                {WHAT_WORDS[one.what]}, {FORM_WORDS[one.form]}
              </span>
              <span className="text-soft">{many(one.contacts, "contact")}</span>
              <Button small look="quiet" onClick={() => save(fileOf(one.id))}>
                Save again
              </Button>
            </li>
          ))}
        </ul>
      </section>
    </Window>
  );
}

const WHAT_WORDS: Readonly<Record<Export["what"], string>> = {
  log: "The whole log",
  new: "What was new",
  selection: "A part of the log",
};

/** Lets the browser save what an address answers. */
function save(url: string): void {
  const link = document.createElement("a");
  link.href = url;
  link.download = "";
  link.click();
}
