import type { Right } from "../core/contract";

/** Who is acting. Every service function takes it, so that the journal can say who and rights have one place. */
export interface Actor {
  readonly name: string;
  /** Whether he has a right on a logbook, or, with null, on the station. */
  may(right: Right, logbookId: number | null): boolean;
}

/** Whoever sits at this computer: the application listens to no one else unless told to. */
export const LOCAL_OPERATOR: Actor = { name: "operator", may: () => true };
