import type { ReactNode } from "react";

interface ChipsProps<Value extends string> {
  label: string;
  values: readonly Value[];
  text: (value: Value) => string;
  mark?: (value: Value) => ReactNode;
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}

/** Some of a few: each is a button that is pressed or not; none chosen leaves it open. */
export function Chips<Value extends string>({ label, values, text, mark, chosen, onChange }: ChipsProps<Value>) {
  const turn = (value: Value) =>
    onChange(
      chosen.includes(value)
        ? chosen.filter((one) => one !== value)
        : values.filter((one) => one === value || chosen.includes(one)),
    );
  return (
    <fieldset className="grid min-w-0 content-start gap-[3px]">
      <legend className="text-tiny text-soft">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {values.map((value) => {
          const isChosen = chosen.includes(value);
          return (
            <button
              key={value}
              type="button"
              aria-pressed={isChosen}
              onClick={() => turn(value)}
              className={`inline-flex h-7 items-center gap-1.5 rounded-field border px-2 ${isChosen ? "border-signal bg-signal-wash font-semibold text-signal" : "border-edge bg-panel hover:border-signal"}`}
            >
              {mark?.(value)}
              {text(value)}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
