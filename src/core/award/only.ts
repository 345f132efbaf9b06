import { z } from "zod";
import { BANDS, modeByName, MODE_GROUPS, type ModeGroup, parseMode } from "../band";
import { CONTINENTS } from "../reference/zones";
import type { AwardFacts } from "./awards/award";
import { distanceOf } from "./distance";

const several = <Item extends z.ZodType>(item: Item) => z.array(item).min(1).max(200);
const band = z.enum(BANDS.map(({ name }) => name) as [string, ...string[]], {
  error: ({ input }) => `"${String(input)}" is no band: write it as in 20m`,
});
const mode = z.string().refine((name) => modeByName(name) !== undefined || parseMode(name) !== null, {
  error: ({ input }) => `"${String(input)}" is no mode: write it as in RTTY`,
});
const capitals = (longest: number) => z.string().trim().toUpperCase().min(1, "it is empty").max(longest);

/** Which contacts count for an award: those that are all that is said here. What is not said is left open. */
export const onlySchema = z
  .strictObject({
    /** Days, both counted in, UTC. */
    from: z.iso.date().optional(),
    to: z.iso.date().optional(),
    bands: several(band).optional(),
    modeGroups: several(z.enum(MODE_GROUPS as [ModeGroup, ...ModeGroup[]])).optional(),
    /** Modes or submodes. */
    modes: several(mode).optional(),
    /** Own power, watts, at most. A contact without one does not count. */
    watts: z.number().positive().max(100_000).optional(),
    /** Calls under which we were on the air. */
    ownCalls: several(capitals(30)).optional(),
    /** What the own grid begins with. */
    ownGrids: several(capitals(8)).optional(),
    /** Numbers of sites. */
    sites: several(z.int().positive()).optional(),
    /** Theirs: entity codes, and continents. */
    entities: several(z.int().positive()).optional(),
    continents: several(z.enum(Object.keys(CONTINENTS) as [string, ...string[]])).optional(),
    /** How far, kilometres, at least. */
    km: z.number().positive().max(20_100).optional(),
  })
  .refine(({ from, to }) => from === undefined || to === undefined || from <= to, {
    path: ["to"],
    error: "the last day is before the first",
  });
export type Only = z.output<typeof onlySchema>;

/** Whether a contact is one of those that count. */
export function isAmong(only: Only, contact: AwardFacts): boolean {
  const day = contact.startedAt.slice(0, 10);
  return (
    (only.from === undefined || day >= only.from) &&
    (only.to === undefined || day <= only.to) &&
    isOneOf(only.bands, contact.band) &&
    isOneOf(only.modeGroups, contact.modeGroup) &&
    (isOneOf(only.modes, contact.mode) || (contact.submode !== null && isOneOf(only.modes, contact.submode))) &&
    (only.watts === undefined || (contact.power !== null && contact.power <= only.watts)) &&
    isOneOf(only.ownCalls, contact.ownCall) &&
    (only.ownGrids === undefined ||
      only.ownGrids.some((grid) => contact.ownGrid?.toUpperCase().startsWith(grid) === true)) &&
    isOneOf(only.sites, contact.siteId) &&
    isOneOf(only.entities, contact.entityCode) &&
    isOneOf(only.continents, contact.continent) &&
    (only.km === undefined || (distanceOf(contact)?.km ?? -1) >= only.km)
  );
}

function isOneOf<Value>(list: readonly Value[] | undefined, value: Value | null): boolean {
  return list === undefined || (value !== null && list.includes(value));
}
