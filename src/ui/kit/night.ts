"use client";

import { geoCircle, type GeoPermissibleObjects } from "d3-geo";
import { useEffect, useState } from "react";
import { sunPosition } from "@/core/geo";

const MINUTE = 60_000;

/** The side of the earth that the sun does not reach. @param now milliseconds since 1970 */
export function nightSide(now: number): GeoPermissibleObjects {
  const sun = sunPosition(now / 1000);
  return geoCircle()
    .center([sun.longitude + 180, -sun.declination])
    .radius(90)();
}

/** The time, a minute fine, milliseconds since 1970; null on the first paint, which must equal the server's. */
export function useMinute(): number | null {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    const tick = () => setNow(Date.now());
    queueMicrotask(tick);
    const timer = setInterval(tick, MINUTE);
    return () => clearInterval(timer);
  }, []);
  return now;
}
