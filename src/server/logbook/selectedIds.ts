import type { Selection } from "../../core/contract";
import { NEWEST_FIRST } from "../../core/view";
import type { Context } from "../context";
import { createSearcher } from "./search";

const PIECE = 50;

/** The numbers of the contacts of a selection that are in a logbook. */
export function selectedIds(
  context: Pick<Context, "store" | "now">,
  logbookId: number,
  selection: Selection,
): readonly number[] {
  const { store } = context;
  if ("all" in selection) {
    const except = new Set(selection.except);
    const search = { logbookId, asked: selection.all, sort: NEWEST_FIRST };
    const ids = createSearcher(store).all(search, context.now());
    return except.size === 0 ? ids : ids.filter((id) => !except.has(id));
  }
  const here: number[] = [];
  for (let start = 0; start < selection.ids.length; start += PIECE) {
    const some = selection.ids.slice(start, start + PIECE);
    const rows = store.all(
      store.q.selectFrom("contact").select("id").where("id", "in", some).where("logbookId", "=", logbookId),
    );
    here.push(...rows.map(({ id }) => id));
  }
  return here;
}
