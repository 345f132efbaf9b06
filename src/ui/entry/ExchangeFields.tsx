import { defaultReport } from "@/core/band";
import { Field } from "../kit/Field";
import { type ContestLine, partKey } from "./contestLine";
import { type Draft, valueIn, withValue } from "./draft";

interface ExchangeFieldsProps {
  contest: ContestLine;
  draft: Draft;
  mode: string;
  take: (draft: Draft) => void;
  faultOf: (field: string) => string | undefined;
}

/** The parts of the exchange that their station sends, and before them what we send. */
export function ExchangeFields({ contest, draft, mode, take, faultOf }: ExchangeFieldsProps) {
  return (
    <>
      <div className="grid min-w-0 gap-[3px]">
        <span className="text-tiny text-soft">We send</span>
        <output className="flex h-[34px] items-center truncate px-1 font-mono text-[15px] text-soft">
          {contest.sends || "…"}
        </output>
      </div>
      {contest.parts.map((part) => {
        const key = partKey(part.id);
        const guess = contest.guesses[part.id];
        return (
          <Field
            key={part.id}
            label={part.optional ? `${part.label}, if any` : part.label}
            mono
            data-part={part.id}
            {...(part.type === "report" ? { "data-report": "" } : {})}
            value={valueIn(draft, key)}
            placeholder={part.type === "report" ? defaultReport(mode, null) : (guess?.value ?? "")}
            title={guess === undefined ? undefined : `${guess.value} is a guess, from ${guess.from}`}
            fault={faultOf(key)}
            maxLength={60}
            wrapperClassName={WIDTHS[part.type] ?? "w-[96px]"}
            onChange={({ target }) => take(withValue(draft, key, target.value.toUpperCase()))}
          />
        );
      })}
      <span className="flex-1 max-lg:hidden" />
    </>
  );
}

const WIDTHS: Readonly<Record<string, string>> = {
  report: "w-[64px]",
  cqZone: "w-[72px]",
  ituZone: "w-[72px]",
  serial: "w-[92px]",
  name: "w-[140px]",
  text: "w-[180px]",
};
