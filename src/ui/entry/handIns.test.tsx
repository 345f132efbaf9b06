import fc from "fast-check";
import { ApiProblem } from "../kit/api";
import { dropHandIn, type HandIn, handInAll, keptHandIns, logbookReceiver, logOrKeep, type Receiver } from "./handIns";

const problem = (status: number) =>
  new ApiProblem({ type: "about:blank", title: "", status, detail: `answer ${status}` });

/** A server that takes each contact once, whatever becomes of its answers. */
function simulated() {
  const taken = new Map<string, string>();
  /** What becomes of the next requests: taken, taken with a lost answer, or refused with a status. */
  const fates: (number | "lost" | "taken")[] = [];
  const receiver: Receiver<HandIn, string> = {
    key: "hand-ins-test",
    async post({ call, handIn }) {
      const fate = fates.shift() ?? "taken";
      if (typeof fate === "number") throw problem(fate);
      taken.set(handIn, call);
      if (fate === "lost") throw problem(0);
      return call;
    },
    remarkOf: () => null,
  };
  return { taken, fates, receiver };
}

beforeEach(() => localStorage.clear());

test("whatever becomes of requests and answers, each contact is there once in the end, and none is left here", async () => {
  const fate = fc.constantFrom<number | "lost" | "taken">(0, 401, 503, "lost", "taken");
  await fc.assert(
    fc.asyncProperty(fc.array(fate, { maxLength: 30 }), fc.integer({ min: 1, max: 8 }), async (given, count) => {
      localStorage.clear();
      const { taken, fates, receiver } = simulated();
      fates.push(...given);
      const refused: string[] = [];
      for (let at = 0; at < count; at++) {
        const contact = { call: `OY${at}QSA`, handIn: `${at}` };
        await logOrKeep(receiver, contact).catch(() => refused.push(contact.handIn));
        await handInAll(receiver);
      }
      fates.length = 0;
      await handInAll(receiver);
      expect(keptHandIns(receiver)).toEqual([]);
      // What the server said no to was given back to who typed it.
      const expected = Array.from({ length: count }, (_, at) => `${at}`).filter((one) => !refused.includes(one));
      expect([...taken.keys()].sort()).toEqual(expected.sort());
    }),
  );
});

test("one that is refused stays, with the reason, does not keep the others, and can be given up", async () => {
  const { taken, fates, receiver } = simulated();
  for (const handIn of ["1", "2", "3"]) {
    fates.push(0);
    expect(await logOrKeep(receiver, { call: `OY${handIn}QSA`, handIn })).toBeNull();
  }
  fates.push("taken", 422);
  expect(await handInAll(receiver)).toEqual({
    taken: 2,
    remarks: [],
    refused: [{ call: "OY2QSA", text: "answer 422", handIn: "2" }],
  });
  expect([...taken.keys()]).toEqual(["1", "3"]);
  expect(keptHandIns(receiver)).toEqual([{ call: "OY2QSA", handIn: "2" }]);
  dropHandIn(receiver, "2");
  expect(keptHandIns(receiver)).toEqual([]);
});

test("what the server refuses while it is there is not kept, but thrown", async () => {
  const { fates, receiver } = simulated();
  fates.push(422);
  await expect(logOrKeep(receiver, { call: "OY1QSA", handIn: "1" })).rejects.toThrow("answer 422");
  expect(keptHandIns(receiver)).toEqual([]);
});

test("a contact of the day goes with the name by which it is taken once", async () => {
  const asked: [string, RequestInit | undefined][] = [];
  globalThis.fetch = (address, init) => {
    asked.push([address as string, init]);
    return Promise.reject(new TypeError("fetch failed"));
  };
  const contact = { call: "OY4QSA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" };
  const receiver = logbookReceiver(7);
  expect(await logOrKeep(receiver, { call: contact.call, handIn: "a1", contact })).toBeNull();
  await handInAll(receiver);
  expect(asked.map(([address, init]) => [address, JSON.parse(init!.body as string) as unknown])).toEqual(
    Array.from({ length: 2 }, () => ["/api/v1/logbooks/7/contacts?handIn=a1", contact]),
  );
  expect(keptHandIns(receiver)).toHaveLength(1);
});
