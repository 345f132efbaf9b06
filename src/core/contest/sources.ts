/** Where the value of a part that we send can come from, without being typed. */
export const PART_SOURCES = [
  "site.cqZone",
  "site.ituZone",
  "site.grid",
  "site.fullGrid",
  "site.state",
  "site.county",
  "site.power",
  "operator",
] as const;
export type PartSource = (typeof PART_SOURCES)[number];

interface SourceSite {
  readonly cqZone: number | null;
  readonly ituZone: number | null;
  readonly grid: string;
  readonly state: string | null;
  readonly county: string | null;
}

/**
 * What each source says, as it is sent: zones with two digits, four characters of the grid or six, capitals.
 *
 * @param power watts, or null
 * @param name the operator's full name; its first word is sent. Without it there is nothing to send: a call is no name
 */
export function sourceValues(
  { cqZone, ituZone, grid, state, county }: SourceSite,
  power: number | null,
  name: string,
): Readonly<Record<PartSource, string | null>> {
  const zone = (number: number | null) => (number === null ? null : String(number).padStart(2, "0"));
  const capitals = (text: string | null | undefined) => text?.toUpperCase() || null;
  return {
    "site.cqZone": zone(cqZone),
    "site.ituZone": zone(ituZone),
    "site.grid": capitals(grid.slice(0, 4)),
    "site.fullGrid": capitals(grid.slice(0, 6)),
    "site.state": capitals(state),
    "site.county": capitals(county),
    "site.power": power === null ? null : String(power),
    operator: capitals(name.trim().split(" ")[0]),
  };
}
