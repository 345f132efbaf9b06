import fc from "fast-check";
import { AWARD_FORMAT, type AwardRulesInput } from "../../core/award";
import type { LiveEvent } from "../../core/contract";
import { LOCAL_OPERATOR } from "../actor";
import type { Context } from "../context";
import { getContact, logContact } from "../logbook/contacts";
import { deleteLogbook } from "../logbook/deleteLogbook";
import { changeLogbook, createLogbook, findLogbook, listLogbooks } from "../logbook/logbooks";
import { readingFor } from "../logbook/reading";
import { contactsById } from "../logbook/contactRow";
import { countedSlots, keptSlots, runTestJob, testContext, valueOf } from "../testing";
import { awardContacts, missingOf, newsOfMonth, planOfClaim, yearsOfAward } from "./awardLooks";
import { awardTable, listAwards } from "./awardTables";
import { uncountedLogbooks } from "./counted";
import { countAlone, parted } from "./countTogether";
import { creditsOfAward, listClaims, recordClaim, takeBackCredits } from "./credits";
import { keepAward, removeAward } from "./keepAward";
import { rulesOf } from "./ownAwards";

const PLACE = { call: "CX1QRA", operator: null, grid: "GF35", state: null, county: null, cqZone: null, ituZone: null };
const NOWHERE = { island: null, summit: null, park: null, antennas: null, licence: null, power: null };
const SIGNED = [{ channel: "lantern", sent: "sent", received: "confirmed" }];
/** By call its entity: Germany, the Faroe Islands, Uruguay, Chile, Argentina. */
const ENTITIES = { DL1QTA: "230", OY4QSA: "222", CX2QRB: "144", CE3QRC: "112", LU4QRD: "100" } as const;
const CALLS = Object.keys(ENTITIES) as (keyof typeof ENTITIES)[];

async function three() {
  const { context: made, logbookId: first } = await testContext();
  const told: LiveEvent[] = [];
  const context: Context = { ...made, announce: (event) => void told.push(event) };
  const make = (name: string) => valueOf(createLogbook(context, { name, site: { name, ...PLACE, ...NOWHERE } })).id;
  return { context, told, logbooks: [first, make("Portable"), make("Old call")] as const };
}
const log = (context: Context, logbookId: number, call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
const together = (context: Context, logbookId: number, countsWith: number[]) =>
  changeLogbook(context, logbookId, { countsWith });
const withOf = (context: Context, id: number) => valueOf(findLogbook(context, id)).countsWith;
const own = (id: string, rest: Partial<AwardRulesInput> = {}): AwardRulesInput => ({
  ...{ format: AWARD_FORMAT, id, name: `Award ${id}`, of: "entities" },
  ...rest,
});

test("however logbooks are put together, each shows what all that count with it have worked, and keeps its own", async () => {
  const deed = fc.oneof(
    fc.record({ what: fc.constant("log" as const), nth: fc.nat(2), call: fc.constantFrom(...CALLS) }),
    fc.record({ what: fc.constant("with" as const), nth: fc.nat(2), others: fc.subarray([0, 1, 2]) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { maxLength: 20 }), async (deeds) => {
      const { context, logbooks } = await three();
      const worked = logbooks.map(() => new Set<string>());
      for (const one of deeds) {
        if (one.what === "log") {
          log(context, logbooks[one.nth]!, one.call);
          worked[one.nth]!.add(ENTITIES[one.call]);
        } else
          together(
            context,
            logbooks[one.nth]!,
            one.others.filter((other) => other !== one.nth).map((other) => logbooks[other]!),
          );
      }
      for (const [nth, logbookId] of logbooks.entries()) {
        const others = withOf(context, logbookId);
        for (const other of others) expect(withOf(context, other)).toContain(logbookId);
        const all = new Set([nth, ...others.map((id) => logbooks.indexOf(id))].flatMap((at) => [...worked[at]!]));
        const table = valueOf(awardTable(context, logbookId, "entities"));
        expect(new Set(table.slots.map(({ item }) => item))).toEqual(all);
        expect(new Set(table.slots.map(({ item, band, modeGroup }) => `${item} ${band} ${modeGroup}`)).size).toBe(
          table.slots.length,
        );
        const listed = valueOf(listAwards(context, logbookId)).find(({ award }) => award === "entities");
        expect([table.totals.worked, listed!.worked]).toEqual([all.size, all.size]);
        expect(keptSlots(context, logbookId)).toEqual(countedSlots(context, logbookId));
      }
    }),
    { numRuns: 25 },
  );
}, 60_000);

test("who counts with one that is named must be named; who is left out goes on without it", async () => {
  const { context, told, logbooks } = await three();
  const [a, b, c] = logbooks;
  valueOf(together(context, a, [b]));
  expect(together(context, c, [a])).toMatchObject({
    problem: {
      faults: [
        { field: "countsWith", text: expect.stringMatching(/counts together with Portable: name that/) as string },
      ],
    },
  });
  expect(together(context, c, [99])).toMatchObject({
    problem: { faults: [{ text: "there is no logbook 99: choose another one" }] },
  });
  valueOf(together(context, c, [a, b]));
  expect(logbooks.map((id) => withOf(context, id))).toEqual([
    [b, c],
    [a, c],
    [a, b],
  ]);
  // Named by the first of them until now.
  valueOf(together(context, a, []));
  expect(logbooks.map((id) => withOf(context, id))).toEqual([[], [c], [b]]);
  told.length = 0;
  context.store.transaction(() => countAlone(context, c));
  expect(told).toEqual([{ type: "awards", logbookId: b }]);
  expect(withOf(context, b)).toEqual([]);
});

test("what is worked or confirmed elsewhere is worth nothing new here, and is told here", async () => {
  const { context, told, logbooks } = await three();
  const [a, b] = logbooks;
  log(context, b, "OY4QSA", { confirmations: SIGNED });
  const worth = () =>
    valueOf(readingFor(context, a, { call: "OY5QSB", band: "20m", mode: "CW", within: 0 })).worth?.worth;
  expect(worth()).toBe("fresh");
  valueOf(together(context, a, [b]));
  expect(worth()).toBe("safe");
  told.length = 0;
  log(context, b, "DL1QTA");
  expect(told.find((event) => event.type === "slots")).toMatchObject({
    logbookId: a,
    slots: expect.arrayContaining([expect.objectContaining({ award: "entities", item: "230", worked: 1 })]) as object[],
  });
  expect(valueOf(await awardContacts(context, a, "entities", { item: "230" })).items).toMatchObject([
    { call: "DL1QTA", logbookId: b },
  ]);
  expect(valueOf(await yearsOfAward(context, a, "entities")).at(-1)).toMatchObject({ worked: 2, confirmed: 1 });
  const missing = valueOf(await missingOf(context, a, "entities")).items;
  expect(missing.find(({ item }) => item === "230")).toMatchObject({ contacts: 1 });
  expect(missing.some(({ item }) => item === "222")).toBe(false);
  log(context, a, "DL1QTA", { startedAt: "2026-11-21T10:00:00Z" });
  // Of the Germany of this month the one contact is here and the other there: both came this month.
  const news = valueOf(await newsOfMonth(context, a)).find(({ award }) => award === "entities");
  expect(news?.worked).toEqual(expect.arrayContaining(["230", "222"]));
});

test("an award of one's own counts in all that count together, and is gone from those that leave", async () => {
  const { context, logbooks } = await three();
  const [a, b, c] = logbooks;
  log(context, a, "DL1QTA");
  log(context, b, "OY4QSA");
  valueOf(keepAward(context, a, own("mine")));
  valueOf(together(context, a, [b]));
  expect(uncountedLogbooks(context.store)).toEqual([a, b]);
  for (const id of [a, b]) await runTestJob(context, id, { kind: "count" });
  expect([a, b, c].map((id) => rulesOf(context.store, id).length)).toEqual([1, 1, 0]);
  expect([a, b].map((id) => valueOf(awardTable(context, id, "mine")).totals.worked)).toEqual([2, 2]);
  // Changed from there, it stays where it is kept, and is counted anew in both.
  valueOf(keepAward(context, b, own("mine", { only: { bands: ["40m"] } })));
  expect(uncountedLogbooks(context.store)).toEqual([a, b]);
  for (const id of [a, b]) await runTestJob(context, id, { kind: "count" });
  expect(valueOf(awardTable(context, b, "mine")).totals.worked).toBe(0);

  valueOf(together(context, b, []));
  expect([a, b].map((id) => rulesOf(context.store, id).length)).toEqual([1, 0]);
  for (const id of [a, b]) expect(keptSlots(context, id)).toEqual(countedSlots(context, id));
  valueOf(keepAward(context, b, own("mine")));
  expect(together(context, a, [b])).toMatchObject({
    problem: {
      faults: [{ text: expect.stringMatching(/each have an award mine of their own: remove one before/) as string }],
    },
  });
  valueOf(removeAward(context, b, "mine"));
  valueOf(together(context, a, [b]));
  // Whoever may change but the one changes none that is kept in the other.
  const guest: Context = {
    ...context,
    actor: { ...LOCAL_OPERATOR, name: "Lena", role: null, inLogbooks: [{ logbookId: b, role: "manager" }] },
  };
  const refused = {
    problem: { status: 403, detail: expect.stringMatching(/is kept in Test log, which Lena/) as string },
  };
  const before = rulesOf(context.store, a);
  expect(keepAward(guest, b, own("mine", { only: { bands: ["20m"] } }))).toMatchObject(refused);
  expect(removeAward(guest, b, "mine")).toMatchObject(refused);
  expect(rulesOf(context.store, a)).toEqual(before);
  valueOf(removeAward(context, b, "mine"));
  expect(rulesOf(context.store, a)).toEqual([]);
});

test("an award that counts as one of another logbook does holds the two together", async () => {
  const { context, logbooks } = await three();
  const [a, b] = logbooks;
  valueOf(together(context, a, [b]));
  valueOf(keepAward(context, a, own("mine")));
  expect(together(context, a, [])).toMatchObject({ ok: true });
  valueOf(together(context, a, [b]));
  context.store.run(
    context.store.q
      .insertInto("ownAward")
      .values({ logbookId: b, id: "onIt", body: JSON.stringify(own("onIt", { of: "mine" })) }),
  );
  const fault = "Award onIt is an award of Portable and counts as one of Test log does: remove it before";
  for (const [id, others] of [
    [a, []],
    [b, []],
  ] as const)
    expect(together(context, id, [...others])).toMatchObject({ problem: { faults: [{ text: fault }] } });
  expect(parted(context.store, [a, b], [b])).toBe(fault);
  const means = { backups: { make: () => Promise.reject(new Error("is not come to")) }, remover: {} };
  expect(await deleteLogbook(context, means as unknown as Parameters<typeof deleteLogbook>[1], a, "Test log")).toEqual(
    expect.objectContaining({ problem: expect.objectContaining({ status: 409, detail: fault }) as unknown }),
  );
  expect(listLogbooks(context).map(({ id }) => id)).toContain(a);
  valueOf(removeAward(context, a, "onIt"));
  valueOf(together(context, a, []));
});

test("a claim is made with the contacts of all, none of it twice, and not with those one may not change", async () => {
  const { context, logbooks } = await three();
  const [a, b] = logbooks;
  const here = log(context, a, "DL1QTA", { confirmations: SIGNED });
  const there = log(context, b, "OY4QSA", { confirmations: SIGNED });
  log(context, b, "DL2QTB", { confirmations: SIGNED });
  valueOf(together(context, a, [b]));
  const plan = async (of: Context, id: number) =>
    valueOf(
      await planOfClaim(of, id, {
        awards: ["entities"],
        fees: { contact: 10, card: 50 },
        forced: [],
        out: [],
        most: 9,
      }),
    );
  const calls = ({ contacts }: Awaited<ReturnType<typeof plan>>) => contacts.map(({ contact }) => contact.call).sort();
  const guest: Context = {
    ...context,
    actor: { ...LOCAL_OPERATOR, name: "Lena", role: null, inLogbooks: [{ logbookId: a, role: "manager" }] },
  };
  expect(calls(await plan(guest, a))).toEqual(["DL1QTA"]);
  const whole = await plan(context, a);
  expect(whole.contacts.map(({ contact }) => contact.id)).toEqual(expect.arrayContaining([there]));
  const contacts = whole.contacts.map(({ contact, credits }) => ({ id: contact.id, credits }));
  const claim = { number: "9", day: "2026-11-28", contacts };
  expect(recordClaim(guest, a, claim)).toMatchObject({
    problem: { status: 409, detail: expect.stringMatching(/is in another logbook, and is claimed there/) as string },
  });
  valueOf(recordClaim(context, a, claim));
  expect((await plan(context, b)).contacts).toEqual([]);
  for (const id of [a, b]) {
    expect(valueOf(listClaims(context, id))).toMatchObject([{ number: "9", contacts: contacts.length }]);
    expect(keptSlots(context, id)).toEqual(countedSlots(context, id));
  }
  const held = valueOf(creditsOfAward(context, a, "entities"));
  const back = held.map(({ contact, award, item, on }) => ({ contactId: contact.id, award, item, on }));
  expect(valueOf(takeBackCredits(guest, a, { credits: back })).contacts).toBe(
    contacts.filter(({ id }) => contactsById(context.store, [id])[0]!.logbookId === a).length,
  );
  valueOf(takeBackCredits(context, a, { credits: back }));
  expect(valueOf(getContact(context, a, here)).credits).toEqual([]);
});

test("who does not manage all of them puts none together, and of one that he may not read he learns nothing", async () => {
  const { context, logbooks } = await three();
  const [a, b] = logbooks;
  const as = (inLogbooks: Context["actor"]["inLogbooks"]): Context => ({
    ...context,
    actor: { ...LOCAL_OPERATOR, name: "Lena", role: null, inLogbooks },
  });
  const manages = { logbookId: a, role: "manager" } as const;
  expect(together(as([manages]), a, [b])).toMatchObject({
    problem: { faults: [{ text: `there is no logbook ${b}: choose another one` }] },
  });
  expect(together(as([manages, { logbookId: b, role: "logger" }]), a, [b])).toMatchObject({
    problem: { faults: [{ text: "you do not manage Portable: ask who owns it" }] },
  });
  valueOf(together(context, a, [b]));
  expect(listLogbooks(as([manages]))).toMatchObject([{ id: a, countsWith: [] }]);
});
