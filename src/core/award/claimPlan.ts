import { isProven, type SlotFacts } from "./award";
import type { Award, AwardFacts } from "./awards/award";
import { cheapestCover } from "./cover";
import { type Credit, type CreditKey, creditKey } from "./credit";

/** A contact that could be claimed with. */
export interface Claimable extends AwardFacts, SlotFacts {
  readonly id: number;
  readonly credits: readonly Credit[];
}

/** What a claim costs, in the smallest coin: each contact of it, and each card that is to be shown besides. */
interface Fees {
  readonly contact: number;
  readonly card: number;
}

/** The credits that a contact could bring for an award, whatever was asked for already. */
export function creditsOf(award: Award, contact: AwardFacts): CreditKey[] {
  return award
    .itemsOf(contact)
    .flatMap((item) => [
      ...(award.told.includes("item") ? [{ award: award.id, item, on: "" }] : []),
      ...(award.told.includes("band") ? [{ award: award.id, item, on: contact.band }] : []),
      ...(award.told.includes("mode") ? [{ award: award.id, item, on: contact.modeGroup }] : []),
    ]);
}

/** Whether a contact is proven for an award, and whether a signature does that; otherwise a card is to be shown. */
export function proofOf(award: Award, contact: Pick<SlotFacts, "confirmations">): "signed" | "paper" | null {
  if (!isProven(award, contact)) return null;
  const withoutPaper = { proofs: award.proofs.filter((proof) => proof !== "paper") };
  return isProven(withoutPaper, contact) ? "signed" : "paper";
}

/** The credits that are claimed or granted, of whichever contact. */
export function takenCredits(contacts: Iterable<Pick<Claimable, "credits">>): Set<string> {
  const taken = new Set<string>();
  for (const { credits } of contacts)
    for (const credit of credits) if (credit.state !== "refused") taken.add(creditKey(credit));
  return taken;
}

/** A contact of a plan: what it is claimed for, and whether its card is to be pulled. */
interface PlannedContact {
  readonly id: number;
  readonly credits: readonly CreditKey[];
  readonly isCard: boolean;
  readonly forced: boolean;
}

export interface ClaimPlan {
  /** The contacts that are claimed with, so many at most: those that bring the most for what they cost. */
  readonly contacts: readonly PlannedContact[];
  /** What they bring and cost, in the smallest coin. */
  readonly credits: number;
  readonly cost: number;
  /** All that could be had: with how many contacts, for how much, and what no plan that brings as much costs less than. */
  readonly whole: {
    readonly contacts: number;
    readonly credits: number;
    readonly cost: number;
    readonly bound: number;
  };
}

interface Planning {
  readonly awards: readonly Award[];
  readonly fees: Fees;
  /** Contacts that are in the plan, or out of it, whatever they cost. */
  readonly forced: ReadonlySet<number>;
  readonly out: ReadonlySet<number>;
  /** With how many contacts at most. */
  readonly most: number;
}

/**
 * The contacts that bring the most credits that nobody asked for yet, for the least. Of equals signed ones come before
 * cards, and older contacts before newer ones. Each credit is claimed with one of them.
 */
export function planClaim(contacts: readonly Claimable[], { awards, fees, forced, out, most }: Planning): ClaimPlan {
  const taken = takenCredits(contacts);
  const numbers = new Map<string, number>();
  const keys: CreditKey[] = [];
  const numberOf = (key: CreditKey): number => {
    const text = creditKey(key);
    let number = numbers.get(text);
    if (number === undefined) {
      numbers.set(text, (number = keys.length));
      keys.push(key);
    }
    return number;
  };
  const candidates = contacts.flatMap((contact) => {
    if (out.has(contact.id)) return [];
    let isCard = false;
    const refused = new Set(contact.credits.filter(({ state }) => state === "refused").map(creditKey));
    const open = awards.flatMap((award) => {
      const proof = proofOf(award, contact);
      if (proof === null) return [];
      const own = creditsOf(award, contact).filter((key) => !taken.has(creditKey(key)) && !refused.has(creditKey(key)));
      if (own.length > 0 && proof === "paper") isCard = true;
      return own;
    });
    if (open.length === 0) return [];
    const { id, startedAt } = contact;
    const cost = fees.contact + (isCard ? fees.card : 0);
    return [{ id, startedAt, isCard, cost, forced: forced.has(id), covers: open.map(numberOf) }];
  });
  candidates.sort(
    (a, b) => Number(a.isCard) - Number(b.isCard) || a.startedAt.localeCompare(b.startedAt) || a.id - b.id,
  );
  const { chosen, cost, bound } = cheapestCover(candidates);
  const all = chosen.map((at) => candidates[at]!);
  const planned = bestOf(all, most).map(({ candidate: { id, isCard, cost: own, forced: isForced }, brings }) => ({
    planned: { id, isCard, forced: isForced, credits: brings.map((number) => keys[number]!) },
    cost: own,
  }));
  return {
    contacts: planned.map((one) => one.planned),
    credits: planned.reduce((sum, one) => sum + one.planned.credits.length, 0),
    cost: planned.reduce((sum, one) => sum + one.cost, 0),
    whole: { contacts: all.length, credits: new Set(all.flatMap(({ covers }) => covers)).size, cost, bound },
  };
}

interface Candidate {
  readonly id: number;
  readonly isCard: boolean;
  readonly cost: number;
  readonly forced: boolean;
  readonly covers: readonly number[];
}

/** Those that bring the most for what they cost, one after the other, each with what those before do not bring. */
function bestOf(
  candidates: readonly Candidate[],
  most: number,
): { readonly candidate: Candidate; readonly brings: readonly number[] }[] {
  const brought = new Set<number>();
  const left = new Set(candidates);
  const best: { candidate: Candidate; brings: readonly number[] }[] = [];
  while (left.size > 0 && best.length < most) {
    let pick: Candidate | null = null;
    let worth = -1;
    for (const candidate of left) {
      const fresh = candidate.covers.reduce((sum, number) => sum + (brought.has(number) ? 0 : 1), 0);
      const each = candidate.forced ? Infinity : fresh / Math.max(1, candidate.cost);
      if (each > worth) [pick, worth] = [candidate, each];
    }
    left.delete(pick!);
    const brings = pick!.covers.filter((number) => !brought.has(number));
    for (const number of brings) brought.add(number);
    // What those before bring already need not be paid for, unless it is wanted.
    if (brings.length > 0 || pick!.forced) best.push({ candidate: pick!, brings });
  }
  return best;
}
