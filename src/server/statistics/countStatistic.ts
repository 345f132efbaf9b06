import { type AliasedExpression, type RawBuilder, sql } from "kysely";
import { CHANNEL_IDS, CONFIRMED_STATES } from "../../core/confirm";
import type { ContactFilter } from "../../core/contract";
import {
  type Counted,
  type CountedConfirmations,
  type CountedContacts,
  type CountedFact,
  type CountedFacts,
  type CountedFirsts,
  type CountedSendings,
  statisticById,
} from "../../core/statistics";
import type { Store } from "../db/store";
import {
  DAY_BEGUN,
  DAY_OF_WEEK,
  DAYS_UNTIL_CONFIRMED,
  filteredContactsAsTheyLie,
  HOUR_OF_DAY,
} from "../logbook/filterSql";

interface Request {
  readonly logbookId: number;
  readonly statistic: string;
  readonly asked: ContactFilter;
  /** Seconds since 1970 UTC. */
  readonly now: number;
}

/** Counts a statistic over the contacts of a logbook that a filter holds. Looks at every one of them. */
export function countStatistic(store: Store, { logbookId, statistic: id, asked, now }: Request): Counted {
  const statistic = statisticById(id);
  if (statistic === undefined) throw new Error(`there is no statistic ${id}`);
  const contacts = filteredContactsAsTheyLie(store, logbookId, asked, now);
  switch (statistic.of) {
    case "contacts": {
      const groups = alike(contacts, statistic.facts).select(sql<number>`sum(contact.confirmed)`.as("confirmed"));
      return statistic.count(named(store, store.all(groups) as CountedContacts[]));
    }
    case "firsts": {
      const groups = alike(contacts, statistic.facts).select([
        sql<number>`min(startedAt)`.as("first"),
        sql<number | null>`min(iif(contact.confirmed, startedAt, NULL))`.as("firstConfirmed"),
      ]);
      return statistic.count(named(store, store.all(groups) as CountedFirsts[]));
    }
    case "sendings": {
      const groups = standingsOf(store, contacts, asked)
        .where("sent", "=", "sent")
        .select([
          "channel",
          sql<number>`count(*)`.as("contacts"),
          sql<number>`sum(received IN (${sql.join(CONFIRMED_STATES)}))`.as("confirmed"),
        ])
        .groupBy("channel");
      return statistic.count(store.all(groups) satisfies CountedSendings[]);
    }
    case "confirmations": {
      // One number for both is grouped by in two thirds of the time.
      const groups = standingsOf(store, contacts, asked)
        .where("received", "in", CONFIRMED_STATES)
        .select([DAYS_AND_CHANNEL.as("packed"), sql<number>`count(*)`.as("contacts")])
        .groupBy(sql.ref("packed"));
      return statistic.count(store.all(groups).map(unpacked));
    }
  }
}

/** How contacts stand on channels. Where they are all contacts there are, none of them is looked up. */
function standingsOf(store: Store, contacts: ReturnType<typeof filteredContactsAsTheyLie>, asked: ContactFilter) {
  const { q } = store;
  const asksNothing = Object.values(asked).every((value) => value === undefined);
  const isOnly = store.all(q.selectFrom("logbook").select("id").limit(2)).length === 1;
  return q
    .selectFrom("confirmation")
    .$if(!asksNothing || !isOnly, (all) =>
      all.where((eb) =>
        eb.exists(contacts.select("contact.id").where("contact.id", "=", sql.ref<number>("confirmation.contactId"))),
      ),
    );
}

const UNKNOWN = 10_000_000;
const DAYS_AND_CHANNEL = sql<number>`(coalesce(${DAYS_UNTIL_CONFIRMED}, ${sql.lit(UNKNOWN)}) * ${sql.lit(CHANNEL_IDS.length)}
  + CASE channel ${sql.join(
    CHANNEL_IDS.map((id, place) => sql`WHEN ${sql.lit(id)} THEN ${sql.lit(place)}`),
    sql` `,
  )} END)`;

function unpacked({ packed, contacts }: { readonly packed: number; readonly contacts: number }): CountedConfirmations {
  const days = Math.floor(packed / CHANNEL_IDS.length);
  const channel = CHANNEL_IDS[packed - days * CHANNEL_IDS.length]!;
  return { channel, days: days === UNKNOWN ? null : days, contacts };
}

/** Contacts that are alike in some facts. The database groups them: a row for each would cost as much again. */
function alike(contacts: ReturnType<typeof filteredContactsAsTheyLie>, facts: readonly CountedFact[]) {
  return contacts
    .select([...facts.map(columnOf), sql<number>`count(*)`.as("contacts")])
    .groupBy(facts.map((_, nth) => sql.lit(nth + 1)));
}

const COLUMNS: Partial<Readonly<Record<CountedFact, RawBuilder<unknown>>>> = {
  day: DAY_BEGUN,
  hour: HOUR_OF_DAY,
  weekday: DAY_OF_WEEK,
  site: sql.ref("contact.siteId"),
};

function columnOf(fact: CountedFact): AliasedExpression<unknown, CountedFact> {
  return (COLUMNS[fact] ?? sql.ref(`contact.${fact}`)).as(fact);
}

/** Puts the names of sites in the place of their numbers. */
function named<Group extends Partial<CountedFacts>>(store: Store, groups: readonly Group[]): readonly Group[] {
  if (groups[0]?.site === undefined) return groups;
  const names = new Map<unknown, string>(
    store.all(store.q.selectFrom("site").select(["id", "name"])).map(({ id, name }) => [id, name]),
  );
  return groups.map((group) => ({ ...group, site: names.get(group.site) ?? null }));
}
