import type { Server } from "node:http";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import type { AirLogs } from "../world/airLogs";
import { listingOf } from "./listing";

const MOST_AT_ONCE = 20;
const PER_SECOND = 2;

/** Starts the stand-in for the call directory Skerry; docs/stand-ins.md describes what it speaks. */
export function startSkerry({
  logs,
  perSecond = PER_SECOND,
  ...options
}: ServiceOptions & { readonly logs?: AirLogs; readonly perSecond?: number }): Promise<Server> {
  let recent: number[] = [];
  return startService("Skerry", options, {
    answer({ path, query }, response) {
      if (path !== "/stations") return send(response, 404, { text: "there is no such page" });
      const now = Date.now() / 1000;
      recent = recent.filter((at) => at > now - 1);
      if (recent.length >= perSecond) {
        response.setHeader("retry-after", "1");
        return send(response, 429, { text: "not so fast" });
      }
      recent.push(now);
      const calls = (query.get("calls") ?? "").split(",").filter((call) => call !== "");
      if (calls.length > MOST_AT_ONCE) return send(response, 400, { text: `at most ${MOST_AT_ONCE} at once` });
      send(response, 200, { stations: calls.flatMap((call) => listingOf(call, now, logs) ?? []) });
    },
  });
}
