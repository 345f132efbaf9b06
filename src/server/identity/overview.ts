import type { ServiceId } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { CoverageView, Identities } from "../../core/contract";
import { coverageOf } from "../../core/identity";
import type { Context } from "../context";
import { siteOfLogbook } from "../logbook/sites";
import { done, type Result } from "../problem";
import { identityOf, identityRows } from "./identityRow";
import { type KeyRing, passphraseState } from "./keyRing";

/** The identities at a service. */
export function identitiesAt(context: Context, ring: KeyRing, service: ServiceId): Result<Identities> {
  const identities = identityRows(context.store, service).map(identityOf);
  return done({ identities, passphrase: passphraseState(context, ring) });
}

/** What of a log the identities at a service sign. */
export async function coverageAt(
  context: Context,
  logbookId: number,
  service: ServiceId,
): Promise<Result<CoverageView>> {
  const identities = identityRows(context.store, service).map(identityOf);
  const days = await context.reader.look("contactDays", {
    logbookId,
    usual: siteOfLogbook(context.store, logbookId).call,
  });
  const { signs, uncovered } = coverageOf(identities, service, days, isoTime(context.now()));
  const calls = new Map<string, CoverageView["calls"][number]>();
  for (const { call, day, count } of days) {
    const known = calls.get(call) ?? { call, count: 0, from: day, to: day };
    calls.set(call, {
      call,
      count: known.count + count,
      from: day < known.from ? day : known.from,
      to: day > known.to ? day : known.to,
    });
  }
  return done({
    signs: [...signs].map(([id, count]) => ({ id, count })),
    uncovered: [...uncovered],
    calls: [...calls.values()].sort((a, b) => b.count - a.count),
  });
}
