import { AWARDS, type Credit, type CreditKey, creditKey, creditsOf, proofOf } from "../src/core/award";
import { serviceById, type ServiceId } from "../src/core/confirm";
import { secondsOf } from "../src/core/contact";
import { type CountedContact, wholeLog } from "../src/server/award/countedContacts";
import { setCredits } from "../src/server/award/credits";
import type { Context } from "../src/server/context";
import { writeBatch } from "../src/server/logbook/batch";
import type { Ledger } from "../stand-ins/lantern/ledger";
import { FIRST_CALL, HOME } from "./generate";

const DAY = 86_400;
const PER_TRANSACTION = 200;
const SERVICE: ServiceId = "lantern";
/** Claims go out in January, and what is younger than this then waits for the next one. */
const CLAIMED_AFTER = 60 * DAY;
const ITALY = "248";
const SARDINIA = "225";

type Brought = CreditKey & { readonly contact: CountedContact };

/**
 * The history of credits: each January what was new was claimed with Lantern, the newest claim is granted and was never
 * fetched; and some of what makes totals differ is there, once each.
 */
export function seedCredits(context: Context, logbookId: number, ledger: Ledger): void {
  const { grantor } = serviceById(SERVICE);
  const awards = AWARDS.filter(({ id }) => grantor!.awards.includes(id));
  const contacts = [...wholeLog(context.store, logbookId)];
  const open = new Set<string>();
  const claims = new Map<number, Brought[]>();
  for (const contact of contacts) {
    const at = secondsOf(contact.startedAt);
    const year = new Date((at + CLAIMED_AFTER) * 1000).getUTCFullYear() + 1;
    for (const award of awards) {
      if (proofOf(award, contact) !== "signed") continue;
      for (const key of creditsOf(award, contact)) {
        if (open.has(creditKey(key))) continue;
        open.add(creditKey(key));
        claims.set(year, [...(claims.get(year) ?? []), { ...key, contact }]);
      }
    }
  }
  const thisYear = new Date(context.now() * 1000).getUTCFullYear();
  const years = [...claims.keys()].filter((year) => year <= thisYear).sort();
  const oldest = claims.get(years[0]!)!;
  // Granted with a card, before Lantern was.
  const byCard = oldest.splice(3, 4);
  record(context, logbookId, "Granted before", byCard, { state: "granted", day: `${years[0]}-01-20`, source: "hand" });
  for (const [at, year] of years.entries()) {
    const claim = `L${1001 + at - years.length}`;
    const credits = claims.get(year)!;
    const day = `${year}-01-20`;
    const refused = credits.splice(10, 1);
    for (const one of credits) ledger.enter(inLedger(one), { state: "granted", reason: null, day, claim });
    const reason = "the other station's log names another place";
    for (const one of refused) ledger.enter(inLedger(one), { state: "refused", reason, day, claim });
    const isAnswered = year < thisYear;
    const state = isAnswered ? "granted" : "claimed";
    record(context, logbookId, `Claim ${claim}`, credits, { state, day, claim, source: SERVICE });
    record(context, logbookId, `Claim ${claim}`, refused, {
      ...{ state: isAnswered ? "refused" : "claimed", reason: isAnswered ? reason : null, day, claim, source: SERVICE },
    });
  }
  differ(ledger, contacts, oldest, open);
}

/** What Lantern's account has otherwise than the log. */
function differ(
  ledger: Ledger,
  contacts: readonly CountedContact[],
  oldest: readonly Brought[],
  asked: ReadonlySet<string>,
): void {
  const granted = { state: "granted", reason: null, day: "2021-03-02", claim: null } as const;
  const [twice] = oldest;
  const again = contacts.find(
    ({ id, entityCode, band, modeGroup, startedAt }) =>
      id !== twice!.contact.id &&
      startedAt > twice!.contact.startedAt &&
      [entityCode, band, modeGroup].join() ===
        [twice!.contact.entityCode, twice!.contact.band, twice!.contact.modeGroup].join(),
  );
  if (again !== undefined) ledger.enter(inLedger({ ...twice!, contact: again }), granted);
  const sardinianOn = (on: string) => ({ award: "entities", item: SARDINIA, on });
  const italian = contacts.find(
    ({ entityCode, band }) => String(entityCode) === ITALY && !asked.has(creditKey(sardinianOn(band))),
  );
  if (italian !== undefined) ledger.enter(inLedger({ ...sardinianOn(italian.band), contact: italian }), granted);
  const [first] = contacts;
  // A contact of the former call, which the log never had.
  const lost = { ownCall: FIRST_CALL, call: "ZD9QTC", startedAt: first!.startedAt, band: "20m", mode: "CW" };
  for (const on of ["", "20m", "CW"]) ledger.enter({ award: "entities", item: "274", on, ...lost }, granted);
}

function inLedger({ award, item, on, contact }: Brought) {
  const { ownCall, call, startedAt, band, mode, submode } = contact;
  return { award, item, on, ownCall: ownCall ?? HOME.call, call, startedAt, band, mode: submode ?? mode };
}

function record(
  context: Context,
  logbookId: number,
  summary: string,
  credits: readonly Brought[],
  said: Pick<Credit, "state" | "day" | "source"> & Partial<Credit>,
): void {
  const byContact = new Map<number, Credit[]>();
  for (const { award, item, on, contact } of credits)
    byContact.set(contact.id, [
      ...(byContact.get(contact.id) ?? []),
      { award, item, on, claim: null, reason: null, ...said },
    ]);
  const each = [...byContact];
  let batchId: number | null = null;
  for (let from = 0; from < each.length; from += PER_TRANSACTION)
    writeBatch(context, { logbookId, kind: "claim", summary, continues: batchId }, (writer) => {
      for (const [id, set] of each.slice(from, from + PER_TRANSACTION)) setCredits(writer, id, set);
      ({ batchId } = writer);
    });
}
