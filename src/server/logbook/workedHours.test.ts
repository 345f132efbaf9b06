import { testContext, valueOf } from "../testing";
import { logContact } from "./contacts";
import { workedHours } from "./workedHours";

test("an entity's contacts are counted by band and hour, in one log, whatever the call", async () => {
  const { context, logbookId } = await testContext();
  const log = (call: string, at: string, band: string) =>
    valueOf(logContact(context, logbookId, { call, startedAt: at, band, mode: "CW" }));
  log("DL1QTA", "2026-11-20T21:59:59Z", "20m");
  log("DL2QTB", "2026-11-21T21:00:00Z", "20m");
  log("DL1QTA", "2026-11-21T22:00:00Z", "20m");
  log("DL1QTA", "2026-11-22T00:10:00Z", "40m");
  log("LU4QSC", "2026-11-22T00:20:00Z", "40m");
  const { contacts, items } = workedHours(context, logbookId, 230);
  expect(contacts).toBe(4);
  expect(items.map(({ band, hour, contacts: count }) => `${band} ${hour} ${count}`).sort()).toEqual([
    "20m 21 2",
    "20m 22 1",
    "40m 0 1",
  ]);
  expect(workedHours(context, logbookId, 339)).toEqual({ contacts: 0, items: [] });
  expect(workedHours(context, logbookId + 1, 230).contacts).toBe(0);
});
