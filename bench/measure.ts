/** One line of the table: what was measured, against what, and what it should be. */
export interface Line {
  readonly what: string;
  readonly measured: string;
  readonly limit: string;
  readonly target: string;
  readonly within: boolean;
}

/** The milliseconds of one run. */
export async function time(work: () => unknown): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** The best of several runs: what the code costs, without what else the machine was doing. */
export async function best(runs: number, work: () => unknown): Promise<number> {
  let least = Infinity;
  for (let run = 0; run < runs; run++) least = Math.min(least, await time(work));
  return least;
}

/** The time that 95 of 100 calls stay under, in milliseconds. */
export async function p95(runs: number, work: (run: number) => unknown): Promise<number> {
  const times: number[] = [];
  for (let run = 0; run < runs; run++) times.push(await time(() => work(run)));
  return most(times, 0.95);
}

/** The value that a share of the values stay under. */
export function most(values: readonly number[], share: number): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length * share)]!;
}

/** A line whose measure is a multiple of a limit that was measured in the same run. */
export function ratio(what: string, ms: number, limitName: string, limitMs: number, most: number): Line {
  return {
    what,
    measured: `${ms.toFixed(ms < 10 ? 2 : 0)} ms`,
    limit: `${limitName}: ${limitMs.toFixed(limitMs < 10 ? 2 : 0)} ms`,
    target: `${(ms / limitMs).toFixed(2)} of at most ${most} times`,
    within: ms <= limitMs * most,
  };
}

/** A line whose target is a number of milliseconds. */
export function under(what: string, ms: number, most: number): Line {
  return { what, measured: `${ms.toFixed(2)} ms`, limit: "", target: `under ${most} ms`, within: ms < most };
}

export function table(lines: readonly Line[]): string {
  const rows = [
    ["what", "measured", "limit", "target", ""],
    ...lines.map((line) => [line.what, line.measured, line.limit, line.target, line.within ? "within" : "OVER"]),
  ];
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map((row) => row[column]!.length)));
  return rows
    .map((row) =>
      row
        .map((cell, column) => cell.padEnd(widths[column]!))
        .join("  ")
        .trimEnd(),
    )
    .join("\n");
}
