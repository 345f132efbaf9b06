/** Who is acting. Every service function takes it, so that the journal can say who and rights have one place. */
export interface Actor {
  readonly name: string;
}

/** Whoever sits at this computer: the application listens to no one else unless told to. */
export const LOCAL_OPERATOR: Actor = { name: "operator" };
