import { formatFrequency } from "@/core/band";
import type { SpotView } from "@/core/contract";
import { distanceIn, type DistanceUnit } from "@/core/geo";
import type { Chance } from "@/core/spot";
import { spanText } from "@/core/time/words";
import { bearingText, count, many } from "../kit/format";
import type { GridColumn } from "../kit/grid/column";
import { Mark } from "../kit/Mark";
import { isDuplicate } from "./spotFilter";

/** How much of it is filled: the chance as bars, never by colour alone. */
const BARS: Readonly<Record<Chance, number>> = { good: 3, fair: 2, poor: 1, none: 0 };

/** A chance as bars and a word. */
export function ChanceMark({ chance }: { chance: Chance }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg viewBox="0 0 14 12" className="h-3 w-3.5 shrink-0 text-signal" aria-hidden>
        {[0, 1, 2].map((bar) => (
          <rect
            key={bar}
            x={bar * 5 + 0.5}
            y={8 - bar * 3.5}
            width="3"
            height={3.5 + bar * 3.5}
            fill={bar < BARS[chance] ? "currentColor" : "none"}
            stroke="currentColor"
            strokeWidth="0.8"
          />
        ))}
      </svg>
      {chance}
    </span>
  );
}

function ContestWorth({ contest: { points, duplicate, fresh } }: { contest: NonNullable<SpotView["contest"]> }) {
  if (duplicate) return <span className="text-faint">dup</span>;
  if (fresh.length === 0) return <span className="text-tiny">{many(points, "point")}</span>;
  return (
    <>
      <Mark kind="wanted" /> <span className="text-tiny">{fresh.length} new</span>
    </>
  );
}

function ageText(seconds: number): string {
  return seconds < 60 ? "now" : spanText(seconds);
}

/** Why one would go there: what it adds, and whether it can be heard. */
export function whyText({ worth, duplicate, contest, reason, contacts, base, confirmsOnline }: SpotView): string {
  if (contest !== null) return `${contestText(contest)}; ${reason}`;
  const adds = duplicate
    ? "worked on this band and mode within the last day"
    : (worth?.text ?? "of no entity that is known");
  const before = contacts > 0 && !duplicate ? `; ${base} was worked before` : "";
  const confirms = confirmsOnline === null ? "" : `; it ${confirmsOnline ? "confirms" : "does not confirm"} online`;
  return `${adds}${before}; ${reason}${confirms}`;
}

function contestText({ points, duplicate, fresh }: NonNullable<SpotView["contest"]>): string {
  if (duplicate) return "a duplicate in the contest";
  return [fresh.length === 0 ? "" : `new ${fresh.join(", ")}`, many(points, "point")]
    .filter((text) => text !== "")
    .join("; ");
}

/** @param now seconds since 1970 UTC */
export function spotColumns(now: number, unit: DistanceUnit): readonly GridColumn<SpotView>[] {
  return [
    {
      id: "rank",
      title: "Worth",
      label: "What to work first: worth times chance",
      width: 92,
      fixed: true,
      cell: ({ worth, duplicate, contest }) =>
        contest !== null ? (
          <ContestWorth contest={contest} />
        ) : duplicate ? (
          <span className="text-faint">dup</span>
        ) : worth === null ? (
          "–"
        ) : (
          <>
            <Mark kind={worth.worth} /> <span className="text-tiny">{worth.worth}</span>
          </>
        ),
    },
    {
      id: "frequency",
      title: "kHz",
      width: 100,
      fixed: true,
      align: "right",
      look: "font-mono",
      cell: ({ frequencyHz }) => formatFrequency(frequencyHz),
    },
    {
      id: "call",
      title: "Call",
      width: 104,
      isRowHeader: true,
      look: (spot) => `font-mono font-semibold ${isDuplicate(spot) ? "text-faint line-through" : ""}`,
      cell: ({ call }) => call,
    },
    { id: "entity", unsorted: true, title: "Entity", width: 112, cell: ({ entity }) => entity?.name ?? "–" },
    {
      id: "mode",
      unsorted: true,
      title: "Mode",
      width: 62,
      fixed: true,
      cell: ({ mode, submode }) => (mode === "MFSK" ? (submode ?? mode) : mode),
    },
    {
      id: "chance",
      unsorted: true,
      title: "Chance",
      label: "How likely it is heard here now",
      width: 74,
      fixed: true,
      cell: ({ chance }) => <ChanceMark chance={chance} />,
    },
    {
      id: "why",
      unsorted: true,
      title: "Why",
      width: 270,
      look: "text-soft",
      cell: whyText,
    },
    {
      id: "age",
      title: "Age",
      width: 60,
      fixed: true,
      align: "right",
      cell: ({ lastAt }) => ageText(now - Date.parse(lastAt) / 1000),
    },
    {
      id: "heard",
      unsorted: true,
      title: "Heard by",
      width: 108,
      cell: ({ heard }) => (
        <>
          <span className="font-mono">{heard[0]?.spotter}</span> {heard[0]?.continent}
          {heard.length > 1 && <span className="text-soft"> +{heard.length - 1}</span>}
        </>
      ),
    },
    {
      id: "remark",
      unsorted: true,
      title: "Remark",
      width: 110,
      look: "text-soft",
      cell: ({ remark, others, listensHz }) => (
        <>
          {listensHz !== null && <b className="font-semibold text-wanted">listens {formatFrequency(listensHz)} </b>}
          {remark}
          {others.length > 0 && ` (or ${others.map(({ call }) => call).join(", ")})`}
        </>
      ),
    },
    {
      id: "beam",
      unsorted: true,
      title: `Beam, ${unit}`,
      label: "Bearing and distance",
      width: 118,
      fixed: true,
      align: "right",
      look: "font-mono text-soft",
      cell: ({ bearing, distanceKm }) =>
        bearing === null || distanceKm === null
          ? "–"
          : `${bearingText(bearing)} ${count(distanceIn(unit, distanceKm))}`,
    },
  ];
}

/** All that is known of a spot, in a few sentences: what has no room in a row. */
export function wholeText(spot: SpotView): string {
  const { call, listensHz, heard, others, remark } = spot;
  const sentences = [
    `${call}: ${whyText(spot)}.`,
    listensHz === null ? "" : `It listens on ${formatFrequency(listensHz)} kHz.`,
    `Heard by ${heard.map(({ spotter, continent }) => (continent === null ? spotter : `${spotter} (${continent})`)).join(", ")}.`,
    others
      .map(({ call: other, count: times }) => `Read as ${other} ${times === 1 ? "once" : `${times} times`}.`)
      .join(" "),
    remark === "" ? "" : `"${remark}"`,
  ];
  return sentences.filter((text) => text !== "").join(" ");
}
