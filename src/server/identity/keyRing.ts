import { randomBytes } from "node:crypto";
import { compactDecrypt, CompactEncrypt } from "jose";
import type { Context } from "../context";
import { done, failed, type Result } from "../problem";

/** What keys are encrypted with where there is a passphrase; null while it was not given, or where there is none. */
export type DataKey = Uint8Array | null;

/** Keeps the data key while the application runs, once the passphrase was given. */
export interface KeyRing {
  dataKey: DataKey;
}

type Passphrase = "none" | "closed" | "open";
type Answer = { readonly passphrase: Passphrase };

/** How a passphrase becomes a key (RFC 7518, 4.8): rounds of HMAC with SHA-512. */
const WRAPPING = { alg: "PBES2-HS512+A256KW", enc: "A256GCM" } as const;
const ROUNDS = 210_000;
const RESTING = { alg: "dir", enc: "A256GCM" } as const;

const bytesOf = (text: string) => new TextEncoder().encode(text);

function wrappedKey({ store }: Pick<Context, "store">): string | null {
  return store.first(store.q.selectFrom("keyLock").select("wrapped"))?.wrapped ?? null;
}

export function passphraseState(context: Pick<Context, "store">, { dataKey }: KeyRing): Passphrase {
  if (wrappedKey(context) === null) return "none";
  return dataKey === null ? "closed" : "open";
}

/**
 * Keeps a key as it is to rest: under the data key where there is a passphrase. Where that was set or taken away while
 * the key was encrypted, it is done again. Refused while the passphrase was not given.
 */
export async function keepKey<Kept>(
  context: Context,
  ring: KeyRing,
  pem: string,
  keep: (resting: string) => Kept,
): Promise<Result<Kept>> {
  for (;;) {
    const { dataKey } = ring;
    const isHidden = wrappedKey(context) !== null;
    if (isHidden && dataKey === null) return failed(409, "Closed", CLOSED);
    const resting = isHidden ? await encrypted(pem, dataKey!) : pem;
    const kept = await context.write(() => {
      if (ring.dataKey !== dataKey || (wrappedKey(context) !== null) !== isHidden) return null;
      return { value: keep(resting) };
    });
    if (kept !== null) return done(kept.value);
  }
}

export const CLOSED = "The keys are closed: open them with the passphrase, in Confirm under Identities.";

async function encrypted(pem: string, dataKey: Uint8Array): Promise<string> {
  return new CompactEncrypt(bytesOf(pem)).setProtectedHeader(RESTING).encrypt(dataKey);
}

/** A key that rests, in the clear (PEM, PKCS #8); null while it is under a passphrase that was not given. */
export async function clearKey(resting: string, dataKey: DataKey): Promise<string | null> {
  if (resting.startsWith("-----BEGIN")) return resting;
  if (dataKey === null) return null;
  const { plaintext } = await compactDecrypt(resting, dataKey, { keyManagementAlgorithms: ["dir"] });
  return new TextDecoder().decode(plaintext);
}

/** Opens the keys until they are closed, or the application ends. */
export async function openKeys(context: Context, ring: KeyRing, passphrase: string): Promise<Result<Answer>> {
  const wrapped = wrappedKey(context);
  if (wrapped === null) return done({ passphrase: "none" });
  const dataKey = await unwrapped(wrapped, passphrase);
  if (dataKey === null) return failed(422, "Wrong", "This is not the passphrase.", WRONG("passphrase"));
  ring.dataKey = dataKey;
  context.announce({ type: "identities" });
  return done({ passphrase: "open" });
}

export function closeKeys(context: Context, ring: KeyRing): Result<Answer> {
  ring.dataKey = null;
  context.announce({ type: "identities" });
  return done({ passphrase: passphraseState(context, ring) });
}

const CHANGED = failed(409, "Changed", "The passphrase was changed meanwhile, elsewhere: try again.");
const WRONG = (field: string) => [{ field, text: "this is not the passphrase" }];

async function unwrapped(wrapped: string, passphrase: string): Promise<Uint8Array | null> {
  try {
    const options = { keyManagementAlgorithms: [WRAPPING.alg], maxPBES2Count: ROUNDS };
    return (await compactDecrypt(wrapped, bytesOf(passphrase), options)).plaintext;
  } catch {
    return null;
  }
}

/** Sets the passphrase of all keys, changes it, or takes it away. */
export async function setPassphrase(
  context: Context,
  ring: KeyRing,
  { current, next }: { readonly current: string | null; readonly next: string | null },
): Promise<Result<Answer>> {
  const { store } = context;
  const before = wrappedKey(context);
  const known = before === null ? null : await unwrapped(before, current ?? "");
  if (before !== null && known === null)
    return failed(422, "Wrong", "The passphrase so far is another one.", WRONG("current"));
  const dataKey = known ?? new Uint8Array(randomBytes(32));
  const wrapped = next === null ? null : await wrap(dataKey, next);
  // A key may come while the others are encrypted.
  for (let isKept = false; !isKept;) {
    // Keys under another passphrase than the one that was given cannot be read.
    if (wrappedKey(context) !== before) return CHANGED;
    const resting = restingKeys(context);
    const moved = await Promise.all(
      resting.map(async ({ id, key }) => {
        const clear = (await clearKey(key, dataKey))!;
        return { id, from: key, to: wrapped === null ? clear : await encrypted(clear, dataKey) };
      }),
    );
    isKept = await context.write(() =>
      store.transaction(() => {
        if (wrappedKey(context) !== before) return false;
        const now = restingKeys(context);
        if (now.length !== moved.length || now.some(({ key }, index) => key !== moved[index]!.from)) return false;
        for (const { id, to } of moved)
          store.run(store.q.updateTable("identity").set({ key: to }).where("id", "=", id));
        store.run(store.q.deleteFrom("keyLock"));
        if (wrapped !== null) store.run(store.q.insertInto("keyLock").values({ id: 1, wrapped }));
        return true;
      }),
    );
  }
  ring.dataKey = wrapped === null ? null : dataKey;
  context.announce({ type: "identities" });
  return done({ passphrase: passphraseState(context, ring) });
}

async function wrap(dataKey: Uint8Array, passphrase: string): Promise<string> {
  return new CompactEncrypt(dataKey)
    .setProtectedHeader(WRAPPING)
    .setKeyManagementParameters({ p2c: ROUNDS })
    .encrypt(bytesOf(passphrase));
}

function restingKeys({ store }: Context): { id: number; key: string }[] {
  return store
    .all(store.q.selectFrom("identity").select(["id", "key"]).where("key", "is not", null).orderBy("id"))
    .map(({ id, key }) => ({ id, key: key! }));
}

/** Takes away the keys whose passphrase is forgotten, and the passphrase. What was signed stays signed. */
export function forgetKeys(context: Context, ring: KeyRing): Result<Answer> {
  const { store } = context;
  if (wrappedKey(context) !== null) {
    store.run(store.q.updateTable("identity").set({ key: null }));
    store.run(store.q.deleteFrom("keyLock"));
  }
  return closeKeys(context, ring);
}
