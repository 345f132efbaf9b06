import { furtherCredits } from "../award/credit";
import { type Confirmation, type RECEIVED_STATES, type SENT_STATES } from "../confirm/channel";
import type { CompleteContact } from "./contact";
import { FACT_FIELDS } from "./fields";

type Merged = Partial<Record<keyof CompleteContact, unknown>>;

/**
 * What another account of the same contact adds to ours: facts and ADIF fields that ours lacks, and, if asked, how it
 * stands on a channel where the other account is further. What we have is never replaced.
 */
export function additionsFrom(
  ours: CompleteContact,
  theirs: CompleteContact,
  { confirmations }: { readonly confirmations: boolean },
): Partial<CompleteContact> {
  const added: Merged = {};
  for (const { key } of FACT_FIELDS) {
    if (ours[key] === null && theirs[key] !== null) added[key] = theirs[key];
  }
  // It goes with their mode, which may be another than ours.
  delete added.submode;
  // A frequency of another band than ours belongs to no band of ours.
  if (theirs.band !== ours.band) delete added.frequencyHz;
  const known = new Set(ours.extra.map(({ name }) => name));
  const extra = theirs.extra.filter(({ name }) => !known.has(name));
  if (extra.length > 0) added.extra = [...ours.extra, ...extra];
  if (confirmations) {
    const further = furtherOf(ours.confirmations, theirs.confirmations);
    if (JSON.stringify(further) !== JSON.stringify(ours.confirmations)) added.confirmations = further;
    const credits = furtherCredits(ours.credits, theirs.credits);
    if (JSON.stringify(credits) !== JSON.stringify(ours.credits)) added.credits = credits;
  }
  return added as Partial<CompleteContact>;
}

/** On each channel the further state of either side, with its day and way. */
function furtherOf(ours: readonly Confirmation[], theirs: readonly Confirmation[]): Confirmation[] {
  const merged = ours.map((one) => {
    const other = theirs.find(({ channel }) => channel === one.channel);
    if (other === undefined) return one;
    let next = one;
    if (rank(SENT_ORDER, other.sent) > rank(SENT_ORDER, one.sent))
      next = { ...next, sent: other.sent, sentOn: other.sentOn, sentVia: other.sentVia };
    if (rank(RECEIVED_ORDER, other.received) > rank(RECEIVED_ORDER, one.received))
      next = { ...next, received: other.received, receivedOn: other.receivedOn, receivedVia: other.receivedVia };
    return next;
  });
  return [...merged, ...theirs.filter(({ channel }) => !ours.some((one) => one.channel === channel))];
}

const SENT_ORDER = ["ignored", "no", "wanted", "waiting", "sent"] satisfies (typeof SENT_STATES)[number][];
const RECEIVED_ORDER = [
  "ignored",
  "no",
  "wanted",
  "confirmed",
  "verified",
] satisfies (typeof RECEIVED_STATES)[number][];

function rank(order: readonly string[], state: string): number {
  return order.indexOf(state);
}
