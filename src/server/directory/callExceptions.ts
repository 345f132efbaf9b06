import type { z } from "zod";
import { isoTime } from "../../core/contact";
import { type CallExceptionEntry, type callExceptionInputSchema } from "../../core/contract";
import type { CallException } from "../../core/entity";
import { exceptionsFrom } from "../../core/reading";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, missing, type Result } from "../problem";

/** The operator's exceptions by call, for `resolve`. */
export function exceptionsByCall(store: Store): ReadonlyMap<string, readonly CallException[]> {
  return exceptionsFrom(listExceptions({ store }));
}

export function listExceptions({ store }: Pick<Context, "store">): CallExceptionEntry[] {
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
  context.announce({ type: "exceptions" });
  return done(listExceptions(context).find((entry) => entry.id === id)!);
}

export function removeException(context: Context, id: number): Result<{ readonly removed: number }> {
  const { store } = context;
  const { changes } = store.run(store.q.deleteFrom("callException").where("id", "=", id));
  if (changes === 0) return missing(`exception ${id}`);
  context.announce({ type: "exceptions" });
  return done({ removed: id });
}
