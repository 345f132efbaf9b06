import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { type Actor, LOCAL_OPERATOR } from "../actor";
import type { Context } from "../context";
import { personActor } from "./people";
import type { Problem } from "../problem";
import { createSignIn, type SignIn } from "./signIn";

/** Who comes in: at a station that is shared everybody signs in; at one that is not there is only who sits at it. */
export interface Entrance {
  readonly actorOf: (headers: Headers) => Promise<Actor | null>;
  /** Null where nobody signs in. */
  readonly signIn: SignIn | null;
}

/** What who wants to sign in at a station that is not shared is told. */
export const NOT_SHARED: Problem = {
  status: 409,
  title: "Not shared",
  detail: "This station is not shared, and nobody signs in: it is shared when it is started with npm start -- --share.",
};

/** At a station that is not shared. */
export const OPEN_ENTRANCE: Entrance = { actorOf: async () => LOCAL_OPERATOR, signIn: null };

/** @param listen hears of changes of people, also of those made outside of signing in */
export function createEntrance(
  context: Pick<Context, "store" | "write" | "now">,
  data: string,
  listen: (listener: (event: { readonly type: string }) => void) => unknown,
): Entrance {
  const signIn = createSignIn(context, secretIn(data));
  listen(({ type }) => {
    if (type === "people") signIn.forget();
  });
  return {
    signIn,
    async actorOf(headers) {
      const who = await signIn.whoAsks(headers);
      return who === null ? null : personActor(context.store, who.personId, who.sessionId);
    },
  };
}

/** What signs the cookies of sign-ins. Without its file everybody signs in again. */
function secretIn(data: string): string {
  const file = join(data, "sign-in.key");
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}
