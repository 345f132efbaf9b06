/** What one kind of attack did, and what did not hold. */
export interface Outcome {
  readonly what: string;
  readonly tried: number;
  readonly broken: readonly string[];
  /** What took longer, or more memory, than it may: it depends on the machine, and no test asserts it. */
  readonly over?: readonly string[];
  /** What was measured on the way. */
  readonly measured?: string;
}

/** A summary line. */
export function lineOf({ what, tried, broken: wrong, over = [], measured }: Outcome): string {
  const broken = [...wrong, ...over];
  const held = broken.length === 0 ? "held" : `BROKEN ${broken.length} times: ${broken.slice(0, 3).join("; ")}`;
  return `${what}: ${tried} tried, ${held}${measured === undefined ? "" : ` (${measured})`}`;
}

/** Random numbers that are the same for the same seed, from 0 to 1. */
export function randomOf(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}

export function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
