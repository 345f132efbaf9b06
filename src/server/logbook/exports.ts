import { sql, type SqlBool } from "kysely";
import { ADX_FOOTER, adiHeader, adiRecord, adxHeader, adxRecord, type UserDefinedField } from "../../core/adif";
import { isoTime } from "../../core/contact";
import {
  type Export,
  type ExportForm,
  type ExportInput,
  type Selection,
  type StoredContact,
} from "../../core/contract";
import { columnById, csvHeader, csvRecord, USUAL_COLUMNS } from "../../core/view";
import type { Context } from "../context";
import { done, failed, invalid, missing, type Result } from "../problem";
import type { FileAnswer } from "../route";
import { VERSION } from "../version";
import { contactsById } from "./contactRow";
import { newestEntry } from "./journal";
import { findLogbook } from "./logbooks";

const PIECE = 500;
const RECENT = 50;
const OLDEST_FIRST = { column: "startedAt", descending: false };

const TYPES: Readonly<Record<ExportForm, string>> = {
  adi: "text/plain; charset=utf-8",
  adx: "application/xml; charset=utf-8",
  csv: "text/csv; charset=utf-8",
};

/** Notes what is to be exported, for the history and for "what is new since"; the file is fetched by its number. */
export async function startExport(context: Context, logbookId: number, input: ExportInput): Promise<Result<Export>> {
  const unknown = input.columns?.find((id) => columnById(id) === undefined);
  if (unknown !== undefined) return invalid([{ field: "columns", text: `there is no column "${unknown}"` }]);
  const { store } = context;
  // From where the last export ended: what is new is what the journal wrote since.
  const since = lastEntryOf(context, logbookId, input.form);
  const asked: Kept = { ...input, since };
  const ids = await idsOf(context, logbookId, asked);
  if (ids.length === 0)
    return failed(
      409,
      "Nothing to export",
      input.what.kind === "new" ? "nothing is new since the last export of this kind" : "there is no contact to export",
    );
  const row = {
    logbookId,
    at: context.now(),
    actor: context.actor.name,
    form: input.form,
    what: JSON.stringify(asked),
    contacts: ids.length,
    newestEntry: newestEntry(store),
  };
  const id = await context.write(() => store.run(store.q.insertInto("export").values(row)).lastId);
  return done(listed(context, logbookId).find((one) => one.id === id)!);
}

type Kept = ExportInput & { readonly since: number };

export function listExports(context: Context, logbookId: number): Result<Export[]> {
  return done(listed(context, logbookId));
}

function listed({ store }: Context, logbookId: number): Export[] {
  return store
    .all(
      store.q
        .selectFrom("export")
        .select(["id", "at", "form", "what", "contacts"])
        .where("logbookId", "=", logbookId)
        .orderBy("id", "desc")
        .limit(RECENT),
    )
    .map(({ at, form, what, ...row }) => ({
      ...row,
      at: isoTime(at),
      form: form as ExportForm,
      what: (JSON.parse(what) as Kept).what.kind,
    }));
}

/** The file of an export, streamed. */
export async function exportedFile(context: Context, logbookId: number, exportId: number): Promise<Result<FileAnswer>> {
  const { store } = context;
  const row = store.first(
    store.q.selectFrom("export").select("what").where("id", "=", exportId).where("logbookId", "=", logbookId),
  );
  return row === undefined ? missing(`export ${exportId}`) : fileOf(context, logbookId, JSON.parse(row.what) as Kept);
}

/** The whole log as a file, streamed. */
export async function wholeLogFile(context: Context, logbookId: number, form: ExportForm): Promise<Result<FileAnswer>> {
  return fileOf(context, logbookId, { form, what: { kind: "log" }, since: 0 });
}

async function fileOf(context: Context, logbookId: number, asked: Kept): Promise<Result<FileAnswer>> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const ids = await idsOf(context, logbookId, asked);
  const day = isoTime(context.now()).slice(0, 10);
  return done({
    name: `${logbook.value.name.replace(/[^A-Za-z0-9-]+/g, "-")}-${day}.${asked.form}`,
    type: TYPES[asked.form],
    pieces: piecesOf(context, logbookId, asked, ids),
  });
}

async function idsOf(context: Context, logbookId: number, { what, since }: Kept): Promise<readonly number[]> {
  const { store } = context;
  const all = async (asked: Extract<Selection, { all: unknown }>["all"]) => {
    const search = { logbookId, asked, sort: OLDEST_FIRST };
    return (await context.finder.find({ search, now: context.now(), offset: 0, limit: Infinity })).ids;
  };
  if (what.kind === "log") return all({});
  if (what.kind === "new") {
    const touched = store.q.selectFrom("journalEntry").select("contactId").where("id", ">", since);
    const rows = store.all(
      store.q
        .selectFrom("contact")
        .select("id")
        .where("logbookId", "=", logbookId)
        .where("id", "in", touched)
        .orderBy("startedAt")
        .orderBy("id"),
    );
    return rows.map(({ id }) => id);
  }
  const { selection } = what;
  if ("all" in selection) {
    const except = new Set(selection.except);
    return (await all(selection.all)).filter((id) => !except.has(id));
  }
  const wanted = new Set(selection.ids);
  return (await all({})).filter((id) => wanted.has(id));
}

function lastEntryOf({ store }: Context, logbookId: number, form: ExportForm): number {
  const rows = store.all(
    store.q
      .selectFrom("export")
      .select(["what", "newestEntry"])
      .where("logbookId", "=", logbookId)
      .where("form", "=", form)
      .orderBy("id", "desc"),
  );
  // A selection says nothing about the rest of the log.
  return rows.find(({ what }) => (JSON.parse(what) as Kept).what.kind !== "selection")?.newestEntry ?? 0;
}

/** A file piece by piece, the oldest contact first. Each piece is one indexed read. */
function* piecesOf(
  context: Context,
  logbookId: number,
  { form, columns = [...USUAL_COLUMNS] }: Kept,
  ids: readonly number[],
): Generator<string> {
  const shown = columns.map(columnById).filter((column) => column !== undefined);
  const records: Readonly<Record<ExportForm, (contact: StoredContact) => string>> = {
    adi: adiRecord,
    adx: adxRecord,
    csv: (contact) => csvRecord(contact, shown),
  };
  if (form === "csv") yield csvHeader(shown);
  else {
    const header = form === "adi" ? adiHeader : adxHeader;
    yield header({ name: "Ypsiloid", version: VERSION }, userDefinedFields(context, logbookId), context.now());
  }
  for (let start = 0; start < ids.length; start += PIECE) {
    yield contactsById(context.store, ids.slice(start, start + PIECE))
      .map(records[form])
      .join("");
  }
  if (form === "adx") yield ADX_FOOTER;
}

/** The user-defined fields that the log's contacts have, each once, with its first type and what its values can be. */
function userDefinedFields({ store }: Context, logbookId: number): UserDefinedField[] {
  const field = (name: string) => sql<string | null>`json_extract(field.value, ${sql.lit(`$.${name}`)})`;
  const rows = store.all(
    store.q
      .selectFrom("contact")
      .innerJoin(sql<{ value: string }>`json_each(contact.extra)`.as("field"), (join) => join.onTrue())
      .select([field("name").as("name"), field("type").as("type"), field("values").as("values")])
      .distinct()
      .where("logbookId", "=", logbookId)
      .where("extra", "like", '%"userDefined":true%')
      .where(sql<SqlBool>`json_extract(field.value, '$.userDefined')`)
      .orderBy("name")
      .orderBy("type")
      .orderBy("values"),
  );
  const fields = new Map<string, UserDefinedField>();
  for (const { name, type, values } of rows) {
    if (name === null) continue;
    const before = fields.get(name);
    fields.set(name, { name, type: before?.type ?? type ?? undefined, values: before?.values ?? values ?? undefined });
  }
  return [...fields.values()];
}
