/** A text's place between 0 and 1, the same every time (FNV-1a, 32 bits, mixed). */
export function fractionOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = Math.imul(hash ^ (hash >>> 12), 0x297a2d39);
  return ((hash ^ (hash >>> 15)) >>> 0) / 2 ** 32;
}

/** Random numbers from a seed, the same every time (mulberry32). */
export interface Random {
  /** From 0 to below 1. */
  next(): number;
  /** A whole number from `least` to `most`, both inside. */
  between(least: number, most: number): number;
  pick<Value>(values: readonly Value[]): Value;
  /** One of the values, each as likely as its weight says. */
  weighted<Value>(values: readonly (readonly [Value, number])[]): Value;
  chance(probability: number): boolean;
}

export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
  const pick = <Value>(values: readonly Value[]): Value => values[Math.floor(next() * values.length)]!;
  return {
    next,
    pick,
    between: (least, most) => least + Math.floor(next() * (most - least + 1)),
    chance: (probability) => next() < probability,
    weighted(values) {
      const total = values.reduce((sum, [, weight]) => sum + weight, 0);
      let place = next() * total;
      for (const [value, weight] of values) {
        place -= weight;
        if (place < 0) return value;
      }
      return values[values.length - 1]![0];
    },
  };
}
