"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useId, useMemo } from "react";
import { useWatch } from "react-hook-form";
import { z } from "zod";
import {
  CATEGORY_KINDS,
  type CategoryKind,
  categoryWords,
  choicesFor,
  limitsFor,
  meaningOf,
  type Part,
  type PartSource,
  partsOf,
  readPart,
  type Rules,
  sourceValues,
  stationByCall,
  stationOf,
} from "@/core/contest";
import { defaultReport } from "@/core/band";
import { type Entry, entryInputSchema, type Site } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { AreaField, ChoiceField, FieldsFault, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { typedNumber } from "../kit/form/typed";
import { useZodForm } from "../kit/form/useZodForm";
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
  const form = useZodForm({
    schema: entryForm,
    start: startOf(rules, entry, logbook.site),
    send: (body) => {
      localStorage.setItem(KEPT_AS, JSON.stringify(body.header));
      return entry === null
        ? ask(contest.enter, { params: { logbookId: logbook.id }, body: { tag: rules.tag, ...body } })
        : ask(contest.changeEntry, { params: { entryId: entry.id }, body });
    },
    onSent: (saved) => void client.invalidateQueries({ queryKey: ["contest"] }).then(() => onDone(saved)),
  });
  const typed = useWatch({ control: form.form.control });
  const ownCall = typed.ownCall ?? "";
  const own = useMemo(
    () => stationOf(rules, { ...stationByCall(ownCall, 0), grid: logbook.site.grid }),
    [rules, ownCall, logbook.site.grid],
  );
  const parts = partsOf(rules, own.side);
  const fromSite = valuesFor(logbook.site, typed.power ?? "", typed.header?.name ?? "");
  const goesOut = parts
    .map(({ id, type, from }) => {
      if (type === "serial") return "001";
      const value = typed.sent?.[id]?.toUpperCase() || (from === undefined ? "" : fromSite[from]);
      return value || (type === "report" ? defaultReport("CW", null) : "?");
    })
    .join(" ");
  return (
    <FormWindow
      form={form}
      title={rules.name}
      about={entry === null ? rules.about : "What is changed here holds from the next contact on."}
      width={760}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            {entry === null ? "Enter the contest" : "Keep"}
          </Button>
        </>
      }
    >
      <fieldset className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
        <legend className="heading mb-2">Who</legend>
        <TextField<EntryForm> name="ownCall" label="Call on the air" mono upper autoFocus />
        <TextField<EntryForm>
          name="operators"
          label="Operators, by their calls"
          mono
          upper
          wrapperClassName="col-span-2"
        />
        <TextField<EntryForm> name="power" label="Power, W" mono inputMode="decimal" />
      </fieldset>
      <fieldset className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
        <legend className="heading mb-2">Category</legend>
        {CATEGORY_KINDS.map((kind) => {
          const values = rules.categories[kind];
          if (values === undefined) return null;
          return (
            <ChoiceField<EntryForm> key={kind} name={`category.${kind}`} label={CATEGORY_LABELS[kind]}>
              {values.map((value) => (
                <option key={value} value={value}>
                  {categoryWords(rules, kind, value)}
                </option>
              ))}
            </ChoiceField>
          );
        })}
        <TextField<EntryForm> name="goal" label="Goal, contacts" mono inputMode="numeric" />
        <FieldsFault<EntryForm> name="category" />
      </fieldset>
      <fieldset className="grid gap-2">
        <legend className="heading mb-2">What we send</legend>
        <p className="rounded-field bg-raised px-3 py-2 font-mono text-title" aria-label="The exchange as it goes out">
          {goesOut}
        </p>
        <div className="grid grid-cols-4 gap-3 max-sm:grid-cols-2">
          {parts.map((part) =>
            part.type === "serial" || part.type === "report" ? (
              <p key={part.id} className="self-end pb-2 text-soft">
                {part.label}: {part.type === "serial" ? "counts up by itself" : "by the mode"}
              </p>
            ) : (
              <SentField
                key={part.id}
                rules={rules}
                part={part}
                entity={own.entity}
                fromSite={part.from === undefined ? null : fromSite[part.from]}
                value={typed.sent?.[part.id] ?? ""}
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
                <input type="checkbox" value={bonus.id} {...form.form.register("bonuses")} />
                {bonus.label}, {bonus.points} points
              </label>
            ),
          )}
        </fieldset>
      )}
      <fieldset className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        <legend className="heading mb-2">For handing in the log; it can be left for later</legend>
        {HEADER.map(([key, label]) => (
          <TextField<EntryForm> key={key} name={`header.${key}`} label={label} />
        ))}
        <AreaField<EntryForm> name="header.address" label="Address" />
        <AreaField<EntryForm> name="header.soapbox" label="Remarks for the organiser" />
      </fieldset>
    </FormWindow>
  );
}

interface SentFieldProps {
  rules: Rules;
  part: Part;
  /** Our own. */
  entity: number | null;
  /** What the site or the operator says of it. */
  fromSite: string | null;
  value: string;
}

/** What we send as one part: what exists is offered, and what is typed is said in words. */
function SentField({ rules, part, entity, fromSite, value }: SentFieldProps) {
  const listId = useId();
  const { id, label, from } = part;
  const choices = choicesFor(rules, part, entity);
  const said = (value || (fromSite ?? "")).trim();
  const reading = said === "" ? null : readPart(rules, part, said, { mode: "CW", entity });
  const meaning = reading?.ok === true ? meaningOf(rules, part, reading.value, entity) : null;
  return (
    <div>
      <TextField<EntryForm>
        name={`sent.${id}`}
        label={from === undefined ? label : `${label}, from ${SOURCE_WORDS[from]}`}
        mono
        upper
        placeholder={fromSite ?? ""}
        list={choices.length === 0 ? undefined : listId}
      />
      {choices.length > 0 && (
        <datalist id={listId}>
          {choices.map(({ code, name }) => (
            <option key={`${code} ${name}`} value={code}>
              {`${code} ${name}`}
            </option>
          ))}
        </datalist>
      )}
      {meaning !== null && <p className="truncate text-tiny text-soft">{meaning}</p>}
    </div>
  );
}

const { ownCall, operators, power, category, goal, sent, bonuses, header } = entryInputSchema.shape;
const entryForm = z.object({
  ownCall,
  operators: z
    .string()
    .transform((text) => text.split(/[\s,]+/).filter(Boolean))
    .pipe(operators),
  power: typedNumber(power),
  category,
  goal: typedNumber(goal),
  // What is left empty comes from the site.
  sent: z
    .record(z.string(), z.string())
    .transform((parts) => Object.fromEntries(Object.entries(parts).filter(([, value]) => value.trim() !== "")))
    .pipe(sent.unwrap()),
  bonuses: bonuses.unwrap(),
  header: header.unwrap().required(),
});
type EntryForm = z.input<typeof entryForm>;

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
  "site.fullGrid": "the site",
  "site.state": "the site",
  "site.county": "the site",
  "site.power": "the power",
  operator: "the name below",
};

/** What the site and the operator say of the sent parts, as the form stands. */
function valuesFor(site: Site, power: string, name: string) {
  const watts = power === "" ? site.power : Number(power.replace(",", "."));
  return sourceValues(site, watts, name);
}

/** The category that fits the power, by what the contest has as its watts, and otherwise the first. */
function usualOf(rules: Rules, kind: string, values: readonly string[], power: number | null): string {
  const wattsOf = (value: string) => limitsFor(rules, { power: value }).watts ?? Infinity;
  const fitting = kind !== "power" || power === null ? [] : values.filter((value) => power <= wattsOf(value));
  return fitting.sort((a, b) => wattsOf(a) - wattsOf(b))[0] ?? values[0] ?? "";
}

const NO_HEADER = { name: "", address: "", email: "", club: "", location: "", soapbox: "" };

function startOf(rules: Rules, entry: Entry | null, site: Site): EntryForm {
  const kept = entry === null ? localStorage.getItem(KEPT_AS) : null;
  const known = kept === null ? {} : { ...(JSON.parse(kept) as Partial<typeof NO_HEADER>), soapbox: "" };
  const ids = Object.values(rules.exchange).flatMap((parts) => parts.map(({ id }) => id));
  const sentAsTyped: Record<string, string> = Object.fromEntries(ids.map((id) => [id, ""]));
  const form = {
    ownCall: entry?.ownCall ?? site.call,
    operators: entry?.operators.join(" ") ?? site.call.split("/")[0]!,
    power: (entry?.power ?? site.power)?.toString() ?? "",
    category:
      entry?.category ??
      Object.fromEntries(
        Object.entries(rules.categories).map(([kind, values]) => [kind, usualOf(rules, kind, values, site.power)]),
      ),
    sent: sentAsTyped,
    bonuses: entry?.bonuses ?? [],
    header: entry?.header ?? { ...NO_HEADER, ...known },
    goal: entry?.goal?.toString() ?? "",
  };
  // What comes from the site is shown as such, and not as typed.
  const values = valuesFor(site, form.power, form.header.name);
  for (const { id, from } of entry === null ? [] : partsOf(rules, entry.side)) {
    const sent = entry!.sent[id];
    if (sent !== undefined && (from === undefined || values[from] !== sent)) sentAsTyped[id] = sent;
  }
  return form;
}
