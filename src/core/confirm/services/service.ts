import type { z } from "zod";
import type { CreditKey, CreditState } from "../../award/credit";
import type { ChartCell } from "../chart";

/** A contact as a service is told of it. */
export interface ToldContact {
  readonly id: number;
  readonly ownCall: string;
  readonly call: string;
  /** UTC, "2026-11-23T21:00:00Z". */
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
}

/** A contact on its way to a service, and the same signed where the service takes only that. */
export interface SentContact extends ToldContact {
  /** A JSON Web Signature in its compact form; see core/identity. */
  readonly signed?: string;
}

/** What a service answers to one contact that it was sent. */
export const ANSWERS = ["accepted", "known", "refused"] as const;
export interface SendAnswer {
  readonly id: number;
  readonly answer: (typeof ANSWERS)[number];
  readonly reason?: string | null | undefined;
}

/** What others said of us, the oldest first, and from where on to ask next. */
export interface StatementPage {
  readonly statements: readonly {
    /** The service's own name for it, the same each time. */
    readonly id: string;
    readonly ownCall: string;
    readonly call: string;
    readonly startedAt: string;
    readonly band: string;
    readonly mode: string;
  }[];
  readonly cursor: string;
  readonly more: boolean;
}

/** What a service has of one of our calls. */
export interface AccountLine {
  readonly call: string;
  readonly contacts: number;
  readonly confirmed: number;
  /** When its newest contact was; null where it has none. */
  readonly lastAt: string | null;
}

/** An operator who may vouch for another. */
export interface Sponsor {
  readonly call: string;
  readonly name: string;
}

/** What a sponsor said so far. */
export const SPONSOR_ANSWERS = ["asked", "vouched", "declined"] as const;

/** What is handed in to be given an identity. */
interface Registration {
  /** PKCS #10 (RFC 2986), as PEM. */
  readonly request: string;
  readonly name: string;
  readonly address: string;
  readonly mail: string;
  /** Calls. */
  readonly sponsors: readonly string[];
}

/** How a request for an identity stands; or why it cannot be answered, which changes nothing. */
export type Standing =
  | { readonly problem: string }
  | {
      /** The service's own name for it. */
      readonly reference: string;
      /** Each since when he was asked, or answered. */
      readonly sponsors: readonly (Sponsor & {
        readonly answer: (typeof SPONSOR_ANSWERS)[number];
        readonly since: string;
      })[];
      /** Why it will not be given. */
      readonly refused: string | null;
      /** Its certificate with those that it is signed by, as PEM; null until it is there. */
      readonly certificate: string | null;
    };

/** Where a service gives identities, which sign what it is sent. */
export interface Registrar {
  /** How many operators vouch for a person. */
  readonly sponsors: number;
  /** The certificate that all of its own are signed by, as PEM. */
  readonly authority: () => Question<string>;
  /** Who may vouch. */
  readonly ready: () => Question<readonly Sponsor[]>;
  readonly register: (registration: Registration) => Question<Standing>;
  readonly standing: (reference: string) => Question<Standing>;
  /** Asks another operator instead of one who declined, or does not answer. */
  readonly replace: (reference: string, call: string, by: string) => Question<Standing>;
}

/** Whether a service carries a question to the other operator; or why it does not. */
interface Carried {
  readonly why: string | null;
}

/** A contact that is confirmed elsewhere, by signature. */
export interface ProvenContact extends ToldContact {
  /** The name of the service that confirms it. */
  readonly through: string;
}

/** A credit of an award in the account that a service keeps, with the contact that brought it. */
export interface AccountCredit extends CreditKey {
  /** The service's own name for it, the same each time. */
  readonly id: string;
  readonly state: CreditState;
  /** Since when it stands so. */
  readonly day: string;
  /** The number of the claim; null for what it granted without one. */
  readonly claim: string | null;
  /** Why it was refused. */
  readonly reason: string | null;
  readonly ownCall: string;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
}

/** Credits of an account, the oldest first, and from where on to ask next. */
interface AccountPage {
  readonly credits: readonly AccountCredit[];
  readonly cursor: string;
  readonly more: boolean;
}

/** How many credits of an award an account says that it granted, for the items as such, on a band, or in a mode group. */
export interface AccountTotal extends Pick<CreditKey, "award" | "on"> {
  readonly granted: number;
}

/** A credit that is claimed: with which contact, and whether a signature or a card shows that. */
export interface ClaimedCredit extends CreditKey {
  readonly contact: ToldContact;
  readonly shownBy: "signed" | "paper";
}

/** What a service answers to a claim: its number, and what it does with each credit; "known" was claimed before. */
export interface ClaimAnswer {
  readonly claim: string;
  readonly credits: readonly (CreditKey & {
    readonly answer: "taken" | "known" | "refused";
    /** Under which number it was claimed before. */
    readonly claim: string | null;
    readonly reason: string | null;
  })[];
}

/** Where a service grants credits of awards, and keeps an account of them. */
export interface Grantor {
  /** Which awards of those that ship. */
  readonly awards: readonly string[];
  /** All credits of the account, whenever they were granted, after a cursor; "" is the beginning. */
  readonly credits: (cursor: string) => Question<AccountPage>;
  readonly totals: () => Question<readonly AccountTotal[]>;
  /** Claims; the same reference again is the same claim. */
  readonly claim: (reference: string, credits: readonly ClaimedCredit[]) => Question<ClaimAnswer>;
}

/** One question to a service: where it is asked, and what of its answer is understood. Values are bounded. */
export interface Question<Answer> {
  readonly method: "GET" | "POST";
  /** Below the service's address, with its query. */
  readonly path: string;
  readonly body?: unknown;
  readonly answer: z.ZodType<Answer>;
}

/**
 * A service to which contacts are sent and which says what others said of them: all that there is to say of it. What it
 * speaks is told as questions; the server asks them.
 */
export interface Service<Id extends string = string> {
  readonly id: Id;
  readonly name: string;
  /** What it is, in a sentence. */
  readonly about: string;
  /** What its confirmations are worth: signed ones count for awards, what is only told does not. */
  readonly proof: "signed" | "told";
  /** Which of the standard's sets of fields carries its state in files. */
  readonly recordedAs: "signed" | "unsigned";
  /** Its stand-in's place among the ports of all of them, and the token that it knows. */
  readonly standIn: { readonly place: number; readonly token: string };
  /** How many contacts it takes at a time. */
  readonly perRequest: number;
  /** What a request says to be let in. */
  readonly headers: (token: string) => Readonly<Record<string, string>>;
  /** Where it takes only what is signed: how one gets what signs. Null where it takes what it is told. */
  readonly registrar: Registrar | null;
  /** Hands contacts in; one that it has already is answered "known". */
  readonly send: (contacts: readonly SentContact[]) => Question<readonly SendAnswer[]>;
  /** What others said of us after a cursor; "" is the beginning. */
  readonly fetch: (cursor: string) => Question<StatementPage>;
  /** Carries a question about a contact to the other operator; null where it carries none. */
  readonly ask: ((contact: ToldContact, text: string) => Question<Carried>) | null;
  /** Brings it what is confirmed elsewhere; null where it hears of no others. Answered as what is sent. */
  readonly bring: ((proven: readonly ProvenContact[]) => Question<readonly SendAnswer[]>) | null;
  /** What it has and has confirmed by entity, band and mode; null where it tells only what it has of a call. */
  readonly chart: (() => Question<readonly ChartCell[]>) | null;
  /** Null where it grants no awards. */
  readonly grantor: Grantor | null;
  /** What it has of ours. */
  readonly account: () => Question<readonly AccountLine[]>;
}

/** Declares a service. */
export function defineService<const Id extends string>(service: Service<Id>): Service<Id> {
  return service;
}
