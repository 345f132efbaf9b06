/** Frequencies where one stayed, the last one last, and where among them one is. */
export interface Places {
  readonly visited: readonly number[];
  readonly at: number;
}

export const NO_PLACES: Places = { visited: [], at: -1 };
const MOST = 40;
/** Nearer than this is the same place, Hz. */
const SAME_HZ = 150;

/** Notes that one stayed at a frequency. Where one went back and then elsewhere, what came after is forgotten. */
export function stayed(places: Places, hertz: number): Places {
  const { visited, at } = places;
  if (at >= 0 && Math.abs(visited[at]! - hertz) <= SAME_HZ) return places;
  const kept = [...visited.slice(0, at + 1), hertz].slice(-MOST);
  return { visited: kept, at: kept.length - 1 };
}

/** One place back, or forth; null where there is none. */
export function moved({ visited, at }: Places, by: 1 | -1): Places | null {
  const next = at + by;
  return next < 0 || next >= visited.length ? null : { visited, at: next };
}
