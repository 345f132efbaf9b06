/** Something to be chosen: what it costs, a whole number, and what it covers, by number. */
export interface Coverer {
  readonly cost: number;
  readonly covers: readonly number[];
  /** It is chosen whatever it costs. */
  readonly forced?: boolean;
}

export interface Cover {
  /** Which are chosen, by their places, in order. */
  readonly chosen: readonly number[];
  readonly cost: number;
  /** No choice that covers as much costs less than this: it is proven. */
  readonly bound: number;
}

/** So many steps a part is looked for the best in; what is found by then holds, with its bound. */
const MOST_STEPS = 400;
/** Parts up to so many coverers are gone through to the end, within so many branches. */
const EXACT_UP_TO = 60;
const MOST_BRANCHES = 60_000;
const EPSILON = 1e-6;

/**
 * The cheapest choice that covers all that can be covered; of equals those that come first. Where it is small the best
 * is found; where it is large a good one, with a bound below which no choice is (Lagrangean relaxation of the cover by
 * subgradients, after Held and Karp; branch and bound for small parts).
 */
export function cheapestCover(all: readonly Coverer[]): Cover {
  const chosen = new Set<number>();
  const covered = new Set<number>();
  all.forEach(({ forced, covers }, at) => {
    if (forced !== true) return;
    chosen.add(at);
    for (const one of covers) covered.add(one);
  });
  const open = all.map(({ covers }, at) =>
    chosen.has(at) ? [] : [...new Set(covers)].filter((one) => !covered.has(one)),
  );
  const { needed: alone, left } = reduced(all, open);
  for (const at of alone) chosen.add(at);
  let bound = sumOf([...chosen], (at) => all[at]!.cost);
  for (const part of partsOf(left)) {
    const solved = solve(part.map((at) => ({ at, cost: all[at]!.cost, covers: left[at]! })));
    for (const at of solved.chosen) chosen.add(at);
    bound += solved.bound;
  }
  const list = [...chosen].sort((a, b) => a - b);
  return { chosen: list, cost: sumOf(list, (at) => all[at]!.cost), bound };
}

/**
 * What is plain, taken out one after the other: what only one covers needs that one; who covers no more than another
 * one that costs no more is not needed; what is covered whenever something else is need not be asked for.
 */
function reduced(
  all: readonly Coverer[],
  open: readonly (readonly number[])[],
): { readonly needed: readonly number[]; readonly left: readonly (readonly number[])[] } {
  const sets = open.map((covers) => new Set(covers));
  const by = new Map<number, Set<number>>();
  open.forEach((covers, at) => covers.forEach((thing) => by.set(thing, (by.get(thing) ?? new Set<number>()).add(at))));
  const needed: number[] = [];
  const dropThing = (thing: number) => {
    for (const at of by.get(thing)!) sets[at]!.delete(thing);
    by.delete(thing);
  };
  const dropCoverer = (at: number) => {
    for (const thing of sets[at]!) by.get(thing)!.delete(at);
    sets[at]!.clear();
  };
  const isWithin = (one: ReadonlySet<number>, other: ReadonlySet<number>) => {
    if (one.size > other.size) return false;
    for (const item of one) if (!other.has(item)) return false;
    return true;
  };
  const isWorse = (at: number): boolean => {
    const own = sets[at]!;
    // Whoever covers all of it covers what fewest do.
    const rarest = [...own].reduce((a, b) => (by.get(b)!.size < by.get(a)!.size ? b : a));
    for (const other of by.get(rarest)!) {
      if (other === at || all[other]!.cost > all[at]!.cost || !isWithin(own, sets[other]!)) continue;
      const same = sets[other]!.size === own.size && all[other]!.cost === all[at]!.cost;
      if (!same || other < at) return true;
    }
    return false;
  };
  /** Whether a thing is covered whenever another one is; of two that always are together the first stays. */
  const follows = (thing: number): boolean => {
    const own = by.get(thing)!;
    for (const at of own)
      for (const other of sets[at]!) {
        if (other === thing) continue;
        const others = by.get(other)!;
        if (isWithin(others, own) && (others.size < own.size || other < thing)) return true;
      }
    return false;
  };
  for (let changed = true; changed;) {
    changed = false;
    for (const [thing, coverers] of [...by]) {
      if (coverers.size !== 1 || !by.has(thing)) continue;
      const [only] = coverers;
      needed.push(only!);
      for (const one of [...sets[only!]!]) dropThing(one);
      changed = true;
    }
    sets.forEach((own, at) => {
      if (own.size === 0 || !isWorse(at)) return;
      dropCoverer(at);
      changed = true;
    });
    for (const thing of [...by.keys()]) {
      if (!follows(thing)) continue;
      dropThing(thing);
      changed = true;
    }
  }
  return { needed, left: sets.map((own) => [...own]) };
}

interface Part extends Coverer {
  readonly at: number;
}

/** The coverers that have to do with each other, by what they cover together. */
function partsOf(open: readonly (readonly number[])[]): number[][] {
  const parent = new Map<number, number>();
  const rootOf = (one: number): number => {
    let root = one;
    while (parent.get(root) !== undefined && parent.get(root) !== root) root = parent.get(root)!;
    parent.set(one, root);
    return root;
  };
  for (const covers of open) for (const one of covers) parent.set(rootOf(one), rootOf(covers[0]!));
  const parts = new Map<number, number[]>();
  open.forEach((covers, at) => {
    if (covers.length === 0) return;
    const root = rootOf(covers[0]!);
    const part = parts.get(root);
    if (part === undefined) parts.set(root, [at]);
    else part.push(at);
  });
  return [...parts.values()];
}

function solve(part: readonly Part[]): { readonly chosen: readonly number[]; readonly bound: number } {
  const things = [...new Set(part.flatMap(({ covers }) => covers))];
  const numberOf = new Map(things.map((thing, number) => [thing, number]));
  const coverers = part.map(({ cost, covers }) => ({ cost, covers: covers.map((thing) => numberOf.get(thing)!) }));
  const by: number[][] = things.map(() => []);
  coverers.forEach(({ covers }, at) => covers.forEach((thing) => by[thing]!.push(at)));
  let { best, bound } = relaxed(coverers, by);
  if (costOf(coverers, best) > bound && coverers.length <= EXACT_UP_TO) {
    const exact = branched(coverers, by, best);
    best = exact.best;
    if (exact.complete) bound = costOf(coverers, best);
  }
  return { chosen: swapped(coverers, by, best).map((at) => part[at]!.at), bound };
}

type By = readonly (readonly number[])[];

/** A good cover, and a bound for all: prices of what is to be covered are moved until the bound rises no more. */
function relaxed(coverers: readonly Coverer[], by: By): { best: number[]; bound: number } {
  const unit = coverers.reduce((unit, { cost }) => divisor(unit, cost), 0) || 1;
  const prices = by.map((ones) => Math.min(...ones.map((at) => coverers[at]!.cost / coverers[at]!.covers.length)));
  let best = greedy(coverers, by);
  let bound = -Infinity;
  let [pace, idle] = [1.5, 0];
  for (let step = 0; step < MOST_STEPS; step++) {
    const left = coverers.map(({ cost, covers }) => cost - sumOf(covers, (thing) => prices[thing]!));
    const value = sumOf(prices, (price) => price) + sumOf(left, (rest) => Math.min(0, rest));
    if (value > bound + EPSILON) [bound, idle] = [value, 0];
    else if (++idle >= 20) [pace, idle] = [pace / 2, 0];
    if (step % 4 === 0) {
      const found = byPrices(coverers, by, left);
      if (costOf(coverers, found) < costOf(coverers, best)) best = found;
    }
    if (ceiled(bound, unit) >= costOf(coverers, best)) break;
    const short = by.map((ones) => 1 - ones.filter((at) => left[at]! < 0).length);
    const norm = sumOf(short, (one) => one * one);
    if (norm === 0) break;
    const stride = (pace * (costOf(coverers, best) - value)) / norm;
    short.forEach((one, thing) => (prices[thing] = Math.max(0, prices[thing]! + stride * one)));
  }
  // Costs are whole numbers of a unit: so is that of every choice.
  return { best, bound: Math.max(0, ceiled(bound, unit)) };
}

const ceiled = (value: number, unit: number) => Math.ceil((value - EPSILON) / unit) * unit;
const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** One after the other what covers most for what it costs; then without those that are not needed. */
function greedy(coverers: readonly Coverer[], by: By): number[] {
  const open = coverers.map(({ covers }) => covers.length);
  const isCovered = by.map(() => false);
  const chosen: number[] = [];
  let left = by.length;
  while (left > 0) {
    let pick = -1;
    let least = Infinity;
    for (let at = 0; at < open.length; at++) {
      if (open[at]! === 0) continue;
      const each = coverers[at]!.cost / open[at]! - open[at]! * EPSILON;
      if (each < least) [pick, least] = [at, each];
    }
    chosen.push(pick);
    for (const thing of coverers[pick]!.covers) {
      if (isCovered[thing]) continue;
      isCovered[thing] = true;
      left--;
      for (const at of by[thing]!) open[at]!--;
    }
  }
  return needed(coverers, by, chosen);
}

/** What pays by the prices, and for what that leaves open the nearest to paying; then without what is not needed. */
function byPrices(coverers: readonly Coverer[], by: By, left: readonly number[]): number[] {
  const chosen = coverers.flatMap((_, at) => (left[at]! < 0 ? [at] : []));
  const isCovered = by.map(() => false);
  for (const at of chosen) for (const thing of coverers[at]!.covers) isCovered[thing] = true;
  for (let thing = 0; thing < by.length; thing++) {
    if (isCovered[thing]) continue;
    const nearest = by[thing]!.reduce((a, b) => (left[b]! < left[a]! ? b : a));
    chosen.push(nearest);
    for (const one of coverers[nearest]!.covers) isCovered[one] = true;
  }
  return needed(coverers, by, chosen);
}

/** Those of a cover that are needed, the dearest left out first. */
function needed(coverers: readonly Coverer[], by: By, chosen: readonly number[]): number[] {
  const times = by.map(() => 0);
  for (const at of chosen) for (const thing of coverers[at]!.covers) times[thing]!++;
  const out = new Set<number>();
  for (const at of [...chosen].sort((a, b) => coverers[b]!.cost - coverers[a]!.cost || b - a)) {
    if (!coverers[at]!.covers.every((thing) => times[thing]! > 1)) continue;
    out.add(at);
    for (const thing of coverers[at]!.covers) times[thing]!--;
  }
  return chosen.filter((at) => !out.has(at));
}

/** The best cover there is, gone through by what fewest cover; as far as the branches reach. */
function branched(
  coverers: readonly Coverer[],
  by: By,
  start: readonly number[],
): { best: number[]; complete: boolean } {
  let best = [...start];
  let least = costOf(coverers, best);
  let branches = 0;
  const share = by.map((ones) => Math.min(...ones.map((at) => coverers[at]!.cost / coverers[at]!.covers.length)));
  const times = by.map(() => 0);
  const out = coverers.map(() => false);
  const chosen: number[] = [];

  function go(cost: number): void {
    if (++branches > MOST_BRANCHES) return;
    let rest = 0;
    let next = -1;
    let fewest = Infinity;
    for (let thing = 0; thing < by.length; thing++) {
      if (times[thing]! > 0) continue;
      rest += share[thing]!;
      const ways = by[thing]!.filter((at) => !out[at]).length;
      if (ways < fewest) [next, fewest] = [thing, ways];
    }
    if (next < 0) {
      if (cost < least) [best, least] = [[...chosen], cost];
      return;
    }
    if (cost + rest >= least - EPSILON || fewest === 0) return;
    const ways = by[next]!.filter((at) => !out[at]).sort((a, b) => coverers[a]!.cost - coverers[b]!.cost || a - b);
    for (const at of ways) {
      chosen.push(at);
      for (const thing of coverers[at]!.covers) times[thing]!++;
      go(cost + coverers[at]!.cost);
      for (const thing of coverers[at]!.covers) times[thing]!--;
      chosen.pop();
      // What follows is without it.
      out[at] = true;
    }
    for (const at of ways) out[at] = false;
  }
  go(0);
  return { best, complete: branches <= MOST_BRANCHES };
}

/** In place of each, one that comes before it, costs as much, and covers what only it does. */
function swapped(coverers: readonly Coverer[], by: By, chosen: readonly number[]): number[] {
  const times = by.map(() => 0);
  for (const at of chosen) for (const thing of coverers[at]!.covers) times[thing]!++;
  const isIn = new Set(chosen);
  for (const at of chosen) {
    const alone = coverers[at]!.covers.filter((thing) => times[thing] === 1);
    const other = (by[alone[0] ?? coverers[at]!.covers[0]!] ?? []).find(
      (one) =>
        one < at &&
        !isIn.has(one) &&
        coverers[one]!.cost === coverers[at]!.cost &&
        alone.every((thing) => coverers[one]!.covers.includes(thing)),
    );
    if (other === undefined) continue;
    isIn.delete(at);
    isIn.add(other);
    for (const thing of coverers[at]!.covers) times[thing]!--;
    for (const thing of coverers[other]!.covers) times[thing]!++;
  }
  return [...isIn];
}

function costOf(coverers: readonly Coverer[], chosen: readonly number[]): number {
  return sumOf(chosen, (at) => coverers[at]!.cost);
}

function sumOf<Value>(values: readonly Value[], of: (value: Value) => number): number {
  let sum = 0;
  for (const value of values) sum += of(value);
  return sum;
}
