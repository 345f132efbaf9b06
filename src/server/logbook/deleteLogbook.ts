import { countedTogether } from "../award/countedTogether";
import { countAlone, parted } from "../award/countTogether";
import type { Context } from "../context";
import { done, failed, invalid, missing, type Result } from "../problem";
import type { Runtime } from "../runtime";
import { listLogbooks } from "./logbooks";

/**
 * Deletes a logbook after a backup. It is gone at once; what it had goes in the background, also after a restart.
 *
 * @param name the logbook's name, as it was typed
 */
export async function deleteLogbook(
  context: Context,
  { backups, remover }: Pick<Runtime, "backups" | "remover">,
  id: number,
  name: string,
): Promise<Result<{ readonly backup: string }>> {
  const refused = whyNot(context, id, name);
  if (refused !== null) return refused;
  const made = await backups.make("change");
  if (!made.ok) return made;
  const outcome = await context.write(() => {
    // What was true before the backup may be so no longer.
    const changed = whyNot(context, id, name);
    if (changed === null) markGone(context, id);
    return changed;
  });
  if (outcome !== null) return outcome;
  context.announce({ type: "logbook", logbookId: id });
  remover.begin();
  return done({ backup: made.value.name });
}

function whyNot(context: Context, id: number, typed: string) {
  const { store } = context;
  const all = listLogbooks(context);
  const logbook = all.find((one) => one.id === id);
  if (logbook === undefined) return missing(`logbook ${id}`);
  if (typed.trim() !== logbook.name)
    return invalid([{ field: "name", text: `type "${logbook.name}", which it is called, to delete it` }]);
  if (all.length === 1)
    return failed(409, "The only one", `${logbook.name} is the only logbook: make another one before`);
  const job = store.first(
    store.q.selectFrom("job").select("title").where("logbookId", "=", id).where("state", "=", "running"),
  );
  if (job !== undefined) return failed(409, "At work", `${job.title} runs in it: wait for it, or cancel it`);
  const leaning = parted(store, countedTogether(store, id), [id]);
  return leaning === null ? null : failed(409, "An award stands on it", leaning);
}

/** Nothing acts for it any more. */
function markGone(context: Context, id: number): void {
  const { store } = context;
  const { q } = store;
  store.transaction(() => {
    countAlone(context, id);
    store.run(q.updateTable("logbook").set({ goneAt: context.now() }).where("id", "=", id));
    store.run(q.deleteFrom("serviceAccess").where("logbookId", "=", id));
    store.run(q.deleteFrom("saved").where("logbookId", "=", id));
    store.run(q.updateTable("contestEntry").set({ isOn: 0 }).where("logbookId", "=", id));
  });
}
