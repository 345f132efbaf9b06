import { bandLabel } from "@/core/band";
import type { FetchReport } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";

/** What the last fetch confirmed. */
export function FetchLines({ report }: { report: FetchReport }) {
  return (
    <>
      <ByCall lines={report.byCall ?? []} />
      <Matched report={report} />
    </>
  );
}

/** What was said of each of our calls, where there are several. */
function ByCall({ lines }: { lines: FetchReport["byCall"] }) {
  if (lines.length < 2) return null;
  return (
    <ul aria-label="By our call">
      {lines.map(({ ownCall, matched, known, withoutTwin }) => (
        <li key={ownCall} className="flex gap-3">
          <span className="w-24 font-mono font-bold">{ownCall}</span>
          <span className="text-soft">
            {count(matched)} confirmed, {count(known)} known already, {count(withoutTwin)} without a twin
          </span>
        </li>
      ))}
    </ul>
  );
}

function Matched({ report }: { report: FetchReport }) {
  if (report.matchedLines.length === 0) return null;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">Confirmed by the last fetch</h3>
      <ul
        className="max-h-56 overflow-auto rounded-field border border-line bg-panel"
        tabIndex={0}
        aria-label="Confirmed by the last fetch"
      >
        {report.matchedLines.map((line, index) => (
          <li key={index} className="flex gap-3 border-b border-line px-3 py-1 last:border-0">
            <Mark kind="safe" label="confirmed" />
            <span className="w-24 font-mono font-bold">{line.call}</span>
            <span className="font-mono text-soft">{fullTime(line.startedAt)}</span>
            <span>{bandLabel(line.band)}</span>
            <span>{line.mode}</span>
            <span className="truncate text-soft">{line.text}</span>
          </li>
        ))}
      </ul>
      {report.matched > report.matchedLines.length && (
        <p className="text-faint">and {count(report.matched - report.matchedLines.length)} more</p>
      )}
    </section>
  );
}
