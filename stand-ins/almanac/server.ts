import type { Server } from "node:http";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import type { AirLogs } from "../world/airLogs";
import { listingOf } from "./world";

/** Starts the stand-in for the call directory Almanac; docs/stand-ins.md describes what it speaks. */
export function startAlmanac(options: ServiceOptions & { readonly logs?: AirLogs }): Promise<Server> {
  return startService("Almanac", options, {
    answer: ({ path }, response) => {
      const call = /^\/calls\/([^/]+)$/.exec(path)?.[1];
      const listing = call === undefined ? null : listingOf(decodeURIComponent(call), Date.now() / 1000, options.logs);
      return listing === null ? send(response, 404, { text: "not listed" }) : send(response, 200, listing);
    },
  });
}
