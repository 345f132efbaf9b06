import { sql } from "kysely";
import type { z } from "zod";
import { baseCall } from "../../core/callsign";
import {
  type Credit,
  type CreditKey,
  creditKey,
  creditsOf,
  proofOf,
  readGrantList,
  withCredits,
} from "../../core/award";
import { type Fault, isoTime } from "../../core/contact";
import type {
  Claim,
  ClaimedContacts,
  claimInputSchema,
  claimOutcomeSchema,
  ClaimReport,
  GrantReport,
  grantListSchema,
  HeldCredit,
  StoredContact,
  takeBackSchema,
} from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { type BatchWriter, writeBatch } from "../logbook/batch";
import { contactsById, withConfirmations } from "../logbook/contactRow";
import { done, failed, type Result } from "../problem";
import { changeableTogether, countedTogether } from "./countedTogether";
import { awardsOf, findAward } from "./ownAwards";

/** The most lines of a list of grants, and how many contacts are granted in one step. */
const MOST_LINES = 2000;
const AT_ONCE = 50;

/** The credits of some logbooks, to be asked further. */
export const creditsIn = (store: Store, logbookIds: readonly number[]) =>
  store.q
    .selectFrom("credit")
    .innerJoin("contact", "contact.id", "credit.contactId")
    // There are few credits: by the index of its logbook all contacts would be gone through.
    .where(sql`+contact.logbookId`, "in", logbookIds);

/** The credits of an award that were asked for, with the contacts that bring them. */
export function creditsOfAward({ store }: Context, logbookId: number, award: string): Result<HeldCredit[]> {
  const found = findAward(store, logbookId, award);
  if (!found.ok) return found;
  const rows = store.all(
    creditsIn(store, countedTogether(store, logbookId))
      .select(["credit.award", "item", "on", "credit.state", "day", "claim", "source", "reason"])
      .select(["contact.id", "contact.logbookId", "call", "startedAt", "contact.band", "mode", "submode", "modeGroup"])
      .select("entityCode")
      .where("credit.award", "=", award),
  );
  return done(
    rows.map(({ id, logbookId: home, call, startedAt, band, mode, submode, modeGroup, entityCode, ...credit }) => ({
      ...credit,
      contact: {
        ...{ id, logbookId: home, call, startedAt: isoTime(startedAt) },
        ...{ band, mode, submode, modeGroup, entityCode },
      },
    })),
  );
}

/** How many items of each award are claimed, and granted, in some logbooks together. */
export function creditCounts(
  store: Store,
  logbookIds: readonly number[],
): ReadonlyMap<string, { readonly claimed: number; readonly granted: number }> {
  const rows = store.all(
    creditsIn(store, logbookIds)
      .select((eb) => ["credit.award", "credit.state", eb.fn.count<number>("item").distinct().as("items")])
      .where("credit.state", "!=", "refused")
      .groupBy(["credit.award", "credit.state"]),
  );
  const counts = new Map<string, { claimed: number; granted: number }>();
  for (const { award, state, items } of rows)
    counts.set(award, { ...(counts.get(award) ?? { claimed: 0, granted: 0 }), [state]: items });
  return counts;
}

/** The claims that were made, the newest first. */
export function listClaims({ store }: Context, logbookId: number): Result<Claim[]> {
  const rows = store.all(
    creditsIn(store, countedTogether(store, logbookId))
      .select(["claim", "credit.award", "credit.state", "day", "contactId"])
      .where("claim", "is not", null),
  );
  const order = awardsOf(store, logbookId).map(({ id }) => id);
  const claims = new Map<string, Claim & { readonly ids: Set<number> }>();
  for (const { claim: number, award, state, day, contactId } of rows) {
    const known = claims.get(number!) ?? {
      ...{ number: number!, day: null, awards: [], contacts: 0, claimed: 0, granted: 0, refused: 0 },
      ids: new Set<number>(),
    };
    const ids = known.ids.add(contactId);
    claims.set(number!, {
      ...known,
      ids,
      contacts: ids.size,
      day: day !== null && (known.day === null || day > known.day) ? day : known.day,
      awards: known.awards.includes(award) ? known.awards : [...known.awards, award],
      [state]: known[state] + 1,
    });
  }
  return done(
    [...claims.values()]
      .map(({ ids: _, ...claim }) => ({ ...claim, awards: order.filter((id) => claim.awards.includes(id)) }))
      .sort((a, b) => (b.day ?? "").localeCompare(a.day ?? "") || a.number.localeCompare(b.number)),
  );
}

/** Which of some credits are claimed or granted, with the call and the claim of each. */
function takenAmong(store: Store, logbookId: number, keys: readonly CreditKey[]): Map<string, string> {
  const taken = new Map<string, string>();
  const together = countedTogether(store, logbookId);
  for (const award of new Set(keys.map((key) => key.award)))
    for (const row of store.all(
      creditsIn(store, together)
        .select(["credit.award", "item", "on", "call", "credit.state"])
        .where("credit.award", "=", award)
        .where("credit.state", "!=", "refused"),
    ))
      taken.set(creditKey(row), `${row.state} with ${row.call}`);
  return taken;
}

/**
 * What of a claim cannot be claimed, and why; nothing of it then is.
 *
 * @param within the logbooks whose contacts can be claimed with, for a claim made in one of them
 */
export function claimFaults(
  store: Store,
  logbookId: number,
  contacts: ClaimedContacts,
  within: readonly number[] = [logbookId],
): Fault[] {
  const awards = awardsOf(store, logbookId);
  const ids = contacts.map(({ id }) => id);
  const known = new Map(contactsById(store, ids).map((contact) => [contact.id, contact]));
  const all = contacts.flatMap(({ credits }) => credits);
  const taken = takenAmong(store, logbookId, all);
  return contacts.flatMap(({ id, credits }, at) => {
    const contact = known.get(id);
    if (contact === undefined || !within.includes(contact.logbookId))
      return [{ field: `contacts.${at}`, text: outsideText(contact, id) }];
    return credits.flatMap((key) => {
      const why = whyNot(contact, key);
      return why === null
        ? []
        : [{ field: `contacts.${at}`, text: `${contact.call}, ${key.award} ${key.item}: ${why}` }];
    });
  });

  function outsideText(contact: StoredContact | undefined, id: number): string {
    const isKnown = contact !== undefined && countedTogether(store, logbookId).includes(contact.logbookId);
    return isKnown
      ? `${contact.call} is in another logbook, and is claimed there: leave it out here`
      : `contact ${id} is not in this log`;
  }

  function whyNot(contact: StoredContact, key: CreditKey): string | null {
    const award = awards.find(({ id }) => id === key.award);
    if (award === undefined) return "there is no such award";
    const before = taken.get(creditKey(key));
    if (before !== undefined) return `it is ${before} already`;
    if (!creditsOf(award, contact).some((own) => creditKey(own) === creditKey(key)))
      return "the contact does not bring it";
    taken.set(creditKey(key), `claimed with ${contact.call}`);
    return proofOf(award, contact) === null ? "nothing confirms it" : null;
  }
}

/** What is wrong with a claim, in a sentence. */
export function claimFaultText(faults: readonly Fault[]): string {
  return `${faults[0]!.text}${faults.length > 1 ? `, and ${faults.length - 1} more` : ""}: plan anew`;
}

/** Records a claim that was sent by hand: all of it, or nothing where some of it cannot be claimed. */
export function recordClaim(
  context: Context,
  logbookId: number,
  { number, day, contacts }: z.output<typeof claimInputSchema>,
): Result<ClaimReport> {
  const faults = claimFaults(context.store, logbookId, contacts, changeableTogether(context, logbookId));
  if (faults.length > 0) return failed(409, "It cannot be claimed", claimFaultText(faults), faults.slice(0, 50));
  return writeBatch(context, { logbookId, kind: "claim", summary: `Claim ${number}` }, (writer) => {
    let credits = 0;
    for (const { id, credits: keys } of contacts) {
      credits += keys.length;
      setCredits(
        writer,
        id,
        keys.map((key) => ({ ...key, state: "claimed", day, claim: number, source: "hand", reason: null })),
      );
    }
    return done({ batchId: writer.batchId, credits, contacts: contacts.length });
  });
}

/** Sets credits of a contact, beside those that it has. */
export function setCredits(writer: BatchWriter, id: number, set: readonly Credit[]): void {
  for (const held of writer.hold([id])) writer.change(held, { credits: withCredits(held.contact.credits, set) });
}

/** Says what became of a claim: of what of it is still claimed, or of some of that. */
export function claimOutcome(
  context: Context,
  logbookId: number,
  { number, state, day, reason, credits }: z.output<typeof claimOutcomeSchema>,
): Result<ClaimReport> {
  const { store } = context;
  const asked = credits === undefined ? null : new Set(credits.map(creditKey));
  const rows = store
    .all(
      creditsIn(store, changeableTogether(context, logbookId))
        .select(["contactId", "credit.award", "item", "on", "credit.state", "day", "claim", "source", "reason"])
        .where("claim", "=", number)
        // What was refused may be claimed with another contact by now.
        .where("credit.state", "=", "claimed"),
    )
    .filter((row) => asked?.has(creditKey(row)) ?? true);
  if (rows.length === 0) return failed(409, "Nothing is open", `nothing of claim ${number} waits for an answer`);
  const byContact = new Map<number, Credit[]>();
  for (const { contactId, ...credit } of rows)
    byContact.set(contactId, [
      ...(byContact.get(contactId) ?? []),
      { ...credit, state, day, reason: state === "refused" ? reason : null },
    ]);
  return writeBatch(context, { logbookId, kind: "claim", summary: `Claim ${number}: ${state}` }, (writer) => {
    for (const [id, set] of byContact) setCredits(writer, id, set);
    return done({ batchId: writer.batchId, credits: rows.length, contacts: byContact.size });
  });
}

/** Records credits that were granted before, from lines of contacts; what cannot be told of a line is said. */
export async function recordGrants(
  context: Context,
  logbookId: number,
  { awards: ids, text }: z.output<typeof grantListSchema>,
): Promise<Result<GrantReport>> {
  const { store } = context;
  const lines = readGrantList(text);
  if (lines.length > MOST_LINES)
    return failed(422, "Too many lines", `these are ${lines.length} lines: at most ${MOST_LINES} at once`);
  const awards = awardsOf(store, logbookId).filter(({ id }) => ids.includes(id));
  const left: GrantReport["left"] = [];
  const granted = new Map<number, Credit[]>();
  const taken = takenAmong(
    store,
    logbookId,
    awards.map(({ id }) => ({ award: id, item: "", on: "" })),
  );
  for (const line of lines) {
    const { line: number, text: said } = line;
    const leave = (why: string) => left.push({ line: number, text: said, why });
    if (!line.ok) {
      leave(line.why);
      continue;
    }
    const contact = contactOnDay(store, logbookId, line);
    if (contact === undefined) {
      leave("no contact of the log fits: the call, the day (UTC), the band or the mode is another one");
      continue;
    }
    const keys = awards
      .flatMap((award) => creditsOf(award, contact))
      .filter((key) => !(taken.get(creditKey(key)) ?? "").startsWith("granted"));
    if (keys.length === 0) leave("it brings nothing that is not granted already");
    for (const key of keys) taken.set(creditKey(key), `granted with ${contact.call}`);
    const own = keys.map((key) => ({
      ...key,
      state: "granted" as const,
      day: null,
      claim: null,
      source: "hand",
      reason: null,
    }));
    if (own.length > 0) granted.set(contact.id, [...(granted.get(contact.id) ?? []), ...own]);
  }
  const credits = [...granted.values()].reduce((sum, own) => sum + own.length, 0);
  const summary = `Granted before: ${credits} credits`;
  const each = [...granted];
  let batchId: number | null = null;
  // In short steps: others have their turn in between.
  for (let from = 0; from < each.length; from += AT_ONCE)
    batchId = await context.write(() =>
      writeBatch(context, { logbookId, kind: "claim", summary, continues: batchId }, (writer) => {
        for (const [id, set] of each.slice(from, from + AT_ONCE)) setCredits(writer, id, set);
        return writer.batchId;
      }),
    );
  return done({ batchId, credits, contacts: granted.size, left });
}

/** Takes credits back: they are open again. */
export function takeBackCredits(
  context: Context,
  logbookId: number,
  { credits }: z.output<typeof takeBackSchema>,
): Result<ClaimReport> {
  const byContact = new Map<number, Set<string>>();
  for (const { contactId, ...key } of credits)
    byContact.set(contactId, (byContact.get(contactId) ?? new Set()).add(creditKey(key)));
  const own = changeableTogether(context, logbookId);
  return writeBatch(context, { logbookId, kind: "claim", summary: "Credits taken back" }, (writer) => {
    let taken = 0;
    let contacts = 0;
    for (const held of writer.hold([...byContact.keys()])) {
      const { contact } = held;
      const left = contact.credits.filter((credit) => !byContact.get(contact.id)!.has(creditKey(credit)));
      if (!own.includes(contact.logbookId) || left.length === contact.credits.length) continue;
      taken += contact.credits.length - left.length;
      contacts++;
      writer.change(held, { credits: left });
    }
    return done({ batchId: writer.batchId, credits: taken, contacts });
  });
}

const DAY = 86_400;

function contactOnDay(
  store: Store,
  logbookId: number,
  line: { readonly call: string; readonly day: string; readonly band: string; readonly modeGroup: string | null },
): StoredContact | undefined {
  const from = Date.parse(`${line.day}T00:00:00Z`) / 1000;
  const rows = store
    .all(
      store.q
        .selectFrom("contact")
        .selectAll()
        .where("logbookId", "=", logbookId)
        .where("baseCall", "=", baseCall(line.call))
        .where("startedAt", ">=", from)
        .where("startedAt", "<", from + DAY)
        .orderBy("startedAt"),
    )
    .filter(({ band, modeGroup }) => band === line.band && (line.modeGroup === null || modeGroup === line.modeGroup));
  const best = rows.find(({ call }) => call === line.call) ?? rows[0];
  return best === undefined ? undefined : withConfirmations(store, [best])[0];
}
