import { type Claimable, creditKey, creditsOf, planClaim, proofOf, takenCredits } from "../../core/award";
import type { ClaimContact, ClaimPlanInput, ClaimPlanView } from "../../core/contract";
import type { Store } from "../db/store";
import { wholeLog } from "./countedContacts";
import { awardsOf } from "./ownAwards";

/** A claim of the open credits of awards, planned on the log as it is. */
export function claimPlan(
  store: Store,
  { logbookId, awards: ids, fees, forced, out, most }: ClaimPlanInput & { readonly logbookId: number },
): ClaimPlanView {
  const awards = awardsOf(store, logbookId).filter(({ id }) => ids.includes(id));
  const contacts = [...wholeLog(store, logbookId)];
  const plan = planClaim(contacts, { awards, fees, forced: new Set(forced), out: new Set(out), most });
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

function briefly({ id, call, startedAt, band, mode, submode, modeGroup, entityCode }: Claimable): ClaimContact {
  return { id, call, startedAt, band, mode, submode, modeGroup, entityCode };
}
