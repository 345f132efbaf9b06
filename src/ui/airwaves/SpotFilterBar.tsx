"use client";

import { bandLabel, MODE_GROUPS, USUAL_BANDS } from "@/core/band";
import { type SpotFilter, spotFilterSchema } from "@/core/contract";
import { CONTINENTS } from "@/core/reference";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { EVERY_SPOT } from "./spotFilter";
import { SpotViewsMenu } from "./SpotViewsMenu";

interface Chosen {
  readonly key: Exclude<keyof SpotFilter, "order" | "descending">;
  readonly label: string;
  readonly width: string;
  readonly options: readonly (readonly [value: string | number, text: string])[];
}

const CHOSEN: readonly Chosen[] = [
  {
    key: "band",
    label: "Band",
    width: "w-[122px]",
    options: [
      ["", "all bands"],
      ["here", "the band I am on"],
      ...USUAL_BANDS.map((band) => [band, bandLabel(band)] as const),
    ],
  },
  {
    key: "modeGroup",
    label: "Mode",
    width: "w-[98px]",
    options: [["", "all modes"], ...MODE_GROUPS.map((group) => [group, group] as const)],
  },
  {
    key: "worth",
    label: "Worth",
    width: "w-[128px]",
    options: [
      ["", "any worth"],
      ["needed", "fresh or wanted"],
      ["unconfirmed", "not confirmed"],
    ],
  },
  {
    key: "chance",
    label: "Chance",
    width: "w-[150px]",
    options: [
      ["", "any chance"],
      ["poor", "chance at least poor"],
      ["fair", "chance at least fair"],
      ["good", "good chance"],
    ],
  },
  {
    key: "continent",
    label: "Heard in",
    width: "w-[134px]",
    options: [
      ["", "heard anywhere"],
      ...Object.entries(CONTINENTS).map(([code, name]) => [code, `heard in ${name}`] as const),
    ],
  },
  {
    key: "minutes",
    label: "Within",
    width: "w-[126px]",
    options: [[0, "within an hour"], ...[5, 10, 15, 30].map((minutes) => [minutes, `within ${minutes} min`] as const)],
  },
];

interface SpotFilterBarProps {
  filter: SpotFilter;
  setFilter: (filter: SpotFilter) => void;
}

/** What of the spots is shown. */
export function SpotFilterBar({ filter, setFilter }: SpotFilterBarProps) {
  const { order, descending } = filter;
  const narrowed = CHOSEN.some(({ key }) => filter[key] !== EVERY_SPOT[key]);
  return (
    <div role="group" aria-label="Which spots" className="flex flex-wrap items-center gap-2">
      <SpotViewsMenu filter={filter} setFilter={setFilter} />
      {CHOSEN.map(({ key, label, width, options }) => (
        <Choice
          key={key}
          label={label}
          inline
          wrapperClassName={width}
          value={filter[key]}
          onChange={({ target }) => {
            const [value] = options.find(([one]) => String(one) === target.value)!;
            setFilter(spotFilterSchema.parse({ ...filter, [key]: value }));
          }}
        >
          {options.map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </Choice>
      ))}
      {narrowed && (
        <Button small look="quiet" onClick={() => setFilter({ ...EVERY_SPOT, order, descending })}>
          Show all
        </Button>
      )}
    </div>
  );
}
