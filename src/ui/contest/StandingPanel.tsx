"use client";

import { compareBands, bandLabel } from "@/core/band";
import { allowedBy } from "@/core/contest";
import type { Entry, Standing } from "@/core/contract";
import { count } from "../kit/format";
import { HourChart } from "./HourChart";

/** The score by band and how it comes about, the rate, the hours, the operators. */
export function StandingPanel({ entry, standing }: { entry: Entry; standing: Standing | null }) {
  if (standing === null) return <p className="p-4 text-soft">The score is being counted.</p>;
  const { bands, total, score, factors, sessions, bonus, powerFactor, categoryFactor } = standing;
  const kinds = entry.rules.multipliers;
  const shown = Object.keys(bands).sort(compareBands);
  const allowed = allowedBy(entry.category);
  const claimed = [allowed.band === null ? "" : bandLabel(allowed.band), allowed.mode ?? ""].filter(Boolean).join(", ");
  return (
    <>
      <section aria-label="Score" className="border-b border-line px-4 py-2.5">
        <p className="flex items-baseline gap-3">
          <b className="font-mono text-[26px] leading-8 font-semibold">{count(score)}</b>
          <span className="text-soft">
            {sessions.length === 0
              ? product(total.points, factors)
              : sessions.map((one) => `${one.label}: ${product(one.points, one.factors)}`).join(" + ")}
            {categoryFactor !== 1 && ` × ${categoryFactor} for the category`}
            {powerFactor !== 1 && ` × ${powerFactor} for the power`}
            {bonus > 0 && ` + ${count(bonus)} bonus`}
          </span>
        </p>
        {claimed !== "" && <p className="text-soft">Of all contacts; the category claims {claimed} alone.</p>}
        <table className="mt-2 w-full" aria-label="Score by band">
          <thead className="text-right text-tiny text-soft">
            <tr>
              <th scope="col" className="text-left font-medium">
                Band
              </th>
              <th scope="col" className="font-medium">
                Contacts
              </th>
              <th scope="col" className="font-medium">
                Dup
              </th>
              <th scope="col" className="font-medium">
                Points
              </th>
              {kinds.map(({ id, label }) => (
                <th key={id} scope="col" className="font-medium">
                  {label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="text-right font-mono">
            {[...shown.map((band) => [band, bands[band]!] as const), ["", total] as const].map(([band, row]) => (
              <tr key={band} className={`border-t border-line ${band === "" ? "font-semibold" : ""}`}>
                <th scope="row" className="py-0.5 text-left font-sans font-normal">
                  {band === "" ? "All" : bandLabel(band)}
                </th>
                <td>{count(row.contacts)}</td>
                <td className="text-soft">{row.duplicates || ""}</td>
                <td>{count(row.points)}</td>
                {kinds.map(({ id }) => (
                  <td key={id}>{row.multipliers[id] ?? ""}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <RatePart entry={entry} standing={standing} />
    </>
  );
}

/** How fast it goes: now, hour by hour, and by operator. */
export function RatePart({ entry, standing }: { entry: Entry; standing: Standing }) {
  const { rate, operators, total } = standing;
  const made = total.contacts + total.duplicates;
  return (
    <section aria-label="Rate" className="border-b border-line px-4 py-2.5">
      <dl className="grid grid-cols-[1fr_1fr_1fr] gap-x-3 gap-y-1">
        <Figure label="last 10 min, per hour" value={count(rate.last10)} />
        <Figure label="last 60 min" value={count(rate.last60)} />
        <Figure label="on the air" value={hoursText(standing.operatingSeconds, standing.operatingHours)} />
        {entry.goal !== null && <Figure label="of the goal" value={`${count(made)} / ${count(entry.goal)}`} />}
      </dl>
      {standing.offTimes.length > 0 && (
        <p className="mt-1 text-soft">
          Off:{" "}
          {standing.offTimes.map(({ from, to }) => (
            <span key={from} className="mr-2 font-mono whitespace-nowrap">
              {from.slice(11, 16)} to {to.slice(11, 16)}
            </span>
          ))}
        </p>
      )}
      <HourChart entry={entry} standing={standing} />
      {operators.length > 1 && (
        <table className="mt-1 w-full" aria-label="Operators">
          <tbody>
            {operators.map(({ operator, contacts, last60 }) => (
              <tr key={operator} className="border-t border-line">
                <th scope="row" className="py-0.5 text-left font-mono font-normal">
                  {operator}
                </th>
                <td className="text-right font-mono">{count(contacts)}</td>
                <td className="text-right text-soft">{Math.round((contacts / Math.max(1, made)) * 100)} %</td>
                <td className="text-right text-soft">{last60} in the last hour</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function product(points: number, factors: readonly number[]): string {
  return [`${count(points)} points`, ...factors.map((factor) => count(factor))].join(" × ");
}

function Figure({ label, value }: { label: string; value: string }) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-tiny text-soft">{label}</dt>
      <dd className="font-mono text-large font-semibold">{value}</dd>
    </div>
  );
}

function hoursText(seconds: number, most: number | null): string {
  const minutes = Math.floor(seconds / 60);
  const text = `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
  return most === null ? text : `${text} of ${most} h`;
}
