/** A contact as it stands in a backup or in the log, as far as it takes to know it again. */
export interface Standing {
  readonly id: number;
  readonly logbookId: number;
  readonly call: string;
  /** Seconds since 1970 UTC. */
  readonly startedAt: number;
  readonly band: string;
  readonly mode: string;
  readonly revision: number;
}

export interface Comparison {
  /** In the log, and not in the backup. */
  readonly onlyNow: readonly Standing[];
  /** In the backup, and no longer in the log. */
  readonly onlyThen: readonly Standing[];
  /** In both, and changed since. */
  readonly changed: readonly Standing[];
}

/**
 * What came into a log since a backup, what went out of it, and what was changed. A contact is known by its number where
 * its call or its time is the same: a number may have been given again after one went back. All others are known by
 * what they say, each once.
 */
export function compareWithBackup(then: readonly Standing[], now: readonly Standing[]): Comparison {
  const byId = new Map(then.map((one) => [one.id, one]));
  const known = new Set<Standing>();
  const changed: Standing[] = [];
  const unknown: Standing[] = [];
  for (const one of now) {
    const before = byId.get(one.id);
    if (before === undefined || !isSame(before, one)) {
      unknown.push(one);
      continue;
    }
    known.add(before);
    if (said(before) !== said(one) || before.revision !== one.revision) changed.push(one);
  }
  const rest = new Map<string, Standing[]>();
  for (const one of then) if (!known.has(one)) rest.set(said(one), [...(rest.get(said(one)) ?? []), one]);
  const onlyNow = unknown.filter((one) => rest.get(said(one))?.pop() === undefined);
  return { onlyNow, onlyThen: [...rest.values()].flat(), changed };
}

function isSame(a: Standing, b: Standing): boolean {
  return a.logbookId === b.logbookId && (a.call === b.call || a.startedAt === b.startedAt);
}

function said({ logbookId, call, startedAt, band, mode }: Standing): string {
  return [logbookId, call, startedAt, band, mode].join("\n");
}
