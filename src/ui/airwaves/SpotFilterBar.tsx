"use client";

import { bandLabel, MODE_GROUPS, USUAL_BANDS } from "@/core/band";
import { CONTINENTS } from "@/core/reference";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { EVERY_SPOT, type SpotFilter } from "./spotFilter";

interface SpotFilterBarProps {
  filter: SpotFilter;
  setFilter: (filter: SpotFilter) => void;
}

const WORTHS = [
  ["", "any worth"],
  ["needed", "fresh or wanted"],
  ["unconfirmed", "not confirmed"],
] as const;
const CHANCES = [
  ["", "any chance"],
  ["poor", "chance at least poor"],
  ["fair", "chance at least fair"],
  ["good", "good chance"],
] as const;
const AGES = [5, 10, 15, 30] as const;

/** What of the spots is shown. */
export function SpotFilterBar({ filter, setFilter }: SpotFilterBarProps) {
  const change = (part: Partial<SpotFilter>) => setFilter({ ...filter, ...part });
  const narrowed = Object.keys(EVERY_SPOT).some((key) => {
    const part = key as keyof SpotFilter;
    return part !== "order" && part !== "descending" && filter[part] !== EVERY_SPOT[part];
  });
  return (
    <div role="group" aria-label="Which spots" className="flex flex-wrap items-center gap-2">
      <Choice
        label="Band"
        inline
        wrapperClassName="w-[122px]"
        value={filter.band}
        onChange={({ target }) => change({ band: target.value })}
      >
        <option value="">all bands</option>
        <option value="here">the band I am on</option>
        {USUAL_BANDS.map((band) => (
          <option key={band} value={band}>
            {bandLabel(band)}
          </option>
        ))}
      </Choice>
      <Choice
        label="Mode"
        inline
        wrapperClassName="w-[98px]"
        value={filter.modeGroup}
        onChange={({ target }) => change({ modeGroup: target.value as SpotFilter["modeGroup"] })}
      >
        <option value="">all modes</option>
        {MODE_GROUPS.map((group) => (
          <option key={group}>{group}</option>
        ))}
      </Choice>
      <Choice
        label="Worth"
        inline
        wrapperClassName="w-[128px]"
        value={filter.worth}
        onChange={({ target }) => change({ worth: target.value as SpotFilter["worth"] })}
      >
        {WORTHS.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </Choice>
      <Choice
        label="Chance"
        inline
        wrapperClassName="w-[150px]"
        value={filter.chance}
        onChange={({ target }) => change({ chance: target.value as SpotFilter["chance"] })}
      >
        {CHANCES.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </Choice>
      <Choice
        label="Heard in"
        inline
        wrapperClassName="w-[134px]"
        value={filter.continent}
        onChange={({ target }) => change({ continent: target.value })}
      >
        <option value="">heard anywhere</option>
        {Object.entries(CONTINENTS).map(([code, name]) => (
          <option key={code} value={code}>
            heard in {name}
          </option>
        ))}
      </Choice>
      <Choice
        label="Within"
        inline
        wrapperClassName="w-[126px]"
        value={String(filter.minutes)}
        onChange={({ target }) => change({ minutes: Number(target.value) })}
      >
        <option value="0">within an hour</option>
        {AGES.map((minutes) => (
          <option key={minutes} value={minutes}>
            within {minutes} min
          </option>
        ))}
      </Choice>
      {narrowed && (
        <Button
          small
          look="quiet"
          onClick={() => setFilter({ ...EVERY_SPOT, order: filter.order, descending: filter.descending })}
        >
          Show all
        </Button>
      )}
    </div>
  );
}
