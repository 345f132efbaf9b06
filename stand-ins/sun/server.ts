import type { Server } from "node:http";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { sunAt } from "../world/sun";

/** So many days are told, today first. */
const DAYS = 30;
const DAY = 86_400;
const FIRST_MONTH = Date.UTC(2019, 11);
/** The days of a month that are looked at. */
const SAMPLED = [0, 3, 6, 9, 12, 15, 18, 21, 24, 27];

/** Starts the stand-in for whoever watches the sun and the field; docs/stand-ins.md describes what it answers. */
export function startSun({ seed, ...options }: ServiceOptions & { readonly seed: number }): Promise<Server> {
  return startService("The sun", options, {
    answer: ({ path }, response) => {
      if (path !== "/figures") return send(response, 404, { text: "there is GET /figures" });
      const now = Date.now() / 1000;
      const days = Array.from({ length: DAYS }, (_, back) => {
        const at = now - back * DAY;
        return { day: new Date(at * 1000).toISOString().slice(0, 10), ...sunAt(seed, at) };
      });
      send(response, 200, {
        at: new Date(now * 1000).toISOString(),
        ...sunAt(seed, now),
        days,
        months: months(seed, now),
      });
    },
  });
}

/** The means of the months since the sun's last minimum, the newest last. */
function months(seed: number, now: number) {
  const told: object[] = [];
  const date = new Date(FIRST_MONTH);
  for (; date.getTime() / 1000 < now; date.setUTCMonth(date.getUTCMonth() + 1)) {
    const begin = date.getTime() / 1000;
    const all = SAMPLED.map((day) => sunAt(seed, Math.min(now, begin + day * DAY)));
    const mean = (of: "sunspots" | "flux" | "aIndex") =>
      Math.round((all.reduce((sum, figures) => sum + figures[of], 0) / all.length) * 10) / 10;
    const month = date.toISOString().slice(0, 7);
    told.push({ month, sunspots: mean("sunspots"), flux: mean("flux"), aIndex: mean("aIndex") });
  }
  return told;
}
