import { PemConverter } from "../src/core/identity/x509";
import { claimsOf } from "../src/core/identity";
import { SIGNING } from "../src/core/identity/chain";
import type { Told } from "../src/core/confirm";
import type { MatchFacts } from "../src/core/contact";
import type { Context } from "../src/server/context";
import { createMatcher } from "../src/server/confirm/matcher";
import { identityRows } from "../src/server/identity/identityRow";
import { createSigning } from "../src/server/identity/signing";
import { withConfirmations } from "../src/server/logbook/contactRow";
import { grantIdentities } from "../src/server/testing";
import { memoryVault, openAuthority } from "../stand-ins/lantern/authority";
import { type Line, ratio, time } from "./measure";

const SIGNED = 10_000;
const STATEMENTS = 50_000;
/** As many as go in one request are signed side by side. */
const AT_ONCE = 50;
const ROUNDS = 3;

export async function benchConfirm(context: Context, logbookId: number): Promise<Line[]> {
  return [await benchSigning(context, logbookId), await benchMatching(context, logbookId)];
}

/** Signed contacts with their certificates, against the bare signatures over the same bytes, by turns. */
async function benchSigning(context: Context, logbookId: number): Promise<Line> {
  const { store } = context;
  await grantIdentities(context, logbookId, ["CX3QUA"], await openAuthority(memoryVault(), context.now()));
  const rows = store.all(store.q.selectFrom("contact").selectAll().where("logbookId", "=", logbookId).limit(SIGNED));
  const contacts = withConfirmations(store, rows);
  const pem = identityRows(store, "lantern")[0]!.key!;
  const key = await crypto.subtle.importKey("pkcs8", PemConverter.decodeFirst(pem), SIGNING, false, ["sign"]);
  const bytes = contacts.map((contact) => new TextEncoder().encode(JSON.stringify(claimsOf(contact, "CX3QUA"))));
  let [ours, bare] = [Infinity, Infinity];
  for (let round = 0; round < ROUNDS; round++) {
    const signing = createSigning(context, "lantern", null)!;
    ours = Math.min(
      ours,
      await time(() => inGroups(contacts, (contact) => signing.sign(contact, { ...contact, ownCall: "CX3QUA" }))),
    );
    bare = Math.min(bare, await time(() => inGroups(bytes, (one) => crypto.subtle.sign(SIGNING, key, one))));
  }
  return ratio(`signing ${SIGNED / 1000} 000 contacts, each by itself`, ours, "bare signatures", bare, 3);
}

async function inGroups<Item>(items: readonly Item[], work: (item: Item) => Promise<unknown>): Promise<void> {
  for (let start = 0; start < items.length; start += AT_ONCE)
    await Promise.all(items.slice(start, start + AT_ONCE).map(work));
}

/** Statements of which two of three are about a contact of the log, against the look-ups alone, by turns. */
async function benchMatching(context: Context, logbookId: number): Promise<Line> {
  const { store } = context;
  const columns = ["call", "baseCall", "ownCall", "band", "mode", "modeGroup", "startedAt"] as const;
  const told: Told[] = store
    .all(store.q.selectFrom("contact").select(columns).where("logbookId", "=", logbookId).limit(STATEMENTS))
    .map((contact, number) => ({
      ...contact,
      startedAt: contact.startedAt + (number % 3 === 0 ? 40_000 : 240),
    }));
  const lookUp = store.prepare<MatchFacts>(
    store.q
      .selectFrom("contact")
      .select(["id", "baseCall", "band", "modeGroup", "startedAt", "ownCall"])
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", "")
      .where("startedAt", ">=", 0)
      .where("startedAt", "<=", 0),
  );
  let [ours, bare] = [Infinity, Infinity];
  let met = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const twinOf = createMatcher(store, logbookId);
    met = 0;
    ours = Math.min(
      ours,
      await time(() => {
        for (const one of told) if (twinOf(one) !== undefined) met++;
      }),
    );
    bare = Math.min(
      bare,
      await time(() => {
        for (const { baseCall, startedAt } of told) lookUp.all(logbookId, baseCall, startedAt - 1800, startedAt + 1800);
      }),
    );
  }
  if (met < STATEMENTS / 2) throw new Error(`only ${met} of ${STATEMENTS} statements met a contact`);
  return ratio(`matching ${STATEMENTS / 1000} 000 statements`, ours, "the look-ups by hand", bare, 3);
}
