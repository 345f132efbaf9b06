import fc from "fast-check";
import { creditKey } from "../../core/award";
import type { Context } from "../context";
import { contactsById } from "../logbook/contactRow";
import { changeContact, deleteContact, getContact, logContact } from "../logbook/contacts";
import { undoBatch } from "../logbook/undo";
import { testContext, valueOf } from "../testing";
import { planOfClaim } from "./awardLooks";
import { listAwards } from "./awardTables";
import { claimOutcome, creditsOfAward, listClaims, recordClaim, recordGrants } from "./credits";

const CARD = [{ channel: "card", sent: "sent", received: "confirmed" }];
const SIGNED = [{ channel: "lantern", sent: "sent", received: "confirmed" }];
const FEES = { contact: 12, card: 50 };
const log = (context: Context, logbookId: number, call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, {
      ...{ call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW", confirmations: SIGNED },
      ...facts,
    }),
  ).id;
const plan = async (context: Context, logbookId: number, more: object = {}) =>
  valueOf(
    await planOfClaim(context, logbookId, {
      awards: ["entities", "cqZones"],
      fees: FEES,
      forced: [],
      out: [],
      most: 200,
      ...more,
    }),
  );
const planned = async (context: Context, logbookId: number) => {
  const { contacts } = await plan(context, logbookId);
  return {
    number: "7001",
    day: "2026-11-28",
    contacts: contacts.map(({ contact, credits }) => ({ id: contact.id, credits })),
  };
};

test("a plan becomes a claim, a claim is granted or refused, and what was refused can be claimed with another contact", async () => {
  const { context, logbookId } = await testContext();
  const first = log(context, logbookId, "OY4QSA");
  log(context, logbookId, "OY5QSA", { band: "15m", mode: "SSB", confirmations: CARD });
  log(context, logbookId, "DL1QTA", { confirmations: [] });
  const view = await plan(context, logbookId);
  expect(view).toMatchObject({ credits: 6, cost: 74, whole: { bound: 74 }, unconfirmed: 3 });
  expect(view.contacts.map(({ contact, isCard }) => `${contact.call} ${isCard}`)).toEqual([
    "OY4QSA false",
    "OY5QSA true",
  ]);

  const claim = await planned(context, logbookId);
  const { batchId } = valueOf(recordClaim(context, logbookId, claim));
  expect(valueOf(listClaims(context, logbookId))).toEqual([
    {
      ...{ number: "7001", day: "2026-11-28", awards: ["entities", "cqZones"], contacts: 2 },
      ...{ claimed: 6, granted: 0, refused: 0 },
    },
  ]);
  expect(valueOf(listAwards(context, logbookId))[0]).toMatchObject({ award: "entities", claimed: 1, granted: 0 });
  expect((await plan(context, logbookId)).credits).toBe(0);
  expect(recordClaim(context, logbookId, claim)).toMatchObject({
    ok: false,
    problem: {
      status: 409,
      detail: expect.stringMatching(/it is claimed with OY4QSA already, and 5 more: plan anew/) as string,
    },
  });

  const refused = { number: "7001", state: "refused" as const, day: "2026-12-03", reason: "the card is not readable" };
  const [band] = view.contacts[1]!.credits.filter(({ on }) => on === "15m");
  valueOf(claimOutcome(context, logbookId, { ...refused, credits: [band!] }));
  valueOf(claimOutcome(context, logbookId, { number: "7001", state: "granted", day: "2026-12-05", reason: null }));
  expect(valueOf(listClaims(context, logbookId))[0]).toMatchObject({ claimed: 0, granted: 5, refused: 1 });
  expect(claimOutcome(context, logbookId, { ...refused, number: "9" })).toMatchObject({ problem: { status: 409 } });
  expect((await plan(context, logbookId)).credits).toBe(0);
  log(context, logbookId, "OY6QSA", { band: "15m" });
  expect((await plan(context, logbookId)).contacts).toMatchObject([
    { contact: { call: "OY6QSA" }, credits: [{ on: "15m" }] },
  ]);

  // What was refused is claimed with another contact now: the first one cannot be granted as well.
  const regranted = { number: "7001", state: "granted" as const, day: "2026-12-06", reason: null, credits: [band!] };
  expect(claimOutcome(context, logbookId, regranted)).toMatchObject({ ok: false, problem: { status: 409 } });
  // The batch of the claim stands before the later ones: these are taken back first.
  expect(valueOf(undoBatch(context, logbookId, batchId!)).blocked.length).toBeGreaterThan(0);
  expect(valueOf(getContact(context, logbookId, first)).credits.length).toBeGreaterThan(0);
});

test("a claim is one batch: taken back it leaves nothing, and of one that cannot be made nothing is recorded", async () => {
  const { context, logbookId } = await testContext();
  log(context, logbookId, "OY4QSA");
  const other = log(context, logbookId, "DL1QTA", { confirmations: [] });
  const claim = await planned(context, logbookId);
  const wrong = (more: object) =>
    recordClaim(context, logbookId, { ...claim, contacts: [...claim.contacts, more as never] });
  const key = (item: string) => ({ award: "entities", item, on: "" });
  for (const [more, why] of [
    [{ id: other, credits: [key("230")] }, /DL1QTA, entities 230: nothing confirms it/],
    [{ id: other, credits: [key("1")] }, /the contact does not bring it/],
    [{ id: 999, credits: [key("230")] }, /contact 999 is not in this log/],
    [{ id: other, credits: [{ ...key("230"), award: "none" }] }, /there is no such award/],
    [{ id: other, credits: [claim.contacts[0]!.credits[0]!] }, /already|does not bring/],
  ] as const) {
    expect(wrong(more)).toMatchObject({
      ok: false,
      problem: { status: 409, detail: expect.stringMatching(why) as string },
    });
    expect(valueOf(listClaims(context, logbookId))).toEqual([]);
  }
  const { batchId } = valueOf(recordClaim(context, logbookId, claim));
  valueOf(undoBatch(context, logbookId, batchId!));
  expect(valueOf(listClaims(context, logbookId))).toEqual([]);
  expect(valueOf(creditsOfAward(context, logbookId, "entities"))).toEqual([]);
});

test("credits go with their contact, and come back with it; a contact that is changed keeps them", async () => {
  const { context, logbookId } = await testContext();
  const id = log(context, logbookId, "OY4QSA");
  valueOf(recordClaim(context, logbookId, await planned(context, logbookId)));
  const { batchId } = valueOf(deleteContact(context, logbookId, id));
  expect(valueOf(creditsOfAward(context, logbookId, "entities"))).toEqual([]);
  valueOf(undoBatch(context, logbookId, batchId));
  expect(valueOf(creditsOfAward(context, logbookId, "entities"))).toHaveLength(3);
  valueOf(changeContact(context, logbookId, id, { call: "DL1QTA" }));
  expect(valueOf(creditsOfAward(context, logbookId, "entities"))).toMatchObject([
    { item: "222", contact: { entityCode: 230 } },
    { item: "222" },
    { item: "222" },
  ]);
});

test("what was granted long ago is taken from a list; of each line that grants nothing it is said why", async () => {
  const { context, logbookId } = await testContext();
  log(context, logbookId, "OY4QSA/P", { confirmations: [] });
  log(context, logbookId, "OY4QSA", { startedAt: "2026-11-20T11:00:00Z", confirmations: [] });
  const text = "# cards of old\nOY4QSA 2026-11-20 20m CW\n2026-11-20,OY4QSA,20m\nOY4QSA 2026-11-20 15m\nOY4QSA 20m";
  const report = valueOf(await recordGrants(context, logbookId, { awards: ["entities", "cqZones"], text }));
  expect(report).toMatchObject({ credits: 4, contacts: 1 });
  expect(report.left.map(({ line, why }) => `${line}: ${why}`)).toEqual([
    "3: it brings nothing that is not granted already",
    "4: no contact of the log fits: the call, the day (UTC), the band or the mode is another one",
    "5: a day is missing: write it as in 2019-05-31",
  ]);
  const held = valueOf(creditsOfAward(context, logbookId, "entities"));
  expect(new Set(held.map(({ contact, state }) => `${contact.call} ${state}`))).toEqual(new Set(["OY4QSA granted"]));
  const lines = "OY4QSA 2026-11-20 20m\n".repeat(2001);
  expect(await recordGrants(context, logbookId, { awards: ["entities"], text: lines })).toMatchObject({
    problem: { status: 422 },
  });
});

test("after any claims, outcomes and changes no credit is claimed or granted twice", async () => {
  const act = fc.record({
    do: fc.constantFrom("log", "claim", "grant", "refuse", "delete", "undo"),
    call: fc.constantFrom("OY4QSA", "OY5QSA", "DL1QTA", "JA3QRM"),
    band: fc.constantFrom("20m", "15m"),
    pick: fc.nat(10),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 14 }), async (acts) => {
      const { context, logbookId } = await testContext();
      const ids: number[] = [];
      const batches: number[] = [];
      for (const [nth, { do: what, call, band, pick }] of acts.entries()) {
        if (what === "log")
          ids.push(log(context, logbookId, call, { band, startedAt: `2026-11-20T10:${10 + nth}:00Z` }));
        if (what === "claim") {
          const claim = await planned(context, logbookId);
          if (claim.contacts.length === 0) continue;
          const made = valueOf(recordClaim(context, logbookId, { ...claim, number: String(nth) }));
          batches.push(made.batchId!);
        }
        const [newest] = valueOf(listClaims(context, logbookId)).filter(({ claimed }) => claimed > 0);
        if (newest !== undefined && (what === "grant" || what === "refuse"))
          valueOf(
            claimOutcome(context, logbookId, {
              ...{ number: newest.number, state: what === "grant" ? "granted" : "refused", day: "2026-12-01" },
              reason: "a test",
            }),
          );
        const at = ids[pick % Math.max(1, ids.length)];
        if (what === "delete" && at !== undefined) {
          valueOf(deleteContact(context, logbookId, at));
          ids.splice(ids.indexOf(at), 1);
        }
        const batch = batches[pick % Math.max(1, batches.length)];
        if (what === "undo" && batch !== undefined) undoBatch(context, logbookId, batch);
      }
      const keys = contactsById(context.store, ids).flatMap(({ credits }) =>
        credits.filter(({ state }) => state !== "refused").map(creditKey),
      );
      expect(new Set(keys).size).toBe(keys.length);
      for (const { award, claimed, granted } of valueOf(listAwards(context, logbookId))) {
        const of = (state: string) =>
          new Set(
            contactsById(context.store, ids).flatMap(({ credits }) =>
              credits.filter((one) => one.award === award && one.state === state).map(({ item }) => item),
            ),
          ).size;
        expect([claimed, granted]).toEqual([of("claimed"), of("granted")]);
      }
    }),
    { numRuns: 40 },
  );
});
