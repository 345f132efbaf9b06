"use client";

import { applyEdits, modify } from "jsonc-parser";
import { Plus, Trash2 } from "lucide-react";
import { BANDS, bandLabel } from "@/core/band";
import { conditionText, PART_TYPES, WEEKDAYS } from "@/core/contest";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { Field } from "../kit/Field";
import type { JsonPath } from "../kit/json/schemaAt";
import { Tick } from "../kit/Tick";
import { numberTyped, type TypedDefinition } from "./typedDefinition";

interface RulesFormProps {
  rules: TypedDefinition;
  text: string;
  onChange: (text: string) => void;
}

const MONTHS = Array.from({ length: 12 }, (_, month) =>
  new Intl.DateTimeFormat("en", { month: "long", timeZone: "UTC" }).format(Date.UTC(2026, month, 1)),
);
const WEEKS = [1, 2, 3, 4, 5, "last"] as const;
const MODES = ["CW", "voice", "digital"];
const FORMATTING = { insertSpaces: true, tabSize: 2, keepLines: true };

/** The usual changes of a definition, without JSON: each changes its place in the text, and nothing else. */
export function RulesForm({ rules, text, onChange }: RulesFormProps) {
  /** Undefined takes it out. */
  const set = (path: JsonPath, value: unknown, isInsertion = false) =>
    onChange(
      applyEdits(
        text,
        modify(text, [...path], value, { formattingOptions: FORMATTING, isArrayInsertion: isInsertion }),
      ),
    );
  const { name, tag, when, deadlineDays, bands, modes, exchange, points } = rules;
  const toggled = (all: readonly string[], one: string, order: readonly string[]) =>
    all.includes(one)
      ? all.filter((other) => other !== one)
      : [...all, one].sort((a, b) => order.indexOf(a) - order.indexOf(b));
  return (
    <div className="grid content-start gap-3">
      <fieldset className="grid grid-cols-2 gap-2">
        <legend className="heading mb-1">Name and dates</legend>
        <Field label="Name" value={name} onChange={({ target }) => set(["name"], target.value)} />
        <Field label="Tag" mono value={tag} onChange={({ target }) => set(["tag"], target.value.toUpperCase())} />
        {when !== null && "every" in when && (
          <>
            <Choice
              label="Month"
              value={when.every.month}
              onChange={({ target }) => set(["when", "every", "month"], Number(target.value))}
            >
              {MONTHS.map((month, index) => (
                <option key={month} value={index + 1}>
                  {month}
                </option>
              ))}
            </Choice>
            <Choice
              label="Week"
              value={when.every.week}
              onChange={({ target }) =>
                set(["when", "every", "week"], target.value === "last" ? "last" : Number(target.value))
              }
            >
              {WEEKS.map((week) => (
                <option key={week} value={week}>
                  {week === "last" ? "the last" : `the ${ORDINALS[week - 1]}`}
                </option>
              ))}
            </Choice>
            <Choice
              label="Day"
              value={when.every.day}
              onChange={({ target }) => set(["when", "every", "day"], target.value)}
            >
              {WEEKDAYS.map((day) => (
                <option key={day} value={day}>
                  {day.charAt(0).toUpperCase() + day.slice(1)}
                </option>
              ))}
            </Choice>
            <Field
              label="Begins, UTC"
              mono
              value={when.every.start}
              onChange={({ target }) => set(["when", "every", "start"], target.value)}
            />
            <Field
              label="Hours"
              mono
              inputMode="decimal"
              value={when.every.hours}
              onChange={({ target }) => set(["when", "every", "hours"], numberTyped(target.value))}
            />
          </>
        )}
        {when !== null &&
          "fixed" in when &&
          when.fixed.map((period, index) =>
            (["from", "to"] as const).map((end) => (
              <Field
                key={`${index} ${end}`}
                label={end === "from" ? "From, UTC" : "To, UTC"}
                mono
                value={period[end]}
                onChange={({ target }) => set(["when", "fixed", index, end], target.value)}
              />
            )),
          )}
        <Field
          label="Days until logs are due"
          mono
          inputMode="decimal"
          value={deadlineDays}
          onChange={({ target }) => set(["deadlineDays"], numberTyped(target.value))}
        />
      </fieldset>
      <fieldset>
        <legend className="heading mb-1">Bands and modes</legend>
        <div className="flex flex-wrap gap-x-3 gap-y-1">
          {BANDS.map((band) => (
            <Tick
              key={band.name}
              label={bandLabel(band.name)}
              checked={bands.includes(band.name)}
              onChange={() => set(["bands"], toggled(bands, band.name, BAND_ORDER))}
            />
          ))}
        </div>
        <div className="mt-1.5 flex flex-wrap gap-x-3 gap-y-1 border-t border-line pt-1.5">
          {[...new Set([...MODES, ...modes])].map((mode) => (
            <Tick
              key={mode}
              label={mode}
              checked={modes.includes(mode)}
              onChange={() => set(["modes"], toggled(modes, mode, MODES))}
            />
          ))}
        </div>
      </fieldset>
      {Object.entries(exchange).map(([side, parts]) => (
        <fieldset key={side} className="grid gap-1.5">
          <legend className="heading mb-1">{side === "all" ? "What all send" : `What ${side} sends`}</legend>
          {parts.map((part, index) => (
            <div key={index} className="flex items-end gap-2">
              <Field
                label="Label"
                wrapperClassName="w-28"
                value={part.label}
                onChange={({ target }) => set(["exchange", side, index, "label"], target.value)}
              />
              <Choice
                label="What it is"
                wrapperClassName="flex-1"
                value={part.type}
                onChange={({ target }) => set(["exchange", side, index, "type"], target.value)}
              >
                {PART_TYPES.map((type) => (
                  <option key={type}>{type}</option>
                ))}
              </Choice>
              <Tick
                label="optional"
                checked={part.optional}
                onChange={(optional) => set(["exchange", side, index, "optional"], optional || undefined)}
              />
              <Button
                small
                look="quiet"
                aria-label={`Remove ${part.label}`}
                disabled={parts.length === 1}
                onClick={() => set(["exchange", side, index], undefined)}
              >
                <Trash2 size={15} aria-hidden />
              </Button>
            </div>
          ))}
          <Button
            small
            className="justify-self-start"
            onClick={() => set(["exchange", side, parts.length], newPart(parts), true)}
          >
            <Plus size={14} aria-hidden /> Add a part
          </Button>
        </fieldset>
      ))}
      <fieldset className="grid gap-1.5">
        <legend className="heading mb-1">Points</legend>
        {points.map(({ if: condition, points: value }, index) => {
          const words = wordsOf(condition, index);
          return typeof value === "object" ? (
            <p key={index} className="text-soft">
              {words}: {"part" in value ? "by what is received" : "by the distance"}; the text says how
            </p>
          ) : (
            <Field
              key={index}
              label={words}
              mono
              inputMode="decimal"
              className="w-24"
              value={value}
              onChange={({ target }) => set(["points", index, "points"], numberTyped(target.value))}
            />
          );
        })}
      </fieldset>
    </div>
  );
}

function wordsOf(condition: TypedDefinition["points"][number]["if"], index: number): string {
  if (condition === null) return "a condition that is not understood";
  return condition === undefined ? (index === 0 ? "any contact" : "any other contact") : conditionText(condition);
}

const ORDINALS = ["first", "second", "third", "fourth", "fifth"];
const BAND_ORDER = BANDS.map(({ name }) => name);

/** A part that the others are not yet. */
function newPart(parts: readonly { readonly id: string }[]) {
  let number = parts.length + 1;
  while (parts.some(({ id }) => id === `part${number}`)) number++;
  return { id: `part${number}`, label: `Part ${number}`, type: "text" };
}
