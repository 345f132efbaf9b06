import { antennaOn } from "./antennas";
import type { FactKey } from "./fields";

/** Our side of a contact: which fact of the site that it is logged from each comes from. */
const OWN_SIDE = {
  ownCall: "call",
  operator: "operator",
  ownGrid: "grid",
  ownState: "state",
  ownCounty: "county",
  ownEntityCode: "entityCode",
  ownCqZone: "cqZone",
  ownItuZone: "ituZone",
  ownIsland: "island",
  ownSummit: "summit",
  ownPark: "park",
  ownAntenna: "antennas",
  power: "power",
} as const satisfies Partial<Record<FactKey, string>>;
export type OwnFact = keyof typeof OWN_SIDE;
export const OWN_FACTS = Object.keys(OWN_SIDE) as [OwnFact, ...OwnFact[]];

/** What is known of a site that goes with its contacts. */
type OwnSite = Readonly<Record<Exclude<(typeof OWN_SIDE)[OwnFact], "antennas">, unknown>> & {
  readonly antennas: string | null;
};
type OwnSide<Site extends OwnSite> = {
  [Key in OwnFact]: Key extends "ownAntenna" ? string | null : Site[(typeof OWN_SIDE)[Key]];
};

/** What contacts get that are logged from a site on a band. */
export function ownSideAt<Site extends OwnSite>(site: Site, band: string | null): OwnSide<Site> {
  const entries = OWN_FACTS.map((fact) => [
    fact,
    fact === "ownAntenna" ? antennaOn(site.antennas, band) : site[OWN_SIDE[fact]],
  ]);
  return Object.fromEntries(entries) as OwnSide<Site>;
}

/** Which facts of our side contacts get otherwise since a site was changed. */
export function movedOwnFacts<Site extends OwnSite>(before: Site, after: Site): OwnFact[] {
  return OWN_FACTS.filter((fact) => before[OWN_SIDE[fact]] !== after[OWN_SIDE[fact]]);
}
