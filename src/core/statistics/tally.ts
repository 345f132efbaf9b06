import type { CountedContacts } from "./counted";
import { type Dimension, type Key, MONTH_END } from "./dimension";
import type { Counted, Figure, Series, Statistic } from "./statistic";

const CONTACTS: Series = { label: "contacts", colour: "hold", holds: () => [] };
const OF_THEM_CONFIRMED: Series = {
  label: "confirmed",
  colour: "safe",
  holds: () => [{ field: "confirmed", is: "yes" }],
};

type About = Pick<Statistic, "id" | "title" | "about">;

/** How many contacts there are of each value of a dimension, and how many of them are confirmed. */
export function tally(about: About, along: Dimension, across: Dimension | null = null): Statistic {
  return {
    ...{ ...about, along, across, form: across === null ? "bars" : "cells", isPart: true },
    of: "contacts",
    isInTime: along.always === "between",
    series: [CONTACTS, OF_THEM_CONFIRMED],
    facts: [...new Set([...along.from, ...(across?.from ?? [])])],
    count: (groups) => countBy(groups, along, across),
  };
}

function countBy(groups: Iterable<CountedContacts>, along: Dimension, across: Dimension | null): Counted {
  const cells = new Map<string, { key: Key; across: Key | null; values: [number, number] }>();
  let total = 0;
  let without = 0;
  for (const group of groups) {
    total += group.contacts;
    const key = along.keyOf(group);
    const other = across === null ? null : across.keyOf(group);
    if (key === null || (across !== null && other === null)) {
      without += group.contacts;
      continue;
    }
    const name = `${key} ${other}`;
    const cell = cells.get(name);
    if (cell === undefined) cells.set(name, { key, across: other, values: [group.contacts, group.confirmed] });
    else {
      cell.values[0] += group.contacts;
      cell.values[1] += group.confirmed;
    }
  }
  return { figures: inOrder([...cells.values()], along, across), contacts: total, without };
}

/** Figures as they are shown: those that belong there though nothing was counted, and all in their order. */
function inOrder(figures: readonly Figure[], along: Dimension, across: Dimension | null): Figure[] {
  const known = new Set(figures.map(({ key, across: other }) => `${key} ${other}`));
  const lacking = keysOf(
    along,
    figures.map(({ key }) => key),
  ).flatMap((key) =>
    (across === null
      ? [null]
      : keysOf(
          across,
          figures.map((figure) => figure.across!),
        )
    )
      .filter((other) => !known.has(`${key} ${other}`))
      .map((other): Figure => ({ key, across: other, values: [0, 0] })),
  );
  const compare = (dimension: Dimension, a: Key, b: Key) => dimension.compare?.(a, b) ?? 0;
  return [...figures, ...lacking].sort(
    (a, b) =>
      compare(along, a.key, b.key) ||
      (across === null ? 0 : compare(across, a.across!, b.across!)) ||
      b.values[0]! - a.values[0]!,
  );
}

/** The values of a dimension that are shown, where some were counted. */
function keysOf({ always }: Dimension, counted: readonly Key[]): Key[] {
  if (always === undefined) return [...new Set(counted)];
  if (always !== "between") return [...always];
  const numbers = counted.map(Number);
  if (numbers.length === 0) return [];
  const first = numbers.reduce((least, one) => Math.min(least, one));
  const last = numbers.reduce((most, one) => Math.max(most, one));
  return Array.from({ length: last - first + 1 }, (_, nth) => first + nth);
}

/** How many values of a dimension were met by the end of each month, in any contact and in confirmed ones. */
export function growth(about: About, item: Dimension): Statistic {
  return {
    ...{ ...about, along: MONTH_END, across: null, form: "lines", isPart: true, isInTime: true },
    of: "firsts",
    series: [
      { ...CONTACTS, label: "worked" },
      { ...OF_THEM_CONFIRMED, label: "confirmed" },
    ],
    facts: item.from,
    count: (groups) => {
      const firsts = [new Map<Key, number>(), new Map<Key, number>()];
      let total = 0;
      let without = 0;
      for (const group of groups) {
        total += group.contacts;
        const key = item.keyOf(group);
        if (key === null) without += group.contacts;
        else [group.first, group.firstConfirmed].forEach((at, nth) => noteFirst(firsts[nth]!, key, at));
      }
      const met = firsts.map((first) => [...first.values()].sort((a, b) => a - b));
      const months = keysOf(MONTH_END, met[0]!);
      const figures = months.map((key) => ({
        key,
        across: null,
        values: met.map((first) => countUpTo(first, key as number)),
      }));
      return { figures, contacts: total, without };
    },
  };
}

/** Notes the month of a moment, seconds since 1970 UTC, where it is the first of its kind. */
function noteFirst(first: Map<Key, number>, key: Key, at: number | null): void {
  if (at === null) return;
  const month = MONTH_END.keyOf({ day: at }) as number;
  const known = first.get(key);
  if (known === undefined || month < known) first.set(key, month);
}

/** How many of some numbers, the least first, are at most another. */
function countUpTo(sorted: readonly number[], most: number): number {
  const end = sorted.findIndex((one) => one > most);
  return end === -1 ? sorted.length : end;
}
