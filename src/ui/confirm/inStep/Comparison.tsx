"use client";

import { type ReactNode, useState } from "react";
import { bandLabel, compareBands, MODE_GROUPS } from "@/core/band";
import { type ChartPart, type Figure, FIGURES, type Figures } from "@/core/confirm";
import type { Place, PlaceChart } from "@/core/contract";
import { Choice } from "../../kit/Choice";
import { count } from "../../kit/format";
import { TableHead } from "../../kit/TableHead";
import { BandChart } from "./BandChart";
import { type Gain, GainList } from "./GainList";
import { FigureChoice } from "./FigureChoice";
import { FIGURE_NAMES, partText, placeName, signed, tellsItself } from "./words";

interface ComparisonProps {
  title: string;
  before: readonly PlaceChart[];
  /** Empty where there is only one look. */
  after: readonly PlaceChart[];
  /** Whose gains can be gone into; null where there are none. */
  gainsOf: { readonly logbookId: number; readonly actId: number } | null;
}

/** What each place has before and after: in all, by band and mode group, as a chart; and the contacts behind each gain. */
export function Comparison({ title, before, after, gainsOf }: ComparisonProps) {
  const [place, setPlace] = useState<Place>(before[0]!.place);
  const [figure, setFigure] = useState<Figure>("confirmedEntities");
  const [gain, setGain] = useState<Gain | null>(null);
  const linesOf = (charts: readonly PlaceChart[], at: Place) => charts.find((one) => one.place === at)?.lines ?? null;
  const reading = (at: Place, part: ChartPart): Reading => {
    const figuresIn = (charts: readonly PlaceChart[]) => {
      const lines = linesOf(charts, at);
      if (lines === null) return null;
      return lines.find((line) => line.band === part.band && line.modeGroup === part.modeGroup)?.figures ?? "none";
    };
    return { was: figuresIn(before), is: after.length === 0 ? undefined : figuresIn(after) };
  };
  const cell = (at: Place, part: ChartPart, of: Figure): ReactNode => (
    <FigureCell
      reading={reading(at, part)}
      figure={of}
      label={`${placeName(at)}, ${partText(part)}: ${FIGURE_NAMES[of].toLowerCase()}`}
      onGain={gainsOf === null ? null : () => setGain({ place: at, figure: of, ...part })}
    />
  );
  const shownLines = [...(linesOf(before, place) ?? []), ...(linesOf(after, place) ?? [])];
  const bands = [...new Set(shownLines.flatMap(({ band }) => band ?? []))].sort(compareBands);
  const untold = before.filter((chart) => !tellsItself(chart.place)).map((chart) => placeName(chart.place));
  const problems = [...before, ...after].flatMap(({ problem }) => problem ?? []);
  return (
    <div className="grid content-start gap-4">
      <section className="grid gap-1.5" aria-label={title}>
        <h2 className="heading">{title}</h2>
        <div className="overflow-x-auto">
          <table className="w-full border border-line bg-panel">
            <caption className="sr-only">What each place has in all</caption>
            <TableHead titles={["Where", ...FIGURES.map((one) => FIGURE_NAMES[one])]} />
            <tbody>
              {before.map(({ place: at }) => (
                <tr key={at} className="border-b border-line whitespace-nowrap last:border-0">
                  <th scope="row" className="px-2 py-1 pl-3 text-left font-semibold">
                    {placeName(at)}
                  </th>
                  {FIGURES.map((one) => (
                    <td key={one} className="px-2 py-1">
                      {cell(at, ALL, one)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {untold.length > 0 && (
          <p className="text-soft">{untold.join(" and ")} tells no chart: its figures are what this log says of it.</p>
        )}
        {[...new Set(problems)].map((problem) => (
          <p key={problem} className="text-stop">
            {problem}
          </p>
        ))}
      </section>
      {gain !== null && gainsOf !== null && <GainList {...gainsOf} gain={gain} onClose={() => setGain(null)} />}
      <section className="grid gap-2" aria-label="By band and mode">
        <div className="flex items-end gap-3">
          <h2 className="heading flex-1 self-center">By band and mode</h2>
          <Choice
            label="Of"
            value={place}
            onChange={({ target }) => setPlace(before.find((one) => one.place === target.value)?.place ?? place)}
          >
            {before.map(({ place: at }) => (
              <option key={at} value={at}>
                {placeName(at)}
              </option>
            ))}
          </Choice>
          <FigureChoice label="Counted" figure={figure} onChange={setFigure} />
        </div>
        {bands.length === 0 ? (
          <p className="text-soft">{linesOf(before, place) === null ? "It is not known." : "There is nothing yet."}</p>
        ) : (
          <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] items-start gap-4 max-lg:grid-cols-1">
            <table className="w-full border border-line bg-panel">
              <caption className="sr-only">
                {placeName(place)}: {FIGURE_NAMES[figure].toLowerCase()} by band and mode
              </caption>
              <TableHead titles={["Band", ...MODE_GROUPS, "all"]} />
              <tbody>
                {[...bands, null].map((band) => (
                  <tr
                    key={band}
                    className={`border-b border-line whitespace-nowrap last:border-0 ${band === null ? "font-semibold" : ""}`}
                  >
                    <th scope="row" className="px-2 py-1 pl-3 text-left">
                      {band === null ? "all" : bandLabel(band)}
                    </th>
                    {[...MODE_GROUPS, null].map((modeGroup) => (
                      <td key={modeGroup} className="px-2 py-1">
                        {cell(place, { band, modeGroup }, figure)}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
            <BandChart
              bands={bands}
              figure={figure}
              before={linesOf(before, place)}
              after={after.length === 0 ? null : linesOf(after, place)}
            />
          </div>
        )}
      </section>
    </div>
  );
}

const ALL: ChartPart = { band: null, modeGroup: null };

/** The figures of a part before and after: "none" where there are no contacts, null where it is not known. */
interface Reading {
  readonly was: Figures | "none" | null;
  /** Undefined where there is only one look. */
  readonly is: Figures | "none" | null | undefined;
}

interface FigureCellProps {
  reading: Reading;
  figure: Figure;
  /** What is counted, for who does not see the table. */
  label: string;
  onGain: (() => void) | null;
}

function FigureCell({ reading: { was, is }, figure, label, onGain }: FigureCellProps) {
  const valueOf = (figures: Figures | "none") => (figures === "none" ? 0 : figures[figure]);
  const last = is === undefined ? was : is;
  if (last === null) return <span className="text-soft">not known</span>;
  const value = valueOf(last);
  if (value === 0 && (was === "none" || was === null || valueOf(was) === 0))
    return <span className="text-faint">0</span>;
  const gained = was === null || is === undefined ? 0 : value - valueOf(was);
  return (
    <>
      {count(value)}{" "}
      {gained > 0 && onGain !== null ? (
        <button
          type="button"
          className="font-semibold text-safe underline"
          aria-label={`${label}, ${count(gained)} more: show the contacts`}
          onClick={onGain}
        >
          {signed(gained)}
        </button>
      ) : (
        gained !== 0 && <span className="text-soft">{signed(gained)}</span>
      )}
    </>
  );
}
