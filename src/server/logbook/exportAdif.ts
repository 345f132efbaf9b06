import { ADX_FOOTER, adiHeader, adiRecord, adxHeader, adxRecord } from "../../core/adif";
import { type ExtraField, isoTime } from "../../core/contact";
import type { Context } from "../context";
import { done, type Result } from "../problem";
import { VERSION } from "../version";
import { withConfirmations } from "./contactRow";
import { findLogbook } from "./logbooks";

const PAGE = 500;

/** The two forms of the standard. */
const FORMS = {
  adi: { header: adiHeader, record: adiRecord, footer: "", type: "text/plain; charset=utf-8" },
  adx: { header: adxHeader, record: adxRecord, footer: ADX_FOOTER, type: "application/xml; charset=utf-8" },
} as const;
export type AdifForm = keyof typeof FORMS;

/** A logbook as a file to be saved, streamed. */
export function exportFile(context: Context, logbookId: number, form: AdifForm): Result<Response> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const pieces = exportAdif(context, logbookId, form);
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      const piece = pieces.next();
      if (piece.done === true) controller.close();
      else controller.enqueue(encoder.encode(piece.value));
    },
  });
  const day = isoTime(context.now()).slice(0, 10);
  const name = `${logbook.value.name.replace(/[^A-Za-z0-9-]+/g, "-")}-${day}.${form}`;
  return done(
    new Response(body, {
      headers: { "content-type": FORMS[form].type, "content-disposition": `attachment; filename="${name}"` },
    }),
  );
}

/** A logbook in a form of the standard, piece by piece, the oldest contact first. Each piece is one indexed read. */
function* exportAdif(context: Context, logbookId: number, form: AdifForm): Generator<string> {
  const { store } = context;
  const { header, record, footer } = FORMS[form];
  yield header({ name: "Ypsiloid", version: VERSION }, userDefinedNames(context, logbookId), context.now());
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
    if (last === undefined) break;
    yield withConfirmations(store, rows).map(record).join("");
    ({ startedAt: at, id } = last);
  }
  yield footer;
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
