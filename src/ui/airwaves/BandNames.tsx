import { Ear, Pin } from "lucide-react";
import { memo, type ReactNode, type RefObject } from "react";
import { formatFrequency } from "@/core/band";
import { Mark } from "../kit/Mark";
import type { Age, BandEntry } from "./bandEntries";
import type { BandPlan } from "./bandPlan";
import { ChanceMark } from "./spotColumns";

/** How far names lean over a ruler that lies, degrees. */
const LEAN = -58;

/** What was not heard of lately fades; a duplicate is faint at once. */
const FADES: Readonly<Record<Age, string>> = { new: "text-ink font-semibold", while: "text-ink", old: "text-soft" };

interface BandNamesProps {
  plan: BandPlan;
  /** The one that the keys are at. */
  activeKey: string | null;
  boxRef: RefObject<HTMLDivElement | null> | undefined;
  /** How far from the ruler's outer side the names begin, pixels. */
  offset: number;
  /** Whether more than the call has room. */
  hasRoom: boolean;
  /** What stands behind a name, for all the room there is. */
  behind?: (entry: BandEntry) => ReactNode;
  onPick: (entry: BandEntry) => void;
  onPoint: (entry: BandEntry | null) => void;
}

/** The names of what is on the band; one of them is where the keys are. */
export const BandNames = memo(function BandNames(props: BandNamesProps) {
  const { plan, activeKey, boxRef, offset, hasRoom, behind, onPick, onPoint } = props;
  const isLying = plan.way === "lying";
  const active = plan.labels.findIndex(({ mark }) => mark.entry.key === activeKey);
  return (
    <div
      ref={boxRef}
      role="listbox"
      aria-label="Stations on the band"
      aria-activedescendant={active < 0 ? undefined : `band-map-${active}`}
      aria-orientation={isLying ? "horizontal" : "vertical"}
      tabIndex={0}
      className="group absolute inset-0 outline-offset-[-2px]"
    >
      {plan.labels.map(({ mark: { entry }, at }, index) => (
        <div
          key={entry.key}
          id={`band-map-${index}`}
          role="option"
          aria-selected={index === active}
          aria-label={nameText(entry)}
          onClick={() => onPick(entry)}
          onPointerEnter={() => onPoint(entry)}
          onPointerLeave={() => onPoint(null)}
          style={
            isLying
              ? { left: at - 9, bottom: offset, transform: `rotate(${LEAN}deg)`, transformOrigin: "9px 50%" }
              : {
                  left: offset + 3,
                  bottom: at - 10,
                  [behind === undefined ? "maxWidth" : "width"]: `calc(100% - ${offset + 7}px)`,
                }
          }
          className={`absolute ${behind === undefined ? "w-max" : ""} flex h-[19px] cursor-pointer items-center gap-1 rounded-field px-0.5 font-mono whitespace-nowrap hover:bg-signal-wash ${index === active ? "bg-raised group-focus:bg-hold-wash group-focus:outline-2 group-focus:outline-signal" : ""} ${entry.duplicate ? "text-faint line-through" : FADES[entry.age]}`}
        >
          {/* Leaning, a diamond would be a square. */}
          <span className="flex shrink-0" style={isLying ? { transform: `rotate(${-LEAN}deg)` } : undefined}>
            <EntryMark entry={entry} />
          </span>
          {entry.text}
          {entry.isOwn && <span className="font-sans text-tiny text-signal">you</span>}
          {hasRoom && entry.spot !== null && (
            <span className="flex min-w-0 items-center gap-1.5 pl-1 font-sans text-tiny font-normal text-soft">
              <ChanceMark chance={entry.spot.chance} />
              <span className="truncate">{entry.spot.entity?.name}</span>
            </span>
          )}
          {behind?.(entry)}
        </div>
      ))}
    </div>
  );
});

/** What it is worth; a pin where the operator has put it, an ear where it is read. */
function EntryMark({ entry: { by, spot, duplicate } }: { entry: BandEntry }) {
  if (by === "put") return <Pin size={13} className="shrink-0 text-signal" aria-hidden />;
  if (by === "read" && !duplicate) return <Ear size={13} className="shrink-0 text-soft" aria-hidden />;
  if (duplicate || spot === null) return null;
  if (spot.contest !== null) return spot.contest.fresh.length > 0 ? <Mark kind="wanted" /> : null;
  return spot.worth === null ? null : <Mark kind={spot.worth.worth} />;
}

function nameText({ text, hertz, by, spot, duplicate, isOwn }: BandEntry): string {
  const what = isOwn
    ? "you are announced"
    : by !== "spot"
      ? by
      : duplicate
        ? "duplicate"
        : `${spot?.worth?.worth ?? ""} chance ${spot?.chance ?? ""}`;
  return [text, `${formatFrequency(hertz)} kHz`, what].filter((part) => part !== "").join(", ");
}
