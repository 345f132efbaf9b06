import type { ServiceDefaults } from "../confirm/access";
import { restsUntil } from "../confirm/access";
import type { Context } from "../context";
import { ticking } from "../ticking";
import { accountOf } from "./account";

/** Asks by itself how requests stand that were handed in, until their certificates are there. */
export interface IdentityWatch {
  close(): void;
}

interface Options {
  readonly context: Context;
  readonly services: ServiceDefaults;
  readonly fault: (error: unknown) => void;
}

const TICK_MS = 20_000;
/** A request is asked about so often, seconds: sponsors take hours. */
const EVERY = 300;

export function createIdentityWatch({ context, services, fault }: Options): IdentityWatch {
  const { store } = context;
  async function look(): Promise<void> {
    const open = store.all(
      store.q
        .selectFrom("identity")
        .select(["id", "service", "logbookId", "lookedAt"])
        .where("reference", "is not", null)
        .where("chain", "is", null)
        .where("refused", "is", null)
        .where("removedAt", "is", null),
    );
    if (open.length === 0) return;
    // What deals with certificates is large: it is loaded only where somebody waits for one.
    const { pursue } = await import("./pursue");
    for (const { id, service, logbookId, lookedAt } of open) {
      if (logbookId === null || (lookedAt ?? 0) > context.now() - EVERY) continue;
      if (restsUntil(context, logbookId, service) !== null) continue;
      // A service that does not answer is asked again with the next tick.
      await pursue(context, accountOf(context, services, { logbookId, service }), id);
    }
  }

  const end = ticking(TICK_MS, look, fault);
  return { close: () => void end() };
}
