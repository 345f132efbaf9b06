import fc from "fast-check";
import { testContext } from "../testing";
import { keepSpots, spotsAfter } from "./keptSpots";

test("what was kept is read by pieces, all of it once and in its order, also where many came in the same second", async () => {
  const { context } = await testContext();
  const { store } = context;
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 100, max: 105 }), { maxLength: 40 }),
      fc.integer({ min: 1, max: 7 }),
      (times, most) => {
        store.run(store.q.deleteFrom("spot"));
        const heard = times.map((at, index) => ({
          at,
          spotter: "W1QUA",
          frequencyHz: 14_000_000 + index,
          call: "P5QUZ",
          remark: "",
        }));
        keepSpots(context, heard);
        const read: number[] = [];
        let last = { at: 101, id: 0 };
        for (;;) {
          const piece = spotsAfter(context, last, most);
          const end = piece.at(-1);
          if (end === undefined) break;
          expect(piece.length).toBeLessThanOrEqual(most);
          read.push(...piece.map(({ frequencyHz }) => frequencyHz));
          last = end;
        }
        const wanted = heard.filter(({ at }) => at >= 101).sort((a, b) => a.at - b.at);
        expect(read).toEqual(wanted.map(({ frequencyHz }) => frequencyHz));
      },
    ),
    { numRuns: 60 },
  );
});
