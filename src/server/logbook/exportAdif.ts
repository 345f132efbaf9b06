import { adiHeader, adiRecord } from "../../core/adif";
import type { ExtraField } from "../../core/contact";
import type { Context } from "../context";
import { VERSION } from "../version";
import { withConfirmations } from "./contactRow";

const PAGE = 500;

/** A logbook as ADI, piece by piece, the oldest contact first. Each piece is one indexed read. */
export function* exportAdif(context: Context, logbookId: number): Generator<string> {
  const { store } = context;
  yield adiHeader({ name: "Ypsiloid", version: VERSION }, userDefinedNames(context, logbookId), context.now());
  for (let at = -Infinity, id = 0; ;) {
    let query = store.q
      .selectFrom("contact")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .orderBy("startedAt")
      .orderBy("id")
      .limit(PAGE);
    if (Number.isFinite(at)) {
      const [fromTime, fromId] = [at, id];
      query = query.where((eb) => eb(eb.refTuple("startedAt", "id"), ">", eb.tuple(fromTime, fromId)));
    }
    const rows = store.all(query);
    const last = rows.at(-1);
    if (last === undefined) return;
    yield withConfirmations(store, rows).map(adiRecord).join("");
    ({ startedAt: at, id } = last);
  }
}

function userDefinedNames(context: Context, logbookId: number): string[] {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("contact")
      .select("extra")
      .distinct()
      .where("logbookId", "=", logbookId)
      .where("extra", "like", '%"userDefined":true%'),
  );
  const fields = rows.flatMap(({ extra }) => JSON.parse(extra ?? "[]") as ExtraField[]);
  return [...new Set(fields.filter((field) => field.userDefined).map((field) => field.name))].sort();
}
