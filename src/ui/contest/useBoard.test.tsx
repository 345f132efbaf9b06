import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import fc from "fast-check";
import type { ReactNode } from "react";
import { completeContact, contactFactsSchema, type ContactFacts, isoTime, secondsOf } from "@/core/contact";
import { createScoreboard } from "@/core/contest";
import { entrantOf, rulesOf } from "@/core/contest/testing";
import type { ContestBoard, Entry, LiveEvent, StoredContact } from "@/core/contract";
import { LiveOf } from "../kit/useLive";
import { FakeEventSource } from "../testing/fakeEventSource";
import { useBoard } from "./useBoard";

const rules = rulesOf("OMBU-ZONE");
const boardEntrant = entrantOf(rules);
const { period } = boardEntrant;
const entrant = { ...boardEntrant, bonuses: [], sent: {} };
const entry = {
  id: 5,
  logbookId: 1,
  tag: rules.tag,
  rules,
  ownCall: "CX3QUA",
  siteId: 1,
  power: 100,
  bonuses: [],
  category: null,
  sent: {},
  period: { from: isoTime(period.from), to: isoTime(period.to) },
} as unknown as Entry;

function stored(id: number, call: string, band: string, minutes: number, more: Partial<ContactFacts> = {}) {
  const facts = contactFactsSchema.parse({
    call,
    startedAt: isoTime(period.from + minutes * 60),
    band,
    mode: "CW",
    contestId: rules.tag,
    exchangeReceived: "14",
    ...more,
  });
  return { ...completeContact(facts as ContactFacts), id, logbookId: 1, revision: 1 } as StoredContact;
}

/** What the server has, and what it is asked for. */
let log: Map<number, StoredContact>;
let upTo: number;
let asked: number;
function boardAnswer(): ContestBoard {
  const contacts = [...log.values()].map((one) => ({ ...one, startedAt: secondsOf(one.startedAt) }));
  return { entrant, upTo, contacts };
}

beforeEach(() => {
  FakeEventSource.install();
  log = new Map([stored(1, "DL1QSA", "20m", 1), stored(2, "W1QRA", "20m", 2)].map((one) => [one.id, one]));
  [upTo, asked] = [10, 0];
  globalThis.fetch = () => {
    asked++;
    return Promise.resolve(Response.json(boardAnswer()));
  };
});

async function open() {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <LiveOf logbookId={1} after="" />
      {children}
    </QueryClientProvider>
  );
  const hook = renderHook(() => useBoard(entry), { wrapper });
  await waitFor(() => expect(hook.result.current).not.toBeNull());
  return { hook, scoreOf: () => hook.result.current!.score(), stream: FakeEventSource.all.at(-1)! };
}
const scoreOfLog = () => {
  const board = createScoreboard(rules, entrant);
  for (const one of log.values()) {
    const at = secondsOf(one.startedAt);
    if (one.contestId === rules.tag && one.logbookId === 1) board.put({ ...one, startedAt: at });
  }
  return board.score();
};
function changed(parts: Partial<Extract<LiveEvent, { type: "contacts" }>>): LiveEvent {
  for (const one of [...(parts.added ?? []), ...(parts.changed ?? [])]) log.set(one.id, one);
  for (const id of parts.removed ?? []) log.delete(id);
  upTo++;
  const none = { added: [], changed: [], removed: [], slots: [] };
  return { type: "contacts", logbookId: 1, by: "log", contactCount: log.size, upTo, ...none, ...parts };
}

test("follows what is logged, corrected, taken out of the contest, and deleted, without asking again", async () => {
  const { scoreOf, stream } = await open();
  expect(scoreOf()).toEqual(scoreOfLog());
  const begun = scoreOf().total;
  for (const happens of [
    () => changed({ added: [stored(3, "JA1QRA", "15m", 3)] }),
    () => changed({ changed: [stored(3, "JA1QRA", "20m", 3)] }),
    () => changed({ changed: [stored(2, "W1QRA", "20m", 2, { contestId: null })] }),
    () => changed({ removed: [1] }),
  ]) {
    act(() => stream.says(happens()));
    expect(scoreOf()).toEqual(scoreOfLog());
  }
  expect(scoreOf().total).not.toBe(begun);
  expect(asked).toBe(1);
});

test("whatever comes, in whatever order, it is the score of the log", async () => {
  const { scoreOf, stream, hook } = await open();
  const contact = fc.record({
    id: fc.integer({ min: 1, max: 6 }),
    call: fc.constantFrom("DL1QSA", "W1QRA", "JA1QRA", "CX8QTA"),
    band: fc.constantFrom("20m", "15m"),
    minutes: fc.integer({ min: 0, max: 60 }),
  });
  fc.assert(
    fc.property(fc.array(fc.oneof(contact, fc.integer({ min: 1, max: 6 })), { maxLength: 12 }), (steps) => {
      for (const step of steps) {
        if (typeof step === "number") act(() => stream.says(changed({ removed: [step] })));
        else {
          const one = stored(step.id, step.call, step.band, step.minutes);
          act(() => stream.says(changed(log.has(one.id) ? { changed: [one] } : { added: [one] })));
        }
      }
      expect(scoreOf()).toEqual(scoreOfLog());
    }),
    { numRuns: 40 },
  );
  hook.unmount();
});

test("what it was fetched with already is not counted again, and another logbook's is none of it", async () => {
  const { scoreOf, stream } = await open();
  const before = scoreOf();
  const old = changed({ added: [stored(9, "ZS6QSA", "20m", 9)] });
  log.delete(9);
  act(() => stream.says({ ...old, upTo: 10 } as LiveEvent));
  act(() => stream.says({ ...old, logbookId: 2 } as LiveEvent));
  expect(scoreOf()).toEqual(before);
});

test.each<[string, (stream: FakeEventSource) => void]>([
  ["many contacts at once", (stream) => stream.says({ type: "manyContacts", logbookId: 1, contactCount: 9 })],
  ["something that was missed", (stream) => stream.says({ type: "missed" })],
])("after %s it is fetched anew", async (_, happens) => {
  const { scoreOf, stream } = await open();
  log.set(4, stored(4, "PY8QRA", "20m", 4));
  act(() => happens(stream));
  await waitFor(() => expect(asked).toBe(2));
  await waitFor(() => expect(scoreOf()).toEqual(scoreOfLog()));
});
