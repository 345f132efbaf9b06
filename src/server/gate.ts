import type { Right } from "../core/contract";
import type { Context } from "./context";
import type { Store } from "./db/store";
import { liveLogbooks } from "./logbook/liveLogbooks";
import { failed, missing, type Problem } from "./problem";

type Params = Readonly<Record<string, string | number>>;
const TABLES = { logbookId: "logbook", entryId: "contestEntry", jobId: "job" } as const;

/**
 * The one gate: whether what the path names exists, and whether who acts has the right that the call needs: on the
 * logbook that the path names, by itself or by an entry or a job of it, or else on the station. Gives the refusal, or
 * null.
 */
export function gate({ store, actor }: Pick<Context, "store" | "actor">, right: Right, params: Params): Problem | null {
  let logbookId: number | null = null;
  for (const [name, table] of Object.entries(TABLES)) {
    const id = params[name];
    if (id === undefined) continue;
    const column = table === "logbook" ? "id" : "logbookId";
    const row = store.first(store.q.selectFrom(table).select(`${column} as home`).where("id", "=", Number(id)));
    if (row === undefined || !isLive(store, row.home)) return missing(`${name.slice(0, -2)} ${id}`).problem;
    logbookId ??= row.home;
  }
  if (actor.may(right, logbookId)) return null;
  const where = logbookId === null ? "at this station" : `in logbook ${logbookId}`;
  return failed(403, "Not allowed", `${actor.name} has no right to ${right} ${where}: ask who owns it.`).problem;
}

function isLive(store: Store, logbookId: number): boolean {
  return store.first(liveLogbooks(store).select("id").where("id", "=", logbookId)) !== undefined;
}
