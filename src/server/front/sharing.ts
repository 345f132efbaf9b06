import type { Sharing } from "../../core/contract";

// The front and the routes are bundled apart; what the front listens by is kept where both see it.
const keeper = globalThis as typeof globalThis & { ypsiloidSharing?: Sharing };

const ALONE: Sharing = { isShared: false, addresses: [], fingerprint: null, isSelfMade: false, until: null };

/** How the station is open to others, as the front found it when it began to listen. */
export function sharingNow(): Sharing {
  return keeper.ypsiloidSharing ?? ALONE;
}

export function noteSharing(sharing: Sharing): void {
  keeper.ypsiloidSharing = sharing;
}
