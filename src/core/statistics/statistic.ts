import type { FilterGroup } from "../view";
import type { CountedConfirmations, CountedContacts, CountedFact, CountedFirsts, CountedSendings } from "./counted";
import type { Dimension, Key } from "./dimension";

/** One line of what was counted: a figure for each series, of a value along, and of one across where there is that. */
export interface Figure {
  readonly key: Key;
  readonly across: Key | null;
  /** In the order of the statistic's series. */
  readonly values: readonly number[];
}

/** What was counted, with how many contacts it was counted from, and how many of them have no such value. */
export interface Counted {
  readonly figures: readonly Figure[];
  readonly contacts: number;
  readonly without: number;
}

/** One of the numbers that are counted, as "worked" and "confirmed". */
export interface Series {
  readonly label: string;
  /** A colour of the theme. */
  readonly colour: string;
  /** What its contacts have in common beside the value that they are counted under. */
  readonly holds: (key: Key) => FilterGroup["of"];
}

interface Common {
  readonly id: string;
  readonly title: string;
  /** A sentence for who sees it for the first time. */
  readonly about: string;
  /** Beside each other, running on, or as a field of cells. */
  readonly form: "bars" | "lines" | "cells";
  readonly along: Dimension;
  readonly across: Dimension | null;
  readonly series: readonly Series[];
  /** Whether the figure of the second series is a part of that of the first. */
  readonly isPart: boolean;
  /** Whether it goes along with time, so that two periods are laid over each other from their beginnings. */
  readonly isInTime: boolean;
}

/** Something that is counted over a log; all that is said about it, from its title to the way it is counted. */
export type Statistic = Common &
  (
    | {
        readonly of: "contacts";
        readonly facts: readonly CountedFact[];
        readonly count: (groups: Iterable<CountedContacts>) => Counted;
      }
    | {
        readonly of: "firsts";
        readonly facts: readonly CountedFact[];
        readonly count: (groups: Iterable<CountedFirsts>) => Counted;
      }
    | { readonly of: "sendings"; readonly count: (groups: Iterable<CountedSendings>) => Counted }
    | { readonly of: "confirmations"; readonly count: (groups: Iterable<CountedConfirmations>) => Counted }
  );

/** What the contacts have in common that a figure of a series was counted from. */
export function contactsOf({ along, across, series }: Statistic, figure: Figure, nth: number): FilterGroup["of"] {
  return [
    ...along.conditions(figure.key),
    ...(across === null || figure.across === null ? [] : across.conditions(figure.across)),
    ...(series[nth]?.holds(figure.key) ?? []),
  ];
}
