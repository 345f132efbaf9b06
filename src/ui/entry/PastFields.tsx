"use client";

import { type KeyboardEvent, type RefObject, useState } from "react";
import { type Moment, parseClock, parseDay, stepDay, stepMinutes } from "@/core/contact";
import { Field } from "../kit/Field";

interface PastFieldsProps {
  past: Moment;
  timeRef: RefObject<HTMLInputElement | null>;
  callRef: RefObject<HTMLInputElement | null>;
  onChange: (past: Moment) => void;
}

/** Day and time of a contact entered after the fact, typed in short forms and carried from one to the next. */
export function PastFields({ past, timeRef, callRef, onChange }: PastFieldsProps) {
  const [day, setDay] = useState<string | null>(null);
  const [clock, setClock] = useState<string | null>(null);
  const readDay = day === null ? past.day : parseDay(day, past.day);
  const readClock = clock === null ? past.clock : parseClock(clock, past.clock);

  function takeDay() {
    if (readDay === null) return;
    onChange({ ...past, day: readDay });
    setDay(null);
  }
  function takeClock() {
    if (readClock === null) return;
    onChange({ ...past, clock: readClock });
    setClock(null);
  }
  /** Up and down step; Enter takes what is typed, and goes on to the call. */
  function onKeyDown(event: KeyboardEvent, take: () => void, wrong: boolean, step: (by: 1 | -1) => Moment) {
    const by = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (by !== 0 && !event.altKey) {
      event.preventDefault();
      setDay(null);
      setClock(null);
      onChange(step(by));
    } else if (event.key === "Enter") {
      event.preventDefault();
      event.stopPropagation();
      if (!wrong) callRef.current?.focus();
      take();
    }
  }

  return (
    <div className="mb-1.5 flex items-end gap-2.5">
      <Field
        label="Day, UTC"
        mono
        wrapperClassName="w-[118px]"
        value={day ?? past.day}
        fault={readDay === null ? `"${day}" is no day: 2026-11-23, 11-23, 23 or +1` : undefined}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setDay(target.value)}
        onBlur={takeDay}
        onKeyDown={(event) =>
          onKeyDown(event, takeDay, readDay === null, (by) => ({ ...past, day: stepDay(past.day, by) }))
        }
      />
      <Field
        label="Time, UTC"
        mono
        ref={timeRef}
        wrapperClassName="w-[88px]"
        value={clock ?? past.clock}
        fault={readClock === null ? `"${clock}" is no time: 2140, 940, or the minute alone` : undefined}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setClock(target.value)}
        onBlur={takeClock}
        onKeyDown={(event) => onKeyDown(event, takeClock, readClock === null, (by) => stepMinutes(past, by))}
      />
      <p className="flex-1 pb-2 text-soft max-sm:hidden">
        After the fact. Up and down step; Enter goes on to the call, and after logging back to the time.
      </p>
    </div>
  );
}
