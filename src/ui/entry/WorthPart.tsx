"use client";

import { type AwardWorth, bestWorth, byWorth, ENTITIES_AWARD, type Worth } from "@/core/award";
import { modeGroup } from "@/core/band";
import { spanText } from "@/core/time/words";
import { Mark } from "../kit/Mark";
import { SlotMatrix } from "./SlotMatrix";
import type { PageReading } from "./useReading";

/** What the marks of worth mean. */
export function WorthKey() {
  const meanings: readonly (readonly [Worth, string, string])[] = [
    ["fresh", "fresh", "never worked"],
    ["wanted", "wanted", "new on this band or in this mode"],
    ["hold", "hold", "worked, not confirmed"],
    ["safe", "safe", "confirmed"],
  ];
  return (
    <dl className="grid grid-cols-[90px_1fr] gap-y-1.5">
      {meanings.map(([kind, word, text]) => (
        <div key={kind} className="contents">
          <dt className="flex items-center gap-2 font-semibold">
            <Mark kind={kind} /> {word}
          </dt>
          <dd className="text-soft">{text}</dd>
        </div>
      ))}
    </dl>
  );
}

const TAG: Readonly<Record<Worth, string>> = {
  fresh: "bg-fresh-wash text-fresh",
  wanted: "bg-wanted-wash text-wanted",
  hold: "bg-hold-wash text-hold",
  safe: "bg-safe-wash text-safe",
};

/** What a contact would be worth: in words, by band and mode, and for the other awards that are followed. */
export function WorthPart({
  reading,
  band,
  mode,
  within,
}: {
  reading: PageReading;
  band: string;
  mode: string;
  within: number;
}) {
  const { duplicate, place, followed } = reading;
  const others = followed?.filter(({ award }) => award !== ENTITIES_AWARD.id) ?? [];
  // Before it is known which are followed it is taken that entities are: they always are at first.
  const followsEntities = followed === null || others.length < followed.length;
  const worth = followsEntities ? reading.worth : bestWorth(others, others.length);
  return (
    <>
      <div className="mb-2 flex h-6 gap-2 overflow-hidden">
        {worth !== null && (
          <span className={`flex min-w-0 items-center gap-1.5 rounded-[4px] px-2 font-semibold ${TAG[worth.worth]}`}>
            <Mark kind={worth.worth} label={worth.worth} /> <span className="truncate">{worth.text}</span>
          </span>
        )}
        {duplicate && (
          <span className="flex shrink-0 items-center rounded-[4px] bg-raised px-2 font-semibold text-soft line-through decoration-1">
            duplicate within {spanText(within)}
          </span>
        )}
      </div>
      {place.entity !== null && (
        <SlotMatrix name={place.entity.name} slots={reading.slots} here={{ band, group: modeGroup(mode) }} />
      )}
      {others.length > 0 && <Followed worths={others} />}
    </>
  );
}

/** What it is worth for the other awards that are followed, the most first. */
function Followed({ worths }: { worths: readonly AwardWorth[] }) {
  return (
    <ul aria-label="Other awards followed" className="mt-1.5 flex h-[20px] flex-wrap gap-x-4 overflow-hidden">
      {byWorth(worths).map(({ award, item, name, worth, text }) => (
        <li key={`${award} ${item}`} className="flex items-center gap-1.5 whitespace-nowrap" title={`${name}: ${text}`}>
          <Mark kind={worth} label={worth} /> <span className="text-soft">{name}</span> {item}
        </li>
      ))}
    </ul>
  );
}
