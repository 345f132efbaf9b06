import type { FactKey } from "./fields";

/** Our side of a contact: which fact of the site that it is logged from each comes from. */
export const OWN_SIDE = {
  ownCall: "call",
  operator: "operator",
  ownGrid: "grid",
  ownState: "state",
  ownCounty: "county",
  ownEntityCode: "entityCode",
  ownCqZone: "cqZone",
  ownItuZone: "ituZone",
  power: "power",
} as const satisfies Partial<Record<FactKey, string>>;
export type OwnFact = keyof typeof OWN_SIDE;
export const OWN_FACTS = Object.keys(OWN_SIDE) as [OwnFact, ...OwnFact[]];
type OfSite = (typeof OWN_SIDE)[OwnFact];

/** What contacts get that are logged from a site. */
export function ownSideAt<Site extends Readonly<Record<OfSite, unknown>>>(
  site: Site,
): { [Key in OwnFact]: Site[(typeof OWN_SIDE)[Key]] } {
  const entries = OWN_FACTS.map((fact) => [fact, site[OWN_SIDE[fact]]]);
  return Object.fromEntries(entries) as { [Key in OwnFact]: Site[(typeof OWN_SIDE)[Key]] };
}

/** Which facts of our side contacts get otherwise since a site was changed. */
export function movedOwnFacts<Site extends Readonly<Record<OfSite, unknown>>>(before: Site, after: Site): OwnFact[] {
  return OWN_FACTS.filter((fact) => before[OWN_SIDE[fact]] !== after[OWN_SIDE[fact]]);
}
