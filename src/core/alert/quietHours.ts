/** From when to when one is not called, as "22:00", in a time zone of the IANA database, as "America/Montevideo". */
export interface QuietHours {
  readonly from: string;
  readonly to: string;
  readonly zone: string;
}

const clocks = new Map<string, Intl.DateTimeFormat>();

/** Whether a time, in seconds since 1970 UTC, lies within quiet hours, which may go past midnight. */
export function isQuiet({ from, to, zone }: QuietHours, at: number): boolean {
  const now = clockText(zone, at);
  return from <= to ? from <= now && now < to : from <= now || now < to;
}

/** Whether there is a time zone of this name here. */
export function isZone(zone: string): boolean {
  try {
    clockText(zone, 0);
    return true;
  } catch {
    return false;
  }
}

/** "21:40" in a time zone. */
function clockText(zone: string, at: number): string {
  let clock = clocks.get(zone);
  if (clock === undefined) {
    clock = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
    clocks.set(zone, clock);
  }
  return clock.format(at * 1000);
}
