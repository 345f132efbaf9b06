import { AWARD_FORMAT, type AwardRulesInput } from "@/core/award";
import type { AwardState } from "./useAwards";

/** An id that no award of a logbook has: with a number where it would. */
function freeId(id: string, awards: readonly AwardState[]): string {
  const isTaken = (one: string) => awards.some(({ award }) => award === one);
  if (!isTaken(id)) return id;
  for (let nth = 2; ; nth++) if (!isTaken(`${id}${nth}`)) return `${id}${nth}`;
}

/** What a new award begins with: stations on a list of one's own. */
export function newRules(awards: readonly AwardState[]): AwardRulesInput {
  return {
    format: AWARD_FORMAT,
    id: freeId("myStations", awards),
    name: "Stations on my list",
    of: "stations",
    list: ["CX1QRA", { item: "PY2QSB", name: "Dirce Amado" }],
    levels: [],
  };
}

/** What a variant of an award begins with: the same with five watts at most. */
export function variantOf({ award, of }: AwardState, awards: readonly AwardState[]): AwardRulesInput {
  return {
    format: AWARD_FORMAT,
    id: freeId(`${award}FiveWatts`, awards),
    name: `${of.name} with five watts`,
    of: award,
    only: { watts: 5 },
  };
}
