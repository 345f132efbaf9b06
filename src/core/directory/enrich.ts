import type { CompleteContact } from "../contact";
import { completed, type Listing } from "./listing";
import { type DoubtedContact, ENRICHED, type Enriched, misplaced } from "./misplaced";

/** Fill only what is empty, or also put what directories say in the place of what is there. */
export const ENRICH_WAYS = ["empty", "refresh"] as const;
export type EnrichWay = (typeof ENRICH_WAYS)[number];

/** The contact that is enriched, with what is known of its station. */
export interface EnrichedContact
  extends Pick<CompleteContact, Enriched | "baseCall" | "exchangeReceived">, DoubtedContact {}

/** What a contact would get, and from which directory. */
export interface Proposal {
  readonly fact: Enriched;
  readonly was: string | number | null;
  readonly is: string | number;
  /** Its id. */
  readonly directory: string;
  /** Why it is hardly true, or stands in the wrong place; null where nothing speaks against it. */
  readonly doubt: string | null;
}

/**
 * What a contact would get of what directories say of its station, the one that is believed first before. Of a fact
 * that is doubtful the next directory's word is taken where that is not. What was exchanged on the air stays, and where
 * the station was elsewhere than at home only its name is taken.
 */
export function proposalsFor(
  contact: EnrichedContact,
  by: readonly { readonly directory: string; readonly listing: Listing }[],
  { way, facts }: { readonly way: EnrichWay; readonly facts: readonly Enriched[] },
): Proposal[] {
  const isAtHome = contact.call === contact.baseCall;
  const said = by.map((one) => ({ ...one, whole: completed(one.listing, contact.entityCode) }));
  return ENRICHED.filter((fact) => facts.includes(fact) && (isAtHome || fact === "name")).flatMap((fact) => {
    const was = contact[fact];
    if (was !== null && (way === "empty" || wasExchanged(contact, was))) return [];
    const proposals = said.flatMap(({ directory, listing, whole }): Proposal[] => {
      const is = whole[fact];
      if (is === null || saysNothingNew(fact, was, is)) return [];
      // The grid is held against coordinates that were said, and not against those that follow from it.
      const doubt = misplaced(fact, fact === "grid" ? { ...listing, grid: whole.grid } : whole, contact);
      return [{ fact, was, is, directory, doubt }];
    });
    return proposals.find(({ doubt }) => doubt === null) ?? proposals[0] ?? [];
  });
}

/** Whether a fact is part of what the station sent. */
function wasExchanged({ exchangeReceived }: EnrichedContact, was: string | number): boolean {
  const words = (exchangeReceived ?? "").toUpperCase().split(/\s+/);
  return words.includes(String(was).toUpperCase());
}

/** What is there already, or there more exactly. */
function saysNothingNew(fact: Enriched, was: string | number | null, is: string | number): boolean {
  if (was === null) return false;
  const [before, now] = [String(was).toLowerCase(), String(is).toLowerCase()];
  return before === now || (fact === "grid" && before.startsWith(now));
}
