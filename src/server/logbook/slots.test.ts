import fc from "fast-check";
import type { Context } from "../context";
import { countedSlots, keptSlots, testContext } from "../testing";
import { changeContact, deleteContact, logContact } from "./contacts";
import { rebuildSlots } from "./rebuildSlots";
import { undoBatch } from "./undo";

type Step =
  | { readonly kind: "add"; readonly call: string; readonly band: string; readonly mode: string; readonly day: number }
  | { readonly kind: "edit"; readonly pick: number; readonly band: string; readonly call: string }
  | {
      readonly kind: "confirm";
      readonly pick: number;
      readonly channel: "card" | "lantern";
      readonly received: "confirmed" | "no";
    }
  | { readonly kind: "delete"; readonly pick: number }
  | { readonly kind: "undo"; readonly pick: number };

const call = fc.constantFrom("OY4QSA", "LU3QSC", "W7QUD", "CX3QRA/MM", "EA8/LU3QSC", "JA3QRM");
const band = fc.constantFrom("20m", "15m", "40m");
const pick = fc.nat(50);
const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant("add" as const),
      call,
      band,
      mode: fc.constantFrom("CW", "SSB", "FT8"),
      day: fc.nat(300),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant("edit" as const), pick, band, call }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant("confirm" as const),
      pick,
      channel: fc.constantFrom("card" as const, "lantern" as const),
      received: fc.constantFrom("confirmed" as const, "no" as const),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("delete" as const), pick }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant("undo" as const), pick }) },
);

function ids({ store }: Context, logbookId: number): number[] {
  return store
    .all(store.q.selectFrom("contact").select("id").where("logbookId", "=", logbookId).orderBy("startedAt", "desc"))
    .map(({ id }) => id);
}

function take(context: Context, logbookId: number, one: Step): void {
  const known = ids(context, logbookId);
  const id = known[("pick" in one ? one.pick : 0) % Math.max(1, known.length)];
  if (one.kind === "add") {
    const startedAt = new Date(Date.UTC(2026, 0, 1 + one.day)).toISOString();
    expect(logContact(context, logbookId, { call: one.call, band: one.band, mode: one.mode, startedAt }).ok).toBe(true);
  } else if (one.kind === "undo") {
    const { store } = context;
    const batches = store.all(
      store.q.selectFrom("journalBatch").select("id").where("undoneBy", "is", null).orderBy("id"),
    );
    const batch = batches[one.pick % Math.max(1, batches.length)];
    if (batch !== undefined) expect(undoBatch(context, logbookId, batch.id).ok).toBe(true);
  } else if (id !== undefined) {
    if (one.kind === "edit")
      expect(changeContact(context, logbookId, id, { band: one.band, call: one.call }).ok).toBe(true);
    else if (one.kind === "delete") expect(deleteContact(context, logbookId, id).ok).toBe(true);
    else
      expect(
        changeContact(context, logbookId, id, { confirmations: [{ channel: one.channel, received: one.received }] }).ok,
      ).toBe(true);
  }
}

test("after any sequence of add, edit, confirm, delete and undo, the kept slots, count and outbox equal those counted anew", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 40 }), async (steps) => {
      const { context, logbookId } = await testContext();
      const { store } = context;
      for (const one of steps) take(context, logbookId, one);
      const before = keptSlots(context, logbookId);
      expect(before).toEqual(countedSlots(context, logbookId));
      rebuildSlots(store, logbookId);
      expect(keptSlots(context, logbookId)).toEqual(before);
      const all = ids(context, logbookId);
      expect(
        store.first(store.q.selectFrom("logbook").select("contactCount").where("id", "=", logbookId))!.contactCount,
      ).toBe(all.length);
      const waiting = store.all(
        store.q
          .selectFrom("confirmation")
          .select(["contactId", "channel as service"])
          .where("channel", "!=", "card")
          .where("sent", "=", "waiting")
          .orderBy("contactId")
          .orderBy("channel"),
      );
      const outbox = store.q.selectFrom("outbox").select(["contactId", "service"]);
      expect(store.all(outbox.orderBy("contactId").orderBy("service"))).toEqual(waiting);
      store.close();
    }),
    { numRuns: 60 },
  );
});
