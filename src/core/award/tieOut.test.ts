import fc from "fast-check";
import { MODE_GROUPS } from "../band";
import { AWARDS } from "./awards";
import type { Award } from "./awards/award";
import { entities } from "./awards/entities";
import { squares } from "./awards/squares";
import { type Grant, type OwnCredit, type TiedContact, tieOut } from "./tieOut";

const FAROE = "222";
const GERMANY = "230";
/** A deleted one. */
const SOUTH_SUDAN_BEFORE = entities.universe!.find(({ deleted }) => deleted)!.item;

const contact = (call: string, id: number | null = 7): TiedContact => ({
  ...{ id, call, startedAt: "2019-05-31T12:00:00Z", band: "20m", mode: "CW" },
});
const here = (call: string, brings: readonly string[], id = 7): Grant["ours"] => ({
  ...{ found: "here", contact: contact(call, id), brings },
});
const grant = (item: string, on: string, ours: Grant["ours"], award: Award = entities): Grant => ({
  ...{ award: award.id, item, on, theirs: { ...contact("OY4QSA", null), ownCall: "CX3QUA" }, ours },
});
const credit = (item: string, on: string, facts: Partial<OwnCredit> = {}): OwnCredit => ({
  ...{ award: entities.id, item, on, state: "granted", day: "2020-01-20", claim: "L1", source: "lantern" },
  ...{ reason: null, contact: contact("OY4QSA"), ...facts },
});
const slot = (item: string, confirmed = 1) => ({ item, band: "20m", modeGroup: "CW" as const, confirmed });
const NOTHING = { source: "lantern", totals: [], grants: [], known: [], credits: [], slots: [] };
const tied = (input: Partial<Parameters<typeof tieOut>[1]>, award: Award = entities) =>
  tieOut(award, { ...NOTHING, ...input });
const causes = (input: Partial<Parameters<typeof tieOut>[1]>) =>
  tied(input).differences.map(({ cause, item, on }) => `${cause}: ${item} ${on.join("|")}`);

test("what is the same on both sides is quiet, line by line", () => {
  const ons = ["", "20m", "CW"];
  const { lines, differences } = tied({
    totals: ons.map((on) => ({ on, granted: 1 })),
    grants: ons.map((on) => grant(FAROE, on, here("OY4QSA", [FAROE]))),
    credits: ons.map((on) => credit(FAROE, on)),
    slots: [slot(FAROE), slot(GERMANY)],
  });
  expect(differences).toEqual([]);
  expect(lines).toEqual(ons.map((on) => ({ on, stated: 1, there: 1, here: 1, confirmed: 2, apart: 0 })));
});

test("one cause of one contact is one difference, whichever lines it is part of", () => {
  const ons = ["", "20m", "CW"];
  const { lines, differences } = tied({ grants: ons.map((on) => grant(FAROE, on, here("OY4QSA", [FAROE]))) });
  expect(differences).toMatchObject([{ cause: "unrecorded", item: FAROE, on: ons, ours: { call: "OY4QSA" } }]);
  expect(lines.map(({ on, there, here: ours, apart }) => [on, there, ours, apart])).toEqual([
    ["", 1, 0, 1],
    ["20m", 1, 0, 1],
    ["CW", 1, 0, 1],
  ]);
});

test("each cause is told", () => {
  const not = (cause: "call" | "met" | "own call"): Grant["ours"] => ({
    ...{ found: "not", cause, text: "", nearest: null, mend: null },
  });
  expect(causes({ grants: [grant(FAROE, "", here("DL1QTA", [GERMANY]))] })).toEqual([`other item: ${FAROE} `]);
  expect(causes({ grants: [grant(FAROE, "", not("call"))] })).toEqual([`call: ${FAROE} `]);
  expect(causes({ grants: [grant(FAROE, "", not("own call"))] })).toEqual([`own call: ${FAROE} `]);
  expect(causes({ grants: [grant(FAROE, "", { found: "gone", batchId: 3, text: "" })] })).toEqual([`gone: ${FAROE} `]);
  expect(causes({ grants: [grant(FAROE, "", { found: "elsewhere", logbook: "Portable" })] })).toEqual([
    `elsewhere: ${FAROE} `,
  ]);
  // An entity that was in the list once, or nonsense.
  expect(causes({ grants: [grant("9999", "", here("OY4QSA", [FAROE]))] })).toEqual(["unknown item: 9999 "]);
  expect(causes({ credits: [credit(FAROE, "20m")] })).toEqual([`only here: ${FAROE} 20m`]);
  const granted = { grants: [grant(FAROE, "", here("OY4QSA", [FAROE]))], credits: [credit(FAROE, "")] };
  expect(causes(granted)).toEqual([`unproven: ${FAROE} `]);
  expect(causes({ ...granted, slots: [slot(FAROE, 0)] })).toEqual([`unproven: ${FAROE} `]);
  expect(
    causes({
      ...granted,
      grants: [...granted.grants, grant(FAROE, "", here("OY5QSA", [FAROE], 8))],
      slots: [slot(FAROE)],
    }),
  ).toEqual([`twice: ${FAROE} `]);
});

test("a claim that the account does not know is told, one that waits or was refused there is not", () => {
  const claimed = credit(FAROE, "20m", { state: "claimed", claim: "L7" });
  expect(tied({ credits: [claimed] }).differences).toMatchObject([{ cause: "unclaimed", text: "as L7" }]);
  expect(causes({ credits: [claimed], known: [{ award: "entities", item: FAROE, on: "20m" }] })).toEqual([]);
  // What was sent by hand, to somebody else, it need not know.
  expect(causes({ credits: [{ ...claimed, source: "hand" }] })).toEqual([]);
});

test("totals that do not fit their own list are told; where deleted entities are left out, these are", () => {
  const grants = [FAROE, SOUTH_SUDAN_BEFORE].map((item) => grant(item, "", here("OY4QSA", [item])));
  const both = { grants, credits: [credit(FAROE, ""), credit(SOUTH_SUDAN_BEFORE, "")] };
  const input = { ...both, slots: [slot(FAROE), slot(SOUTH_SUDAN_BEFORE)] };
  const withTotal = (granted: number) => causes({ ...input, totals: [{ on: "", granted }] });
  expect(withTotal(2)).toEqual([]);
  expect(withTotal(1)).toEqual([`deleted: ${SOUTH_SUDAN_BEFORE} `]);
  expect(withTotal(340)).toEqual(["total: null "]);
  expect(tied({ ...input, totals: [{ on: "", granted: 340 }] }).differences[0]!.text).toBe(
    "its total says 340, its list holds 2",
  );
});

test("an award without a list of all counts whatever it is granted for", () => {
  const grants = [grant("IP62", "", here("OY4QSA", ["IP62"]), squares)];
  expect(tied({ grants }, squares).differences).toMatchObject([{ cause: "unrecorded", item: "IP62" }]);
});

test("a line is quiet exactly when both sides hold the same, once each, all of it confirmed, and the total fits", () => {
  const item = fc.constantFrom(FAROE, GERMANY, "144");
  const on = fc.constantFrom("", "20m", "40m", ...MODE_GROUPS);
  const cells = fc.uniqueArray(fc.record({ item, on }), { selector: ({ item: one, on: where }) => `${one} ${where}` });
  fc.assert(
    fc.property(cells, cells, fc.boolean(), (there, ours, isConfirmed) => {
      const bands = ["20m", "40m"];
      const slots = isConfirmed
        ? [FAROE, GERMANY, "144"].flatMap((one) =>
            bands.flatMap((band) => MODE_GROUPS.map((modeGroup) => ({ item: one, band, modeGroup, confirmed: 1 }))),
          )
        : [];
      const { lines } = tied({
        grants: there.map((cell) => grant(cell.item, cell.on, here("OY4QSA", [cell.item]))),
        credits: ours.map((cell) => credit(cell.item, cell.on)),
        slots,
      });
      for (const line of lines) {
        const itemsOf = (side: typeof there) =>
          side
            .filter((cell) => cell.on === line.on)
            .map((cell) => cell.item)
            .sort()
            .join();
        expect([line.there, line.here]).toEqual([
          there.filter((cell) => cell.on === line.on).length,
          ours.filter((cell) => cell.on === line.on).length,
        ]);
        const agrees = itemsOf(there) === itemsOf(ours) && (isConfirmed || itemsOf(there) === "");
        expect(line.apart === 0).toBe(agrees);
      }
    }),
  );
});

test("any award that ships can be tied out", () => {
  for (const award of AWARDS) expect(tied({}, award).differences).toEqual([]);
});
