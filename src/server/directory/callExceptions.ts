import type { z } from "zod";
import { isoTime } from "../../core/contact";
import { type CallExceptionEntry, type callExceptionInputSchema } from "../../core/contract";
import type { CallException } from "../../core/entity";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, missing, type Result } from "../problem";

/** The operator's exceptions by call, for `resolve`. */
export function exceptionsByCall(store: Store): ReadonlyMap<string, readonly CallException[]> {
  const byCall = new Map<string, CallException[]>();
  for (const row of store.all(store.q.selectFrom("callException").selectAll())) {
    const exception: CallException = {
      call: row.call,
      entityCode: row.entityCode,
      from: row.validFrom ?? -Infinity,
      until: row.validUntil ?? Infinity,
      ...(row.cqZone === null ? {} : { cqZone: row.cqZone }),
      ...(row.ituZone === null ? {} : { ituZone: row.ituZone }),
    };
    byCall.set(row.call, [...(byCall.get(row.call) ?? []), exception]);
  }
  return byCall;
}

export function listExceptions({ store }: Context): CallExceptionEntry[] {
  const day = (at: number | null) => (at === null ? null : isoTime(at).slice(0, 10));
  return store
    .all(store.q.selectFrom("callException").selectAll().orderBy("call").orderBy("validFrom"))
    .map(({ validFrom, validUntil, ...row }) => ({ ...row, from: day(validFrom), until: day(validUntil) }));
}

export function addException(
  context: Context,
  input: z.output<typeof callExceptionInputSchema>,
): Result<CallExceptionEntry> {
  const { from, until, ...rest } = input;
  const { store } = context;
  const id = store.run(
    store.q.insertInto("callException").values({ ...rest, validFrom: from, validUntil: until }),
  ).lastId;
  return done(listExceptions(context).find((entry) => entry.id === id)!);
}

export function removeException({ store }: Context, id: number): Result<{ readonly removed: number }> {
  const { changes } = store.run(store.q.deleteFrom("callException").where("id", "=", id));
  return changes === 0 ? missing(`exception ${id}`) : done({ removed: id });
}
