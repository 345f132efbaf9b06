import { hears, type LiveEvent } from "./event";

const waiting = (logbookId: number): LiveEvent => ({ type: "outbox", logbookId, service: "lantern", waiting: 1 });
const notes = (entryId: number): LiveEvent => ({ type: "contest", logbookId: 1, entryId, what: "notes" });
const letter = (position: string): LiveEvent => ({
  type: "link",
  linkId: 1,
  position,
  news: { is: "letter", id: 1, letter: "C" },
});
const rules = (logbookId: number): LiveEvent => ({ type: "alerts", logbookId, what: "rules" });
const missed: LiveEvent = { type: "missed" };
const listed: LiveEvent = { type: "directory", baseCall: "DL1QTA" };

test.each([
  ["all, who says nothing", {}, [waiting(1), waiting(2), notes(3), letter("a"), listed], 5],
  ["its logbook, with all entries of it", { logbookId: 1 }, [waiting(1), waiting(2), notes(3), notes(4), listed], 4],
  ["the alerts of its logbook", { logbookId: 1, entryId: 3, position: "a" }, [rules(1), rules(2)], 1],
  ["its entry", { logbookId: 1, entryId: 3 }, [waiting(1), notes(3), notes(4)], 2],
  ["whatever it is about, that something was missed", { logbookId: 1, entryId: 3, position: "a" }, [missed], 1],
  ["its position, and what is nobody's", { logbookId: 1, position: "a" }, [letter("a"), letter("b"), waiting(1)], 2],
] as const)("a listener hears %s", (_, listener, events, heard) => {
  expect(events.filter((event) => hears(listener, event))).toHaveLength(heard);
});
