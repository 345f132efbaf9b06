import fc from "fast-check";
import { createAgenda } from "./agenda";

test("the earliest comes first, and of one moment what was put in first, also what is put in meanwhile", () => {
  fc.assert(
    fc.property(fc.array(fc.nat(20), { maxLength: 60 }), fc.array(fc.nat(20), { maxLength: 20 }), (first, later) => {
      const agenda = createAgenda();
      const done: { readonly at: number; readonly order: number }[] = [];
      let order = 0;
      const put = (at: number) => {
        const own = order++;
        agenda.put(at, () => {
          done.push({ at, order: own });
          const more = later.pop();
          // Nothing is put in for a time that has gone by.
          if (more !== undefined) put(at + more);
        });
      };
      first.forEach(put);
      while (agenda.next < Infinity) agenda.act();
      expect(done).toHaveLength(order);
      expect(done).toEqual(done.toSorted((a, b) => a.at - b.at || a.order - b.order));
    }),
  );
});
