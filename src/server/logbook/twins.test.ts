import fc from "fast-check";
import type { Context } from "../context";
import { testContext, valueOf } from "../testing";
import { getContact, logContact } from "./contacts";
import { logFactsOf, type Twin, twinFinder, twinsOfPiece } from "./twins";

const facts = fc.record({
  call: fc.constantFrom("OY4QSA", "OY4QSA/P", "LU3QSC", "W7QUD"),
  minute: fc.nat(240),
  band: fc.constantFrom("20m", "15m"),
  mode: fc.constantFrom("CW", "SSB", "FT8", "FT4"),
  ownCall: fc.constantFrom("CX3QUA", "CX3QUA/P"),
});
type Facts = typeof facts extends fc.Arbitrary<infer Value> ? Value : never;

function log(context: Context, logbookId: number, { call, minute, band, mode, ownCall }: Facts): number {
  const startedAt = new Date(Date.UTC(2026, 0, 1, 0, minute)).toISOString();
  return valueOf(logContact(context, logbookId, { call, startedAt, band, mode, ownCall })).id;
}

test("many contacts looked up at once have the twins that each has by itself, whatever is logged meanwhile", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(facts, { maxLength: 12 }),
      fc.array(fc.tuple(facts, fc.boolean()), { minLength: 1, maxLength: 10 }),
      async (before, piece) => {
        const { context, logbookId } = await testContext();
        for (const one of before) log(context, logbookId, one);
        // The contacts of the piece are logged in another logbook, to be as complete as those of a file.
        const other = await testContext();
        const contacts = piece.map(([one]) => {
          const contact = valueOf(getContact(other.context, other.logbookId, log(other.context, other.logbookId, one)));
          return logFactsOf(contact);
        });
        const twins = twinsOfPiece(context.store, logbookId, contacts);
        const alone = twinFinder(context.store, logbookId);
        const asKnown = (twin: Twin | undefined) => twin?.id ?? null;
        piece.forEach(([one, meanwhile], place) => {
          if (meanwhile) log(context, logbookId, { ...one, minute: one.minute + 1 });
          twins.refresh();
          const expected = asKnown(alone(contacts[place]!));
          expect(asKnown(twins.twinOf(place))).toBe(expected);
          if (expected === null) twins.added(place, log(context, logbookId, one));
          twins.wrote();
        });
        context.store.close();
        other.context.store.close();
      },
    ),
    { numRuns: 40 },
  );
});
