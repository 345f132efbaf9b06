import { betterAuth } from "better-auth";
import { APIError } from "better-auth/api";
import { username } from "better-auth/plugins/username";
import { Kysely } from "kysely";
import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";
import type { Context } from "../context";
import { ADDRESS_HEADER } from "../front/address";
import { done, failed, type Result } from "../problem";
import { doorDialect } from "./doorDialect";

const DAY = 86_400;
/** Who signed in stays so for as long, seconds. */
const SESSION = 30 * DAY;

/**
 * How often one may be wrong, of which kind, within how many seconds: as a name from one address, as a name from
 * anywhere, and from one address as anybody.
 */
const TRIES = { pair: [5, 900], name: [50, 3600], address: [50, 900] } as const;

/** A sign-in that took place: whose, and the cookies that say so from then on. */
export interface SignedInAs {
  readonly personId: number;
  readonly cookies: readonly string[];
}

/** Signs people in and out, by the library that keeps passwords and sessions. */
export interface SignIn {
  /** Who asks, by the cookie of a request: which person by which session. Null for nobody. */
  readonly whoAsks: (headers: Headers) => Promise<{ readonly personId: number; readonly sessionId: number } | null>;
  readonly enter: (name: string, password: string, headers: Headers) => Promise<Result<SignedInAs>>;
  /** Ends the session of a request; gives the cookies that say so. */
  readonly leave: (headers: Headers) => Promise<readonly string[]>;
  /** Makes a person who signs in by a name that nobody has, and signs him in. */
  readonly enrol: (
    person: { readonly name: string; readonly signInName: string },
    password: string,
    headers: Headers,
  ) => Promise<Result<SignedInAs>>;
  /** Gives a person a new password; all of his sessions end. */
  readonly renew: (personId: number, password: string) => Promise<void>;
  /** Changes a password by the one before; the sessions end but for the one that asks. */
  readonly change: (before: string, password: string, headers: Headers) => Promise<Result<readonly string[]>>;
  /** People or sessions were changed otherwise: who asks is looked up anew. */
  readonly forget: () => void;
}

/** How many cookies are remembered, with whose they are. */
const REMEMBERED = 1000;

/** @param secret signs the cookies: 32 characters or more, and nobody else's */
export function createSignIn(context: Pick<Context, "store" | "write" | "now">, secret: string): SignIn {
  const { store, now } = context;
  const library = betterAuth({
    baseURL: "https://localhost",
    secret,
    database: { db: new Kysely({ dialect: doorDialect(context) }), type: "sqlite" },
    emailAndPassword: { enabled: true, minPasswordLength: 1, maxPasswordLength: 1000 },
    user: { modelName: "person" },
    session: { expiresIn: SESSION, disableSessionRefresh: true },
    account: { modelName: "login" },
    // Names are checked where they are taken in.
    plugins: [username({ displayUsername: false, maxUsernameLength: 200, usernameValidator: () => true })],
    advanced: {
      cookiePrefix: "ypsiloid",
      useSecureCookies: true,
      database: { generateId: "serial" },
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
    },
    telemetry: { enabled: false },
    logger: { disabled: true },
  });
  const limit = ([points, duration]: readonly [number, number]) =>
    new RateLimiterMemory({ points, duration, blockDuration: duration });
  const limits = { pair: limit(TRIES.pair), name: limit(TRIES.name), address: limit(TRIES.address) };
  // Looking up a session costs as much as a reading; whatever ends one comes through here.
  const remembered = new Map<
    string,
    { readonly personId: number; readonly sessionId: number; readonly until: number }
  >();

  let forgotten = 0;
  const forget = () => {
    forgotten++;
    remembered.clear();
  };

  const signedInAs = ({ headers, response }: { headers: Headers; response: { user: { id: string } } }): SignedInAs => {
    forget();
    return { personId: Number(response.user.id), cookies: headers.getSetCookie() };
  };

  return {
    async whoAsks(headers) {
      const cookie = headers.get("cookie");
      if (cookie === null) return null;
      const known = remembered.get(cookie);
      if (known !== undefined && known.until > now()) return known;
      remembered.delete(cookie);
      const begun = forgotten;
      const found = await library.api.getSession({ headers: new Headers({ cookie }) });
      if (found === null) return null;
      if (remembered.size >= REMEMBERED) remembered.clear();
      const { id, userId, expiresAt } = found.session;
      const who = { personId: Number(userId), sessionId: Number(id), until: Math.floor(expiresAt.getTime() / 1000) };
      // A session that ended while it was looked up is not kept.
      if (begun === forgotten) remembered.set(cookie, who);
      return who;
    },

    async enter(name, password, headers) {
      const who = name.trim().toLowerCase();
      const address = headers.get(ADDRESS_HEADER) ?? "";
      // Counted before it is looked at: a thousand at once are a thousand.
      const tries = { pair: `${who}\n${address}`, name: who, address };
      const counts = await Promise.allSettled([
        limits.pair.consume(tries.pair),
        limits.name.consume(tries.name),
        limits.address.consume(tries.address),
      ]);
      const refusal = counts.find((count) => count.status === "rejected");
      if (refusal !== undefined) return tooOften(refusal.reason);
      try {
        const entered = await library.api.signInUsername({
          body: { username: who, password },
          headers,
          returnHeaders: true,
        });
        await Promise.all([
          limits.pair.delete(tries.pair),
          limits.name.reward(tries.name, 1),
          limits.address.reward(tries.address, 1),
        ]);
        return done(signedInAs(entered));
      } catch (error) {
        if (!(error instanceof APIError)) throw error;
        return failed(
          401,
          "Not signed in",
          "The name or the password is wrong: mind that large and small letters of a password differ.",
        );
      }
    },

    async leave(headers) {
      const left = await library.api.signOut({ headers, returnHeaders: true });
      forget();
      return left.headers.getSetCookie();
    },

    async enrol({ name, signInName }, password, headers) {
      const who = signInName.toLowerCase();
      // The library wants an address for mail, which nobody here is asked for: a name that leads nowhere, by RFC 2606.
      const email = `${encodeURIComponent(who).replaceAll("%", "-")}@station.invalid`;
      try {
        const body = { email, password, name, username: who };
        return done(signedInAs(await library.api.signUpEmail({ body, headers, returnHeaders: true })));
      } catch (error) {
        if (!(error instanceof APIError)) throw error;
        const text = `somebody signs in as ${signInName} already: choose another name`;
        return failed(409, "Taken", `person.signInName: ${text}`, [{ field: "person.signInName", text }]);
      }
    },

    async renew(personId, password) {
      const { internalAdapter, password: passwords } = await library.$context;
      await internalAdapter.updatePassword(String(personId), await passwords.hash(password));
      await context.write(() => store.run(store.q.deleteFrom("session").where("userId", "=", personId)));
      forget();
    },

    async change(before, password, headers) {
      const address = headers.get(ADDRESS_HEADER) ?? "";
      try {
        await limits.pair.consume(`password\n${address}`);
      } catch (refusal) {
        return tooOften(refusal);
      }
      try {
        const body = { currentPassword: before, newPassword: password, revokeOtherSessions: true };
        const changed = await library.api.changePassword({ body, headers, returnHeaders: true });
        await limits.pair.delete(`password\n${address}`);
        forget();
        return done(changed.headers.getSetCookie());
      } catch (error) {
        if (!(error instanceof APIError)) throw error;
        const text = "this is not your password";
        return failed(422, "Not valid", `before: ${text}`, [{ field: "before", text }]);
      }
    },

    forget,
  };
}

/** @param refusal what the limiter threw: its count, or what went wrong in it */
function tooOften(refusal: unknown) {
  if (!(refusal instanceof RateLimiterRes)) throw refusal;
  const minutes = Math.max(1, Math.ceil(refusal.msBeforeNext / 60_000));
  const wait = minutes === 1 ? "a minute" : `${minutes} minutes`;
  return failed(
    429,
    "Too often",
    `That was wrong too often: try again in ${wait}, or ask who owns the station for a new password.`,
  );
}
