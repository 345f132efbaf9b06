import { testContext, valueOf } from "../testing";
import { changeContact, deleteContact, logContact } from "./contacts";
import { createLogbook } from "./logbooks";

const CONTACT = { call: "OY4QSA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" };

test("a contact that is handed in again is the one that is there, as it is by now", async () => {
  const { context, logbookId } = await testContext();
  const { store } = context;
  const first = valueOf(logContact(context, logbookId, CONTACT, "a1"));
  valueOf(changeContact(context, logbookId, first.id, { name: "Solveig" }));
  const again = valueOf(logContact(context, logbookId, CONTACT, "a1"));
  expect(again).toMatchObject({ id: first.id, batchId: first.batchId, name: "Solveig", revision: 2 });
  expect(store.all(store.q.selectFrom("contact").select("id"))).toHaveLength(1);
});

test("without a name, and under another, the same facts are another contact; in another logbook, too", async () => {
  const { context, logbookId } = await testContext();
  const site = { name: "Hill", call: "CX3QUA", grid: "GF15" } as never;
  const hill = valueOf(createLogbook(context, { name: "Hill", site })).id;
  const ids = [
    logContact(context, logbookId, CONTACT),
    logContact(context, logbookId, CONTACT),
    logContact(context, logbookId, CONTACT, "a1"),
    logContact(context, logbookId, CONTACT, "a2"),
    logContact(context, hill, CONTACT, "a1"),
  ].map((logged) => valueOf(logged).id);
  expect(new Set(ids).size).toBe(5);
});

test("one that was refused is not remembered, and one that was deleted since does not come back", async () => {
  const { context, logbookId } = await testContext();
  expect(logContact(context, logbookId, { ...CONTACT, band: "14m" }, "a1")).toMatchObject({ ok: false });
  const logged = valueOf(logContact(context, logbookId, CONTACT, "a1"));
  deleteContact(context, logbookId, logged.id);
  expect(logContact(context, logbookId, CONTACT, "a1")).toMatchObject({ ok: false, problem: { status: 404 } });
});
