import type { AlertRule, SavedFilter, SavedSpotView, SavedView } from "../../core/contract";
import type { Context } from "../context";
import { done, failed, missing, type Result } from "../problem";
import { findLogbook } from "./logbooks";

type Kind = "filter" | "view" | "view of spots" | "alert rule";

/** What is kept under a name in a logbook, for all who use it: filters, and views. */
interface Shelf<Item extends { readonly id: number; readonly name: string }> {
  list(context: Context, logbookId: number): Result<Item[]>;
  keep(context: Context, logbookId: number, input: Omit<Item, "id">): Result<Item>;
  replace(context: Context, logbookId: number, id: number, input: Omit<Item, "id">): Result<Item>;
  remove(context: Context, logbookId: number, id: number): Result<{ readonly removed: number }>;
}

/** @param changed is run when what is kept in a logbook has changed */
function shelf<Item extends { readonly id: number; readonly name: string }>(
  kind: Kind,
  changed: (context: Context, logbookId: number) => void = () => {},
): Shelf<Item> {
  const read = (id: number, name: string, body: string) => ({ ...(JSON.parse(body) as object), id, name }) as Item;

  function write(context: Context, logbookId: number, id: number | null, input: Omit<Item, "id">): Result<Item> {
    const logbook = findLogbook(context, logbookId);
    if (!logbook.ok) return logbook;
    const { store } = context;
    const { name, ...rest } = input;
    const body = JSON.stringify(rest);
    const same = store.first(
      store.q
        .selectFrom("saved")
        .select("id")
        .where("logbookId", "=", logbookId)
        .where("kind", "=", kind)
        .where("name", "=", name),
    );
    if (same !== undefined && same.id !== id)
      return failed(409, "Name taken", `there is a ${kind} of the name "${name}": choose another name`, [
        { field: "name", text: "this name is taken" },
      ]);
    if (id === null) {
      const { lastId } = store.run(store.q.insertInto("saved").values({ logbookId, kind, name, body }));
      store.afterCommit(() => changed(context, logbookId));
      return done(read(lastId, name, body));
    }
    const { changes } = store.run(
      store.q
        .updateTable("saved")
        .set({ name, body })
        .where("id", "=", id)
        .where("logbookId", "=", logbookId)
        .where("kind", "=", kind),
    );
    if (changes === 0) return missing(`${kind} ${id}`);
    store.afterCommit(() => changed(context, logbookId));
    return done(read(id, name, body));
  }

  return {
    list(context, logbookId) {
      const logbook = findLogbook(context, logbookId);
      if (!logbook.ok) return logbook;
      const { store } = context;
      const rows = store.all(
        store.q
          .selectFrom("saved")
          .select(["id", "name", "body"])
          .where("logbookId", "=", logbookId)
          .where("kind", "=", kind)
          .orderBy("name"),
      );
      return done(rows.map(({ id, name, body }) => read(id, name, body)));
    },
    keep: (context, logbookId, input) => write(context, logbookId, null, input),
    replace: (context, logbookId, id, input) => write(context, logbookId, id, input),
    remove(context, logbookId, id) {
      const { store } = context;
      const { changes } = store.run(
        store.q.deleteFrom("saved").where("id", "=", id).where("logbookId", "=", logbookId).where("kind", "=", kind),
      );
      if (changes === 0) return missing(`${kind} ${id}`);
      store.afterCommit(() => changed(context, logbookId));
      return done({ removed: id });
    },
  };
}

export const savedFilters = shelf<SavedFilter>("filter");
export const savedViews = shelf<SavedView>("view");
export const savedSpotViews = shelf<SavedSpotView>("view of spots");
export const savedAlertRules = shelf<AlertRule>("alert rule", (context, logbookId) =>
  context.announce({ type: "alerts", logbookId, what: "rules" }),
);
