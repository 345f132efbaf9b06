import { contactQuerySchema } from "../../core/contract";
import { testContext, valueOf, taken } from "../testing";
import { changeContact, deleteContact, getContact, listContacts, logContact } from "./contacts";
import { contactHistory, listBatches, listEntries } from "./journal";
import { undoBatch } from "./undo";

const CONTACT = {
  call: "OY4QSA",
  startedAt: "2026-11-23T21:38:00Z",
  band: "15m",
  mode: "CW",
  comment: "first",
  confirmations: [{ channel: "card" as const, received: "confirmed" as const }],
};

async function begin() {
  const { context, logbookId } = await testContext();
  const logged = valueOf(logContact(context, logbookId, CONTACT));
  return { context, logbookId, logged: logged };
}

test("undoing takes a logged contact out, and undoing the undo brings it back as it was", async () => {
  const { context, logbookId, logged } = await begin();
  const undone = undoBatch(context, logbookId, logged.batchId);
  expect(undone).toMatchObject({ ok: true, value: { undone: 1, blocked: [] } });
  expect(getContact(context, logbookId, logged.id).ok).toBe(false);
  expect(undoBatch(context, logbookId, logged.batchId)).toMatchObject({ ok: false, problem: { status: 409 } });
  if (!undone.ok) return;
  undoBatch(context, logbookId, undone.value.batchId!);
  const { batchId: _, revision: __, ...facts } = logged;
  expect(getContact(context, logbookId, logged.id)).toMatchObject({ ok: true, value: facts });
});

test("a later change stands in the way, and is named; once it is undone the way is free", async () => {
  const { context, logbookId, logged } = await begin();
  changeContact(context, logbookId, logged.id, { comment: "second" });
  expect(undoBatch(context, logbookId, logged.batchId)).toMatchObject({
    ok: true,
    value: { undone: 0, blocked: [{ call: "OY4QSA", by: "Changed OY4QSA" }] },
  });
  const [changed] = valueOf(listBatches(context, logbookId));
  expect(undoBatch(context, logbookId, changed!.id)).toMatchObject({ ok: true, value: { undone: 1, blocked: [] } });
  expect(undoBatch(context, logbookId, logged.batchId)).toMatchObject({ ok: true, value: { undone: 1, blocked: [] } });
  expect(getContact(context, logbookId, logged.id).ok).toBe(false);
});

test("an undo whose contact was taken out since is not undone, and says by what; then in the order it was done it is", async () => {
  const { context, logbookId, logged } = await begin();
  const undo = (batchId: number) => {
    const report = valueOf(undoBatch(context, logbookId, batchId));
    return { batchId: report.batchId!, undone: report.undone, by: report.blocked.map(({ by }) => by) };
  };
  changeContact(context, logbookId, logged.id, { comment: "second" });
  const [changed] = valueOf(listBatches(context, logbookId));
  const first = undo(changed!.id);
  const removed = undo(logged.batchId);
  expect(undo(first.batchId)).toMatchObject({ undone: 0, by: ["Undid: Logged OY4QSA"] });
  expect(getContact(context, logbookId, logged.id).ok).toBe(false);
  expect(undo(removed.batchId)).toMatchObject({ undone: 1, by: [] });
  expect(getContact(context, logbookId, logged.id)).toMatchObject({ ok: true, value: { comment: "first" } });
  const again = undo(first.batchId);
  expect(getContact(context, logbookId, logged.id)).toMatchObject({ ok: true, value: { comment: "second" } });
  expect(undo(again.batchId)).toMatchObject({ undone: 1, by: [] });
  expect(undo(logged.batchId)).toMatchObject({ undone: 1, by: [] });
  expect(getContact(context, logbookId, logged.id).ok).toBe(false);
});

test("the journal tells what a batch did, and all that was done to a contact", async () => {
  const { context, logbookId, logged } = await begin();
  changeContact(context, logbookId, logged.id, { comment: "second" });
  deleteContact(context, logbookId, logged.id);
  const history = valueOf(contactHistory(context, logbookId, logged.id));
  expect(history.map(({ batch }) => batch.summary)).toEqual(["Deleted OY4QSA", "Changed OY4QSA", "Logged OY4QSA"]);
  expect(history[1]).toMatchObject({ before: { comment: "first" }, after: { comment: "second" } });
  expect(history[2]).toMatchObject({ before: null, after: null });
  const [deleted] = valueOf(listBatches(context, logbookId));
  expect(valueOf(listEntries(context, logbookId, deleted!.id))).toMatchObject([
    { call: "OY4QSA", before: { comment: "second" }, after: null },
  ]);
  expect(valueOf(listEntries(context, logbookId, logged.batchId))).toMatchObject([{ call: "a deleted contact" }]);
  expect(contactHistory(context, logbookId + 1, logged.id).ok).toBe(false);
  expect(listEntries(context, logbookId + 1, logged.batchId).ok).toBe(false);
});

test("a deleted contact comes back under its own number, confirmations and all", async () => {
  const { context, logbookId, logged } = await begin();
  const deleted = deleteContact(context, logbookId, logged.id);
  if (!deleted.ok) throw new Error();
  undoBatch(context, logbookId, deleted.value.batchId);
  expect(getContact(context, logbookId, logged.id)).toMatchObject({
    ok: true,
    value: { comment: "first", confirmations: logged.confirmations },
  });
});

test("a contact that was deleted before its later facts had columns comes back without them", async () => {
  const { context, logbookId, logged } = await begin();
  const { store } = context;
  const deleted = valueOf(deleteContact(context, logbookId, logged.id));
  const entries = store.q.selectFrom("journalEntry").selectAll().where("batchId", "=", deleted.batchId);
  const { id, before } = store.first(entries)!;
  const kept = JSON.parse(before!) as Record<string, unknown>;
  for (const later of ["ownSummit", "ownIsland", "ownPark", "ownAntenna", "credits"]) delete kept[later];
  store.run(
    store.q
      .updateTable("journalEntry")
      .set({ before: JSON.stringify(kept) })
      .where("id", "=", id),
  );
  expect(undoBatch(context, logbookId, deleted.batchId)).toMatchObject({ ok: true, value: { undone: 1 } });
  expect(valueOf(getContact(context, logbookId, logged.id))).toMatchObject({ comment: "first", ownSummit: null });
});

test("the distance and whether it is confirmed follow the contact through changes and their undo", async () => {
  const { context, logbookId, logged } = await begin();
  const { store } = context;
  const derived = () =>
    store.first(store.q.selectFrom("contact").select(["distanceKm", "confirmed"]).where("id", "=", logged.id));
  expect(derived()).toEqual({ distanceKm: null, confirmed: 1 });
  const change = { grid: "JN58td", confirmations: [] };
  valueOf(changeContact(context, logbookId, logged.id, change));
  expect(derived()).toEqual({ distanceKm: 11_237, confirmed: 0 });
  undoBatch(context, logbookId, valueOf(listBatches(context, logbookId))[0]!.id);
  expect(derived()).toEqual({ distanceKm: null, confirmed: 1 });
});

test("a change made from an old revision is refused", async () => {
  const { context, logbookId, logged } = await begin();
  expect(changeContact(context, logbookId, logged.id, { comment: "mine", revision: 1 }).ok).toBe(true);
  expect(changeContact(context, logbookId, logged.id, { comment: "yours", revision: 1 })).toMatchObject({
    ok: false,
    problem: { status: 409 },
  });
});

test("a changed call brings its entity along, and a sent contact waits again", async () => {
  const { context, logbookId, logged } = await begin();
  changeContact(context, logbookId, logged.id, { confirmations: [{ channel: "lantern", sent: "sent" }] });
  expect(changeContact(context, logbookId, logged.id, { call: "LU3QSC" })).toMatchObject({
    ok: true,
    value: { entityCode: 100, continent: "SA", confirmations: [{ channel: "lantern", sent: "waiting" }] },
  });
});

test("pages follow one another without a gap", async () => {
  const { context, logbookId } = await testContext();
  for (let day = 1; day <= 25; day++)
    logContact(context, logbookId, {
      ...CONTACT,
      startedAt: `2026-10-${String(Math.ceil(day / 2)).padStart(2, "0")}T00:00:00Z`,
    });
  const seen: number[] = [];
  for (let cursor: string | undefined; ;) {
    const page = valueOf(
      await listContacts(context, logbookId, { limit: 4, ...(cursor === undefined ? {} : { cursor }) }),
    );
    seen.push(...page.items.map((contact) => contact.id));
    if (page.next === null) break;
    cursor = page.next;
  }
  expect(seen).toHaveLength(25);
  expect(new Set(seen).size).toBe(25);
});

test("every offset gives the same rows as counting from the newest", async () => {
  const { context, logbookId } = await testContext();
  for (let day = 1; day <= 25; day++)
    logContact(context, logbookId, {
      ...CONTACT,
      startedAt: `2026-10-${String(Math.ceil(day / 2)).padStart(2, "0")}T00:00:00Z`,
    });
  const page = async (query: object) =>
    valueOf(await listContacts(context, logbookId, taken(contactQuerySchema, query)));
  const all = (await page({ limit: 500 })).items.map((contact) => contact.id);
  for (let offset = 0; offset <= 30; offset++) {
    const { items, total } = await page({ limit: 4, offset });
    expect([total, items.map((contact) => contact.id)]).toEqual([25, all.slice(offset, offset + 4)]);
  }
});
