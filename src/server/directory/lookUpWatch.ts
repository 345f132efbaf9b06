import { sql } from "kysely";
import { secondsOf } from "../../core/contact";
import type { Context } from "../context";
import type { Supervisor } from "../jobs/supervisor";
import { ticking } from "../ticking";

interface Options {
  readonly context: Context;
  readonly supervisor: Pick<Supervisor, "again">;
  readonly fault: (error: unknown) => void;
  /** How often it is looked, milliseconds. */
  readonly lookMs?: number;
}

/** Goes on with looking up stations where a directory had answered enough, as soon as it answers again. */
export function createLookUpWatch({ context, supervisor, fault, lookMs = 30_000 }: Options): {
  close: () => Promise<void>;
} {
  const { store } = context;
  const goesOnAt = sql<string | null>`json_extract(report, '$.goesOnAt')`;
  const look = async () => {
    const waiting = store.all(
      store.q
        .selectFrom("job")
        .select(["id", goesOnAt.as("goesOnAt")])
        .where("kind", "=", "lookUp")
        .where("state", "=", "failed")
        .where(goesOnAt, "is not", null),
    );
    for (const { id, goesOnAt: at } of waiting)
      if (secondsOf(at!) <= context.now()) await context.write(() => supervisor.again(context, id));
  };
  return { close: ticking(lookMs, look, fault) };
}
