"use client";

import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { CalendarDays } from "lucide-react";
import { DayPicker } from "react-day-picker";
import { z } from "zod";
import { Field } from "./Field";

interface DayFieldProps {
  label: string;
  /** "2026-11-23", what was typed instead, or "". */
  value: string;
  onChange: (day: string) => void;
  fault?: string | undefined;
}

/** A day in UTC, typed or picked from a calendar. */
export function DayField({ label, value, onChange, fault }: DayFieldProps) {
  const day = z.iso.date().safeParse(value).success ? new Date(`${value}T00:00:00Z`) : undefined;
  return (
    <Field
      label={label}
      mono
      placeholder="2026-11-23"
      value={value}
      fault={fault}
      onChange={({ target }) => onChange(target.value.trim())}
      aside={
        <Popover className="flex">
          <PopoverButton
            aria-label="Pick from a calendar"
            className="rounded-field px-1 hover:text-signal focus-visible:text-signal"
          >
            <CalendarDays size={13} aria-hidden />
          </PopoverButton>
          <PopoverPanel
            anchor="bottom end"
            focus
            className="z-60 rounded-lg border border-line bg-panel p-2 text-base text-ink shadow-2xl"
          >
            {({ close }) => (
              <DayPicker
                mode="single"
                timeZone="UTC"
                weekStartsOn={1}
                captionLayout="dropdown"
                startMonth={new Date(Date.UTC(1945, 0))}
                endMonth={new Date()}
                defaultMonth={day ?? new Date()}
                selected={day}
                onSelect={(picked) => {
                  onChange(picked === undefined ? "" : picked.toISOString().slice(0, 10));
                  close();
                }}
                classNames={LOOKS}
              />
            )}
          </PopoverPanel>
        </Popover>
      }
    />
  );
}

const ARROW = "grid size-7 place-items-center rounded-field hover:bg-signal-wash [&_svg]:size-4 [&_svg]:fill-current";
const LOOKS = {
  months: "relative",
  nav: "absolute top-0 right-0 flex",
  button_previous: ARROW,
  button_next: ARROW,
  month_caption: "mb-1 flex h-7 items-center font-semibold",
  dropdowns: "flex gap-1",
  dropdown_root: "relative inline-flex items-center rounded-field border border-line px-1.5",
  dropdown: "absolute inset-0 cursor-pointer opacity-0",
  caption_label: "inline-flex items-center gap-1 [&_svg]:size-3 [&_svg]:rotate-0 [&_svg]:fill-current",
  weekday: "h-6 w-8 text-tiny font-normal text-soft",
  day: "p-0 text-center",
  day_button:
    "size-8 rounded-field font-mono hover:bg-signal-wash focus-visible:outline-2 focus-visible:outline-signal",
  selected: "*:bg-signal *:text-signal-ink *:hover:bg-signal",
  today: "*:font-semibold *:underline",
  outside: "text-faint",
};
