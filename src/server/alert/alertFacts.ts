import { type AlertChoices, type AlertFacts, worthsAsked } from "../../core/alert";
import { byWorth, type Worth } from "../../core/award";
import type { Alert, SpotView } from "../../core/contract";

/** What of an alert its station was. */
export type StationFacts = Pick<Alert, keyof AlertFacts | "listensHz" | "worth" | "chance">;

/** What a station is that somebody is called for, by rules that call for it. */
export function alertFacts(spot: SpotView, rules: readonly Pick<AlertChoices, "awards">[]): StationFacts {
  const { call, frequencyHz, listensHz, band, mode, submode, contest, chance, reason } = spot;
  const worth = worthCalledFor(spot, rules);
  const why =
    contest !== null && contest.fresh.length > 0
      ? `multiplier: ${contest.fresh.join(", ")}`
      : worth === null
        ? null
        : `${worth.worth}: ${worth.text}`;
  return { call, frequencyHz, listensHz, band, mode, submode, worth: worth?.worth ?? null, why, chance, reason };
}

/** The most that it is worth for the awards that a rule asks for; where none asks, for those that are followed. */
function worthCalledFor(
  spot: SpotView,
  rules: readonly Pick<AlertChoices, "awards">[],
): { readonly worth: Worth; readonly text: string } | null {
  const [asked] = byWorth(rules.flatMap((rule) => worthsAsked(rule, spot)));
  return asked === undefined ? spot.worth : { worth: asked.worth, text: `${asked.name}: ${asked.text}` };
}
