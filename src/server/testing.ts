import type { Context } from "./context";
import { openStore } from "./db/store";
import { createLogbook } from "./logbook/logbooks";
import { quietContext } from "./quietContext";

/** A context on an empty database in memory, with a clock that stands still, and one logbook. For tests. */
export async function testContext(
  now = Date.UTC(2026, 10, 23, 21, 40, 7) / 1000,
): Promise<{ context: Context; logbookId: number }> {
  const context = quietContext(await openStore(":memory:"), "test", () => now);
  const logbook = createLogbook(context, {
    name: "Test log",
    site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" },
  });
  if (!logbook.ok) throw new Error(logbook.problem.detail);
  return { context, logbookId: logbook.value.id };
}
