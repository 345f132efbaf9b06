import fc from "fast-check";
import { mayDo, RIGHTS, ROLES, type Standing } from ".";

const role = fc.option(fc.constantFrom(...ROLES));
const standing: fc.Arbitrary<Standing> = fc.record({
  role,
  inLogbooks: fc.uniqueArray(
    fc.record({ logbookId: fc.integer({ min: 1, max: 4 }), role: fc.constantFrom(...ROLES) }),
    {
      selector: ({ logbookId }) => logbookId,
    },
  ),
});
const right = fc.constantFrom(...RIGHTS);

test("each role may what stands here, and no more", () => {
  const may = (one: (typeof ROLES)[number]) => RIGHTS.filter((of) => mayDo({ role: one, inLogbooks: [] }, of, 7));
  expect(Object.fromEntries(ROLES.map((one) => [one, may(one)]))).toEqual({
    owner: ["read", "log", "change", "manage", "own"],
    manager: ["read", "log", "change", "manage"],
    logger: ["read", "log"],
    reader: ["read"],
  });
});

test("who has a right has those before it", () => {
  fc.assert(
    fc.property(standing, right, fc.option(fc.integer({ min: 1, max: 4 })), (one, of, where) => {
      if (!mayDo(one, of, where)) return;
      for (const before of RIGHTS.slice(0, RIGHTS.indexOf(of))) expect(mayDo(one, before, where)).toBe(true);
    }),
  );
});

test("the role in a logbook holds there in the place of the one at the station, also where it is less", () => {
  const guest: Standing = { role: null, inLogbooks: [{ logbookId: 2, role: "logger" }] };
  expect(RIGHTS.filter((of) => mayDo(guest, of, 2))).toEqual(["read", "log"]);
  expect(RIGHTS.filter((of) => mayDo(guest, of, 1))).toEqual([]);
  const kept: Standing = { role: "manager", inLogbooks: [{ logbookId: 2, role: "reader" }] };
  expect(mayDo(kept, "log", 2)).toBe(false);
  expect(mayDo(kept, "manage", 1)).toBe(true);
});

test("at the station one reads and logs by any role, and changes what all share by the one at the station", () => {
  fc.assert(
    fc.property(standing, right, (one, of) => {
      const anywhere = [1, 2, 3, 4, 5].some((logbookId) => mayDo(one, of, logbookId));
      const here = mayDo({ ...one, inLogbooks: [] }, of, null);
      expect(mayDo(one, of, null)).toBe(of === "read" || of === "log" ? anywhere || here : here);
    }),
  );
  const owns: Standing = { role: "reader", inLogbooks: [{ logbookId: 2, role: "owner" }] };
  expect(mayDo(owns, "own", null)).toBe(false);
});
