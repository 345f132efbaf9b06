import { type Award, type Grant, type OwnCredit, type TiedContact, tieOut } from "../../../core/award";
import {
  type AccountTotal,
  type Grantor,
  mendOf,
  missText,
  type OurContact,
  type ServiceId,
} from "../../../core/confirm";
import { isoTime } from "../../../core/contact";
import type { AwardTie } from "../../../core/contract";
import { fullTime } from "../../../core/time/words";
import { createMatcher } from "../../confirm/matcher";
import { missesIn } from "../../confirm/withoutTwin";
import type { Store } from "../../db/store";
import { contactsById } from "../../logbook/contactRow";
import { countedTo } from "../counted";
import { creditsIn } from "../credits";
import { awardsOf } from "../ownAwards";
import { liveLogbooks } from "../../logbook/liveLogbooks";

/** So many differences of an award are shown. */
const LISTED = 500;

interface Account {
  readonly round: number;
  readonly totals: readonly AccountTotal[];
}

/** The account of a service as it was fetched, against the log as it is, award by award. */
export function tieAccount(
  store: Store,
  {
    logbookId,
    service,
    awards: ids,
    account: { round, totals },
  }: { logbookId: number; service: ServiceId; awards: Grantor["awards"]; account: Account },
): AwardTie[] {
  const awards = awardsOf(store, logbookId).filter(({ id }) => ids.includes(id));
  const rows = accountRows(store, logbookId, service, round);
  const oursOf = findOurs(store, logbookId, service, rows);
  const upTo = countedTo(store);
  return awards.map((award) => {
    const ofAward = rows.filter((row) => row.award === award.id);
    const { lines, differences } = tieOut(award, {
      source: service,
      totals: totals.filter((total) => total.award === award.id),
      grants: ofAward.filter(({ state }) => state === "granted").map((row) => grantOf(row, oursOf(award, row))),
      known: ofAward.filter(({ state }) => state !== "granted"),
      credits: ownCredits(store, logbookId, award.id),
      slots: slotsOf(store, logbookId, award.id),
    });
    return {
      award: award.id,
      isCounted: upTo(logbookId, award.id) === Infinity,
      lines: [...lines],
      total: differences.length,
      differences: differences.slice(0, LISTED).map((difference) => ({ ...difference, on: [...difference.on] })),
    };
  });
}

function accountRows(store: Store, logbookId: number, service: ServiceId, round: number) {
  return store.all(
    store.q
      .selectFrom("accountCredit")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("round", "=", round)
      .orderBy("startedAt")
      .orderBy("serviceId"),
  );
}
type AccountRow = ReturnType<typeof accountRows>[number];

function grantOf(row: AccountRow, ours: Grant["ours"]): Grant {
  const { award, item, on, ownCall, call, startedAt, band, mode, contactId } = row;
  return { award, item, on, theirs: { id: contactId, ownCall, call, startedAt: isoTime(startedAt), band, mode }, ours };
}

/** What the log has of the contact that a credit of the account is about. */
function findOurs(
  store: Store,
  logbookId: number,
  service: ServiceId,
  rows: readonly AccountRow[],
): (award: Award, row: AccountRow) => Grant["ours"] {
  const twinOf = createMatcher(store, logbookId);
  const twins = new Map(rows.map((row) => [row, twinOf(row) ?? null]));
  const found = [...twins.values()].filter((id) => id !== null);
  const contacts = new Map(contactsById(store, [...new Set(found)]).map((contact) => [contact.id, contact]));
  const apart = rows.filter((row) => twins.get(row) === null && row.state === "granted");
  const misses = missesIn(store, logbookId, service, apart);
  const elsewhere = finderElsewhere(store, logbookId);
  const reasons = new Map(
    apart.map((row, at): [AccountRow, Grant["ours"]] => {
      const logbook = elsewhere(row);
      if (logbook !== null) return [row, { found: "elsewhere", logbook }];
      const gone = row.contactId === null ? null : takenOut(store, row.contactId);
      if (gone !== null) return [row, { found: "gone", ...gone }];
      const miss = misses[at]!;
      if (miss.nearest === null) return [row, { found: "not", ...NOTHING_NEAR }];
      const [nearest, text] = [tiedOf(miss.nearest), missText(row, miss)];
      return [row, { found: "not", cause: miss.cause, text, nearest, mend: mendOf(row, miss) }];
    }),
  );
  return (award, row) => {
    const contact = contacts.get(twins.get(row) ?? -1);
    if (contact === undefined) return reasons.get(row) ?? { found: "not", ...NOTHING_NEAR };
    const { id, call, startedAt, band, mode } = contact;
    return { found: "here", contact: { id, call, startedAt, band, mode }, brings: award.itemsOf(contact) };
  };
}

const NOTHING_NEAR = { cause: "none", text: "", nearest: null, mend: null } as const;

function tiedOf({ id, call, startedAt, band, mode }: OurContact): TiedContact {
  return { id, call, startedAt: isoTime(startedAt), band, mode };
}

/** Finds the other logbook that has a contact; null where none has. */
function finderElsewhere(store: Store, logbookId: number): (row: AccountRow) => string | null {
  const others = store
    .all(liveLogbooks(store).select(["id", "name"]).where("id", "!=", logbookId).orderBy("id"))
    .map(({ id, name }) => ({ name, twinOf: createMatcher(store, id) }));
  return (row) => others.find(({ twinOf }) => twinOf(row) !== undefined)?.name ?? null;
}

/** The batch of the journal that took a contact out of the log; null where the contact is there. */
function takenOut(store: Store, contactId: number): { batchId: number; text: string } | null {
  const isThere = store.first(store.q.selectFrom("contact").select("id").where("id", "=", contactId)) !== undefined;
  if (isThere) return null;
  const taken = store.first(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("journalBatch", "journalBatch.id", "journalEntry.batchId")
      .select(["batchId", "at", "summary"])
      .where("contactId", "=", contactId)
      .where("after", "is", null)
      .orderBy("journalEntry.id", "desc"),
  );
  if (taken === undefined) return null;
  const { batchId, at, summary } = taken;
  return { batchId, text: `${summary}, ${fullTime(isoTime(at))} UTC` };
}

function ownCredits(store: Store, logbookId: number, award: string): OwnCredit[] {
  return store
    .all(
      creditsIn(store, [logbookId])
        .select(["credit.award", "item", "on", "credit.state", "day", "claim", "source", "reason"])
        .select(["contact.id", "call", "startedAt", "contact.band", "mode"])
        .where("credit.award", "=", award)
        .orderBy("contact.id"),
    )
    .map(({ id, call, startedAt, band, mode, ...credit }) => ({
      ...credit,
      contact: { id, call, startedAt: isoTime(startedAt), band, mode },
    }));
}

function slotsOf(store: Store, logbookId: number, award: string) {
  return store.all(
    store.q
      .selectFrom("slot")
      .select(["item", "band", "modeGroup", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", award)
      .where("confirmed", ">", 0),
  );
}
