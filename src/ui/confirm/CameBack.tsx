import { type Award, describeItem, type Gain, GAINS } from "@/core/award";
import { bandLabel } from "@/core/band";
import type { FetchReport } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { useAwards } from "../awards/useAwards";
import { count, many } from "../kit/format";
import { Mark } from "../kit/Mark";
import { useLogbook } from "../shell/logbook";

/** What the last fetch confirmed. */
export function FetchLines({ report }: { report: FetchReport }) {
  return (
    <>
      <Gains gains={report.gains ?? []} />
      <ByCall lines={report.byCall ?? []} />
      {(report.elsewhere ?? []).map(({ logbookId, name, matched }) => (
        <p key={logbookId} className="text-soft">
          {count(matched)} of them in the logbook {name}.
        </p>
      ))}
      <Matched report={report} />
    </>
  );
}

const GAIN_WORDS: Readonly<Record<Gain, readonly [string, string]>> = {
  item: ["confirmed for the first time", "confirmed for the first time"],
  band: ["new on a band", "new on bands"],
  mode: ["new in a mode", "new in modes"],
};
const NAMED = 8;

/** What the fetch added to the awards, the greatest first. */
function Gains({ gains }: { gains: FetchReport["gains"] }) {
  const { logbook } = useLogbook();
  const { awards } = useAwards(logbook.id);
  const awardOf = (id: string) => awards?.find(({ award }) => award === id)?.of ?? GONE;
  if (gains.length === 0) return null;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">What it adds to the awards</h3>
      <ul aria-label="What it adds to the awards">
        {[...gains]
          .sort((a, b) => GAINS.indexOf(a.gain) - GAINS.indexOf(b.gain))
          .map(({ award, gain, count: gained, first }) => (
            <li key={`${award} ${gain}`} className="flex gap-2">
              <Mark kind="safe" />
              <span className="min-w-0">
                {many(gained, awardOf(award).one, awardOf(award).many)} {GAIN_WORDS[gain][gained === 1 ? 0 : 1]}:{" "}
                <span className="text-soft">
                  {first
                    .slice(0, NAMED)
                    .map(gainText(awardOf(award), gain))
                    .join(", ")}
                  {gained > NAMED && ` and ${count(gained - NAMED)} more`}
                </span>
              </span>
            </li>
          ))}
      </ul>
    </section>
  );
}

/** Of an award that is no more one speaks of items. */
const GONE = { one: "item", many: "items", universe: null };

const gainText =
  (award: Pick<Award, "universe">, gain: Gain) =>
  ({ item, band }: { item: string; band: string }): string => {
    const { name } = describeItem(award, item);
    return gain === "item" ? name : `${name} on ${bandLabel(band)}`;
  };

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
