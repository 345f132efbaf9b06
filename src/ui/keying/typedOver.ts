/** What is typed while it is sent: what has gone out, and what waits and can still be corrected. */
export interface TypedOver {
  readonly gone: string;
  readonly waits: string;
}

export const NOTHING_TYPED: TypedOver = { gone: "", waits: "" };

/**
 * As so many signs have gone out: by their place, so that what was corrected too late is what had gone out already.
 *
 * @param sent what went out, from the beginning
 */
export function afterSent(over: TypedOver, sent: string): TypedOver {
  const more = [...sent].length - [...over.gone].length;
  return more <= 0 ? over : { gone: sent, waits: [...over.waits].slice(more).join("") };
}

/** What is left to be sent anew when it was stopped. */
export function afterEnd({ waits }: TypedOver): TypedOver {
  return { gone: "", waits: waits.trimStart() };
}

/** The text as a whole. */
export function wholeOf({ gone, waits }: TypedOver): string {
  return gone + waits;
}
