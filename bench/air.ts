import { createAir } from "../stand-ins/world/air";
import type { Line } from "./measure";

const HOURS = 24;
const STATIONS = 400;
const MOST_SECONDS = 60;

/** A day of the simulated air, in processor time. */
export function benchAir(): Line {
  const startsAt = Date.UTC(2026, 10, 26) / 1000;
  let contacts = 0;
  const before = process.cpuUsage();
  const air = createAir({
    seed: 1897,
    stations: STATIONS,
    startsAt,
    nearby: { around: { latitude: -34.4, longitude: -53.8 }, stations: 30 },
    onContact: () => contacts++,
  });
  air.runUntil(startsAt + HOURS * 3600);
  const { user, system } = process.cpuUsage(before);
  const seconds = (user + system) / 1e6;
  return {
    what: `${HOURS} hours of ${STATIONS} stations on the air, ${contacts} contacts`,
    measured: `${seconds.toFixed(1)} s of the processor`,
    limit: "",
    target: `under ${MOST_SECONDS} s`,
    within: seconds < MOST_SECONDS,
  };
}
