import type { Server } from "node:http";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import { sunAt } from "../world/sun";

/** So many days are told, today first. */
const DAYS = 30;
const DAY = 86_400;

/** Starts the stand-in for whoever watches the sun and the field; docs/stand-ins.md describes what it answers. */
export function startSun({ seed, ...options }: ServiceOptions & { readonly seed: number }): Promise<Server> {
  return startService("The sun", options, (path, response) => {
    if (path !== "/figures") return send(response, 404, { text: "there is GET /figures" });
    const now = Date.now() / 1000;
    const days = Array.from({ length: DAYS }, (_, back) => {
      const at = now - back * DAY;
      return { day: new Date(at * 1000).toISOString().slice(0, 10), ...sunAt(seed, at) };
    });
    send(response, 200, { at: new Date(now * 1000).toISOString(), ...sunAt(seed, now), days });
  });
}
