import { LEASE_MS } from "../../core/contract";

/** What goes on as long as whoever asked for it says that he is still there. */
export interface Lease {
  /** Begins, for a position. */
  readonly begin: (position: string) => void;
  /** He is still there; of another position it says nothing. False where nothing goes on for this one. */
  readonly renew: (position: string) => boolean;
  /** For which position it goes on; null while nothing does. */
  readonly holder: () => string | null;
  /** It is over. */
  readonly end: () => void;
}

/** @param ranOut nobody has renewed it in time */
export function createLease(ranOut: () => void, ms: number = LEASE_MS): Lease {
  let of: string | null = null;
  let timer: NodeJS.Timeout | undefined;
  function wait(): void {
    clearTimeout(timer);
    timer = setTimeout(() => {
      of = null;
      ranOut();
    }, ms);
  }
  return {
    begin(position) {
      of = position;
      wait();
    },
    renew(position) {
      if (position !== of) return false;
      wait();
      return true;
    },
    holder: () => of,
    end() {
      of = null;
      clearTimeout(timer);
    },
  };
}
