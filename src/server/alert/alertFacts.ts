import type { AlertFacts } from "../../core/alert";
import type { Alert, SpotView } from "../../core/contract";

/** What of an alert its station was. */
export type StationFacts = Pick<Alert, keyof AlertFacts | "listensHz" | "worth" | "chance">;

/** What a station is that somebody is called for. */
export function alertFacts(spot: SpotView): StationFacts {
  const { call, frequencyHz, listensHz, band, mode, submode, worth, contest, chance, reason } = spot;
  const why =
    contest !== null && contest.fresh.length > 0
      ? `multiplier: ${contest.fresh.join(", ")}`
      : worth === null
        ? null
        : `${worth.worth}: ${worth.text}`;
  return { call, frequencyHz, listensHz, band, mode, submode, worth: worth?.worth ?? null, why, chance, reason };
}
