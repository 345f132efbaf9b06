"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import {
  CATEGORY_KINDS,
  type CategoryKind,
  type PartSource,
  partsOf,
  type Rules,
  sourceValues,
  stationByCall,
  stationOf,
} from "@/core/contest";
import { defaultReport } from "@/core/band";
import type { Entry, Site } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";

interface SetupProps {
  rules: Rules;
  /** The entry to change; null for a new one. */
  entry: Entry | null;
  onClose: () => void;
  onDone: (entry: Entry) => void;
}

const HEADER = [
  ["name", "Name"],
  ["email", "Mail address"],
  ["club", "Club"],
  ["location", "Location, if the organiser asks for one"],
] as const;
const KEPT_AS = "contest-header";

/** Who enters, in which category, with what: one page, with the exchange exactly as it will go out. */
export function SetupWindow({ rules, entry, onClose, onDone }: SetupProps) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const [form, setForm] = useState(() => startOf(rules, entry, logbook.site));
  const set = (change: Partial<typeof form>) => setForm({ ...form, ...change });
  const side = useMemo(
    () => stationOf(rules, { ...stationByCall(form.ownCall, 0), grid: logbook.site.grid }).side,
    [rules, form.ownCall, logbook.site.grid],
  );
  const parts = partsOf(rules, side);
  const fromSite = valuesFor(logbook.site, form);
  const save = useMutation({
    mutationFn: () => {
      const body = {
        ownCall: form.ownCall,
        category: form.category,
        power: form.power === "" ? null : Number(form.power),
        operators: form.operators.split(/[\s,]+/).filter(Boolean),
        sent: form.sent,
        bonuses: form.bonuses,
        header: form.header,
        goal: form.goal === "" ? null : Number(form.goal),
      };
      localStorage.setItem(KEPT_AS, JSON.stringify(form.header));
      return entry === null
        ? ask(contest.enter, { params: { logbookId: logbook.id }, body: { tag: rules.tag, ...body } })
        : ask(contest.changeEntry, { params: { entryId: entry.id }, body });
    },
    onSuccess: async (saved) => {
      await client.invalidateQueries({ queryKey: ["contest"] });
      onDone(saved);
    },
  });
  const problem = save.error instanceof ApiProblem ? save.error : null;
  const general = problem?.details.errors?.filter(({ field }) => !KNOWN.some((known) => field.startsWith(known)));
  const goesOut = parts
    .map(({ id, type, from }) => {
      if (type === "serial") return "001";
      const value = form.sent[id] || (from === undefined ? "" : fromSite[from]);
      return value || (type === "report" ? defaultReport("CW", null) : "?");
    })
    .join(" ");
  return (
    <Window
      title={rules.name}
      about={entry === null ? rules.about : "What is changed here holds from the next contact on."}
      width={760}
      onClose={onClose}
      onSubmit={() => save.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={save.isPending}>
            {entry === null ? "Enter the contest" : "Keep"}
          </Button>
        </>
      }
    >
      <fieldset className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
        <legend className="heading mb-2">Who</legend>
        <Field
          label="Call on the air"
          mono
          autoFocus
          value={form.ownCall}
          fault={problem?.faultOf("ownCall")}
          onChange={({ target }) => set({ ownCall: target.value.toUpperCase() })}
        />
        <Field
          label="Operators, by their calls"
          mono
          wrapperClassName="col-span-2"
          value={form.operators}
          fault={problem?.faultOf("operators")}
          onChange={({ target }) => set({ operators: target.value.toUpperCase() })}
        />
        <Field
          label="Power, W"
          mono
          inputMode="numeric"
          value={form.power}
          fault={problem?.faultOf("power")}
          onChange={({ target }) => set({ power: target.value.replace(/[^\d.]/g, "") })}
        />
      </fieldset>
      <fieldset className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
        <legend className="heading mb-2">Category</legend>
        {CATEGORY_KINDS.map((kind) => {
          const values = rules.categories[kind];
          if (values === undefined) return null;
          return (
            <Choice
              key={kind}
              label={CATEGORY_LABELS[kind]}
              value={form.category[kind] ?? values[0]}
              onChange={({ target }) => set({ category: { ...form.category, [kind]: target.value } })}
            >
              {values.map((value) => (
                <option key={value}>{value}</option>
              ))}
            </Choice>
          );
        })}
        <Field
          label="Goal, contacts"
          mono
          inputMode="numeric"
          value={form.goal}
          fault={problem?.faultOf("goal")}
          onChange={({ target }) => set({ goal: target.value.replace(/\D/g, "") })}
        />
        {problem?.faultOf("category") !== undefined && (
          <p role="alert" className="col-span-full text-stop">
            {problem.faultOf("category")}
          </p>
        )}
      </fieldset>
      <fieldset className="grid gap-2">
        <legend className="heading mb-2">What we send</legend>
        <p className="rounded-field bg-raised px-3 py-2 font-mono text-title" aria-label="The exchange as it goes out">
          {goesOut}
        </p>
        <div className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
          {parts.map(({ id, label, type, from }) =>
            type === "serial" || type === "report" ? (
              <p key={id} className="self-end pb-2 text-soft">
                {label}: {type === "serial" ? "counts up by itself" : "by the mode"}
              </p>
            ) : (
              <Field
                key={id}
                label={from === undefined ? label : `${label}, from ${SOURCE_WORDS[from]}`}
                mono
                value={form.sent[id] ?? ""}
                placeholder={from === undefined ? "" : (fromSite[from] ?? "")}
                fault={problem?.faultOf(`sent.${id}`)}
                onChange={({ target }) => set({ sent: { ...form.sent, [id]: target.value.toUpperCase() } })}
              />
            ),
          )}
        </div>
      </fieldset>
      {rules.bonuses.some(({ kind }) => kind === "claimed") && (
        <fieldset className="grid gap-1">
          <legend className="heading mb-1">Bonuses that we claim</legend>
          {rules.bonuses.map((bonus) =>
            bonus.kind !== "claimed" ? null : (
              <label key={bonus.id} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={form.bonuses.includes(bonus.id)}
                  onChange={({ target }) =>
                    set({
                      bonuses: target.checked
                        ? [...form.bonuses, bonus.id]
                        : form.bonuses.filter((one) => one !== bonus.id),
                    })
                  }
                />
                {bonus.label}, {bonus.points} points
              </label>
            ),
          )}
        </fieldset>
      )}
      <fieldset className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        <legend className="heading mb-2">For handing in the log; it can be left for later</legend>
        {HEADER.map(([key, label]) => (
          <Field
            key={key}
            label={label}
            value={form.header[key]}
            fault={problem?.faultOf(`header.${key}`)}
            onChange={({ target }) => set({ header: { ...form.header, [key]: target.value } })}
          />
        ))}
        <div className="grid gap-[3px]">
          <label htmlFor="entry-address" className="text-tiny text-soft">
            Address
          </label>
          <textarea
            id="entry-address"
            rows={3}
            className="field h-auto py-1.5"
            value={form.header.address}
            onChange={({ target }) => set({ header: { ...form.header, address: target.value } })}
          />
        </div>
        <div className="grid gap-[3px]">
          <label htmlFor="entry-soapbox" className="text-tiny text-soft">
            Remarks for the organiser
          </label>
          <textarea
            id="entry-soapbox"
            rows={3}
            className="field h-auto py-1.5"
            value={form.header.soapbox}
            onChange={({ target }) => set({ header: { ...form.header, soapbox: target.value } })}
          />
        </div>
      </fieldset>
      {problem !== null && (general === undefined || general.length > 0) && (
        <p role="alert" className="text-stop">
          {general === undefined
            ? problem.message
            : general.map(({ field, detail }) => `${field}: ${detail}`).join("; ")}
        </p>
      )}
    </Window>
  );
}

const KNOWN = ["ownCall", "operators", "power", "category", "goal", "sent.", "header."];
const CATEGORY_LABELS: Readonly<Record<CategoryKind, string>> = {
  operator: "Operator",
  assisted: "Assisted",
  band: "Band",
  mode: "Mode",
  power: "Power",
  station: "Station",
  transmitter: "Transmitter",
  overlay: "Overlay",
};
const SOURCE_WORDS: Readonly<Record<PartSource, string>> = {
  "site.cqZone": "the site",
  "site.ituZone": "the site",
  "site.grid": "the site",
  "site.state": "the site",
  "site.county": "the site",
  "site.power": "the power",
  operator: "the operator",
};

type SetupForm = ReturnType<typeof startOf>;

/** What the site and the operator say of the sent parts, as the form stands. */
function valuesFor(site: Site, form: Pick<SetupForm, "power" | "operators"> & { header: { name: string } }) {
  const watts = form.power === "" ? site.power : Number(form.power);
  return sourceValues(site, watts, form.header.name, form.operators.split(/[\s,]+/));
}

/** The category that fits the power, and otherwise the first. */
function usualOf(kind: string, values: readonly string[], power: number | null): string {
  const fitting = power === null ? "" : power <= 5 ? "QRP" : power <= 100 ? "LOW" : "HIGH";
  return kind === "power" && values.includes(fitting) ? fitting : (values[0] ?? "");
}

const NO_HEADER = { name: "", address: "", email: "", club: "", location: "", soapbox: "" };

function startOf(rules: Rules, entry: Entry | null, site: Site) {
  const kept = entry === null ? localStorage.getItem(KEPT_AS) : null;
  const known = kept === null ? {} : { ...(JSON.parse(kept) as Partial<typeof NO_HEADER>), soapbox: "" };
  const form = {
    ownCall: entry?.ownCall ?? site.call,
    operators: entry?.operators.join(" ") ?? site.call.split("/")[0]!,
    power: (entry?.power ?? site.power)?.toString() ?? "",
    category:
      entry?.category ??
      Object.fromEntries(
        Object.entries(rules.categories).map(([kind, values]) => [kind, usualOf(kind, values, site.power)]),
      ),
    sent: {} as Record<string, string>,
    bonuses: entry?.bonuses ?? [],
    header: entry?.header ?? { ...NO_HEADER, ...known },
    goal: entry?.goal?.toString() ?? "",
  };
  // What comes from the site is shown as such, and not as typed.
  const values = valuesFor(site, form);
  for (const { id, from } of entry === null ? [] : partsOf(rules, entry.side)) {
    const sent = entry!.sent[id];
    if (sent !== undefined && (from === undefined || values[from] !== sent)) form.sent[id] = sent;
  }
  return form;
}
