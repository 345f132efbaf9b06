import { bandLabel } from "../band";
import { modeNames } from "./contestModes";
import { columnsOf } from "./exchange";
import { allowedBy, limitsFor } from "./limits";
import { operatingTime } from "./rate";
import type { Category, Rules } from "./rules";
import { type ContestContact, createScoreboard, type Entrant, type Judgement, type Scoreboard } from "./score";

/** How a contact goes into the log that is handed in. */
export type Claim =
  | { readonly as: "claimed" }
  /** It stands in the file like any other, since organisers compare logs by it, and is not in the claimed score. */
  | { readonly as: "kept"; readonly why: string }
  /** It is marked as one that does not count, or is left out. */
  | { readonly as: "withdrawn"; readonly why: string };

/** How each contact is claimed: what does not count is withdrawn, and what is none of the category's is only kept. */
function claimOf(
  rules: Rules,
  category: Category,
  contact: Pick<ContestContact, "band" | "mode" | "submode" | "modeGroup">,
  judgement: Pick<Judgement, "refused" | "side" | "parts">,
): Claim {
  if (judgement.refused !== null) return { as: "withdrawn", why: judgement.refused };
  const missing = columnsOf(rules, judgement.side, "received").find(
    // A report of another mode's form takes nothing off anybody.
    ({ id, optional, type }) => !optional && type !== "report" && judgement.parts[id] === undefined,
  );
  if (missing !== undefined) return { as: "withdrawn", why: `${missing.label} is missing or not understood` };
  const allowed = allowedBy(category);
  if (allowed.band !== null && contact.band !== allowed.band)
    return { as: "kept", why: `on ${bandLabel(contact.band)}, and the category is ${category.band}` };
  if (allowed.mode !== null && !modeNames(contact).includes(allowed.mode))
    return { as: "kept", why: `in ${contact.mode}, and the category is ${category.mode}` };
  return { as: "claimed" };
}

/** What the operating time of a category means for a log that is longer. */
interface PastTime {
  readonly hours: number;
  readonly contacts: number;
  /** The score without those contacts. */
  readonly scoreWithout: number;
}

/** What of a log is claimed, and what that comes to. */
export interface ClaimedLog {
  readonly score: number;
  readonly claims: ReadonlyMap<number, Claim>;
  /** Null where the category has no limit, or it is kept. */
  readonly pastTime: PastTime | null;
}

/** @param contacts in order of time */
export function claimLog<Contact extends ContestContact>(
  rules: Rules,
  entrant: Entrant,
  category: Category,
  board: Scoreboard,
  contacts: readonly Contact[],
): ClaimedLog {
  const claims = new Map(
    contacts.map((contact) => [contact.id, claimOf(rules, category, contact, board.judgementOf(contact.id)!)]),
  );
  const claimed = contacts.filter(({ id }) => claims.get(id)!.as === "claimed");
  const valid = contacts.filter(({ id }) => board.isValid(id));
  const score = claimed.length === valid.length ? board.score().score : scoreOf(claimed);
  return { score, claims, pastTime: pastTime() };

  function scoreOf(some: readonly Contact[]): number {
    const own = createScoreboard(rules, entrant);
    for (const contact of some) own.put(contact);
    return own.score().score;
  }

  function pastTime(): PastTime | null {
    const { operatingHours, offMinutes } = limitsFor(rules, category);
    if (operatingHours === null) return null;
    const within = claimed.slice(0, withinTime(claimed, operatingHours * 3600, offMinutes));
    if (within.length === claimed.length) return null;
    return { hours: operatingHours, contacts: claimed.length - within.length, scoreWithout: scoreOf(within) };
  }
}

/** How many of the contacts, in order of time, were made before so many seconds of operating time had passed. */
export function withinTime(
  contacts: readonly { readonly startedAt: number }[],
  most: number,
  offMinutes: number,
): number {
  let seconds = 0;
  for (let index = 1; index < contacts.length; index++) {
    seconds += operatingTime([contacts[index - 1]!.startedAt, contacts[index]!.startedAt], offMinutes).seconds;
    if (seconds > most) return index;
  }
  return contacts.length;
}
