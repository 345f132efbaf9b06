import type { Logbook } from "@/core/contract";

/** How far a step is. */
interface StepState {
  readonly isDone: boolean;
  readonly text: string;
}

/** A step of the way from a new station to one that works: all that is said of it. */
export interface FirstStep {
  readonly id: string;
  readonly name: string;
  /** What it is for. */
  readonly about: string;
  /** How far it is; null while that is not known. A hook. */
  readonly useState: () => StepState | null;
  /** Where it is done. */
  readonly way: { readonly label: string; readonly href: string };
  /**
   * Tries whether it works.
   *
   * @returns what works, a sentence a line
   * @throws what does not, with how to mend it
   */
  readonly test: (logbook: Logbook) => Promise<readonly string[]>;
}
