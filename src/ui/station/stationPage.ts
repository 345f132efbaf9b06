import type { ComponentType } from "react";

/** How it stands with what a page is about, in a few words. */
interface PageLine {
  readonly text: string;
  readonly isWrong?: boolean;
}

/** A page of the place Station: all that is said of it. */
export interface StationPage {
  readonly id: string;
  readonly name: string;
  /** What one does there. */
  readonly about: string;
  /** How it stands; null while that is not known. A hook. */
  readonly useLine: () => PageLine | null;
  readonly Page: ComponentType;
}
