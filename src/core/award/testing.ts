import type { AwardFacts } from "./awards/award";

/** A contact as awards look at it: with the Faroe Islands, on 15 m. For tests. */
export const AWARD_FACTS: AwardFacts = {
  ...{ call: "OY4QSA", baseCall: "OY4QSA", startedAt: "2026-11-23T21:40:00Z" },
  ...{ band: "15m", mode: "CW", submode: null, modeGroup: "CW" },
  ...{ entityCode: 222, continent: null, cqZone: null, ituZone: null, grid: null, state: null },
  ...{ island: null, summit: null, park: null, satellite: null },
  ...{ ownCall: "CX3QUA", ownGrid: "GF35co", siteId: 1, power: 100 },
};
