import type { Channel } from "../confirm";
import type { Continent } from "../entity";

/** What is counted of contacts. */
export interface CountedFacts {
  /** When the day of the contact began: seconds since 1970 UTC. */
  readonly day: number;
  /** From 0 to 23, UTC. */
  readonly hour: number;
  /** From Sunday, 0, to Saturday, 6, UTC. */
  readonly weekday: number;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
  readonly continent: Continent | null;
  readonly entityCode: number | null;
  readonly distanceKm: number | null;
  readonly operator: string | null;
  readonly ownCall: string | null;
  /** The name of the site. */
  readonly site: string | null;
  readonly contestId: string | null;
}
export type CountedFact = keyof CountedFacts;

/** Contacts that are alike in the facts that were asked for: how many, and how many of them are confirmed. */
export type CountedContacts = Partial<CountedFacts> & { readonly contacts: number; readonly confirmed: number };

/** What was sent on a channel: how many contacts, and how many of them the other stations confirmed there. */
export interface CountedSendings {
  readonly channel: Channel;
  readonly contacts: number;
  readonly confirmed: number;
}

/** Contacts that were confirmed on a channel so many days after they were sent; null where one day is not known. */
export interface CountedConfirmations {
  readonly channel: Channel;
  readonly days: number | null;
  readonly contacts: number;
}

/** Contacts that are alike: when the first of them was, and the first of them that is confirmed; seconds since 1970 UTC. */
export type CountedFirsts = Partial<CountedFacts> & {
  readonly contacts: number;
  readonly first: number;
  readonly firstConfirmed: number | null;
};
