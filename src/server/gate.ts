import type { Right } from "../core/people";
import { may } from "./actor";
import type { Context } from "./context";
import { isLogbook } from "./logbook/liveLogbooks";
import { failed, missing, type Problem } from "./problem";

type Params = Readonly<Record<string, string | number>>;
const TABLES = { logbookId: "logbook", entryId: "contestEntry", jobId: "job", arrivalId: "arrival" } as const;

/** What a call needs, as its endpoint declares it. */
interface Need {
  readonly needs: Right | "anyone";
  readonly orOwn: boolean;
}

/**
 * The one gate: whether what the path names exists, and whether who acts has the right that the call needs: on the
 * logbook that the path names, by itself or by an entry, a job or an arrival of it, or else on the station. Gives the
 * refusal, or null. Of a logbook that one may not even read it says no more than that it is not there.
 */
export function gate({ store, actor }: Pick<Context, "store" | "actor">, need: Need, params: Params): Problem | null {
  const { needs, orOwn } = need;
  if (needs === "anyone") return null;
  let logbookId: number | null = null;
  for (const [name, table] of Object.entries(TABLES)) {
    const id = params[name];
    if (id === undefined) continue;
    const column = table === "logbook" ? "id" : "logbookId";
    const row = store.first(store.q.selectFrom(table).select(`${column} as home`).where("id", "=", Number(id)));
    if (row === undefined || !isLogbook(store, row.home) || !may(actor, "read", row.home))
      return missing(`${name.slice(0, -2)} ${id}`).problem;
    if (logbookId !== null && logbookId !== row.home) return missing(`${name.slice(0, -2)} ${id}`).problem;
    logbookId = row.home;
  }
  if (may(actor, needs, logbookId)) return null;
  if (orOwn && may(actor, "log", logbookId) && isOwn({ store, actor }, params)) return null;
  const where = logbookId === null ? "at this station" : `in logbook ${logbookId}`;
  const what = orOwn && may(actor, "log", logbookId) ? "change what others logged" : needs;
  return failed(403, "Not allowed", `${actor.name} has no right to ${what} ${where}: ask who owns it.`).problem;
}

/** Whether the contact that a path names was logged by who acts, or the change made by him. */
function isOwn({ store, actor }: Pick<Context, "store" | "actor">, { contactId, batchId }: Params): boolean {
  if (actor.personId === null) return false;
  const batches = store.q.selectFrom("journalBatch").select("journalBatch.personId");
  const first =
    contactId === undefined
      ? batches.where("id", "=", Number(batchId))
      : batches
          .innerJoin("journalEntry", "journalEntry.batchId", "journalBatch.id")
          .where("journalEntry.contactId", "=", Number(contactId))
          .orderBy("journalEntry.batchId")
          .limit(1);
  return store.first(first)?.personId === actor.personId;
}
