import { contestContactInputSchema, entryInputSchema } from "../src/core/contract";
import { type ContestContact, createScoreboard, periodAt, SHIPPED_CONTESTS } from "../src/core/contest";
import { isoTime, secondsOf } from "../src/core/contact";
import { entrantOf, testContact } from "../src/core/contest/testing";
import { logContestContact, worthOfTyped } from "../src/server/contest/contestLog";
import { createEntry } from "../src/server/contest/entries";
import { standingOf } from "../src/server/contest/standing";
import type { Context } from "../src/server/context";
import type { Result } from "../src/server/problem";
import { best, type Line, p95, under } from "./measure";
import { makeContacts } from "./records";

const CONTACTS = 10_000;
const NOW = Date.UTC(2026, 9, 16, 20) / 1000;
const RULES = SHIPPED_CONTESTS[0]!;
const BANDS = ["160m", "80m", "40m", "20m", "15m", "10m"];

/** Contacts of a contest as a busy club has them after two days. */
function contestContacts(count: number, from: number, to: number): ContestContact[] {
  return makeContacts(count).map((contact, index) => {
    const startedAt = Math.floor(from + ((to - from) * index) / count);
    return testContact(contact.call, startedAt, {
      id: index + 1,
      band: BANDS[index % BANDS.length]!,
      serialReceived: (index % 3000) + 1,
    });
  });
}

/** Scoring by itself: a whole log, and one contact of it. */
export async function benchScore(): Promise<Line[]> {
  const period = periodAt(RULES, NOW)!;
  const contacts = contestContacts(CONTACTS, period.from, NOW);
  const entrant = entrantOf(RULES);
  const whole = () => {
    const board = createScoreboard(RULES, entrant);
    for (const contact of contacts) board.put(contact);
    return board.score();
  };
  const board = createScoreboard(RULES, entrant);
  for (const contact of contacts) board.put(contact);
  const one = await p95(500, (run) => {
    const contact = contacts[(run * 7919) % contacts.length]!;
    board.put({ ...contact, band: BANDS[(run + 1) % BANDS.length]! });
    board.score();
  });
  return [
    under("a full rescore of a contest of 10 000", await best(5, whole), 150),
    under("scoring one contact, contest of 10 000, p95", one, 2),
  ];
}

/** The contest in the server: logging, what a call would be worth, and how it stands. */
export async function benchContest(context: Context, logbookId: number): Promise<Line[]> {
  const at: Context = { ...context, now: () => NOW };
  const entry = value(
    createEntry(
      at,
      logbookId,
      entryInputSchema.parse({
        tag: RULES.tag,
        ownCall: "CX3QUA",
        category: { operator: "SINGLE-OP", assisted: "ASSISTED", band: "ALL", mode: "MIXED", power: "LOW" },
        operators: ["CX3QUA"],
      }),
    ),
  );
  const contacts = contestContacts(CONTACTS + 300, secondsOf(entry.period.from), NOW);
  const log = ({ call, startedAt, band, serialReceived }: ContestContact) =>
    value(
      logContestContact(
        at,
        entry.id,
        contestContactInputSchema.parse({
          call,
          startedAt: isoTime(startedAt),
          band,
          mode: "CW",
          received: { serial: String(serialReceived) },
        }),
      ),
    );
  at.store.transaction(() => contacts.slice(0, CONTACTS).forEach(log));
  const lines = [
    under("logging a contact of a contest of 10 000, p95", await p95(300, (run) => log(contacts[CONTACTS + run]!)), 10),
  ];
  const worth = await p95(300, (run) =>
    worthOfTyped(at, entry.id, { call: contacts[run * 31]!.call, band: "20m", mode: "CW", typed: "{}" }),
  );
  lines.push(under("what a call would be worth, contest of 10 000, p95", worth, 5));
  lines.push(under("how a contest of 10 000 stands, p95", await p95(40, () => standingOf(at, entry.id)), 50));
  return lines;
}

function value<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.problem.detail);
  return result.value;
}
