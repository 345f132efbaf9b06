/** Contacts in an hour of the contest; `hour` counts from its start. */
export interface HourCount {
  readonly hour: number;
  readonly contacts: number;
}

/** How fast it goes, as contacts an hour. */
export interface Rate {
  readonly last10: number;
  readonly last60: number;
}

const MINUTE = 60;
const HOUR = 3600;

/** The rate of the last 10 and 60 minutes. Times in seconds, in order; those after `now` do not count. */
export function rateAt(times: readonly number[], now: number): Rate {
  const within = (seconds: number) => times.filter((time) => time > now - seconds && time <= now).length;
  return { last10: within(10 * MINUTE) * 6, last60: within(HOUR) };
}

/** Contacts hour by hour from the start to the end of a period, hours without contacts included. */
export function byHour(times: readonly number[], from: number, to: number): HourCount[] {
  const hours = Math.max(0, Math.ceil((to - from) / HOUR));
  const counts = new Array<number>(hours).fill(0);
  for (const time of times) {
    const hour = Math.floor((time - from) / HOUR);
    if (counts[hour] !== undefined) counts[hour]++;
  }
  return counts.map((contacts, hour) => ({ hour, contacts }));
}

/** A pause long enough to count as off. */
interface OffTime {
  readonly from: number;
  readonly to: number;
}

export interface OperatingTime {
  /** Seconds on the air: from the start to the last contact or now, without the off-times. */
  readonly seconds: number;
  readonly offTimes: readonly OffTime[];
}

/**
 * The operating time: it runs from the start of the first contact to the last, and a pause between two contacts counts
 * as off when it lasts at least `offMinutes`.
 *
 * @param times seconds, in order
 */
export function operatingTime(times: readonly number[], offMinutes: number): OperatingTime {
  const offTimes: OffTime[] = [];
  let seconds = 0;
  for (let index = 1; index < times.length; index++) {
    const [from, to] = [times[index - 1]!, times[index]!];
    if (to - from >= offMinutes * MINUTE) offTimes.push({ from, to });
    else seconds += to - from;
  }
  return { seconds, offTimes };
}
