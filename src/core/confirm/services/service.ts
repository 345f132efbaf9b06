import type { z } from "zod";

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
  /** Hands contacts in; one that it has already is answered "known". */
  readonly send: (contacts: readonly ToldContact[]) => Question<readonly SendAnswer[]>;
  /** What others said of us after a cursor; "" is the beginning. */
  readonly fetch: (cursor: string) => Question<StatementPage>;
  /** What it has of ours. */
  readonly account: () => Question<readonly AccountLine[]>;
}

/** Declares a service. */
export function defineService<const Id extends string>(service: Service<Id>): Service<Id> {
  return service;
}
