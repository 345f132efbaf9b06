import { randomBytes } from "node:crypto";
import type { Server } from "node:http";
import { z } from "zod";
import { send } from "../manners";
import { type ServiceOptions, startService } from "../service";
import type { AirLogs } from "../world/airLogs";
import { GUESTS_SEE, listingOf } from "./listing";

export interface AlmanacOptions extends ServiceOptions {
  readonly logs?: AirLogs;
  /** Seconds since 1970 UTC. */
  readonly clock?: () => number;
  /** How many questions it answers within a second. */
  readonly perSecond?: number;
}

/** Its members, and their passwords. */
const MEMBERS: Readonly<Record<string, string>> = { CX3QUA: "cabo-farol" };
const SESSION_SECONDS = 900;
const DAY = 86_400;

const signInSchema = z.object({ user: z.string().optional(), password: z.string().optional() });
const controlSchema = z.object({ guestsToday: z.int().min(0).optional(), endSessions: z.boolean().optional() });

/** Starts the stand-in for the call directory Almanac; docs/stand-ins.md describes what it speaks. */
export function startAlmanac({
  logs,
  clock = () => Date.now() / 1000,
  perSecond = 10,
  ...options
}: AlmanacOptions): Promise<Server> {
  const sessions = new Map<string, { readonly as: "member" | "guest"; readonly endsAt: number }>();
  let guestsToday = 100;
  let asked = { day: 0, byGuests: 0 };
  let recent: number[] = [];
  const leftToday = () => {
    const day = Math.floor(clock() / DAY);
    if (asked.day !== day) asked = { day, byGuests: 0 };
    return Math.max(0, guestsToday - asked.byGuests);
  };

  return startService("Almanac", options, {
    control(said) {
      const { guestsToday: most, endSessions } = controlSchema.parse(said);
      if (most !== undefined) guestsToday = most;
      if (endSessions === true) sessions.clear();
    },
    async answer({ method, path, headers, body }, response) {
      if (method === "POST" && path === "/session") {
        const { user, password } = signInSchema.parse(JSON.parse(await body()));
        if (user !== undefined && (MEMBERS[user] === undefined || MEMBERS[user] !== password))
          return send(response, 401, { text: "no member has this password" });
        const as = user === undefined ? "guest" : "member";
        const key = randomBytes(16).toString("hex");
        sessions.set(key, { as, endsAt: clock() + SESSION_SECONDS });
        return send(response, 200, { key, as, leftToday: as === "guest" ? leftToday() : null });
      }
      const session = sessions.get((headers.authorization ?? "").replace(/^Bearer /, ""));
      if (session === undefined || session.endsAt < clock()) return send(response, 401, { text: "sign in" });
      const call = /^\/calls\/([^/]+)$/.exec(path)?.[1];
      if (call === undefined) return send(response, 404, { text: "there is no such page" });
      const wait = (seconds: number, text: string) => {
        response.setHeader("retry-after", String(Math.ceil(seconds)));
        send(response, 429, { text });
      };
      recent = recent.filter((at) => at > clock() - 1);
      if (recent.length >= perSecond) return wait(1, "not so fast");
      if (session.as === "guest" && leftToday() === 0)
        return wait(DAY - (clock() % DAY), "guests have asked enough today");
      recent.push(clock());
      if (session.as === "guest") asked.byGuests++;
      const listing = listingOf(decodeURIComponent(call), clock(), logs);
      if (listing === null) return send(response, 404, { text: "not listed" });
      send(
        response,
        200,
        session.as === "member" ? listing : Object.fromEntries(GUESTS_SEE.map((fact) => [fact, listing[fact]])),
      );
    },
  });
}
