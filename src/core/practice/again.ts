import { type Judged, reviewOf } from "./review";
import type { PracticeRunInput } from "./run";

/** What of a run is heard again, and where. */
interface Again {
  readonly from: number;
  readonly to: number;
  readonly frequencyHz: number;
}

/** A contact is heard from so long before its exchange on, and of a long one the last part, seconds. */
const BEFORE = 15;
const LONGEST = 90;
/** Who is farther beside is not heard, Hz. */
const BESIDE_HZ = 600;

/** What is heard again of a contact: from before his exchange until it was over, and logged. */
export function againOf({ logged, truth }: Judged): Again {
  const to = Math.max(logged?.at ?? 0, truth?.at ?? 0) + 1;
  const from = Math.max(0, to - LONGEST, (truth?.from ?? to - BEFORE) - BEFORE);
  return { from, to, frequencyHz: (truth ?? logged)!.frequencyHz };
}

/** A run with no more of what was sent than is heard again of its contacts: what is kept of it. */
export function forKeeping(run: PracticeRunInput): PracticeRunInput {
  const heard = reviewOf(run).contacts.map(againOf);
  const emissions = run.emissions.filter((one) =>
    heard.some(
      ({ from, to, frequencyHz }) =>
        one.to > from && one.from < to && Math.abs(one.frequencyHz - frequencyHz) < BESIDE_HZ,
    ),
  );
  return { ...run, emissions };
}
