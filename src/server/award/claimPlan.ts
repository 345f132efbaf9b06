import { creditKey, creditsOf, planClaim, proofOf, takenCredits } from "../../core/award";
import type { ClaimContact, ClaimPlanInput, ClaimPlanView } from "../../core/contract";
import type { Store } from "../db/store";
import { type CountedContact, wholeLog } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

interface Request extends ClaimPlanInput {
  readonly logbookId: number;
  readonly within: readonly number[];
}

/**
 * A claim of the open credits of awards, planned on the log as it is, with all that counts together with it.
 *
 * @param request within are the logbooks whose contacts can be claimed with; of others it is seen what they have
 */
export function claimPlan(
  store: Store,
  { logbookId, within, awards: ids, fees, forced, out, most }: Request,
): ClaimPlanView {
  const awards = awardsOf(store, logbookId).filter(({ id }) => ids.includes(id));
  const contacts = [...wholeLog(store, countedTogether(store, logbookId))];
  const others = contacts.filter((contact) => !within.includes(contact.logbookId)).map(({ id }) => id);
  const plan = planClaim(contacts, { awards, fees, forced: new Set(forced), out: new Set([...out, ...others]), most });
  const known = new Map(contacts.map((contact) => [contact.id, contact]));
  const taken = takenCredits(contacts);
  const provable = new Set<string>();
  const worked = new Set<string>();
  for (const contact of contacts)
    for (const award of awards)
      for (const key of creditsOf(award, contact).map(creditKey)) {
        if (taken.has(key)) continue;
        worked.add(key);
        if (proofOf(award, contact) !== null) provable.add(key);
      }
  return {
    ...plan,
    unconfirmed: worked.size - provable.size,
    contacts: plan.contacts.map(({ id, ...rest }) => ({
      ...rest,
      credits: [...rest.credits],
      contact: briefly(known.get(id)!),
    })),
  };
}

function briefly(contact: CountedContact): ClaimContact {
  const { id, logbookId, call, startedAt, band, mode, submode, modeGroup, entityCode } = contact;
  return { id, logbookId, call, startedAt, band, mode, submode, modeGroup, entityCode };
}
