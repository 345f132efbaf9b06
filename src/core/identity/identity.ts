import type { ServiceId } from "../confirm";

/** What is known of an identity: what signs for a call between two days. Days are UTC, "2026-11-23"; times ISO. */
export interface IdentityFacts {
  readonly id: number;
  readonly service: ServiceId;
  readonly call: string;
  /** The days of the first and the last contact that it signs; no last one where it stays open. */
  readonly from: string;
  readonly to: string | null;
  /** When it was handed in; null while the request only lies here. */
  readonly handedAt: string | null;
  /** Between when its certificate is valid; null until it came. */
  readonly validFrom: string | null;
  readonly validTo: string | null;
  /** Why the service does not give it; null where it did not say so. */
  readonly refused: string | null;
  /** The identity that signs in its place. */
  readonly replacedBy: number | null;
  readonly hasKey: boolean;
}

/** How far an identity got, in the order of its life. */
export type IdentityState =
  "asked" | "sponsors" | "refused" | "early" | "ready" | "soon" | "ended" | "replaced" | "keyless";

export const IDENTITY_WORDS: Readonly<Record<IdentityState, string>> = {
  asked: "asked, not handed in",
  sponsors: "waiting for sponsors",
  refused: "refused",
  early: "not yet valid",
  ready: "ready",
  soon: "ends soon",
  ended: "ended",
  replaced: "replaced",
  keyless: "its key is gone",
};

const USABLE: readonly IdentityState[] = ["ready", "soon"];
/** So many days before its certificate ends an identity ends soon. */
const SOON_DAYS = 60;
const DAY_MS = 86_400_000;

/** @param now ISO, UTC */
export function identityState(identity: Omit<IdentityFacts, "id" | "service">, now: string): IdentityState {
  const { validFrom, validTo, replacedBy, refused, handedAt, hasKey } = identity;
  if (replacedBy !== null) return "replaced";
  if (validFrom === null || validTo === null) {
    if (refused !== null) return "refused";
    if (!hasKey) return "keyless";
    return handedAt === null ? "asked" : "sponsors";
  }
  if (validTo <= now) return "ended";
  if (!hasKey) return "keyless";
  if (validFrom > now) return "early";
  return Date.parse(validTo) - Date.parse(now) < SOON_DAYS * DAY_MS ? "soon" : "ready";
}

/** Whether an identity is in use whose key was never saved to a file. */
export function isUnsaved(identity: IdentityFacts & { readonly savedAt: string | null }, now: string): boolean {
  return identity.savedAt === null && identity.hasKey && USABLE.includes(identityState(identity, now));
}

/** What would let contacts be signed that none signs now: an identity of the call that begins or ends elsewhere. */
interface IdentityMend {
  readonly call: string;
  readonly from: string;
  readonly to: string | null;
}

/** Who signs a contact, or why nobody does. */
export type Signer<Identity extends IdentityFacts = IdentityFacts> =
  | { readonly identity: Identity }
  | {
      readonly identity: null;
      readonly why: string;
      /** The identity that is in the way, or on the way; null where there is none of the call. */
      readonly near: Identity | null;
      /** Whether to ask for another mends it. */
      readonly asks: boolean;
    };

const REASONS: Readonly<Record<Exclude<IdentityState, "ready" | "soon" | "replaced">, (call: string) => string>> = {
  asked: (call) => `the identity of ${call} was asked for and is not handed in`,
  sponsors: (call) => `the identity of ${call} waits for its sponsors`,
  refused: (call) => `the identity of ${call} was refused`,
  early: (call) => `the identity of ${call} is not yet valid`,
  ended: (call) => `the identity of ${call} has ended`,
  keyless: (call) => `the key of the identity of ${call} is gone: load it from a file, or ask for a new one`,
};

/**
 * Who signs which contact, found once for many.
 *
 * @param now ISO, UTC
 */
export function findSigners<Identity extends IdentityFacts>(
  identities: readonly Identity[],
  service: ServiceId,
  now: string,
): (ownCall: string, startedAt: string) => Signer<Identity> {
  const byCall = new Map<string, { identity: Identity; state: IdentityState }[]>();
  for (const identity of identities) {
    if (identity.service !== service) continue;
    const state = identityState(identity, now);
    if (state !== "replaced") byCall.set(identity.call, [...(byCall.get(identity.call) ?? []), { identity, state }]);
  }
  // The one that is valid longest.
  for (const known of byCall.values())
    known.sort((a, b) => (b.identity.validTo ?? "").localeCompare(a.identity.validTo ?? ""));
  return (ownCall, startedAt) => {
    const known = byCall.get(ownCall) ?? [];
    const day = startedAt.slice(0, 10);
    const fitting = known.filter(({ identity: { from, to } }) => from <= day && (to === null || day <= to));
    const usable = fitting.find(({ state }) => USABLE.includes(state));
    if (usable !== undefined) return { identity: usable.identity };
    const near = fitting[0] ?? known.find(({ state }) => USABLE.includes(state)) ?? known[0];
    if (near === undefined)
      return { identity: null, why: `there is no identity of ${ownCall}`, near: null, asks: true };
    const { identity, state } = near;
    if (near === fitting[0]) {
      const reason = REASONS[state as keyof typeof REASONS](ownCall);
      return { identity: null, why: reason, near: identity, asks: state === "ended" || state === "refused" };
    }
    const why =
      day < identity.from
        ? `the identity of ${ownCall} signs from ${identity.from} on`
        : `the identity of ${ownCall} signs until ${identity.to}`;
    return { identity: null, why, near: identity, asks: true };
  };
}

/** How many contacts of a call there are on a day. */
export interface DayCount {
  readonly call: string;
  readonly day: string;
  readonly count: number;
}

/** Contacts that no identity signs, for one reason. */
export interface Uncovered {
  readonly call: string;
  readonly why: string;
  readonly count: number;
  readonly from: string;
  readonly to: string;
  /** What to ask for; null where that mends nothing. */
  readonly mend: IdentityMend | null;
}

export interface Coverage {
  /** Contacts that each identity signs, by its number. */
  readonly signs: ReadonlyMap<number, number>;
  readonly uncovered: readonly Uncovered[];
}

/** How many contacts of a log each identity signs, and those that none does, by call and reason, the most first. */
export function coverageOf(
  identities: readonly IdentityFacts[],
  service: ServiceId,
  days: readonly DayCount[],
  now: string,
): Coverage {
  const signerOf = findSigners(identities, service, now);
  const signs = new Map<number, number>();
  const groups = new Map<string, Uncovered & { asks: boolean; near: IdentityFacts | null }>();
  for (const { call, day, count } of days) {
    const signer = signerOf(call, day);
    if (signer.identity !== null) {
      signs.set(signer.identity.id, (signs.get(signer.identity.id) ?? 0) + count);
      continue;
    }
    const { why, near, asks } = signer;
    const key = `${call} ${why}`;
    const known = groups.get(key) ?? { call, why, count: 0, from: day, to: day, mend: null, asks, near };
    groups.set(key, {
      ...known,
      count: known.count + count,
      from: day < known.from ? day : known.from,
      to: day > known.to ? day : known.to,
    });
  }
  const uncovered = [...groups.values()].map(({ asks, near, ...group }) => ({
    ...group,
    mend: asks ? mendOf(group, near) : null,
  }));
  return { signs, uncovered: uncovered.sort((a, b) => b.count - a.count) };
}

/** An identity that signs what the nearest one does, and these too. */
function mendOf({ call, from, to }: Uncovered, near: IdentityFacts | null): IdentityMend {
  if (near === null) return { call, from, to: null };
  const end = near.to === null ? null : near.to > to ? near.to : to;
  return { call, from: near.from < from ? near.from : from, to: end };
}
