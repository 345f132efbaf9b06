import fc from "fast-check";
import { awardById } from ".";
import { type Claimable, creditsOf, planClaim, proofOf, takenCredits } from "./claimPlan";
import { creditKey } from "./credit";
import { AWARD_FACTS } from "./testing";

const AWARDS = ["entities", "cqZones"].map((id) => awardById(id)!);
const signed = [{ channel: "lantern" as const, received: "confirmed" as const }];
const paper = [{ channel: "card" as const, received: "confirmed" as const }];
const contact = (id: number, facts: Partial<Claimable> = {}): Claimable => ({
  ...AWARD_FACTS,
  ...{ id, confirmations: signed, credits: [], cqZone: 14, band: "20m" },
  ...facts,
});
const FEES = { contact: 12, card: 50 };
const plan = (contacts: readonly Claimable[], more: { forced?: number[]; out?: number[]; most?: number } = {}) =>
  planClaim(contacts, {
    ...{ awards: AWARDS, fees: FEES, most: more.most ?? 1000 },
    ...{ forced: new Set(more.forced), out: new Set(more.out) },
  });

test("a contact brings its item as such, on its band and in its mode, as far as they are new for the award", () => {
  const keys = AWARDS.flatMap((award) => creditsOf(award, contact(1)));
  expect(keys.map(({ award, item, on }) => `${award} ${item} ${on}`)).toEqual([
    ...["entities 222 ", "entities 222 20m", "entities 222 CW", "cqZones 14 "],
  ]);
  expect(proofOf(AWARDS[0]!, { confirmations: [...paper, ...signed] })).toBe("signed");
  expect(proofOf(AWARDS[0]!, { confirmations: paper })).toBe("paper");
  expect(proofOf(AWARDS[0]!, { confirmations: [{ channel: "tideline", received: "confirmed" }] })).toBeNull();
});

test("two contacts that bring all credits of three are planned, and cards come last", () => {
  const three = [
    contact(1, { band: "20m", modeGroup: "CW" }),
    contact(2, { band: "15m", modeGroup: "voice" }),
    contact(3, { band: "20m", modeGroup: "voice" }),
  ];
  expect(plan(three)).toMatchObject({
    contacts: [{ id: 1 }, { id: 2 }],
    credits: 6,
    cost: 24,
    whole: { contacts: 2, credits: 6, cost: 24, bound: 24 },
  });
  const withCard = [{ ...three[0]!, confirmations: paper }, three[1]!, three[2]!];
  expect(plan(withCard)).toMatchObject({ cost: 74, contacts: [{ id: 2 }, { id: 1, isCard: true }] });
  // Where the voice on 20 m is forced, its credits are claimed with it or with others, each once.
  const forced = plan(three, { forced: [3] });
  expect(forced).toMatchObject({ credits: 6, cost: 36 });
  expect(forced.contacts.find(({ id }) => id === 3)).toMatchObject({ forced: true });
  expect(plan(three, { out: [1] })).toMatchObject({ credits: 5, contacts: [{ id: 2 }, { id: 3 }] });
});

test("where there may not be as many, those are claimed with that bring the most for what they cost", () => {
  const one = contact(1, { band: "20m", modeGroup: "CW" });
  const all = [
    contact(2, { band: "15m", modeGroup: "voice", cqZone: null, confirmations: paper }),
    contact(3, { entityCode: 230, cqZone: 15 }),
    one,
  ];
  expect(plan(all, { most: 1 })).toMatchObject({ contacts: [{ id: 1 }], credits: 4, cost: 12 });
  expect(plan(all, { most: 2 })).toMatchObject({ contacts: [{ id: 1 }, { id: 3 }], credits: 8, cost: 24 });
  expect(plan(all, { most: 2, forced: [2] }).contacts.map(({ id }) => id)).toEqual([2, 3]);
  expect(plan(all, { most: 1 }).whole).toEqual({ contacts: 3, credits: 10, cost: 86, bound: 86 });
});

test("what is claimed or granted is not paid for again; what was refused may be claimed with another contact", () => {
  const credit = (on: string, state: "claimed" | "granted" | "refused") => ({
    ...{ award: "entities", item: "222", on, state, day: null, claim: null, source: "hand", reason: null },
  });
  const granted = contact(1, { credits: [credit("", "granted"), credit("20m", "claimed"), credit("CW", "refused")] });
  expect(plan([granted])).toMatchObject({ credits: 1, contacts: [{ credits: [{ award: "cqZones" }] }] });
  expect(plan([granted, contact(2)])).toMatchObject({ credits: 2, contacts: [{ id: 2 }] });
});

test("a plan brings each open credit once, by contacts that prove it, within the bound", () => {
  const any = fc
    .record({
      band: fc.constantFrom("20m", "15m", "10m"),
      modeGroup: fc.constantFrom("CW" as const, "voice" as const),
      entityCode: fc.constantFrom(222, 230, 144),
      cqZone: fc.constantFrom(14, 13, null),
      confirmations: fc.constantFrom(signed, paper, []),
    })
    .map((facts) => facts as Partial<Claimable>);
  fc.assert(
    fc.property(fc.array(any, { maxLength: 25 }), fc.nat(25), (facts, out) => {
      const contacts = facts.map((one, id) => contact(id, one));
      const { contacts: planned, credits, cost, whole } = plan(contacts, { out: [out] });
      const keys = planned.flatMap((one) => one.credits.map(creditKey));
      expect(new Set(keys).size).toBe(keys.length);
      expect(keys.length).toBe(credits);
      const provable = contacts.filter(({ id, confirmations }) => id !== out && confirmations.length > 0);
      const all = new Set(provable.flatMap((one) => AWARDS.flatMap((award) => creditsOf(award, one).map(creditKey))));
      expect(new Set(keys)).toEqual(all);
      expect(cost).toBe(planned.reduce((sum, { isCard }) => sum + 12 + (isCard ? 50 : 0), 0));
      expect(whole).toMatchObject({ contacts: planned.length, credits, cost });
      expect(whole.bound).toBeLessThanOrEqual(cost);
      for (const { id, credits: own } of planned) {
        const with_ = contacts.find((one) => one.id === id)!;
        const can = AWARDS.flatMap((award) => creditsOf(award, with_).map(creditKey));
        for (const key of own) expect(can).toContain(creditKey(key));
      }
      expect(takenCredits(contacts).size).toBe(0);
    }),
  );
});
