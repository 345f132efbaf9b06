/** Something to be named at a place on a line. Those of higher rank have their names first. */
export interface Named {
  /** Where on the line it is, in any unit. */
  readonly at: number;
  readonly rank: number;
  /** Its name stands no farther from its place. */
  readonly farthest: number;
}

/** The name of one, and where along the line it stands: the middle of it. */
export interface Label<Mark extends Named> {
  readonly mark: Mark;
  readonly at: number;
}

export interface LabelRoom {
  /** The line that names stand along, from 0. */
  readonly length: number;
  /** What a name takes of it. */
  readonly size: number;
}

/**
 * Names for what is on a line, beside it: none covers another, each is as near to its place as can be, and they stand in
 * the order of their places, so that no two leaders cross. Where there is no room for all, the ones of higher rank are
 * named.
 *
 * @returns the names, by their places
 */
export function labelsFor<Mark extends Named>(marks: readonly Mark[], room: LabelRoom): Label<Mark>[] {
  const most = Math.floor(room.length / room.size);
  const inside = marks.filter(({ at }) => at >= 0 && at <= room.length);
  const byRank = [...inside].sort((a, b) => b.rank - a.rank || a.at - b.at);
  let labels: Label<Mark>[] = [];
  for (const mark of byRank) {
    if (labels.length >= most) break;
    const next = spread(inserted(labels, mark), room);
    if (next.every(({ at, mark: own }) => Math.abs(at - own.at) <= own.farthest)) labels = next;
  }
  return labels;
}

function inserted<Mark extends Named>(labels: readonly Label<Mark>[], mark: Mark): Mark[] {
  const after = labels.findIndex(({ mark: { at } }) => at > mark.at);
  const marks = labels.map((label) => label.mark);
  marks.splice(after < 0 ? marks.length : after, 0, mark);
  return marks;
}

/** Some that are pushed together: the first of them, how many they are, and where the first one would stand. */
interface Run {
  readonly from: number;
  readonly count: number;
  readonly at: number;
}

/**
 * Spreads names, which are in the order of their places, so that the squares of their ways are least: pool adjacent
 * violators (Ayer et al. 1955), on places from which the room of those before is taken.
 */
function spread<Mark extends Named>(marks: readonly Mark[], { length, size }: LabelRoom): Label<Mark>[] {
  const runs: Run[] = [];
  marks.forEach((mark, index) => {
    let run: Run = { from: index, count: 1, at: mark.at - index * size };
    for (let before = runs.at(-1); before !== undefined && before.at >= run.at; before = runs.at(-1)) {
      runs.pop();
      const count = before.count + run.count;
      run = { from: before.from, count, at: (before.at * before.count + run.at * run.count) / count };
    }
    runs.push(run);
  });
  const [first, last] = [size / 2, length - size / 2 - (marks.length - 1) * size];
  return runs.flatMap(({ from, count, at }) => {
    const begin = Math.min(Math.max(at, first), last);
    return marks.slice(from, from + count).map((mark, index) => ({ mark, at: begin + (from + index) * size }));
  });
}
