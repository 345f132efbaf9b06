import { mayDo, type Right, type Standing } from "../core/people";

/** Who is acting. Every service function takes it, so that the journal can say who and rights have one place. */
export interface Actor extends Standing {
  readonly name: string;
  /** Null for whoever sits at the computer, and for what is done by itself. */
  readonly personId: number | null;
  /** Of an operator; what he logs says so. */
  readonly call: string | null;
  /** By which sign-in he comes. */
  readonly sessionId: number | null;
}

/** Whoever sits at this computer: the application listens to no one else unless told to. */
export const LOCAL_OPERATOR: Actor = {
  name: "operator",
  personId: null,
  call: null,
  sessionId: null,
  role: "owner",
  inLogbooks: [],
};

/** Whoever has not signed in. */
export const STRANGER: Actor = { ...LOCAL_OPERATOR, name: "somebody who has not signed in", role: null };

/** Whether who acts has a right in a logbook, or, with null, at the station. */
export function may(actor: Actor, right: Right, logbookId: number | null): boolean {
  return mayDo(actor, right, logbookId);
}
