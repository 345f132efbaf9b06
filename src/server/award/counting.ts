import type { LiveEvent } from "../../core/contract";
import type { Context } from "../context";
import { guardedBy } from "../guarded";
import type { Supervisor } from "../jobs/supervisor";
import { settleCounted, uncountedLogbooks } from "./counted";

interface Options {
  readonly context: Context;
  readonly supervisor: Supervisor;
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  readonly fault: (error: unknown) => void;
}

/** Has awards counted that are not: at the start, where one has another version, and after what let that be for later. Returns what ends it. */
export async function startCounting({ context, supervisor, listen, fault }: Options): Promise<() => void> {
  const look = () =>
    context.write(() => {
      settleCounted(context.store);
      for (const logbookId of uncountedLogbooks(context.store))
        supervisor.start(context, logbookId, "Count awards", { kind: "count" });
    });
  const guarded = guardedBy(fault);
  const end = listen((event) =>
    guarded(() => {
      const ended =
        event.type === "job" &&
        event.job.state !== "running" &&
        (event.job.kind !== "count" || event.job.state === "done");
      if (!ended && event.type !== "awards") return;
      look().catch(fault);
    }),
  );
  await look();
  return end;
}
